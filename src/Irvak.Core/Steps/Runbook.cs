using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Steps;

/// <summary>One step at the machine.</summary>
/// <param name="Key">Stays the same while the step means the same, so that ticks survive a change of plan.</param>
/// <param name="Title">What is done.</param>
/// <param name="How">The hand movements, in order.</param>
/// <param name="TypeFirst">Places whose names are typed before the step counts, because it erases what is there; null for none.</param>
/// <param name="Caution">What can hurt or break; null when nothing can.</param>
public sealed record Step(
    string Key,
    string Group,
    string Title,
    IReadOnlyList<string> How,
    string? Caution,
    IReadOnlyList<Place> Places,
    int Minutes,
    IReadOnlyList<string>? TypeFirst = null
)
{
    /// <summary>What somebody wrote down about its places; null for nothing.</summary>
    public IReadOnlyList<string>? Notes { get; init; }

    /// <summary>Hours that pass by themselves before the step is done, beside its minutes of work; null for none, or when not
    /// known.</summary>
    public double? WaitHours { get; init; }

    /// <summary>True for something that is entered in the firmware and stays: the owner is told of it.</summary>
    public bool IsSetting { get; init; }
}

/// <summary>One line of what came out, for the ledger that must balance before the machine is closed.</summary>
public sealed record LedgerLine(string StepKey, Place Place, string Part, string? Serial, string LiesIn);

/// <summary>The ordered steps for exactly this machine and this change.</summary>
public sealed partial record Runbook(IReadOnlyList<Step> Steps, IReadOnlyList<LedgerLine> CameOut, int Minutes, int Screws)
{
    internal const string Off = "Off",
        Open = "Open",
        Out = "Out",
        In = "In",
        Close = "Close",
        Start = "First start",
        Rebuild = "One drive at a time";

    /// <summary>Steps that nobody ticked, or that read otherwise since.</summary>
    public int Left(IReadOnlyDictionary<string, Steps.Tick> ticks) =>
        Steps.Count(s => !ticks.TryGetValue(s.Key, out var t) || t.Wording != s.Title);

    /// <summary>Who ticked a step as it reads now; null where nobody did, or where it read otherwise then.</summary>
    public Tick? TickOf(string key, IReadOnlyDictionary<string, Tick> ticks) =>
        Steps.FirstOrDefault(s => s.Key == key) is { } step && ticks.TryGetValue(key, out var tick) && tick.Wording == step.Title
            ? tick
            : null;

