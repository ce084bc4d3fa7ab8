namespace Irvak.Core.Sheets;

/// <summary>Names of places carry their kind inside (<c>slot:B1</c>, <c>bay:3</c>) and are shown short (B1, 3).</summary>
public static class PlaceName
{
    public static string Slot(string name) => "slot:" + name;

    public static string Socket(string name) => "socket:" + name;

    public static string Card(string name) => "card:" + name;

    public static string M2(string name) => "m2:" + name;

    public static string Bay(string name) => "bay:" + name;

    public static string Board(string name) => "board:" + name;

    public static string Supply(string name) => "supply:" + name;

    public static string Battery(string name) => "battery:" + name;

    /// <summary>The short form, without the kind.</summary>
    public static string Short(string place) => place[(place.IndexOf(':') + 1)..];

    /// <summary>The kind alone: slot, socket, card, m2, bay, board, supply or battery.</summary>
    public static string Kind(string place) => place.IndexOf(':') is > 0 and var at ? place[..at] : "";

    public static bool IsSlot(string place) => place.StartsWith("slot:", StringComparison.Ordinal);

    public static bool IsSocket(string place) => place.StartsWith("socket:", StringComparison.Ordinal);

    public static bool IsBay(string place) => place.StartsWith("bay:", StringComparison.Ordinal);

    /// <summary>Every memory slot and socket of a sheet, in the sheet's order.</summary>
    public static IEnumerable<string> Memory(MachineSheet sheet) =>
        sheet.Sockets.Select(s => Socket(s.Id)).Concat(sheet.Channels.SelectMany(c => c.Slots).Select(Slot));

    /// <summary>Things in the order of the chassis, not of the letters of their places: bay 10 comes after bay 9.</summary>
    public static IEnumerable<T> InOrder<T>(MachineSheet sheet, IEnumerable<T> things, Func<T, string> place)
    {
        var order = new Dictionary<string, int>();
        foreach (var known in All(sheet)) order.TryAdd(known, order.Count);
        return things.OrderBy(t => order.GetValueOrDefault(place(t), int.MaxValue));
    }

    /// <summary>Every place of a sheet, in the sheet's order: sockets, memory, cards, M.2, boards, bays, supplies, battery.</summary>
    public static IEnumerable<string> All(MachineSheet sheet) =>
    [
        .. Memory(sheet),
        .. sheet.Slots.Select(s => Card(s.Id)),
        .. sheet.M2.Select(m => M2(m.Id)),
        .. sheet.Boards.Select(b => Board(b.Id)),
        .. sheet.Bays.SelectMany(g => g.Names).Select(Bay),
        .. sheet.Supplies.Select(s => Supply(s.Id)),
        .. sheet.Battery.Select(b => Battery(b.Id)),
    ];
}
