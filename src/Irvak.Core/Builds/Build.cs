using System.Collections.Immutable;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Builds;

/// <summary>What a machine holds: places with the unit in each. A place that is absent is empty.</summary>
public sealed record Build(ImmutableSortedDictionary<Place, Unit> Units)
{
    // Before Empty: fields are made in the order in which they stand here.
    private static readonly HashSet<Place> NoneUnnamed = [];

    public static readonly Build Empty = new(ImmutableSortedDictionary<Place, Unit>.Empty);

    // An evaluation asks for the same places hundreds of times: a sorted tree would compare names at each of its forks.
    private Dictionary<Place, Unit>? _at;

    public Unit? At(Place place) => (_at ??= new(Units)).GetValueOrDefault(place);

    // The names of slots without their kind are cut off once.
    private Dictionary<string, ModuleSheet>? _modules;

    public ModuleSheet? ModuleAt(string slotName) => (_modules ??= BySlot()).GetValueOrDefault(slotName);

    private Dictionary<string, ModuleSheet> BySlot()
    {
        var modules = new Dictionary<string, ModuleSheet>(Units.Count, StringComparer.Ordinal);
        foreach (var (place, unit) in Units)
            if (unit.Module is { } module && place.IsSlot)
                modules[place.Name] = module;
        return modules;
    }

    /// <summary>Two builds are equal when they hold the same units, whatever was looked up in them.</summary>
    public bool Equals(Build? other) => other is not null && Units.Equals(other.Units);

    public override int GetHashCode() => Units.GetHashCode();

    /// <summary>Sockets, by their places, that surely or likely hold a processor which nobody has named: soldered ones, and those of a
    /// machine of which no socket was looked at.</summary>
    public IReadOnlySet<Place> Unnamed { get; init; } = NoneUnnamed;

    /// <summary>True when a socket holds a processor, named or not.</summary>
    public bool HasProcessor(string socket) => Place.Socket(socket) is var place && (Units.ContainsKey(place) || Unnamed.Contains(place));

    public Build With(Place place, Unit unit) => Over(Units.SetItem(place, unit));

    public Build Without(Place place) => Over(Units.Remove(place));

    /// <summary>Other units in the same machine.</summary>
    public Build Over(ImmutableSortedDictionary<Place, Unit> units) => new(units) { Unnamed = Unnamed };

    /// <summary>The same machine as far as these places go.</summary>
    public Build Only(Func<Place, bool> places) =>
        Units.Keys.All(places) ? this : Over(Units.RemoveRange(Units.Keys.Where(p => !places(p))));

    /// <summary>Slots whose processor is there, in the order of the sheet.</summary>
    public IEnumerable<string> UsableSlots(MachineSheet sheet) =>
        sheet.Channels.Where(c => HasProcessor(c.Socket)).SelectMany(c => c.Slots);

    /// <summary>Modules by slot, in the order of the sheet; slots of this sheet only.</summary>
    public IReadOnlyList<(Channel Channel, string Slot, ModuleSheet Module)> Modules(MachineSheet sheet)
    {
        // A dozen rules ask for the same list; it is made once for a sheet.
        if (_list is { } known && ReferenceEquals(known.Sheet, sheet))
            return known.Modules;
        var modules = new List<(Channel Channel, string Slot, ModuleSheet Module)>();
        foreach (var channel in sheet.Channels)
        foreach (var slot in channel.Slots)
            if (ModuleAt(slot) is { } module)
                modules.Add((channel, slot, module));
        _list = new(sheet, modules);
        return modules;
    }

    private sealed record ModuleList(MachineSheet Sheet, IReadOnlyList<(Channel Channel, string Slot, ModuleSheet Module)> Modules);

    private ModuleList? _list;

    /// <summary>Memory of the modules in slots that this sheet has, as far as their sizes are known, MiB.</summary>
    public long InstalledIn(MachineSheet sheet) => Modules(sheet).Sum(m => (long)(m.Module.CapacityMiB ?? 0));

    /// <summary>Memory of all modules whose size is known, MiB.</summary>
    public long InstalledMiB => Units.Values.Sum(u => (long)(u.Module?.CapacityMiB ?? 0));
}
