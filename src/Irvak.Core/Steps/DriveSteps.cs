using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Steps;

/// <summary>One member of an array changed for another, and made up for before the next.</summary>
/// <param name="WhileOff">True when it is changed while the machine is switched off and open for it.</param>
internal sealed record Turn(bool WhileOff, Step Out, Step In, Step Rebuilt);

/// <summary>The steps of drives: out of their bays, into them, and arrays made over them.</summary>
internal static partial class DriveSteps
{
    public static IEnumerable<Step> Before(StepInput q, IReadOnlyList<Change> drives, bool runs)
    {
        if (!drives.Any(c => c.Out is not null) && !ForeignArray.Of(q).Any() && (runs || !OutAndBack.Moves(q)))
            yield break;
        yield return new(
            "off:map",
            Runbook.Off,
            "Have the map of the bays at hand",
            ["Print it from Survey: bay, serial number, name in the system.", "Tape it to the chassis before the first drive moves."],
            "Drives put back in another order can cost the array.",
            [],
            3
        );
    }

    public static Step TakeOut(StepInput q, Change c)
    {
        var place = c.Place.Name;
        var array = q.Now.FirstOrDefault(a => a.Members.Contains(c.Place));
        if (q.Sheet.Bays.FirstOrDefault(b => c.Place.IsBay && b.Names.Contains(place)) is { } port && PortMedia.IsOne(port.Form))
            return new(
                "out:" + c.Place,
                Runbook.Out,
                $"Draw the {c.Out!.Short} out of {place}",
                [.. Unmount(c), PortMedia.IsCard(port.Form) ? "Press it until it clicks and comes up." : "Straight, by its case.", Bag(c)],
                "Keep it until the new one has started: it is the way back.",
                [c.Place],
                1
            );
        return c.Place.IsBay
            ? new(
                "out:" + c.Place,
                Runbook.Out,
                $"Pull the {c.Out!.Short} out of bay {place}",
                [
                    .. Unmount(c),
                    "Open the latch, draw it out two centimetres.",
                    "Wait half a minute until it stands still, then draw it out.",
                    Bag(c),
                ],
                array is null ? "A disk that still spins is hurt by a jolt."
                    : q.Arrays.Any(a => a.Name == array.Name) || !array.LevelKnown
                        ? $"It belongs to {array.Name}. Pull this one and no other."
                    : $"{array.Name} ends with this: only once what it holds is where it goes, and was read there.",
                [c.Place],
                2
            )
            : new(
                "out:" + c.Place,
                Runbook.Out,
                $"Take the {c.Out!.Short} out of {place}",
                [.. Loosen(Fixing(q, c.Place)), Bag(c)],
                null,
                [c.Place],
                2
            );
    }

    /// <summary>A drive that is mounted by itself is let go by the system before it is drawn.</summary>
    private static IEnumerable<string> Unmount(Change c) =>
        c.Out!.MemberOf is { } use && ArrayNow.IsMount(use)
            ? [$"It is in use as {use}: unmount it first, and see that nothing opens it again."]
            : [];

    /// <summary>
    /// Members of an array that stays, changed for others: out, in, and rebuilt, before the next one moves. In bays that may be served
    /// running they come last, whatever else is done with the machine switched off before. In others the first of an array is changed
    /// while the machine is open anyway; each further one needs it off again.
    /// </summary>
    public static IEnumerable<Turn> OneByOne(StepInput q, ArraySheet arrays)
    {
        var hot = HotBays.Of(q);
        foreach (var now in q.Now)
        {
            var array = arrays.Found.FirstOrDefault(a => a.Plan.Name == now.Name);
            // One without redundancy is not rebuilt; one of unknown level may be, so its drives go one at a time.
            if (
                array is { Why: null, Rebuild: null }
                || (array is not null && !q.Arrays.Any(p => p.IsMadeLike(array.Plan) || p.Grows(array.Plan)))
            )
                continue;
            var hours = array?.Rebuild is { } rebuild ? $", about {Hours.Words(rebuild.Hours)}" : "; how long is not known";
            var replaced = MemberPulled.Touched(q, now.Members).Replaced;
            var open = true;
            foreach (
                var change in DriveChanges.InOrder(q).Where(c => replaced.Contains(c.Place)).OrderBy(c => now.Out.Contains(c.Place) ? 0 : 1)
            )
            {
                var cold = !hot.Contains(change.Place);
                var whileOff = cold && open;
                open &= !cold;
                var caution =
                    $"{Which(now, array, change.Place)}"
                    + (
                        cold && !whileOff
                            ? " This bay may not be served running: shut the machine down for it, pull its cords, and start it "
                                + "again afterwards."
                            : ""
                    );
                yield return new(
                    whileOff,
                    TakeOut(q, change) with
                    {
                        Caution = caution,
                    },
                    PutIn(q, change),
                    new(
                        "rebuilt:" + change.Place,
                        Runbook.Rebuild,
                        $"Wait until {now.Name} is whole again",
                        [$"Let it rebuild onto the new drive{hours}.", "Read its state: no member missing, no rebuild running."],
                        "Pulling the next one earlier can lose the array.",
                        [change.Place],
                        5
                    )
                    {
                        WaitHours = array?.Rebuild?.Hours,
                    }
                );
            }
        }
    }

