using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Lanes;

/// <summary>Whether a card goes into its slot: edge, bus, height, length, thickness, current and air.</summary>
public static class CardFit
{
    public static readonly Rule Bus = new(
        "CARD-BUS",
        Family.Card,
        Severity.Stop,
        "{card} is made for {its}; {place} {is|are} {theirs}.",
        "The edges differ in keying and meaning: it does not go in.",
        "PCI Express Card Electromechanical Specification; OCP NIC 3.0 for the mezzanine",
        Basis.Standard
    );

    public static readonly Rule BusAsk = new(
        "CARD-BUS-ASK",
        Family.Card,
        Severity.Care,
        "Whether {card} goes into {place} is not known: {its} against {theirs}. Compare the edge with the slot.",
        "A bus that is on no list can't be compared; the edges of different ones differ in keying and meaning.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Edge = new(
        "CARD-EDGE",
        Family.Card,
        Severity.Stop,
        "{card} has an edge of ×{its}; {place} {is|are} ×{theirs} long and closed at its end.",
        "A card goes into a slot of its length or longer, or into one that is open at the end.",
        "PCI Express Card Electromechanical Specification",
        Basis.Standard
    );

    public static readonly Rule Height = new(
        "CARD-HEIGHT",
        Family.Card,
        Severity.Stop,
        "{card} is of full height; {place} {takes|take} low ones.",
        "111.15 mm stand against 68.90: the cover does not close.",
        "PCI Express Card Electromechanical Specification",
        Basis.Standard
    );

    public static readonly Rule Length = new(
        "CARD-LENGTH",
        Family.Card,
        Severity.Stop,
        "{card} is {its} mm long; {place} {has|have} {theirs}.",
        "Behind it stands something else of the machine.",
        "machine sheet",
        Basis.Sheet
    );

    public static readonly Rule Thick = new(
        "CARD-THICK",
        Family.Card,
        Severity.Stop,
        "{card} in {place} covers {over}, where {other} sits.",
        "It is as thick as two slots; 20.32 mm lie from one to the next.",
        "PCI Express Card Electromechanical Specification",
        Basis.Standard
    );

    public static readonly Rule Covers = new(
        "CARD-COVERS",
        Family.Card,
        Severity.Note,
        "{card} in {place} covers {over}: nothing fits there any more.",
        "It is as thick as two slots.",
        "PCI Express Card Electromechanical Specification",
        Basis.Standard
    );

    public static readonly Rule Clearance = new(
        "CARD-NEXT",
        Family.Card,
        Severity.Care,
        "{card} in {place} reaches to {over}, whose card {other} stands right beside it: measure before, 1 to 2 mm decide.",
        "Cards with a plate or a cooler on their back need more than their slots.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Power = new(
        "CARD-POWER",
        Family.Card,
        Severity.Stop,
        "{card} takes {its} W; {place} {gives|give} {theirs} W and the card has no plug of its own.",
        "What a slot gives is what it has: the card browns out, or the board does.",
        "machine sheet; PCI Express Card Electromechanical Specification where it tells nothing",
        Basis.Sheet
    );

    public static readonly Rule Plug = new(
        "CARD-PLUG",
        Family.Card,
        Severity.Care,
        "{card} takes {its} W, {place} {gives|give} {theirs} W: the rest comes by its own plug, {plug}.",
        "The supply needs that plug, on a lead of its own.",
        "card's sheet; PCI Express Card Electromechanical Specification: 6 pins 75 W, 8 pins 150 W, 16 pins up to 600 W",
        Basis.Standard
    );

    public static readonly Rule Air = new(
        "CARD-AIR",
        Family.Card,
        Severity.Care,
        "{card} in {place} needs moving air, and {machine} has {fans}.",
        "Cards made for servers have no fan of their own and switch off, or throttle, in still air.",
        "card's sheet; common practice, no source",
        Basis.Practice
    )
    {
        LeansOn = ["/fans"],
    };

    public static readonly Rule Homeless = new(
        "CARD-HOMELESS",
        Family.Card,
        Severity.Stop,
        "{drive} sits in {place}, and what is planned in {slot} has no such place.",
        "A module goes where its carrier goes.",
        "definition",
        Basis.Standard
    );

