using Irvak.Core.Quantities;

namespace Irvak.Core.Arrays;

/// <summary>What a loss chain is about.</summary>
/// <param name="MttfHours">Mean time to failure of one drive, hours; lives are exponential.</param>
/// <param name="RepairHours">Mean time from a failure to the end of the rebuild, hours.</param>
/// <param name="UnreadableChance">Chance that the rebuild at the last tolerated failure meets an unreadable sector, 0 to 1.</param>
/// <param name="Parallel">True when several drives are rebuilt at once.</param>
public sealed record LossQuestion(double MttfHours, double RepairHours, double UnreadableChance = 0, bool Parallel = true);

/// <param name="Array">Chance that the array is lost.</param>
/// <param name="Sectors">Chance that the array lives but sectors are lost.</param>
/// <param name="Error">Most by which the sum of both may be too small, for what the series left out.</param>
public sealed record LossChance(double Array, double Sectors, double Error)
{
    public double Either => Array + Sectors;
}

/// <summary>
/// Chance of loss within a time by a continuous-time Markov chain: states count the failed drives of a group; from the last tolerated one
/// a further failure loses the array, and a rebuild that meets an unreadable sector loses sectors. Transient solution by uniformisation:
/// every term is positive, so small chances keep their digits.
/// </summary>
/// <remarks>It knows no common causes, no batches, no operators' errors, and no spares that come late.</remarks>
public static class LossChain
{
    /// <summary>Terms beyond which the rest of the series is smaller than this share of one.</summary>
    private const double Epsilon = 1e-17;

    // Failures slower than repairs by more than this make a chain whose terms would not end; it is answered by its closed form or not at
    // all.
    private const double MostTerms = 5_000_000;

    /// <param name="hours">Time, hours, zero or more.</param>
    /// <returns>Null when the rates are such that the sum would not end.</returns>
    /// <exception cref="ArgumentOutOfRangeException">Negative times, or no drive.</exception>
    public static LossChance? OfGroup(int drives, int tolerance, LossQuestion q, double hours)
    {
        ArgumentOutOfRangeException.ThrowIfLessThan(drives, 1);
        ArgumentOutOfRangeException.ThrowIfNegative(hours);
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(q.MttfHours);
        ArgumentOutOfRangeException.ThrowIfNegativeOrZero(q.RepairHours);
        var rate = 1 / q.MttfHours;
        if (tolerance >= drives)
            tolerance = drives - 1;
        if (tolerance == 0)
            return new(-NearOne.ExpM1(-drives * rate * hours), 0, 0);
        var (up, down) = Rates(drives, tolerance, q, rate);
        var fastest = Enumerable.Range(0, tolerance + 1).Max(k => up[k] + down[k]) * 1.000001;
        var mean = fastest * hours;
        return mean > MostTerms ? null : Uniform(up, down, tolerance, q.UnreadableChance, fastest, mean);
    }

    private static (double[] Up, double[] Down) Rates(int drives, int tolerance, LossQuestion q, double rate)
    {
        var (up, down) = (new double[tolerance + 1], new double[tolerance + 1]);
        for (var k = 0; k <= tolerance; k++)
        {
            up[k] = (drives - k) * rate;
            down[k] = k == 0 ? 0 : (q.Parallel ? k : 1) / q.RepairHours;
        }
        return (up, down);
    }

    private static LossChance Uniform(double[] up, double[] down, int tolerance, double unreadable, double fastest, double mean)
    {
        var now = new double[tolerance + 1];
        var next = new double[tolerance + 1];
        now[0] = 1;
        double array = 0,
            sectors = 0,
            lostArray = 0,
            lostSectors = 0,
            seen = 0;
        // Weights of a Poisson distribution with that mean, by logarithms: e^(−mean) itself would vanish.
        var log = -mean;
        for (long step = 0; ; step++)
        {
            var weight = Math.Exp(log);
            array += weight * lostArray;
            sectors += weight * lostSectors;
            seen += weight;
            if (step > mean && (1 - seen < Epsilon || weight < Epsilon * Math.Max(seen, 1e-300) * 1e-3))
                break;
            lostArray += now[tolerance] * up[tolerance] / fastest;
            lostSectors += now[tolerance] * down[tolerance] * unreadable / fastest;
            for (var k = 0; k <= tolerance; k++)
            {
                var stays = now[k] * (1 - ((up[k] + down[k]) / fastest));
                var fromBelow = k > 0 ? now[k - 1] * up[k - 1] / fastest : 0;
                var fromAbove = k < tolerance ? now[k + 1] * down[k + 1] / fastest * (k + 1 == tolerance ? 1 - unreadable : 1) : 0;
                next[k] = stays + fromBelow + fromAbove;
            }
            (now, next) = (next, now);
            log += Math.Log(mean) - Math.Log(step + 1);
        }
        return new(array, sectors, Math.Max(0, 1 - seen));
    }

    /// <summary>The whole array: any of its groups lost. Groups are independent.</summary>
    public static LossChance? Of(ArrayShape shape, LossQuestion q, double hours)
    {
        double logArray = 0,
            logEither = 0,
            error = 0;
        foreach (var group in shape.Groups.GroupBy(g => (g.Count, g.Tolerance)))
        {
            if (OfGroup(group.Key.Count, group.Key.Tolerance, q, hours) is not { } one)
                return null;
            logArray += group.Count() * NearOne.Log1p(-Math.Min(one.Array, 1));
            logEither += group.Count() * NearOne.Log1p(-Math.Min(one.Either, 1));
            error += group.Count() * one.Error;
        }
        var (array, either) = (-NearOne.ExpM1(logArray), -NearOne.ExpM1(logEither));
        return new(array, Math.Max(0, either - array), error);
    }

    /// <summary>
    /// Closed form for a group that survives one failure, without unreadable sectors. With S = λ₁ + λ₂ + µ and d = √(S² − 4λ₁λ₂):
    /// b = (S + d)/2, a = λ₁λ₂/b, P(t) = (a·(e^(−bt) − 1) − b·(e^(−at) − 1)) ÷ (b − a). Nothing near is subtracted from anything near.
    /// </summary>
    public static double OneFault(int drives, double mttfHours, double repairHours, double hours)
    {
        var (l1, l2, mu) = (drives / mttfHours, (drives - 1) / mttfHours, 1 / repairHours);
        var s = l1 + l2 + mu;
        var b = (s + Math.Sqrt((s * s) - (4 * l1 * l2))) / 2;
        var a = l1 * l2 / b;
        return ((a * NearOne.ExpM1(-b * hours)) - (b * NearOne.ExpM1(-a * hours))) / (b - a);
    }

    /// <summary>Mean time until a group is lost, hours; a figure to be shown only beside a chance (Greenan, Plank, Wylie 2010: it says
    /// nothing of the years people have).</summary>
    public static double MeanHours(int drives, int tolerance, LossQuestion q)
    {
        // Mean time to go one state up, from below: m_k = (1 + down_k · m_(k−1)) / up_k; the sum of them all.
        var (up, down) = Rates(drives, tolerance, q, 1 / q.MttfHours);
        double sum = 0,
            before = 0;
        for (var k = 0; k <= tolerance; k++)
        {
            before = (1 + (down[k] * before)) / up[k];
            sum += before;
        }
        return sum;
    }
}
