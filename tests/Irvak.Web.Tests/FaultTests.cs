using System.Net;
using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text;
using Dapper;
using Irvak.Store;
using Irvak.Tests;
using Irvak.Web.Demo;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.Configuration;
using Microsoft.Extensions.DependencyInjection;
using Npgsql;

namespace Irvak.Web.Tests;

/// <summary>A host on a database of its own, which these tests harm.</summary>
public sealed class HarmedHost : IAsyncLifetime
{
    public WebFixture Web { get; } = new();

    public ValueTask InitializeAsync() => Web.InitializeAsync();

    public ValueTask DisposeAsync() => Web.DisposeAsync();

    public Database Database => Web.Services.GetRequiredService<Database>();

    public async Task Run(string sql, object? with = null)
    {
        await using var connection = new NpgsqlConnection(
            new NpgsqlConnectionStringBuilder(Web.Services.GetRequiredService<IConfiguration>()["ConnectionStrings:Irvak"])
            {
                Pooling = false,
            }.ConnectionString
        );
        await connection.OpenAsync();
        await connection.ExecuteAsync(sql, with);
    }
}

/// <summary>Faults of stored values and of the environment take down nothing but themselves.</summary>
public class FaultTests(HarmedHost host) : IClassFixture<HarmedHost>
{
    private WebFixture Web => host.Web;

    private async Task<(string Number, int Last)> Begun()
    {
        // Connections that an earlier test had cut are let go.
        host.Database.Source.Clear();
        var job = await Web.Begin();
        return (job.GetProperty("number").GetString()!, job.GetProperty("lastNumber").GetInt32());
    }

    [Fact]
    public async Task A_job_that_can_not_be_worked_out_opens_with_its_history_names_the_part_and_is_taken_back()
    {
        var (number, last) = await Begun();
        await WebFixture.Ok(await Web.Edit(number, last, WebFixture.FitEdit("A1", "rdimm-32-4800"), "Bao"));
        // A cache before no volume can't come in by any door; an older version might have stored one.
        await host.Run(
            """
            update job set snapshot = snapshot || '{"caches":{"plans":{"K":{"name":"K","places":["bay:1"],"volumes":[],"blockKiB":64}}},"found":{"bay:1":{"source":"x","drive":{"bytes":1000}}},"plan":{}}'::jsonb where number = @number
            """,
            new { number }
        );
        var view = await WebFixture.Ok(await Web.Http.GetAsync($"/api/jobs/{number}"));
        Assert.False(view.GetProperty("worksOut").GetBoolean());
        Assert.StartsWith("Its caches can’t be worked out any more", view.GetProperty("damage").GetString());
        Assert.Equal((number, last + 1), (view.GetProperty("number").GetString(), view.GetProperty("lastNumber").GetInt32()));
        // What can't be told of the stages is not told as none.
        Assert.All(view.GetProperty("way").EnumerateArray(), k => Assert.Equal("–", k.GetProperty("note").GetString()));
        // The list and the other jobs don't notice; the history is whole; no further edit is taken on top.
        Assert.Contains(
            number,
            (await WebFixture.Ok(await Web.Http.GetAsync("/api/jobs")))
                .GetProperty("jobs")
                .EnumerateArray()
                .Select(j => j.GetProperty("number").GetString())
        );
        await WebFixture.Ok(await Web.Http.GetAsync("/api/jobs/0103"));
        Assert.Equal(2, (await WebFixture.Ok(await Web.Http.GetAsync($"/api/jobs/{number}/history"))).GetArrayLength());
        await WebFixture.Problem(
            await Web.Edit(
                number,
                last + 1,
                new
                {
                    type = "setNote",
                    about = "machine",
                    text = "x",
                }
            ),
            422,
            "unworkable"
        );
        // A part can come onto the shelf all the same, and somebody else takes the last change back.
        await WebFixture.Ok(
            await Web.Http.PutAsync(
                "/api/parts/beside",
                new StringContent("""{"id":"beside","accessory":{"name":"cable","kind":"cable"}}""", Encoding.UTF8, "application/json")
            )
        );
        var undone = await WebFixture.Ok(
            await Web.Http.PostAsJsonAsync(
                $"/api/jobs/{number}/undo",
                new
                {
                    key = Guid.NewGuid(),
                    who = "Ines",
                    withDependents = true,
                }
            )
        );
        Assert.True(undone.GetProperty("worksOut").GetBoolean());
        Assert.Empty(undone.GetProperty("changes").EnumerateArray());
    }

