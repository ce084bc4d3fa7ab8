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
    public async Task Controllers_of_machine_and_shelf_stand_side_by_side()
    {
        var number = await Planned();
        var view = await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}/controllers"));
        Assert.Equal(["small", "large"], view.GetProperty("wiring").EnumerateArray().Select(w => w.GetProperty("group").GetString()));
        var rows = view.GetProperty("rows").EnumerateArray().ToList();
        Assert.Equal("on-board SATA", rows[0].GetProperty("name").GetString());
        Assert.All(rows, r => Assert.Equal(4, r.GetProperty("of").GetInt32()));
        // The first series of the adapter ends at 2 TiB: none of the drives of 8 TB runs behind it.
        Assert.Equal(0, rows.First(r => r.GetProperty("partId").GetString() == "cv-h8-old").GetProperty("runs").GetInt32());
    }
}
