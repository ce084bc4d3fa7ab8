using System.Diagnostics;

namespace Irvak.Bench;

/// <summary>Two hundred people on two hosts, each on a job of their own, against what two cores can do at all.</summary>
internal sealed class PeopleRows(IReadOnlyList<Host> hosts, bool quick, Report report)
{
    private const int People = 200;

    // Between two changes of one person; drawn from half to one and a half of it.
    private static readonly TimeSpan Pause = TimeSpan.FromSeconds(8);

    public async Task Run()
    {
        var windows = new List<Host.Window>();
        foreach (var some in Enumerable.Range(0, People).Chunk(8))
            windows.AddRange(await Task.WhenAll(some.Select(i => hosts[i % hosts.Count].Begin())));
        var pace = new Pace();
        for (var i = 0; i < 200; i++)
            await pace.Ask(hosts[0]);
        var alone = await Together(windows.Take(1), TimeSpan.FromSeconds(quick ? 2 : 15), TimeSpan.FromMilliseconds(200));
        var people = await Together(windows, TimeSpan.FromSeconds(quick ? 8 : 60), Pause);
        for (var i = 0; i < 200; i++)
            await pace.Ask(hosts[0]);
        var limit = await Together(windows, TimeSpan.FromSeconds(quick ? 3 : 20), TimeSpan.Zero);
        string Rate(Times t) => $"{t.All.Count / t.Seconds:0} answers a second";
        report.Add(pace.Slowest($"{People} people, two hosts, 99 of 100", people.Of(0.99), 100, Rate(people)));
        report.Add(
            new(
                $"{People} people, half of the answers",
                $"{Report.Text(people.Of(0.5))} ms",
                $"one of them alone {Report.Text(alone.Of(0.5))} ms",
                people.Of(0.5) / alone.Of(0.5),
                null
            )
        );
        report.Add(
            new(
                "the limit: nobody pauses",
                Rate(limit),
                Rate(people),
                limit.All.Count / limit.Seconds / (people.All.Count / people.Seconds),
                null
            )
        );
    }

    private sealed record Times(List<double> All, double Seconds)
    {
        public double Of(double share) => All.Order().ElementAt((int)(All.Count * share));
    }

    /// <summary>Each changes a module, and now and then opens the job anew; an answer that is an error ends the run.</summary>
    private static async Task<Times> Together(IEnumerable<Host.Window> windows, TimeSpan length, TimeSpan pause)
    {
        var from = Stopwatch.GetTimestamp();
        var all = await Task.WhenAll(
            windows.Select(
                async (window, person) =>
                {
                    var (random, times) = (new Random(person), new List<double>());
                    for (var i = 0; Stopwatch.GetElapsedTime(from) < length; i++)
                    {
                        // The first pause is any part of one, so that people do not begin together.
                        await Task.Delay(pause * (i == 0 ? random.NextDouble() : 0.5 + random.NextDouble()));
                        times.Add(await window.Edit(Host.Module(i)));
                        if (i % 10 == 9)
                            times.Add(await window.Open());
                    }
                    return times;
                }
            )
        );
        return new([.. all.SelectMany(t => t)], Stopwatch.GetElapsedTime(from).TotalSeconds);
    }
}