    [Fact]
    public async Task The_host_starts_and_lists_beside_a_damaged_job()
    {
        var (number, _) = await Begun();
        await host.Run("update job set snapshot = '{\"sheet\":7}', listed_by = null where number = @number", new { number });
        await host.Run(
            "update edit set document = '{\"type\":\"gone\"}' where job_id = (select id from job where number = @number)",
            new { number }
        );
        await using var second = new HostOn(host);
        using var http = second.CreateClient();
        Assert.Equal(HttpStatusCode.OK, (await http.GetAsync("/api/jobs")).StatusCode);
        var view = await WebFixture.Ok(await http.GetAsync($"/api/jobs/{number}"));
        Assert.Contains("can’t be read any more", view.GetProperty("damage").GetString());
    }

    /// <summary>Another host on the same database, with the demo to load, as after a restart.</summary>
    private sealed class HostOn(HarmedHost other) : WebApplicationFactory<Program>
    {
        protected override void ConfigureWebHost(IWebHostBuilder builder)
        {
            builder.UseSetting(
                "ConnectionStrings:Irvak",
                other.Web.Services.GetRequiredService<IConfiguration>()["ConnectionStrings:Irvak"]
            );
            builder.UseSetting("Demo", Repository.At("demo"));
        }
    }

    [Fact]
    public async Task While_the_database_is_away_the_answer_is_to_send_again_and_the_same_key_then_counts_once()
    {
        var (number, last) = await Begun();
        var key = Guid.NewGuid();
        Task<HttpResponseMessage> Send() => Web.Edit(number, last, WebFixture.FitEdit("A1", "rdimm-32-4800"), key: key);
        var name = (await NameOf()).Replace("\"", "", StringComparison.Ordinal);
        await Elsewhere($"alter database {name} allow_connections false");
        try
        {
            await Elsewhere($"select pg_terminate_backend(pid) from pg_stat_activity where datname = '{name}'");
            // The first may still meet a pooled connection that was cut.
            var answer = await Send();
            await WebFixture.Problem(answer, 503, "away");
            Assert.NotNull(answer.Headers.RetryAfter);
            Assert.Equal(HttpStatusCode.ServiceUnavailable, (await Web.Http.GetAsync("/health/ready")).StatusCode);
            Assert.Equal(HttpStatusCode.OK, (await Web.Http.GetAsync("/health/live")).StatusCode);
            await WebFixture.Problem(await Web.Http.GetAsync("/api/jobs"), 503, "away");
        }
        finally
        {
            await Elsewhere($"alter database {name} allow_connections true");
        }
        host.Database.Source.Clear();
        Assert.Equal(last + 1, (await WebFixture.Ok(await Send())).GetProperty("lastNumber").GetInt32());
        Assert.Equal(last + 1, (await WebFixture.Ok(await Send())).GetProperty("lastNumber").GetInt32());
        Assert.Equal(HttpStatusCode.OK, (await Web.Http.GetAsync("/health/ready")).StatusCode);
    }

    private string Server => Environment.GetEnvironmentVariable("IRVAK_TEST_POSTGRES")!;

    private async Task<string> NameOf()
    {
        await using var connection = await host.Database.Source.OpenConnectionAsync();
        return connection.Database;
    }

    private async Task Elsewhere(string sql)
    {
        await using var connection = new NpgsqlConnection(
            new NpgsqlConnectionStringBuilder(Server) { Database = "postgres", Pooling = false }.ConnectionString
        );
        await connection.OpenAsync();
        await connection.ExecuteAsync(sql);
    }

