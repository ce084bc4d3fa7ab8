using System.ComponentModel;
using System.Text.Json.Serialization;
using Irvak.Core.Contracts;
using Irvak.Core.Quantities;
using MathNet.Numerics.Random;

namespace Irvak.Core.Arrays;

/// <summary>What a simulation is about. With its defaults it is the world of <see cref="LossChain"/>, and both must agree.</summary>
/// <param name="Years">How long each array lives, years.</param>
/// <param name="Runs">How many arrays are watched.</param>
/// <param name="Seed">The same seed gives the same result, on however many cores.</param>
/// <param name="Shape">Weibull shape of the lives: 1 as the chain, 1.2 ageing, 0.8 early failures (the approach: Elerath and Pecht
/// 2009).</param>
/// <param name="Fixed">True when every repair takes the same time; false when they spread as the chain's do.</param>
/// <param name="Spares">Drives that stand by or lie on the shelf; null when one is always there, as the chain has it.</param>
/// <param name="LeadHours">Until a spare that was used is made up for, hours.</param>
/// <param name="BadBatch">Share of arrays, 0 to 1, whose drives all come from a bad batch.</param>
public sealed record SimulationQuestion(
    double Years = ArrayFigures.YearsOfLoss,
    long Runs = 1_000_000,
    int Seed = 1,
    double Shape = 1,
    bool Fixed = false,
    int? Spares = null,
    double LeadHours = 168,
    double BadBatch = 0
)
{
    /// <summary>Life of a drive of a bad batch, as a share of the usual one.</summary>
    [DefaultValue(0.25d)]
    public double BadLife { get; init; } = 0.25;

    public const long MostRuns = 100_000_000;

    /// <summary>What is wrong with it; null when nothing is.</summary>
    [JsonIgnore]
    public SheetProblem? Problem =>
        Years is not (> 0 and <= 50) ? new("/years", "Between 0 and 50 years.")
        : Runs is < 1 or > MostRuns ? new("/runs", "Between 1 and 100 000 000 runs.")
        : Shape is not (>= 0.5 and <= 5) ? new("/shape", "A Weibull shape lies between 0.5 and 5.")
        : Spares is < 0 or > 64 ? new("/spares", "Between 0 and 64 spares.")
        : LeadHours is not (>= 0 and <= 87_600) ? new("/leadHours", "A spare arrives within 0 to 87 600 hours.")
        : BadBatch is not (>= 0 and <= 1) ? new("/badBatch", "A share lies between 0 and 1.")
        : BadLife is not (> 0 and <= 1) ? new("/badLife", "A share of the usual life lies above 0, up to 1.")
        : null;

    /// <summary>True where the chain answers the same question.</summary>
    [JsonIgnore]
    public bool IsAsTheChain => Shape == 1 && !Fixed && Spares is null && BadBatch == 0;
}

/// <param name="Runs">Arrays watched so far.</param>
/// <param name="Array">Of them, those that were lost.</param>
/// <param name="Sectors">Of them, those that live but lost sectors.</param>
public sealed record SimulationCount(long Runs, long Array, long Sectors)
{
    public long Either => Array + Sectors;

    /// <summary>Share lost, either way.</summary>
    public double Share => Runs == 0 ? 0 : (double)Either / Runs;

    /// <summary>Interval of 95 % for the chance (Wilson 1927); without a single loss its upper end is that of the rule of three.</summary>
    [JsonIgnore]
    public (double From, double To) Interval
    {
        get
        {
            if (Runs == 0)
                return (0, 1);
            if (Either == 0)
                return (0, Math.Min(1, 3.0 / Runs));
            const double z = 1.959963984540054;
            var (n, p) = ((double)Runs, Share);
            var middle = (p + (z * z / (2 * n))) / (1 + (z * z / n));
            var half = z / (1 + (z * z / n)) * Math.Sqrt((p * (1 - p) / n) + (z * z / (4 * n * n)));
            return (Math.Max(0, middle - half), Math.Min(1, middle + half));
        }
    }

    public static SimulationCount operator +(SimulationCount a, SimulationCount b) =>
        new(a.Runs + b.Runs, a.Array + b.Array, a.Sectors + b.Sectors);
}

