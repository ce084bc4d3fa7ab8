using System.Diagnostics;
using System.Text.RegularExpressions;
using Dapper;
using Irvak.Core.Aims;
using Irvak.Core.Edits;
using Irvak.Core.Plans;
using Irvak.Store;
using Irvak.Web.Demo;

namespace Irvak.Bench;

/// <summary>A running host with a durable database, each figure beside the database's own for the same work.</summary>
/// <param name="hosts">Two on the same database.</param>
/// <param name="process">Number of the first one's process.</param>
/// <param name="pgbench">Program and options that reach the hosts' database.</param>
internal sealed class HostRows(
    IReadOnlyList<Host> hosts,
    int process,
    Database database,
    IReadOnlyList<string> pgbench,
    bool quick,
    Report report
)
{
    private const int Rounds = 3;

    private TimeSpan Turn => TimeSpan.FromSeconds(quick ? 2 : 8);

    public async Task Run(Cases cases)
    {
        await Warm();
        // One after the other: what is compiled while others take the processor stays slow for long.
        var bare = await Task.Run(() => new OneEdit(cases));
        await Edits(1, bare);
        await Edits(16, bare);
        await Bytes();
        await LongHistory();
        await ManyJobs();
        var everything = await new InterfaceRows(host, new Jobs(database), quick, report).Run(cases);
        Memory("under load", 1);
        await FirstWays(everything);
        await new ShelfRows(host, database, quick, report).Run(cases, everything);
        await new PeopleRows(hosts, quick, report).Run();
        Memory("with 100 000 parts on the shelf", null);
    }

    private Host host => hosts[0];

    /// <summary>What the first host holds for itself just now: heap, stacks and compiled code, without the framework's files, which
    /// programs share.</summary>
    private void Memory(string when, double? reach)
    {
        var megabytes =
            File.ReadLines($"/proc/{process}/status")
                .Where(l => l.StartsWith("RssAnon", StringComparison.Ordinal) || l.StartsWith("RssShmem", StringComparison.Ordinal))
                .Sum(l => double.Parse(Regex.Match(l, @"\d+").Value, System.Globalization.CultureInfo.InvariantCulture)) / 1000;
        report.Add(new($"memory of the host, {when}", $"{megabytes:0} MB", "300 MB", megabytes / 300, reach));
    }

    /// <summary>Edits over HTTP against pgbench, which writes the same documents by the same statements; in turns.</summary>
    /// <param name="bare">Such an edit without any of them.</param>
    private async Task Edits(int clients, OneEdit bare)
    {
        var windows = await Task.WhenAll(Enumerable.Range(0, clients).Select(_ => host.Begin()));
        await Task.WhenAll(windows.Select(w => Edits(w, TimeSpan.FromSeconds(1))));
        var script = await Script(windows[0].Number);
        var (ours, theirs) = (new List<double>(), new List<double>());
        var (carried, worked) = (new List<double>(), new List<double>());
        for (var round = 0; round < Rounds; round++)
        {
            for (var i = 0; i < 200; i++)
                carried.Add((await host.Get("/health/live")).Ms);
            var from = Stopwatch.GetTimestamp();
            var made = (await Task.WhenAll(windows.Select(w => Edits(w, Turn)))).Sum(t => t.Count);
            ours.Add(made / Stopwatch.GetElapsedTime(from).TotalSeconds);
            theirs.Add(await Pgbench(script, clients));
            worked.Add(bare.Milliseconds(Turn / 4));
        }
        File.Delete(script);
        var (own, other) = (Alternating.Median(ours), Alternating.Median(theirs));
        var name = $"edits a second, durable, {clients} {(clients == 1 ? "client" : "clients")}";
        report.Add(new(name, Report.Text(own), $"pgbench, same documents {Report.Text(other)}", own / other, null, AtLeast: true));
        // The writing, the working out of what is written and answered, and the way to the host and back, which no edit can do without:
        // beside each other on as many cores as there are people for.
        var cores = Math.Min(clients, Environment.ProcessorCount);
        var (work, way) = (Alternating.Median(worked), Alternating.Median(carried));
        var least = 1 / ((1 / other) + ((work + way) / 1000 / cores));
        report.Add(
            new(
                name,
                Report.Text(own),
                $"pgbench, working it out ({Report.Text(work)} ms), "
                    + $"a question that is nothing ({Report.Text(way)} ms) {Report.Text(least)}",
                own / least,
                0.7,
                AtLeast: true
            )
        );
    }

    /// <summary>As in a host that was at work for a while: what is often called is compiled again while it runs, which takes half of two
    /// cores for the first two thousand edits.</summary>
    private async Task Warm()
    {
        var windows = await Task.WhenAll(Enumerable.Range(0, 8).Select(_ => host.Begin()));
        for (var made = 0; made < (quick ? 1200 : 2500); )
            made += (await Task.WhenAll(windows.Select(w => Edits(w, TimeSpan.FromSeconds(1))))).Sum(t => t.Count);
    }

    private static async Task<List<double>> Edits(Host.Window window, TimeSpan turn)
    {
        var (from, times) = (Stopwatch.GetTimestamp(), new List<double>());
        for (var i = 0; Stopwatch.GetElapsedTime(from) < turn; i++)
            times.Add(await window.Edit(Host.Module(i)));
        return times;
    }

    /// <summary>The statements of one edit with the documents of a job that has them: they are sent, read, packed and written.</summary>
    private async Task<string> Script(string number)
    {
        await using var connection = await database.Source.OpenConnectionAsync();
        await connection.ExecuteAsync(
            """
            drop table if exists bench_edit, bench_job;
            create table bench_job (like job including all excluding generated);
            create table bench_edit (like edit including all);
            """
        );
        await connection.ExecuteAsync(
            """
            insert into bench_job overriding system value
            select (jsonb_populate_record(j, jsonb_build_object('id', n, 'number', 'b' || n, 'last_number', 0, 'create_key', gen_random_uuid()))).*
            from job j, generate_series(1, 16) n where j.number = @number
            """,
            new { number }
        );
        var (snapshot, plate, document) = await connection.QuerySingleAsync<(string, string, string)>(
            """
            select snapshot::text, plate::text, (select document::text from edit where job_id = job.id order by number desc limit 1)
            from job where number = @number
            """,
            new { number }
        );
        static string Quoted(string json) => "'" + json.Replace("'", "''") + "'::jsonb";
        var file = Path.GetTempFileName();
        await File.WriteAllTextAsync(
            file,
            $"""
            \set job random(1, 16)
            select what, version from library_version;
            begin;
            select id, number, title, owner, begun_by, begun_at, last_number, xmin::text from bench_job where id = :job for update;
            select number, digest from bench_edit where job_id = :job and key = gen_random_uuid();
            with n as (update bench_job set last_number = last_number + 1, snapshot = {Quoted(snapshot)}, plate = {Quoted(
                plate
            )} where id = :job returning last_number) insert into bench_edit (job_id, number, key, digest, who, at, kind, document, targets) select :job, last_number, gen_random_uuid(), '', 'bench', now(), 'edit', {Quoted(
                document
            )}, array[]::integer[] from n;
            select pg_notify('bench', 'x 1');
            commit;

            """
        );
        return file;
    }

    private async Task<double> Pgbench(string script, int clients)
    {
        var start = new ProcessStartInfo(pgbench[0]) { RedirectStandardOutput = true, RedirectStandardError = true };
        foreach (
            var argument in (IEnumerable<string>)
                [.. pgbench.Skip(1), "-n", "-f", script, "-c", $"{clients}", "-j", "2", "-T", $"{Turn.TotalSeconds}", database.Name]
        )
            start.ArgumentList.Add(argument);
        using var run = Process.Start(start)!;
        var (said, wrong) = (run.StandardOutput.ReadToEndAsync(), run.StandardError.ReadToEndAsync());
        await run.WaitForExitAsync();
        return Regex.Match(await said, @"tps = ([\d.]+)") is { Success: true } match
            ? double.Parse(match.Groups[1].Value, System.Globalization.CultureInfo.InvariantCulture)
            : throw new InvalidOperationException("pgbench: " + await wrong);
    }

    /// <summary>What is sent of a change, against the whole job.</summary>
    private async Task Bytes()
    {
        var window = await host.Begin();
        for (var i = 0; i < 12; i++)
            await window.Edit(Host.Module(i));
        var module = window.Bytes;
        await window.Edit(
            new
            {
                type = "setNote",
                about = "machine",
                text = "mind the step",
            }
        );
        var (note, whole) = (window.Bytes, (await host.Get($"/api/jobs/{window.Number}")).Bytes);
        report.Add(new("bytes of the answer to a module", $"{module}", $"the job {whole}", module / (double)whole, 0.1));
        report.Add(new("bytes of the answer to a note", $"{note}", $"the job {whole}", note / (double)whole, 0.1));
    }

    /// <summary>Undo, redo and an edit that saw nothing, after so many entries.</summary>
    private async Task LongHistory()
    {
        var (little, much) = (await After(10), await After(9_000));
        foreach (
            var (what, send) in new (string, Func<Host.Window, int, Task<double>>)[]
            {
                ("undo", (w, _) => w.Turn("undo")),
                ("redo", (w, _) => w.Turn("redo")),
                ("an edit that saw nothing", (w, i) => w.Edit(
                        new
                        {
                            type = "setNote",
                            about = $"plug:P{w.Last}",
                            text = $"{i}",
                        },
                        0
                    )),
            }
        )
        {
            var (few, many) = (new List<double>(), new List<double>());
            // Three times without a count, for both to be warm.
            for (var i = 0; i < (quick ? 10 : 23); i++)
            {
                var (a, b) = (await send(little, i), await send(much, i));
                if (i < 3)
                    continue;
                few.Add(a);
                many.Add(b);
            }
            var (x, y) = (Alternating.Median(few), Alternating.Median(many));
            report.Add(new($"{what}, 9 000 entries", $"{Report.Text(y)} ms", $"the same at 10 {Report.Text(x)} ms", y / x, 4));
        }
    }

    private async Task<Host.Window> After(int entries)
    {
        var jobs = new Jobs(database);
        var stamp = new Stamp("bench", DateTimeOffset.UtcNow);
        var sheet = DemoFiles.Sheets(Program.Demo).Single(s => s.Id == "brannick-torr-32");
        var outcome = await jobs.Import(
            WriteKey.Fresh(),
            "bench",
            "",
            stamp,
            [
                new(1, stamp, EntryKind.Edit, new AdoptSheet(sheet), []),
                .. Enumerable
                    .Range(2, entries - 1)
                    .Select(n => new HistoryEntry(n, stamp, EntryKind.Edit, new SetWish(WishKind.MemoryGiB, n), [])),
            ],
            _ => new(Core.Stage.Survey, null, "", 0, 0, null),
            default
        );
        var job = ((EditOutcome.Applied)outcome).Job;
        var window = new Host.Window(host, job.Number, job.LastNumber);
        // Enough of one's own to take back one by one.
        for (var i = 0; i < 40; i++)
            await window.Edit(Host.Module(i));
        return window;
    }

    /// <summary>The bench with a hundred jobs and with ten thousand, against the bare question for the newest of each stage.</summary>
    private async Task ManyJobs()
    {
        await using var connection = await database.Source.OpenConnectionAsync();
        await Copies(connection, 1, 100);
        var (few, _) = await Lists(connection, new Pace());
        await Copies(connection, 101, 10_000);
        var pace = new Pace();
        var (x, y) = await Lists(connection, pace);
        report.Add(new("bench of 10 000 jobs", $"{Report.Text(x)} ms", $"of 100 {Report.Text(few)} ms", x / few, null));
        report.Add(new("bench of 10 000 jobs", $"{Report.Text(x)} ms", $"the bare question {Report.Text(y)} ms", x / y, 3));
        report.Add(pace.Held("bench of 10 000 jobs", x, 30));
        await Found(connection);
    }

    /// <summary>The newest job so many times more.</summary>
    private static async Task Copies(Npgsql.NpgsqlConnection connection, int from, int to)
    {
        await connection.ExecuteAsync(
            """
            insert into job (number, title, owner, begun_by, begun_at, create_key, last_number, snapshot, stage, severity, line, done, of_count, plate, plate_sheet, words, listed_by)
            select 'many' || n, 'Job ' || n, 'Owner ' || n % 97, 'bench', now(), gen_random_uuid(), last_number, snapshot,
                (array['survey', 'aim', 'fit', 'prep', 'hands-on', 'proof', 'handover'])[1 + n % 7], severity, line, done, of_count, plate, plate_sheet,
                'many' || n || ' job ' || n || ' owner ' || n % 97 || ' ' || words, listed_by
            from generate_series(@from, @to) n, (select * from job where plate is not null order by id desc limit 1) one
            """,
            new { from, to },
            commandTimeout: 120
        );
        await connection.ExecuteAsync("vacuum analyze job", commandTimeout: 120);
    }

    /// <summary>Milliseconds of the host's list, and of the bare question.</summary>
    private Task<(double Host, double Bare)> Lists(Npgsql.NpgsqlConnection connection, Pace pace) =>
        Beside(
            "/api/jobs",
            () =>
                connection.QueryAsync<(long, string, string, string, string, string, string)>(
                    """
                    select newest.* from unnest(array['survey', 'aim', 'fit', 'prep', 'hands-on', 'proof', 'handover']) wanted (name) cross join lateral
                    (select id, number, title, owner, begun_by, line, plate::text from job where coalesce(stage, 'survey') = wanted.name order by id desc limit 12) newest
                    """
                ),
            pace
        );

    /// <summary>Milliseconds of an answer of the host's and of the bare question, in turns; the first ones, until both are compiled
    /// well, do not count.</summary>
    private async Task<(double Host, double Bare)> Beside(string path, Func<Task> question, Pace pace)
    {
        var (ours, bare) = (new List<double>(), new List<double>());
        for (var i = 0; i < Warming; i++)
        {
            await host.Get(path);
            await question();
        }
        for (var i = 0; i < (quick ? 20 : 60); i++)
        {
            pace.Take(1);
            ours.Add((await host.Get(path)).Ms);
            var from = Stopwatch.GetTimestamp();
            await question();
            bare.Add(Stopwatch.GetElapsedTime(from).TotalMilliseconds);
        }
        return (Alternating.Median(ours), Alternating.Median(bare));
    }

    private const int Warming = 80;

    /// <summary>The ways out of the first finding of the job that has everything, on its way while the others are looked for.</summary>
    private async Task FirstWays(string everything)
    {
        var (first, pace) = (new List<double>(), new Pace());
        for (var i = 0; i < (quick ? 9 : 30); i++)
        {
            pace.Take();
            first.Add(await host.FirstLine($"/api/jobs/{everything}/ways"));
        }
        report.Add(pace.Held("ways out, first answer", Alternating.Median(first), 100));
    }

    /// <summary>Search in the bench: a word of about a hundred jobs, and one that all of them have.</summary>
    private async Task Found(Npgsql.NpgsqlConnection connection)
    {
        foreach (
            var (what, words, lexemes) in new[] { ("rare words", "owner 42", "'owner':* & '42':*"), ("a word of all", "job", "'job':*") }
        )
        {
            var pace = new Pace();
            var (x, y) = await Beside(
                $"/api/jobs?words={Uri.EscapeDataString(words)}",
                () =>
                    connection.QueryAsync<(long, string, string, string, string, string, string)>(
                        """
                        select id, number, title, owner, begun_by, line, plate::text from job where search @@ @lexemes::tsquery order by id desc limit 51
                        """,
                        new { lexemes }
                    ),
                pace
            );
            report.Add(new($"search in it, {what}", $"{Report.Text(x)} ms", $"the bare question {Report.Text(y)} ms", x / y, 3));
            report.Add(pace.Held($"search in it, {what}", x, 30));
        }
    }
}
