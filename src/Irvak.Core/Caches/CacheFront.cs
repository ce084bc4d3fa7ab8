using Irvak.Core.Quantities;

namespace Irvak.Core.Caches;

/// <summary>A cache in front of slower drives, whatever its size: hits and latency of each size, and the least that is noticed.</summary>
/// <param name="Block">Unit that it keeps, bytes.</param>
/// <param name="SlowMs">Latency of the drives behind it, ms.</param>
/// <param name="FastMs">Latency of the cache, ms.</param>
internal sealed record CacheFront(CacheModel Model, long Block, double SlowMs, double FastMs)
{
    /// <summary>An improvement that people notice: a quarter of the mean latency. Common practice, no source.</summary>
    private const double Quarter = 0.25;

    // What a flash drive writes for a byte of small writes in any order. Common practice, no source.
    public const double Amplification = 2;

    // Points of the curve: closer together where it is steep.
    private const int Steps = 30;

    public CachePoint At(long bytes) => At(bytes, Model.Hits(bytes / (double)Block));

    /// <summary>The mean latency with so many hits, however they came about.</summary>
    public CachePoint At(long bytes, double hits) => new(bytes, hits, (hits * FastMs) + ((1 - hits) * SlowMs));

    /// <summary>From nothing to all of the hot data.</summary>
    public IReadOnlyList<CachePoint> Curve
    {
        get
        {
            long[] sizes = [.. Enumerable.Range(0, Steps + 1).Select(i => (long)(Model.Blocks * Block * Math.Pow(i / (double)Steps, 2)))];
            return [.. Model.HitsAlong(sizes.Select(s => s / (double)Block)).Select((h, i) => At(sizes[i], h))];
        }
    }

    /// <summary>Smallest size that takes a quarter off the latency: h·fast + (1 − h)·slow ≤ ¾·slow solved for h; null when none
    /// does.</summary>
    public long? Least { get; } =
        FastMs < SlowMs && Quarter / (1 - (FastMs / SlowMs)) is <= 1 and var hits ? Model.BlocksFor(hits) * Block : null;

    /// <summary>Years until a rated volume is written through it.</summary>
    public static double Years(double ratedTB, double writtenGBPerDay) => ratedTB * 1000 / (writtenGBPerDay * Amplification * 365);

    /// <param name="popularity">How the popularity of blocks is taken, in words.</param>
    public Worked Sum(CachePoint now, string popularity) =>
        new(
            [
                new("blocks of hot data", Grouped(Model.Blocks)),
                new("blocks in the cache", Grouped(now.Bytes / Block)),
                new("hits, " + popularity, Chance.Words(now.Hits), true),
                .. Model.Exactly(now.Bytes / Block) is { } exact
                    ? new[] { new WorkedLine("hits by the exact sum (King 1971): few blocks", Chance.Words(exact)) }
                    : [],
                new("hits × cache + misses × drives", $"{now.Hits:0.###} × {FastMs:0.###} + {1 - now.Hits:0.###} × {SlowMs:0.###} ms"),
            ],
            new WorkedLine("mean latency", $"{now.LatencyMs:0.##} ms", true),
            "Che, Tung, Wang, IEEE JSAC 2002; requests independent of each other"
        );

    private static string Grouped(long n) => n.ToString("N0").Replace(',', ' ');
}