/// <summary>What a simulation has found so far.</summary>
/// <param name="Chain">The chain's chance for the same question, array or sectors; null where it does not apply.</param>
/// <param name="Agrees">True when the chain lies within four standard errors; null where they can't be compared.</param>
public sealed record SimulationVerdict(SimulationCount Seen, double From, double To, double? Chain, bool? Agrees, string Sentence)
{
    // Fewer losses than these leave the error itself unknown. Common practice, no source.
    private const double LeastExpected = 10;

    private const double Errors = 4;

    /// <summary>The chain's answer to a question; null where it has none.</summary>
    public static double? ChainOf(ArrayShape shape, LossQuestion loss, SimulationQuestion question) =>
        // Its repairs run side by side: so does the chain that it is held to.
        question.IsAsTheChain
            ? LossChain.Of(shape, loss with { AtOnce = null }, question.Years * Drives.DriveDefaults.HoursPerYear)?.Either
            : null;

    public static SimulationVerdict Of(SimulationQuestion question, SimulationCount seen, double? chain)
    {
        var (from, to) = seen.Interval;
        bool? agrees =
            chain is { } c && c * seen.Runs >= LeastExpected
                ? Math.Abs(seen.Share - c) <= Errors * Math.Sqrt(c * (1 - c) / seen.Runs)
                : null;
        var runs = seen.Runs.ToString("N0").Replace(',', ' ');
        var years = question.Years.ToString("0.#");
        var found =
            seen.Runs == 0 ? "Nothing was seen yet."
            : seen.Either == 0 ? $"No loss in {runs} runs of {years} years: fewer than {Chance.Words(to)}."
            : $"Lost in {Chance.Words(seen.Share)} of {runs} runs of {years} years.";
        return new(
            seen,
            from,
            to,
            chain,
            agrees,
            found
                + agrees switch
                {
                    true => " The chain says the same.",
                    false => " The chain says something else: trust neither before the difference is understood.",
                    _ => "",
                }
        );
    }
}

/// <summary>
/// Monte-Carlo: arrays live through their years, drive by drive. It knows what the chain can't: lives that age, bad batches, spares that
/// come late. Chances below one in ten thousand are seldom seen; then only "fewer than" can be said.
/// </summary>
public static class LossSimulation
{
    /// <summary>Arrays of one piece of work; pieces have seeds of their own, so that the cores don't matter.</summary>
    public const int Piece = 20_000;

    /// <summary>Watches arrays until all runs are done or it is cancelled; what was seen until then counts.</summary>
    /// <param name="loss">Life, repair and unreadable sectors as the chain takes them.</param>
    /// <param name="cores">Cores to use, 1 or more.</param>
    /// <param name="progress">Called with the count so far, from any of the cores, one at a time.</param>
    public static SimulationCount Run(
        ArrayShape shape,
        LossQuestion loss,
        SimulationQuestion question,
        int cores,
        Action<SimulationCount>? progress,
        CancellationToken cancel
    )
    {
        var sum = new SimulationCount(0, 0, 0);
        var gate = new Lock();
        var pieces = (question.Runs + Piece - 1) / Piece;
        try
        {
            Parallel.For(
                0L,
                pieces,
                new ParallelOptions { MaxDegreeOfParallelism = Math.Max(1, cores), CancellationToken = cancel },
                piece =>
                {
                    var count = new ArrayLives(shape, loss, question, unchecked((question.Seed * (int)2654435761) + (int)piece)).Watch(
                        (int)Math.Min(Piece, question.Runs - (piece * Piece))
                    );
                    lock (gate)
                    {
                        sum += count;
                        progress?.Invoke(sum);
                    }
                }
            );
        }
        catch (OperationCanceledException)
        {
            // What was seen so far is an answer too.
        }
        return sum;
    }
}

/// <summary>Lives of arrays of one shape, one after another.</summary>
internal sealed class ArrayLives
{
    private readonly Xoshiro256StarStar _random;
    private readonly LossQuestion _loss;
    private readonly SimulationQuestion _question;
    private readonly double _hours,
        _scale;
    private readonly int[] _groupOf,
        _tolerance;

