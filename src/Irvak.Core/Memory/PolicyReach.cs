using Irvak.Core.Evidence;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <summary>What a policy would allow in this machine.</summary>
/// <param name="LargestGiB">Largest module of the shelf that is no stop; null when none suits.</param>
/// <param name="OffList">Kinds of module off the maker's list that could be used.</param>
public sealed record PolicyReach(Policy Policy, int? LargestGiB, string Evidence, int OffList)
{
    /// <summary>One row for each policy, over the shelf parts that suit the board electrically.</summary>
    public static IReadOnlyList<PolicyReach> Of(Memory.MemoryInput q)
    {
        var board = q.Sheet.Memory;
        var suiting = q
            .Shelf.Values.Select(p => p.Module)
            .OfType<ModuleSheet>()
            .Where(m =>
                m.CapacityMiB is not null
                && m.Generation == board.Generation
                && m.Form == board.Form
                && (board.Types is not { } types || (m.Type is { } t && types.Contains(t)))
            )
            .ToList();
        return [.. Enum.GetValues<Policy>().Select(policy => Of(q, policy, suiting))];
    }

    private static PolicyReach Of(Memory.MemoryInput q, Policy policy, List<ModuleSheet> suiting)
    {
        var allowed = suiting
            .Select(m => (Module: m, Track: Limits.TrackOf(q, m)))
            .Where(x => x.Track is null || PolicyTable.SeverityOf(policy, x.Track.Standing) != Severity.Stop)
            .ToList();
        if (allowed.Count == 0)
            return new PolicyReach(policy, null, "nothing on the shelf suits", 0);
        var (largest, track) = allowed.MaxBy(x => x.Module.CapacityMiB);
        return new PolicyReach(
            policy,
            largest.CapacityMiB / 1024,
            track?.Counts ?? "on the sheet",
            allowed.Count(x => x.Track is not null)
        );
    }
}
