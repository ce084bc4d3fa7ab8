using Irvak.Core.Builds;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Solvers;

/// <summary>Why a module that would work alone finds no place beside the others.</summary>
internal static class LeftOver
{
    public static IReadOnlyList<StaysOut> Of(
        MemoryInput q,
        Build build,
        IReadOnlyList<HandModule> able,
        IReadOnlyDictionary<string, HandModule> slots
    )
    {
        var used = slots.Values.ToHashSet(ReferenceEqualityComparer.Instance);
        return [.. able.Where(m => !used.Contains(m)).Select(m => new StaysOut(m, Why(q, build, m)))];
    }

    private static string Why(MemoryInput q, Build build, HandModule module)
    {
        var fitted = build.Modules(q.Sheet).ToList();
        var free = build.UsableSlots(q.Sheet).Where(s => build.ModuleAt(s) is null).ToList();
        if (
            module.Module.Type is { } type
            && fitted.FirstOrDefault(f => f.Module.Type is { } t && t.Family() != type.Family()) is { Module.Type: { } other }
        )
            return $"It is {type.Name()}, and never runs beside the {other.Name()} "
                + $"ones, which hold {ByteCount.FromMiB(build.InstalledMiB)} together.";
        if (fitted.Any(f => f.Module.Stack > 1 != module.Module.Stack > 1))
            return $"It is {(module.Module.Stack > 1 ? "stacked (3DS), the others are planar" : "planar, the others are stacked (3DS)")}; "
                + $"most boards refuse both together, and the others hold {ByteCount.FromMiB(build.InstalledMiB)}.";
        if (free.Count == 0)
            return fitted.Count > 0 && fitted.Min(f => f.Module.CapacityMiB ?? 0) is var least && least > (module.Module.CapacityMiB ?? 0)
                ? $"All {fitted.Count} usable slots hold larger modules."
                : $"All {fitted.Count} usable slots are filled, and an exchange brings nothing.";
        if (
            q.Mode != MemoryMode.Independent
            && Modes.Of(q, build, q.Mode) is { Offered: not false } mode
            && free.Any(s => Fits(q, build, s, module))
        )
            return $"The {mode.Name} mode asks for {mode.Demand}, and it has no partner.";
        // The next slot in order speaks for the others; a slot out of turn would only speak of its turn.
        var tried = free.Select(s =>
                (Slot: s, Against: PlacementSolver.Against(q, build.With(Place.Slot(s), module.Unit)).FirstOrDefault())
            )
            .Where(t => t.Against is not null)
            .ToList();
        if (tried.OrderBy(t => PlacementScore.Order.Contains(t.Against!.Rule)).FirstOrDefault() is { Against: { } against, Slot: var at })
            return $"In {at}: {Plain(against.Sentence, at)}";
        return "The search found no use for it in its time.";
    }

    private static bool Fits(MemoryInput q, Build build, string slot, HandModule module) =>
        !PlacementSolver.Against(q, build.With(Place.Slot(slot), module.Unit)).Any();

    /// <summary>A finding's sentence without links to places.</summary>
    public static string Plain(string sentence, string slot)
    {
        var text = System.Text.RegularExpressions.Regex.Replace(
            sentence.Replace($"[[{Place.Slot(slot)}]]", "it", StringComparison.Ordinal),
            @"\[\[\w+:([^\]]+)\]\]",
            "$1"
        );
        return char.ToUpperInvariant(text[0]) + text[1..];
    }
}
