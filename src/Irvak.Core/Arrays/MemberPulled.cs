using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Arrays;

/// <summary>Drives that the plan takes out of an array that was found.</summary>
public static class MemberPulled
{
    public static readonly Rule Loses = new(
        "ARR-LOSE",
        Family.Array,
        Severity.Stop,
        "Taking {places} out loses {array}: {level} survives {surely}.",
        "What the array holds is gone with more of its drives than it survives.",
        "definition of the level",
        Basis.Standard
    );

    public static readonly Rule Weakens = new(
        "ARR-PULL",
        Family.Array,
        Severity.Care,
        "Taking {places} out leaves {array} degraded: {left}.",
        "Until a drive is back and rebuilt the array has less redundancy, or none.",
        "definition of the level",
        Basis.Standard
    )
    {
        LeansOn = ["/bays/0/hotPlug"],
    };

    public static readonly Rule Replaced = new(
        "ARR-REPLACE",
        Family.Array,
        Severity.Care,
        "Replace {places} of {array} one at a time: each is rebuilt, about {hours} h, before the next is pulled.",
        "The array carries on with what it has left and fills the new drive; two at once may be one too many.",
        "definition of the level; the larger space shows after the last one",
        Basis.Standard
    );

    public static readonly Rule Down = new(
        "ARR-DOWN",
        Family.Array,
        Severity.Stop,
        "{array} {state}. Create nothing over {places} and write nothing to them.",
        "What an array that does not run holds can often be read again; what is written over it can't.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Weak = new(
        "ARR-DEGRADED",
        Family.Array,
        Severity.Care,
        "{array} {state}: {left}. Back up before anything else, and mend it first.",
        "Until the missing drive is made up for the array has less redundancy, or none.",
        "definition of the level",
        Basis.Standard
    );

    public static readonly Rule NotKnown = new(
        "ARR-STATE",
        Family.Array,
        Severity.Care,
        "How {array} over {places} stands is not known: {what}. Its drives go one at a time, with the machine off.",
        "An array that has lost a drive already may not spare another, and its lamps don't tell.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Blind = new(
        "ARR-BLIND",
        Family.Array,
        Severity.Stop,
        "Taking {places} out of {array} may lose it: {what}.",
        "Whether an array carries on without a drive depends on its level and on what is missing already.",
        "definition of the level",
        Basis.Standard
    );

    internal static IEnumerable<Finding> Judge(ArrayInput q, ArraySheet sheet)
    {
        foreach (var now in q.Now)
        foreach (var finding in Judge(q, sheet, now))
            yield return finding;
    }

    private static IEnumerable<Finding> Judge(ArrayInput q, ArraySheet sheet, ArrayNow now)
    {
        var array = sheet.Found.FirstOrDefault(a => a.Plan.Name == now.Name);
        var kept = array is null || q.Arrays.Any(a => a.IsMadeLike(array.Plan) || a.Grows(array.Plan));
        if (now.Condition == RaidCondition.Failed)
            yield return Finding.Of(Down, now.Members, null, ("array", now.Name), ("state", now.Words), ("places", Stated.At(now.Members)));
        else if (now.Condition is RaidCondition.Degraded or RaidCondition.Rebuilding)
            yield return Finding.Of(
                Weak,
                now.Members,
                Worked.Sum(
                    Weak.Source,
                    new("further failures it survives", array?.LeftNow is { } n ? $"{n}" : "not known", true),
                    new WorkedLine("whole, it survives", array is { Why: null } ? $"{array.Surely}" : "not known"),
                    new WorkedLine("state", now.Words)
                ),
                ("array", now.Name),
                ("state", now.Words),
                ("left", Left(array?.LeftNow))
            );
        // One that is given up or made anew is no loss by pulling: where its data goes is asked by a rule of its own.
        if (!kept || now.Condition == RaidCondition.Failed)
            yield break;
        var (emptied, replaced) = Touched(q, now.Members);
        if (emptied.Count + replaced.Count == 0)
            yield break;
        if (array?.Why is not null || array is null || now.Condition == RaidCondition.Unknown)
        {
            var what = array is null ? "its level was not told" : array.Why ?? $"it {now.Words}";
            // One that has lost a drive already spares no other, whether that other comes back or not.
            var lost = now.Condition is RaidCondition.Degraded or RaidCondition.Rebuilding;
            Place[] risked = lost ? [.. emptied.Concat(replaced).Except(now.Out)] : [.. emptied];
            Place[] slow = [.. replaced.Except(risked)];
            if (risked.Length > 0)
                yield return Finding.Of(
                    Blind,
                    risked,
                    null,
                    ("places", Stated.At(risked)),
                    ("array", now.Name),
                    ("what", lost ? $"it {now.Words}; {what}" : what)
                );
            if (slow.Length > 0)
                yield return Finding.Of(NotKnown, slow, null, ("array", now.Name), ("places", Stated.At(now.Members)), ("what", what));
            if (array is null || array.Why is not null)
                yield break;
        }
        foreach (var finding in OfKnown(q, array, now, emptied, replaced))
            yield return finding;
    }

