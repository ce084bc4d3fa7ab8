using System.Text.Json.Serialization;

namespace Irvak.Core.Evidence;

/// <summary>The shop's stance towards parts off the maker's list.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Policy>))]
public enum Policy
{
    [JsonStringEnumMemberName("listed")]
    Listed,

    [JsonStringEnumMemberName("field-proven")]
    FieldProven,

    [JsonStringEnumMemberName("sound")]
    Sound,
}

public static class PolicyWords
{
    public static string Name(this Policy policy) =>
        policy switch
        {
            Policy.Listed => "Listed",
            Policy.FieldProven => "Field-proven",
            _ => "Sound",
        };
}