    public static readonly Rule AirUnknown = new(
        "CARD-AIR-ASK",
        Family.Card,
        Severity.Care,
        "{card} in {place} needs moving air; whether {machine} moves any over its slots is not known: look at {fans}.",
        "Cards made for servers have no fan of their own and switch off, or throttle, in still air.",
        "card's sheet; common practice, no source",
        Basis.Practice
    )
    {
        LeansOn = ["/fans"],
    };

    /// <summary>Watts that a slot gives: as its sheet tells, else by the standard (PCI Express Card Electromechanical
    /// Specification).</summary>
    public static int SlotWatt(ExpansionSlot slot) =>
        slot.Watt
        ?? (
            slot.Mech >= 16 ? 75
            : slot.Mech == 1 ? 10
            : 25
        );

    // What a capture tells of the slot's own limit wins.
    private static ExpansionSlot AsSeen(LaneInput q, ExpansionSlot slot) =>
        q.Links.FirstOrDefault(l => l.Place == Place.Card(slot.Id))?.Watt is > 0 and var watt ? slot with { Watt = (int)watt } : slot;

    internal static IEnumerable<Finding> Judge(LaneInput q)
    {
        for (var i = 0; i < q.Sheet.Slots.Count; i++)
        {
            var slot = q.Sheet.Slots[i];
            var place = Place.Card(slot.Id);
            if (
                q.Planned.At(place) is { Card: { } card } unit
                && (q.IsNew(place) || Around(q, i, card).Any(s => q.Changed.Contains(Place.Card(s.Id))))
            )
                foreach (var finding in OfSlot(q, i, unit, card))
                    yield return finding;
        }
        foreach (var board in q.Sheet.Boards.Where(b => b.What == BoardKind.Mezzanine))
            if (
                q.IsNew(Place.Board(board.Id))
                && q.Planned.At(Place.Board(board.Id)) is { Card: { } card } unit
                && card.Bus is not (CardBus.Ocp or CardBus.Mezzanine)
            )
                yield return Finding.Of(
                    Bus,
                    [Place.Board(board.Id)],
                    null,
                    ("card", unit.Short),
                    ("its", BusWords(card.Bus)),
                    ("place", Stated.At(Place.Board(board.Id))),
                    ("theirs", "a mezzanine")
                );
        foreach (var m2 in q.Sheet.M2.Where(m => m.On is not null))
            if (q.Planned.At(Place.M2(m2.Id)) is { } drive && !CarrierPlaces.IsBorne(q, m2))
                yield return Finding.Of(
                    Homeless,
                    [Place.M2(m2.Id)],
                    null,
                    ("drive", drive.Short),
                    ("place", Stated.At(Place.M2(m2.Id))),
                    ("slot", Stated.At(Place.Card(m2.On!)))
                );
    }

    /// <summary>Why a card can't go into a slot by itself; null when it can. Whether a neighbour is in its way is for the whole
    /// plan.</summary>
    public static Rule? WhyNot(ExpansionSlot slot, CardSheet card) =>
        Against(slot, card).Select(a => a.Rule).FirstOrDefault(r => r.Severity == Severity.Stop || r == BusAsk);

    /// <summary>What a slot has against a card, with the card's value and its own.</summary>
    private static IEnumerable<(Rule Rule, string Its, string Theirs)> Against(ExpansionSlot slot, CardSheet card)
    {
        if (slot.Bus == CardBus.Other || card.Bus == CardBus.Other || (slot.Bus ?? CardBus.Pcie) != (card.Bus ?? CardBus.Pcie))
        {
            var asked = slot.Bus == CardBus.Other || card.Bus == CardBus.Other;
            yield return (asked ? BusAsk : Bus, BusWords(card.Bus), BusWords(slot.Bus));
            yield break;
        }
        if (slot.Bus is not CardBus.Pci && (card.Mech ?? card.Elec) is { } edge && edge > slot.Mech && !slot.OpenEnd)
            yield return (Edge, $"{edge}", $"{slot.Mech}");
        if (slot.Height == "low" && card.Height == "full")
            yield return (Height, "full", "low");
        if (card.LengthMm > slot.LengthMm)
            yield return (Length, $"{card.LengthMm}", $"{slot.LengthMm}");
        // Graphics cards bring a plug of their own for what the slot does not give.
        if (card.Watt > SlotWatt(slot))
            yield return (card.Role == CardRole.Graphics ? Plug : Power, $"{card.Watt}", $"{SlotWatt(slot)}");
    }

