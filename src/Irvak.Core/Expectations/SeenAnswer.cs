using System.Text.Json.Serialization;

namespace Irvak.Core.Expectations;

[JsonConverter(typeof(JsonStringEnumConverter<SeenVerdict>))]
public enum SeenVerdict
{
    [JsonStringEnumMemberName("as-expected")]
    AsExpected,

    [JsonStringEnumMemberName("other")]
    Other,

    [JsonStringEnumMemberName("not-looked-at")]
    NotLookedAt,
}

/// <summary>What a person saw at one expected line.</summary>
public sealed record SeenAnswer(SeenVerdict Verdict, string? Value, string Who);
