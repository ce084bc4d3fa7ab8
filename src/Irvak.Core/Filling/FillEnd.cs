using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Paths;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Filling;

/// <summary>A controller that may take drives: what hangs on it already, and what its way inwards lets through.</summary>
/// <param name="Why">Why it takes none of these drives; null when it may.</param>
/// <param name="Before">What the drives that are there already move.</param>
internal sealed record FillEnd(BayController Controller, string? Why, Throughput Before, int DrivesBefore, int PortsBefore)
{
    /// <summary>Slot and uplinks with what each lets through, the nearest first; those of which it is known.</summary>
    public required IReadOnlyList<(string Id, Throughput MBs)> Way { get; init; }

    /// <summary>True when every part of its way is known.</summary>
    public required bool WayKnown { get; init; }

    public string Name => Controller.Card is null ? Controller.Name : $"{Controller.Name} in {Controller.Place.Name}";

    /// <summary>Ports that are left; null when it is not known how many it has.</summary>
    public int? PortsLeft => Controller.Sheet.InnerPorts - PortsBefore;

    public int? DrivesLeft => Controller.Sheet.MostDrives - DrivesBefore;

    /// <summary>What a drive in bays behind it moves: its own rate, or what drive, backplane and controller have in
    /// common carries.</summary>
    public Throughput Carried(BayGroup bays, DriveSheet drive)
    {
        var reads = DriveDefaults.Reads(drive).Value;
        return BayController.Link(BayWiring.Rates(drive), bays.LinkGbs, Controller.Sheet.LinkGbs) is > 0 and var gbs
            ? Throughput.Least(reads, BayWiring.Carried(gbs))
            : reads;
    }

    /// <summary>Every controller of the plan as an end.</summary>
    public static IReadOnlyList<FillEnd> All(PathInput q, PathTrace trace, DriveSheet drive) =>
        [.. BayController.All(q.Sheet, q.Planned).Select(c => Of(q, trace, drive, c))];

    private static FillEnd Of(PathInput q, PathTrace trace, DriveSheet drive, BayController c)
    {
        var behind = q
            .Bays.Where(b => q.ControllerOf(b)?.Place == c.Place)
            .Select(b => (Bays: b, Drives: b.Names.Select(n => q.Planned.At(Place.Bay(n))?.Drive).OfType<DriveSheet>().ToList()))
            .ToList();
        var way = trace.FromSlot(c.Place, c.Card).ToList();
        // A controller of the board on a root without an uplink has nothing narrower above it.
        var straight = q.Sheet.Boards.Any(b => Place.Board(b.Id) == c.Place && q.Sheet.Roots.Any(r => r.Id == b.Root));
        var end = new FillEnd(
            c,
            Unfit(c, drive),
            Throughput.None,
            behind.Sum(b => b.Drives.Count),
            behind.Sum(b => ControllerFit.PortsFor(q, b.Bays, b.Drives.Count))
        )
        {
            Way = [.. way.Where(w => w.MBs is not null).Select(w => (w.Id, w.MBs!.Value))],
            WayKnown = way.All(w => w.MBs is not null) && (way.Count > 0 || straight),
        };
        return end with { Before = Throughput.Sum(behind.SelectMany(b => b.Drives.Select(d => end.Carried(b.Bays, d)))) };
    }

    private static string? Unfit(BayController c, DriveSheet drive) =>
        drive.Protocol is { } speaks && !ControllerFit.Speaks(c.Sheet, speaks) ? $"does not speak {ControllerFit.Name(speaks)}"
        : !c.Reaches(drive) ? "ends at 2 TiB a drive"
        : BayController.Link(BayWiring.Rates(drive), null, c.Sheet.LinkGbs) == 0 ? "has no rate in common with it"
        : null;
}
