using System.Runtime.CompilerServices;
using System.Security.Cryptography;
using System.Text;
using Irvak.Core;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Store;

namespace Irvak.Web;

/// <summary>What happens at a place, as far as its ink tells.</summary>
public sealed record SmallChange(Place Place, bool Out, bool In, Place? MovedFrom, Place? MovedTo);

/// <summary>A job's machine as lists draw it small: which places hold something, and which change. What the parts are is not
/// drawn.</summary>
/// <param name="Sheet">Mark of the machine sheet, which many jobs share.</param>
/// <param name="Planned">Places that hold something in the plan, with the slots that a card there covers.</param>
public sealed record SmallPlate(
    string Sheet,
    IReadOnlyCollection<Place> Found,
    IReadOnlyCollection<Place> FoundEmpty,
    IReadOnlyDictionary<Place, int> Planned,
    IReadOnlyList<SmallChange> Changes
)
{
    /// <summary>What lists show of a job: its stage, one line of what is in its way, how far it is, and its plate.</summary>
    public static JobListing Listing(JobView view, Job job)
    {
        var plate = view.Sheet is { } sheet
            ? new SmallPlate(
                MarkOf(sheet),
                [.. view.Found.Keys],
                view.FoundEmpty,
                view.Planned.ToDictionary(u => u.Key, u => u.Value.Card?.Thick ?? 1),
                [.. view.Changes.Select(c => new SmallChange(c.Place, c.Out is not null, c.In is not null, c.MovedFrom, c.MovedTo))]
            )
            : null;
        var way = view.InTheWay;
        return new JobListing(
            view.Stage,
            way.Severity,
            way.Line,
            way.Done,
            way.Total,
            plate is null ? null : Database.ToJson(plate),
            plate?.Sheet
        )
        {
            Words = JobWords.Of(job.Number, job.Title, job.Owner, job.BegunBy, job.State),
            Serial = job.State.System.Serial,
            HostName = job.State.System.HostName,
            Machine = view.Sheet is { } named ? named.FullName : null,
            Wants = Wants(view),
        };
    }

    /// <summary>Parts of the shelf that the plan takes, cables and trays too. Once the work at the machine began they are no longer on
    /// it.</summary>
    private static Dictionary<string, int> Wants(JobView view) =>
        view.Stage >= Stage.HandsOn
            ? []
            : (view.Shopping?.Lines ?? [])
                .Where(l => l.ShelfPartId is not null)
                .GroupBy(l => l.ShelfPartId!)
                .ToDictionary(g => g.Key, g => g.Sum(l => l.Count));

    private static readonly ConditionalWeakTable<MachineSheet, string> Marks = [];

    /// <summary>The same for sheets that say the same. A sheet is never changed; it is written once to be marked.</summary>
    private static string MarkOf(MachineSheet sheet) =>
        Marks.GetValue(sheet, s => Convert.ToHexStringLower(SHA256.HashData(Encoding.UTF8.GetBytes(Database.ToJson(s))).AsSpan(0, 12)));
}
