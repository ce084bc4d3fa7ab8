using System.Text.Json;

namespace Irvak.Web.Tests;

/// <summary>The bench carries what it draws and no more. Definition, no source.</summary>
public class BenchListTests(WebFixture web)
{
    [Fact]
    public async Task Each_machine_sheet_comes_once_and_each_plate_says_only_where_something_is()
    {
        var first = (await web.Begin()).GetProperty("number").GetString()!;
        var second = (await web.Begin()).GetProperty("number").GetString()!;
        await WebFixture.Ok(await web.Edit(second, await web.Last(second), WebFixture.FitEdit("A1", "rdimm-32-4800")));
        var page = await WebFixture.Ok(await web.Http.GetAsync("/api/jobs"));
        JsonElement Plate(string number) =>
            page.GetProperty("jobs").EnumerateArray().Single(j => j.GetProperty("number").GetString() == number).GetProperty("plate");
        var mark = Plate(first).GetProperty("sheet").GetString()!;
        Assert.Equal(mark, Plate(second).GetProperty("sheet").GetString());
        Assert.Equal("brannick-torr-32", page.GetProperty("sheets").GetProperty(mark).GetProperty("id").GetString());
        Assert.Equal(
            page.GetProperty("jobs")
                .EnumerateArray()
                .Select(j => j.GetProperty("plate"))
                .Where(p => p.ValueKind == JsonValueKind.Object)
                .Select(p => p.GetProperty("sheet").GetString())
                .ToHashSet(),
            page.GetProperty("sheets").EnumerateObject().Select(s => (string?)s.Name).ToHashSet()
        );
        Assert.Empty(Plate(first).GetProperty("planned").EnumerateObject());
        Assert.Equal(1, Plate(second).GetProperty("planned").GetProperty("slot:A1").GetInt32());
        var change = Assert.Single(Plate(second).GetProperty("changes").EnumerateArray());
        Assert.Equal(
            ("slot:A1", false, true),
            (change.GetProperty("place").GetString(), change.GetProperty("out").GetBoolean(), change.GetProperty("in").GetBoolean())
        );
    }
}
