using Irvak.Core.Verdicts;

namespace Irvak.Core.Arrays;

/// <summary>Drives that the plan takes out of an array that was found.</summary>
public static class MemberPulled
{
    public static readonly Rule Loses = new("ARR-LOSE", Severity.Stop,
        "Taking {places} out loses {array}: {level} survives {surely}.",
        "What the array holds is gone with more of its drives than it survives.",
        "definition of the level", Basis.Standard);

    public static readonly Rule Weakens = new("ARR-PULL", Severity.Care,
        "Taking {places} out leaves {array} degraded: {left}.",
        "Until a drive is back and rebuilt the array has less redundancy, or none.",
        "definition of the level", Basis.Standard);

    public static readonly Rule Replaced = new("ARR-REPLACE", Severity.Care,
        "Replace {places} of {array} one at a time: each is rebuilt, about {hours} h, before the next is pulled.",
        "The array carries on with what it has left and fills the new drive; two at once may be one too many.",
        "definition of the level; the larger space shows after the last one", Basis.Standard);

    internal static IEnumerable<Finding> Judge(Question q, ArraySheet sheet)
    {
        foreach (var array in sheet.Found.Where(a => a.Why is null))
        {
            var plan = array.Plan;
            // One that is given up or made anew is no loss by pulling: where its data goes is asked by a rule of its own.
            if (!q.Arrays.Any(a => a.IsMadeLike(plan) || a.Grows(plan))) continue;
            var (emptied, replaced) = Touched(q, plan);
            var shape = ArrayShape.Of(plan.Level, plan.Host, [.. plan.Members.Select(p => q.Found.At(p)!.Drive!.Bytes!.Value)], plan.Groups).Shape!;
            if (!Lives(shape, plan, emptied) || (array.Surely == 0 && replaced.Count > 0))
                yield return Finding.Of(Loses, [.. emptied.Concat(replaced)], null, ("places", Say.Slots([.. emptied.Concat(replaced)])), ("array", plan.Name), ("level", array.Words.ToLowerInvariant()), ("surely", array.Surely == 0 ? "no failure" : Say.Count(array.Surely, "failure", "failures")));
            else
            {
                if (emptied.Count > 0)
                    yield return Finding.Of(Weakens, emptied, null, ("places", Say.Slots(emptied)), ("array", plan.Name), ("left", array.Surely > emptied.Count ? $"{Say.Count(array.Surely - emptied.Count, "failure", "failures")} more" : "a further failure may lose it"));
                if (replaced.Count > 0)
                    yield return Finding.Of(Replaced, replaced, null, ("places", Say.Slots(replaced)), ("array", plan.Name), ("hours", $"{Math.Max(1, Math.Round(array.Rebuild!.Hours))}"));
            }
        }
    }

    /// <summary>Members that are taken out for good, and those in whose place another drive comes.</summary>
    internal static (IReadOnlyList<string> Emptied, IReadOnlyList<string> Replaced) Touched(Question q, ArrayPlan found)
    {
        var touched = found.Members.Where(q.Changed.Contains).ToLookup(p => q.Planned.At(p)?.Drive is not null);
        return ([.. touched[false]], [.. touched[true]]);
    }

    private static bool Lives(ArrayShape shape, ArrayPlan plan, IReadOnlyList<string> gone)
    {
        var at = 0;
        foreach (var group in shape.Groups)
        {
            if (plan.Members.Skip(at).Take(group.Count).Count(gone.Contains) > group.Tolerance) return false;
            at += group.Count;
        }
        return true;
    }
}
