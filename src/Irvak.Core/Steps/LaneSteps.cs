using Irvak.Core.Lanes;
using Irvak.Core.Places;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Steps;

/// <summary>What is entered in the firmware for slots and for the start of disks, before the system comes up.</summary>
internal static class LaneSteps
{
    public static IEnumerable<Step> Of(StepInput q)
    {
        foreach (var (slot, widths) in q.Lanes.Splits)
            if (!widths.SequenceEqual(q.Lanes.FoundSplitOf(slot) ?? []))
                yield return new(
                    "split:" + slot,
                    Runbook.Start,
                    $"Set {slot} in the firmware: {Splitting.Words(widths)}",
                    [
                        "Look for the slot by its name, under PCI Express; many set-ups call it bifurcation.",
                        widths.Count == 0 ? "Back to one link over all lanes." : $"Enter {Splitting.Words(widths)}, in this order.",
                        "Save and start again: the setting counts from the next start on.",
                    ],
                    null,
                    [Place.Card(slot)],
                    3
                )
                {
                    IsSetting = true,
                };
        if (q.Power.Stagger.Drives > 0)
            yield return new(
                "start:stagger",
                Runbook.Start,
                $"Let {Say.Count(q.Power.Stagger.Drives, "disk", "disks")} start every {q.Power.Stagger.Seconds:0.#} s",
                [
                    "In the controller’s set-up, under spin-up or start of drives.",
                    $"Group {q.Power.Stagger.Drives}, delay {q.Power.Stagger.Seconds.ToString("0.#")} s; save.",
                ],
                null,
                [],
                3
            )
            {
                IsSetting = true,
            };
    }

    /// <summary>The size of frames is not agreed upon between machines: it is set at each. IEEE 802.3; common practice, no
    /// source.</summary>
    public static IEnumerable<Step> Frames(StepInput q)
    {
        if (q.LargeFrames)
            yield return new(
                "net:frames",
                Runbook.Start,
                $"Set frames of {Aims.Aim.LargeFrame} bytes on the line",
                [
                    "At three ends: this machine, every switch between, every machine that talks to it this way.",
                    "They do not agree upon it by themselves: one end that was left out drops what is larger, without a word.",
                    "Send one of 8972 bytes undivided to the other end and back, each way.",
                ],
                "The way to its management stays on usual frames: else nobody reaches it to put it right.",
                [],
                10
            )
            {
                IsSetting = true,
            };
    }

    /// <summary>True for a drive that sits on a carrier: it is mounted before the carrier goes in. One that hangs on it by a cable is
    /// cabled afterwards.</summary>
    public static bool IsOnCarrier(StepInput q, Place place) =>
        q.Sheet.M2.Any(m => m.On is not null && m.Form != "u.2" && Place.M2(m.Id) == place);
}
