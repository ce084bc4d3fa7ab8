using Irvak.Core.Builds;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers;

/// <summary>What most people would do: leave the fitted modules where they are and fill up in order; and why that is worse.</summary>
internal static class Alternative
{
    public static string? Compare(MemoryInput q, Build bare, IReadOnlyList<HandModule> hand, Build best, PlacementScore score)
    {
        var build = FillUp(q, bare, hand);
        var other = PlacementScore.Of(q, build);
        if (score.Compare(other) <= 0 && !PlacementSolver.Against(q, build).Any())
            return null;
        var name = hand.Any(h => h.From is not null)
            ? "Leaving the fitted ones and filling up in order"
            : "Filling up in order as they come";
        if (PlacementSolver.Against(q, build).FirstOrDefault() is { } stop)
            return $"{name}: {Lower(LeftOver.Plain(stop.Sentence, "-"))}";
        var worse = Difference(score, other);
        var moves = score.Moves - other.Moves;
        return $"{name} gives {worse}{(moves > 0 ? $", and saves {Say.Count(moves, "move", "moves")}" : "")}.";
    }

    private static Build FillUp(MemoryInput q, Build bare, IReadOnlyList<HandModule> hand)
    {
        var build = bare;
        foreach (var module in hand.Where(h => h.From is not null))
            build = build.With(Place.Slot(module.From!), module.Unit);
        foreach (var module in hand.Where(h => h.From is null))
            if (FillOrder.NextFree(q.Sheet, build) is { } slot)
                build = build.With(Place.Slot(slot), module.Unit);
        return build;
    }

    /// <summary>The first part of the score that differs.</summary>
    private static string Difference(PlacementScore best, PlacementScore other) =>
        best.MiB != other.MiB ? $"{ByteCount.FromMiB(other.MiB)} instead of {ByteCount.FromMiB(best.MiB)}"
        : best.Modules != other.Modules ? $"{other.Modules} modules instead of {best.Modules}"
        : best.RateMTs != other.RateMTs ? $"{other.RateMTs} instead of {best.RateMTs} MT/s"
        : best.FullestMiB != other.FullestMiB ? $"{other.Channels:0.##} channels at once instead of {best.Channels:0.##}"
        : Math.Abs(best.Spread - other.Spread) > 1e-6 ? "channels filled less evenly"
        : best.ImbalanceMiB != other.ImbalanceMiB
            ? $"{ByteCount.FromMiB(other.ImbalanceMiB)} between the processors instead of {ByteCount.FromMiB(best.ImbalanceMiB)}"
        : $"{Say.Count(other.Moves, "move", "moves")} instead of {best.Moves}";

    private static string Lower(string text) => char.ToLowerInvariant(text[0]) + text[1..];
}
