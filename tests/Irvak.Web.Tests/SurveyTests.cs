using System.Text;
using System.Text.Json;

namespace Irvak.Web.Tests;

/// <summary>Captures into jobs: sheets found and drafted, facts merged, remarks said.</summary>
public class SurveyTests(WebFixture web)
{
    private Task<JsonElement> Bare() =>
        web.Begin(
            new
            {
                key = Guid.NewGuid(),
                who = "Ines",
                title = "Survey",
                owner = "",
                sheetId = (string?)null,
                answers = (object?)null,
            }
        );

    private async Task<JsonElement> Taken(JsonElement job, byte[] bytes, string phase = "before") =>
        await WebFixture.Ok(
            await web.Capture(job.GetProperty("number").GetString()!, job.GetProperty("lastNumber").GetInt32(), bytes, phase)
        );

    private static byte[] Listing(string product, params string[] slots) =>
        Encoding.UTF8.GetBytes(
            "Handle 0x0001, DMI type 1, 27 bytes\nSystem Information\n\tManufacturer: "
                + $"Halmund\n\tProduct Name: {product}\n\nHandle 0x0004, "
                + "DMI type 4, 48 bytes\nProcessor Information\n\tSocket Designation: "
                + "CPU\n\tVersion: Ostrel 8c\n\tStatus: Populated, Enabled\n\n"
                + string.Concat(
                    slots.Select(
                        (s, i) =>
                            $"Handle 0x{i + 16:X4}, DMI type 17, 40 bytes\nMemory Device\n\tTotal Width: 72 "
                            + $"bits\n\tData Width: 64 bits\n\tSize: {(i == 0 ? "16 GB" : "No Module Installed")}\n\tForm "
                            + $"Factor: DIMM\n\tLocator: {s}\n\tType: DDR4\n\tType Detail: Synchronous Registered "
                            + "(Buffered)\n\tSpeed: 2666 MT/s\n\tConfigured Memory Speed: 2666 MT/s\n\n"
                    )
                )
        );

    [Fact]
    public async Task A_machine_without_a_sheet_gets_a_draft_with_its_unknowns_named()
    {
        var job = (await Taken(await Bare(), Listing("Nameless", "A1", "A2", "B1", "C1"))).GetProperty("job");
        var sheet = job.GetProperty("sheet");
        Assert.True(sheet.GetProperty("draft").GetBoolean());
        Assert.Equal([2, 1, 1], sheet.GetProperty("channels").EnumerateArray().Select(c => c.GetProperty("slots").GetArrayLength()));
        Assert.Equal("DDR4", sheet.GetProperty("memory").GetProperty("generation").GetString());
        var unknown = job.GetProperty("unknowns").EnumerateArray().Select(u => u.GetProperty("path").GetString()).ToList();
        Assert.Contains("memory.slotLimitGiB", unknown);
        Assert.Contains("processor.socket:CPU", unknown);
        Assert.DoesNotContain("channels", unknown);
    }

    [Fact]
    public async Task The_systems_own_view_may_come_first_and_alone()
    {
        var job = (
            await Taken(await Bare(), Encoding.UTF8.GetBytes("MemTotal: 16300000 kB\nVmallocTotal:   34359738367 kB\n"))
        ).GetProperty("job");
        Assert.Equal(JsonValueKind.Null, job.GetProperty("sheet").ValueKind);
        Assert.Equal(
            (16_300_000, 64),
            (job.GetProperty("system").GetProperty("memTotalKiB").GetInt32(), job.GetProperty("system").GetProperty("osBits").GetInt32())
        );
        var then = (await Taken(job, Listing("Later", "A1", "B1"))).GetProperty("job");
        Assert.Equal(16_300_000, then.GetProperty("system").GetProperty("memTotalKiB").GetInt32());
        Assert.Equal("Later", then.GetProperty("sheet").GetProperty("name").GetString());
    }

    [Fact]
    public async Task A_capture_that_names_another_machine_than_the_jobs_sheet_is_refused_and_taken_with_a_remark_when_somebody_says_so()
    {
        var job = await web.Begin();
        var (number, last) = (job.GetProperty("number").GetString()!, job.GetProperty("lastNumber").GetInt32());
        var refused = await WebFixture.Problem(await web.Capture(number, last, Listing("Stranger", "A1")), 422, "another-machine");
        Assert.StartsWith(
            "This is of another machine, Halmund Stranger; the job is about Brannick Torr 32.",
            refused.GetProperty("detail").GetString(),
            StringComparison.Ordinal
        );
        var taken = await WebFixture.Ok(await web.Capture(number, last, Listing("Stranger", "A1"), machine: "Halmund Stranger"));
        Assert.Contains("this job is about Brannick Torr 32", taken.GetProperty("reading").GetProperty("remarks")[0].GetString());
        // From now on that is what the machine calls itself.
        await WebFixture.Ok(await web.Capture(number, await web.Last(number), Listing("Stranger", "A1", "A2")));
    }

