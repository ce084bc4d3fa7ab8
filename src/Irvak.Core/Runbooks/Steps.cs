using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Runbooks;

/// <summary>One step at the machine.</summary>
/// <param name="Key">Stays the same while the step means the same, so that ticks survive a change of plan.</param>
/// <param name="Title">What is done.</param>
/// <param name="How">The hand movements, in order.</param>
/// <param name="TypeFirst">Places whose names are typed before the step counts, because it erases what is there; null for none.</param>
/// <param name="Caution">What can hurt or break; null when nothing can.</param>
public sealed record Step(string Key, string Group, string Title, IReadOnlyList<string> How, string? Caution, IReadOnlyList<string> Places, int Minutes, IReadOnlyList<string>? TypeFirst = null);

/// <summary>One line of what came out, for the ledger that must balance before the machine is closed.</summary>
public sealed record LedgerLine(string StepKey, string Place, string Part, string? Serial, string LiesIn);

/// <summary>The ordered steps for exactly this machine and this change.</summary>
public sealed record Runbook(IReadOnlyList<Step> Steps, IReadOnlyList<LedgerLine> CameOut, int Minutes, int Screws)
{
    internal const string Off = "Off", Open = "Open", Out = "Out", In = "In", Close = "Close", Start = "First start", Rebuild = "One drive at a time";

    public static Runbook Of(Question q, ArraySheet arrays, IReadOnlyList<Moving.MoveSubject> moves)
    {
        List<Step> made = [.. LaneSteps.Of(q), .. DriveSteps.Arrays(q, arrays), .. DriveSteps.BootAndCaches(q), .. Moving.Moves.Steps(moves, false)];
        List<Step> recabled = [.. CardSteps.Recable(q)];
        if (q.Changes.Count == 0 && made.Count == 0 && recabled.Count == 0) return new Runbook([], [], 0, 0);
        var modules = q.Changes.Where(c => PlaceName.IsSlot(c.Place)).ToList();
        var processors = q.Changes.Where(c => PlaceName.IsSocket(c.Place)).ToList();
        var oneByOne = DriveSteps.OneByOne(q, arrays).ToList();
        var drives = DriveSteps.InOrder(q).ToList();
        var alone = drives.Where(c => !oneByOne.Any(s => s.Places.Contains(c.Place))).ToList();
        // Bays that may be served while the machine runs need neither the switch nor the screwdriver.
        var runs = recabled.Count == 0 && (q.Changes.Count == 0 || DriveSteps.AllHot(q));
        var cards = q.Changes.Where(c => CardSteps.IsCardPlace(c.Place)).ToList();
        List<Step> steps =
        [
            .. ProcessorSteps.Before(q, processors),
            .. DriveSteps.Before(q, drives),
            .. Moving.Moves.Steps(moves, true),
            .. runs ? [] : PowerOff(q),
            .. runs ? [] : Opening(q),
            .. ProcessorSteps.Out(processors),
            .. modules.Where(c => c.Out is not null).Select(c => TakeOut(q, c)),
            .. cards.Where(c => c.Out is not null).Select(CardSteps.TakeOut),
            .. alone.Where(c => c.Out is not null).Select(c => DriveSteps.TakeOut(q, c)),
            .. ProcessorSteps.In(q, processors),
            .. InFillOrder(q, modules.Where(c => c.In is not null)).Select(c => PutIn(q, c)),
            .. alone.Where(c => c.In is not null && LaneSteps.IsOnCarrier(q, c.Place)).Select(c => DriveSteps.PutIn(q, c)),
            .. cards.Where(c => c.In is not null).Select(c => CardSteps.PutIn(q, c)),
            .. recabled,
            .. alone.Where(c => c.In is not null && !LaneSteps.IsOnCarrier(q, c.Place)).Select(c => DriveSteps.PutIn(q, c)),
            .. runs ? [] : Closing(q),
            .. runs ? [] : FirstStart(q),
            .. oneByOne,
            .. made,
        ];
        var ledger = processors.Concat(modules).Concat(cards).Concat(drives).Where(c => c.TakesPart).Select((c, i) =>
            new LedgerLine("out:" + c.Place, c.Place, c.Out!.Long, c.Out.Serial, $"tray 1, place {i + 1}")).ToList();
        return new Runbook(steps, ledger, steps.Sum(s => s.Minutes), runs ? 0 : q.Sheet.Opening.Sum(o => o.Screws));
    }

    private static IEnumerable<Step> PowerOff(Question q)
    {
        yield return new("off:down", Off, "Shut the system down", ["Tell whoever uses the machine.", "Shut down from the system, not by the button.", "Wait until fans and lights are off."],
            "What is not saved is lost.", [], 4);
        var several = q.Sheet.Supplies.Count(s => !s.External) > 1;
        yield return new("off:cord", Off, several ? "Pull every power cord" : "Pull the power cord",
            [several ? $"Pull all {q.Sheet.Supplies.Count(s => !s.External)} cords." : "Pull the cord.", "Press the power button once for five seconds, so that stored charge drains."],
            "Never open a power supply. Local electrical rules come first.", [], 2);
        yield return new("off:esd", Off, "Put the wrist strap on", ["Clip it to bare chassis metal.", "Lay the modules out in their bags."],
            "A charge you don't feel kills a module.", [], 1);
    }

