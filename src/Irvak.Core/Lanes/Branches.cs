using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Lanes;

/// <summary>Every place that lanes are led to, with the links of the plan.</summary>
internal static class Branches
{
    public static IReadOnlyList<LaneBranch> Of(LaneInput q) =>
        [
            .. q.Sheet.Slots.Select(s => Slot(q, s)),
            .. q.Sheet.M2.Where(m => m.On is null && m.Lanes is > 0).Select(m => Module(q, m)),
            .. q.Sheet.Boards.Where(b => b.Elec is > 0).Select(b => Board(q, b)),
            .. q
                .Sheet.Bays.Where(b => b.Root is not null && q.Sheet.Roots.Any(r => r.Id == b.Root) && BayWiring.LanesOf(b.Bus) is > 0)
                .SelectMany(b => b.Names.Select(n => Bay(q, b, n))),
        ];

    private static LaneBranch Slot(LaneInput q, ExpansionSlot slot)
    {
        var place = Place.Card(slot.Id);
        var (dark, why) = CoveredBy(q, slot) is { } over ? (true, $"covered by {over}") : Darkness(q, slot.Id, slot.Root);
        if (slot.Bus is CardBus.Pci)
            return Old(q, slot, place, dark, why);
        var lanes = dark ? 0 : Topology.LanesLeft(q, slot.Id) ?? slot.Elec;
        var unit = q.Planned.At(place);
        var split = q.SplitOf(slot.Id);
        var ends = unit is null ? Leaving(q, place) : OfCard(q, slot, place, unit, lanes, split);
        var live = ends.Where(e => e.State is EndState.Full or EndState.Less or EndState.Unknown).ToList();
        var switched = unit?.Card is { IsOneDevice: true, Endpoints.Count: > 1 };
        var used =
            dark || unit is null ? 0
            : switched ? Splitting.Trains(lanes, Splitting.LanesOf(unit.Card!) ?? lanes)
            : live.Sum(e => e.Width);
        return new(place, slot.Root, slot.Mech, slot.Elec, lanes, q.GenOf(slot), StateOf(q, place, dark, unit))
        {
            Why = why ?? (q.GenOf(slot) < slot.Gen ? $"held at gen {q.GenOf(slot)}" : null),
            Used = used,
            Loose = unit?.Card is { Endpoints.Count: > 1, IsOneDevice: not true } ? Loose(lanes, ends) : 0,
            Split = split,
            Switched = switched,
            Ends = ends,
            Bus = null,
            Card = unit?.Card is { Endpoints.Count: > 0 } ? unit.Short : null,
            CardNew = q.IsNew(place),
        };
    }

    /// <summary>Lanes that reach a device which is never opened.</summary>
    private static int Loose(int lanes, IReadOnlyList<LaneEnd> ends)
    {
        var left = lanes - ends.Sum(e => e.Width);
        return Math.Max(0, Math.Min(left, ends.Where(e => e.State == EndState.Unseen).Sum(e => e.Wants ?? 0)));
    }

    private static IReadOnlyList<LaneEnd> OfCard(
        LaneInput q,
        ExpansionSlot slot,
        Place place,
        Unit unit,
        int lanes,
        IReadOnlyList<int> split
    )
    {
        var card = unit.Card;
        if (card is not { Endpoints.Count: > 0 })
            return [Single(q, place, unit, lanes, q.GenOf(slot), Needs.Of(q, place, unit))];
        var gen = Math.Min(q.GenOf(slot), card.Gen ?? slot.Gen);
        var shared = card.IsOneDevice == true;
        var up = Splitting.Trains(lanes, Splitting.LanesOf(card) ?? lanes);
        var links = shared
            ? [.. card.Endpoints.Select((w, i) => new OpenedLink(i, up > 0 ? w : 0))]
            : Splitting.Open(lanes, split, card.Endpoints, card.LanePitch);
        if (!card.HoldsDrives)
        {
            var need = Needs.Of(q, place, unit) / card.Endpoints.Count;
            return
            [
                .. card.Endpoints.Select(
                    (wide, i) =>
                        Own(
                            q,
                            $"{unit.Short}, device {i + 1}",
                            place,
                            wide,
                            card.Gen,
                            links[i].Width,
                            gen,
                            need,
                            shared,
                            lanes,
                            split,
                            slot
                        )
                ),
            ];
        }
        var places = Holders(q, slot, place, card);
        return
        [
            .. card.Endpoints.Select(
                (wide, i) => Endpoint(q, places.ElementAtOrDefault(i) ?? place, i, wide, links[i].Width, gen, shared, lanes, split, slot)
            ),
        ];
    }

    /// <summary>Places of the devices of a carrier or port card, in order.</summary>
    private static IReadOnlyList<Place> Holders(LaneInput q, ExpansionSlot slot, Place place, CardSheet card) =>
        card.Role == CardRole.Carrier
            ? [.. card.Endpoints!.Select((_, i) => Place.M2(CarrierPlaces.Name(slot.Id, i)))]
            : [.. q.BaysOf(place).Select(Place.Bay).Where(p => q.Planned.At(p)?.Drive?.Protocol == DriveProtocol.Nvme)];

