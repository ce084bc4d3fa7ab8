using System.Net.Http.Json;
using System.Text.Json;
using Irvak.Tests;
using Irvak.Web.Demo;

namespace Irvak.Web.Tests;

/// <summary>The way of a value over HTTP: capture, plan, capture afterwards.</summary>
public class PathTests(WebFixture web)
{
    private async Task<(string Number, int Last)> Surveyed()
    {
        var job = await web.Begin(
            new
            {
                key = Guid.NewGuid(),
                who = "Ines",
                title = "Path",
                owner = "Tidehouse",
                sheetId = (string?)null,
                answers = (object?)null,
            }
        );
        var number = job.GetProperty("number").GetString()!;
        var taken = await WebFixture.Ok(
            await web.Capture(number, job.GetProperty("lastNumber").GetInt32(), WebFixture.Demo("torr-before.txt"))
        );
        return (number, taken.GetProperty("job").GetProperty("lastNumber").GetInt32());
    }

    [Fact]
    public async Task A_pasted_listing_finds_its_sheet_and_draws_the_machine_as_found()
    {
        var (number, _) = await Surveyed();
        var job = await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}"));
        Assert.Equal("brannick-torr-32", job.GetProperty("sheet").GetProperty("id").GetString());
        Assert.Equal(9, job.GetProperty("found").EnumerateObject().Count());
        Assert.All(job.GetProperty("unknowns").EnumerateArray(), u => Assert.True(u.GetProperty("optional").GetBoolean()));
        Assert.Equal("aim", job.GetProperty("stage").GetString());
    }

    public static TheoryData<string, string?> Afterwards =>
        new()
        {
            { "torr-after.txt", null },
            { "torr-after-errors.txt", "errors-counted" },
            { "torr-after-channel-missing.txt", "channel-missing" },
            { "torr-after-module-missing.txt", "module-missing" },
            { "torr-after-lower-rate.txt", "rate-low" },
            { "torr-after-not-remapped.txt", "os-total-low" },
        };

    [Theory]
    [MemberData(nameof(Afterwards))]
    public async Task The_capture_afterwards_meets_every_expectation_or_is_explained(string capture, string? pattern)
    {
        var (number, last) = await Surveyed();
        var fits = "ABCDEFGH".Select(c => WebFixture.FitEdit($"{c}2", "rdimm-32-4800")).ToArray();
        var planned = await WebFixture.Ok(
            await web.Edit(
                number,
                last,
                new
                {
                    type = "together",
                    what = "fits eight",
                    edits = fits,
                }
            )
        );
        var job = (
            await WebFixture.Ok(await web.Capture(number, planned.GetProperty("lastNumber").GetInt32(), WebFixture.Demo(capture), "after"))
        ).GetProperty("job");
        var explained = job.GetProperty("explanations").EnumerateArray().Select(e => e.GetProperty("pattern").GetString()).ToList();
        Assert.Equal(pattern is null ? [] : [pattern], explained);
        Assert.Equal("proof", job.GetProperty("stage").GetString());
        // What no capture tells is seen by eye before the machine goes back.
        var open = job.GetProperty("lines")
            .EnumerateArray()
            .Where(l => l.GetProperty("state").GetString() == "not-looked-at")
            .Select(l => l.GetProperty("expected").GetProperty("key").GetString()!)
            .ToList();
        Assert.Equal(["air.fans", "air.blanks", "air.duct"], open.Where(k => k.StartsWith("air.", StringComparison.Ordinal)));
        foreach (var key in open.Where(k => k.StartsWith("air.", StringComparison.Ordinal)))
            job = await WebFixture.Ok(
                await web.Edit(
                    number,
                    job.GetProperty("lastNumber").GetInt32(),
                    new
                    {
                        type = "answerLine",
                        key,
                        verdict = "as-expected",
                    }
                )
            );
        Assert.Equal(pattern is null ? "handover" : "proof", job.GetProperty("stage").GetString());
    }

    [Fact]
    public async Task Undo_and_redo_go_through_and_history_tells_who()
    {
        var (number, last) = await Surveyed();
        await WebFixture.Ok(await web.Edit(number, last, WebFixture.FitEdit("A2", "rdimm-32-4800"), "Tomasz"));
        var undone = await WebFixture.Ok(
            await web.Http.PostAsJsonAsync(
                $"/api/jobs/{number}/undo",
                new
                {
                    key = Guid.NewGuid(),
                    who = "Tomasz",
                    withDependents = false,
                }
            )
        );
        Assert.Equal(0, undone.GetProperty("changes").GetArrayLength());
        var redone = await WebFixture.Ok(
            await web.Http.PostAsJsonAsync(
                $"/api/jobs/{number}/redo",
                new
                {
                    key = Guid.NewGuid(),
                    who = "Tomasz",
                    withDependents = false,
                }
            )
        );
        Assert.Equal(1, redone.GetProperty("changes").GetArrayLength());
        var history = await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}/history"));
        Assert.Equal(["redo", "undo", "edit", "edit"], history.EnumerateArray().Select(h => h.GetProperty("kind").GetString()));
        Assert.Equal("puts 32 GB R 4800 into A2", history[2].GetProperty("sentence").GetString());
        await WebFixture.Problem(
            await web.Http.PostAsJsonAsync(
                $"/api/jobs/{number}/undo",
                new
                {
                    key = Guid.NewGuid(),
                    who = "Nobody",
                    withDependents = false,
                }
            ),
            409,
            "nothing-to-undo"
        );
    }

    [Fact]
    public async Task The_shelf_wins_over_what_a_sender_writes_beside_the_id()
    {
        var (number, last) = await Surveyed();
        var edit = new
        {
            type = "fit",
            place = "slot:A2",
            unit = new
            {
                source = "x",
                shelfPartId = "rdimm-32-4800",
                module = new { capacityMiB = 1_048_576 },
            },
        };
        var job = await WebFixture.Ok(await web.Edit(number, last, edit));
        Assert.Equal(
            32 * 1024,
            job.GetProperty("planned").GetProperty("slot:A2").GetProperty("module").GetProperty("capacityMiB").GetInt32()
        );
    }

    [Theory]
    [InlineData("32 reg 4800", "rdimm-32-4800")]
    [InlineData("16g sodimm 3200", "sodimm-16-3200")]
    [InlineData("2rx4 2933", "rdimm4-32-2933")]
    public async Task The_shelf_is_found_as_people_type(string typed, string id)
    {
        var hits = await WebFixture.Ok(await web.Http.GetAsync("/api/shelf?q=" + Uri.EscapeDataString(typed)));
        var parts = hits.GetProperty("parts").EnumerateArray().ToList();
        Assert.Contains(id, parts.Select(h => h.GetProperty("part").GetProperty("id").GetString()));
        Assert.True(parts.Count < 6);
        Assert.Equal(parts.Count, hits.GetProperty("total").GetInt32());
    }

    [Fact]
    public async Task A_search_shows_as_many_as_were_asked_for_of_the_kind_and_counts_the_rest()
    {
        async Task<(List<string> Kinds, int Total)> Ask(string query)
        {
            var found = await WebFixture.Ok(await web.Http.GetAsync("/api/shelf?" + query));
            return (
                [.. found.GetProperty("parts").EnumerateArray().Select(p => p.GetProperty("kind").GetString()!)],
                found.GetProperty("total").GetInt32()
            );
        }
        var (all, count) = await Ask("most=200");
        Assert.Equal(all.Count, count);
        static bool IsDrive(string kind) => kind is "hard disk" or "flash drive" or "tape drive";
        var (five, drives) = await Ask("kind=drive&most=5");
        Assert.Equal(5, five.Count(IsDrive));
        Assert.Equal(all.Count(IsDrive), drives);
        Assert.Equal(all.Count(k => k == "processor"), (await Ask("kind=processor")).Total);
        Assert.Single((await Ask("most=1")).Kinds);
        // What goes into a place, and what does not, are all that there is; each that does not says why.
        var (_, modules) = await Ask("kind=module");
        var goes = await WebFixture.Ok(await web.Http.GetAsync("/api/shelf?kind=module&job=0102&place=slot:A1"));
        var not = await WebFixture.Ok(await web.Http.GetAsync("/api/shelf?kind=module&job=0102&place=slot:A1&misfits=true"));
        Assert.Equal(modules, goes.GetProperty("total").GetInt32() + not.GetProperty("total").GetInt32());
        Assert.Equal(
            not.GetProperty("total").GetInt32(),
            goes.GetProperty("misfits").EnumerateArray().Sum(m => m.GetProperty("count").GetInt32())
        );
        Assert.Equal(not.GetProperty("parts").GetArrayLength(), not.GetProperty("whys").GetArrayLength());
        Assert.DoesNotContain(not.GetProperty("whys").EnumerateArray(), w => w.GetString() is not { Length: > 0 });
        Assert.All(goes.GetProperty("parts").EnumerateArray(), p =>
            Assert.Equal("DDR5", p.GetProperty("part").GetProperty("module").GetProperty("generation").GetString())
        );
        foreach (var wrong in new[] { "most=0", "most=201", "kind=nothing", $"place={new string('x', 101)}" })
            await WebFixture.Problem(await web.Http.GetAsync($"/api/shelf?{wrong}"), 400, "invalid");
    }

    [Fact]
    public async Task The_three_policies_reach_differently_far_on_the_demos_evidence()
    {
        var aim = await WebFixture.Ok(await web.Http.GetAsync("/api/jobs/0102/aim"));
        string[] largest = ["Modules up to 32 GiB", "Modules up to 96 GiB", "Modules up to 128 GiB"];
        foreach (var (line, words) in aim.GetProperty("policies").EnumerateArray().Zip(largest))
            Assert.Contains(line.GetProperty("sentences").EnumerateArray(), t =>
                t.GetString()!.StartsWith(words, StringComparison.Ordinal)
            );
        var memory = aim.GetProperty("reach").EnumerateArray().Single(r => r.GetProperty("wish").GetString() == "memoryGiB");
        Assert.Equal(1536, memory.GetProperty("value").GetDouble());
        Assert.Equal("96 GiB in each of 16 slots", memory.GetProperty("by").GetString());
        Assert.Equal(10, aim.GetProperty("reports").GetInt32());
        Assert.Equal(10, (await WebFixture.Ok(await web.Http.GetAsync("/api/evidence"))).GetProperty("records").GetArrayLength());
        // A machine that nobody knows leads to nothing that is known.
        var number = (
            await web.Begin(
                new
                {
                    key = Guid.NewGuid(),
                    who = "Ines",
                    title = "No machine yet",
                    owner = "Tidehouse",
                }
            )
        ).GetProperty("number").GetString();
        var none = await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}/aim"));
        Assert.Empty(none.GetProperty("ideas").EnumerateArray());
        Assert.Empty(none.GetProperty("reach").EnumerateArray());
        await WebFixture.Problem(await web.Http.GetAsync("/api/jobs/9999/aim"), 404, "unknown-job");
    }

    [Fact]
    public async Task The_demo_has_one_job_in_each_stage()
    {
        var stages = new List<string?>();
        // One by one: the bench shows the newest of each stage, and other tests begin some.
        for (var number = 101; number <= 107; number++)
            stages.Add((await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/0{number}"))).GetProperty("stage").GetString());
        Assert.Equal(["survey", "aim", "fit", "prep", "hands-on", "proof", "handover"], stages);
    }

    [Fact]
    public async Task Reading_a_capture_stores_nothing_and_names_the_sheet()
    {
        var answer = await web.Http.PostAsync(
            "/api/captures/read",
            new ByteArrayContent(WebFixture.Demo("plover-before.txt")) { Headers = { ContentType = new("text/plain") } }
        );
        var read = await WebFixture.Ok(answer);
        Assert.Equal(("tarrowby-plover", true), (read.GetProperty("sheetId").GetString(), read.GetProperty("usable").GetBoolean()));
        Assert.Contains("1 of 1 slots filled, 4 GiB", read.GetProperty("sentence").GetString());
    }

    [Fact]
    public void The_demos_captures_are_what_the_simulated_machine_writes() => // regenerate with: Irvak.Web write-demo demo
        Assert.All(DemoWriter.Captures(Repository.At("demo")), c =>
            Assert.Equal(c.Text, File.ReadAllText(Repository.At("demo", "captures", c.Name)))
        );

    [Fact]
    public async Task The_committed_OpenAPI_document_is_current()
    {
        var served = JsonDocument.Parse(await web.Http.GetStringAsync("/openapi/v1.json")).RootElement.GetProperty("components");
        var committed = JsonDocument
            .Parse(await File.ReadAllTextAsync(Repository.At("client", "openapi.json")))
            .RootElement.GetProperty("components");
        Assert.Equal(committed.ToString(), served.ToString());
    }

    [Fact]
    public async Task The_page_forbids_inline_script_and_carries_a_fresh_style_nonce()
    {
        var first = await web.Http.GetAsync("/jobs/0101/fit");
        var policy = first.Headers.GetValues("Content-Security-Policy").Single();
        Assert.Contains("script-src 'self';", policy);
        var nonce = policy.Split("'nonce-")[1].Split('\'')[0];
        Assert.Contains(nonce, await first.Content.ReadAsStringAsync());
        Assert.DoesNotContain(nonce, (await web.Http.GetAsync("/")).Headers.GetValues("Content-Security-Policy").Single());
    }

    [Fact]
    public async Task Health_says_alive_and_ready()
    {
        Assert.Equal("alive", await web.Http.GetStringAsync("/health/live"));
        Assert.Equal("ready", await web.Http.GetStringAsync("/health/ready"));
    }

    [Fact]
    public async Task A_second_window_hears_of_an_edit()
    {
        var (number, last) = await Surveyed();
        using var stop = new CancellationTokenSource(TimeSpan.FromSeconds(30));
        using var stream = new StreamReader(await web.Http.GetStreamAsync($"/api/jobs/{number}/live", stop.Token));
        Assert.Equal("event: listening", await stream.ReadLineAsync(stop.Token));
        await WebFixture.Ok(await web.Edit(number, last, new { type = "setPolicy", policy = "sound" }));
        string? line;
        do line = await stream.ReadLineAsync(stop.Token);
        while (line is not null && line != "event: edit");
        Assert.Equal("event: edit", line);
    }
}
