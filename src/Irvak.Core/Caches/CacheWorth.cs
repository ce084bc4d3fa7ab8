using System.Text.Json.Serialization;
using Irvak.Core.Contracts;
using Irvak.Core.Quantities;

namespace Irvak.Core.Caches;

/// <summary>A cache in front of slower drives.</summary>
/// <param name="HotBytes">Data that is asked for at all in a day's work.</param>
/// <param name="CacheBytes">Size of the cache.</param>
/// <param name="BlockKiB">Unit that the cache keeps, KiB.</param>
/// <param name="Exponent">How uneven the demand is (Zipf).</param>
/// <param name="SlowMs">Latency of the drives behind it, ms.</param>
/// <param name="FastMs">Latency of the cache, ms.</param>
/// <param name="WrittenGBPerDay">Written to the volume a day, GB; what a write-back cache takes up first.</param>
/// <param name="RatedTB">Volume that the cache drive is rated for, TB; null when not known.</param>
public sealed record CacheQuestion(
    long HotBytes,
    long CacheBytes,
    int BlockKiB = 64,
    double Exponent = 0.9,
    double SlowMs = 10,
    double FastMs = 0.2,
    double WrittenGBPerDay = 0,
    double? RatedTB = null
)
{
    /// <summary>What is wrong with the question, with a path; null when nothing is.</summary>
    [JsonIgnore]
    public SheetProblem? Problem =>
        this switch
        {
            { HotBytes: < 1 or > 1L << 56 } => new("/hotBytes", "Hot data is more than nothing and less than 64 PiB."),
            { CacheBytes: < 0 or > 1L << 56 } => new("/cacheBytes", "A cache has 0 bytes or more."),
            { BlockKiB: < 1 or > 65_536 } => new("/blockKiB", "A cache keeps blocks of 1 KiB to 64 MiB."),
            { Exponent: < 0 or > 3 } => new("/exponent", "The exponent lies between 0 and 3."),
            _ when SlowMs is not (> 0 and < 1e6) || FastMs is not (> 0 and < 1e6) => new("/slowMs", "Latencies are more than 0 ms."),
            { WrittenGBPerDay: < 0 or > 1e7 } => new("/writtenGBPerDay", "Written is 0 GB a day or more."),
            { RatedTB: <= 0 or > 1e7 } => new("/ratedTB", "A rated volume is more than nothing."),
            _ => null,
        };
}

/// <param name="Curve">From nothing to all of the hot data.</param>
/// <param name="LeastBytes">Below this it brings less than a quarter of the latency; null when no size does.</param>
/// <param name="Helps">True when the cache is at least that large.</param>
/// <param name="Years">Years until the rated volume is written; null without writes or a rating.</param>
public sealed record CacheWorth(
    CachePoint Now,
    double MissMs,
    IReadOnlyList<CachePoint> Curve,
    long? LeastBytes,
    bool Helps,
    double? Years,
    Worked Why
)
{
    public static CacheWorth Of(CacheQuestion q)
    {
        if (q.Problem is { } problem)
            throw new ArgumentException(problem.Text, nameof(q));
        var block = q.BlockKiB * 1024L;
        var front = new CacheFront(new CacheModel(Math.Max(1, q.HotBytes / block), q.Exponent), block, q.SlowMs, q.FastMs);
        var now = front.At(q.CacheBytes);
        double? years = q.WrittenGBPerDay > 0 && q.RatedTB is { } rated ? CacheFront.Years(rated, q.WrittenGBPerDay) : null;
        return new(
            now,
            q.SlowMs,
            front.Curve,
            front.Least,
            front.Least is { } least && q.CacheBytes >= least,
            years,
            front.Sum(now, "Zipf " + q.Exponent.ToString("0.##"))
        );
    }
}
