using System.Text.Json.Serialization;

namespace Irvak.Core.Observations;

/// <summary>Kind of the installed system, as far as it decides what the system shows of its hardware.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<OsKind>))]
public enum OsKind
{
    /// <summary>Page structures of 1/64 are missing from its total.</summary>
    [JsonStringEnumMemberName("linux")]
    Linux,

    /// <summary>Another desktop or server system: it shows what the firmware leaves.</summary>
    [JsonStringEnumMemberName("other")]
    Other,

    /// <summary>Nothing is installed yet.</summary>
    [JsonStringEnumMemberName("none")]
    None,
}
