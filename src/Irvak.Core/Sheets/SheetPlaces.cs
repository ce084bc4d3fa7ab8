using Irvak.Core.Places;

namespace Irvak.Core.Sheets;

/// <summary>The places of a sheet.</summary>
public static class SheetPlaces
{
    /// <summary>Every memory slot and socket of a sheet, in the sheet's order.</summary>
    public static IEnumerable<string> Memory(MachineSheet sheet) =>
        sheet.Sockets.Select(s => PlaceName.Socket(s.Id)).Concat(sheet.Channels.SelectMany(c => c.Slots).Select(PlaceName.Slot));

    /// <summary>Things in the order of the chassis, not of the letters of their places: bay 10 comes after bay 9.</summary>
    public static IEnumerable<T> InOrder<T>(MachineSheet sheet, IEnumerable<T> things, Func<T, string> place)
    {
        var order = new Dictionary<string, int>();
        foreach (var known in All(sheet))
            order.TryAdd(known, order.Count);
        return things.OrderBy(t => order.GetValueOrDefault(place(t), int.MaxValue));
    }

    /// <summary>Every place of a sheet, in the sheet's order: sockets, memory, cards, M.2, boards, bays, supplies, battery.</summary>
    public static IEnumerable<string> All(MachineSheet sheet) =>
        [
            .. Memory(sheet),
            .. sheet.Slots.Select(s => PlaceName.Card(s.Id)),
            .. sheet.M2.Select(m => PlaceName.M2(m.Id)),
            .. sheet.Boards.Select(b => PlaceName.Board(b.Id)),
            .. sheet.Bays.SelectMany(g => g.Names).Select(PlaceName.Bay),
            .. sheet.Supplies.Select(s => PlaceName.Supply(s.Id)),
            .. sheet.Battery.Select(b => PlaceName.Battery(b.Id)),
        ];
}
