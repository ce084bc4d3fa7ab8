using Irvak.Core.Builds;
using Irvak.Core.Drives;
using Irvak.Core.Lanes;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers;

/// <summary>A card or a module that is to be laid out.</summary>
/// <param name="Wants">What it could move.</param>
/// <param name="FoundAt">Where it was found; null for one that comes in.</param>
internal sealed record LanePart(Place Place, Unit Unit, Throughput Wants, Place? FoundAt);

/// <summary>One way to put one card: into a slot, divided so.</summary>
/// <param name="Widths">Width of each device's link, 0 for one that is never opened; one for a card that is one device.</param>
/// <param name="MBs">What each of these carries.</param>
/// <param name="Root">Root whose lanes it takes.</param>
internal sealed record LaneOption(
    Place Place,
    string? Slot,
    IReadOnlyList<int>? Split,
    IReadOnlyList<int> Widths,
    IReadOnlyList<Throughput> MBs,
    Throughput Lost,
    string? Root,
    int Lanes
)
{
    /// <summary>Places that must stay empty for these lanes.</summary>
    public required IReadOnlyList<string> FreeOf { get; init; }

    /// <summary>Slots that it covers besides its own.</summary>
    public required IReadOnlyList<string> Covers { get; init; }
}

/// <summary>A place for a module on the board.</summary>
internal sealed record ModuleOption(Place Place, Throughput MBs, string? Root, int Lanes, IReadOnlyList<string> FreeOf);

/// <summary>What can go where, worked out by the core's own rules before anything is searched.</summary>
internal sealed class LaneModel
{
    public IReadOnlyList<ExpansionSlot> Slots { get; }

    public IReadOnlyList<LanePart> Cards { get; }

    public IReadOnlyList<LanePart> Modules { get; }

    /// <summary>Ways to put each card.</summary>
    public IReadOnlyList<IReadOnlyList<LaneOption>> Options { get; }

    /// <summary>Places of the board for each module.</summary>
    public IReadOnlyList<IReadOnlyList<ModuleOption>> Places { get; }

    public LaneInput LaneInput { get; }

    public LaneModel(LaneInput q)
    {
        LaneInput = q;
        Slots = [.. q.Sheet.Slots];
        Cards =
        [
            .. q
                .Planned.Units.Where(u => u.Value.Card is not null && u.Key.Kind is PlaceKind.Card or PlaceKind.Board)
                .Select(u => new LanePart(u.Key, u.Value, CardWants(q, u.Key, u.Value), FoundAt(q, u.Key))),
        ];
        Modules =
        [
            .. q
                .Planned.Units.Where(u => u.Key.Kind == PlaceKind.M2 && u.Value.Drive?.Protocol == DriveProtocol.Nvme)
                .Select(u => new LanePart(u.Key, u.Value, DriveWants(u.Value.Drive!), FoundAt(q, u.Key))),
        ];
        Options = [.. Cards.Select(OptionsOf)];
        Places = [.. Modules.Select(PlacesOf)];
    }

    private static Place? FoundAt(LaneInput q, Place place) =>
        !q.IsNew(place) ? place : q.Changes.FirstOrDefault(c => c.Place == place)?.MovedFrom;

    private static Throughput CardWants(LaneInput q, Place place, Unit unit)
    {
        var most =
            unit.Card is { } c && (c.Elec ?? c.Mech) is > 0 and var w && c.Gen is >= 1 and <= 6 and var g
                ? LinkRates.Pcie(g, w)
                : Throughput.None;
        return Needs.Of(q, place, unit) is { } need
            ? most.Passes
                ? Throughput.Least(need, most)
                : need
            : most;
    }

    private static Throughput DriveWants(DriveSheet drive) =>
        drive is { Lanes: { } w, Gen: { } g }
            ? Throughput.Least(LinkRates.Pcie(g, w), DriveDefaults.Reads(drive).Value)
            : DriveDefaults.Reads(drive).Value;

    /// <summary>What a device could move more than its link carries.</summary>
    public static Throughput LostOf(LaneEnd end)
    {
        var most = end is { Wants: > 0 and var w, WantsGen: >= 1 and <= 6 and var g }
            ? LinkRates.Pcie(g, w)
            : end.NeedMBs ?? Throughput.None;
        return Throughput.Rest(Throughput.Least(most, end.NeedMBs ?? most), end.MBs);
    }

    private IReadOnlyList<LaneOption> OptionsOf(LanePart card)
    {
        var options = new List<LaneOption>();
        foreach (
            var board in LaneInput.Sheet.Boards.Where(b =>
                b.What == BoardKind.Mezzanine && b.Elec is > 0 && card.Unit.Card!.Bus is CardBus.Ocp or CardBus.Mezzanine
            )
        )
            if (!Dark(board.Root))
                options.Add(
                    Single(card, Place.Board(board.Id), null, board.Elec!.Value, board.Gen ?? GenOf(board.Root), board.Root, [], [])
                );
        for (var i = 0; i < Slots.Count; i++)
        {
            var slot = Slots[i];
            if (Dark(slot.Root) || CardFit.WhyNot(slot, card.Unit.Card!) is not null)
                continue;
            if (card.Unit.Card!.Thick > 1 && i + card.Unit.Card.Thick > Slots.Count)
                continue;
            IReadOnlyList<string> covers = [.. Slots.Skip(i + 1).Take(Math.Max(0, card.Unit.Card.Thick - 1)).Select(s => s.Id)];
            if (slot.Bus == CardBus.Pci)
            {
                options.Add(
                    new(
                        Place.Card(slot.Id),
                        slot.Id,
                        null,
                        [0],
                        [LinkRates.PciInUse],
                        Throughput.Rest(card.Wants, LinkRates.PciInUse),
                        null,
                        0
                    )
                    {
                        FreeOf = [],
                        Covers = covers,
                    }
                );
                continue;
            }
            foreach (var (lanes, free) in LanesOf(slot.Id, slot.Elec))
                options.AddRange(OfSlot(card, slot, lanes, free, covers));
        }
        return options;
    }

