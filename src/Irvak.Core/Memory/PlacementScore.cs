using Irvak.Core.Builds;

namespace Irvak.Core.Memory;

/// <summary>
/// How good a placement is, the first difference deciding: more memory used, then more modules, a higher rate, wider interleave,
/// processors alike, fewer moves.
/// </summary>
/// <param name="RateMTs">The rate, or the lower end of its band.</param>
/// <param name="Channels">Channels that a transfer spans on average, over all sockets: capacity of a socket divided by that of its fullest channel.</param>
/// <param name="ImbalanceMiB">Largest difference between sockets with a processor.</param>
/// <param name="Moves">Modules that leave the slot they were found in, for another or for good.</param>
public sealed record PlacementScore(long MiB, int Modules, int RateMTs, double Channels, long ImbalanceMiB, int Moves)
{
    /// <summary>Positive when this is the better one. Widths closer than a millionth count as equal.</summary>
    public int Compare(PlacementScore other)
    {
        if (MiB != other.MiB) return MiB.CompareTo(other.MiB);
        if (Modules != other.Modules) return Modules.CompareTo(other.Modules);
        if (RateMTs != other.RateMTs) return RateMTs.CompareTo(other.RateMTs);
        if (Math.Abs(Channels - other.Channels) > 1e-6) return Channels.CompareTo(other.Channels);
        if (ImbalanceMiB != other.ImbalanceMiB) return other.ImbalanceMiB.CompareTo(ImbalanceMiB);
        return other.Moves.CompareTo(Moves);
    }

    public static PlacementScore Of(Question q, Build build)
    {
        var rate = Rate.Of(q, build);
        var sockets = q.Sheet.Sockets.Where(s => build.HasProcessor(s.Id)).Select(s => q.Sheet.Channels.Where(c => c.Socket == s.Id)
            .Select(c => c.Slots.Sum(slot => (long)(build.ModuleAt(slot)?.CapacityMiB ?? 0))).ToList()).Where(c => c.Count > 0).ToList();
        var totals = sockets.Select(c => c.Sum()).ToList();
        var modules = build.Modules(q.Sheet).ToList();
        return new PlacementScore(
            totals.Sum(), modules.Count, rate.RateMTs ?? rate.LowMTs ?? rate.HighMTs ?? 0,
            sockets.Sum(c => c.Max() == 0 ? 0 : (double)c.Sum() / c.Max()),
            totals.Count < 2 ? 0 : totals.Max() - totals.Min(),
            q.Found.Units.Count(u => u.Value.Module is not null && !ReferenceEquals(build.At(u.Key), u.Value)));
    }

    /// <summary>Rules that a placement must not break, on top of every stop: the order within a channel and the board's own table.</summary>
    public static readonly IReadOnlySet<string> Order = new HashSet<string> { FillOrder.Skipped.Code, FillOrder.OffTable.Code };
}
