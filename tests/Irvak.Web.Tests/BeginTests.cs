using System.Net;
using System.Net.Http.Json;
using System.Text.Json;

namespace Irvak.Web.Tests;

/// <summary>A job begins from a line in plain words, from what another job left, or from a few answers. Definition, no source.</summary>
public class BeginTests(WebFixture web)
{
    private async Task<JsonElement> Get(string path) => await WebFixture.Ok(await web.Http.GetAsync(path));

    private static object Request(string? line, string? sheet = null, object? from = null, object? answers = null, string title = "T") =>
        new
        {
            key = Guid.NewGuid(),
            who = "Ines",
            title,
            owner = "",
            sheetId = sheet,
            answers,
            line,
            from,
            purposes = new[] { "memory" },
        };

    private async Task<JsonElement> Trial(object request) =>
        await WebFixture.Ok(await web.Http.PostAsJsonAsync("/api/begin/trial", request));

    private static string[] Incoming(JsonElement job) =>
        [.. job.GetProperty("changes").EnumerateArray().Select(c => c.GetProperty("place").GetString()!)];

    private static string Note(JsonElement job) =>
        job.GetProperty("survey").GetProperty("notes").TryGetProperty("machine", out var note) ? note.GetString()! : "";

    [Fact]
    public async Task What_a_line_says_is_tried_and_begun_alike_and_a_trial_stores_nothing()
    {
        var request = Request("two 16 gb 2666 ecc so-dimms for sound 8, it swaps at night", "sollewyn-sound-8", title: "zq-trial");
        var trial = await Trial(request);
        Assert.Equal(["slot:A1", "slot:B1"], Incoming(trial));
        Assert.Equal("swaps at night", Note(trial));
        // DDR4-2666 by the board's table, 2 × 16 GiB. Definition of the sheet.
        var planned = trial.GetProperty("memory").GetProperty("planned");
        Assert.Equal(
            (2666, 32 * 1024),
            (planned.GetProperty("rate").GetProperty("rateMTs").GetInt32(), planned.GetProperty("installedMiB").GetInt32())
        );
        Assert.Empty((await Get("/api/jobs?words=zq-trial")).GetProperty("jobs").EnumerateArray());
        var job = await web.Begin(request);
        Assert.Equal([.. Incoming(trial), Note(trial)], [.. Incoming(job), Note(job)]);
        // Nothing is known of what sits there.
        Assert.Empty(job.GetProperty("found").EnumerateObject());
        Assert.Equal(
            2,
            job.GetProperty("unknowns").EnumerateArray().Count(u => u.GetProperty("path").GetString()!.StartsWith("found.slot:"))
        );
    }

    /// <summary>Modules that lie on the bench may be of any form: what the line does not tell is not known, and not taken as
    /// fitting.</summary>
    [Theory]
    [InlineData("two 16 gb 2666 modules", true)]
    [InlineData("two 16 gb 2666 ecc modules", true)]
    [InlineData("two 16 gb 2666 ecc so-dimms", false)] // a small module with ECC is unbuffered: common practice, no source
    public async Task What_a_line_does_not_tell_of_modules_is_not_known(string line, bool open)
    {
        var trial = await Trial(Request(line, "sollewyn-sound-8"));
        Assert.Equal(open, trial.GetProperty("findings").EnumerateArray().Any(f => f.GetProperty("code").GetString() == "MEM-UNKNOWN"));
    }

    [Theory]
    [InlineData("three 16 gb modules", "tarrowby-plover", 1, "Not placed: 2 × 16 GB")]
    [InlineData("nine 8 tb disks", "sollewyn-sound-8", 8, "Not placed: 1 × 8 TB disks. No bay is left for them.")]
    [InlineData("eight 8 tb disks", "sollewyn-sound-8", 8, "")]
    // A bay for tapes takes none of them.
    [InlineData("nine 1 tb 3.5 sata disks", "brannick-cairn-8", 8, "Not placed: 1 × 1 TB")]
    [InlineData("twelve disks", "sollewyn-sound-8", 0, "")]
    [InlineData("two 17 gb modules", "sollewyn-sound-8", 0, "Not placed: 2 x 17 GB modules. No module of 17 GB is made")]
    [InlineData("two 16 gb 2666 so-dimms", "sollewyn-sound-8", 2, "")]
    public async Task What_finds_no_place_is_said(string line, string sheet, int placed, string note)
    {
        var trial = await Trial(Request(line, sheet));
        Assert.Equal(placed, Incoming(trial).Length);
        Assert.StartsWith(note, Note(trial));
        Assert.Equal(note.Length == 0, Note(trial).Length == 0);
    }

