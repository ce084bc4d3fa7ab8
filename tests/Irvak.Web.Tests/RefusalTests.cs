using System.Net.Http.Json;
using System.Text;

namespace Irvak.Web.Tests;

public class RefusalTests(WebFixture web)
{
    [Theory]
    [InlineData("/api/jobs/9999", "unknown-job")]
    [InlineData("/api/jobs/9999/history", "unknown-job")]
    [InlineData("/api/jobs/9999/ways", "unknown-job")]
    [InlineData("/api/jobs/9999/captures", "unknown-job")]
    [InlineData("/api/nothing", "unknown")]
    public async Task Unknown_ids_are_404(string path, string type) => await WebFixture.Problem(await web.Http.GetAsync(path), 404, type);

    [Fact]
    public async Task An_unknown_sheet_begins_no_job()
    {
        await WebFixture.Problem(
            await web.Http.PostAsJsonAsync(
                "/api/jobs",
                new
                {
                    key = Guid.NewGuid(),
                    who = "Ines",
                    title = "never begun",
                    owner = "",
                    sheetId = "none",
                    answers = (object?)null,
                }
            ),
            404,
            "unknown"
        );
        Assert.DoesNotContain((await WebFixture.Ok(await web.Http.GetAsync("/api/jobs"))).GetProperty("jobs").EnumerateArray(), j =>
            j.GetProperty("title").GetString() == "never begun"
        );
    }

    [Theory]
    [InlineData("{", "line 1")]
    [InlineData("{\"key\": 5}", "$.key")]
    [InlineData("[]", "The JSON can't be read")]
    [InlineData("{\"key\":\"6f9619ff-8b86-d011-b42d-00c04fc964ff\",\"lastSeen\":0,\"who\":\"I\",\"edit\":{\"type\":\"dance\"}}", "$.edit")]
    [InlineData("", "A part of the request is missing")]
    public async Task Malformed_JSON_is_400_with_the_place(string body, string where)
    {
        var problem = await WebFixture.Problem(
            await web.Http.PostAsync("/api/jobs/0101/edits", new StringContent(body, Encoding.UTF8, "application/json")),
            400,
            "invalid"
        );
        Assert.Contains(where, problem.GetProperty("detail").GetString());
        Assert.False(problem.TryGetProperty("exception", out _));
    }

    [Fact]
    public async Task JSON_a_thousand_levels_deep_is_400()
    {
        var deep = "{\"edit\":" + string.Concat(Enumerable.Repeat("[", 1000)) + string.Concat(Enumerable.Repeat("]", 1000)) + "}";
        await WebFixture.Problem(
            await web.Http.PostAsync("/api/jobs/0101/edits", new StringContent(deep, Encoding.UTF8, "application/json")),
            400,
            "invalid"
        );
    }

    [Fact]
    public async Task An_edit_without_a_name_or_of_an_unknown_part_is_refused_with_a_path()
    {
        var job = await web.Begin();
        var number = job.GetProperty("number").GetString()!;
        var nameless = await WebFixture.Problem(
            await web.Edit(number, 1, WebFixture.FitEdit("A1", "rdimm-32-4800"), who: " "),
            400,
            "invalid"
        );
        Assert.Equal("/who", nameless.GetProperty("errors")[0].GetProperty("path").GetString());
        var part = await WebFixture.Problem(await web.Edit(number, 1, WebFixture.FitEdit("A1", "none")), 400, "invalid");
        Assert.Equal("/edit/unit/shelfPartId", part.GetProperty("errors")[0].GetProperty("path").GetString());
        var place = await WebFixture.Problem(await web.Edit(number, 1, WebFixture.FitEdit("Z9", "rdimm-32-4800")), 400, "invalid");
        Assert.Equal("/edit/place", place.GetProperty("errors")[0].GetProperty("path").GetString());
    }

