using Irvak.Core.Quantities;

namespace Irvak.Core.Arrays;

/// <summary>What a loss chain is about.</summary>
/// <param name="MttfHours">Mean time to failure of one drive, hours; lives are exponential.</param>
/// <param name="RepairHours">Mean time from a failure to the end of the rebuild, hours.</param>
/// <param name="UnreadableChance">Chance that the rebuild at the last tolerated failure meets an unreadable sector, 0 to 1.</param>
/// <param name="AtOnce">Drives of a group that are rebuilt at the same time; null for all that failed.</param>
public sealed record LossQuestion(double MttfHours, double RepairHours, double UnreadableChance = 0, int? AtOnce = null);

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
            down[k] = k == 0 ? 0 : Math.Min(k, q.AtOnce ?? k) / q.RepairHours;
        }
        return (up, down);
    }

    /// <summary>
    /// The series. Weights of a Poisson distribution one from the other, from where those to the left are too small to count, and divided
    /// by their sum (Fox and Glynn, Communications of the ACM 31, 1988): no logarithm a step, and what is small keeps its digits.
    /// </summary>
    private static LossChance Uniform(double[] up, double[] down, int tolerance, double unreadable, double fastest, double mean)
    {
        var chain = new Chain(up, down, tolerance, unreadable, fastest);
        // What lies left of it is less than e^(−80) of the whole, and of what is lost there is less.
        var first = Math.Max(0, (long)(mean - Math.Sqrt(2 * 80 * mean)));
        for (long step = 0; step < first; step++)
            chain.Step();
        double array = 0,
            sectors = 0,
            seen = 0;
        // Whatever it begins with cancels; far from what overflows, and from what vanishes.
        var weight = 1e-200;
        for (var step = first; ; step++)
        {
            array += weight * chain.Array;
            sectors += weight * chain.Sectors;
            seen += weight;
            if (step > mean && weight < Epsilon * 1e-3 * seen)
                return new(array / seen, sectors / seen, weight / seen / (1 - (mean / (step + 1))));
            chain.Step();
            weight *= mean / (step + 1);
        }
    }

    /// <summary>The chain that is left when each step takes the same time: where it stands, and what it has lost so far.</summary>
    private sealed class Chain(double[] up, double[] down, int tolerance, double unreadable, double fastest)
    {
        // Of each state: the chance that it goes one up, one down with all of its data, and that nothing happens.
        private readonly double[] _up = [.. up.Select(r => r / fastest)];
        private readonly double[] _down = [.. down.Select((r, k) => r / fastest * (k == tolerance ? 1 - unreadable : 1))];
        private readonly double[] _stays = [.. up.Zip(down, (u, d) => 1 - ((u + d) / fastest))];
        private readonly double _unreadable = down[tolerance] / fastest * unreadable;
        private double[] _now = [1, .. new double[tolerance]];
        private double[] _next = new double[tolerance + 1];

        public double Array { get; private set; }

        public double Sectors { get; private set; }

        public void Step()
        {
            var (now, next, last) = (_now, _next, tolerance);
            Array += now[last] * _up[last];
            Sectors += now[last] * _unreadable;
            for (var k = 0; k <= last; k++)
                next[k] = (now[k] * _stays[k]) + (k > 0 ? now[k - 1] * _up[k - 1] : 0) + (k < last ? now[k + 1] * _down[k + 1] : 0);
            (_now, _next) = (next, now);
        }
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
