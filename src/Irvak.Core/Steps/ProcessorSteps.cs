using Irvak.Core.Builds;

namespace Irvak.Core.Steps;

/// <summary>The steps of a processor change.</summary>
internal static class ProcessorSteps
{
    /// <summary>What must be right while the old processor still runs.</summary>
    public static IEnumerable<Step> Before(StepInput q, IReadOnlyList<Change> changes)
    {
        foreach (var change in changes)
            if (change.In?.Processor is { } part && q.Sheet.Processors.FirstOrDefault(p => p.Name == part.Name)?.Firmware is { } firmware)
            {
                yield return new(
                    "off:firmware:" + change.Place,
                    Runbook.Off,
                    $"See that firmware {firmware} or later is installed",
                    [
                        "Read the version in the set-up or on the management "
                            + $"page{(q.System.Firmware is { } now ? $"; {now} was read before" : "")}.",
                        "If it is older: update first, with the old processor in, and start once.",
                    ],
                    "Don't cut the power during an update.",
                    [change.Place],
                    5
                );
                yield break;
            }
    }

    public static IEnumerable<Step> Out(IReadOnlyList<Change> changes)
    {
        foreach (var c in changes)
        {
            if (c.Out is null)
            {
                yield return Blank(c);
                continue;
            }
            var place = c.Place.Name;
            yield return new(
                "cooler:" + c.Place,
                Runbook.Out,
                $"Take the cooler off {place}",
                [
                    "Undo its screws crosswise, a turn at a time.",
                    "Twist gently until the paste lets go, then lift straight up.",
                    "Lay it paste side up.",
                ],
                "It stays hot for minutes. Pulling straight can tear a processor out of its socket.",
                [c.Place],
                4
            );
            yield return new(
                "out:" + c.Place,
                Runbook.Out,
                $"Take the {c.Out.Short} out of {place}",
                [
                    "Lift the lever, open the frame.",
                    "Take the processor by its edges, straight up.",
                    c.MovedTo is { } to ? $"Lay it aside: it goes into {to.Name}." : "Into its tray, contacts untouched, and label it.",
                ],
                "Never touch the contacts in the socket; a bent one ends the board.",
                [c.Place],
                2
            );
        }
    }

    private static Step Blank(Change c) =>
        new(
            "blank:" + c.Place,
            Runbook.Out,
            $"Take the blank off {c.Place.Name}",
            ["Open the frame, lift the dust cover out.", "Keep it: an empty socket needs it again."],
            "Never touch the contacts in the socket.",
            [c.Place],
            1
        );

    public static IEnumerable<Step> In(StepInput q, IReadOnlyList<Change> changes)
    {
        foreach (var c in changes)
        {
            if (c.In is null)
                continue;
            var place = c.Place.Name;
            var from = c.MovedFrom is { } m ? $" from {m.Name}" : "";
            yield return new(
                "in:" + c.Place,
                Runbook.In,
                $"Put {c.In.Short}{from} into {place}",
                [
                    "Corner mark to corner mark, lower it without sliding.",
                    "Close the frame, press the lever down; some force is right.",
                    "Read the name on the lid: " + c.In.Long + ".",
                ],
                "Never press on a processor that does not lie flat by itself.",
                [c.Place],
                3
            );
            yield return new(
                "paste:" + c.Place,
                Runbook.In,
                $"Paste and cooler on {place}",
                [
                    "Clean lid and cooler with alcohol until the cloth stays clean.",
                    "A pea of paste in the middle.",
                    "Cooler straight down, screws crosswise, a turn at a time.",
                    "Plug its fan in.",
                ],
                q.Sheet.Sockets.FirstOrDefault(s => s.Id == place)?.WattLimit is { } limit ? $"Board and cooler carry {limit} W." : null,
                [c.Place],
                6
            );
        }
    }
}
