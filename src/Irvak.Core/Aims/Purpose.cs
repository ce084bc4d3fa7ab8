using System.Text.Json.Serialization;

namespace Irvak.Core.Aims;

/// <summary>What a job is about. It decides what is asked first and shown first; it never changes a number.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Purpose>))]
public enum Purpose
{
    [JsonStringEnumMemberName("memory")]
    Memory,

    [JsonStringEnumMemberName("drives")]
    Drives,

    [JsonStringEnumMemberName("card")]
    Card,

    [JsonStringEnumMemberName("path")]
    Path,

    [JsonStringEnumMemberName("processor")]
    Processor,

    [JsonStringEnumMemberName("boot")]
    Boot,

    [JsonStringEnumMemberName("broken")]
    Broken,

    [JsonStringEnumMemberName("everything")]
    Everything,
}