    private static IEnumerable<Finding> OfKnown(
        ArrayInput q,
        ArrayFigures array,
        ArrayNow now,
        IReadOnlyList<Place> emptied,
        IReadOnlyList<Place> replaced
    )
    {
        var plan = array.Plan;
        var shape = ArrayShape.Of(plan.Level, plan.Host, Sizes(q, plan, now), plan.Groups).Shape!;
        // Drives that are out already make room for no other; where they sit is not always known.
        Place[] gone = [.. now.Out.Union(emptied)];
        var elsewhere =
            now.Missing is { } missing ? Math.Max(0, missing - now.Out.Count)
            : now.IsWhole || now.Out.Count > 0 || now.Condition == RaidCondition.Unknown ? 0
            : 1;
        Place[] sound = [.. replaced.Except(now.Out)];
        var mended = elsewhere == 0 && now.Out.All(replaced.Contains);
        var spares = mended
            ? Lives(shape, plan, emptied, 0) && (sound.Length == 0 || array.Surely > 0)
            : Lives(shape, plan, gone, elsewhere) && sound.All(s => Lives(shape, plan, [.. gone, s], elsewhere));
        if (!spares)
        {
            Place[] taken = [.. emptied.Concat(sound)];
            yield return Finding.Of(
                Loses,
                taken,
                Worked.Sum(
                    Loses.Source,
                    new("drives missing then", $"{taken.Length + gone.Length - emptied.Count + elsewhere}", true),
                    new WorkedLine("taken out", $"{taken.Length}"),
                    new WorkedLine("missing already", $"{gone.Length - emptied.Count + elsewhere}"),
                    new WorkedLine("it surely survives", $"{array.Surely}")
                ),
                ("places", Stated.At(taken)),
                ("array", plan.Name),
                ("level", array.Words.ToLowerInvariant()),
                (
                    "surely",
                    $"{(array.Surely == 0 ? "no failure" : Say.Count(array.Surely, "failure", "failures"))}"
                        + $"{(gone.Length > emptied.Count || elsewhere > 0 ? $", and it {now.Words} already" : "")}"
                )
            );
            yield break;
        }
        if (emptied.Count > 0)
            yield return Finding.Of(
                Weakens,
                emptied,
                Worked.Sum(
                    Weakens.Source,
                    new("further failures it survives", $"{Math.Max(0, array.Surely - gone.Length - elsewhere)}", true),
                    new WorkedLine("whole, it survives", $"{array.Surely}"),
                    new WorkedLine("missing then", $"{gone.Length + elsewhere}")
                ),
                ("places", Stated.At(emptied)),
                ("array", plan.Name),
                (
                    "left",
                    array.Surely > gone.Length + elsewhere
                        ? $"{Say.Count(array.Surely - gone.Length - elsewhere, "failure", "failures")} more"
                        : "a further failure may lose it"
                )
            );
        if (replaced.Count > 0)
            yield return Finding.Of(
                Replaced,
                replaced,
                array.Rebuild!.Why,
                ("places", Stated.At([.. replaced.OrderBy(p => now.Out.Contains(p) ? 0 : 1)])),
                ("array", plan.Name),
                ("hours", (int)Math.Max(1, Math.Round(array.Rebuild!.Hours)))
            );
    }

    /// <summary>Of its members, and of those which it lost and which are in no place: as the smallest.</summary>
    private static long[] Sizes(ArrayInput q, ArrayPlan plan, ArrayNow now)
    {
        long[] placed = [.. plan.Members.Select(p => q.Found.At(p)!.Drive!.Bytes!.Value)];
        return [.. placed, .. Enumerable.Repeat(placed.Min(), now.Unplaced)];
    }

    private static string Left(int? left) =>
        left switch
        {
            null => "how much it still survives is not known",
            0 => "any further failure may lose it",
            var n => $"it survives {Say.Count(n.Value, "further failure", "further failures")}",
        };

    /// <summary>Members that are taken out for good, and those in whose place another drive comes.</summary>
    internal static (IReadOnlyList<Place> Emptied, IReadOnlyList<Place> Replaced) Touched(ArrayInput q, IEnumerable<Place> members)
    {
        var touched = members.Where(q.Changed.Contains).ToLookup(p => q.Planned.At(p)?.Drive is not null);
        return ([.. touched[false]], [.. touched[true]]);
    }

    /// <param name="elsewhere">Members that are out and whose place nobody knows: they count against every group.</param>
    internal static bool Lives(ArrayShape shape, ArrayPlan plan, IReadOnlyList<Place> gone, int elsewhere)
    {
        var at = 0;
        foreach (var group in shape.Groups)
        {
            if (plan.Members.Skip(at).Take(group.Count).Count(gone.Contains) + elsewhere > group.Tolerance)
                return false;
            at += group.Count;
        }
        return true;
    }
}
