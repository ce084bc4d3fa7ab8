using System.Globalization;
using Irvak.Core.Lanes;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Runbooks;

/// <summary>What is entered in the firmware for slots and for the start of disks, before the system comes up.</summary>
internal static class LaneSteps
{
    public static IEnumerable<Step> Of(Question q)
    {
        foreach (var (slot, widths) in q.Splits)
            if (!widths.SequenceEqual(q.FoundSplitOf(slot) ?? []))
                yield return new("split:" + slot, Runbook.Start, $"Set {slot} in the firmware: {Splitting.Words(widths)}",
                    ["Look for the slot by its name, under PCI Express; many set-ups call it bifurcation.", widths.Count == 0 ? "Back to one link over all lanes." : $"Enter {Splitting.Words(widths)}, in this order.", "Save and start again: the setting counts from the next start on."],
                    null, [PlaceName.Card(slot)], 3);
        if (q.Stagger.Drives > 0)
            yield return new("start:stagger", Runbook.Start, string.Create(CultureInfo.InvariantCulture, $"Let {Say.Count(q.Stagger.Drives, "disk", "disks")} start every {q.Stagger.Seconds:0.#} s"),
                ["In the controller’s set-up, under spin-up or start of drives.", $"Group {q.Stagger.Drives}, delay {q.Stagger.Seconds.ToString("0.#", CultureInfo.InvariantCulture)} s; save."], null, [], 3);
    }

    /// <summary>True for a module that sits on a carrier: it is mounted before the carrier goes in.</summary>
    public static bool IsOnCarrier(Question q, string place) => q.Sheet.M2.Any(m => m.On is not null && PlaceName.M2(m.Id) == place);
}
