using System.Collections.Immutable;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Controllers;

/// <summary>How bays are cabled, and how the firmware sets the board's own controllers.</summary>
public sealed record ControllerSlice
{
    /// <summary>Groups of bays that are cabled otherwise than the sheet says, with the place of their controller.</summary>
    public ImmutableSortedDictionary<string, Place> Wiring { get; init; } =
        ImmutableSortedDictionary.Create<string, Place>(StringComparer.Ordinal);

    /// <summary>Single bays that are cabled otherwise than their group, with the place of their controller.</summary>
    public ImmutableSortedDictionary<string, Place> Bays { get; init; } =
        ImmutableSortedDictionary.Create<string, Place>(StringComparer.Ordinal);

    /// <summary>Storage modes that are planned, by the board's name; what is not there is as the arrays need it.</summary>
    public ImmutableSortedDictionary<string, StorageMode> Modes { get; init; } = StorageModes.None;

    /// <summary>Storage modes that somebody saw before the work.</summary>
    public ImmutableSortedDictionary<string, StorageMode> FoundModes { get; init; } = StorageModes.None;

    /// <summary>Versions of their firmware, by the controller's place.</summary>
    public ImmutableSortedDictionary<string, ControllerFirmware> Firmware { get; init; } = NoFirmware;

    /// <summary>What was said of parts of controllers, by <see cref="CardPart.Key"/>.</summary>
    public ImmutableSortedDictionary<string, CardPartState> Parts { get; init; } = NoParts;

    internal static readonly ImmutableSortedDictionary<string, CardPartState> NoParts = ImmutableSortedDictionary.Create<
        string,
        CardPartState
    >(StringComparer.Ordinal);

    private static readonly ImmutableSortedDictionary<string, ControllerFirmware> NoFirmware = ImmutableSortedDictionary.Create<
        string,
        ControllerFirmware
    >(StringComparer.Ordinal);

    /// <summary>What another sheet leaves of it.</summary>
    public ControllerSlice Within(MachineSheet sheet) =>
        this with
        {
            Wiring = Wiring.RemoveRange(Wiring.Keys.Where(g => sheet.Bays.All(b => b.Group != g))),
            Bays = Bays.RemoveRange(Bays.Keys.Where(b => !SheetPlaces.Has(sheet, Place.Bay(b)))),
            Modes = Modes.RemoveRange(Modes.Keys.Where(b => BayController.Boards(sheet).All(c => c.Id != b))),
            FoundModes = FoundModes.RemoveRange(FoundModes.Keys.Where(b => BayController.Boards(sheet).All(c => c.Id != b))),
            Firmware = Firmware.RemoveRange(Firmware.Keys.Where(p => !SheetPlaces.Has(sheet, Place.Parse(p)))),
            Parts = Parts.RemoveRange(Parts.Keys.Where(p => !SheetPlaces.Has(sheet, CardPart.Parse(p).At))),
        };

    /// <summary>The same with controllers that were laid elsewhere.</summary>
    /// <param name="now">New place of each.</param>
    public ControllerSlice Laid(Func<Place, Place> now) =>
        this with
        {
            Wiring = Wiring.ToImmutableSortedDictionary(w => w.Key, w => now(w.Value), StringComparer.Ordinal),
            Bays = Bays.ToImmutableSortedDictionary(w => w.Key, w => now(w.Value), StringComparer.Ordinal),
            Parts = Parts.ToImmutableSortedDictionary(
                p => CardPart.Parse(p.Key) is var of ? CardPart.Key(now(of.At), of.Card, of.Part) : p.Key,
                p => p.Value,
                StringComparer.Ordinal
            ),
            Firmware = Firmware.ToImmutableSortedDictionary(f => now(Place.Parse(f.Key)).ToString(), f => f.Value, StringComparer.Ordinal),
        };
}
