using System.Collections.Immutable;
using Irvak.Core.Sheets;

namespace Irvak.Core.Builds;

/// <summary>What a machine holds: places with the unit in each. A place that is absent is empty.</summary>
public sealed record Build(ImmutableSortedDictionary<string, Unit> Units)
{
    public static readonly Build Empty = new(ImmutableSortedDictionary.Create<string, Unit>(StringComparer.Ordinal));

    public Unit? At(string place) => Units.GetValueOrDefault(place);

    public ModuleSheet? ModuleAt(string slotName) => Units.GetValueOrDefault(PlaceName.Slot(slotName))?.Module;

    public bool HasProcessor(string socket) => Units.ContainsKey(PlaceName.Socket(socket));

    public Build With(string place, Unit unit) => new(Units.SetItem(place, unit));

    public Build Without(string place) => new(Units.Remove(place));

    /// <summary>Modules by slot, in the order of the sheet; slots of this sheet only.</summary>
    public IEnumerable<(Channel Channel, string Slot, ModuleSheet Module)> Modules(MachineSheet sheet)
    {
        foreach (var channel in sheet.Channels)
            foreach (var slot in channel.Slots)
                if (ModuleAt(slot) is { } module)
                    yield return (channel, slot, module);
    }

    /// <summary>Memory of all modules whose size is known, MiB.</summary>
    public long InstalledMiB => Units.Values.Sum(u => (long)(u.Module?.CapacityMiB ?? 0));
}
