using Irvak.Core.Expectations;
using Irvak.Core.Memory;
using Irvak.Core.Processors;
using Irvak.Core.Runbooks;
using Irvak.Core.Verdicts;

namespace Irvak.Core;

/// <summary>Everything that follows from a sheet, a build, an aim, a policy and evidence. The one door to the whole computation.</summary>
public sealed record Evaluation(
    MemorySheet Memory, IReadOnlyList<Finding> Findings, IReadOnlyList<Distance> Ledge, ShoppingList Shopping, Runbook Runbook, IReadOnlyList<Expectation> Expectations)
{
    /// <summary>Evaluates a plan. Pure: the same question gives the same evaluation.</summary>
    public static Evaluation Evaluate(Question q)
    {
        var memory = MemorySheet.Of(q);
        var shopping = ShoppingList.Of(q);
        IEnumerable<Finding> findings =
        [
            .. MemorySheet.Judge(q, memory),
            .. ProcessorFit.Judge(q),
            .. AimDistance.Judge(q, memory, shopping),
            .. ShoppingList.Judge(shopping),
        ];
        return new Evaluation(memory, Sort(q, findings), AimDistance.Of(q, memory, shopping), shopping, Runbook.Of(q), ExpectedMemory.Of(q, memory));
    }

    public int Count(Severity severity) => Findings.Count(f => f.Severity == severity);

    private static List<Finding> Sort(Question q, IEnumerable<Finding> findings) =>
        [.. findings.Select(f => f with { AsFoundToo = IsAsFound(q, f) })
            .OrderByDescending(f => f.Severity).ThenBy(f => f.AsFoundToo).ThenBy(f => f.Rule.Code, StringComparer.Ordinal)];

    private static bool IsAsFound(Question q, Finding finding) =>
        finding.Places.Count > 0 && !finding.Places.Any(q.Changed.Contains);
}
