using Irvak.Core.Verdicts;

namespace Irvak.Core.Arrays;

/// <summary>All arrays of a plan with their figures, and those that were found.</summary>
public sealed record ArraySheet(IReadOnlyList<ArrayFigures> Planned, IReadOnlyList<ArrayFigures> Found)
{
    public static ArraySheet Of(Question q)
    {
        var planned = q.Arrays.Select(a => ArrayFigures.Of(a, q.Planned)).ToList();
        // An array that stays as it was found, on the drives that were found, has the figures it had.
        return new(planned, [.. q.FoundArrays.Select(f => planned.FirstOrDefault(p => p.Plan.Equals(f) && !f.Members.Any(q.Changed.Contains)) ?? ArrayFigures.Of(f, q.Found))]);
    }

    /// <summary>Bytes of all arrays that hold data.</summary>
    public static long Usable(IReadOnlyList<ArrayFigures> arrays) => arrays.Aggregate(0L, (sum, a) => sum > long.MaxValue - (a.Capacity?.Usable ?? 0) ? long.MaxValue : sum + (a.Capacity?.Usable ?? 0));

    /// <summary>Failures that every array surely survives; null without an array.</summary>
    public static int? Survives(IReadOnlyList<ArrayFigures> arrays) => arrays.Where(a => a.Why is null && !a.Plan.Scratch).Select(a => (int?)a.Surely).Min();

    public static IEnumerable<Finding> Judge(Question q, ArraySheet sheet)
    {
        foreach (var array in sheet.Planned)
        {
            foreach (var finding in ArrayRules.Judge(q, array)) yield return finding;
            foreach (var finding in ArrayMixing.Judge(q, array)) yield return finding;
        }
        foreach (var finding in ArrayRules.JudgeTogether(q)) yield return finding;
        foreach (var finding in MemberPulled.Judge(q, sheet)) yield return finding;
    }
}
