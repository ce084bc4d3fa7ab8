using Irvak.Core.Sheets;

namespace Irvak.Core.Observations;

/// <param name="Slot">Slot name of the sheet.</param>
public sealed record SlotDevice(string Slot, SeenDevice Device);

/// <summary>Which slot of a sheet a memory device of a capture stands for: by whole name, by the end of the name, else by order.</summary>
public static class SlotMatch
{
    public static IReadOnlyList<SlotDevice> Of(MachineSheet sheet, Observation seen)
    {
        var slots = sheet.Channels.SelectMany(c => c.Slots).ToList();
        var matches = new List<SlotDevice>();
        var left = new HashSet<string>(slots, StringComparer.OrdinalIgnoreCase);
        foreach (var device in seen.Devices)
        {
            var name = LocatorName.Whole(device);
            var slot = slots.FirstOrDefault(s => left.Contains(s) && Equal(s, name))
                ?? slots.FirstOrDefault(s => left.Contains(s) && Equal(s, device.Locator))
                ?? slots.FirstOrDefault(s => left.Contains(s) && EndsAs(device.Locator, s));
            if (slot is null || !left.Remove(slot))
                continue;
            matches.Add(new SlotDevice(slot, device));
        }
        // Names that say nothing ("DIMM 0" eight times): the listing's order is the board's order when the counts agree.
        if (matches.Count == 0 && seen.Devices.Count == slots.Count)
            return [.. seen.Devices.Select((d, i) => new SlotDevice(slots[i], d))];
        return matches;
    }

    /// <summary>The slot of a sheet that a single name stands for; null when none does.</summary>
    public static string? Named(MachineSheet sheet, string? name) =>
        sheet.Channels.SelectMany(c => c.Slots).FirstOrDefault(s => Equal(s, name))
        ?? sheet.Channels.SelectMany(c => c.Slots).FirstOrDefault(s => EndsAs(name, s));

    private static bool Equal(string a, string? b) =>
        b is not null && string.Equals(a.Trim(), b.Trim(), StringComparison.OrdinalIgnoreCase);

    private static bool EndsAs(string? locator, string slot)
    {
        if (locator is null || locator.Length <= slot.Length || !locator.EndsWith(slot, StringComparison.OrdinalIgnoreCase))
            return false;
        var before = locator[..^slot.Length];
        return before[^1] is '_' or '-' or ' ' or '.' || before.EndsWith("DIMM", StringComparison.OrdinalIgnoreCase);
    }
}
