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
}
