using Irvak.Core.Verdicts;

namespace Irvak.Core.Arrays;

/// <summary>All arrays of a plan with their figures, and those that were found.</summary>
public sealed record ArraySheet(IReadOnlyList<ArrayFigures> Planned, IReadOnlyList<ArrayFigures> Found)
{
    /// <param name="paths">Paths of the arrays, which bound their rebuilds; null to leave them out.</param>
    public static ArraySheet Of(Question q, Paths.PathSheet? paths = null)
    {
        var found = q.FoundArrays.Select(f => ArrayFigures.Of(f, q.Found, q.Figures)).ToList();
        return new([.. q.Arrays.Select(a => FiguresOf(q, a, found, paths?.Planned.FirstOrDefault(p => p.Name == a.Name) is { } path ? Paths.PathSums.RebuildLimit(path) : null))], found);
    }

    /// <summary>An array that stays and misses a drive for a while is what it was; whether it lives through that is judged by <see cref="MemberPulled"/>.</summary>
    private static ArrayFigures FiguresOf(Question q, ArrayPlan plan, List<ArrayFigures> found, double? pathMBs)
    {
        var was = q.StillAs(plan) is { } still ? found.First(f => f.Plan == still) : null;
        return was is not null && plan.Members.Any(p => q.Planned.At(p)?.Drive is null) ? was with { Plan = plan } : ArrayFigures.Of(plan, q.Planned, q.Figures, SharedSpare(q, plan), pathMBs);
    }

    /// <summary>A spare of another array of the same keeper stands by for this one too, when it is large enough.</summary>
    public static bool SharedSpare(Question q, ArrayPlan plan) => q.Arrays.Any(a => a.SparesForAll && a.Name != plan.Name && a.Host == plan.Host
        && a.AllSpares.Any(s => q.Planned.At(s)?.Drive?.Bytes >= plan.Members.Max(m => q.Planned.At(m)?.Drive?.Bytes ?? 0)));

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
