using System.Net.Http.Json;
using System.Text.Json;

namespace Irvak.Web.Tests;

/// <summary>Rehearsals, simulations and controllers over HTTP.</summary>
public class StoragePagesTests(WebFixture web)
{
    private async Task<string> Planned(string level = "parity-1")
    {
        var job = await web.Begin(
            new
            {
                key = Guid.NewGuid(),
                who = "Ines",
                title = "Storage",
                owner = "Tidehouse",
                sheetId = "brannick-torr-32",
                answers = (object?)null,
            }
        );
        var number = job.GetProperty("number").GetString()!;
        var edits = Enumerable
            .Range(9, 4)
            .Select(n =>
                (object)
                    new
                    {
                        type = "fit",
                        place = $"bay:{n}",
                        unit = new { source = "shelf", shelfPartId = "ek-n8" },
                    }
            )
            .Append(
                new
                {
                    type = "makeArray",
                    array = new
                    {
                        name = "M",
                        level,
                        members = new[] { "bay:9", "bay:10", "bay:11", "bay:12" },
                        host = "kernel",
                    },
                }
            );
        await WebFixture.Ok(
            await web.Edit(
                number,
                job.GetProperty("lastNumber").GetInt32(),
                new
                {
                    type = "together",
                    what = "x",
                    edits,
                }
            )
        );
        return number;
    }

