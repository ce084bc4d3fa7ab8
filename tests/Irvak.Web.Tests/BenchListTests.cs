using System.Text.Json;
using Irvak.Core;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Store;
using Irvak.Web.Demo;
using Irvak.Web.Endpoints;

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

    [Fact]
    public void What_is_written_once_is_what_is_written_each_time()
    {
        var json = new Microsoft.AspNetCore.Http.Json.JsonOptions();
        Strictly.Configure(json.SerializerOptions);
        var sheet = DemoFiles.Sheets(Irvak.Tests.Repository.At("demo")).Single(s => s.Id == "brannick-torr-32");
        BenchPage Page(string place) =>
            new(
                [
                    new(1, "0101", "t", "o", "Ines", Stage.Fit, null, null)
                    {
                        Done = 0,
                        Of = 0,
                        Plate = new("m", [Place.Slot(place)], [], new Dictionary<Place, int> { [Place.Slot(place)] = 1 }, []),
                    },
                ],
                [],
                new Dictionary<string, MachineSheet> { ["m"] = sheet },
                null
            );
        var list = new ListJson(Microsoft.Extensions.Options.Options.Create(json)).Options;
        foreach (var page in (BenchPage[])[Page("A1"), Page("B1")])
        {
            var plain = JsonSerializer.Serialize(page, json.SerializerOptions);
            Assert.Contains("\"channels\"", plain);
            Assert.Equal(plain, JsonSerializer.Serialize(page, list));
            Assert.Equal(plain, JsonSerializer.Serialize(page, list));
        }
    }
}
