using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Irvak.Core.Sheets;
using Irvak.Tests;

namespace Irvak.Web.Tests;

/// <summary>Sheets, parts and jobs out and in again; schemas; lists.</summary>
public class DocumentsTests(WebFixture web)
{
    private Task<HttpResponseMessage> Import(string text) =>
        web.Http.PostAsync($"/api/import?who=Ines&key={Guid.NewGuid()}", new StringContent(text, Encoding.UTF8, "text/plain"));

    [Fact]
    public async Task A_sheet_goes_out_and_comes_in_again_with_fields_that_nobody_knows()
    {
        var text = await web.Http.GetStringAsync("/api/sheets/tarrowby-gannet");
        var sheet = JsonNode.Parse(text)!.AsObject();
        (sheet["id"], sheet["name"], sheet["lamp"]) = ("gannet-two", "Gannet Two", "teal");
        sheet["slots"]![0]!["colour"] = "grey";
        var taken = await WebFixture.Ok(await Import(sheet.ToJsonString()));
        Assert.Equal(("machine", "gannet-two"), (taken.GetProperty("kind").GetString(), taken.GetProperty("ids")[0].GetString()));
        var back = JsonNode.Parse(await web.Http.GetStringAsync("/api/sheets/gannet-two"))!;
        Assert.Equal("teal", back["lamp"]!.GetValue<string>());
        Assert.Equal(sheet["slots"]!.ToJsonString(), back["slots"]!.ToJsonString());
        // Kept again from the editor, they are still there.
        back["fans"] = 5;
        await WebFixture.Ok(
            await web.Http.PutAsync("/api/sheets/gannet-two", new StringContent(back.ToJsonString(), Encoding.UTF8, "application/json"))
        );
        back = JsonNode.Parse(await web.Http.GetStringAsync("/api/sheets/gannet-two"))!;
        Assert.Equal((5, "grey"), (back["fans"]!.GetValue<int>(), back["slots"]![0]!["colour"]!.GetValue<string>()));
        Assert.Equal(System.Net.HttpStatusCode.NoContent, (await web.Http.DeleteAsync("/api/sheets/gannet-two")).StatusCode);
        await WebFixture.Problem(await web.Http.GetAsync("/api/sheets/gannet-two"), 404, "unknown");
    }

    [Fact]
    public async Task The_handover_goes_out_as_markdown_once_the_machine_is_known()
    {
        var page = await web.Http.GetAsync("/api/jobs/0107/handover.md");
        Assert.Equal("text/markdown", page.Content.Headers.ContentType?.MediaType);
        Assert.StartsWith(
            "# Tern Bank, virtual machines\n\nBrannick Torr 32, board revision B, serial "
                + "BT32-00871 · Job 0107 · Tidehouse\n\nMemory went from 256 GiB to 512 GiB",
            await page.Content.ReadAsStringAsync(),
            StringComparison.Ordinal
        );
        await WebFixture.Problem(await web.Http.GetAsync("/api/jobs/9999/handover.md"), 404, "unknown-job");
        var begun = await WebFixture.Ok(
            await web.Http.PostAsJsonAsync(
                "/api/jobs",
                new
                {
                    key = Guid.NewGuid(),
                    who = "Ines",
                    title = "Nothing yet",
                    owner = "Bao",
                }
            )
        );
        await WebFixture.Problem(
            await web.Http.GetAsync($"/api/jobs/{begun.GetProperty("number").GetString()}/handover.md"),
            400,
            "invalid"
        );
    }

    [Theory]
    [InlineData("{", "/")]
    [InlineData("7", "/")]
    [InlineData("""{"format":"irvak-cake/1"}""", "/format")]
    [InlineData("""{"format":"irvak-machine/9","id":"x","name":"X"}""", "/format")]
    [InlineData(
        """{"format":"irvak-machine/1","id":"x","name":"X","bays":[{"group":"front","form":"3.5","stance":"flat","names":["1","1"],"cols":1,"bus":"SATA"}]}""",
        "/bays/0/names/1"
    )]
    [InlineData("""{"format":"irvak-machine/1","id":"x","name":"X","slots":[{"id":"S1","mech":"wide"}]}""", "/slots/0/mech")]
    [InlineData("""{"format":"irvak-part/1","id":"y"}""", "/")]
    [InlineData(
        """[{"format":"irvak-part/1","id":"a","drive":{"bytes":1}},{"format":"irvak-part/1","id":"b","drive":{"bytes":-1}}]""",
        "/1/drive/bytes"
    )]
    public async Task What_is_wrong_is_told_with_its_path_and_nothing_is_kept(string document, string path)
    {
        var problem = await WebFixture.Problem(await Import(document), 400, "invalid");
        Assert.Contains(problem.GetProperty("errors").EnumerateArray(), e => e.GetProperty("path").GetString() == path);
        await WebFixture.Problem(await web.Http.GetAsync("/api/parts/a"), 404, "unknown");
    }

