using Irvak.Core.Sheets;

namespace Irvak.Core.Steps;

public sealed partial record Runbook
{
    private static IEnumerable<Step> PowerOff(StepInput q)
    {
        yield return new(
            "off:down",
            Off,
            "Shut the system down",
            [
                "Tell whoever uses the machine.",
                "Shut down from the system, not by the button.",
                .. HoldsWrites(q)
                    ? new[] { "Wait until the lamp of the controller’s cache, where it has one, is off: until then it holds writes." }
                    : [],
                "Wait until fans and lights are off.",
            ],
            "What is not saved is lost.",
            [],
            4
        );
        var inside = q.Sheet.Supplies.Where(s => !s.External).ToList();
        var direct = q.Sheet.Supplies.Count > 0 && q.Sheet.Supplies.All(s => s.Input is not null);
        // What is carried and small runs from an adapter, also where its sheet names none.
        var adapter = q.Sheet.Supplies.Count > 0 ? inside.Count == 0 : q.Sheet.Chassis.Kind is ChassisKind.Laptop or ChassisKind.Thin;
        yield return direct
            ? new(
                "off:cord",
                Off,
                "Switch the direct current supply off",
                ["Open its breaker or switch at the source.", "See that every lamp of the machine goes out."],
                "Never open a power supply. Local electrical rules come first.",
                [],
                3
            )
            : new(
                "off:cord",
                Off,
                inside.Count > 1 ? "Pull every power cord"
                    : adapter ? "Unplug the adapter"
                    : "Pull the power cord",
                [
                    inside.Count > 1 ? $"Pull all {inside.Count} cords."
                    : adapter ? "Pull its plug at the machine."
                    : "Pull the cord.",
                    "Pull whatever else feeds it too: a shelf, a hub with a supply of its own, a cable that carries power.",
                ],
                "Never open a power supply. Local electrical rules come first.",
                [],
                2
            );
        if (!FedInside(q))
            yield return Drain(Off);
        yield return new(
            "off:esd",
            Off,
            "Put the wrist strap on",
            ["Clip it to bare chassis metal.", "Lay the new parts out in their bags."],
            "A charge you don't feel kills a module.",
            [],
            1
        );
    }

    /// <summary>A battery or a direct current plug still feeds it when every cord is out: pressing the button then would start
    /// it.</summary>
    private static bool FedInside(StepInput q) =>
        q.Sheet.Battery.Count > 0
        || q.Sheet.Opening.Any(o => o.CutsPower)
        || q.Sheet.Chassis.Kind is ChassisKind.Laptop or ChassisKind.Board;

    /// <summary>True when nobody told whether it has a battery: of its chassis nothing is known.</summary>
    private static bool MayHaveBattery(StepInput q) => q.Sheet.Battery.Count == 0 && q.Sheet.Chassis.Kind == ChassisKind.Board;

    private static bool HoldsWrites(StepInput q) => q.Found.Units.Values.Any(u => CardSteps.MayHoldWrites(u.Card));

    private static Step Drain(string group) =>
        new(
            "off:drain",
            group,
            "Let stored charge drain",
            [
                "Press the power button for five to ten seconds: nothing may light up.",
                "Wait until every lamp inside is dark; if one still glows, half a minute more.",
            ],
            "A lamp that lights up means that something still feeds it: find it first.",
            [],
            1
        );

    /// <summary>What was written down about a place is read where the hand goes there; about plugs and the machine, when it is opened and
    /// closed.</summary>
    private static Step WithNotes(StepInput q, Step step)
    {
        if (q.Notes.Count == 0)
            return step;
        List<string> notes = [.. step.Places.Select(p => q.Notes.GetValueOrDefault(p.ToString())).OfType<string>()];
        if (step.Key is "open:cover" or "open:0" or "off:down" && q.Notes.TryGetValue("machine", out var whole))
            notes.Add(whole);
        if (step.Key is "open:cover" or "open:0" or "close:count")
            notes.AddRange(
                q.Notes.Where(n => n.Key.StartsWith("plug:", StringComparison.Ordinal)).Select(n => $"{n.Key["plug:".Length..]}: {n.Value}")
            );
        return notes.Count == 0 ? step : step with { Notes = [.. notes.Distinct()] };
    }
}
