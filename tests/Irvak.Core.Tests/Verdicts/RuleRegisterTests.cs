using System.Reflection;
using Irvak.Core.Verdicts;
using Irvak.Tests;

namespace Irvak.Core.Tests.Verdicts;

public class RuleRegisterTests
{
    [Fact]
    public void Every_rule_in_the_code_is_registered_once()
    {
        var declared = typeof(Rule).Assembly.GetTypes().SelectMany(t => t.GetFields(BindingFlags.Static | BindingFlags.Public))
            .Where(f => f.FieldType == typeof(Rule)).Select(f => (Rule)f.GetValue(null)!).ToList();
        Assert.Equal(declared.Select(r => r.Code).Order(), RuleRegister.All.Select(r => r.Code).Order());
        Assert.Equal(RuleRegister.All.Count, RuleRegister.All.Select(r => r.Code).Distinct().Count());
    }

    [Fact]
    public void Every_rule_gives_reason_and_source() => Assert.All(RuleRegister.All, r =>
    {
        Assert.True(r.Reason.Length > 20, r.Code);
        Assert.True(r.Source.Length > 5, r.Code);
        if (r.Basis == Basis.Practice) Assert.Contains("no source", r.Source);
    });

    [Fact]
    public void A_sentence_without_its_value_is_an_error_of_the_caller() =>
        Assert.Throws<ArgumentException>(() => RuleRegister.All[0].Say(new Dictionary<string, string>()));

    [Fact]
    public void The_rule_document_is_current() => // regenerate with: Irvak.Web write-rules docs/rules.md
        Assert.Equal(RuleRegister.ToMarkdown(), File.ReadAllText(Repository.At("docs", "rules.md")));
}
