using Irvak.Core.Builds;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Solvers;

/// <summary>One module in hand.</summary>
/// <param name="From">The slot it was found in; null for one that lies beside the machine.</param>
public sealed record HandModule(Unit Unit, string? From)
{
    public ModuleSheet Module => Unit.Module!;
}

/// <summary>A module that finds no place, and why in one sentence.</summary>
public sealed record StaysOut(HandModule Module, string Why);

/// <summary>Where each module goes.</summary>
/// <param name="Slots">Slot → module.</param>
/// <param name="Score">How good it is, by the core's own evaluation.</param>
/// <param name="IsBest">True when no better placement exists; false when the search ended before it was sure.</param>
/// <param name="Proof">The same in words: proven, or how far the best could be away.</param>
/// <param name="Instead">Why the obvious alternative is worse; null when it is the same.</param>
public sealed record Placement(
    IReadOnlyDictionary<string, HandModule> Slots,
    IReadOnlyList<StaysOut> Out,
    PlacementScore Score,
    bool IsBest,
    string Proof,
    string? Instead
)
{
    /// <summary>The build that it makes of one without modules.</summary>
    public Build On(Build bare)
    {
        var units = bare.Units.ToBuilder();
        foreach (var (slot, module) in Slots)
            units[Place.Slot(slot)] = module.Unit;
        return bare.Over(units.ToImmutable());
    }
}

/// <summary>Modules that no rule tells apart.</summary>
/// <param name="Order">Rank among the kinds: more ranks, then larger, stands first in a channel.</param>
internal sealed record Kind(int Number, ModuleSheet Module, IReadOnlyList<HandModule> Pieces, int Order)
{
    public int MiB => Module.CapacityMiB ?? 0;

    /// <summary>Two families never share a machine; stacked and planar are told apart too.</summary>
    public string Family => $"{Module.Type?.Family()} {(Module.Stack > 1 ? "stacked" : "planar")}";

    /// <param name="apart">What else tells pieces apart, such as their price; null for nothing.</param>
    public static IReadOnlyList<Kind> Of(IEnumerable<HandModule> hand, Func<HandModule, string>? apart = null)
    {
        // Maker, number and what the sheet keeps besides change nothing about where a module may stand.
        var groups = hand.GroupBy(h =>
                (Sheet: h.Module with { Maker = null, PartNumber = null, More = null }, Apart: apart?.Invoke(h) ?? "")
            )
            .OrderByDescending(g => g.Key.Sheet.Ranks ?? 0)
            .ThenByDescending(g => g.Key.Sheet.CapacityMiB ?? 0)
            .ThenByDescending(g => g.Key.Sheet.RateMTs ?? 0)
            .ThenBy(g => g.Key.Sheet.Long, StringComparer.Ordinal)
            .ThenBy(g => g.Key.Apart, StringComparer.Ordinal)
            .ToList();
        var strengths = groups.Select(g => (g.Key.Sheet.Ranks ?? 0, g.Key.Sheet.CapacityMiB ?? 0)).Distinct().ToList();
        return
        [
            .. groups.Select(
                (g, i) =>
                    new Kind(
                        i,
                        g.Key.Sheet,
                        [.. g],
                        strengths.Count - strengths.IndexOf((g.Key.Sheet.Ranks ?? 0, g.Key.Sheet.CapacityMiB ?? 0))
                    )
            ),
        ];
    }
}
