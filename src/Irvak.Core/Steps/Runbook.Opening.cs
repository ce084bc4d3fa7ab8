using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Steps;

/// <summary>How the machine is opened and closed: as its sheet tells, else the way every machine is.</summary>
public sealed partial record Runbook
{
    private static Step Opened(OpeningStep o, int i) =>
        new(
            $"open:{i}",
            Open,
            o.Text,
            [
                o.Tool is null ? "By hand." : $"Tool: {o.Tool}.",
                .. o.Screws > 0 ? new[] { $"{Say.Count(o.Screws, "screw", "screws")} into the cup." } : [],
                .. o.Keep is { } keep ? new[] { $"Leave in: {keep}." } : [],
            ],
            o.Caution,
            [],
            o.Minutes
        );

    private static List<Step> Opening(StepInput q)
    {
        var steps = Covers(q);
        for (var i = 0; i < q.Sheet.Opening.Count; i++)
            if (q.Sheet.Opening[i].DrivesOut)
                steps.InsertRange(steps.FindIndex(s => s.Key == $"open:{i}"), OutAndBack.Out(q, i));
        return steps;
    }

    private static List<Step> Covers(StepInput q)
    {
        var given = q.Sheet.Opening;
        List<Step> steps =
            given.Count == 0
                ?
                [
                    new(
                        "open:cover",
                        Open,
                        "Open the machine",
                        ["Open the cover the way this machine asks for.", "Count the screws you take out and lay them aside."],
                        "Edges can be sharp. Heat sinks stay hot for minutes.",
                        [],
                        4
                    ),
                ]
                : [.. given.Select((o, i) => Opened(o, i))];
        if (q.Sheet.Revisions is { Count: > 0 } revisions)
        {
            var known = revisions.FirstOrDefault(r => r.Name == q.System.BoardRevision);
            if (q.System.BoardRevision is null)
                steps.Add(
                    new(
                        "open:revision",
                        Open,
                        "Read the revision printed on the board",
                        [.. revisions.Select(r => $"{r.Name}: {r.Differs}"), "Write it into Survey: what fits may change with it."],
                        null,
                        [],
                        1
                    )
                );
            else if (known is not null)
                steps[^1] = steps[^1] with { How = [.. steps[^1].How, $"Board revision {known.Name}: {known.Differs}"] };
        }
        if (!FedInside(q))
            return steps;
        var last = given.Select((o, i) => o.CutsPower ? i : -1).DefaultIfEmpty(-1).Max();
        if (last < 0)
        {
            // Nobody said how its pack comes off: one outside comes first, one inside right after the cover.
            steps.Insert(
                Math.Min(1, steps.Count),
                new(
                    "open:battery",
                    Open,
                    MayHaveBattery(q) ? "If it has a battery, take it off" : "Take the battery off",
                    [
                        "One that slides out: push its catches, draw it out, before the cover.",
                        "One inside: pull its plug, never the leads.",
                        "Stop if it is swollen or warm.",
                    ],
                    "Nothing else is touched before it is off. Never pry or puncture a lithium pack.",
                    [.. q.Sheet.Battery.Select(b => Place.Battery(b.Id))],
                    2
                )
            );
            last = Math.Min(1, steps.Count - 1);
        }
        steps.Insert(last + 1, Drain(Open));
        return steps;
    }

    private static IEnumerable<Step> Closing(StepInput q)
    {
        yield return new(
            "close:count",
            Close,
            "Count before closing",
            ["Every part that came out is in, or in its bag.", "No tool, no screw left in the chassis."],
            null,
            [],
            1
        );
        if (FedInside(q) && !q.Sheet.Opening.Any(o => o.CutsPower))
            yield return new(
                "close:battery",
                Close,
                MayHaveBattery(q) ? "If it has a battery, connect it again" : "Connect the battery again",
                ["Its plug home, or the pack in until its catches snap.", "It comes last inside: nothing is touched after it."],
                null,
                [.. q.Sheet.Battery.Select(b => Place.Battery(b.Id))],
                1
            );
        if (q.Sheet.Opening.Count == 0)
        {
            yield return new("close:cover", Close, "Close the machine", ["Cover on, every screw you took out back in."], null, [], 3);
            yield break;
        }
        for (var i = q.Sheet.Opening.Count - 1; i >= 0; i--)
        {
            if (q.Sheet.Opening[i] is { Closing: { } text } o)
                yield return new(
                    $"close:{i}",
                    Close,
                    text,
                    o.Screws > 0 ? [$"{Say.Count(o.Screws, "screw", "screws")} from the cup."] : ["By hand."],
                    null,
                    [],
                    o.Minutes
                );
            if (q.Sheet.Opening[i].DrivesOut)
                foreach (var back in OutAndBack.Back(q, i))
                    yield return back;
        }
    }
}