    [Fact]
    public async Task A_machine_that_a_job_told_of_is_found_by_three_letters_and_what_lay_in_it_is_no_knowledge()
    {
        var first = (await web.Begin(Request(null, "sollewyn-sound-8", title: "Quarrelgate, file share")))
            .GetProperty("number")
            .GetString()!;
        var unit = new
        {
            module = new { capacityMiB = 8192, rateMTs = 2666 },
            serial = "S-1",
            source = "by hand",
        };
        await WebFixture.Ok(
            await web.Edit(
                first,
                await web.Last(first),
                new
                {
                    type = "recordFound",
                    by = "by hand",
                    system = new { serial = "QG-7710" },
                    places = new Dictionary<string, object?> { ["slot:A1"] = unit, ["slot:B1"] = null },
                }
            )
        );
        foreach (var words in (string[])["qua", "qg-77", "quarrelgate sound", first])
        {
            var known = (await Get($"/api/machines?words={Uri.EscapeDataString(words)}")).GetProperty("known").EnumerateArray().Single();
            Assert.Equal((first, "QG-7710"), (known.GetProperty("job").GetString(), known.GetProperty("serial").GetString()));
        }
        // Two letters mean no machine, and a part is none.
        Assert.Empty((await Get("/api/machines?words=qu")).GetProperty("known").EnumerateArray());
        var line = await Get("/api/begin/line?line=" + Uri.EscapeDataString("a 16 gb module at quarrelgate"));
        Assert.Equal(first, line.GetProperty("machines").GetProperty("known")[0].GetProperty("job").GetString());
        Assert.Equal(18, line.GetProperty("named").GetProperty("start").GetInt32());

        var again = await web.Begin(Request("a 16 gb module at quarrelgate", from: new { number = first, same = true }));
        Assert.Empty(again.GetProperty("found").EnumerateObject());
        var recalled = again.GetProperty("survey").GetProperty("recalled");
        Assert.Equal(8192, recalled.GetProperty("slot:A1").GetProperty("unit").GetProperty("module").GetProperty("capacityMiB").GetInt32());
        Assert.Equal(JsonValueKind.Null, recalled.GetProperty("slot:B1").GetProperty("unit").ValueKind);
        Assert.Equal("QG-7710", again.GetProperty("system").GetProperty("serial").GetString());
        // The new one goes where that job left nothing.
        Assert.Equal(["slot:B1"], Incoming(again));
        // Once somebody looked, it is offered no more.
        var number = again.GetProperty("number").GetString()!;
        var places = new Dictionary<string, object?> { ["slot:A1"] = unit };
        var seen = await WebFixture.Ok(
            await web.Edit(
                number,
                await web.Last(number),
                new
                {
                    type = "recordFound",
                    by = "by hand",
                    system = (object?)null,
                    places,
                }
            )
        );
        Assert.False(seen.GetProperty("survey").GetProperty("recalled").TryGetProperty("slot:A1", out _));

        var like = await Trial(Request(null, from: new { number = first, same = false }));
        Assert.Equal(JsonValueKind.Null, like.GetProperty("system").GetProperty("serial").ValueKind);
        Assert.False(like.GetProperty("survey").GetProperty("recalled").GetProperty("slot:A1").GetProperty("same").GetBoolean());
    }

    [Fact]
    public async Task A_job_that_is_not_there_begins_nothing()
    {
        foreach (var path in (string[])["/api/begin/trial", "/api/jobs"])
        {
            var answer = await web.Http.PostAsJsonAsync(path, Request(null, from: new { number = "9999", same = true }));
            Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
            Assert.Contains("There is no job 9999", await answer.Content.ReadAsStringAsync());
        }
    }

