using Irvak.Core.Builds;
using Irvak.Core.Controllers;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Steps;

/// <summary>The steps of cards: out of their slots, into them, and the cables that go along.</summary>
internal static class CardSteps
{
    /// <summary>Network cards that come in: a cable goes with each.</summary>
    internal static IEnumerable<Change> NewNetwork(StepInput q) => q.Changes.Where(c => c.In?.Card is { Role: CardRole.Network });

    public static bool IsCardPlace(Place place) => place.Kind is PlaceKind.Card or PlaceKind.Board;

    public static Step TakeOut(StepInput q, Change c)
    {
        // A card that was entered by its name alone has its sheet on the shelf.
        var card = q.Found.At(c.Place)?.Card ?? c.Out!.Card;
        var keeps = ForeignArray.Of(q).Where(f => f.Was.Place == c.Place).Select(f => f.Array.Name).ToList();
        return new(
            "out:" + c.Place,
            Runbook.Out,
            $"Take the {c.Out!.Short} out of {c.Place.Name}",
            [
                .. card is { Controller: not null } or { Role: CardRole.Controller }
                    ? new[]
                    {
                        "Label every cable with its port before it comes off.",
                        "Press the latch of each plug; never pull at the wires.",
                    }
                    : [],
                "Undo the screw of its bracket, release the catch at the end of the slot.",
                "Draw it straight up by bracket and edge.",
                c.MovedTo is { } to
                    ? $"Lay it aside: it goes into {to.Name}."
                    : $"Bag and label it{(c.Out.Serial is { } s ? $", serial {s}" : "")}.",
                .. keeps.Count > 0
                    ? new[]
                    {
                        $"Keep it as it is, with its cache and what guards it, until {Verdicts.Say.Words(keeps)} "
                            + $"{(keeps.Count == 1 ? "is" : "are")} read: writes that it still holds go with it.",
                    }
                    : [],
            ],
            MayHoldWrites(card) ? HeldWrites(keeps) : "Heat sinks stay hot for minutes.",
            [c.Place],
            4
        );
    }

    /// <param name="keeps">Arrays that go over to another controller.</param>
    private static string HeldWrites(List<string> keeps) =>
        keeps.Count > 0
            ? $"A lamp of its cache that is still lit means writes for {Verdicts.Say.Words(keeps)}: cache and unit stay on it, and its "
                + "maker is asked before their charge is gone."
            : "A cache that still holds writes loses them: shut down cleanly, wait until its lamp is off, then five minutes until its "
                + "unit has run empty, unless its label tells another time.";

    /// <summary>True for a controller with a cache, and for one of which nobody knows whether it has one.</summary>
    internal static bool MayHoldWrites(CardSheet? card) =>
        card is { Controller: { CacheMiB: > 0 } or { IsUnknown: true } } or { Role: CardRole.Controller, Controller: null };

    /// <summary>What goes onto a card before it goes in, and its bracket: there is no hand room later. Common practice, no
    /// source.</summary>
    public static IEnumerable<Step> MakeReady(StepInput q, Change c)
    {
        List<string> how = [.. q.PartsThatCome.Where(p => p.At == c.Place).SelectMany(p => OntoCard(p.Part)), .. Bracket(q, c)];
        if (how.Count > 0)
            yield return new(
                "ready:" + c.Place,
                Runbook.In,
                $"Make {c.In!.Short} ready at the bench",
                how,
                "Hold it by its edges; touch no contact. A key that is forced bends the pins of its header.",
                [c.Place],
                5
            );
    }

    private static IEnumerable<string> OntoCard(CardPart part) =>
        part.Kind switch
        {
            AccessoryKind.FeatureKey => [$"The {part.Words}: straight down onto its header, until it lies level."],
            AccessoryKind.CacheModule =>
            [
                "The cache module: stand-offs first, then straight down onto its connector, press, and its screws (M2, two fingers).",
            ],
            _ => [],
        };

    private static IEnumerable<string> Bracket(StepInput q, Change c)
    {
        if (
            q.Sheet.Slots.FirstOrDefault(s => Place.Card(s.Id) == c.Place) is not { Height: { } slot }
            || c.In!.Card is not { Height: "low" }
        )
            yield break;
        yield return slot == "low"
            ? "The low bracket on it; the full one stays with its papers."
            : "The full-height bracket on it: two screws; the low one stays with its papers.";
    }

