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

    public static readonly Rule GivenUp = new("ARR-GONE", Severity.Care,
        "{array} is given up: what it holds, up to {size}, is to be copied or backed up before.",
        "Its drives are taken out or made into something else.",
        "definition", Basis.Standard);

    internal static IEnumerable<Finding> Judge(Question q, ArraySheet sheet)
    {
        foreach (var array in sheet.Found)
        {
            if (array.Why is null && q.Arrays.All(a => a.Name != array.Plan.Name))
                yield return Finding.Of(GivenUp, [.. array.Plan.Members], array.Capacity!.Why, ("array", array.Plan.Name), ("size", ArrayCapacity.TB(array.Capacity.Usable)));
            // One that is given up or made anew is no loss; its erasure is told by its own rule.
            if (array.Why is not null || q.Arrays.All(a => a.Name != array.Plan.Name || !a.Members.SequenceEqual(array.Plan.Members) || a.Level != array.Plan.Level)) continue;
            string[] gone = [.. array.Plan.Members.Where(p => q.Changed.Contains(p))];
            if (gone.Length == 0) continue;
            var bytes = array.Plan.Members.Select(p => q.Found.At(p)!.Drive!.Bytes ?? 1).ToList();
            var shape = ArrayShape.Of(array.Plan.Level, array.Plan.Host, bytes, array.Plan.Groups).Shape!;
            var at = 0;
            var lives = true;
            foreach (var group in shape.Groups)
            {
                if (array.Plan.Members.Skip(at).Take(group.Count).Count(gone.Contains) > group.Tolerance) lives = false;
                at += group.Count;
            }
            var left = array.Surely - gone.Length;
            yield return lives
                ? Finding.Of(Weakens, gone, null, ("places", Say.Slots(gone)), ("array", array.Plan.Name), ("left", left > 0 ? $"{Say.Count(left, "failure", "failures")} more" : "a further failure may lose it"))
                : Finding.Of(Loses, gone, null, ("places", Say.Slots(gone)), ("array", array.Plan.Name), ("level", array.Words.ToLowerInvariant()), ("surely", array.Surely == 0 ? "none" : Say.Count(array.Surely, "failure", "failures")));
        }
    }
}
