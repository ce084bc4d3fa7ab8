using System.Text.Json.Serialization;

namespace Irvak.Core.Power;

/// <summary>How warm a drive was against its limits.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<HeatBand>))]
public enum HeatBand
{
    [JsonStringEnumMemberName("good")]
    Good,

    [JsonStringEnumMemberName("care")]
    Care,

    [JsonStringEnumMemberName("urgent")]
    Urgent,

    /// <summary>Beyond its rating.</summary>
    [JsonStringEnumMemberName("out")]
    Out,
}