    private static string Which(ArrayNow now, ArrayFigures? array, Place place) =>
        !now.Out.Contains(place)
            ? $"Only this one: {now.Name} must be whole before it."
            : "This is the one that is out. "
                + array?.LeftNow switch
                {
                    0 => $"Pulling another loses what {now.Name} holds.",
                    > 0 => $"Pulling another uses up a reserve that {now.Name} needs now.",
                    _ => $"Pulling another can lose what {now.Name} holds.",
                };

    private static string Bag(Change c) =>
        c.MovedTo is { } to
            ? $"Lay it aside: it goes into {to.Name}."
            : $"Bag and label it{(c.Out!.Serial is { } s ? $", serial {s}" : "")}.";

    public static Step PutIn(StepInput q, Change c)
    {
        var place = c.Place.Name;
        var bay = c.Place.IsBay ? q.Sheet.Bays.First(b => b.Names.Contains(place)) : null;
        var title =
            $"{(c.MovedFrom is { } from ? $"Put the {c.In!.Short} from {from.Name}" : $"Put {c.In!.Short}")} "
            + $"into {(bay is null || PortMedia.IsOne(bay.Form) ? "" : "bay ")}{place}";
        if (bay is null && q.Sheet.M2.FirstOrDefault(m => Place.M2(m.Id) == c.Place) is { Form: { } form } carried)
            return new(
                "in:" + c.Place,
                Runbook.In,
                title,
                [
                    .. M2Fit.NeedsConverter(carried, c.In.Drive!) ? new[] { "Into its converter first, plug to plug; its screw." } : [],
                    .. form == "u.2"
                        ? new[]
                        {
                            "Label both ends of its cable; the end at the carrier first, until its latch holds.",
                            "Then the plug of the drive, power with it; the cable bends in no tight corner.",
                        }
                        : ["Slide it into its guides on the carrier until it stops; close its latch, or turn its screw."],
                    "Write its serial number and its place down.",
                ],
                "It goes in without force, or it is the wrong way round.",
                [c.Place],
                3
            );
        if (bay is null)
        {
            var length = c.In.Drive?.LengthMm;
            return new(
                "in:" + c.Place,
                Runbook.In,
                title,
                [
                    length is null ? "Set the stand-off to its length." : $"Stand-off at {length} mm.",
                    $"Slide it in at an angle until no gold shows, press it down, {Fasten(Fixing(q, c.Place))}.",
                    PadOf(q, c.Place) ?? "Film off the thermal pad, where there is one.",
                ],
                "The notch fits one way only. Never force it.",
                [c.Place],
                3
            );
        }
        if (PortMedia.IsOne(bay.Form))
            return new("in:" + c.Place, Runbook.In, title, [.. OntoPort(bay)], Never(bay), [c.Place], 2);
        var how = new List<string>();
        // The small parts go onto the drive before it goes into anything.
        if (DriveFit.NeedsConverter(bay, c.In!))
            how.Add("Into its converter first, plug to plug.");
        if (DriveFit.NeedsSpacer(bay, c.In!))
            how.Add("With its spacer.");
        if (bay.Tray is { } tray)
            how.Add($"Into its {tray}, screws finger-tight, then a quarter turn.");
        how.Add("Write its serial number and the bay down.");
        how.Add("Push it in until the latch takes it, close the latch.");
        return new("in:" + c.Place, Runbook.In, title, how, "It goes in without force, or it is the wrong way round.", [c.Place], 3);
    }