    [Fact]
    public async Task A_read_only_database_is_not_ready()
    {
        var name = await NameOf();
        await Elsewhere($"alter database {name} set default_transaction_read_only = on");
        try
        {
            await Elsewhere($"select pg_terminate_backend(pid) from pg_stat_activity where datname = '{name}'");
            host.Database.Source.Clear();
            Assert.Equal(HttpStatusCode.ServiceUnavailable, (await Web.Http.GetAsync("/health/ready")).StatusCode);
            await WebFixture.Problem(
                await Web.Edit(
                    "0103",
                    await Web.Last("0103"),
                    new
                    {
                        type = "setNote",
                        about = "machine",
                        text = "x",
                    }
                ),
                503,
                "away"
            );
        }
        finally
        {
            await Elsewhere($"alter database {name} reset default_transaction_read_only");
            await Elsewhere($"select pg_terminate_backend(pid) from pg_stat_activity where datname = '{name}'");
        }
    }

    [Fact]
    public async Task Beyond_five_thousand_parts_what_the_search_shows_can_be_planned()
    {
        host.Database.Source.Clear();
        var library = Web.Services.GetRequiredService<Library>();
        var part = DemoFiles.Shelf(Repository.At("demo")).First(p => p.Id == "rdimm-32-4800");
        await library.Keep([.. Enumerable.Range(0, 6_000).Select(i => part with { Id = $"zz-{i:0000}", LiesIn = "Z9" })], default);
        var hits = await WebFixture.Ok(await Web.Http.GetAsync("/api/shelf?q=zz-5999"));
        Assert.Equal("zz-5999", hits.GetProperty("parts")[0].GetProperty("part").GetProperty("id").GetString());
        var (number, last) = await Begun();
        var job = await WebFixture.Ok(await Web.Edit(number, last, WebFixture.FitEdit("A1", "zz-5999")));
        Assert.Equal("zz-5999", job.GetProperty("planned").GetProperty("slot:A1").GetProperty("shelfPartId").GetString());
        await WebFixture.Ok(
            await Web.Http.PostAsJsonAsync("/api/jobs/0103/placement", new { add = new[] { new { partId = "zz-5998", count = 2 } } })
        );
        await host.Run("delete from shelf_part where id like 'zz-%'");
    }

    [Fact]
    public async Task Older_jobs_of_a_stage_are_asked_for_and_none_vanishes()
    {
        host.Database.Source.Clear();
        var before = (await WebFixture.Ok(await Web.Http.GetAsync("/api/jobs")))
            .GetProperty("counts")
            .EnumerateArray()
            .Single(c => c.GetProperty("stage").GetString() == "survey")
            .GetProperty("count")
            .GetInt32();
        for (var i = 0; i < 45; i++)
            await Web.Begin(
                new
                {
                    key = Guid.NewGuid(),
                    who = "Ines",
                    title = $"many {i}",
                    owner = "",
                    sheetId = (string?)null,
                    answers = (object?)null,
                }
            );
        var page = await WebFixture.Ok(await Web.Http.GetAsync("/api/jobs"));
        var shown = page.GetProperty("jobs").EnumerateArray().Where(j => j.GetProperty("stage").GetString() == "survey").ToList();
        Assert.Equal(Endpoints.Bench.PerStage, shown.Count);
        Assert.Equal(
            before + 45,
            page.GetProperty("counts")
                .EnumerateArray()
                .Single(c => c.GetProperty("stage").GetString() == "survey")
                .GetProperty("count")
                .GetInt32()
        );
        var numbers = shown.Select(j => j.GetProperty("number").GetString()).ToHashSet();
        var oldest = shown.Min(j => j.GetProperty("id").GetInt64());
        while (true)
        {
            var older = (await WebFixture.Ok(await Web.Http.GetAsync($"/api/jobs?stage=survey&before={oldest}")))
                .GetProperty("jobs")
                .EnumerateArray()
                .ToList();
            if (older.Count == 0)
                break;
            foreach (var job in older)
                Assert.True(numbers.Add(job.GetProperty("number").GetString()));
            oldest = older.Min(j => j.GetProperty("id").GetInt64());
        }
        Assert.Equal(before + 45, numbers.Count);
    }

