using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Filling;

/// <summary>Bays that only one cable reaches: they go to the same controller.</summary>
/// <param name="Group">Their group on the sheet.</param>
/// <param name="Names">All of them.</param>
/// <param name="Free">Names of those that are free and suit the drive.</param>
/// <param name="Shared">True when an expander or port multiplier shares one cable among them.</param>
internal sealed record FillBlock(BayGroup Group, IReadOnlyList<string> Names, IReadOnlyList<string> Free, bool Shared)
{
    /// <summary>Drives that sit there already.</summary>
    public int Held => Names.Count - Free.Count;

    /// <summary>Bays among the free ones in which nobody looked whether something sits there.</summary>
    public required IReadOnlyList<string> Unseen { get; init; }

    /// <summary>Blocks with free bays: first those that were seen to be free, each in the order of the chassis.</summary>
    public static IEnumerable<FillBlock> Of(ControllerInput q, DriveSheet drive) => All(q, drive).OrderBy(b => b.Unseen.Count > 0);

    private static IEnumerable<FillBlock> All(ControllerInput q, DriveSheet drive) =>
        from bays in q.Sheet.Bays
        where DriveFit.Suits(bays, drive)
        let shared = WireBays.SharesCable(q.Sheet, bays) is not null
        // Each plug of a backplane serves neighbours, as many as it has ways (common practice, no source); where it is not known which
        // plug, each bay has its own.
        from names in shared
            ?
            [
                [.. bays.Names],
            ]
            : bays.Names.Chunk(Cabling.WaysOf(bays.Plug) ?? 1)
        let free = names.Where(n => q.Planned.At(Place.Bay(n)) is null).ToList()
        where free.Count > 0
        select new FillBlock(bays, names, free, shared)
        {
            Unseen = [.. free.Where(n => q.Changes.All(c => c.Place != Place.Bay(n)) && !q.FoundEmpty.Contains(Place.Bay(n)))],
        };
}