    [Fact]
    public async Task A_rehearsal_tells_the_state_and_stores_nothing()
    {
        var number = await Planned();
        var before = (await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}"))).GetProperty("lastNumber").GetInt32();
        var view = await WebFixture.Ok(
            await web.Http.PostAsJsonAsync($"/api/jobs/{number}/rehearsal", new { array = "M", failed = new[] { "bay:10" } })
        );
        Assert.Equal("degraded", view.GetProperty("state").GetString());
        Assert.Equal(
            ["loses", "out", "loses", "loses"],
            view.GetProperty("members").EnumerateArray().Select(m => m.GetProperty("fate").GetString())
        );
        Assert.Equal(before, (await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}"))).GetProperty("lastNumber").GetInt32());
        await WebFixture.Problem(await web.Http.PostAsJsonAsync($"/api/jobs/{number}/rehearsal", new { array = "X" }), 400, "invalid");
        await WebFixture.Problem(await web.Http.PostAsJsonAsync("/api/jobs/none/rehearsal", new { array = "M" }), 404, "unknown-job");
    }

    private async Task<JsonElement> Ended(JsonElement begun)
    {
        while (!begun.GetProperty("ended").GetBoolean())
            begun = await WebFixture.Ok(await web.Http.GetAsync($"/api/simulations/{begun.GetProperty("id").GetString()}"));
        return begun;
    }

    [Fact]
    public async Task A_simulation_agrees_with_the_chain_and_its_seed_with_itself()
    {
        var number = await Planned();
        async Task<JsonElement> Run(object question) =>
            await Ended(
                await WebFixture.Ok(await web.Http.PostAsJsonAsync($"/api/jobs/{number}/simulations", new { array = "M", question }))
            );
        var one = await Run(new { runs = 400_000, seed = 3 });
        Assert.True(one.GetProperty("verdict").GetProperty("agrees").GetBoolean());
        Assert.Equal(400_000, one.GetProperty("verdict").GetProperty("seen").GetProperty("runs").GetInt64());
        Assert.Equal(
            one.GetProperty("verdict").GetProperty("seen").GetRawText(),
            (await Run(new { runs = 400_000, seed = 3 })).GetProperty("verdict").GetProperty("seen").GetRawText()
        );
        // With ageing drives the chain has nothing to say.
        Assert.Equal(
            JsonValueKind.Null,
            (await Run(new { runs = 40_000, shape = 1.2 })).GetProperty("verdict").GetProperty("chain").ValueKind
        );
    }

    [Fact]
    public async Task A_simulation_is_cancelled_and_keeps_what_it_saw()
    {
        var number = await Planned();
        var begun = await WebFixture.Ok(
            await web.Http.PostAsJsonAsync($"/api/jobs/{number}/simulations", new { array = "M", question = new { runs = 100_000_000 } })
        );
        await WebFixture.Ok(await web.Http.DeleteAsync($"/api/simulations/{begun.GetProperty("id").GetString()}"));
        var ended = await Ended(begun);
        Assert.True(ended.GetProperty("cancelled").GetBoolean());
        Assert.True(ended.GetProperty("verdict").GetProperty("seen").GetProperty("runs").GetInt64() < 100_000_000);
        var refused = await WebFixture.Problem(
            await web.Http.PostAsJsonAsync($"/api/jobs/{number}/simulations", new { array = "M", question = new { shape = 99 } }),
            400,
            "invalid"
        );
        Assert.Equal("/question/shape", refused.GetProperty("errors")[0].GetProperty("path").GetString());
        await WebFixture.Problem(await web.Http.GetAsync($"/api/simulations/{Guid.NewGuid()}"), 404, "unknown");
    }

    [Fact]
    public async Task Many_drives_are_proposed_and_nothing_is_stored()
    {
        var number = await Planned();
        async Task<int> Last() =>
            (await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}"))).GetProperty("lastNumber").GetInt32();
        Task<HttpResponseMessage> Ask(object body) => web.Http.PostAsJsonAsync($"/api/jobs/{number}/fill", body);
        var before = await Last();
        var fill = await WebFixture.Ok(await Ask(new { partId = "rv-b2000", count = 3 }));
        Assert.Equal((3, 3), (fill.GetProperty("wanted").GetInt32(), fill.GetProperty("placed").GetInt32()));
        Assert.Equal("together", fill.GetProperty("take").GetProperty("type").GetString());
        Assert.Equal(before, await Last());
        var none = await WebFixture.Ok(await Ask(new { partId = "rv-b2000", over = Array.Empty<string>() }));
        Assert.Equal("", none.GetProperty("rows")[0].GetProperty("at").GetString());
        async Task<string?> Refused(object body) =>
            (await WebFixture.Problem(await Ask(body), 400, "invalid")).GetProperty("errors")[0].GetProperty("path").GetString();
        Assert.Equal("/partId", await Refused(new { partId = "no-such" }));
        Assert.Equal("/partId", await Refused(new { partId = "cv-h8" }));
        Assert.Equal("/count", await Refused(new { partId = "rv-b2000", count = 0 }));
        Assert.Equal("/count", await Refused(new { partId = "rv-b2000", count = 513 }));
        Assert.Equal("/over", await Refused(new { partId = "rv-b2000", over = Enumerable.Repeat("card:S1", 65) }));
        await WebFixture.Problem(await web.Http.PostAsJsonAsync("/api/jobs/none/fill", new { partId = "rv-b2000" }), 404, "unknown-job");
    }

    [Fact]
    public async Task Keepers_of_an_array_stand_side_by_side()
    {
        var number = await Planned();
        var sides = await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}/arrays/M/keepers"));
        Assert.Equal("kernel", sides.EnumerateArray().Single(s => s.GetProperty("isNow").GetBoolean()).GetProperty("host").GetString());
        await WebFixture.Problem(await web.Http.GetAsync($"/api/jobs/{number}/arrays/X/keepers"), 404, "unknown");
        await WebFixture.Problem(await web.Http.GetAsync("/api/jobs/none/arrays/M/keepers"), 404, "unknown-job");
    }

    [Fact]
    public async Task Controllers_of_machine_and_shelf_stand_side_by_side()
    {
        var number = await Planned();
        var view = await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}/controllers"));
        Assert.Equal(["small", "large"], view.GetProperty("wiring").EnumerateArray().Select(w => w.GetProperty("group").GetString()));
        Assert.All(view.GetProperty("rows").EnumerateArray(), r =>
            Assert.Equal(
                r.GetProperty("row").GetProperty("take").ValueKind == JsonValueKind.Null,
                r.GetProperty("effects").ValueKind == JsonValueKind.Null
            )
        );
        var rows = view.GetProperty("rows").EnumerateArray().Select(r => r.GetProperty("row")).ToList();
        Assert.Equal("on-board SATA", rows[0].GetProperty("name").GetString());
        Assert.All(rows, r => Assert.Equal(4, r.GetProperty("of").GetInt32()));
        // The first series of the adapter ends at 2 TiB: none of the drives of 8 TB runs behind it.
        Assert.Equal(0, rows.First(r => r.GetProperty("partId").GetString() == "cv-h8-old").GetProperty("runs").GetInt32());
    }
}
