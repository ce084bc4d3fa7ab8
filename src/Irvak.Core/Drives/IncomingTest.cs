using Irvak.Core.Inputs;
using Irvak.Core.Sheets;

namespace Irvak.Core.Drives;

/// <summary>Used drives are read whole before they carry data, with health before and after.</summary>
/// <param name="Drives">Used drives that come in.</param>
/// <param name="Hours">Of the longest, all side by side; null when the size of one is not known.</param>
public sealed record IncomingTest(int Drives, double? Hours)
{
    /// <summary>Null when no used drive comes in: one whose health was read and that has run.</summary>
    public static IncomingTest? Of(PlanInput q)
    {
        List<DriveSheet> used =
        [
            .. q.Changes.Where(c => c is { BringsPart: true, In: { Drive: not null, Grade: not null } }).Select(c => c.In!.Drive!),
        ];
        return used.Count == 0 ? null : new(used.Count, used.Any(d => d.Bytes is null) ? null : used.Max(Read));
    }

    /// <summary>One pass at the mean rate of a pass, hours.</summary>
    private static double Read(DriveSheet drive) =>
        DriveDefaults.OverAPass(drive, DriveDefaults.Reads(drive).Value).HoursFor(drive.Bytes!.Value);

    public string Words =>
        $"Test {(Drives == 1 ? "the used drive" : $"the {Drives} used drives, side by side")}: health, extended self-test, a full read "
        + $"({(Hours is { } hours ? $"about {hours:0.#} h" : "how long is not known: a size is missing")}), health again; nothing grown, "
        + "no error of the cable";
}