    public static Runbook Of(StepInput q, ArraySheet arrays, IReadOnlyList<Moving.MoveSubject> moves)
    {
        List<Step> made =
        [
            .. LaneSteps.Of(q),
            .. LaneSteps.Frames(q),
            .. ControllerFirmwareSteps.Of(q),
            .. ControllerFirmwareSteps.OfDrives(q),
            .. ModeSteps.Of(q),
            .. DriveSteps.Imports(q, arrays),
            .. DriveSteps.Arrays(q, arrays),
            .. BootSteps.Install(q),
            .. DriveSteps.BootAndCaches(q),
            .. ModeSteps.After(q),
            .. MoveSteps.Of(moves, false),
        ];
        List<Step> recabled = [.. CardSteps.Recable(q), .. CardSteps.Mount(q)];
        if (q.Changes.Count == 0 && made.Count == 0 && recabled.Count == 0)
            return new Runbook([], [], 0, 0);
        var modules = q.Changes.Where(c => c.Place.IsSlot).ToList();
        var processors = q.Changes.Where(c => c.Place.IsSocket).ToList();
        var turns = DriveSteps.OneByOne(q, arrays).ToList();
        var drives = DriveChanges.InOrder(q).ToList();
        var alone = drives.Where(c => !turns.Any(t => t.Out.Places.Contains(c.Place))).ToList();
        // Bays that may be served while the machine runs need neither the switch nor the screwdriver.
        var runs = recabled.Count == 0 && (q.Changes.Count == 0 || HotBays.AllHot(q));
        var cards = q.Changes.Where(c => CardSteps.IsCardPlace(c.Place)).ToList();
        // Where the machine opens past its bays, what leaves them leaves before it, and what comes comes once it is closed.
        bool Past(Place place) => !runs && place.IsBay && OutAndBack.Asked(q);
        var (outs, ins) = ByHand(q, alone, [.. turns.Where(t => t.WhileOff && !runs)]);
        List<Step> steps =
        [
            .. BackupSteps.Of(q),
            .. runs ? [] : FirmwareNeeds(q),
            .. ProcessorSteps.Before(q, processors),
            .. DriveSteps.Before(q, drives, runs),
            .. MoveSteps.Of(moves, true),
            .. ModeSteps.Before(q),
            .. runs ? [] : PowerOff(q),
            .. outs.Where(s => Past(s.Places[0])).Select(s => s with { Group = Open }),
            .. runs ? [] : Opening(q),
            .. ProcessorSteps.Out(processors),
            .. modules.Where(c => c.Out is not null).Select(c => TakeOut(q, c)),
            .. cards.Where(c => c.Out is not null).Select(c => CardSteps.TakeOut(q, c)),
            .. outs.Where(s => !Past(s.Places[0])),
            .. ProcessorSteps.In(q, processors),
            .. InFillOrder(q, modules.Where(c => c.In is not null)).Select(c => PutIn(q, c)),
            .. alone.Where(c => c.In is not null && LaneSteps.IsOnCarrier(q, c.Place)).Select(c => DriveSteps.PutIn(q, c)),
            .. cards.Where(c => c.In is not null).SelectMany(c => CardSteps.MakeReady(q, c).Append(CardSteps.PutIn(q, c))),
            .. recabled,
            .. runs ? [] : Feeds.Of(q),
            .. ins.Where(s => !Past(s.Places[0])),
            .. runs ? [] : Closing(q),
            .. ins.Where(s => Past(s.Places[0])).Select(s => s with { Group = Close }),
            .. runs ? [] : FirstStart(q),
            .. turns.SelectMany(t =>
                t.WhileOff && !runs ? [t.Rebuilt] : new[] { t.Out with { Group = Rebuild }, t.In with { Group = Rebuild }, t.Rebuilt }
            ),
            .. made,
        ];
        var ledger = processors
            .Concat(modules)
            .Concat(cards)
            .Concat(drives)
            .Where(c => c.TakesPart)
            .Select((c, i) => new LedgerLine("out:" + c.Place, c.Place, c.Out!.Long, c.Out.Serial, $"tray 1, place {i + 1}"))
            .ToList();
        steps = [.. steps.Select(s => WithNotes(q, s))];
        return new Runbook(steps, ledger, steps.Sum(s => s.Minutes), runs ? 0 : q.Sheet.Opening.Sum(o => o.Screws));
    }

    /// <summary>Drives that go and that come while the machine is off, each its step; those on a carrier come with it.</summary>
    private static (List<Step> Out, List<Step> In) ByHand(StepInput q, List<Change> alone, List<Turn> turns) =>
        (
            [.. alone.Where(c => c.Out is not null).Select(c => DriveSteps.TakeOut(q, c)), .. turns.Select(t => t.Out)],
            [
                .. alone.Where(c => c.In is not null && !LaneSteps.IsOnCarrier(q, c.Place)).Select(c => DriveSteps.PutIn(q, c)),
                .. turns.Select(t => t.In),
            ]
        );

    /// <summary>Versions that the sheet says something needs are read while the machine still runs as it is.</summary>
    private static IEnumerable<Step> FirmwareNeeds(StepInput q)
    {
        if (q.Sheet.Firmware?.Needs is not { Count: > 0 } needs)
            yield break;
        yield return new(
            "off:needs",
            Off,
            "Read the firmware’s version",
            [
                .. needs.Select(n => $"{n.For}: {n.Version} or newer."),
                q.System.Firmware is { } now ? $"{now} was read before." : "Which one is installed is not known yet.",
                "If what you put in needs a newer one: update first, as the machine is, and start once.",
            ],
            "Don't cut the power during an update.",
            [],
            3
        );
    }

    private static Step TakeOut(StepInput q, Change c) =>
        new(
            "out:" + c.Place,
            Out,
            $"Pull the {c.Out!.Short} out of {c.Place.Name}",
            [
                IsSoDimm(q) ? "Spread both side clips until the module springs up." : "Press both latches outward until they stop.",
                IsSoDimm(q) ? "Draw it out at the angle it stands at." : "Hold it by the short edges, lift straight up.",
                c.MovedTo is { } to
                    ? $"Lay it aside: it goes into {to.Name}."
                    : $"Bag and label it{(c.Out.Serial is { } s ? $", serial {s}" : "")}.",
            ],
            "Heat sinks nearby may be hot. Touch bare chassis first.",
            [c.Place],
            1
        );

