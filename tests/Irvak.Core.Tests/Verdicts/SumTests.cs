using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;
using Irvak.Structure;

namespace Irvak.Core.Tests.Verdicts;

/// <summary>A number that a finding states can be followed. Own definition.</summary>
public class SumTests
{
    /// <summary>Read from the files, so that no branch without a case escapes.</summary>
    [Fact]
    public void No_finding_states_a_number_without_its_sum() =>
        Assert.Empty(Unworked.All(Sources.Core).Select(u => $"{u.File}:{u.Line} states {u.Number}"));

    [Fact]
    public void Every_rule_case_that_states_an_amount_brings_a_sum_whose_lines_have_values()
    {
        var stating = RuleCaseTests
            .Every()
            .SelectMany(c => c.Bad.Evaluate(c.Evidence, c.Shelf).Findings)
            .Where(f => f.Values.Values.Any(v => v is Stated.Amount))
            .ToList();
        Assert.True(stating.Select(f => f.Rule.Code).Distinct().Count() > 40, $"{stating.Count} findings state an amount");
        Assert.All(stating, f =>
            Assert.All([.. f.Why!.Lines, f.Why.Result], l =>
                Assert.False(string.IsNullOrWhiteSpace(l.Value), $"{f.Rule.Code}: {l.Formula}")
            )
        );
    }

    [Fact]
    public void What_is_asked_stands_before_what_there_is()
    {
        var sum = Worked.Against("sheet", ("ports asked for", "9"), ">", ("ports inside", "8"));
        Assert.Equal([new("ports asked for", "9"), new WorkedLine("ports inside", "8")], sum.Lines);
        Assert.Equal(new("compared", "9 > 8", true), sum.Result);
    }

    [Fact]
    public void A_stated_value_has_one_form_of_words()
    {
        Assert.Equal("8", ((Stated)8).Words);
        Assert.Equal("36.0 TB", ((Stated)new DiskSpace(36_000_000_000_000)).Words);
        Assert.Equal("2400 MT/s", ((Stated)new TransferRate(2400)).Words);
        Assert.Equal("1 250 MB/s", ((Stated)new Throughput(1250)).Words);
        Assert.Equal("€ 12.50", ((Stated)Money.Euro(12.5m)).Words);
        Assert.Equal("64 GiB", ((Stated)ByteCount.FromMiB(65_536)).Words);
        Assert.Equal("[[slot:A1]] and [[slot:B1]]", Stated.At([Place.Slot("A1"), Place.Slot("B1")]).Words);
        Assert.Equal(Stated.At(Place.Slot("A1")), Stated.At([Place.Slot("A1")]));
        Assert.NotEqual(Stated.At(Place.Slot("A1")), Stated.At(Place.Slot("A2")));
    }
}
