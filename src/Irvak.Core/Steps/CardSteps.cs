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

    public static Step TakeOut(Change c) =>
        new(
            "out:" + c.Place,
            Runbook.Out,
            $"Take the {c.Out!.Short} out of {c.Place.Name}",
            [
                .. c.Out.Card?.Controller is not null
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
            ],
            c.Out.Card?.Controller is { CacheMiB: > 0 }
                ? "A cache that still holds writes loses them: shut down cleanly, and wait until its lamp is off."
                : "Heat sinks stay hot for minutes.",
            [c.Place],
            4
        );

    public static Step PutIn(StepInput q, Change c)
    {
        var card = c.In!.Card;
        List<string> how =
        [
            "Take the blank bracket off; keep its screw.",
            "Set it in straight, press until the catch snaps, screw the bracket down.",
        ];
        foreach (var (bays, _, cable) in Cabling.Needed(q).Where(n => n.Controller.Place == c.Place))
            how.Add($"{cable.Words}: from its ports to the {bays.Group} bays, first port to the first bays.");
        if (card?.Controller is { IsGuarded: true } guarded)
            how.Add($"Mount its {guarded.Protection} in its holder and plug it in; it charges for hours before the cache may hold writes.");
        return new(
            "in:" + c.Place,
            Runbook.In,
            $"{(c.MovedFrom is { } from ? $"Put the {c.In.Short} from {from.Name}" : $"Put {c.In.Short}")} " + $"into {c.Place.Name}",
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
                "cable:" + n.Bays.Group,
                Runbook.In,
                $"Cable the {n.Bays.Group} bays to {n.Controller.Name} in {n.Controller.Place.Name}",
                [$"{n.Need.Words}.", "First port to the first bays; label both ends."],
                "Pull plugs by their latch, never by the wires.",
                [n.Controller.Place],
                4
            ));
}
