using System.Runtime.CompilerServices;
using Irvak.Core.Places;

namespace Irvak.Core.Sheets;

/// <summary>The places of a sheet.</summary>
public static class SheetPlaces
{
    /// <summary>Every memory slot and socket of a sheet, in the sheet's order.</summary>
    public static IEnumerable<Place> Memory(MachineSheet sheet) =>
        sheet.Sockets.Select(s => Place.Socket(s.Id)).Concat(sheet.Channels.SelectMany(c => c.Slots).Select(Place.Slot));

    /// <summary>Things in the order of the chassis, not of the letters of their places: bay 10 comes after bay 9.</summary>
    public static IEnumerable<T> InOrder<T>(MachineSheet sheet, IEnumerable<T> things, Func<T, Place> place)
    {
        var order = Of(sheet).Order;
        return things.OrderBy(t => order.GetValueOrDefault(place(t), int.MaxValue));
    }

    /// <summary>Every place of a sheet, in the sheet's order: sockets, memory, cards, M.2, boards, bays, supplies, battery.</summary>
    public static IReadOnlyList<Place> All(MachineSheet sheet) => Of(sheet).All;

    /// <summary>True for a place that the sheet has.</summary>
    public static bool Has(MachineSheet sheet, Place place) => Of(sheet).Order.ContainsKey(place);

    // Every rule and every edit asks for them, of sheets that are never changed.
    private static readonly ConditionalWeakTable<MachineSheet, Gathered> Known = [];

    private static Gathered Of(MachineSheet sheet) => Known.GetValue(sheet, s => new(s));

    private sealed class Gathered
    {
        public IReadOnlyList<Place> All { get; }

        public Dictionary<Place, int> Order { get; } = [];

        public Gathered(MachineSheet sheet)
        {
            All =
            [
                .. Memory(sheet),
                .. sheet.Slots.Select(s => Place.Card(s.Id)),
                .. sheet.M2.Select(m => Place.M2(m.Id)),
                .. sheet.Boards.Select(b => Place.Board(b.Id)),
                .. sheet.Bays.SelectMany(g => g.Names).Select(Place.Bay),
                .. sheet.Supplies.Select(s => Place.Supply(s.Id)),
                .. sheet.Battery.Select(b => Place.Battery(b.Id)),
            ];
            foreach (var place in All)
                Order.TryAdd(place, Order.Count);
        }
    }
}
