using Irvak.Core;
using Irvak.Core.Aims;
using Irvak.Core.Evidence;
using Irvak.Core.Memory;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers;

/// <summary>How far a wish can be met.</summary>
/// <param name="Value">The best that is reached, in the unit of the wish.</param>
/// <param name="By">Letter of the idea, or what does it in words.</param>
public sealed record WishReach(WishKind Wish, double Value, string By);

/// <summary>What a policy changes in this job, as sentences.</summary>
public sealed record PolicyLine(Policy Policy, IReadOnlyList<string> Sentences);

/// <summary>A part of the machine that may be touched or left alone.</summary>
/// <param name="Part">As <see cref="LeaveAlone"/> calls it.</param>
public sealed record TouchedPart(string Part, string Words, bool Alone);

/// <summary>What an aim could lead to, before anything is planned.</summary>
/// <param name="Reports">Logged outcomes that the policies read.</param>
/// <param name="LeftAlone">Free bays that are left alone.</param>
public sealed record AimPicture(
    IReadOnlyList<SpaceIdea> Ideas,
    IReadOnlyList<WishReach> Reach,
    IReadOnlyList<PolicyLine> Policies,
    int Reports,
    int LeftAlone
)
{
    /// <summary>Free bays that may be touched; those in which nobody looked are among them.</summary>
    public int FreeBays { get; init; }

    /// <summary>Network cards in free slots, for what reaches the user.</summary>
    public IReadOnlyList<PathIdea> Cards { get; init; } = [];

    /// <summary>Free slots that may be touched; null where the job has nothing to do with cards.</summary>
    public int? FreeSlots { get; init; }

    /// <summary>Free slots that are left alone.</summary>
    public int SlotsLeftAlone { get; init; }

    public IReadOnlyList<TouchedPart> Parts { get; init; } = [];

    /// <summary>Wishes that contradict each other.</summary>
    public IReadOnlyList<WishClash> Clashes { get; init; } = [];

    private static readonly (WishKind Wish, string Distance, bool IsLimit)[] Reached =
    [
        (WishKind.UsableTB, "Usable", false),
        (WishKind.ReadMBs, "Reads at best", false),
        (WishKind.WriteMBs, "Writes at best", false),
        (WishKind.LossPercent, "Loss in 5 years", true),
    ];

    /// <summary>Of a machine that is not known yet.</summary>
    public static AimPicture Unknown(EvidenceBook evidence) => new([], [], [], evidence.Records.Count, 0);

    /// <param name="evaluate">Works a state out.</param>
    public static AimPicture Of(JobState state, EvidenceBook evidence, ShelfBook shelf, Func<JobState, Evaluation> evaluate)
    {
        var topics = JobTopics.Of(state);
        var found = topics.Contains(Topic.Bays) ? SpaceIdeas.Of(state, evidence, shelf, evaluate) : new(0, [], 0, 0);
        var cards = topics.Contains(Topic.Cards)
            ? PathIdeas.Of(state, shelf, SpaceIdeas.Letters[found.Shown.Count..], evaluate)
            : PathIdeas.NotAsked;
        var q = Question.Of(state, evidence, shelf);
        var memory = topics.Contains(Topic.Memory) && q.Memory.Sheet.Channels.Count > 0 ? PolicyReach.Of(q.Memory) : [];
        return new(
            found.Shown,
            [.. ReachOf(found, cards, state.Policy), .. MemoryReach(state, q, memory, shelf, evaluate)],
            [.. Enum.GetValues<Policy>().Select(p => new PolicyLine(p, [.. PolicySentences.Of(p, found, memory, state)]))],
            evidence.Records.Count,
            found.Kept
        )
        {
            FreeBays = found.Free,
            Cards = cards.Ideas,
            FreeSlots = cards.FreeSlots,
            SlotsLeftAlone = cards.Kept,
            Clashes = WishClashes.Of(state, found),
            Parts =
            [
                .. LeaveAlone
                    .Of(q.Machine.Sheet)
                    .Where(p => state.Aim.Alone.Contains(p) || topics.Contains(LeaveAlone.TopicOf(p)))
                    .Select(p => new TouchedPart(p, LeaveAlone.Words(q.Machine.Sheet, p), state.Aim.Alone.Contains(p))),
            ],
        };
    }

    private static IEnumerable<WishReach> ReachOf(SpaceIdeas.Found found, PathIdeas.Found cards, Policy policy)
    {
        var open = found.Tried.Concat(found.Fullest).Where(i => i.Under.Contains(policy)).ToList();
        foreach (var (wish, name, isLimit) in Reached)
        {
            var known = open.Select(i => (By: Called(i), Value: PathIdeas.Reached(i.Ledge, name)))
                .Concat(OfCards(cards, wish, name, policy))
                .Where(x => x.Value is not null)
                .ToList();
            if (known.Count == 0)
                continue;
            var (by, value) = isLimit ? known.MinBy(x => x.Value) : known.MaxBy(x => x.Value);
            yield return new(wish, value!.Value, by);
        }
        // Money is out of reach only where every other wish is met for more.
        var meeting = open.Where(i => i.Misses.All(m => m == "Money") && SpaceIdeas.Eur(i) is not null).ToList();
        if (meeting.Any(i => i.Ledge.Any(d => d.Wish is not null && d.Name != "Money")) && meeting.MinBy(SpaceIdeas.Eur) is { } cheapest)
            yield return new(WishKind.MoneyLimitEur, SpaceIdeas.Eur(cheapest)!.Value, Called(cheapest));
        // Copies of one drive survive all but one; of parity three at most.
        if (found.MostDrives > 1)
            yield return new(WishKind.Failures, Math.Min(3, found.MostDrives - 1), Say.Count(found.MostDrives, "drive", "drives"));
    }

    /// <summary>Cards change the way to the user alone; where none helps, it goes as far as it is planned.</summary>
    private static IEnumerable<(string By, double? Value)> OfCards(PathIdeas.Found cards, WishKind wish, string name, Policy policy)
    {
        if (wish is not (WishKind.ReadMBs or WishKind.WriteMBs))
            return [];
        var open = cards.Ideas.Where(i => i.Under.Contains(policy)).Select(i => (By: i.Letter, Value: PathIdeas.Reached(i.Ledge, name)));
        return open.Any() ? open : [(By: "what is there", Value: wish == WishKind.ReadMBs ? cards.ReadsNow : cards.WritesNow)];
    }

    private static string Called(SpaceIdea idea) => idea.Letter.Length > 0 ? idea.Letter : idea.Name;

    /// <summary>The largest module that the policy allows in every slot that a processor drives.</summary>
    private static IEnumerable<WishReach> MemoryReach(
        JobState state,
        Question q,
        IReadOnlyList<PolicyReach> memory,
        ShelfBook shelf,
        Func<JobState, Evaluation> evaluate
    )
    {
        if (state.Aim.Alone.Contains("memory") || memory.FirstOrDefault(m => m.Policy == state.Policy)?.LargestMiB is not { } largest)
            yield break;
        var part = shelf
            .OfferedModules.Select(o => o.Of(1)!)
            .FirstOrDefault(p => p.Module!.CapacityMiB == largest && PolicyReach.Suits(q.Memory.Sheet.Memory, p.Module));
        if (part is null)
            yield break;
        var slots = q.Memory.Planned.UsableSlots(q.Memory.Sheet).ToList();
        var full = state with
        {
            Plan = slots.Aggregate(state.Plan, (plan, slot) =>
                plan.SetItem(Core.Places.Place.Slot(slot), new Core.Builds.PlannedPlace(Core.Builds.Unit.Of(part)))
            ),
        };
        var after = evaluate(full).Memory.Planned;
        if (after.AllKnown && after.UsableMiB > 0)
            yield return new(
                WishKind.MemoryGiB,
                after.UsableMiB / 1024.0,
                slots.Count == 1
                    ? $"{ByteCount.FromMiB(largest)} in its one slot"
                    : $"{ByteCount.FromMiB(largest)} in each of {slots.Count} slots"
            );
    }
}