    private IEnumerable<LaneOption> OfSlot(
        LanePart part,
        ExpansionSlot slot,
        int lanes,
        IReadOnlyList<string> free,
        IReadOnlyList<string> covers
    )
    {
        var card = part.Unit.Card!;
        if (lanes == 0)
            yield break;
        var place = Place.Card(slot.Id);
        if (card is { Role: CardRole.Expander, Elec: 0 })
        {
            yield return new(place, slot.Id, null, [0], [Throughput.None], Throughput.None, null, 0) { FreeOf = free, Covers = covers };
            yield break;
        }
        if (card is not { Endpoints.Count: > 0 } || (card.IsOneDevice == true && card.Role != CardRole.Carrier))
        {
            yield return Single(part, place, slot.Id, lanes, LaneInput.GenOf(slot), slot.Root, free, covers);
            yield break;
        }
        var gen = Math.Min(LaneInput.GenOf(slot), card.Gen ?? slot.Gen);
        if (card.IsOneDevice == true)
        {
            var up = Splitting.Trains(lanes, Splitting.LanesOf(card) ?? lanes);
            yield return new(
                place,
                slot.Id,
                null,
                card.Endpoints,
                [.. card.Endpoints.Select(w => LinkRates.Pcie(gen, w))],
                Throughput.None,
                slot.Root,
                up
            )
            {
                FreeOf = free,
                Covers = covers,
            };
            yield break;
        }
        foreach (var split in (slot.Splits ?? []).Prepend([]))
        {
            var links = Splitting.Open(lanes, split, card.Endpoints, card.LanePitch);
            yield return new(
                place,
                slot.Id,
                split,
                [.. links.Select(l => l.Width)],
                [.. links.Select(l => LinkRates.Pcie(gen, l.Width))],
                Throughput.None,
                slot.Root,
                links.Sum(l => l.Width)
            )
            {
                FreeOf = free,
                Covers = covers,
            };
        }
    }

    private static LaneOption Single(
        LanePart part,
        Place place,
        string? slot,
        int lanes,
        int? slotGen,
        string? root,
        IReadOnlyList<string> free,
        IReadOnlyList<string> covers
    )
    {
        var card = part.Unit.Card!;
        var link = Splitting.Link(lanes, slotGen, Splitting.LanesOf(card), card.Gen is > 0 ? card.Gen : null);
        return new(place, slot, null, [link.Width], [link.MBs], Throughput.Rest(part.Wants, link.MBs), root, link.Width)
        {
            FreeOf = free,
            Covers = covers,
        };
    }

    private IReadOnlyList<ModuleOption> PlacesOf(LanePart part) =>
        [
            .. LaneInput
                .Sheet.M2.Where(m => m.On is null && m.Lanes is > 0 && !Dark(m.Root) && M2Fit.Fits(m, part.Unit.Drive!))
                .SelectMany(m =>
                    LanesOf(m.Id, m.Lanes!.Value)
                        .Where(l => l.Lanes > 0)
                        .Select(l =>
                        {
                            var link = Splitting.Link(l.Lanes, m.Gen, part.Unit.Drive!.Lanes, part.Unit.Drive.Gen);
                            return new ModuleOption(Place.M2(m.Id), link.MBs, m.Root, link.Width, l.Free);
                        })
                ),
        ];

    /// <summary>
    /// Lanes that a place can have, each with the places that must stay empty for it: for all of them every one that would take some, for
    /// fewer only those that would leave still fewer.
    /// </summary>
    private IEnumerable<(int Lanes, IReadOnlyList<string> Free)> LanesOf(string id, int wired)
    {
        var takers = LaneInput.Sheet.Exclusions.Where(e => e.Then == id && e.Lanes < wired).ToList();
        return takers
            .Select(t => t.Lanes)
            .Append(wired)
            .Distinct()
            .Where(l => l > 0)
            .Select(l => (l, (IReadOnlyList<string>)[.. takers.Where(t => t.Lanes < l).Select(t => t.When)]));
    }

    private int? GenOf(string? root) => LaneInput.Sheet.Roots.FirstOrDefault(r => r.Id == root)?.Gen;

    private bool Dark(string? root) => Topology.IsDark(LaneInput, root);

    /// <summary>Why a card finds no slot at all, in the words of the rule that most slots give.</summary>
    public string WhyNot(int card)
    {
        if (Options[card].Count > 0)
            return "others need the slots that would take it";
        var part = Cards[card].Unit.Card!;
        var reasons = Slots
            .Select(s => Dark(s.Root) ? "without a processor" : Words(CardFit.WhyNot(s, part)))
            .GroupBy(r => r)
            .OrderByDescending(g => g.Count())
            .ThenBy(g => g.Key, StringComparer.Ordinal)
            .ToList();
        return reasons.Count == 0
            ? "the machine has no slot"
            : "no slot takes it: " + string.Join(", ", reasons.Select(g => $"{g.Count()} {g.Key}"));
    }

    private static string Words(Rule? why) => why is not null && TooLittle.TryGetValue(why, out var words) ? words : "without lanes";

    private static readonly Dictionary<Rule, string> TooLittle = new()
    {
        [CardFit.Bus] = "of another bus",
        [CardFit.BusAsk] = "of a bus that is not known",
        [CardFit.Edge] = "too short for its edge",
        [CardFit.Height] = "too low",
        [CardFit.Length] = "too short for its length",
        [CardFit.Power] = "with too little current",
    };
}
