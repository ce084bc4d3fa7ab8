using Irvak.Core.Builds;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Arrays;

/// <summary>Whether a drive can stand in for a member: it must be as large as the smallest one, and of the same kind.</summary>
public static class SpareFit
{
    public static readonly Rule Unfit = new(
        "ARR-SPARE",
        Family.Array,
        Severity.Stop,
        "{place} can't stand by for {array}: {why}.",
        "A spare takes a member's place by itself, in the night; one that is too small or of another kind is refused just then.",
        "mdadm(8); controllers: common practice, no source",
        Basis.Practice
    );

    /// <summary>Why a drive can't stand in for a member; null when it can.</summary>
    public static string? Why(DriveSheet? spare, IReadOnlyList<DriveSheet> members)
    {
        if (spare is null)
            return "there is no drive";
        if (members.Count == 0)
            return null;
        if (spare.Bytes is not { } bytes)
            return "its size is not known";
        if (members.Any(m => m.Bytes is null))
            return "the size of a member is not known";
        if (bytes < members.Min(m => m.Bytes))
            return $"it has {DiskSpace.Nominal(bytes)}, the smallest member {DiskSpace.Nominal(members.Min(m => m.Bytes)!.Value)}";
        if (
            spare.Media is { } media
            && members.FirstOrDefault(m => m.Media is not null)?.Media is { } kind
            && members.All(m => m.Media is null || m.Media == kind)
            && media != kind
        )
            return media == DriveMedia.Flash ? "it is flash, the members are disks" : "it is a disk, the members are flash";
        if (
            spare.SectorBytes is { } sector
            && members.FirstOrDefault(m => m.SectorBytes is not null && m.SectorBytes != sector) is { } other
        )
            return $"its sectors have {sector} bytes, those of the members {other.SectorBytes}";
        return null;
    }

    /// <summary>A spare of its own that can stand in.</summary>
    internal static bool HasOne(ArrayPlan plan, Build build) =>
        plan.AllSpares.Any(s => Why(build.At(s)?.Drive, Members(plan, build)) is null);

    internal static List<DriveSheet> Members(ArrayPlan plan, Build build) =>
        [.. plan.Members.Select(p => build.At(p)?.Drive).OfType<DriveSheet>()];

    internal static IEnumerable<Finding> Judge(ArrayInput q, ArrayPlan plan)
    {
        foreach (var place in plan.AllSpares)
            if (Why(q.Planned.At(place)?.Drive, Members(plan, q.Planned)) is { } why)
                yield return Finding.Of(Unfit, [place], null, ("place", Stated.At(place)), ("array", plan.Name), ("why", why));
    }
}
