using System.Text.Json;

namespace Irvak.Web.Tests;

/// <summary>A job is found by what a technician remembers of it. Definition, no source.</summary>
public class FindJobsTests(WebFixture web)
{
    private async Task<JsonElement> Find(string words, string more = "") =>
        await WebFixture.Ok(await web.Http.GetAsync($"/api/jobs?words={Uri.EscapeDataString(words)}{more}"));

    private Task<JsonElement> Named(string title) =>
        web.Begin(
            new
            {
                key = Guid.NewGuid(),
                who = "Ines",
                title,
                owner = "Tidehouse",
                sheetId = "brannick-torr-32",
            }
        );

    private static string?[] Numbers(JsonElement page) =>
        [.. page.GetProperty("jobs").EnumerateArray().Select(j => j.GetProperty("number").GetString())];

    [Fact]
    public async Task By_number_title_machine_part_and_serial_and_every_word_counts()
    {
        var number = (await web.Begin()).GetProperty("number").GetString()!;
        var last = await web.Last(number);
        Assert.DoesNotContain(number, Numbers(await Find("wq7731k")));
        await WebFixture.Ok(
            await web.Edit(
                number,
                last,
                new
                {
                    type = "fit",
                    place = "slot:A1",
                    unit = new
                    {
                        source = "shelf",
                        shelfPartId = "rdimm-32-4800",
                        serial = "WQ7731K",
                    },
                }
            )
        );
        foreach (var words in (string[])[number, number.TrimStart('0'), "wq7731k", "WQ77", "brannick wq7731k", "32 GiB wq7731k"])
            Assert.Contains(number, Numbers(await Find(words)));
        Assert.DoesNotContain(number, Numbers(await Find("wq7731k nothing-like-it")));
        // A word is found from its beginning, not from its middle.
        Assert.DoesNotContain(number, Numbers(await Find("7731k")));
        // The machine of what was found is drawn, as on the bench.
        var page = await Find("wq7731k");
        var mark = page.GetProperty("jobs")[0].GetProperty("plate").GetProperty("sheet").GetString()!;
        Assert.Equal("brannick-torr-32", page.GetProperty("sheets").GetProperty(mark).GetProperty("id").GetString());
    }

    [Fact]
    public async Task More_than_fifty_come_in_pages_the_newest_first()
    {
        var numbers = new List<string>();
        for (var i = 0; i < 52; i++)
            numbers.Add((await Named("Zwiebelturm")).GetProperty("number").GetString()!);
        numbers.Reverse();
        var first = await Find("zwiebelturm");
        Assert.Equal(numbers.Take(50), Numbers(first));
        var rest = await Find("zwiebelturm", $"&before={first.GetProperty("more").GetInt64()}");
        Assert.Equal(numbers.Skip(50), Numbers(rest));
        Assert.Equal(JsonValueKind.Null, rest.GetProperty("more").ValueKind);
    }

    [Theory] // what the database would read as an operator, a quote or an escape is text
    [InlineData("' & | ! <-> :* \\")]
    [InlineData("\\'")]
    [InlineData("   ")]
    [InlineData("a':b")]
    public async Task Odd_text_finds_nothing_and_breaks_nothing(string words) => Assert.Empty(Numbers(await Find(words)));

    [Fact]
    public async Task A_text_that_is_too_long_is_refused() =>
        await WebFixture.Problem(await web.Http.GetAsync("/api/jobs?words=" + new string('a', 201)), 400, "invalid");

    [Fact]
    public async Task The_longest_text_is_looked_for() => Assert.Empty(Numbers(await Find(new string('a', 200))));