    /// <summary>Parts that come to a card that was there already: it must come out for them, all but the unit of its cache.</summary>
    public static IEnumerable<Step> Mount(StepInput q) =>
        q
            .PartsThatCome.Where(p => !q.Changes.Any(c => c.Place == p.At && c.In is not null))
            .GroupBy(p => p.At)
            .Select(g => new Step(
                "part:" + g.Key,
                Runbook.In,
                $"Mount the {Verdicts.Say.Words([.. g.Select(p => p.Part.Words)])} of {g.First().Card.Name} in {g.Key.Name}",
                [
                    .. g.Any(p => p.Part.Kind != AccessoryKind.CacheUnit)
                        ? new[] { "Label its cables, pull them, and take the card out: the header is not reached in the slot." }
                        : [],
                    .. g.SelectMany(p => OntoCard(p.Part)),
                    .. g.Any(p => p.Part.Kind != AccessoryKind.CacheUnit)
                        ? new[] { "The card back in, its bracket screwed down, its cables by their labels." }
                        : [],
                    .. g.SelectMany(p => Guards(p.Part)),
                ],
                "A cache that still holds writes loses them: its lamp must be off before anything is pulled.",
                [g.Key],
                10
            ));

    private static IEnumerable<string> Guards(CardPart part) =>
        part.Kind == AccessoryKind.CacheUnit
            ?
            [
                $"Its {part.Words}: metal bracket, plastic holder clips in, pack in, plug (it fits one way).",
                "Its lead along the side wall, not in the hot air behind a cooler; it charges for hours before the cache may hold writes.",
            ]
            : [];

    /// <summary>How a card is set in, by what takes it. Common practice, no source.</summary>
    private static IEnumerable<string> SetIn(StepInput q, Change c) =>
        q.Sheet.Boards.FirstOrDefault(b => Place.Board(b.Id) == c.Place)?.What switch
        {
            BoardKind.Mezzanine =>
            [
                "Stand-offs and barrels in place: count them.",
                "The card over them, its edge under the hooks where there are some; press down at its connector, not at a corner.",
                "Screws while it is held down; it lies flat.",
            ],
            BoardKind.ModuleBay => ["Lock open, slide it straight until it stops, lock."],
            _ =>
            [
                .. c.Out is null ? new[] { "Take the blank bracket off; keep its screw." } : [],
                "Set it in straight, press until the catch snaps, screw the bracket down.",
            ],
        };

    public static Step PutIn(StepInput q, Change c)
    {
        List<string> how = [.. SetIn(q, c)];
        foreach (var (bays, _, cable) in Cabling.Needed(q).Where(n => n.Controller.Place == c.Place))
            how.Add($"{cable.Words}: from its ports to {Cabling.Words(q.Sheet, bays)}, first port to the first bays.");
        how.AddRange(q.PartsThatCome.Where(p => p.At == c.Place).SelectMany(p => Guards(p.Part)));
        return new(
            "in:" + c.Place,
            Runbook.In,
            $"{(c.MovedFrom is { } from ? $"Put the {c.In!.Short} from {from.Name}" : $"Put {c.In!.Short}")} " + $"into {c.Place.Name}",
            how,
            "The notch of the edge fits one way. Cables must not touch a fan.",
            [c.Place],
            6
        );
    }

    /// <summary>Bays that are cabled to another controller without any card moving.</summary>
    public static IEnumerable<Step> Recable(StepInput q) =>
        Cabling
            .Needed(q)
            .Where(n => !q.Changes.Any(c => c.Place == n.Controller.Place && c.In is not null))
            .Select(n => new Step(
                "cable:" + Cabling.Key(q.Sheet, n.Bays),
                Runbook.In,
                $"Cable {Cabling.Words(q.Sheet, n.Bays)} to {n.Controller.Name}"
                    + (n.Controller.Card is null ? "" : $" in {n.Controller.Place.Name}"),
                [$"{n.Need.Words}.", "First port to the first bays; label both ends."],
                "Pull plugs by their latch, never by the wires.",
                [n.Controller.Place],
                4
            ));
}
