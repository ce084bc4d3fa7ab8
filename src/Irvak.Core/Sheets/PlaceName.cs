namespace Irvak.Core.Sheets;

/// <summary>Names of places carry their kind inside (<c>slot:B1</c>, <c>socket:CPU 2</c>) and are shown short (B1).</summary>
public static class PlaceName
{
    public static string Slot(string name) => "slot:" + name;

    public static string Socket(string name) => "socket:" + name;

    /// <summary>The short form, without the kind.</summary>
    public static string Short(string place) => place[(place.IndexOf(':') + 1)..];

    public static bool IsSlot(string place) => place.StartsWith("slot:", StringComparison.Ordinal);

    public static bool IsSocket(string place) => place.StartsWith("socket:", StringComparison.Ordinal);

    /// <summary>Every memory slot and socket of a sheet, in the sheet's order.</summary>
    public static IEnumerable<string> All(MachineSheet sheet) =>
        sheet.Sockets.Select(s => Socket(s.Id)).Concat(sheet.Channels.SelectMany(c => c.Slots).Select(Slot));
}
