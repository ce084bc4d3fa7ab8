using Irvak.Core.Evidence;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <summary>What a policy would allow in this machine.</summary>
/// <param name="LargestMiB">Largest module of the shelf that is no stop; null when none suits, or when what suits is not known.</param>
/// <param name="Evidence">What speaks for it, or why there is none.</param>
/// <param name="OffList">Kinds of module off the maker's list that could be used; null when it is not known where the list ends.</param>
public sealed record PolicyReach(Policy Policy, long? LargestMiB, string Evidence, int? OffList)
{
    /// <summary>What a part off the list means for support and warranty.</summary>
    public string Support => Policy.Support();

    /// <summary>One row for each policy, over the shelf parts that suit the board electrically.</summary>
    public static IReadOnlyList<PolicyReach> Of(MemoryInput q)
    {
        var policies = Enum.GetValues<Policy>();
        if (Untold(q.Sheet.Memory) is { Count: > 0 } untold)
        {
            var why = $"not known: the {Say.Words(untold)} of its slots {(untold.Count == 1 ? "was" : "were")} not told";
            return [.. policies.Select(policy => new PolicyReach(policy, null, why, null))];
        }
        var suiting = q.Shelf.ModuleKinds.Where(m => Suits(q.Sheet.Memory, m.First)).ToList();
        return [.. policies.Select(policy => Of(q, policy, suiting))];
    }

    private static List<string> Untold(MemoryBoard board) =>
        [
            .. new[]
            {
                board.Generation is null ? "generation" : null,
                board.Form is null ? "form" : null,
                board.Types is null ? "type" : null,
            }.OfType<string>(),
        ];

    /// <summary>True for a module that goes into the slots electrically, of a board whose slots were told.</summary>
    public static bool Suits(MemoryBoard board, ModuleSheet module) =>
        module.CapacityMiB is not null
        && module.Generation == board.Generation
        && module.Form == board.Form
        && module.Type is { } type
        && board.Types!.Contains(type);

    private static PolicyReach Of(MemoryInput q, Policy policy, List<ModuleKind> suiting)
    {
        var listed = q.Sheet.Memory.SlotLimitGiB is not null;
        var allowed = suiting
            .Select(m => (Module: m.First, m.Parts, Track: Limits.TrackOf(q, m.First)))
            .Where(x => x.Track is null || PolicyTable.SeverityOf(policy, x.Track.Standing) != Severity.Stop)
            .ToList();
        int? off = listed ? allowed.Where(x => x.Track is not null).Sum(x => x.Parts) : null;
        if (allowed.Count == 0)
            return new PolicyReach(policy, null, "nothing on the shelf suits", off);
        var (largest, _, track) = allowed.MaxBy(x => x.Module.CapacityMiB);
        return new PolicyReach(
            policy,
            largest.CapacityMiB,
            track?.Counts ?? (listed ? "on the sheet" : "suits the slots; where the maker's list ends is not known"),
            off
        );
    }
}
