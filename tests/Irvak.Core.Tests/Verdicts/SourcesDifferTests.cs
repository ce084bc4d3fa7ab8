using Irvak.Core.Sheets;
using Irvak.Tests;

namespace Irvak.Core.Tests.Verdicts;

public sealed class SourcesDifferTests
{
    private static readonly MachineSheet Told = Boards.Server with
    {
        Claims =
        [
            new("/memory/slotLimitGiB", "32", Word.Maker, "page 12", true),
            new("/memory/slotLimitGiB", "64", Word.Colleague, "ran for a year"),
            new("/fans", "4", Word.Seller, "offer"),
        ],
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
        Assert.Empty(
            Boards
                .Job(Told with { Claims = [] }, "A1")
                .With(Boards.Fit("B1", Boards.Module(64)))
                .Evaluate()
                .Findings.SelectMany(f => f.Claims)
        );

    /// <summary>A pointer that leads nowhere would show nothing and nobody would notice.</summary>
    [Fact]
    public void Every_value_that_a_rule_leans_on_exists_and_can_be_told()
    {
        var leans = RuleRegister.All.SelectMany(r => r.LeansOn).Distinct().ToList();
        Assert.Equal(13, leans.Count);
        var offered = File.ReadAllText(Path.Combine(Repository.Root, "client", "src", "editor", "machineSpec.ts"));
        Assert.All(leans, pointer =>
        {
            using var schema = System.Text.Json.JsonDocument.Parse(
                File.ReadAllText(Path.Combine(Repository.Root, "docs", "schemas", "irvak-machine-1.json"))
            );
            var at = schema.RootElement;
            foreach (var part in pointer.Split('/').Skip(1))
                Assert.True(
                    int.TryParse(part, out _)
                        ? at.TryGetProperty("items", out at)
                        : at.GetProperty("properties").TryGetProperty(part, out at),
                    pointer
                );
            Assert.Contains($"['{pointer}',", offered, StringComparison.Ordinal);
        });
    }
}
