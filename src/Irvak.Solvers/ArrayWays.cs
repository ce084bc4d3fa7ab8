using Irvak.Core;
using Irvak.Core.Arrays;
using Irvak.Core.Distances;
using Irvak.Core.Edits;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers;

/// <summary>Candidate repairs of findings about arrays: another level over the same drives, as it was found, or a word about what it
/// holds.</summary>
internal static class ArrayWays
{
    /// <summary>The array that a finding is about; null when it is about something else.</summary>
    public static ArrayFigures? About(Evaluation before, Finding finding) =>
        finding.Rule.Family == Family.Array || finding.Rule == AimDistance.Failures
            ? before.Arrays.Planned.FirstOrDefault(a =>
                finding.Values.TryGetValue("array", out var name) ? a.Plan.Name == name.Words : a.Plan.Members.Any(finding.Places.Contains)
            )
            : null;

    public static IEnumerable<(string Kind, string Title, Edit Edit)> Of(JobState state, Evaluation before, Finding finding)
    {
        if (About(before, finding) is not { } array)
            yield break;
        if (JobArrays.Found(state).FirstOrDefault(f => f.Name == array.Plan.Name) is { } found && !found.IsMadeLike(array.Plan))
            yield return ("as found", $"Leave {found.Name} as found", new MakeArray(found));
        foreach (var other in (array.Others ?? []).Where(o => !o.IsThis && o.Surely > 0).OrderByDescending(o => o.Usable))
            yield return (
                "level " + other.Words,
                $"{other.Words} over the same drives",
                new MakeArray(array.Plan with { Level = other.Level, Groups = other.Groups })
            );
        if (finding.Rule != ArrayRules.NoRedundancy)
            yield break;
        yield return ("scratch", "It is scratch: losing it costs only time", new MakeArray(array.Plan with { Scratch = true }));
        yield return ("backup", "A backup of it was read back", new MakeArray(array.Plan with { BackedUp = true }));
    }

    /// <summary>What the array is after an edit.</summary>
    public static string? Effect(Evaluation after, string name) =>
        after.Arrays.Planned.FirstOrDefault(a => a.Plan.Name == name) is { Capacity: { } capacity } array
            ? $"{DiskSpace.TB(capacity.Usable)} · survives {array.Surely} · lost within 5 "
                + $"years {(array.Loss is { } loss ? Chance.Words(loss.Either) : "not known")}"
            : null;
}
