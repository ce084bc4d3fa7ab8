using System.Diagnostics;

namespace Irvak.Bench;

/// <summary>Measures several things in turns, so that what disturbs the machine disturbs all of them.</summary>
internal static class Alternating
{
    private const int Rounds = 9;

    // Long enough that the clock's own cost is nothing beside it.
    private static readonly TimeSpan Turn = TimeSpan.FromMilliseconds(60);

    /// <summary>Median time of one call of each, in microseconds, in the order given.</summary>
    public static double[] Medians(params Action[] actions) => Medians(TimeSpan.FromSeconds(1), actions);

    /// <param name="warm">Each runs three times so long before; shorter where its code ran for another row.</param>
    public static double[] Medians(TimeSpan warm, params Action[] actions)
    {
        var times = actions.Select(_ => new List<double>()).ToArray();
        // Until the compiler is done: what is often called is compiled again while it runs.
        for (var round = 0; round < 3; round++)
            foreach (var action in actions)
                Once(action, warm);
        for (var round = 0; round < Rounds; round++)
        for (var i = 0; i < actions.Length; i++)
            times[i].Add(Once(actions[i], Turn));
        return [.. times.Select(Median)];
    }

    private static double Once(Action action, TimeSpan turn)
    {
        var (from, count) = (Stopwatch.GetTimestamp(), 0);
        do
        {
            action();
            count++;
        } while (Stopwatch.GetElapsedTime(from) < turn);
        return Stopwatch.GetElapsedTime(from).TotalMicroseconds / count;
    }

    public static double Median(List<double> values) => values.Order().ElementAt(values.Count / 2);
}
