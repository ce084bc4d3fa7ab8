using System.Text.Json;
using System.Text.Json.Nodes;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Sheets;

public class SheetUpgradeTests
{
    private static readonly JsonSerializerOptions Web = new(JsonSerializerDefaults.Web);

    [Fact]
    public void An_older_sheet_is_brought_along_and_a_newer_one_refused()
    {
        var old = JsonNode.Parse("""{"format":"irvak-machine/0","id":"old","name":"Old","bays":4}""")!.AsObject();
        Assert.Null(SheetUpgrade.Bring(old, MachineSheet.CurrentFormat));
        var sheet = old.Deserialize<MachineSheet>(Web)!;
        Assert.Equal(["1", "2", "3", "4"], sheet.Bays.Single().Names);
        Assert.Empty(SheetCheck.Check(sheet));

        var problem = SheetUpgrade.Bring(JsonNode.Parse("""{"format":"irvak-machine/2"}""")!.AsObject(), MachineSheet.CurrentFormat);
        Assert.Equal("/format", problem!.Path);
        Assert.Contains("irvak-machine/2", problem.Text);
    }

    [Fact]
    public void Every_step_leads_on_and_none_in_a_circle()
    {
        foreach (var step in SheetUpgrade.Steps)
            Assert.True(string.CompareOrdinal(step.To, step.From) > 0 && step.To[..^1] == step.From[..^1]);
    }
}