    private static string Measure(Rule rule, string value) =>
        rule == Length ? $"{value} mm"
        : rule == Power || rule == Plug ? $"{value} W"
        : rule == Edge ? $"×{value}"
        : value;

    private static IEnumerable<Finding> OfSlot(LaneInput q, int at, Unit unit, CardSheet card)
    {
        var slot = AsSeen(q, q.Sheet.Slots[at]);
        Place[] places = [Place.Card(slot.Id)];
        var (name, here) = (("card", unit.Short), ("place", Stated.At(places[0])));
        foreach (var (rule, its, theirs) in Against(slot, card))
        {
            // Only what a sheet or a capture tells of the slot stops a card; the standard's own is a care.
            yield return Finding.Of(
                rule,
                places,
                Worked.Against(rule.Source, ("card", Measure(rule, its)), "against", ("slot", Measure(rule, theirs))),
                name,
                ("its", its),
                here,
                ("theirs", theirs),
                ("plug", PlugFor((card.Watt ?? 0) - SlotWatt(slot)))
            )
                is var finding
            && rule == Power
            && slot.Watt is null
                ? finding with
                {
                    Severity = Severity.Care,
                }
                : finding;
            if (rule == Bus || rule == BusAsk)
                yield break;
        }
        foreach (var over in Around(q, at, card))
        {
            var covered = Place.Card(over.Id);
            yield return q.Planned.At(covered) is { } other
                ? Finding.Of(Thick, [places[0], covered], null, name, here, ("over", Stated.At(covered)), ("other", other.Short))
                : Finding.Of(Covers, [places[0], covered], null, name, here, ("over", Stated.At(covered)));
        }
        if (
            card.Thick > 1
            && q.Sheet.Slots.ElementAtOrDefault(at + card.Thick) is { } next
            && q.Planned.At(Place.Card(next.Id)) is { } close
        )
            yield return Finding.Of(
                Clearance,
                [places[0], Place.Card(next.Id)],
                null,
                name,
                here,
                ("over", Stated.At(Place.Card(next.Id))),
                ("other", close.Short)
            );
        if (
            card.BackPlate == true
            && q.Sheet.Slots.ElementAtOrDefault(at - 1) is { } behind
            && q.Planned.At(Place.Card(behind.Id)) is { } back
        )
            yield return Finding.Of(
                Clearance,
                [places[0], Place.Card(behind.Id)],
                null,
                name,
                here,
                ("over", Stated.At(Place.Card(behind.Id))),
                ("other", back.Short)
            );
        // Chassis of servers blow over all their slots; of others somebody has to look.
        if (card.NeedsAir == true && q.Sheet.Fans == 0)
            yield return Finding.Of(Air, places, null, name, here, ("machine", q.Sheet.Name), ("fans", "no fan"));
        else if (
            card.NeedsAir == true
            && (
                q.Sheet.Fans is null
                || q.Sheet.Chassis.Kind is ChassisKind.Deskside or ChassisKind.Thin or ChassisKind.Board or ChassisKind.Edge
            )
        )
            yield return Finding.Of(
                AirUnknown,
                places,
                Worked.Sum("machine sheet", new WorkedLine("fans", q.Sheet.Fans is { } fans ? $"{fans}" : "not told", true)),
                name,
                here,
                ("machine", q.Sheet.Name),
                ("fans", q.Sheet.Fans is { } n ? Say.Count(n, "fan", "fans") : "its fans")
            );
    }

    /// <summary>Slots that a thick card covers: the next ones of the sheet.</summary>
    private static IEnumerable<ExpansionSlot> Around(LaneInput q, int at, CardSheet card) =>
        q.Sheet.Slots.Skip(at + 1).Take(Math.Max(0, card.Thick - 1));

    private static string BusWords(CardBus? bus) =>
        bus switch
        {
            CardBus.Pci => "conventional PCI",
            CardBus.Ocp => "the mezzanine (OCP)",
            CardBus.Mezzanine => "a mezzanine",
            CardBus.MiniPcie => "mini PCI Express",
            CardBus.Other => "a bus of another kind",
            _ => "PCI Express",
        };

    private static string PlugFor(int watt) =>
        watt switch
        {
            <= 75 => "6 pins",
            <= 150 => "8 pins",
            <= 300 => "two of 8 pins",
            _ => "16 pins",
        };
}
