using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Controllers;

/// <summary>Cables of one kind from a controller to bays.</summary>
/// <param name="From">Connector at the controller.</param>
/// <param name="To">Connector at the backplane; null when the sheet does not tell it.</param>
/// <param name="Bays">Bays that they serve.</param>
/// <param name="Count">How many.</param>
/// <param name="Ports">Ports of the controller that they take.</param>
public sealed record CableNeed(string Group, string From, string? To, int Bays, int Count, int Ports)
{
    public string Words => $"{Count} × {From} to {To ?? "the backplane’s plug (look at it)"}";
}

/// <summary>Which cables a controller wants.</summary>
public static class Cabling
{
    // Drives that one connector carries: SFF-8643, 8644, 8087, 8088 four; SFF-8654 in its usual eight; a SATA plug one.
    private static readonly Dictionary<string, int> Ways = new(StringComparer.OrdinalIgnoreCase)
    {
        ["SFF-8643"] = 4,
        ["SFF-8644"] = 4,
        ["SFF-8087"] = 4,
        ["SFF-8088"] = 4,
        ["SFF-8654"] = 8,
        ["SFF-8639"] = 1,
        ["SATA"] = 1,
    };

    /// <summary>Drives that one connector carries; null for a family that is not known.</summary>
    public static int? WaysOf(string? connector) => connector is not null && Ways.TryGetValue(connector, out var n) ? n : null;

    /// <summary>An expander takes one wide cable whatever its bays; without one each connector serves as many bays as it has ways. An NVMe
    /// drive takes four of them.</summary>
    /// <param name="used">Numbers of the bays that hold drives, from 0; each connector of a backplane serves neighbours (common practice,
    /// no source).</param>
    public static CableNeed? Of(BayController controller, BayGroup bays, IReadOnlyCollection<int> used)
    {
        if (used.Count == 0)
            return null;
        if (controller.Sheet.Connector is not { } from || WaysOf(from) is not { } ways)
            return null;
        if (bays.Expander == true)
            return new(bays.Group, from, bays.Plug, used.Count, 1, Math.Min(ways, 4));
        return new(bays.Group, from, bays.Plug, used.Count, used.Select(n => n / ways).Distinct().Count(), used.Count);
    }

    /// <summary>Cables of the plan: for bays whose controller is another than the one found, and for a controller that comes in; to the
    /// board's own only where somebody planned it.</summary>
    public static IEnumerable<(BayGroup Bays, BayController Controller, CableNeed Need)> Needed(ControllerInput q)
    {
        if (!q.TouchesStorage)
            yield break;
        foreach (var bays in q.Bays)
        {
            if (
                q.ControllerOf(bays) is not { } now
                || (now.Card is null && !q.Wires.Has(bays))
                || (q.FoundControllerOf(bays) is { } was && was.Place == now.Place && was.Name == now.Name)
            )
                continue;
            if (Of(now, bays, Used(q, bays)) is { } need)
                yield return (bays, now, need);
        }
    }

    /// <summary>Numbers of the bays that hold a drive in the plan, counted in their whole group: plugs of a backplane do not move when its
    /// bays are cabled apart.</summary>
    public static IReadOnlyCollection<int> Used(ControllerInput q, BayGroup bays)
    {
        var all = Whole(q.Sheet, bays).Names;
        return
        [
            .. Enumerable.Range(0, all.Count).Where(i => bays.Names.Contains(all[i]) && q.Planned.At(Place.Bay(all[i]))?.Drive is not null),
        ];
    }

    /// <summary>Bays as people speak of them: a whole group by its name, a part of it by its bays.</summary>
    public static string Words(MachineSheet sheet, BayGroup bays) =>
        Whole(sheet, bays).Names.Count == bays.Names.Count ? $"the {bays.Group} bays" : Verdicts.Say.Range(bays.Names, "bay", "bays");

    /// <summary>What tells these bays from others: their group, and of a part its first bay.</summary>
    public static string Key(MachineSheet sheet, BayGroup bays) =>
        Whole(sheet, bays).Names.Count == bays.Names.Count ? bays.Group : $"{bays.Group}:{bays.Names[0]}";

    private static BayGroup Whole(MachineSheet sheet, BayGroup bays) => sheet.Bays.First(b => b.Group == bays.Group);

    /// <summary>A cable of the shelf for that need.</summary>
    public static ShelfPart? Cable(ShelfBook shelf, CableNeed need) =>
        shelf
            .Accessories(AccessoryKind.Cable)
            .Where(p =>
                p.Accessory is { Ends: [var from, var to] }
                && string.Equals(from, need.From, StringComparison.OrdinalIgnoreCase)
                && need.To is not null
                && string.Equals(to, need.To, StringComparison.OrdinalIgnoreCase)
            )
            .OrderByDescending(p => p.InStock > 0)
            .ThenBy(p => p.PriceEur ?? decimal.MaxValue)
            .FirstOrDefault();

    /// <summary>The unit that guards a card's cache, or the key that opens a feature of it.</summary>
    public static ShelfPart? For(ShelfBook shelf, CardSheet card, AccessoryKind kind, string? opens = null) =>
        shelf
            .Accessories(kind)
            .Where(p => p.Accessory is { } a && a.For.Contains(card.Name) && (opens is null || a.Opens == opens))
            .OrderByDescending(p => p.InStock > 0)
            .FirstOrDefault();
}