    [Theory]
    [InlineData(""""chassis":{"kind":"barrel"}"""", "/chassis/kind", "It is one of rack, edge, tower, deskside, ")]
    [InlineData(""""boards":[{"id":"B","what":"Controller"}]"""", "/boards/0/what", "It is one of controller, expander, ")]
    [InlineData(""""slots":[{"id":"S1","mech":4,"elec":4,"gen":3,"bus":"vesa"}]"""", "/slots/0/bus", "It is one of pcie, pci, ")]
    public async Task A_word_that_is_on_no_list_is_told_with_the_list(string part, string path, string words)
    {
        var document = $$"""{"format":"irvak-machine/1","id":"x","name":"X","{{part}}}""";
        var said = (await WebFixture.Problem(await Import(document), 400, "invalid")).GetProperty("errors").EnumerateArray().Single();
        Assert.Equal(path, said.GetProperty("path").GetString());
        Assert.StartsWith(words, said.GetProperty("text").GetString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_job_goes_out_and_comes_in_again_with_its_history()
    {
        foreach (var number in new[] { "0101", "0106", "0109" })
        {
            var text = await web.Http.GetStringAsync($"/api/jobs/{number}/document");
            var taken = await WebFixture.Ok(await Import(text));
            var copy = await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{taken.GetProperty("ids")[0].GetString()}"));
            var original = await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}"));
            foreach (var part in new[] { "found", "planned", "aim", "survey", "lines", "stage", "lastNumber" })
                Assert.Equal(original.GetProperty(part).GetRawText(), copy.GetProperty(part).GetRawText());
        }
        var broken = JsonNode.Parse(await web.Http.GetStringAsync("/api/jobs/0101/document"))!;
        broken["entries"]![2]!["edit"]!["places"] = new JsonObject { ["slot:Z9"] = null };
        var problem = await WebFixture.Problem(await Import(broken.ToJsonString()), 400, "invalid");
        Assert.StartsWith("/entries/2/edit/places", problem.GetProperty("errors")[0].GetProperty("path").GetString());
    }

    [Fact]
    public async Task Schemas_are_served_and_shipped_the_same()
    {
        foreach (var format in new[] { "irvak-machine-1", "irvak-part-1", "irvak-job-1" })
        {
            var served = await web.Http.GetStringAsync($"/api/schemas/{format}.json");
            Assert.Equal(await File.ReadAllTextAsync(Repository.At("docs", "schemas", format + ".json")), served);
        }
        var machine = JsonNode.Parse(await web.Http.GetStringAsync("/api/schemas/irvak-machine-1.json"))!;
        Assert.Equal("https://json-schema.org/draft/2020-12/schema", machine["$schema"]!.GetValue<string>());
        // Every field of every demo sheet is one the schema knows.
        foreach (var file in Directory.GetFiles(Repository.At("demo", "sheets")))
        foreach (var (name, _) in JsonNode.Parse(await File.ReadAllTextAsync(file))!.AsObject())
            Assert.NotNull(machine["properties"]![name]);
    }

    [Fact]
    public async Task A_sheet_is_checked_while_it_is_edited_and_kept_only_when_nothing_is_left_to_mend()
    {
        var sheet = JsonNode.Parse(await web.Http.GetStringAsync("/api/sheets/tarrowby-plover"))!.AsObject();
        sheet["id"] = "plover-draft";
        sheet["memory"]!["totalLimitGiB"] = 4096;
        var verdict = await WebFixture.Ok(await web.Http.PostAsJsonAsync("/api/sheets/check", sheet));
        Assert.Equal("/memory/totalLimitGiB", verdict.GetProperty("doubts")[0].GetProperty("path").GetString());
        sheet["chassis"]!["kind"] = "cupboard";
        await WebFixture.Problem(await web.Http.PutAsJsonAsync("/api/sheets/plover-draft", sheet), 400, "invalid");
        sheet["chassis"]!["kind"] = "thin";
        await WebFixture.Ok(await web.Http.PutAsJsonAsync("/api/sheets/plover-draft", sheet));
        await WebFixture.Problem(await web.Http.PutAsJsonAsync("/api/sheets/other", sheet), 400, "invalid");
        await web.Http.DeleteAsync("/api/sheets/plover-draft");
    }

    [Fact]
    public async Task A_makers_list_is_read_whole_or_not_at_all()
    {
        async Task<JsonElement> Read(string text) =>
            await WebFixture.Ok(
                await web.Http.PostAsJsonAsync(
                    "/api/sheets/list",
                    new
                    {
                        text,
                        what = "drive",
                        date = "2026-03-31",
                    }
                )
            );
        var good = await Read("model;kind;size\nEK-N8;SATA disk;8 TB\nRV-E480;SATA SSD;480 GB\n");
        Assert.Equal(
            (0, 2, 2, 0),
            (
                good.GetProperty("problems").GetArrayLength(),
                good.GetProperty("rows").GetArrayLength(),
                good.GetProperty("read").GetInt32(),
                good.GetProperty("replaced").GetInt32()
            )
        );
        Assert.Equal("2026-03-31", good.GetProperty("rows")[0].GetProperty("date").GetString());
        var bad = await Read("model;kind;size\nEK-N8;teapot;8 TB\n");
        Assert.Equal("/line/2", bad.GetProperty("problems")[0].GetProperty("path").GetString());
        Assert.Equal("/text", (await Read("  ")).GetProperty("problems")[0].GetProperty("path").GetString());
    }

    [Fact]
    public async Task The_shelf_goes_out_as_CSV_and_comes_in_unchanged()
    {
        var csv = await web.Http.GetStringAsync("/api/shelf.csv");
        Assert.True(csv.Split("\r\n").Length > 120);
        var preview = await WebFixture.Ok(
            await web.Http.PostAsJsonAsync("/api/shelf/list/preview", new { text = csv, columns = Array.Empty<string>() })
        );
        Assert.Equal((0, 0), (preview.GetProperty("new").GetInt32(), preview.GetProperty("wrong").GetInt32()));
        await WebFixture.Ok(await web.Http.PostAsJsonAsync("/api/shelf/list", new { text = csv, columns = Array.Empty<string>() }));
        Assert.Equal(csv, await web.Http.GetStringAsync("/api/shelf.csv"));
    }

    [Fact]
    public async Task A_list_is_taken_whole_or_not_at_all()
    {
        const string text = "description;qty;price\n2 TB SATA 3.5 5400;3;41\nsome thing;1;2\n";
        var preview = await WebFixture.Ok(
            await web.Http.PostAsJsonAsync("/api/shelf/list/preview", new { text, columns = Array.Empty<string>() })
        );
        Assert.Equal((1, 1), (preview.GetProperty("new").GetInt32(), preview.GetProperty("wrong").GetInt32()));
        Assert.Equal(3, preview.GetProperty("lines")[0].GetProperty("line").GetInt32());
        var before = await web.Http.GetStringAsync("/api/shelf.csv");
        var problem = await WebFixture.Problem(
            await web.Http.PostAsJsonAsync("/api/shelf/list", new { text, columns = Array.Empty<string>() }),
            400,
            "invalid"
        );
        Assert.StartsWith("Line 3:", problem.GetProperty("errors")[0].GetProperty("text").GetString());
        Assert.Equal(before, await web.Http.GetStringAsync("/api/shelf.csv"));
        await WebFixture.Problem(
            await web.Http.PostAsJsonAsync("/api/shelf/list", new { text, columns = new[] { "price", "price", "none" } }),
            400,
            "invalid"
        );
        problem = await WebFixture.Problem(
            await web.Http.PostAsJsonAsync("/api/shelf/list/preview", new { text = "a;b\n1;2\n\"open", columns = Array.Empty<string>() }),
            400,
            "invalid"
        );
        Assert.StartsWith("From line 3 on this is no list", problem.GetProperty("detail").GetString());
    }

    [Fact]
    public async Task A_part_is_read_from_its_label_kept_found_and_taken_off()
    {
        var read = await WebFixture.Ok(await web.Http.GetAsync("/api/shelf/read?text=" + Uri.EscapeDataString("32GB 2Rx4 PC4-2933Y-R")));
        var part = JsonNode.Parse(read.GetProperty("part").GetProperty("part").GetRawText())!.AsObject();
        part["inStock"] = 5;
        part["module"]!["colour"] = "green";
        var id = part["id"]!.GetValue<string>();
        await WebFixture.Ok(await web.Http.PutAsJsonAsync($"/api/parts/{id}", part));
        Assert.Equal("green", JsonNode.Parse(await web.Http.GetStringAsync($"/api/parts/{id}"))!["module"]!["colour"]!.GetValue<string>());
        var hits = await WebFixture.Ok(await web.Http.GetAsync("/api/shelf?q=32g+2rx4+2933+reg"));
        Assert.Contains(hits.GetProperty("parts").EnumerateArray(), h => h.GetProperty("part").GetProperty("id").GetString() == id);
        Assert.Equal(System.Net.HttpStatusCode.NoContent, (await web.Http.DeleteAsync($"/api/parts/{id}")).StatusCode);
        part["inStock"] = -1;
        await WebFixture.Problem(await web.Http.PutAsJsonAsync($"/api/parts/{id}", part), 400, "invalid");
    }

    [Fact]
    public void The_demos_shelf_and_sheets_hold_what_the_check_asks()
    {
        var shelf = Demo.DemoFiles.Shelf(Repository.At("demo"));
        Assert.InRange(shelf.Count, 115, 160);
        Assert.All(shelf, p => Assert.Empty(Core.Shelf.PartCheck.Check(p)));
        Assert.Superset(
            new HashSet<string>
            {
                "module",
                "hard disk",
                "flash drive",
                "tape drive",
                "processor",
                "controller",
                "network card",
                "carrier",
                "cache unit",
                "feature key",
                "cable",
                "tray",
                "converter",
                "spacer",
                "supply",
                "splitter",
                "pad",
                "paste",
            },
            shelf.Select(p => p.KindOf()).ToHashSet()
        );
        Assert.Equal(9, Demo.DemoFiles.Sheets(Repository.At("demo")).Count());
    }
}
