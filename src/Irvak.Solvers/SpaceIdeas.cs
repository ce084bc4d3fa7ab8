using Irvak.Core;
using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Drives;
using Irvak.Core.Evidence;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers;

/// <summary>
/// Ideas for space: of each kind of drive on the shelf so many as the wish needs, or as the free bays that may be touched hold, at the
/// level that survives the failures wished. Each passes through the same evaluation as a plan made by hand, under each policy.
/// </summary>
public static class SpaceIdeas
{
    /// <summary>Kinds of drive that are tried, and ideas that are shown.</summary>
    public const int MostKinds = 12,
        MostShown = 4;

    internal const string Letters = "abcdefgh";

    /// <param name="Kinds">Kinds of drive that fit a free bay that may be touched, whether or not they come into an idea.</param>
    /// <param name="Tried">Each kind that was tried, in no order; its letter is empty where it is not shown.</param>
    /// <param name="Free">Free bays that may be touched; those in which nobody looked are among them.</param>
    /// <param name="Kept">Free bays that are left alone.</param>
    public sealed record Found(int Kinds, IReadOnlyList<SpaceIdea> Tried, int Free, int Kept)
    {
        /// <summary>The same kinds in all free bays, where an idea leaves some: how far it goes at all.</summary>
        public IReadOnlyList<SpaceIdea> Fullest { get; init; } = [];

        /// <summary>Free bays that may be touched in which nobody looked.</summary>
        public int Unseen { get; init; }

        /// <summary>Kinds that the job's policy allows, or that make no array for the failures wished.</summary>
        public IReadOnlyList<WishClashes.Room> Rooms { get; init; } = [];

        /// <summary>Ideas that the job's policy allows.</summary>
        public IReadOnlyList<SpaceIdea> Open { get; init; } = [];

        /// <summary>Space that is wished, TB, and failures to survive; null when nobody said.</summary>
        public double? NeedTB { get; init; }

        public int? Failures { get; init; }

        /// <summary>Most drives of one kind that find a bay.</summary>
        public int MostDrives { get; init; }

        /// <summary>The ideas that are shown, the one that misses least first.</summary>
        public IReadOnlyList<SpaceIdea> Shown => [.. Tried.Where(i => i.Letter.Length > 0).OrderBy(i => i.Letter, StringComparer.Ordinal)];
    }

    /// <param name="evaluate">Works a state out.</param>
    public static Found Of(JobState state, EvidenceBook evidence, ShelfBook shelf, Func<JobState, Evaluation> evaluate)
    {
        // Ideas stand in the stead of the plan's own drives; its cards, cables and modules are there for them too.
        var bare = state with { Plan = state.Plan.RemoveRange(state.Plan.Keys.Where(p => p.HoldsDrive)), Arrays = new(), Caches = new() };
        var q = Question.Of(bare, evidence, shelf);
        var (open, kept) = Bays(q, state.Aim);
        if (open.Count == 0)
            return new(0, [], 0, kept);
        var kinds = Kinds(shelf, q.Machine.Sheet, state.Aim);
        var fresh = bare.Plan.Count == state.Plan.Count && state.Arrays.Plans.Count + state.Caches.Plans.Count == 0;
        var before = evaluate(bare).Findings.Where(f => f.Severity == Severity.Stop).Select(f => f.Sentence).ToHashSet();
        var search = new SpaceSearch(bare, q, before, evaluate, fresh);
        var rooms = kinds.Take(MostKinds).Select(k => (Part: k, Fill: search.Fill(k)!)).Where(r => r.Fill is not null).ToList();
        var each = rooms.Select(r => search.Try(r.Part, r.Fill, search.Need, true)).ToList();
        var tried = each.OfType<SpaceIdea>().ToList();
        var shown = Shown(tried, state.Policy);
        return new(
            kinds.Count,
            [.. tried.Select(i => i with { Letter = shown.IndexOf(i) is >= 0 and var at ? Letters[at].ToString() : "" })],
            open.Count,
            kept
        )
        {
            Fullest = search.Need is null ? [] : [.. rooms.Select(r => search.Try(r.Part, r.Fill, null, false)).OfType<SpaceIdea>()],
            Rooms =
            [
                .. rooms
                    .Where((_, i) => each[i] is not { } idea || idea.Under.Contains(state.Policy))
                    .Select(r => new WishClashes.Room(r.Part.Drive!.Bytes!.Value, r.Part.PriceEur, SpaceSearch.Drives(r.Fill))),
            ],
            Open = [.. tried.Where(i => i.Under.Contains(state.Policy))],
            Unseen = open.Select(Place.Bay).Count(p => !state.Found.ContainsKey(p) && !state.FoundEmpty.Contains(p)),
            NeedTB = search.Need,
            Failures = search.Failures,
            MostDrives = rooms.Max(r => (int?)SpaceSearch.Drives(r.Fill)) ?? 0,
        };
    }