    private static Dictionary<string, object?> Answers(params (string, object?)[] more)
    {
        var all = new Dictionary<string, object?>
        {
            ["name"] = "Box",
            ["kind"] = null,
            ["form"] = null,
            ["channels"] = "",
            ["types"] = null,
            ["rateMTs"] = null,
            ["totalLimitGiB"] = null,
        };
        foreach (var (key, value) in more)
            all[key] = value;
        return all;
    }

    [Fact]
    public async Task A_few_answers_draft_the_places_that_the_purpose_is_about()
    {
        var bays = (await Trial(Request(null, answers: Answers(("bays", 12), ("bayForm", "3.5"), ("bayBus", "SATA"))))).GetProperty(
            "sheet"
        );
        Assert.Equal(12, bays.GetProperty("bays")[0].GetProperty("names").GetArrayLength());
        Assert.Equal(0, bays.GetProperty("channels").GetArrayLength());
        var slots = (
            await Trial(Request(null, answers: Answers(("slots", "x16 8, 4"), ("slotGen", 3), ("slotHeight", "low"))))
        ).GetProperty("sheet");
        Assert.Equal([16, 8, 4], slots.GetProperty("slots").EnumerateArray().Select(s => s.GetProperty("elec").GetInt32()));
        Assert.Equal("low", slots.GetProperty("slots")[2].GetProperty("height").GetString());
        var m2 = (await Trial(Request(null, answers: Answers(("m2", 2), ("m2Wired", "both"))))).GetProperty("sheet");
        // Where its stand-offs are was not asked, and is not known.
        Assert.Equal(0, m2.GetProperty("m2")[1].GetProperty("lengths").GetArrayLength());
        Assert.Equal(JsonValueKind.Null, m2.GetProperty("m2")[1].GetProperty("lanes").ValueKind);
        var sixteen = (await Trial(Request(null, answers: Answers(("m2", 16), ("m2Wired", "nvme"), ("m2Lanes", 2))))).GetProperty("sheet");
        Assert.Equal(16, sixteen.GetProperty("m2").GetArrayLength());
        Assert.Equal(2, sixteen.GetProperty("m2")[15].GetProperty("lanes").GetInt32());
        var processor = (
            await Trial(Request(null, answers: Answers(("channels", "1 1 | 1 1"), ("socketFamily", " Fen 4 "), ("socketWatts", 65))))
        ).GetProperty("sheet");
        Assert.Equal(
            [("CPU 1", "Fen 4", 65), ("CPU 2", "Fen 4", 65)],
            processor
                .GetProperty("sockets")
                .EnumerateArray()
                .Select(s => (s.GetProperty("id").GetString(), s.GetProperty("family").GetString(), s.GetProperty("wattLimit").GetInt32()))
        );
        Assert.Equal(["sata", "nvme"], m2.GetProperty("m2")[1].GetProperty("protocols").EnumerateArray().Select(p => p.GetString()));
    }

    [Theory]
    [InlineData("bays", 61, "/answers/bays")]
    [InlineData("bays", 1, "/answers/bayForm")] // how wide they are is not told
    [InlineData("slots", "3", "/answers/slots")]
    [InlineData("slots", "16", "/answers/slotGen")]
    [InlineData("m2", 33, "/answers/m2")]
    [InlineData("m2", 1, "/answers/m2Wired")]
    [InlineData("socketFamily", "Fen 4", "/answers/channels")] // a socket without a channel
    [InlineData("socketWatts", 2001, "/answers/socketWatts")]
    public async Task An_answer_that_can_not_be_names_its_field(string key, object value, string path)
    {
        // While it is typed it is only not enough yet.
        foreach (
            var (to, status) in new[] { ("/api/begin/trial", HttpStatusCode.UnprocessableEntity), ("/api/jobs", HttpStatusCode.BadRequest) }
        )
        {
            var answer = await web.Http.PostAsJsonAsync(to, Request(null, answers: Answers((key, value))));
            Assert.Equal(status, answer.StatusCode);
            var problem = await answer.Content.ReadFromJsonAsync<JsonElement>();
            Assert.Equal(path, problem.GetProperty("errors")[0].GetProperty("path").GetString());
        }
    }
}
