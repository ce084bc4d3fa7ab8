using Irvak.Core.Verdicts;
using Irvak.Tests;

namespace Irvak.Core.Tests.Verdicts;

public class RuleRegisterTests
{
    [Fact]
    public void Every_code_is_given_once() => Assert.Equal(RuleRegister.All.Count, RuleRegister.All.Select(r => r.Code).Distinct().Count());

    [Fact]
    public void Rules_whose_codes_begin_alike_are_of_one_family_and_no_family_has_two_beginnings()
    {
        var pairs = RuleRegister.All.Select(r => (Begins: r.Code.Split('-')[0], r.Family)).Distinct().ToList();
        Assert.Equal(pairs.Count, pairs.Select(p => p.Begins).Distinct().Count());
        Assert.Equal(pairs.Count, pairs.Select(p => p.Family).Distinct().Count());
        Assert.Equal(Enum.GetValues<Family>().Order(), pairs.Select(p => p.Family).Order());
    }

    [Theory]
    [InlineData("MEM-SLOT", WorkingSheet.Memory)]
    [InlineData("CPU-SOCKET", WorkingSheet.Memory)]
    [InlineData("M2-KEY", WorkingSheet.Arrays)]
    [InlineData("WIPE-UNSAID", WorkingSheet.Arrays)]
    [InlineData("CACHE-PAIR", WorkingSheet.Cache)]
    [InlineData("BOOT-NVME", WorkingSheet.Boot)]
    [InlineData("CARD-BUS", WorkingSheet.Lanes)]
    [InlineData("PATH-PINCH", WorkingSheet.Path)]
    [InlineData("HEAT-AIR", WorkingSheet.Power)]
    [InlineData("AIM-MEMORY", WorkingSheet.Memory)]
    [InlineData("AIM-SPACE", WorkingSheet.Arrays)]
    public void A_rule_is_worked_on_where_its_family_is(string code, WorkingSheet sheet) =>
        Assert.Equal(sheet, RuleRegister.All.Single(r => r.Code == code).Sheet);

    [Fact]
    public void Every_rule_gives_reason_and_source() => Assert.All(RuleRegister.All, r =>
        {
            Assert.True(r.Reason.Length > 20, r.Code);
            Assert.True(r.Source.Length > 5, r.Code);
            if (r.Basis == Basis.Practice)
                Assert.Contains("no source", r.Source);
        });

    [Fact]
    public void A_sentence_without_its_value_is_an_error_of_the_caller() =>
        Assert.Throws<ArgumentException>(() => RuleRegister.All[0].Say(new Dictionary<string, Stated>()));

    [Fact]
    public void The_rule_document_is_current() => // regenerate with: Irvak.Web write-rules docs/rules.md
        Assert.Equal(RuleRegister.ToMarkdown(), File.ReadAllText(Repository.At("docs", "rules.md")));
}
