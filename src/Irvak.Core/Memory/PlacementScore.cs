using Irvak.Core.Builds;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <summary>
/// How good a placement is, the first difference deciding: more memory used, then more modules, a higher rate, wider interleave,
/// channels alike, processors alike, fewer moves.
/// </summary>
/// <param name="RateMTs">The rate, or the lower end of its band.</param>
/// <param name="FullestMiB">Capacity of the fullest channel of the machine. The layers of equal height over all channels add up to it, so
/// it alone decides how many channels a transfer spans.</param>
/// <param name="Spread">Sum of the squares of the channels' capacities, GiB²: of two placements with the same fullest channel the evener
/// one.</param>
/// <param name="ImbalanceMiB">Largest difference between sockets with a processor.</param>
/// <param name="Moves">Modules that leave the slot they were found in, for another or for good.</param>
public sealed record PlacementScore(long MiB, int Modules, int RateMTs, long FullestMiB, double Spread, long ImbalanceMiB, int Moves)
{
    public static readonly PlacementScore None = new(0, 0, 0, 0, 0, 0, 0);

    /// <summary>Channels that a transfer spans on average: the capacity-weighted harmonic mean over the layers of the whole
    /// machine.</summary>
    public double Channels => FullestMiB == 0 ? 0 : (double)MiB / FullestMiB;

    /// <summary>Positive when this is the better one.</summary>
    public int Compare(PlacementScore other)
    {
        if (MiB != other.MiB)
            return MiB.CompareTo(other.MiB);
        if (Modules != other.Modules)
            return Modules.CompareTo(other.Modules);
        if (RateMTs != other.RateMTs)
            return RateMTs.CompareTo(other.RateMTs);
        if (FullestMiB != other.FullestMiB)
            return other.FullestMiB.CompareTo(FullestMiB);
        if (Math.Abs(Spread - other.Spread) > 1e-6)
            return other.Spread.CompareTo(Spread);
        if (ImbalanceMiB != other.ImbalanceMiB)
            return other.ImbalanceMiB.CompareTo(ImbalanceMiB);
        return other.Moves.CompareTo(Moves);
    }

    public static PlacementScore Of(MemoryInput q, Build build)
    {
        var rate = Rate.Of(q, build);
        var modules = build.Modules(q.Sheet).ToList();
        var channels = modules
            .GroupBy(m => m.Channel.Id)
            .Select(c => (c.First().Channel.Socket, MiB: c.Sum(m => (long)(m.Module.CapacityMiB ?? 0))))
            .ToList();
        var sockets = q
            .Sheet.Sockets.Where(s => build.HasProcessor(s.Id) && q.Sheet.Channels.Any(c => c.Socket == s.Id))
            .Select(s => channels.Where(c => c.Socket == s.Id).Sum(c => c.MiB))
            .ToList();
        return new PlacementScore(
            channels.Sum(c => c.MiB),
            modules.Count,
            rate.RateMTs ?? rate.LowMTs ?? rate.HighMTs ?? 0,
            channels.Select(c => c.MiB).DefaultIfEmpty(0).Max(),
            channels.Sum(c => Math.Pow(c.MiB / 1024.0, 2)),
            sockets.Count < 2 ? 0 : sockets.Max() - sockets.Min(),
            q.Found.Units.Count(u => u.Value.Module is not null && !ReferenceEquals(build.At(u.Key), u.Value))
        );
    }

    /// <summary>Rules that a placement must not break, on top of every stop: the order within a channel and the board's own
    /// table.</summary>
    public static readonly IReadOnlySet<Rule> Order = new HashSet<Rule> { FillOrder.Skipped, FillOrder.OffTable };
}
