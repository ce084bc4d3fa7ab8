namespace Irvak.Core.Places;

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

    /// <summary>True for a place that holds a drive: a bay, or a place for a module.</summary>
    public static bool HoldsDrive(string place) => Kind(place) is "bay" or "m2";
}
