using System.Text.Json.Serialization;
using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

/// <summary>Whose word a value is.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Word>))]
public enum Word
{
    [JsonStringEnumMemberName("maker")]
    Maker,

    [JsonStringEnumMemberName("seller")]
    Seller,

    [JsonStringEnumMemberName("firmware")]
    Firmware,

    [JsonStringEnumMemberName("colleague")]
    Colleague,

    [JsonStringEnumMemberName("stranger")]
    Stranger,
}

/// <summary>What one source says of one value. All are kept; one is chosen.</summary>
/// <param name="Path">JSON pointer of the value in its sheet, such as <c>/memory/totalLimitGiB</c>.</param>
/// <param name="Value">The value as this source gives it.</param>
/// <param name="Word">Whose word it is.</param>
/// <param name="Source">Where exactly: page, capture and line, name.</param>
/// <param name="Chosen">True for the one that the sheet uses.</param>
public sealed record Claim(string Path, string Value, Word Word, string Source, bool Chosen = false) : KeepsMore;
