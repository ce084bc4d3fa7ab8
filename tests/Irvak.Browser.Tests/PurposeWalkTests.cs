using System.Net.Http.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Irvak.Tests;

namespace Irvak.Browser.Tests;

/// <summary>A job of each purpose from Begin to Handover, in a machine that has everything in it: nothing of other purposes is talked of
/// unless asked. Definition.</summary>
public sealed class PurposeWalkTests(Site site)
{
    private static readonly string[] Stages = ["survey", "aim", "fit", "prep", "hands-on", "proof", "handover"];

    // What a job about storage does not talk of, and what one about memory does not. How large a test of speed has to be is told by the
    // memory, whatever one came for.
    private const string OfMemory = @"(?i)(?<!times the )\bmemory\b|\bmodules?\b|MT/s|\bchannels?\b|\branks?\b";
    private const string OfDrives =
        @"(?i)\barrays?\b|\braid\b|\bparity\b|\busable space\b|\bbays?\b|\bdis[ck]s?\b|\bdrives?\b|\bM\.2\b|\bTB\b";

    // As it lies there: modules in the first slots, a drive, one that it starts from, a card.
    private static readonly (string Place, string? Part)[] Gannet =
    [
        ("slot:A2", "rdimm4-16-2666"),
        ("slot:C1", "rdimm4-16-2666"),
        .. new[] { "A1", "B1", "B2", "C2", "D1", "D2" }.Select(s => ($"slot:{s}", (string?)null)),
        ("bay:1", "ek-n8"),
        ("bay:2", null),
        ("bay:3", null),
        ("m2:M1", "rv-m500"),
        ("m2:M2", null),
        ("card:S1", "tw-g2"),
        .. new[] { "S2", "S3", "S4", "S5", "S6" }.Select(s => ($"card:{s}", (string?)null)),
    ];

    private static readonly (string Place, string? Part)[] Cairn =
    [
        ("slot:A1", "edimm3-4-1333"),
        ("slot:A2", "edimm3-8-1600"),
        ("slot:B1", null),
        ("slot:B2", null),
        ("bay:1", "ek-d2"),
        .. Enumerable.Range(2, 7).Select(n => ($"bay:{n}", (string?)null)),
        ("bay:Tape", null),
        ("card:S1", "cv-c8"),
        .. new[] { "S2", "S3", "S4", "S5" }.Select(s => ($"card:{s}", (string?)null)),
    ];

    [Theory]
    [InlineData("More memoryslots, sizes, kind, rate", "slot:B1", "rdimm4-16-2666", OfDrives)]
    [InlineData("Drives and arraysbays, what lies in them", "bay:2", "ek-n8", OfMemory)]
    [InlineData("A controller or cardslots, width, height", "card:S4", "lm-10t2", OfMemory)]
    [InlineData("A faster pathdisks to the user’s end", "card:S4", "lm-25s2", OfMemory)]
    [InlineData("A processorsocket, revision, cooler", "socket:CPU", "os-4c", OfDrives)]
    [InlineData("A new boot drivewhere it starts from", "m2:M2", "rv-m1000", OfMemory)]
    public async Task A_job_talks_of_its_purpose_alone(string purpose, string place, string part, string never)
    {
        using var window = Begun(purpose, place);
        var number = window.Path.Split('/')[2];
        await Filled(number, place, part);
        List<string> said = [];
        foreach (var stage in Stages)
        {
            window.Open($"/jobs/{number}/{stage}");
            window.Until(_ => Text(window).Length > 80, $"words on {stage}");
            window.Gone(".late");
            said.AddRange(Regex.Matches(Text(window), $"[^\n]*({never})[^\n]*").Select(m => $"{stage}: {m.Value}"));
        }
        Assert.True(said.Count == 0, string.Join('\n', said));
        Assert.Empty(window.Complaints());
    }

    private Window Begun(string purpose, string place)
    {
        var window = new Window(site, "Bao").Open("/begin");
        window.Press(purpose);
        window.Type("#title", purpose[..10]);
        window.Machine(place.StartsWith("socket", StringComparison.Ordinal) ? "Brannick Cairn 8" : "Tarrowby Gannet");
        window.Press("Begin");
        window.See("About ", ".survey-cols, main");
        return window;
    }

    /// <summary>Records what lies in it, and plans the one part that the job is for.</summary>
    private async Task Filled(string number, string place, string part)
    {
        using var http = new HttpClient { BaseAddress = site.Address };
        var lie = place.StartsWith("socket", StringComparison.Ordinal) ? Cairn : Gannet;
        object[] edits =
        [
            new
            {
                type = "recordFound",
                by = "by hand",
                places = lie.ToDictionary(l => l.Place, l => l.Part is { } p ? Unit(p) : null),
            },
            new
            {
                type = "fit",
                place,
                unit = new { source = "shelf", shelfPartId = part },
            },
        ];
        foreach (var edit in edits)
        {
            var job = (await http.GetFromJsonAsync<JsonNode>($"/api/jobs/{number}"))!;
            using var answer = await http.PostAsJsonAsync(
                $"/api/jobs/{number}/edits",
                new
                {
                    key = Guid.NewGuid(),
                    lastSeen = (int)job["lastNumber"]!,
                    who = "Bao",
                    edit,
                }
            );
            Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync());
        }
    }

    /// <summary>A part of the shelf as it lies in a machine.</summary>
    private static JsonObject Unit(string part)
    {
        var shelf = JsonNode.Parse(File.ReadAllText(Repository.At("demo", "shelf.json")))!;
        var found = shelf.AsArray().First(p => (string?)p!["id"] == part)!;
        var unit = new JsonObject { ["source"] = "by hand" };
        foreach (var kind in new[] { "module", "drive", "card" })
            if (found[kind] is { } sheet)
                unit[kind] = sheet.DeepClone();
        return unit;
    }

    /// <summary>What is read on a stage. The drawings are the machine's, tabs lead to what is left aside; and before anything is switched
    /// off, whether drives and arrays are whole is asked of every machine: it may not come back for what nobody came for.</summary>
    private static string Text(Window window) =>
        window.Script<string>(
            "const of = [...document.querySelectorAll('main, .verdicts, .ledge')];"
                + "const off = of.flatMap(e => [...e.querySelectorAll('svg, [role=tablist], .plate-head, .views, .before')]);"
                + "off.forEach(e => e.style.display = 'none'); const t = of.map(e => e.innerText).join('\\n');"
                + "off.forEach(e => e.style.display = ''); return t"
        );
}
