using System.Reflection;
using System.Text;
using Irvak.Core.Verdicts;

namespace Irvak.Core;

/// <summary>Every rule, once: what is declared beside the computations. <c>docs/rules.md</c>, the screens and the tests all read this
/// list.</summary>
public static class RuleRegister
{
    public static IReadOnlyList<Rule> All { get; } = [.. Declared().OrderBy(r => r.Code, StringComparer.Ordinal)];

    private static IEnumerable<Rule> Declared() =>
        from type in typeof(Rule).Assembly.GetTypes()
        from field in type.GetFields(BindingFlags.Public | BindingFlags.NonPublic | BindingFlags.Static | BindingFlags.DeclaredOnly)
        where field.FieldType == typeof(Rule)
        select (Rule)field.GetValue(null)!;

    /// <summary>The register as Markdown, for <c>docs/rules.md</c>.</summary>
    public static string ToMarkdown()
    {
        var text = new StringBuilder(
            "# Rules\n\nGenerated from the definitions that run. Severity is the rule's "
                + "own; policy and evidence change it for limits on the maker's sheet.\n"
        );
        foreach (var rule in All)
            text.Append(
                $"\n## {rule.Code} · {rule.Severity.ToString().ToLowerInvariant()}\n\n{rule.ForOne}\n\n- Why: "
                    + $"{rule.Reason}\n- Source: {rule.Source}\n- Basis: {rule.Basis.ToString().ToLowerInvariant()}\n"
            );
        return text.ToString();
    }
}
