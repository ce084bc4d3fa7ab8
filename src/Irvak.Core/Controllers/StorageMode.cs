using System.Text.Json.Serialization;

namespace Irvak.Core.Controllers;

/// <summary>How the firmware sets a board’s own controller.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<StorageMode>))]
public enum StorageMode
{
    /// <summary>Every drive by itself.</summary>
    [JsonStringEnumMemberName("plain")]
    Plain,

    /// <summary>The firmware keeps arrays, with a driver in the system.</summary>
    [JsonStringEnumMemberName("raid")]
    Raid,
}
