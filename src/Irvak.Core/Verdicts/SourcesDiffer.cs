using Irvak.Core.Sheets;

namespace Irvak.Core.Verdicts;

/// <summary>What sources say of the value that a rule leans on; a verdict shows them all, so that nobody takes a disputed limit for a
/// settled one.</summary>
public static class SourcesDiffer
{
    /// <summary>The claims about what this rule uses; none for most.</summary>
    public static IReadOnlyList<Claim> About(Rule rule, MachineSheet sheet) =>
        sheet.Claims.Count == 0 || rule.LeansOn.Count == 0 ? [] : [.. sheet.Claims.Where(c => rule.LeansOn.Contains(c.Path))];
}
