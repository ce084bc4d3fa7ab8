using System.Diagnostics;
using Dapper;
using Irvak.Core.Sheets;
using Irvak.Store;

namespace Irvak.Bench;

/// <summary>Everything that reads the shelf, with a hundred thousand parts on it against the 140 of the demo; and its search.</summary>
internal sealed class ShelfRows(Host host, Database database, bool quick, Report report)
{
    /// <param name="everything">Number of the job that has everything.</param>
    public async Task Run(Cases cases, string everything)
    {
        var window = await host.Begin();
        (string What, Func<int, Task<double>> Ask)[] reads =
        [
            ("an edit", i => window.Edit(Host.Module(i))),
            ("beginning a job", async _ => (await Host.Timed(host.Begin)).Ms),
            ("opening a job", async _ => (await host.Get($"/api/jobs/{everything}")).Ms),
            ("ways out", async _ => (await host.Get($"/api/jobs/{everything}/ways")).Ms),
            ("the controllers", async _ => (await host.Get($"/api/jobs/{everything}/controllers")).Ms),
            ("policies", async _ => (await host.Get($"/api/jobs/{everything}/reach")).Ms),
        ];
        async Task<double[]> Times()
        {
            var times = reads.Select(_ => new List<double>()).ToArray();
            for (var i = 0; i < (quick ? 12 : 50); i++)
            for (var r = 0; r < reads.Length; r++)
                times[r].Add(await reads[r].Ask(i));
            return [.. times.Select(Alternating.Median)];
        }
        await Times();
        var small = await Times();
        var library = new Library(database);
        ShelfPart[] shelf = [.. cases.Shelf.Values];
        foreach (var chunk in Enumerable.Range(0, 100_000).Chunk(5000))
            await library.Keep(
                [
                    .. chunk.Select(i =>
                        shelf[i % shelf.Length] with
                        {
                            Id = $"{shelf[i % shelf.Length].Id}-{i}",
                            LiesIn = $"{(char)('A' + (i % 26))}{i % 90}",
                        }
                    ),
                ],
                default
            );
        await Times();
        var large = await Times();
        for (var i = 0; i < reads.Length; i++)
            report.Add(
                new(
                    $"{reads[i].What}, 100 000 parts on the shelf",
                    $"{Report.Text(large[i])} ms",
                    $"with 140 {Report.Text(small[i])} ms",
                    large[i] / small[i],
                    2
                )
            );
        await ShelfSearch();
    }

    private static readonly string[] Typed = ["16g 2rx4 2400 reg", "4t sas 3.5", "32 reg 4800", "raid cache", "ssd 960", "b4", "rdimm"];

    // As many as the list below the search shows.
    private const int Shown = 12;

    /// <summary>Search over the 100 000 parts against the same question to the database.</summary>
    private async Task ShelfSearch()
    {
        await using var connection = await database.Source.OpenConnectionAsync();
        // What a database would answer that searched: the same words, under an index of its own.
        await connection.ExecuteAsync("create table bench_part (document jsonb not null, search tsvector not null)");
        foreach (var chunk in (await new Library(database).AllParts(default)).Chunk(5000))
            await connection.ExecuteAsync(
                """
                insert into bench_part
                select document, array_to_tsvector(string_to_array(words, ' ')) from unnest(@documents::jsonb[], @words) of (document, words)
                """,
                new { documents = chunk.Select(Database.ToJson).ToArray(), words = chunk.Select(ShelfWords.Of).ToArray() },
                commandTimeout: 120
            );
        await connection.ExecuteAsync("create index on bench_part using gin (search)", commandTimeout: 120);
        await connection.ExecuteAsync("vacuum analyze bench_part", commandTimeout: 120);
        var (ours, bare, pace) = (new List<double>(), new List<double>(), new Pace());
        for (var i = 0; i < (quick ? 210 : 700); i++)
        {
            await pace.Ask(host);
            var typed = Typed[i % Typed.Length];
            var time = (await host.Get($"/api/shelf?most={Shown}&q={Uri.EscapeDataString(typed)}")).Ms;
            var from = Stopwatch.GetTimestamp();
            await connection.QueryAsync<string>(
                "select document::text from bench_part where search @@ @words::tsquery limit @Shown",
                new { Shown, words = string.Join(" & ", ShelfWords.Typed(typed).Select(w => $"'{w}':*")) }
            );
            if (i < Typed.Length * 3)
                continue;
            ours.Add(time);
            bare.Add(Stopwatch.GetElapsedTime(from).TotalMilliseconds);
        }
        ours.Sort();
        var (x, y, last) = (Alternating.Median(ours), Alternating.Median(bare), ours[(int)(ours.Count * 0.99)]);
        report.Add(new("shelf search, 100 000 parts", $"{Report.Text(x)} ms", $"the bare question {Report.Text(y)} ms", x / y, 3));
        report.Add(pace.Slowest("shelf search, 99 of 100", last, 20));
        await connection.ExecuteAsync("drop table bench_part");
    }
}