    [Fact]
    public async Task By_stage_owner_machine_who_began_it_and_the_promised_day()
    {
        var number = (await Named("Filterberg")).GetProperty("number").GetString()!;
        await Promise(number, "2031-05-04");
        foreach (
            var asked in (string[])
                [
                    "owner=Tidehouse",
                    "by=Ines",
                    "machine=Brannick%20Torr%2032",
                    "stage=survey",
                    "dueBy=2031-05-04",
                    "dueBy=2031-05-04&owner=Tidehouse&by=Ines&stage=survey",
                ]
        )
            Assert.Contains(number, Numbers(await Asked("words=filterberg&" + asked)));
        foreach (var asked in (string[])["owner=Nobody", "by=Bao", "machine=Tarrowby", "stage=proof", "dueBy=2031-05-03"])
            Assert.DoesNotContain(number, Numbers(await Asked("words=filterberg&" + asked)));
        // Without words too; and words without a word in them find nothing, whatever else is asked.
        Assert.Contains(number, Numbers(await Asked("dueBy=2031-05-04&words=")));
        Assert.Empty(Numbers(await Asked("dueBy=2031-05-04&words=%26")));
        var choices = await WebFixture.Ok(await web.Http.GetAsync("/api/bench/choices"));
        foreach (var (list, name) in new[] { ("owners", "Tidehouse"), ("machines", "Brannick Torr 32"), ("people", "Ines") })
            Assert.Contains(name, choices.GetProperty(list).EnumerateArray().Select(c => c.GetString()));
    }

    [Theory]
    [InlineData("stage=nowhere")]
    [InlineData("dueBy=tomorrow")]
    [InlineData("dueBy=2031-13-01")]
    public async Task A_filter_that_can_not_be_is_refused(string asked) =>
        Assert.Equal(400, (int)(await web.Http.GetAsync("/api/jobs?" + asked)).StatusCode);

    [Fact]
    public async Task A_filter_longer_than_any_name_is_refused() =>
        Assert.Equal(400, (int)(await web.Http.GetAsync("/api/jobs?owner=" + new string('x', 201))).StatusCode);

    /// <summary>The shelf holds six of them; the plan takes nine: three are lacking. What was promised is due until it is taken
    /// back.</summary>
    [Fact]
    public async Task Beside_the_planks_stand_what_is_due_and_what_the_shelf_lacks()
    {
        var number = (await Named("Lackberg")).GetProperty("number").GetString()!;
        await Promise(number, "2001-02-03");
        var due = (await Beside()).GetProperty("due").EnumerateArray().First(d => d.GetProperty("number").GetString() == number);
        Assert.Equal(("2001-02-03", "Lackberg"), (due.GetProperty("day").GetString(), due.GetProperty("title").GetString()));
        var there = 0;
        foreach (var slot in (string[])["A1", "B1", "C1", "D1", "E1", "F1", "G1", "H1", "A2"])
            await WebFixture.Ok(
                await web.Edit(
                    number,
                    await web.Last(number),
                    new
                    {
                        type = "fit",
                        place = "slot:" + slot,
                        unit = new { source = "shelf", shelfPartId = "rdimm-32-4800" },
                    }
                )
            );
        var lacking = (await Beside())
            .GetProperty("lacking")
            .EnumerateArray()
            .First(l => l.GetProperty("part").GetString() == "rdimm-32-4800");
        there = lacking.GetProperty("there").GetInt32();
        Assert.Equal(6, there);
        Assert.InRange(lacking.GetProperty("wanted").GetInt32(), 9, int.MaxValue);
        Assert.Contains(number, lacking.GetProperty("jobs").EnumerateArray().Select(j => j.GetString()));
        await WebFixture.Ok(await web.Edit(number, await web.Last(number), new { type = "setPromise", day = (string?)null }));
        Assert.DoesNotContain((await Beside()).GetProperty("due").EnumerateArray(), d => d.GetProperty("number").GetString() == number);
    }

    private async Task<JsonElement> Beside() => await WebFixture.Ok(await web.Http.GetAsync("/api/bench/beside"));

    private async Task<JsonElement> Asked(string query) => await WebFixture.Ok(await web.Http.GetAsync("/api/jobs?" + query));

    private async Task Promise(string number, string day) =>
        await WebFixture.Ok(await web.Edit(number, await web.Last(number), new { type = "setPromise", day }));
}
