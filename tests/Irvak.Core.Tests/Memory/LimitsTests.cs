using Irvak.Core.Aims;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Tests.Memory;

public class LimitsTests
{
    private static readonly EvidenceBook Proven = new([
        Boards.Tried(64, Outcome.Works, 1),
        Boards.Tried(64, Outcome.WorksWithRemark, 2),
        Boards.Tried(64, Outcome.Works, 3),
    ]);
    private static readonly EvidenceBook Failed = new([Boards.Tried(64, Outcome.Works, 1), Boards.Tried(64, Outcome.Fails, 2)]);

    private static Finding? Slot(Policy policy, EvidenceBook evidence) =>
        Boards
            .Job(Boards.Server, "A1", "C1")
            .With(new SetPolicy(policy), Boards.Fit("B1", Boards.Module(64)))
            .Evaluate(evidence)
            .Findings.SingleOrDefault(f => f.Rule.Code == "MEM-SLOT");

    // The policy table of the rulebook on a real plan: a 64 GB module on a board whose sheet ends at 32.
    [Theory]
    [InlineData(Policy.Listed, Severity.Stop, Severity.Stop, Severity.Stop)]
    [InlineData(Policy.FieldProven, Severity.Note, Severity.Care, Severity.Stop)]
    [InlineData(Policy.Sound, Severity.Note, Severity.Note, Severity.Care)]
    public void The_policy_decides_what_beyond_the_list_means(Policy policy, Severity proven, Severity unheard, Severity failed)
    {
        Assert.Equal(proven, Slot(policy, Proven)!.Severity);
        Assert.Equal(unheard, Slot(policy, EvidenceBook.Empty)!.Severity);
        Assert.Equal(failed, Slot(policy, Failed)!.Severity);
    }

    [Fact]
    public void Counts_stand_in_the_sentence_and_the_interval_in_the_sum()
    {
        var finding = Slot(Policy.FieldProven, Proven)!;
        Assert.Contains("3 of 3 worked", finding.Sentence);
        Assert.Equal(Basis.Proven, finding.Basis);
        Assert.Contains(finding.Why!.Lines, l => l.Formula.StartsWith("90 % interval", StringComparison.Ordinal));
    }

    [Fact]
    public void A_failure_is_shown_with_what_was_seen() =>
        Assert.Contains(Slot(Policy.FieldProven, Failed)!.Why!.Lines, l => l is { Formula: "last report", Value: "seen" });

    [Fact]
    public void The_list_itself_is_never_a_finding() =>
        Assert.DoesNotContain(
            Boards.Job(Boards.Server, Boards.Module(32), "A1").With(new SetPolicy(Policy.Listed)).Evaluate().Findings,
            f => f.Rule.Code is "MEM-SLOT" or "MEM-TOTAL" or "MEM-WARRANTY"
        );

    [Fact]
    public void Without_limits_on_the_sheet_nothing_is_off_the_list()
    {
        var sheet = Boards.Server with { Memory = Boards.Server.Memory with { SlotLimitGiB = null, TotalLimitGiB = null } };
        Assert.DoesNotContain(Boards.Job(sheet, Boards.Module(128), "A1").Evaluate().Findings, f =>
            f.Rule.Code is "MEM-SLOT" or "MEM-TOTAL"
        );
    }

    [Fact]
    public void A_total_that_others_ran_lets_a_smaller_one_pass()
    {
        var book = new EvidenceBook([
            .. Enumerable.Range(1, 3).Select(d => Boards.Tried(64, Outcome.Works, d) with { TotalMiB = 512 * 1024 }),
        ]);
        var state = Boards
            .Job(Boards.Server, Boards.Module(32), "A1", "A2", "B1", "B2", "C1", "C2", "D1")
            .With(Boards.Fit("D2", Boards.Module(64)));
        Assert.Equal(Severity.Note, state.Evaluate(book).Findings.Single(f => f.Rule.Code == "MEM-TOTAL").Severity);
    }

    [Fact]
    public void A_module_of_unknown_size_makes_what_hangs_on_a_processor_a_least()
    {
        var state = Boards.Job(Boards.Server, "A1", "C1");
        string? Said(params Edit[] edits) =>
            state.With(edits).Evaluate().Findings.FirstOrDefault(f => f.Rule.Code == "MEM-CPU-TOTAL-ASK")?.Sentence;
        var unknown = Boards.Fit("B2", Boards.Module() with { CapacityMiB = null });
        Assert.Contains("not known: 32 GiB are to hang", Said(Boards.Fit("B1")));
        Assert.Contains("not known: at least 32 GiB are to hang", Said(Boards.Fit("B1"), unknown));
    }
}
