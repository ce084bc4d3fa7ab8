namespace Irvak.Core.Caches;

/// <summary>
/// Share of requests that a least-recently-used cache answers, exactly, for few blocks. A block is still there when fewer than C others
/// were asked for since it was asked for last. With requests that come by Poisson's law that was a time t ago with density p·e^(−p·t), in
/// which each other block was asked for with 1 − e^(−p·t), independently of the rest: Σ p_i ∫ p_i·e^(−p_i·t)·P(S_i(t) ≤ C − 1) dt. It
/// equals King's sum over all orders (King 1971; Flajolet, Gardy, Thimonier, Discrete Applied Mathematics 39, 1992), without its N! terms.
/// </summary>
/// <remarks>Requests are independent of each other, as in <see cref="CacheModel"/>, which only approximates this sum.</remarks>
public static class ExactLru
{
    /// <summary>Beyond so many blocks the approximation is nearer than half a percent of the requests, and the sum takes too long.
    /// </summary>
    public const int MostBlocks = 128;

    // The integral over ln t: its terms fade like e^x to the left and faster than e^(−e^x) to the right, so steps of equal width lose no
    // digit that is shown.
    private const double Step = 0.12,
        Left = -30,
        Right = 40;

    /// <param name="volumes">Blocks of each, with how they are asked for.</param>
    /// <param name="cached">Blocks that the cache holds.</param>
    /// <returns>0 to 1; null for more blocks than it is worth.</returns>
    public static double? Hits(IReadOnlyList<Population> volumes, long cached)
    {
        if (volumes.Count == 0 || volumes.Sum(v => (double)v.Blocks) > MostBlocks)
            return null;
        var asked = Popularity(volumes);
        // What a cache of the model leaves out is left out here: the first touch.
        if (cached <= 0 || cached >= asked.Length)
            return cached <= 0 ? 0 : 1;
        var (from, to) = (Left - Math.Log(asked.Max()), Math.Log(Right / asked.Min()));
        var steps = (int)Math.Ceiling((to - from) / Step);
        var sum = 0.0;
        for (var i = 0; i <= steps; i++)
        {
            var t = Math.Exp(from + (i * Step));
            sum += At(asked, t, (int)cached) * t * Step;
        }
        return Math.Clamp(sum, 0, 1);
    }

    private static double[] Popularity(IReadOnlyList<Population> volumes)
    {
        var shares = volumes.Sum(v => v.Share);
        return
        [
            .. volumes.SelectMany(v =>
            {
                double[] weights = [.. Enumerable.Range(1, (int)v.Blocks).Select(r => Math.Pow(r, -v.Exponent))];
                var all = weights.Sum();
                return weights.Select(w => w / all * v.Share / shares);
            }),
        ];
    }

    /// <summary>Σ p_i²·e^(−p_i·t)·P(S_i(t) ≤ C − 1).</summary>
    private static double At(double[] asked, double t, int cached)
    {
        double[] there = [.. asked.Select(p => -Expm1(-p * t))];
        // How many of all were asked for within t: one block after the other.
        var of = new double[asked.Length + 1];
        of[0] = 1;
        for (var i = 0; i < there.Length; i++)
        for (var k = i + 1; k >= 0; k--)
            of[k] = (of[k] * (1 - there[i])) + (k > 0 ? of[k - 1] * there[i] : 0);
        var sum = 0.0;
        for (var i = 0; i < asked.Length; i++)
            if (1 - there[i] is var since and > 0)
                sum += asked[i] * asked[i] * since * Fewer(of, there[i], cached);
        return sum;
    }

    /// <summary>P(S ≤ C − 1) without one block: taken out of the sum of all from the end at which no digits are lost.</summary>
    private static double Fewer(double[] of, double there, int cached)
    {
        var (sum, last) = (0.0, 0.0);
        if (there <= 0.5)
        {
            for (var k = 0; k < cached; k++)
                sum += last = (of[k] - (there * last)) / (1 - there);
            return Math.Clamp(sum, 0, 1);
        }
        for (var k = of.Length - 1; k > cached; k--)
            sum += last = (of[k] - ((1 - there) * last)) / there;
        return Math.Clamp(1 - sum, 0, 1);
    }

    /// <summary>e^x − 1 without losing digits near 0.</summary>
    private static double Expm1(double x) => Math.Abs(x) < 1e-5 ? x * (1 + (x / 2) + (x * x / 6)) : Math.Exp(x) - 1;
}
