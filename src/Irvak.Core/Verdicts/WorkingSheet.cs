using System.Text.Json.Serialization;

namespace Irvak.Core.Verdicts;

/// <summary>The sheet of Fit that a rule is worked on.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<WorkingSheet>))]
public enum WorkingSheet
{
    [JsonStringEnumMemberName("memory")]
    Memory,

    [JsonStringEnumMemberName("arrays")]
    Arrays,

    [JsonStringEnumMemberName("cache")]
    Cache,

    [JsonStringEnumMemberName("boot")]
    Boot,

    [JsonStringEnumMemberName("lanes")]
    Lanes,

    [JsonStringEnumMemberName("path")]
    Path,

    [JsonStringEnumMemberName("power")]
    Power,
}
