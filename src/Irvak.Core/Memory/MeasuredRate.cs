using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Memory;

/// <summary>What the firmware says that the modules run at. It beats whatever sheets would allow.</summary>
public static class MeasuredRate
{
    /// <summary>The one rate of all modules as found; null while a module that is there is not told of, or when they differ.</summary>
    public static int? Of(MachineState state)
    {
        if (state.Sheet is not { } sheet)
            return null;
        var seen = SlotMatch.Of(sheet, state.Seen).ToDictionary(m => m.Slot, m => m.Device);
        // What somebody corrected by hand since is no longer what the firmware spoke of.
        int? RateAt(string slot, ModuleSheet module) =>
            seen.GetValueOrDefault(slot) is { } d && d.SizeMiB == module.CapacityMiB ? d.ConfiguredMTs : null;
        List<int?> rates =
        [
            .. from slot in sheet.Channels.SelectMany(c => c.Slots)
            let module = state.Found.GetValueOrDefault(Place.Slot(slot))?.Module
            where module is not null
            select RateAt(slot, module),
        ];
        rates = [.. rates.Distinct()];
        return rates is [{ } one] && one > 0 ? one : null;
    }
}
