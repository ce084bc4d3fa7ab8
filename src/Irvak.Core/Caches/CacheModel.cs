namespace Irvak.Core.Caches;

/// <summary>One point of the curve.</summary>
/// <param name="Bytes">Size of the cache.</param>
/// <param name="Hits">Share of requests that it answers, 0 to 1.</param>
/// <param name="LatencyMs">Mean latency, ms.</param>
public sealed record CachePoint(long Bytes, double Hits, double LatencyMs);

/// <summary>Blocks of one volume that are asked for.</summary>
/// <param name="Blocks">1 or more.</param>
/// <param name="Exponent">Zipf exponent, 0 (all alike) and up.</param>
/// <param name="Share">Its share of all requests, as a weight.</param>
public sealed record Population(long Blocks, double Exponent, double Share);

/// <summary>
/// Share of requests that a least-recently-used cache answers when blocks are asked for with Zipf popularity: Che's approximation
/// (Che, Tung, Wang, IEEE JSAC 2002). A block is there when it was asked for within the characteristic time t that solves
/// Σ (1 − e^(−p·t)) = C; hits are Σ p·(1 − e^(−p·t)).
/// </summary>
/// <remarks>Requests are taken as independent of each other: scans and reading in order break it, and a cache then helps less.</remarks>
public sealed class CacheModel
{
    /// <summary>Exponents worth offering. Common practice, no source.</summary>
    public static readonly IReadOnlyList<double> Exponents = [0.6, 0.8, 0.9, 1.0];

    private readonly double[] _popularity;
    private readonly double[] _count;

    // The product of both: what is asked for of each gathered rank.
    private readonly double[] _asked;

    // Where the ranks of each population end; their shares of the requests.
    private readonly int[] _ends;
    private readonly double[] _shares;

    // The ranks of each, and what turns their weights into shares of all requests.
    private readonly List<(Ranks Ranks, double Scale)> _volumes = [];

    /// <param name="blocks">Blocks of the hot data, 1 or more.</param>
    /// <param name="exponent">Zipf exponent, 0 (all alike) and up.</param>
    /// <exception cref="ArgumentOutOfRangeException">No block, or a negative exponent.</exception>
    public CacheModel(long blocks, double exponent)
        : this([new(blocks, exponent, 1)]) { }

    /// <summary>Several volumes behind one cache: the popularity of each block is its own, times its volume's share of the
    /// requests.</summary>
    /// <exception cref="ArgumentOutOfRangeException">No volume, no block, a negative exponent or no share.</exception>
    public CacheModel(IReadOnlyList<Population> volumes)
    {
        ArgumentOutOfRangeException.ThrowIfZero(volumes.Count);
        _populations = volumes;
        var (popularity, count, ends) = (new List<double>(), new List<double>(), new List<int>());
        var shares = volumes.Sum(v => v.Share);
        foreach (var volume in volumes)
        {
            ArgumentOutOfRangeException.ThrowIfLessThan(volume.Blocks, 1);
            ArgumentOutOfRangeException.ThrowIfNegative(volume.Exponent);
            ArgumentOutOfRangeException.ThrowIfNegativeOrZero(volume.Share);
            var ranks = new Ranks(volume);
            var scale = volume.Share / shares / ranks.Sum(volume.Blocks);
            _volumes.Add((ranks, scale));
            popularity.AddRange(ranks.Weights.Select(w => w * scale));
            count.AddRange(ranks.Counts);
            ends.Add(count.Count);
            Blocks += volume.Blocks;
        }
        _asked = [.. count.Zip(popularity, (c, p) => c * p)];
        (_popularity, _count, _ends, _shares) = ([.. popularity], [.. count], [.. ends], [.. volumes.Select(v => v.Share / shares)]);
    }

    private readonly IReadOnlyList<Population> _populations;

    public long Blocks { get; }

    /// <summary>Share of requests answered by a cache of so many blocks, by the exact sum; null where there are too many blocks for
    /// it.</summary>
    public double? Exactly(long cached) => ExactLru.Hits(_populations, cached);

    /// <summary>Share of requests answered by a cache of so many blocks.</summary>
    public double Hits(double cached) => HitsOf(cached).Zip(_shares, (h, s) => h * s).Sum();

    /// <summary>
    /// Share of each volume's own requests answered, in the order of the volumes. The time in which a cache turns over is at least as many
    /// requests as it has blocks: each brings one at most.
    /// </summary>
    public IReadOnlyList<double> HitsOf(double cached) => HitsOf(cached, cached).Hits;

    /// <summary>Shares answered by caches of growing sizes: each begins where the one before it ended, which is never too far.</summary>
    /// <exception cref="ArgumentException">A size is smaller than the one before it.</exception>
    public IReadOnlyList<double> HitsAlong(IEnumerable<double> growing)
    {
        var (all, from, last) = (new List<double>(), 0.0, 0.0);
        foreach (var cached in growing)
        {
            if (cached < last)
                throw new ArgumentException("Sizes must grow.", nameof(growing));
            var (hits, t) = HitsOf(cached, Math.Max(from, cached));
            all.Add(hits.Zip(_shares, (h, s) => h * s).Sum());
            (from, last) = (t, cached);
        }
        return all;
    }

