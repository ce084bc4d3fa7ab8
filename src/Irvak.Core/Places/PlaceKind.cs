using System.Text.Json.Serialization;

namespace Irvak.Core.Places;

/// <summary>What a place is made for.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<PlaceKind>))]
public enum PlaceKind
{
    /// <summary>Something a sheet of today does not know; no part is made for it.</summary>
    [JsonStringEnumMemberName("other")]
    Other,

    [JsonStringEnumMemberName("battery")]
    Battery,

    [JsonStringEnumMemberName("bay")]
    Bay,

    [JsonStringEnumMemberName("board")]
    Board,

    [JsonStringEnumMemberName("card")]
    Card,

    [JsonStringEnumMemberName("m2")]
    M2,

    [JsonStringEnumMemberName("slot")]
    Slot,

    [JsonStringEnumMemberName("socket")]
    Socket,

    [JsonStringEnumMemberName("supply")]
    Supply,
}
