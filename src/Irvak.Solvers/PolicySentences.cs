using Irvak.Core.Evidence;
using Irvak.Core.Memory;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers;

/// <summary>What a policy would change in a job, told with counts of this shelf and this evidence.</summary>
internal static class PolicySentences
{
    public static IEnumerable<string> Of(Policy policy, SpaceIdeas.Found found, IReadOnlyList<PolicyReach> memory, JobState state)
    {
        if (found.Tried.Count > 0)
            foreach (var sentence in OfDrives(policy, found, state))
                yield return sentence;
        if (memory.FirstOrDefault(m => m.Policy == policy) is { } reach)
            yield return OfMemory(reach);
        yield return policy.Support();
    }

    private static IEnumerable<string> OfDrives(Policy policy, SpaceIdeas.Found found, JobState state)
    {
        var could = found.Tried.Where(i => i.Under.Contains(policy)).ToList();
        var of =
            found.Tried.Count < found.Kinds
                ? $"{found.Tried.Count} kinds of drive that were tried"
                : Say.Count(found.Tried.Count, "kind of drive", "kinds of drive");
        yield return could.Count == 0
            ? $"None of {of} could be used{Why(found, policy)}"
            : $"{could.Count} of {of} could be used, the largest {DiskSpace.Nominal((long)could.Max(i => i.BytesEach)!.Value)}.";
        if (found.Shown.FirstOrDefault(i => i.Under.Contains(policy)) is not { } best)
        {
            yield return "No idea is left.";
            yield break;
        }
        var wishes = best.Ledge.Count(d => d.Wish is not null);
        var meets = wishes == 0 ? "" : $" meets {wishes - best.Misses.Count} of {Say.Count(wishes, "wish", "wishes")} and";
        yield return $"{best.Letter}, {best.Name},{meets} gives {best.UsableTB:0.0} TB{Until(best, state)}.";
    }

    /// <summary>What stops most of them under a policy.</summary>
    private static string Why(SpaceIdeas.Found found, Policy policy) =>
        found.Tried.SelectMany(i => i.Against[policy]).GroupBy(s => s).MaxBy(g => g.Count()) is { } most ? $": {Say.Plain(most.Key)}" : ".";

    private static string Until(SpaceIdea best, JobState state) =>
        state.Volumes.All is [{ } only] && best.Volumes is [{ FullInYears: { } full }] ? $": {only.Name} is full in {full:0.#} years" : "";

    private static string OfMemory(PolicyReach reach)
    {
        var off = reach.OffList is { } kinds ? $"; {Say.Count(kinds, "kind", "kinds")} off the list" : "";
        return reach.LargestMiB is { } mib
            ? $"Modules up to {ByteCount.FromMiB(mib)}: {reach.Evidence}{off}."
            : $"Modules: {reach.Evidence}.";
    }
}