    private static LaneEnd Endpoint(
        LaneInput q,
        Place place,
        int index,
        int wide,
        int width,
        int gen,
        bool shared,
        int lanes,
        IReadOnlyList<int> split,
        ExpansionSlot slot
    )
    {
        var drive = place.Kind == PlaceKind.Card ? null : q.Planned.At(place);
        var name = drive?.Short ?? $"{index + 1}, empty";
        if (drive?.Drive is not { } sheet)
            return new(place, name, EndState.Empty, wide, null, 0, 0, Throughput.None)
            {
                NeedMBs = null,
                New = false,
                Why = width == 0 ? "would not be seen" : null,
            };
        var link = Splitting.Link(width, gen, sheet.Lanes ?? wide, sheet.Gen);
        if (link.Width == 0)
            return new(place, name, EndState.Unseen, sheet.Lanes ?? wide, sheet.Gen, 0, 0, Throughput.None)
            {
                NeedMBs = null,
                New = q.IsNew(place),
                Why = Unopened(slot, lanes, split),
            };
        return End(
            place,
            name,
            sheet.Lanes ?? wide,
            sheet.Gen,
            link,
            DriveDefaults.Reads(sheet).Value,
            q.IsNew(place),
            shared ? "behind the card’s switch" : null
        );
    }

    /// <summary>A device that belongs to its card, as each of two chips without a switch before them.</summary>
    private static LaneEnd Own(
        LaneInput q,
        string name,
        Place place,
        int wide,
        int? wantsGen,
        int width,
        int gen,
        Throughput? need,
        bool shared,
        int lanes,
        IReadOnlyList<int> split,
        ExpansionSlot slot
    ) =>
        width == 0 && lanes > 1 && !q.Changed.Contains(place) && !q.Splits.ContainsKey(slot.Id) && q.FoundSplitOf(slot.Id) is null
            ? new(place, name, EndState.Unknown, wide, wantsGen, 0, 0, Throughput.None)
            {
                NeedMBs = null,
                New = false,
                Why = $"nobody looked how {slot.Id} is divided",
            }
        : width == 0
            ? new(place, name, EndState.Unseen, wide, wantsGen, 0, 0, Throughput.None)
            {
                NeedMBs = null,
                New = q.IsNew(place),
                Why = Unopened(slot, lanes, split),
            }
        : End(
            place,
            name,
            wide,
            wantsGen,
            Splitting.Link(width, gen, wide, wantsGen),
            need,
            q.IsNew(place),
            shared ? "behind the card’s switch" : null
        );

    private static string Unopened(ExpansionSlot slot, int lanes, IReadOnlyList<int> split) =>
        lanes == 0 ? $"{slot.Id} has no lanes" : $"{slot.Id} is {(split.Count == 0 ? "not divided" : "divided " + Splitting.Words(split))}";

    private static LaneBranch Module(LaneInput q, M2Place m2) => Plain(q, Place.M2(m2.Id), m2.Root, m2.Lanes!.Value, m2.Gen);

    private static LaneBranch Bay(LaneInput q, BayGroup bays, string name) =>
        Plain(q, Place.Bay(name), bays.Root, BayWiring.LanesOf(bays.Bus)!.Value, GenOf(q, bays.Root));

    private static LaneBranch Board(LaneInput q, BoardPlace board)
    {
        var place = Place.Board(board.Id);
        var branch = Plain(q, place, board.Root, board.Elec!.Value, board.Gen ?? GenOf(q, board.Root));
        if (board.What == BoardKind.Mezzanine || branch.State is not (BranchState.Free or BranchState.NotLookedAt))
            return branch;
        // What is soldered there always runs.
        var soldered = End(
            place,
            $"{(board.What == BoardKind.Other ? "something" : WrittenName.Of(board.What))}, on board",
            board.Elec,
            branch.Gen,
            Splitting.Link(branch.Lanes!.Value, branch.Gen, board.Elec, branch.Gen),
            null,
            false,
            null
        );
        return branch with { State = BranchState.Used, Used = soldered.Width, Ends = [soldered] };
    }

    private static int? GenOf(LaneInput q, string? root) => q.Sheet.Roots.FirstOrDefault(r => r.Id == root)?.Gen;

    /// <summary>A place for one device, which is never divided.</summary>
    private static LaneBranch Plain(LaneInput q, Place place, string? root, int wired, int? gen)
    {
        var id = place.Name;
        var (dark, why) = Darkness(q, id, root);
        var lanes = dark ? 0 : Topology.LanesLeft(q, id) ?? wired;
        var unit = q.Planned.At(place);
        // A module of SATA in a place that could have lanes uses none.
        IReadOnlyList<LaneEnd> ends =
            unit is null ? Leaving(q, place)
            : unit.Drive?.Protocol == DriveProtocol.Sata ? []
            : [Single(q, place, unit, lanes, gen, Needs.Of(q, place, unit))];
        return new(place, root, null, wired, lanes, gen, StateOf(q, place, dark, unit))
        {
            Why = why,
            Used = ends.Sum(e => e.Width),
            Loose = 0,
            Split = [],
            Switched = false,
            Ends = ends,
        };
    }

