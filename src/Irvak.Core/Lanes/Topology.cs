using Irvak.Core.Drives;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Lanes;

/// <summary>How lanes run from the processors to the places.</summary>
public static class Topology
{
    /// <summary>The roots from a place up to the processor, the nearest first. A root may be a slot: its own root follows.</summary>
    public static IReadOnlyList<LaneRoot> Way(MachineSheet sheet, string? root)
    {
        var way = new List<LaneRoot>();
        for (var at = root; at is not null && way.Count <= sheet.Roots.Count; )
        {
            if (sheet.Roots.FirstOrDefault(r => r.Id == at) is { } here)
            {
                way.Add(here);
                at = here.Uplink;
            }
            else
                at = sheet.Slots.FirstOrDefault(s => s.Id == at)?.Root;
        }
        return way;
    }

    /// <summary>The processor that a place belongs to in the end; null when not known.</summary>
    public static string? Top(MachineSheet sheet, string? root) => Way(sheet, root) is { Count: > 0 } way ? way[^1].Id : null;

    /// <summary>True when a processor on the way is missing from the plan.</summary>
    public static bool IsDark(LaneInput q, string? root) =>
        Way(q.Sheet, root).Any(r => q.Sheet.Sockets.Any(s => s.Id == r.Id) && q.LacksProcessor(r.Id));

    /// <summary>
    /// Lanes that a sheet wires to a root, places that share lanes counted once: those of places, and those of the uplinks that hang on
    /// it. Makers count an uplink among the lanes of a processor or beside them; where a board's places alone take up what the root has,
    /// it is beside them.
    /// </summary>
    public static (int Places, int Uplinks, bool UplinksApart) Wired(MachineSheet sheet, LaneRoot root)
    {
        var places = sheet
            .Slots.Where(s => s.Root == root.Id)
            // Conventional PCI hangs on a bridge and takes none.
            .Select(s => (s.Id, Lanes: s.Bus == CardBus.Pci ? 0 : s.Elec))
            .Concat(sheet.M2.Where(m => m.Root == root.Id).Select(m => (m.Id, Lanes: m.Lanes ?? 0)))
            .Concat(sheet.Boards.Where(b => b.Root == root.Id).Select(b => (b.Id, Lanes: b.Elec ?? 0)))
            .Concat(
                sheet.Bays.Where(b => b.Root == root.Id).SelectMany(b => b.Names.Select(n => (Id: n, Lanes: BayWiring.LanesOf(b.Bus) ?? 0)))
            );
        var own = places.Sum(p =>
            p.Lanes - sheet.Exclusions.Where(e => e.Then == p.Id).Select(e => Math.Max(0, p.Lanes - e.Lanes)).DefaultIfEmpty(0).Max()
        );
        var uplinks = sheet.Roots.Where(r => r.Uplink == root.Id).Sum(r => r.UplinkLanes ?? 0);
        return (own, uplinks, root.Lanes is { } lanes && own <= lanes && own + uplinks > lanes);
    }

    /// <summary>Data that a root's uplink carries, MB/s; null when not known.</summary>
    public static Throughput? Uplink(LaneRoot root) =>
        root is { Uplink: not null, UplinkLanes: { } lanes, UplinkGen: { } gen } ? LinkRates.Pcie(gen, lanes) : null;

    /// <summary>What takes lanes from a place in this plan; null when nothing does.</summary>
    public static Exclusion? Taken(LaneInput q, string id) =>
        q.Sheet.Exclusions.Where(e => e.Then == id && Holds(q, e.When)).OrderBy(e => e.Lanes).FirstOrDefault();

    /// <summary>Lanes that are left at a slot or M.2 place; null when not known.</summary>
    public static int? LanesLeft(LaneInput q, string id)
    {
        var wired = q.Sheet.Slots.FirstOrDefault(s => s.Id == id)?.Elec
            ?? q.Sheet.M2.FirstOrDefault(m => m.Id == id)?.Lanes
            ?? q.Sheet.Boards.FirstOrDefault(b => b.Id == id)?.Elec;
        return Taken(q, id) is { } taken
            ? wired is { } w
                ? Math.Min(w, taken.Lanes)
                : taken.Lanes
            : wired;
    }

    /// <summary>True when something is planned in a place, named without its kind.</summary>
    private static bool Holds(LaneInput q, string id) => q.PlannedShort.Contains(id);
}