    // Hour of the next failure of each drive, or of the end of its repair when it is out.
    private readonly double[] _next;
    private readonly bool[] _out;
    private readonly int[] _failed;
    private readonly PriorityQueue<double, double> _spares = new();

    public ArrayLives(ArrayShape shape, LossQuestion loss, SimulationQuestion question, int seed)
    {
        _random = new Xoshiro256StarStar(seed, false);
        (_loss, _question) = (loss, question);
        _hours = question.Years * Drives.DriveDefaults.HoursPerYear;
        // The mean stays what it was whatever the shape: scale = mean ÷ Γ(1 + 1 ÷ shape).
        _scale = loss.MttfHours / MathNet.Numerics.SpecialFunctions.Gamma(1 + (1 / question.Shape));
        _groupOf = [.. shape.Groups.SelectMany((g, i) => Enumerable.Repeat(i, g.Count))];
        _tolerance = [.. shape.Groups.Select(g => Math.Min(g.Tolerance, g.Count - 1))];
        (_next, _out, _failed) = (new double[_groupOf.Length], new bool[_groupOf.Length], new int[_tolerance.Length]);
    }

    public SimulationCount Watch(int runs)
    {
        long array = 0,
            sectors = 0;
        for (var i = 0; i < runs; i++)
        {
            var end = One();
            if (end == Fate.Array)
                array++;
            else if (end == Fate.Sectors)
                sectors++;
        }
        return new(runs, array, sectors);
    }

    private enum Fate
    {
        Lives,
        Array,
        Sectors,
    }

    private Fate One()
    {
        var scale = _question.BadBatch > 0 && _random.NextDouble() < _question.BadBatch ? _scale * _question.BadLife : _scale;
        // Most arrays see no failure at all: one comparison a drive tells, without a logarithm.
        var dies = 1 - Survives(_hours, scale);
        var any = false;
        for (var i = 0; i < _next.Length; i++)
        {
            var u = _random.NextDouble();
            _next[i] = u < dies ? Age(u, scale) : double.PositiveInfinity;
            any |= u < dies;
        }
        return any ? Live(scale) : Fate.Lives;
    }

    private double Survives(double hours, double scale) => Math.Exp(-Math.Pow(hours / scale, _question.Shape));

    /// <summary>Age at death from a number between 0 and 1 that is evenly spread.</summary>
    private double Age(double u, double scale)
    {
        var e = -NearOne.Log1p(-u);
        return scale * (_question.Shape == 1 ? e : Math.Pow(e, 1 / _question.Shape));
    }

    private Fate Live(double scale)
    {
        Array.Clear(_out);
        Array.Clear(_failed);
        _spares.Clear();
        for (var i = 0; i < (_question.Spares ?? 0); i++)
            _spares.Enqueue(0, 0);
        while (true)
        {
            var drive = 0;
            for (var i = 1; i < _next.Length; i++)
                if (_next[i] < _next[drive])
                    drive = i;
            var now = _next[drive];
            if (now > _hours)
                return Fate.Lives;
            var group = _groupOf[drive];
            if (_out[drive])
            {
                // With nothing left to make up for it, an unreadable sector met by this rebuild is lost.
                if (_failed[group] == _tolerance[group] && _random.NextDouble() < _loss.UnreadableChance)
                    return Fate.Sectors;
                _failed[group]--;
                _out[drive] = false;
                _next[drive] = now + Age(_random.NextDouble(), scale);
                continue;
            }
            if (_failed[group] == _tolerance[group])
                return Fate.Array;
            _failed[group]++;
            _out[drive] = true;
            _next[drive] =
                RepairBegins(now) + (_question.Fixed ? _loss.RepairHours : -_loss.RepairHours * NearOne.Log1p(-_random.NextDouble()));
        }
    }

    /// <summary>When a drive to repair with is there; one that is taken is ordered again at once.</summary>
    private double RepairBegins(double now)
    {
        if (_question.Spares is null)
            return now;
        _spares.Enqueue(now + _question.LeadHours, now + _question.LeadHours);
        return Math.Max(now, _spares.Dequeue());
    }
}