    [Fact]
    public async Task A_part_with_which_no_job_could_be_worked_out_is_refused_with_its_path()
    {
        host.Database.Source.Clear();
        foreach (var bad in new[] { "0", "-1", "1e18" })
        {
            var problem = await WebFixture.Problem(
                await Web.Http.PutAsync(
                    "/api/parts/worn",
                    new StringContent(
                        $"{{\"id\":\"worn\",\"drive\":{{\"bytes\":1000000000000,\"media\":\"flash\",\"ratedWritesTB\":{bad}}}}}",
                        Encoding.UTF8,
                        "application/json"
                    )
                ),
                400,
                "invalid"
            );
            Assert.Equal("/drive/ratedWritesTB", problem.GetProperty("errors")[0].GetProperty("path").GetString());
        }
        await WebFixture.Problem(await Web.Http.GetAsync("/api/parts/worn"), 404, "unknown");
    }

    [Theory]
    [InlineData("""{"type":"readBefore","by":"bus","seen":{"pci":[{"address":null,"line":1}]}}""", "/edit/seen/pci/0/address")]
    [InlineData("""{"type":"readBefore","by":"bus","seen":{"pci":[null]}}""", "/edit/seen/pci/0")]
    [InlineData("""{"type":"makeArray","array":{"name":"M","level":65536,"members":["bay:1"]}}""", "/edit/array/level")]
    [InlineData("""{"type":"setNote","text":"x"}""", "")]
    [InlineData("""{"type":"wireBays","group":"front"}""", "")]
    [InlineData("""{"place":"slot:A1"}""", "")]
    [InlineData("""{"type":"remove","place":"slot:A1","place":"slot:B1"}""", "")]
    [InlineData("""{"type":"planPad","place":"m2:M1","gapMm":1e400}""", "/edit/gapMm")]
    [InlineData("""{"type":"handOver","to":"a\u0000b"}""", "/edit/to")]
    [InlineData("""{"type":"setTick","key":"k","done":true,"wording":null}""", "")]
    public async Task What_breaks_the_contract_is_400_and_stores_nothing(string edit, string path)
    {
        var (number, last) = await Begun();
        var body = $"{{\"key\":\"{Guid.NewGuid()}\",\"lastSeen\":{last},\"who\":\"Ines\",\"edit\":{edit}}}";
        var problem = await WebFixture.Problem(
            await Web.Http.PostAsync($"/api/jobs/{number}/edits", new StringContent(body, Encoding.UTF8, "application/json")),
            400,
            "invalid"
        );
        if (path.Length > 0)
            Assert.Contains(path, problem.GetProperty("errors")[0].GetProperty("path").GetString());
        Assert.Equal(last, await Web.Last(number));
    }

    [Fact]
    public async Task By_eye_one_stands_still_is_explained_like_anything_else()
    {
        host.Database.Source.Clear();
        string? number = null;
        foreach (
            var job in (await WebFixture.Ok(await Web.Http.GetAsync("/api/jobs")))
                .GetProperty("jobs")
                .EnumerateArray()
                .Select(j => j.GetProperty("number").GetString()!)
        )
            if (
                (await WebFixture.Ok(await Web.Http.GetAsync($"/api/jobs/{job}")))
                    .GetProperty("lines")
                    .EnumerateArray()
                    .Any(l => l.GetProperty("expected").GetProperty("key").GetString() == "air.fans")
            )
                number = job;
        Assert.NotNull(number);
        foreach (var key in new[] { "air.fans", "air.blanks", "air.duct" })
            await WebFixture.Ok(
                await Web.Edit(
                    number,
                    await Web.Last(number),
                    new
                    {
                        type = "answerLine",
                        key,
                        verdict = "other",
                        value = "one stands still",
                    }
                )
            );
        var view = await WebFixture.Ok(await Web.Http.GetAsync($"/api/jobs/{number}"));
        Assert.Contains(view.GetProperty("explanations").EnumerateArray(), e =>
            e.GetProperty("sentence").GetString()!.Contains("one stands still", StringComparison.Ordinal)
        );
    }

