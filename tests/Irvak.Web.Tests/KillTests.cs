using System.Collections.Concurrent;
using System.Diagnostics;
using System.Net.Sockets;
using System.Text.Json;
using Dapper;
using Irvak.Tests;
using Npgsql;

namespace Irvak.Web.Tests;

/// <summary>Two hosts as processes of their own on one database, killed without warning while people work.</summary>
public class KillTests
{
    // Faults in all; a long run takes more, and restarts the database itself by the command that it is given.
    private static readonly int Faults = int.Parse(Environment.GetEnvironmentVariable("IRVAK_SOAK_KILLS") ?? "8");
    private static readonly string? RestartDatabase = Environment.GetEnvironmentVariable("IRVAK_SOAK_RESTART");
    private static readonly int Seed = int.Parse(Environment.GetEnvironmentVariable("IRVAK_SEED") ?? "20261128");

    private const int Workers = 6,
        JobsCount = 3,
        AcknowledgedPerFault = 25;

    [Fact]
    public async Task What_was_acknowledged_is_stored_once_however_often_hosts_and_database_are_killed()
    {
        await using var scratch = new ScratchDatabase();
        using var first = new HostProcess(scratch.ConnectionString);
        using var second = new HostProcess(scratch.ConnectionString);
        HostProcess[] hosts = [first, second];
        foreach (var host in hosts)
            host.Start();
        using var http = new HttpClient { Timeout = TimeSpan.FromSeconds(60) };
        using var limit = new CancellationTokenSource(TimeSpan.FromMinutes(4 + (Faults / 4)));
        var acknowledged = new ConcurrentDictionary<string, ConcurrentBag<string>>();
        for (var i = 0; i < JobsCount; i++)
        {
            var begin = new
            {
                key = Guid.NewGuid(),
                who = "Ines",
                title = $"Job {i}",
                owner = "",
                answers = new
                {
                    name = "Box",
                    kind = "DDR4",
                    form = "dimm",
                    channels = "2 2",
                    types = new[] { "registered" },
                    rateMTs = 2400,
                    totalLimitGiB = 64,
                },
            };
            acknowledged[
                (await HostProcess.Sent(http, hosts, "/api/jobs", begin, new Random(Seed), limit.Token)).GetProperty("number").GetString()!
            ] = [];
        }
        var jobs = acknowledged.Keys.ToList();
        using var told = new SemaphoreSlim(0);
        var done = false;
        var workers = Enumerable
            .Range(0, Workers)
            .Select(w =>
                Task.Run(
                    async () =>
                    {
                        var (random, number, last) = (new Random(Seed + w), jobs[w % jobs.Count], 1);
                        for (var i = 0; !Volatile.Read(ref done); i++)
                        {
                            var tick = $"w{w}-{i}";
                            var view = await HostProcess.Sent(
                                http,
                                hosts,
                                $"/api/jobs/{number}/edits",
                                new
                                {
                                    key = Guid.NewGuid(),
                                    lastSeen = last,
                                    who = $"Hand {w}",
                                    edit = new
                                    {
                                        type = "setTick",
                                        key = tick,
                                        done = true,
                                        wording = tick,
                                    },
                                },
                                random,
                                limit.Token
                            );
                            last = view.GetProperty("lastNumber").GetInt32();
                            acknowledged[number].Add(tick);
                            told.Release();
                        }
                    },
                    limit.Token
                )
            )
            .ToList();
        var chance = new Random(Seed);
        for (var fault = 0; fault < Faults; fault++)
        {
            // So many edits are acknowledged between two faults; a worker that failed ends the run.
            for (var i = 0; i < AcknowledgedPerFault; i++)
            {
                var next = told.WaitAsync(limit.Token);
                if (await Task.WhenAny([next, .. workers]) is var ended && ended != next)
                    await ended;
            }
            switch (fault % 4)
            {
                case 3:
                    await Restarted(scratch.ConnectionString);
                    break;
                default:
                    var host = hosts[chance.Next(2)];
                    host.Kill();
                    host.Start();
                    break;
            }
        }
        Volatile.Write(ref done, true);
        await Task.WhenAll(workers);
        foreach (var number in jobs)
        {
            var document = await Opened(http, hosts, $"/api/jobs/{number}/document", limit.Token);
            var entries = document.GetProperty("entries").EnumerateArray().ToList();
            Assert.Equal(Enumerable.Range(1, entries.Count), entries.Select(e => e.GetProperty("number").GetInt32()));
            var stored = entries.Skip(1).Select(e => e.GetProperty("edit").GetProperty("key").GetString()!).ToList();
            // Every acknowledged edit is there, none twice; and nothing is there that nobody was told of.
            Assert.Equal(acknowledged[number].Order(), stored.Order());
            var view = await Opened(http, hosts, $"/api/jobs/{number}", limit.Token);
            Assert.Equal(stored.Order(), view.GetProperty("ticks").EnumerateObject().Select(t => t.Name).Order());
        }
        TestContext.Current.SendDiagnosticMessage(
            $"{acknowledged.Values.Sum(a => a.Count)} edits acknowledged over {Faults} faults, none lost, none doubled."
        );
    }

    private static async Task<JsonElement> Opened(HttpClient http, HostProcess[] hosts, string path, CancellationToken cancel)
    {
        while (true)
        {
            foreach (var host in hosts)
            {
                try
                {
                    using var answer = await http.GetAsync(new Uri(host.Address, path), cancel);
                    if (answer.IsSuccessStatusCode)
                        return JsonDocument.Parse(await answer.Content.ReadAsStringAsync(cancel)).RootElement;
                }
                catch (Exception e) when (e is HttpRequestException or IOException or SocketException)
                {
                    // Still starting.
                }
            }
            await Task.Yield();
        }
    }

    /// <summary>All connections cut at once; or the whole database server stopped as by a power cut and started again.</summary>
    private static async Task Restarted(string connection)
    {
        if (RestartDatabase is { Length: > 0 } command)
        {
            using var restart = Process.Start("/bin/bash", ["-c", command]);
            await restart.WaitForExitAsync();
            Assert.Equal(0, restart.ExitCode);
            return;
        }
        await using var server = new NpgsqlConnection(
            new NpgsqlConnectionStringBuilder(connection) { Database = "postgres", Pooling = false }.ConnectionString
        );
        await server.OpenAsync();
        await server.ExecuteAsync(
            "select pg_terminate_backend(pid) from pg_stat_activity where datname = @name",
            new { name = new NpgsqlConnectionStringBuilder(connection).Database }
        );
    }
}
