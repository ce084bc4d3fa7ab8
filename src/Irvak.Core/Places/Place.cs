using System.Text.Json.Serialization;

namespace Irvak.Core.Places;

/// <summary>One place of a machine: its kind and the name it bears there. Written as kind and name with a colon between
/// (<c>slot:B1</c>, <c>bay:3</c>), shown by its name alone (B1, 3), and ordered as it is written.</summary>
[JsonConverter(typeof(PlaceJson))]
public sealed class Place : IEquatable<Place>, IComparable<Place>
{
    private static readonly string[] Words = ["", "battery", "bay", "board", "card", "m2", "slot", "socket", "supply"];

    // Thousands of places are asked for in every evaluation; few of them are ever written.
    private string? _text;
    private readonly int _hash;

    private Place(PlaceKind kind, string name, string? text)
    {
        Kind = kind;
        Name = name;
        _text = text;
        _hash = name.GetHashCode(StringComparison.Ordinal) + (int)kind;
    }

    public PlaceKind Kind { get; }

    /// <summary>The name that stands beside it in the machine, without its kind.</summary>
    public string Name { get; }

    /// <summary>The place of what is in no machine, and where none was chosen.</summary>
    public static readonly Place None = Parse("");

    public static Place Slot(string name) => Of(PlaceKind.Slot, name);

    public static Place Socket(string name) => Of(PlaceKind.Socket, name);

    public static Place Card(string name) => Of(PlaceKind.Card, name);

    public static Place M2(string name) => Of(PlaceKind.M2, name);

    public static Place Bay(string name) => Of(PlaceKind.Bay, name);

    public static Place Board(string name) => Of(PlaceKind.Board, name);

    public static Place Supply(string name) => Of(PlaceKind.Supply, name);

    public static Place Battery(string name) => Of(PlaceKind.Battery, name);

    private static Place Of(PlaceKind kind, string name) => new(kind, name, null);

    /// <summary>Reads what <see cref="ToString"/> writes. What bears no known kind is of another one, which no sheet has.</summary>
    public static Place Parse(string text)
    {
        var at = text.IndexOf(':', StringComparison.Ordinal);
        var kind = at > 0 ? Array.IndexOf(Words, text[..at]) : -1;
        return kind > 0 ? new((PlaceKind)kind, text[(at + 1)..], text) : new(PlaceKind.Other, text[(at + 1)..], text);
    }

    /// <summary>The name in a text of a kind and a name, whatever the kind: of a place, an array or a fact.</summary>
    public static string NameIn(string text) => Parse(text).Name;

    /// <summary>True for a place that holds a drive: a bay, or a place for a module.</summary>
    public bool HoldsDrive => Kind is PlaceKind.Bay or PlaceKind.M2;

    public bool IsSlot => Kind == PlaceKind.Slot;

    public bool IsSocket => Kind == PlaceKind.Socket;

    public bool IsBay => Kind == PlaceKind.Bay;

    public override string ToString() => _text ??= $"{Words[(int)Kind]}:{Name}";

    public bool Equals(Place? other) =>
        ReferenceEquals(this, other)
        || (
            other is not null
            && _hash == other._hash
            && Kind == other.Kind
            && string.Equals(Name, other.Name, StringComparison.Ordinal)
            && (Kind != PlaceKind.Other || string.Equals(_text, other._text, StringComparison.Ordinal))
        );

    public override bool Equals(object? obj) => Equals(obj as Place);

    public override int GetHashCode() => _hash;

    /// <summary>As they are written: the words of the kinds stand in the order of the kinds.</summary>
    public int CompareTo(Place? other) =>
        other is null ? 1
        : Kind == PlaceKind.Other || other.Kind == PlaceKind.Other ? string.CompareOrdinal(ToString(), other.ToString())
        : Kind != other.Kind ? (int)Kind - (int)other.Kind
        : string.CompareOrdinal(Name, other.Name);

    public static bool operator ==(Place? one, Place? other) => one is null ? other is null : one.Equals(other);

    public static bool operator !=(Place? one, Place? other) => !(one == other);

    public static bool operator <(Place one, Place other) => one.CompareTo(other) < 0;

    public static bool operator <=(Place one, Place other) => one.CompareTo(other) <= 0;

    public static bool operator >(Place one, Place other) => one.CompareTo(other) > 0;

    public static bool operator >=(Place one, Place other) => one.CompareTo(other) >= 0;
}