    private static IEnumerable<Step> Opening(Question q) => q.Sheet.Opening.Count == 0
        ? [new("open:cover", Open, "Open the machine", ["Open the cover the way this machine asks for.", "Count the screws you take out and lay them aside."], "Edges can be sharp. Heat sinks stay hot for minutes.", [], 4)]
        : q.Sheet.Opening.Select((o, i) => new Step($"open:{i}", Open, o.Text,
            o.Screws > 0 ? [o.Tool is null ? "By hand." : $"Tool: {o.Tool}.", $"{Say.Count(o.Screws, "screw", "screws")} into the cup."] : [o.Tool is null ? "By hand." : $"Tool: {o.Tool}."],
            o.Caution, [], o.Minutes));

    private static Step TakeOut(Question q, Change c) => new("out:" + c.Place, Out,
        $"Pull the {c.Out!.Short} out of {PlaceName.Short(c.Place)}",
        [
            IsSoDimm(q) ? "Spread both side clips until the module springs up." : "Press both latches outward until they stop.",
            IsSoDimm(q) ? "Draw it out at the angle it stands at." : "Hold it by the short edges, lift straight up.",
            c.MovedTo is { } to ? $"Lay it aside: it goes into {PlaceName.Short(to)}." : $"Bag and label it{(c.Out.Serial is { } s ? $", serial {s}" : "")}.",
        ],
        "Heat sinks nearby may be hot. Touch bare chassis first.", [c.Place], 1);

    private static Step PutIn(Question q, Change c) => new($"in:{c.Place}", In,
        c.MovedFrom is { } from ? $"Put the {c.In!.Short} from {PlaceName.Short(from)} into {PlaceName.Short(c.Place)}" : $"Put {c.In!.Short} into {PlaceName.Short(c.Place)}",
        [
            Orientation(q, c),
            IsSoDimm(q) ? "Push it in at an angle until no gold shows, then down until both clips snap." : "Press on both ends until both latches click.",
            c.MovedFrom is null ? "Read the label: " + c.In.Long + "." : "Check that it is the one you laid aside.",
        ],
        c.In.Module?.Generation is { } g ? $"The notch fits {g.Name()} only. Never force it." : "The notch fits one way only. Never force it.", [c.Place], 1);

    private static string Orientation(Question q, Change c)
    {
        var slot = PlaceName.Short(c.Place);
        if (q.Sheet.Channels.FirstOrDefault(ch => ch.Slots.Contains(slot)) is not { } channel) return $"Slot {slot}: this board revision does not have it.";
        return q.Sheet.Memory.ChannelsKnown && channel.Slots.Count > 1
            ? $"Slot {slot} is number {channel.Slots.ToList().IndexOf(slot) + 1} of channel {channel.Id}, at {channel.Socket}."
            : $"Slot {slot}, at {channel.Socket}.";
    }

    private static IEnumerable<Step> Closing(Question q)
    {
        yield return new("close:count", Close, "Count before closing", ["Every part that came out is in, or in its bag.", "No tool, no screw left in the chassis."], null, [], 1);
        if (q.Sheet.Opening.Count == 0)
        {
            yield return new("close:cover", Close, "Close the machine", ["Cover on, every screw you took out back in."], null, [], 3);
            yield break;
        }
        for (var i = q.Sheet.Opening.Count - 1; i >= 0; i--)
            if (q.Sheet.Opening[i] is { Closing: { } text } o)
                yield return new($"close:{i}", Close, text, o.Screws > 0 ? [$"{Say.Count(o.Screws, "screw", "screws")} from the cup."] : ["By hand."], null, [], o.Minutes);
    }

    private static IEnumerable<Step> FirstStart(Question q)
    {
        if (Processors.Screens.Goes(q) is { } where)
            yield return new("start:screen", Start, $"Plug the screen into {where}", ["The old outlet stays dark with the new processor."], null, [], 1);
        yield return new("start:power", Start, "Cords back in, start it", ["Plug in, press the button.", "Wait: training new memory can take several minutes with a dark screen."],
            "A long dark screen after a memory change is normal. Don't cut the power.", [], 6);
        yield return new("start:setup", Start, "Open the firmware set-up", ["Look at the memory page before the system starts; Proof lists what to see."], null, [], 3);
        if (q.Changes.Any(c => PlaceName.IsSlot(c.Place) || PlaceName.IsSocket(c.Place)))
            yield return new("start:test", Start, "Start a memory test", ["One full pass before the machine goes back.", "memtester or stressapptest over at least three quarters of the memory: paste what it prints into Proof. A test of the firmware's own: answer by eye."], null, [], 5);
    }

    private static bool IsSoDimm(Question q) => q.Sheet.Memory.Form == ModuleForm.SoDimm;

    private static IEnumerable<Change> InFillOrder(Question q, IEnumerable<Change> changes)
    {
        var order = Memory.FillOrder.Of(q.Sheet).ToList();
        return changes.OrderBy(c => order.IndexOf(PlaceName.Short(c.Place)) is var i && i < 0 ? int.MaxValue : i).ThenBy(c => c.Place, StringComparer.Ordinal);
    }
}