    private static (List<string> Open, int Kept) Bays(Question q, Aim aim)
    {
        var free = q
            .Machine.Sheet.Bays.Select(b => (Bays: b, Free: b.Names.Where(n => q.Machine.Planned.At(Place.Bay(n)) is null).ToList()))
            .ToList();
        var open = free.Where(f => !aim.Alone.Contains(LeaveAlone.BaysOf + f.Bays.Group)).SelectMany(f => f.Free).ToList();
        return (open, free.Sum(f => f.Free.Count) - open.Count);
    }

    /// <summary>Drives of the shelf that suit bays which may be touched: of each medium, protocol and size one stands for all.</summary>
    private static List<ShelfPart> Kinds(ShelfBook shelf, MachineSheet sheet, Aim aim) =>
        [
            .. shelf
                .OfferedDrives.Select(o => o.Of(1)!)
                .Where(p =>
                    p.Drive is { Bytes: > 0 } drive
                    && sheet.Bays.Any(b => !aim.Alone.Contains(LeaveAlone.BaysOf + b.Group) && DriveFit.Suits(b, drive))
                )
                .GroupBy(p => (p.Drive!.Media, p.Drive.Protocol, DiskSpace.Nominal(p.Drive.Bytes!.Value)))
                .Select(g => g.OrderByDescending(p => p.InStock > 0).ThenBy(p => p.PriceEur ?? decimal.MaxValue).First())
                .OrderByDescending(p => p.InStock > 0)
                .ThenByDescending(p => p.Drive!.Bytes),
        ];

    /// <summary>The least count whose array holds what is needed, else all; the level that survives so many failures, else the usual one
    /// for the count.</summary>
    /// <returns>A count of 0 where no array survives so many.</returns>
    internal static (int Count, ArrayLevel Level) Arrangement(int most, long bytes, int? failures, double? needBytes)
    {
        (int, ArrayLevel) best = (0, ArrayLevel.Single);
        for (var n = 1; n <= most; n++)
        {
            if (
                LevelFor(n, failures) is not { } level
                || ArrayShape.Of(level, ArrayHost.Kernel, [.. Enumerable.Repeat(bytes, n)]).Shape is not { } shape
            )
                continue;
            best = (n, level);
            if (needBytes is { } need && ArrayCapacity.Of(shape).Usable >= need)
                break;
        }
        return best;
    }

    private static ArrayLevel? LevelFor(int n, int? failures) =>
        (failures, n) switch
        {
            // Where nobody said, what is kept is to survive at least one.
            (null, < 2) => null,
            (null, _) => FreshArray.LevelFor(n),
            (0, 1) => ArrayLevel.Single,
            (0, _) => ArrayLevel.Stripe,
            (1, 2) or (2, 3) or (3, 4) => ArrayLevel.Mirror,
            (1, > 2) => ArrayLevel.Parity1,
            (2, > 3) => ArrayLevel.Parity2,
            (3, > 4) => ArrayLevel.Parity3,
            _ => null,
        };

    internal static bool Missed(Core.Distances.Distance d) =>
        d.Wish is { } wish
        && ((d.Planned ?? d.AtLeast ?? d.AtMost) is not { } known || (d.IsLimit ? known > wish : known < wish - (wish * 1e-9)));

    /// <summary>What the policy allows before what it does not; then what misses least, then the cheapest; nothing that another one beats
    /// in space, price and loss at once. Among them the one of most space.</summary>
    private static List<SpaceIdea> Shown(List<SpaceIdea> tried, Policy policy) =>
        [
            .. tried
                .Where(i => i.Under.Count > 0 && !tried.Any(o => o != i && o.Under.Count >= i.Under.Count && Beats(o, i)))
                .OrderByDescending(i => i.Under.Contains(policy))
                .ThenBy(i => i.Misses.Count)
                .ThenBy(i => Eur(i) ?? double.MaxValue)
                .Take(MostShown - 1)
                .Union(tried.Where(i => i.Under.Contains(policy)).OrderByDescending(i => i.UsableTB).Take(1))
                .Take(MostShown),
        ];

    private static bool Beats(SpaceIdea a, SpaceIdea b) =>
        Eur(a) is { } mine
        && mine <= (Eur(b) ?? double.MaxValue)
        && a.UsableTB >= b.UsableTB
        && (a.LossPercent ?? 100) <= (b.LossPercent ?? 100)
        && a.Misses.Count <= b.Misses.Count
        && (mine < (Eur(b) ?? double.MaxValue) || a.UsableTB > b.UsableTB);

    internal static double? Eur(SpaceIdea idea) => idea.Ledge.FirstOrDefault(d => d.Name == "Money")?.Planned;
}