    private static Step PutIn(StepInput q, Change c) =>
        new(
            $"in:{c.Place}",
            In,
            c.MovedFrom is { } from
                ? $"Put the {c.In!.Short} from {from.Name} into {c.Place.Name}"
                : $"Put {c.In!.Short} into {c.Place.Name}",
            [
                Orientation(q, c),
                IsSoDimm(q)
                    ? "Push it in at an angle until no gold shows, then down until both clips snap."
                    : "Press on both ends until both latches click.",
                c.MovedFrom is null ? "Read the label: " + c.In.Long + "." : "Check that it is the one you laid aside.",
            ],
            c.In.Module?.Generation is { } g
                ? $"The notch fits {g.Name()} only. Never force it."
                : "The notch fits one way only. Never force it.",
            [c.Place],
            1
        );

    private static string Orientation(StepInput q, Change c)
    {
        var slot = c.Place.Name;
        if (q.Sheet.Channels.FirstOrDefault(ch => ch.Slots.Contains(slot)) is not { } channel)
            return $"Slot {slot}: this board revision does not have it.";
        return q.Sheet.Memory.ChannelsKnown && channel.Slots.Count > 1
            ? $"Slot {slot} is number {channel.Slots.ToList().IndexOf(slot) + 1} of channel {channel.Id}, at {channel.Socket}."
            : $"Slot {slot}, at {channel.Socket}.";
    }

    private static IEnumerable<Step> FirstStart(StepInput q)
    {
        if (Processors.Screens.Goes(q) is { } where)
            yield return new(
                "start:screen",
                Start,
                $"Plug the screen into {where}",
                ["The old outlet stays dark with the new processor."],
                null,
                [],
                1
            );
        var memory = q.Changes.Any(c => c.Place.IsSlot || c.Place.IsSocket);
        IEnumerable<string> signals = (q.Sheet.Firmware?.Beeps ?? []).Select(b => $"“{b.Pattern}”: {b.Means}.");
        List<string> back = ["Everything that was unplugged goes back; press the button."];
        back.AddRange(
            CardSteps
                .NewNetwork(q)
                .Select(c => $"The network cable goes into {c.In!.Card!.Name}, at {c.Place.Name}; its lamp tells the link.")
        );
        back.Add(
            memory ? $"Wait: training new memory can take several minutes {(HasScreen(q) ? "with a dark screen" : "without a sign")}."
            : HasScreen(q) ? "Watch until the first screen comes."
            : "Its sheet has no outlet for a screen: watch until its lamps say that it is up."
        );
        yield return new(
            "start:power",
            Start,
            "Power back, start it",
            [.. back, .. signals],
            memory ? $"A long {(HasScreen(q) ? "dark screen" : "silence")} after a memory change is normal. Don't cut the power." : null,
            [],
            memory ? 6 : 3
        );
        var look = memory ? "Look at the memory page before" : "Look that what came in is listed before";
        yield return HasScreen(q)
            ? new("start:setup", Start, "Open the firmware set-up", [$"{look} the system starts; Proof lists what to see."], null, [], 3)
            : new(
                "start:setup",
                Start,
                "Open its own page from another machine",
                [$"{look} anybody uses it; Proof lists what to see."],
                null,
                [],
                3
            );
        if (memory)
            yield return new(
                "start:test",
                Start,
                "Start a memory test",
                [
                    "One full pass before the machine goes back.",
                    "memtester or stressapptest over at least three quarters of the memory: "
                        + "paste what it prints into Proof. A test of the firmware's own: answer by eye.",
                ],
                null,
                [],
                5
            );
    }

    /// <summary>False when the sheet lists its outlets and none is for a screen, and no card gives a picture.</summary>
    private static bool HasScreen(StepInput q) =>
        q.Sheet.Ports.Count == 0
        || q.Sheet.Ports.Any(p => p.ShowsFirmware)
        || q.Planned.Units.Values.Any(u => u.Card?.Role == CardRole.Graphics);

    private static bool IsSoDimm(StepInput q) => q.Sheet.Memory.Form == ModuleForm.SoDimm;

    private static IEnumerable<Change> InFillOrder(StepInput q, IEnumerable<Change> changes)
    {
        var order = Memory.FillOrder.Of(q.Sheet).ToList();
        return changes.OrderBy(c => order.IndexOf(c.Place.Name) is var i && i < 0 ? int.MaxValue : i).ThenBy(c => c.Place);
    }
}
