using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Observations;

/// <param name="Place">The card slot of the sheet.</param>
/// <param name="Card">What sits there; null when the firmware calls the slot free.</param>
/// <param name="Line">Line or byte that tells so.</param>
public sealed record SlotCard(Place Place, SeenPci? Card, int Line);

/// <summary>
/// Which card slot of a sheet a PCI device stands in: the firmware's list of slots gives addresses, a port's slot number gives the
/// bus behind it. Devices of the board itself stand in no slot.
/// </summary>
public static class CardMatch
{
    public static IReadOnlyList<SlotCard> Of(MachineSheet sheet, Observation seen)
    {
        var matches = new Dictionary<Place, SlotCard>();
        foreach (var slot in seen.Slots)
        {
            if (SlotOf(sheet, slot.Name) is not { } id)
                continue;
            var place = Place.Card(id);
            if (slot.InUse is false)
                matches[place] = new SlotCard(place, null, slot.Line);
            else if (slot.Address is { } address && Behind(seen, address) is { } card)
                matches[place] = new SlotCard(place, card, card.Line);
        }
        foreach (var port in seen.Pci.Where(p => p is { IsBridge: true, Slot: not null }))
        {
            if (SlotOf(sheet, port.Slot!) is not { } id || matches.ContainsKey(Place.Card(id)))
                continue;
            if (Endpoint(seen, port) is { } card)
                matches[Place.Card(id)] = new SlotCard(Place.Card(id), card, card.Line);
        }
        foreach (var device in seen.Pci.Where(p => p is { IsBridge: false, Slot: not null }))
            if (SlotOf(sheet, device.Slot!) is { } id && !matches.ContainsKey(Place.Card(id)))
                matches[Place.Card(id)] = new SlotCard(Place.Card(id), device, device.Line);
        return [.. matches.Values.OrderBy(m => m.Place)];
    }

    private static SeenPci? Behind(Observation seen, string address)
    {
        var here = seen.Pci.FirstOrDefault(p => Plain(p.Address) == Plain(address));
        // Some firmware names the port, some the card behind it.
        return here is { IsBridge: true } ? Endpoint(seen, here) ?? here : here;
    }

    private static SeenPci? Endpoint(Observation seen, SeenPci port) =>
        seen.Pci.FirstOrDefault(p => !p.IsBridge && Bus(p.Address) is { } bus && bus >= port.BusFirst && bus <= port.BusLast);

    private static string? SlotOf(MachineSheet sheet, string name)
    {
        var exact = sheet.Slots.FirstOrDefault(s => string.Equals(s.Id, name.Trim(), StringComparison.OrdinalIgnoreCase));
        if (exact is not null)
            return exact.Id;
        var digits = new string([.. name.SkipWhile(c => !char.IsAsciiDigit(c)).TakeWhile(char.IsAsciiDigit)]);
        var same = sheet
            .Slots.Where(s =>
                digits.Length > 0 && new string([.. s.Id.SkipWhile(c => !char.IsAsciiDigit(c)).TakeWhile(char.IsAsciiDigit)]) == digits
            )
            .ToList();
        return same.Count == 1 ? same[0].Id : null;
    }

    private static string Plain(string address) => address.Length > 7 ? address[^7..] : address;

    private static int? Bus(string address) =>
        Plain(address) is { Length: 7 } a && int.TryParse(a[..2], System.Globalization.NumberStyles.HexNumber, null, out var bus)
            ? bus
            : null;
}
