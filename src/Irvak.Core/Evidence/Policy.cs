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

    /// <summary>What a part off the maker's list means for support and warranty.</summary>
    public static string Support(this Policy policy) =>
        policy switch
        {
            Policy.Listed => "The policy allows listed parts only: support and warranty hold for no other.",
            Policy.FieldProven => "Support may ask to see the fault without it; its own warranty is its seller’s.",
            _ => "Support may ask to see the fault without it, and nobody vouches for it here; its own warranty is its seller’s.",
        };
}
