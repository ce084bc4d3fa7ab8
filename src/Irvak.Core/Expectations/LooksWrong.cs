using Irvak.Core.Builds;
using Irvak.Core.Sheets;

namespace Irvak.Core.Expectations;

/// <summary>What worries people after the work and is right; common practice, no source.</summary>
/// <param name="Seen">What a person sees.</param>
/// <param name="Because">Why it is right.</param>
public sealed record LooksWrong(string Seen, string Because)
{
    private static readonly LooksWrong[] Trained =
    [
        new("Screen dark for minutes", "memory is trained at the first start"),
        new("It restarts once by itself", "settings for what is new are stored"),
    ];

    private static readonly LooksWrong Share = new(
        "The system shows less than the firmware",
        "page structures, graphics and firmware hold a share"
    );

    private static readonly LooksWrong NewDrives = new(
        "New drives listed, no volume",
        "they are present and not initialised until an array or a file system is made"
    );

    private static readonly LooksWrong Units = new("Less than is on the label", "units of 2³⁰ and 2⁴⁰ instead of 10⁹ and 10¹²");

    private static readonly LooksWrong[] InArrays =
    [
        new("The array works and says syncing", "the first full pass runs in the background for hours"),
        new("Less than the drives add up to", "redundancy, and units of 2⁴⁰ instead of 10¹²"),
    ];

    /// <summary>What can worry somebody in this job: of memory where memory or a processor changes, of drives where drives do, of arrays
    /// where there are any.</summary>
    /// <param name="memory">True where the job is about memory.</param>
    /// <param name="madeArrays">True when arrays were made or changed.</param>
    /// <param name="arrays">Arrays as found and as planned.</param>
    public static IReadOnlyList<LooksWrong> Of(MachineSheet? sheet, IReadOnlyList<Change> changes, bool memory, bool madeArrays, int arrays)
    {
        var drives = madeArrays || changes.Any(c => c.Place.HoldsDrive);
        return
        [
            .. changes.Any(c => c.Place.IsSlot || c.Place.IsSocket) ? Trained : [],
            .. memory && sheet?.Channels.Count > 0 ? new[] { Share } : [],
            .. drives ? new[] { NewDrives } : [],
            .. !drives ? []
            : arrays > 0 ? InArrays
            : [Units],
        ];
    }
}
