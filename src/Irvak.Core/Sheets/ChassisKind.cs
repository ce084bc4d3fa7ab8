using System.Text.Json.Serialization;

namespace Irvak.Core.Sheets;

/// <summary>The kinds of chassis that can be drawn.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<ChassisKind>))]
public enum ChassisKind
{
    [JsonStringEnumMemberName("rack")]
    Rack,

    [JsonStringEnumMemberName("edge")]
    Edge,

    [JsonStringEnumMemberName("tower")]
    Tower,

    [JsonStringEnumMemberName("deskside")]
    Deskside,

    [JsonStringEnumMemberName("drawers")]
    Drawers,

    [JsonStringEnumMemberName("slab")]
    Slab,

    [JsonStringEnumMemberName("thin")]
    Thin,

    [JsonStringEnumMemberName("laptop")]
    Laptop,

    [JsonStringEnumMemberName("shelf")]
    Shelf,

    /// <summary>A board alone, or nothing is known of the chassis.</summary>
    [JsonStringEnumMemberName("board")]
    Board,
}
