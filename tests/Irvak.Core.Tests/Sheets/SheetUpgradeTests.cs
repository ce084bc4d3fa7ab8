using System.Text.Json;
using System.Text.Json.Nodes;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Sheets;

public class SheetUpgradeTests
{
    private static readonly JsonSerializerOptions Web = new(JsonSerializerDefaults.Web);

    /// <summary>Two steps of a format that never was: it counted bays, then named their group.</summary>
    private static readonly SheetUpgrade.Step[] Steps =
    [
        new("irvak-machine/-1", "irvak-machine/0", d =>
            d["bays"] = new JsonArray([.. Enumerable.Range(1, d["bays"]!.GetValue<int>()).Select(i => (JsonNode)$"{i}")])
        ),
        new("irvak-machine/0", "irvak-machine/1", d => d["bays"] = new JsonArray(
                new JsonObject
                {
                    ["group"] = "front",
                    ["form"] = "3.5",
                    ["stance"] = "upright",
                    ["cols"] = 4,
                    ["bus"] = "SATA",
                    ["names"] = d["bays"]!.DeepClone(),
                }
            )),
    ];

    [Theory]
    [InlineData("""{"format":"irvak-machine/-1","id":"old","name":"Old","bays":4}""")]
    [InlineData("""{"format":"irvak-machine/0","id":"old","name":"Old","bays":["1","2","3","4"]}""")]
    public void An_older_document_is_brought_along_step_by_step(string text)
    {
        var old = JsonNode.Parse(text)!.AsObject();
        Assert.Null(SheetUpgrade.Bring(old, MachineSheet.CurrentFormat, Steps));
        var sheet = old.Deserialize<MachineSheet>(Web)!;
        Assert.Equal((MachineSheet.CurrentFormat, 4), (sheet.Format, sheet.Bays.Single().Names.Count));
        Assert.Empty(SheetCheck.Check(sheet));
    }

    [Fact]
    public void A_newer_document_and_one_without_a_way_are_refused()
    {
        foreach (var format in new[] { "irvak-machine/2", "irvak-machine/-7" })
        {
            var problem = SheetUpgrade.Bring(
                JsonNode.Parse($$"""{"format":"{{format}}"}""")!.AsObject(),
                MachineSheet.CurrentFormat,
                Steps
            );
            Assert.Equal("/format", problem!.Path);
            Assert.Contains(format, problem.Text);
        }
    }
}