    /// <param name="from">A time that is not beyond the characteristic one.</param>
    private (IReadOnlyList<double> Hits, double Time) HitsOf(double cached, double from)
    {
        if (cached <= 0)
            return ([.. _shares.Select(_ => 0.0)], 0);
        // A cache that holds all misses only the first touch, which is left out.
        if (cached >= Blocks)
            return ([.. _shares.Select(_ => 1.0)], from);
        var t = Solve(from, cached, Filled);
        var hits = new double[_shares.Length];
        for (int i = 0, volume = 0; i < _popularity.Length; i++)
        {
            if (i == _ends[volume])
                volume++;
            hits[volume] += _asked[i] * There(_popularity[i] * t);
        }
        return ([.. hits.Zip(_shares, (h, s) => h / s)], t);
    }

    /// <summary>Blocks needed for a share of hits; all of them for a share that only the whole data reaches.</summary>
    /// <remarks>Both hits and blocks grow with the characteristic time, so the time that gives the hits gives the blocks.</remarks>
    public long BlocksFor(double hits)
    {
        if (hits <= 0)
            return 0;
        if (hits >= 1)
            return Blocks;
        var blocks = Filled(Solve(0, hits, Answered)).Sum;
        // A whole number of blocks that is met but for the last digits is that number.
        return Math.Clamp((long)Math.Ceiling(blocks * (1 - 1e-11)), 1, Blocks);
    }

    /// <summary>Best that any cache of that size could do: the most popular blocks and nothing else.</summary>
    public double Bound(double cached)
    {
        if (_volumes.Count == 1)
            return _volumes[0].Ranks.Sum(cached) * _volumes[0].Scale;
        if (cached >= Blocks)
            return 1;
        // The popularity at which the blocks are cut, halved on a scale of ratios until two numbers are next to each other.
        var (none, all) = (_popularity.Max() * 2, _popularity.Min() / 2);
        for (var i = 0; i < MostHalvings; i++)
        {
            var middle = Math.Sqrt(none * all);
            if (!(middle < none && middle > all))
                break;
            if (_volumes.Sum(v => v.Ranks.AtLeast(middle / v.Scale)) > cached)
                all = middle;
            else
                none = middle;
        }
        var taken = _volumes.Select(v => v.Ranks.AtLeast(none / v.Scale)).ToList();
        return _volumes.Zip(taken, (v, n) => v.Ranks.Sum(n) * v.Scale).Sum() + ((cached - taken.Sum()) * none);
    }

    // Each halves the distance of the two logarithms: sixty leave nothing of it.
    private const int MostHalvings = 70;

    /// <summary>
    /// Where a sum that grows ever more slowly reaches a value, by Newton's steps from below: the tangent lies above the sum, so no step
    /// goes too far, and near the end each doubles the digits.
    /// </summary>
    private static double Solve(double from, double value, Func<double, (double Sum, double Slope)> at)
    {
        var t = from;
        for (var i = 0; i < MostSteps; i++)
        {
            var (sum, slope) = at(t);
            var step = (value - sum) / slope;
            if (!(step > t * 1e-14))
                break;
            t += step;
        }
        return t;
    }

    // Each step at the flat end adds a mean time between two requests for the rarest block; a cache one block short of everything takes
    // about thirty.
    private const int MostSteps = 200;

    /// <summary>Blocks that were asked for within a time, and how they grow with it.</summary>
    private (double Sum, double Slope) Filled(double t)
    {
        var (sum, slope) = (0.0, 0.0);
        for (var i = 0; i < _popularity.Length; i++)
        {
            var there = There(_popularity[i] * t);
            sum += _count[i] * there;
            slope += _asked[i] * (1 - there);
        }
        return (sum, slope);
    }

    /// <summary>Share of requests for blocks that were asked for within a time, and how it grows with it.</summary>
    private (double Sum, double Slope) Answered(double t)
    {
        var (sum, slope) = (0.0, 0.0);
        for (var i = 0; i < _popularity.Length; i++)
        {
            var there = There(_popularity[i] * t);
            sum += _asked[i] * there;
            slope += _asked[i] * _popularity[i] * (1 - there);
        }
        return (sum, slope);
    }

    /// <summary>1 − e^(−x), by the first terms of its series where the difference would lose digits; twelve are kept. From 40 on it is 1 to
    /// the last digit, and an exponential that underflows is slow.</summary>
    private static double There(double x) =>
        x < 1e-4 ? x * (1 - (x / 2) + (x * x / 6))
        : x > 40 ? 1
        : 1 - Math.Exp(-x);
}