    [Fact]
    public async Task Afterwards_listing_and_system_may_come_in_two_pastes()
    {
        var job = (await Taken(await Bare(), WebFixture.Demo("plover-before.txt"))).GetProperty("job");
        job = await WebFixture.Ok(
            await web.Edit(
                job.GetProperty("number").GetString()!,
                job.GetProperty("lastNumber").GetInt32(),
                WebFixture.FitEdit("A1", "sodimm-16-3200")
            )
        );
        var text = Encoding.UTF8.GetString(WebFixture.Demo("plover-after.txt"));
        var cut = text.IndexOf("MemTotal", StringComparison.Ordinal);
        job = (await Taken(job, Encoding.UTF8.GetBytes(text[..cut]), "after")).GetProperty("job");
        Assert.Equal("not-looked-at", Line(job, "os.total"));
        Assert.Equal("as-expected", Line(job, "firmware.total"));
        job = (await Taken(job, Encoding.UTF8.GetBytes(text[cut..]), "after")).GetProperty("job");
        Assert.Equal(("as-expected", "as-expected"), (Line(job, "os.total"), Line(job, "firmware.total")));
    }

    [Fact]
    public async Task A_newer_capture_answers_anew_what_an_eye_had_answered()
    {
        var job = (await Taken(await Bare(), WebFixture.Demo("plover-before.txt"))).GetProperty("job");
        var number = job.GetProperty("number").GetString()!;
        job = await WebFixture.Ok(
            await web.Edit(number, job.GetProperty("lastNumber").GetInt32(), WebFixture.FitEdit("A1", "sodimm-16-3200"))
        );
        job = await WebFixture.Ok(
            await web.Edit(
                number,
                job.GetProperty("lastNumber").GetInt32(),
                new
                {
                    type = "answerLine",
                    key = "firmware.total",
                    verdict = "other",
                    value = "8 GB",
                }
            )
        );
        Assert.Equal("deviates", Line(job, "firmware.total"));
        job = (await Taken(job, WebFixture.Demo("plover-after.txt"), "after")).GetProperty("job");
        Assert.Equal("as-expected", Line(job, "firmware.total"));
    }

    [Fact]
    public async Task Kept_captures_say_how_they_were_read()
    {
        var job = (await Taken(await Bare(), WebFixture.Demo("torr-before.txt"))).GetProperty("job");
        var kept = (await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{job.GetProperty("number").GetString()}/captures")))[0];
        Assert.Equal(
            ("before", 0),
            (kept.GetProperty("phase").GetString(), kept.GetProperty("lines").GetInt32() - kept.GetProperty("used").GetInt32())
        );
        Assert.StartsWith("Firmware listing and system memory: Brannick Torr 32", kept.GetProperty("sentence").GetString());
    }

    [Fact]
    public async Task Ways_out_of_the_demos_stop_are_at_least_two_and_each_can_be_taken()
    {
        var ways = (await WebFixture.Lines(await web.Http.GetAsync("/api/jobs/0103/ways")))
            .Single(w => w.GetProperty("code").GetString() == "MEM-SLOT")
            .GetProperty("ways");
        Assert.True(ways.GetArrayLength() >= 2);
        var number = (await Taken(await Bare(), WebFixture.Demo("torr-before.txt"))).GetProperty("job").GetProperty("number").GetString()!;
        foreach (var way in ways.EnumerateArray())
            await WebFixture.Ok(
                await web.Edit(number, await web.Last(number), JsonSerializer.Deserialize<object>(way.GetProperty("edit").GetRawText())!)
            );
    }

    [Fact]
    public async Task Each_finding_has_a_line_with_its_ways_in_the_order_of_the_findings()
    {
        var job = await WebFixture.Ok(await web.Http.GetAsync("/api/jobs/0103"));
        string Of(JsonElement finding) => finding.GetProperty("code").GetString() + finding.GetProperty("places").GetRawText();
        var findings = job.GetProperty("findings").EnumerateArray().Select(Of).ToList();
        var lines = await WebFixture.Lines(await web.Http.GetAsync("/api/jobs/0103/ways"));
        Assert.Equal(findings, lines.Select(Of));
        Assert.Contains(lines, l => l.GetProperty("ways").GetArrayLength() > 0);
        // A note wants no way out.
        Assert.All(
            lines.Zip(job.GetProperty("findings").EnumerateArray()).Where(l => l.Second.GetProperty("severity").GetString() == "note"),
            l => Assert.Equal(0, l.First.GetProperty("ways").GetArrayLength())
        );
        Assert.Empty(await WebFixture.Lines(await web.Http.GetAsync($"/api/jobs/{(await Bare()).GetProperty("number").GetString()}/ways")));
    }

    private static string? Line(JsonElement job, string key) =>
        job.GetProperty("lines")
            .EnumerateArray()
            .Single(l => l.GetProperty("expected").GetProperty("key").GetString() == key)
            .GetProperty("state")
            .GetString();
}
