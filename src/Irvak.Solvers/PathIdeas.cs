using Irvak.Core;
using Irvak.Core.Builds;
using Irvak.Core.Distances;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers;

/// <summary>
/// Ideas for what reaches the user: of each kind of network card on the shelf one, in a free slot that may be touched, beside what is
/// planned. Each passes through the same evaluation as a plan made by hand; only what reads or writes faster is an idea.
/// </summary>
public static class PathIdeas
{
    /// <summary>Kinds of card and slots that are tried, and ideas that are shown.</summary>
    public const int MostKinds = 8,
        MostSlots = 4,
        MostShown = 4;

    internal const string Read = "Reads at best",
        Write = "Writes at best";

    // Less is what rounding makes of the same path.
    private const double Faster = 1.001;

    /// <param name="Ideas">Those that are shown, what misses least first.</param>
    /// <param name="FreeSlots">Free slots that may be touched; those in which nobody looked are among them. Null where nobody asked for
    /// cards.</param>
    /// <param name="Kept">Free slots that are left alone.</param>
    public sealed record Found(IReadOnlyList<PathIdea> Ideas, int? FreeSlots, int Kept)
    {
        /// <summary>What reaches the user as it is planned, MB/s; null when not known.</summary>
        public double? ReadsNow { get; init; }

        public double? WritesNow { get; init; }
    }

    /// <summary>Where cards are no matter of the job.</summary>
    public static readonly Found NotAsked = new([], null, 0);

    /// <param name="letters">Letters that no other idea has.</param>
    /// <param name="evaluate">Works a state out.</param>
    public static Found Of(JobState state, ShelfBook shelf, string letters, Func<JobState, Evaluation> evaluate)
    {
        var free = state.Sheet!.Slots.Where(s => (s.Bus is null or CardBus.Pcie) && state.Planned.At(Place.Card(s.Id)) is null).ToList();
        var alone = state.Aim.Alone.Contains("cards");
        var before = evaluate(state);
        var now = new Found([], alone ? 0 : free.Count, alone ? free.Count : 0)
        {
            ReadsNow = Reached(before.Ledge, Read),
            WritesNow = Reached(before.Ledge, Write),
        };
        // Without a path nobody knows what a card would change.
        if (now.FreeSlots == 0 || now.ReadsNow is not { } reads)
            return now;
        var search = new Search(state, before, evaluate, reads, now.WritesNow ?? 0);
        var tried = Kinds(shelf).Select(k => search.Best(k, Slots(free))).OfType<PathIdea>().ToList();
        return now with { Ideas = [.. Shown(tried, state.Policy).Select((idea, i) => idea with { Letter = letters[i].ToString() })] };
    }

    internal static double? Reached(IReadOnlyList<Distance> ledge, string name) => ledge.FirstOrDefault(d => d.Name == name)?.Planned;

    /// <summary>Of each rate and count of ports one card stands for all: one that lies on the shelf, then the cheapest.</summary>
    private static List<ShelfPart> Kinds(ShelfBook shelf) =>
        [
            .. shelf
                .OfferedCards.Select(o => o.Of(1)!)
                .Where(p => p.Card is { Bus: null or CardBus.Pcie, Network.RatesGbs.Count: > 0 })
                .GroupBy(p => (p.Card!.Network!.RatesGbs.Max(), p.Card.Network.Ports, p.Card.Network.Socket))
                .Select(g => g.OrderByDescending(p => p.InStock > 0).ThenBy(p => p.PriceEur ?? decimal.MaxValue).First())
                .OrderByDescending(p => p.InStock > 0)
                .ThenByDescending(p => p.Card!.Network!.RatesGbs.Max())
                .Take(MostKinds),
        ];

    /// <summary>The widest of the free slots, each width and root once.</summary>
    private static List<string> Slots(IReadOnlyList<ExpansionSlot> free) =>
        [.. free.OrderByDescending(s => s.Elec * (1 << s.Gen)).DistinctBy(s => (s.Elec, s.Gen, s.Root)).Take(MostSlots).Select(s => s.Id)];

    /// <summary>What the policy allows first, then what misses least, then the cheapest; nothing that another one beats.</summary>
    private static IEnumerable<PathIdea> Shown(List<PathIdea> tried, Policy policy) =>
        tried
            .Where(i => i.Under.Count > 0 && !tried.Any(o => o != i && Beats(o, i)))
            .OrderByDescending(i => i.Under.Contains(policy))
            .ThenBy(i => i.Misses.Count)
            .ThenBy(i => i.Eur ?? decimal.MaxValue)
            .Take(MostShown);

    /// <summary>What the other end takes nobody said: one socket never stands for another.</summary>
    private static bool Beats(PathIdea a, PathIdea b) =>
        a.Socket == b.Socket
        && a.Under.Count >= b.Under.Count
        && a.Reads >= b.Reads
        && a.Writes >= b.Writes
        && a.Eur is { } mine
        && mine <= (b.Eur ?? decimal.MaxValue)
        && (a.Reads > b.Reads || a.Writes > b.Writes || mine < (b.Eur ?? decimal.MaxValue));

    private sealed record Tried(string Slot, Fit Edit, JobState With, Evaluation After, bool Allowed)
    {
        public double Reads => Reached(After.Ledge, Read) ?? 0;

        public double Writes => Reached(After.Ledge, Write) ?? 0;
    }

    private sealed class Search(JobState state, Evaluation before, Func<JobState, Evaluation> evaluate, double reads, double writes)
    {
        private readonly HashSet<string> _stops = [.. Stops(before)];

        /// <summary>The card where it serves best, in the narrowest of such slots; null where it makes nothing faster.</summary>
        public PathIdea? Best(ShelfPart part, IReadOnlyList<string> slots)
        {
            var best = slots
                .Select(s => Try(part, s))
                .OfType<Tried>()
                .Where(t => t.Reads > reads * Faster || t.Writes > writes * Faster)
                .Reverse()
                .MaxBy(t => (t.Allowed, Math.Round(t.Reads), Math.Round(t.Writes)));
            if (best is null)
                return null;
            bool Allows(Policy policy) => policy == state.Policy ? best.Allowed : NothingNew(evaluate(best.With with { Policy = policy }));
            var line = part.Card!.Network!;
            return new("", $"{part.Card.Name} in {best.Slot}", $"{part.Card.Name}, {Words(line)}, in {best.Slot}", best.After.Ledge)
            {
                Socket = line.Socket,
                Under = [.. Enum.GetValues<Policy>().Where(Allows)],
                Misses = [.. best.After.Ledge.Where(SpaceIdeas.Missed).Select(d => d.Name)],
                Take = best.Edit,
                Eur = part.PriceEur,
            };
        }

        private static string Words(NetworkSheet line) =>
            FormattableString.Invariant($"{line.Ports} × {line.RatesGbs.Max():0.#} Gb/s") + (line.Socket is { } socket ? $" {socket}" : "");

        private Tried? Try(ShelfPart part, string slot)
        {
            var edit = new Fit(Place.Card(slot), Unit.Of(part));
            if (EditFold.Refusal(state, edit) is not null)
                return null;
            var with = EditFold.Apply(state, edit, Stamp.None);
            var after = evaluate(with);
            return new(slot, edit, with, after, NothingNew(after));
        }

        private bool NothingNew(Evaluation after) => Stops(after).All(_stops.Contains);

        private static IEnumerable<string> Stops(Evaluation e) =>
            e.Findings.Where(f => f.Severity == Severity.Stop).Select(f => f.Sentence);
    }
}
