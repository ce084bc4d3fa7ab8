using Irvak.Core.Memory;
using Irvak.Core.Runbooks;

namespace Irvak.Core.Verdicts;

/// <summary>Every rule, once. <c>docs/rules.md</c>, the screens and the tests all read this list.</summary>
public static class RuleRegister
{
    public static readonly IReadOnlyList<Rule> All =
    [
        Legality.Generation, Legality.Form, Legality.Type, Legality.Kind, Legality.EccOff, Legality.EccNoStart, Legality.Dark, Legality.Plausible,
        Limits.Slot, Limits.Total, Limits.Processor, Limits.Warranty,
        FillOrder.Skipped,
        Rate.Drops, Rate.ClocksDown, Rate.Unknown,
        Interleave.Empty, Interleave.Uneven,
        OsShare.Below4,
        Mixing.Makers, Mixing.Kinds,
        AimDistance.Memory, AimDistance.Money,
        ShoppingList.Short,
    ];

    /// <summary>The register as Markdown, for <c>docs/rules.md</c>.</summary>
    public static string ToMarkdown()
    {
        var text = new System.Text.StringBuilder("# Rules\n\nGenerated from the definitions that run. Severity is the rule's own; policy and evidence change it for limits on the maker's sheet.\n");
        foreach (var rule in All.OrderBy(r => r.Code, StringComparer.Ordinal))
            text.Append($"\n## {rule.Code} · {rule.Severity.ToString().ToLowerInvariant()}\n\n{rule.Sentence}\n\n- Why: {rule.Reason}\n- Source: {rule.Source}\n- Basis: {rule.Basis.ToString().ToLowerInvariant()}\n");
        return text.ToString();
    }
}
