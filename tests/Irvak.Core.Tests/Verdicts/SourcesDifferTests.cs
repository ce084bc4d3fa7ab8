using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;
using Irvak.Tests;

namespace Irvak.Core.Tests.Verdicts;

public sealed class SourcesDifferTests
{
    private static readonly MachineSheet Told = Boards.Server with
    {
        Claims = [new("/memory/slotLimitGiB", "32", Word.Maker, "page 12", true), new("/memory/slotLimitGiB", "64", Word.Colleague, "ran for a year"), new("/fans", "4", Word.Seller, "offer")],
        Memory = Boards.Server.Memory with { SlotLimitGiB = 32 },
    };

    [Fact]
    public void A_verdict_on_a_disputed_limit_names_every_source_and_only_those_of_its_value()
    {
        var findings = Boards.Job(Told, "A1").With(Boards.Fit("B1", Boards.Module(64))).Evaluate().Findings;
        Assert.Equal(["32", "64"], findings.Single(f => f.Rule.Code == "MEM-SLOT").Claims.Select(c => c.Value));
        Assert.All(findings.Where(f => f.Rule.Code != "MEM-SLOT"), f => Assert.Empty(f.Claims));
    }

    [Fact]
    public void Without_a_dispute_nothing_is_said() =>
        Assert.Empty(Boards.Job(Told with { Claims = [] }, "A1").With(Boards.Fit("B1", Boards.Module(64))).Evaluate().Findings.SelectMany(f => f.Claims));

    /// <summary>A pointer that leads nowhere, or a code that no rule carries, would show nothing and nobody would notice.</summary>
    [Fact]
    public void Every_value_and_every_rule_of_the_table_exists()
    {
        var codes = RuleRegister.All.Select(r => r.Code).ToHashSet();
        Assert.All(SourcesDiffer.Rules, row =>
        {
            Assert.NotEmpty(row.Value);
            Assert.All(row.Value, c => Assert.Contains(c, codes));
            using var schema = System.Text.Json.JsonDocument.Parse(File.ReadAllText(Path.Combine(Repository.Root, "docs", "schemas", "irvak-machine-1.json")));
            var at = schema.RootElement;
            foreach (var part in row.Key.Split('/').Skip(1))
                Assert.True(int.TryParse(part, out _) ? at.TryGetProperty("items", out at) : at.GetProperty("properties").TryGetProperty(part, out at), row.Key);
        });
        var offered = File.ReadAllText(Path.Combine(Repository.Root, "client", "src", "editor", "machineSpec.ts"));
        Assert.All(SourcesDiffer.Rules.Keys, k => Assert.Contains($"['{k}',", offered, StringComparison.Ordinal));
    }
}