    [Fact]
    public async Task A_foreign_name_another_scheme_a_wrong_type_and_an_unknown_stream_are_refused_with_the_usual_headers()
    {
        host.Database.Source.Clear();
        async Task<HttpResponseMessage> Send(HttpMethod method, string path, Action<HttpRequestMessage> with)
        {
            using var request = new HttpRequestMessage(method, path);
            with(request);
            var answer = await Web.Http.SendAsync(request);
            foreach (
                var header in new[]
                {
                    "X-Content-Type-Options",
                    "Referrer-Policy",
                    "Cross-Origin-Opener-Policy",
                    "Cross-Origin-Resource-Policy",
                    "Permissions-Policy",
                    "Content-Security-Policy",
                }
            )
                Assert.True(answer.Headers.Contains(header), $"{path}: no {header}");
            return answer;
        }
        await WebFixture.Problem(await Send(HttpMethod.Get, "/api/jobs", r => r.Headers.Host = "irvak.example"), 421, "not-from-here");
        Assert.Equal(HttpStatusCode.OK, (await Send(HttpMethod.Get, "/api/jobs", r => r.Headers.Host = "127.0.0.1:5080")).StatusCode);
        Assert.Equal(HttpStatusCode.OK, (await Send(HttpMethod.Get, "/api/jobs", r => r.Headers.Host = "[::1]:5080")).StatusCode);
        await WebFixture.Problem(await Send(HttpMethod.Post, "/api/jobs", r =>
            {
                r.Headers.Add("Origin", "https://localhost");
                r.Content = JsonContent.Create(new { });
            }), 403, "not-from-here");
        await WebFixture.Problem(await Send(HttpMethod.Post, "/api/jobs", r =>
            {
                r.Headers.Add("Origin", "http://localhost:81");
                r.Content = JsonContent.Create(new { });
            }), 403, "not-from-here");
        await WebFixture.Problem(
            await Send(HttpMethod.Post, "/api/jobs", r => r.Content = new StringContent("{}", Encoding.UTF8, "text/plain")),
            415,
            "invalid"
        );
        await WebFixture.Problem(
            await Send(HttpMethod.Post, "/api/jobs/0103/photos?key=6f9619ff-8b86-d011-b42d-00c04fc964ff&who=I&about=machine", r =>
                r.Content = new StringContent("{}", Encoding.UTF8, "application/json")
            ),
            415,
            "invalid"
        );
        await WebFixture.Problem(await Send(HttpMethod.Get, "/api/jobs/9999/live", _ => { }), 404, "unknown-job");
        await WebFixture.Problem(await Send(HttpMethod.Get, "/api/shelf?q=a%00b", _ => { }), 400, "invalid");
    }

    [Fact]
    public async Task A_stream_opens_tells_an_edit_and_tells_after_a_break_that_it_is_open_again()
    {
        var (number, last) = await Begun();
        using var stop = new CancellationTokenSource(TimeSpan.FromMinutes(1));
        using var request = new HttpRequestMessage(HttpMethod.Get, $"/api/jobs/{number}/live")
        {
            Headers = { Accept = { new MediaTypeWithQualityHeaderValue("text/event-stream") } },
        };
        using var answer = await Web.Http.SendAsync(request, HttpCompletionOption.ResponseHeadersRead, stop.Token);
        using var lines = new StreamReader(await answer.Content.ReadAsStreamAsync(stop.Token));
        async Task<bool> Comes(string what, string instead = "no such line")
        {
            while (await lines.ReadLineAsync(stop.Token) is { } line)
                if (line.Contains(what, StringComparison.Ordinal))
                    return true;
                else if (line.Contains(instead, StringComparison.Ordinal))
                    return false;
            Assert.Fail($"The stream ended before it told {what}.");
            return false;
        }
        Assert.True(await Comes("event: listening"));
        // Other faults may break the stream just then: it says so, and what was told meanwhile is lost.
        do await WebFixture.Ok(
            await Web.Edit(
                number,
                last++,
                new
                {
                    type = "setNote",
                    about = "machine",
                    text = $"note {last}",
                }
            )
        );
        while (!await Comes($"\"number\":{last}", "event: listening"));
        await Elsewhere(
            $"select pg_terminate_backend(pid) from pg_stat_activity where datname = '{await NameOf()}' and query like 'listen%'"
        );
        Assert.True(await Comes("event: listening"));
    }
}