    private static BranchState StateOf(LaneInput q, Place place, bool dark, Unit? unit) =>
        dark ? BranchState.Dark
        : unit is not null ? BranchState.Used
        : q.FoundEmpty.Contains(place) || q.Found.At(place) is not null || q.Changed.Contains(place) ? BranchState.Free
        : BranchState.NotLookedAt;

    /// <summary>The slot whose thick card covers this one; null when none does, or when something sits here.</summary>
    private static string? CoveredBy(LaneInput q, ExpansionSlot slot)
    {
        if (q.Planned.At(Place.Card(slot.Id)) is not null)
            return null;
        var at = q.Sheet.Slots.ToList().IndexOf(slot);
        return Enumerable
            .Range(1, 3)
            .Where(n => at - n >= 0)
            .Select(n => (Slot: q.Sheet.Slots[at - n], By: n))
            .FirstOrDefault(x => q.Planned.At(Place.Card(x.Slot.Id))?.Card?.Thick > x.By)
            .Slot?.Id;
    }

    /// <summary>A slot of a conventional bus: no lanes of its own, a share of the bus.</summary>
    private static LaneBranch Old(LaneInput q, ExpansionSlot slot, Place place, bool dark, string? why)
    {
        var unit = q.Planned.At(place);
        IReadOnlyList<LaneEnd> ends = unit is null
            ? Leaving(q, place)
            :
            [
                new(place, unit.Short, dark ? EndState.Unseen : EndState.Full, null, null, 0, 0, LinkRates.PciInUse)
                {
                    NeedMBs = Needs.Of(q, place, unit),
                    New = q.IsNew(place),
                    Why = "shares the bus with every card on it",
                },
            ];
        return new(place, slot.Root, null, 0, 0, null, StateOf(q, place, dark, unit))
        {
            Why = why,
            Used = 0,
            Loose = 0,
            Split = [],
            Switched = false,
            Ends = ends,
            Bus = CardBus.Pci,
        };
    }

    private static LaneEnd Single(LaneInput q, Place place, Unit unit, int lanes, int? slotGen, Throughput? need)
    {
        var wants = unit.Card is { } card ? Splitting.LanesOf(card) : unit.Drive?.Lanes;
        var gen = unit.Card?.Gen is > 0 ? unit.Card.Gen : unit.Drive?.Gen;
        // An expander takes its current from the slot and nothing else.
        if (unit.Card is { Role: CardRole.Expander, Elec: 0 })
            return new(place, unit.Short, EndState.Full, 0, null, 0, 0, Throughput.None)
            {
                NeedMBs = null,
                New = q.IsNew(place),
                Why = "takes its current from the slot, no lanes",
            };
        if (lanes == 0)
            return new(place, unit.Short, EndState.Unseen, wants, gen, 0, 0, Throughput.None)
            {
                NeedMBs = null,
                New = q.IsNew(place),
                Why = $"{place.Name} has no lanes",
            };
        return End(place, unit.Short, wants, gen, Splitting.Link(lanes, slotGen, wants, gen), need, q.IsNew(place), null);
    }

    private static LaneEnd End(
        Place place,
        string name,
        int? wants,
        int? wantsGen,
        TrainedLink link,
        Throughput? need,
        bool isNew,
        string? why
    )
    {
        var state =
            link.Width == 0 ? EndState.Unseen
            : wants is null || link.Gen == 0 || wantsGen is null ? EndState.Unknown
            : link.Width < wants || link.Gen < wantsGen ? EndState.Less
            : EndState.Full;
        return new(place, name, state, wants, wantsGen, link.Width, link.Gen, link.MBs)
        {
            NeedMBs = need,
            New = isNew,
            Why = why,
        };
    }

    private static IReadOnlyList<LaneEnd> Leaving(LaneInput q, Place place) =>
        q.Found.At(place) is { } was && q.Changed.Contains(place)
            ?
            [
                new(place, was.Short, EndState.Out, was.Card?.Elec ?? was.Drive?.Lanes, null, 0, 0, Throughput.None)
                {
                    NeedMBs = null,
                    New = false,
                },
            ]
            : [];

    private static (bool Dark, string? Why) Darkness(LaneInput q, string id, string? root)
    {
        if (Topology.IsDark(q, root))
            return (true, $"stays dark until {Topology.Top(q.Sheet, root)} is filled");
        if (Topology.Taken(q, id) is { } taken)
            return (taken.Lanes == 0, taken.Lanes == 0 ? $"{taken.When} took its lanes" : $"{taken.When} leaves it ×{taken.Lanes}");
        return (false, null);
    }
}