    /// <summary>Sticks, cards and modules on ports of the board. Common practice, no source.</summary>
    private static IEnumerable<string> OntoPort(BayGroup bay) =>
        bay.Form switch
        {
            PortMedia.Usb =>
            [
                "Straight into the port; write down which one.",
                "Label it: it is the disk of the system.",
                "It must stand clear of air ducts and cables.",
            ],
            PortMedia.Sd or PortMedia.MicroSd => ["Contacts towards the board, until it clicks.", "Write down which slot it is."],
            _ =>
            [
                "Onto the port that has power on its own pin, or its power lead first.",
                "Look at the neighbours: a tall one blocks their plugs.",
                "Write down which port it is.",
            ],
        };

    private static string Never(BayGroup bay) =>
        bay.Form switch
        {
            PortMedia.Usb => "The key fits one way only.",
            PortMedia.Sd or PortMedia.MicroSd => "Never draw a card while it is in use.",
            _ => "On a port without power it stays silent.",
        };

    private static string? Fixing(StepInput q, Place place) => q.Sheet.M2.FirstOrDefault(m => Place.M2(m.Id) == place)?.Fixing;

    private static IEnumerable<string> Loosen(string? fixing) =>
        fixing switch
        {
            "latch" => ["Turn or press its latch aside, let it spring up, draw it out at that angle."],
            "screw" => ["Undo its screw, let it spring up, draw it out at that angle.", "Keep the screw: it is a tiny one."],
            _ =>
            [
                "Undo its screw or latch, whichever holds it; let it spring up, draw it out at that angle.",
                "Keep a screw: it is a tiny one.",
            ],
        };

    private static string Fasten(string? fixing) =>
        fixing switch
        {
            "latch" => "and let the latch close over it",
            "screw" => "screw it down",
            _ => "fasten it with its screw or latch",
        };

    private static string? PadOf(StepInput q, Place place) =>
        Power.Padding.Of(q.Power).FirstOrDefault(p => p.Place == place) is { } pad
            ? $"Lay {pad.PadWords ?? $"a pad of {pad.ThickMm.ToString("0.##")} mm"} under its cooler, both films off."
            : null;

    /// <summary>What the system starts from is set in the firmware; caches are set up once the arrays behind them are there.</summary>
    public static IEnumerable<Step> BootAndCaches(StepInput q)
    {
        if (q.Boot is { } boot)
            yield return new(
                "boot:order",
                Runbook.Start,
                $"Set the boot order: {BootSteps.Names(q, boot, ", then ")}",
                [
                    .. boot.Places.Count > 1 && boot.AsOneOf(q.Arrays) is null
                        ? new[] { "Put the boot partition on both halves; pull one once for trial, and see that it starts from the other." }
                        : [],
                    "In the firmware, first the drive it is to start from; then save.",
                    "Where several controllers start systems, the inner port comes first.",
                ],
                null,
                [.. boot.Places],
                5
            )
            {
                IsSetting = true,
            };
        foreach (var cache in q.Caches)
            yield return new(
                "cache:" + cache.Name,
                Runbook.Start,
                $"Set up cache {cache.Name} before {string.Join(", ", cache.Volumes.Select(v => v.Array))}",
                [
                    $"Drives {string.Join(' ', cache.Places.Select(p => p.Name))}"
                        + $"{(cache.WriteBack && cache.Places.Count > 1 ? ", mirrored" : "")}; "
                        + $"{(cache.WriteBack ? "write-back" : "reads only")}.",
                    "On many controllers the volume must allow caching from its creation on: look before the array is filled.",
                    .. cache.WriteBack
                        ? new[] { "Never pull its drives while it holds writes: flush it first, and see that nothing is left." }
                        : [],
                ],
                "Setting it up erases its drives.",
                [.. cache.Places],
                5,
                cache.Places.Where(p => q.Found.At(p)?.Drive is not null && !q.IsNew(p)).Select(p => p.Name).ToList() is { Count: > 0 } held
                    ? held
                    : null
            );
    }
}