    [Fact]
    public async Task A_true_clash_is_409_with_both_values()
    {
        var job = await web.Begin();
        var (number, last) = (job.GetProperty("number").GetString()!, job.GetProperty("lastNumber").GetInt32());
        await WebFixture.Ok(await web.Edit(number, last, WebFixture.FitEdit("A1", "rdimm-64-4800"), "Bao"));
        await WebFixture.Ok(await web.Edit(number, last, WebFixture.FitEdit("B1", "rdimm-32-4800")));
        var clash = (
            await WebFixture.Problem(await web.Edit(number, last, WebFixture.FitEdit("A1", "rdimm-32-4800")), 409, "clash")
        ).GetProperty("clashes")[0];
        Assert.Equal(("slot:A1", "Bao"), (clash.GetProperty("subject").GetString(), clash.GetProperty("who").GetString()));
        Assert.StartsWith("64 GB", clash.GetProperty("theirs").GetString());
        Assert.StartsWith("32 GB", clash.GetProperty("yours").GetString());
    }

    [Fact]
    public async Task A_page_of_another_origin_cannot_write()
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/jobs")
        {
            Content = JsonContent.Create(new { }),
            Headers = { { "Origin", "http://elsewhere.example" } },
        };
        Assert.Equal(403, (int)(await web.Http.SendAsync(request)).StatusCode);
    }

    [Theory]
    [InlineData("", "the capture is empty")]
    [InlineData("Speicher: 16 Gigabyte\n", "another language")]
    public async Task A_capture_that_says_nothing_is_422_and_stores_nothing(string text, string sentence)
    {
        var job = await web.Begin();
        var number = job.GetProperty("number").GetString()!;
        var problem = await WebFixture.Problem(await web.Capture(number, 1, Encoding.UTF8.GetBytes(text)), 422, "capture-not-understood");
        Assert.Contains(sentence, problem.GetProperty("detail").GetString());
        Assert.Equal(0, (await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}/captures"))).GetArrayLength());
        Assert.Equal(
            job.GetProperty("lastNumber").GetInt32(),
            (await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}"))).GetProperty("lastNumber").GetInt32()
        );
    }

    [Fact]
    public async Task Binary_and_oversized_captures_are_refused_whole()
    {
        var number = (await web.Begin()).GetProperty("number").GetString()!;
        await WebFixture.Problem(await web.Capture(number, 1, [0x7F, 0x45, 0, 0, 1, 2, 3, 4]), 422, "capture-not-understood");
        await WebFixture.Problem(await web.Capture(number, 1, new byte[(8 * 1024 * 1024) + 1]), 413, "too-large");
        Assert.Equal(0, (await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs/{number}/captures"))).GetArrayLength());
    }

    [Fact]
    public async Task A_capture_after_the_work_needs_a_survey_first()
    {
        var job = await web.Begin(
            new
            {
                key = Guid.NewGuid(),
                who = "Ines",
                title = "bare",
                owner = "",
                sheetId = (string?)null,
                answers = (object?)null,
            }
        );
        var problem = await WebFixture.Problem(
            await web.Capture(job.GetProperty("number").GetString()!, 0, WebFixture.Demo("torr-after.txt"), "after"),
            422,
            "capture-not-understood"
        );
        Assert.Contains("Survey comes first", problem.GetProperty("detail").GetString());
    }

    [Fact]
    public async Task Wrong_answers_name_their_path()
    {
        var answer = await web.Http.PostAsJsonAsync(
            "/api/jobs",
            new
            {
                key = Guid.NewGuid(),
                who = "Ines",
                title = "x",
                owner = "",
                sheetId = (string?)null,
                answers = new
                {
                    name = "Box",
                    kind = "DDR4",
                    form = "dimm",
                    channels = "2 nine",
                    types = (string[]?)null,
                    rateMTs = (int?)null,
                    totalLimitGiB = (int?)null,
                },
            }
        );
        Assert.Equal(
            "/answers/channels",
            (await WebFixture.Problem(answer, 400, "invalid")).GetProperty("errors")[0].GetProperty("path").GetString()
        );
    }
}
