using System.Text.Json.Serialization;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Arrays;

/// <summary>How an array stands with some of its drives out.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<RehearsedState>))]
public enum RehearsedState
{
    [JsonStringEnumMemberName("whole")]
    Whole,

    [JsonStringEnumMemberName("degraded")]
    Degraded,

    [JsonStringEnumMemberName("lost")]
    Lost,
}

/// <summary>What a drive's own failure would mean now.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<MemberFate>))]
public enum MemberFate
{
    /// <summary>It is out already.</summary>
    [JsonStringEnumMemberName("out")]
    Out,

    /// <summary>The array lives on without it.</summary>
    [JsonStringEnumMemberName("may-fail")]
    MayFail,

    /// <summary>Losing it loses the array.</summary>
    [JsonStringEnumMemberName("loses")]
    Loses,

    /// <summary>The array is lost; this one is still needed for any rescue.</summary>
    [JsonStringEnumMemberName("keep")]
    Keep,
}

/// <param name="Group">Group that the drive belongs to, from 1.</param>
public sealed record RehearsedMember(Place Place, int Group, MemberFate Fate);

/// <summary>An array with some of its drives failed, for practice: nothing is planned and nothing is stored.</summary>
/// <param name="Sentence">The state in one sentence.</param>
/// <param name="Todo">What to do, in order.</param>
/// <param name="More">Failures that it surely survives from here on.</param>
/// <param name="AtBest">Failures that it survives if they fall well.</param>
/// <param name="RebuildHours">Hours until one drive is made up for; null when there is nothing to rebuild from.</param>
public sealed record Rehearsal(
    string Array,
    RehearsedState State,
    string Sentence,
    IReadOnlyList<RehearsedMember> Members,
    IReadOnlyList<string> Todo,
    int More,
    int AtBest,
    double? RebuildHours
)
{
    /// <summary>Chance of losing the array before that, 0 to 1; null when whole or lost.</summary>
    public required double? LossMeanwhile { get; init; }

    /// <summary>Chance, at most, of meeting an unreadable sector with nothing to make up for it; 0 while redundancy is
    /// left.</summary>
    public required double Unreadable { get; init; }

    /// <param name="drives">Drives of the members, in their order.</param>
    /// <param name="failed">Places whose drives are out; places that are no members are ignored.</param>
    public static Rehearsal Of(
        ArrayPlan plan,
        ArrayShape shape,
        IReadOnlyList<DriveSheet> drives,
        IReadOnlyCollection<Place> failed,
        DriveFigures? figures = null
    )
    {
        var groups = new List<(ArrayGroup Group, Place[] Places, int Out)>();
        var at = 0;
        foreach (var group in shape.Groups)
        {
            Place[] places = [.. plan.Members.Skip(at).Take(group.Count)];
            groups.Add((group, places, places.Count(failed.Contains)));
            at += group.Count;
        }
        var lost = groups.Any(g => g.Out > g.Group.Tolerance);
        var state =
            lost ? RehearsedState.Lost
            : groups.Any(g => g.Out > 0) ? RehearsedState.Degraded
            : RehearsedState.Whole;
        var members = groups
            .SelectMany(
                (g, i) =>
                    g.Places.Select(p => new RehearsedMember(
                        p,
                        i + 1,
                        failed.Contains(p) ? MemberFate.Out
                            : lost ? MemberFate.Keep
                            : g.Out == g.Group.Tolerance ? MemberFate.Loses
                            : MemberFate.MayFail
                    ))
            )
            .ToList();
        var more = lost ? 0 : groups.Min(g => g.Group.Tolerance - g.Out);
        var best = lost ? 0 : groups.Sum(g => g.Group.Tolerance - g.Out);
        var rebuild = state == RehearsedState.Degraded ? Rebuild.Of(shape, drives, figures) : null;
        var meanwhile = rebuild is null
            ? (double?)null
            : Meanwhile(groups, drives.Min(d => DriveDefaults.Mttf(d, figures).Value), rebuild.Hours);
        var unreadable =
            rebuild is not null && groups.Any(g => g.Out > 0 && g.Out == g.Group.Tolerance)
                ? Rebuild.ReadingError(rebuild.ReadBytes, drives.Max(d => DriveDefaults.UnreadablePerBit(d, figures).Value))
                : 0;
        return new(
            plan.Name,
            state,
            Said(plan, state, members, more, best),
            members,
            [.. Do(plan, state, members, rebuild, drives)],
            more,
            best,
            rebuild?.Hours
        )
        {
            LossMeanwhile = meanwhile,
            Unreadable = unreadable,
        };
    }

    /// <summary>Chance that a group loses more than it has left while one rebuild runs; groups are independent.</summary>
    private static double Meanwhile(IEnumerable<(ArrayGroup Group, Place[] Places, int Out)> groups, double mttf, double hours)
    {
        var logLives = 0.0;
        foreach (var (group, _, gone) in groups)
            logLives += NearOne.Log1p(-Math.Min(Rebuild.AtLeast(group.Tolerance - gone + 1, group.Count - gone, hours / mttf), 1 - 1e-16));
        return -NearOne.ExpM1(logLives);
    }

    private static string Said(ArrayPlan plan, RehearsedState state, List<RehearsedMember> members, int more, int best)
    {
        var gone = Say.Slots([.. members.Where(m => m.Fate == MemberFate.Out).Select(m => m.Place)]);
        return state switch
        {
            RehearsedState.Whole => $"{plan.Name} is whole: it survives "
                + (best == 0 ? "no failure" : Say.Count(more, "failure", "failures") + (more == best ? "" : $" surely, {best} at best"))
                + ".",
            RehearsedState.Lost => $"{plan.Name} is lost: {gone} out is more than it survives.",
            _ when more > 0 => $"{plan.Name} runs degraded without {gone}: {Say.Count(more, "further failure", "further failures")} "
                + $"surely survived{(best > more ? $", {best} at best" : "")}.",
            _ when best > 0 => $"{plan.Name} runs degraded without {gone}: a further failure loses it if it hits "
                + $"{Say.Slots([.. members.Where(m => m.Fate == MemberFate.Loses).Select(m => m.Place)])}.",
            _ => $"{plan.Name} runs degraded without {gone}: any further failure loses it.",
        };
    }

    private static IEnumerable<string> Do(
        ArrayPlan plan,
        RehearsedState state,
        List<RehearsedMember> members,
        Rebuild? rebuild,
        IReadOnlyList<DriveSheet> drives
    )
    {
        if (state == RehearsedState.Whole)
            yield break;
        Place[] gone = [.. members.Where(m => m.Fate == MemberFate.Out).Select(m => m.Place)];
        if (state == RehearsedState.Lost)
        {
            yield return "Stop everything that writes to it. Don't create it anew, "
                + "don't initialise: that erases what a rescue could still read.";
            yield return "Read the log: the drive that left last is the one to bring "
                + "back first. Check its plug and bay before calling it dead.";
            yield return $"Keep every drive with its bay written on it, {Say.Slots(gone)} too.";
            yield return plan.BackedUp ? "Otherwise: new drives, a new array, and the backup read back."
            : plan.Scratch ? "It was scratch only: new drives, a new array."
            : "There is no backup on record: ask a rescue service before anything is written.";
            yield break;
        }
        var smallest = drives.Min(d => d.Bytes ?? 0);
        if (!plan.BackedUp && !plan.Scratch)
            yield return "Back up what matters now, before the rebuild works every drive hard.";
        yield return plan.AllSpares.Count > 0
            ? $"The spare {Say.Slots([.. plan.AllSpares.Take(gone.Length)])} takes over at once; watch that its rebuild begins."
            : $"Find the failed drive by serial number and lamp, never by count alone, and pull only {Say.Slots([gone[0]])}.";
        yield return $"Put in a drive of at least {smallest.ToString("N0").Replace(',', ' ')} "
            + $"bytes ({DiskSpace.TB(smallest)}), same kind and sector size.";
        Place[] worst = [.. members.Where(m => m.Fate == MemberFate.Loses).Select(m => m.Place)];
        if (rebuild is not null)
            yield return $"Let it rebuild, about {rebuild.Hours:0.#} h each. Until then pull no other drive"
                + (worst.Length == 0 ? "." : $", least of all {Say.Slots(worst)}.");
        if (gone.Length > 1)
            yield return "One at a time, those first whose group has nothing left.";
        yield return "Read its state afterwards: no member missing, then a full check pass.";
    }
}
