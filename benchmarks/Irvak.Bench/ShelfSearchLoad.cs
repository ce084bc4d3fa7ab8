using System.Diagnostics;
using Irvak.Store;
using Irvak.Web.Demo;

namespace Irvak.Bench;

/// <summary>Search over a shelf of 100 000 parts in PostgreSQL, beside the empty statement on the same connection pool.</summary>
public static class ShelfSearchLoad
{
    private static readonly string[] Typed =
    [
        "16g 2rx4 2400 reg",
        "4t sas 3.5",
        "nvme m.2 1tb",
        "32 reg 4800",
        "raid cache",
        "cable 8643",
        "ssd 960",
        "b4",
        "4tb",
        "rdimm",
    ];

    public static async Task<int> Run(string demo, string connection)
    {
        var database = new Database(connection);
        database.Migrate();
        var library = new Library(database);
        var shelf = DemoFiles.Shelf(demo);
        foreach (var chunk in Enumerable.Range(0, 100_000).Chunk(5000))
            await library.Keep(
                [
                    .. chunk.Select(i =>
                        shelf[i % shelf.Count] with
                        {
                            Id = $"{shelf[i % shelf.Count].Id}-{i}",
                            LiesIn = $"{(char)('A' + i % 26)}{i % 90}",
                        }
                    ),
                ],
                default
            );
        await using (var vacuum = database.Source.CreateCommand("vacuum analyze shelf_part"))
            await vacuum.ExecuteNonQueryAsync();
        var empty = await Times(600, async _ =>
        {
            await using var c = database.Source.CreateCommand("select 1");
            await c.ExecuteScalarAsync();
        });
        var search = await Times(1000, async i => await library.FindParts(Typed[i % Typed.Length], default));
        Console.WriteLine(
            $"shelf search, 100 000 parts: median {search.Median:0.0} ms, 99 % {search.P99:0.0} "
                + $"ms; the empty statement: median {empty.Median:0.00} ms, 99 % {empty.P99:0.00} ms"
        );
        foreach (var typed in Typed)
        {
            var own = await Times(100, async _ => await library.FindParts(typed, default));
            Console.WriteLine($"    {typed, -18} median {own.Median, 5:0.0} ms, 99 % {own.P99, 5:0.0} ms");
        }
        return 0;
    }

    private static async Task<(double Median, double P99)> Times(int count, Func<int, Task> work)
    {
        for (var i = 0; i < 40; i++)
            await work(i);
        var times = new List<double>(count);
        for (var i = 0; i < count; i++)
        {
            var from = Stopwatch.GetTimestamp();
            await work(i);
            times.Add(Stopwatch.GetElapsedTime(from).TotalMilliseconds);
        }
        times.Sort();
        return (times[count / 2], times[(int)(count * 0.99)]);
    }
}
