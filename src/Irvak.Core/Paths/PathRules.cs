using Irvak.Core.Verdicts;

namespace Irvak.Core.Paths;

/// <summary>What stands in the way of speed.</summary>
public static class PathRules
{
    public static readonly Rule Shared = new(
        "PATH-SHARED",
        Family.Path,
        Severity.Care,
        "{stage} lets {has} of {array} through; its drives could do {could}.",
        "Every drive behind it shares it, and so do rebuild and check.",
        "SATA 3, SPL-4, PCI Express Base Specification for the rates; efficiency: common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Pinch = new(
        "PATH-PINCH",
        Family.Path,
        Severity.Note,
        "{array} reads {end}: narrowest is {stage}{next}.",
        "What is wider than the narrowest stage brings nothing.",
        "sums of the path",
        Basis.Sheet
    );

    public static readonly Rule Wish = new(
        "PATH-WISH",
        Family.Path,
        Severity.Care,
        "{array} reads {end} at the user’s end, {short} short of the wish for {wish}; narrowest is {stage}.",
        "The aim is what the owner asked for.",
        "aim of this job",
        Basis.Sheet
    );

    public static readonly Rule Amplified = new(
        "PATH-TWICE",
        Family.Path,
        Severity.Note,
        "Writing to {array} sends every byte {times} times over {stage}: {has} are left of {raw}.",
        "The system makes the redundancy itself, and all of it crosses the slot. A controller that keeps the array takes each byte once.",
        "arithmetic",
        Basis.Standard
    );

    private static readonly HashSet<StageKind> CanBeShared = [StageKind.Expander, StageKind.Multiplier, StageKind.Slot, StageKind.Uplink];

    // Less than this is no loss that anybody notices.
    private const double Noticed = 0.95;

    internal static IEnumerable<Finding> Judge(PathInput q, PathSheet paths)
    {
        var quickest = paths.Planned.Where(p => q.Arrays.Any(a => a.Name == p.Name)).MaxBy(p => p.Of(PathWay.Read)!.EndMBs);
        foreach (var path in paths.Planned)
        {
            if (
                q.Arrays.FirstOrDefault(a => a.Name == path.Name) is not { } plan
                || (q.StillAs(plan) is not null && !plan.Members.Any(q.Changed.Contains))
            )
                continue;
            var array = ("array", path.Name);
            var read = path.Of(PathWay.Read)!;
            if (read.Pinch is not { } at)
                continue;
            var pinch = read.Stages[at];
            // What has no link at all is the business of lanes and bays.
            if (pinch.MBs is { Passes: false })
                continue;
            var drives = read.Stages[0];
            if (read.Stages.Where(s => CanBeShared.Contains(s.Kind) && s.MBs < drives.MBs * Noticed).MinBy(s => s.MBs) is { } narrow)
                // Where the wish is met all the same, nobody is hurt by it.
                yield return (
                    q.ReadMBs is { } met && read.EndMBs >= met ? (Func<Finding, Finding>)(f => f with { Severity = Severity.Note }) : f => f
                )(
                    Finding.Of(
                        Shared,
                        [.. plan.Members],
                        narrow.Why,
                        ("stage", $"{narrow.Name} ({narrow.Detail})"),
                        ("has", narrow.MBs!.Value),
                        array,
                        ("could", drives.MBs!.Value)
                    )
                );
            else
                yield return Finding.Of(
                    Pinch,
                    [.. plan.Members],
                    pinch.Why,
                    array,
                    ("end", read.EndMBs),
                    ("stage", $"{PathSums.Lower(pinch.Name)}, {pinch.Detail}"),
                    (
                        "next",
                        read.Next is { } n ? $"; with that lifted {read.Stages[n].MBs!.Value} at {PathSums.Lower(read.Stages[n].Name)}" : ""
                    )
                );
            var write = path.Of(PathWay.Write)!;
            if (write.Pinch is { } w && write.Stages[w] is { Kind: StageKind.Slot or StageKind.Uplink, Traffic: > 1.01 } slot)
                yield return Finding.Of(
                    Amplified,
                    [.. plan.Members],
                    slot.Why,
                    array,
                    ("times", slot.Traffic.ToString("0.##")),
                    ("stage", slot.Name),
                    ("has", slot.MBs!.Value),
                    ("raw", slot.RawMBs!.Value * slot.Efficiency)
                );
        }
        if (q.ReadMBs is { } wish && quickest?.Of(PathWay.Read) is { Pinch: { } p } best && best.EndMBs < wish)
            yield return Finding.Of(
                Wish,
                [],
                best.Stages[p].Why,
                ("array", quickest.Name),
                ("end", best.EndMBs),
                ("short", wish - best.EndMBs),
                ("wish", wish),
                ("stage", $"{PathSums.Lower(best.Stages[p].Name)}, {best.Stages[p].Detail}")
            );
    }
}
