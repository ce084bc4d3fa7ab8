using System.Diagnostics;
using System.Runtime.CompilerServices;

namespace Irvak.Bench;

/// <summary>
/// How much slower the machine is just now than when it is left alone: a loop of a few milliseconds, run between the measurements while
/// nothing of Irvak is at work. A figure in milliseconds means nothing on a machine that others use too; beside this it does.
/// </summary>
internal sealed class Pace
{
    // A few milliseconds of one core of today.
    private const int Steps = 2_000_000;

    // The quickest of the whole run: nobody disturbed that one.
    private static double s_least = double.MaxValue;

    private readonly List<double> _times = [];
    private readonly List<double> _nothing = [];

    /// <summary>Runs the loop so often, and counts it to the figure that is measured beside it.</summary>
    public void Take(int times = 3)
    {
        for (var i = 0; i < times; i++)
        {
            var time = Once();
            _times.Add(time);
            s_least = Math.Min(s_least, time);
        }
    }

    /// <summary>1 on a machine that is left alone, 2 when everything takes twice as long.</summary>
    public double Slower => _times.Count == 0 ? 1 : Alternating.Median(_times) / s_least;

    /// <summary>Asks a host for nothing, in turns with what is measured: what of a tail is the machine's, the wire's and the asking
    /// program's.</summary>
    public async Task Ask(Host host) => _nothing.Add((await host.Get("/health/live")).Ms);

    /// <summary>The slowest of a hundred against so many milliseconds, and as much more as the slowest of a hundred questions for nothing
    /// took than those in their middle.</summary>
    public Row Slowest(string what, double ms, double reach, string? note = null)
    {
        var late = _nothing.Order().ElementAt((int)(_nothing.Count * 0.99)) - Alternating.Median(_nothing);
        var held = $"{Report.Text(reach)} ms + {Report.Text(late)} ms, by which nothing was late just now";
        return new(what, $"{Report.Text(ms)} ms", held + (note is null ? "" : "; " + note), ms / (reach + late), 1);
    }

    /// <summary>A figure against so many milliseconds of a machine left alone.</summary>
    /// <param name="note">What stands beside it; null for nothing.</param>
    public Row Held(string what, double ms, double reach, string? note = null) =>
        new(
            what,
            $"{Report.Text(ms)} ms",
            $"{Report.Text(reach)} ms × {Report.Text(Slower)}, the machine just now{(note is null ? "" : "; " + note)}",
            ms / (reach * Slower),
            1
        );

    // Compiled well from its first run: a loop that is still slow would make the machine look slow.
    [MethodImpl(MethodImplOptions.AggressiveOptimization)]
    private static double Once()
    {
        var (from, x) = (Stopwatch.GetTimestamp(), 88172645463325252UL);
        for (var i = 0; i < Steps; i++)
        {
            // Marsaglia, Xorshift RNGs, 2003: each step needs the one before.
            x ^= x << 13;
            x ^= x >> 7;
            x ^= x << 17;
        }
        var ms = Stopwatch.GetElapsedTime(from).TotalMilliseconds;
        return x == 0 ? throw new InvalidOperationException("Never 0.") : ms;
    }
}
