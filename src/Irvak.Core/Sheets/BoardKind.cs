using System.Text.Json.Serialization;

namespace Irvak.Core.Sheets;

/// <summary>What stands on a board, or goes onto it.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<BoardKind>))]
public enum BoardKind
{
    /// <summary>Ports for drives.</summary>
    [JsonStringEnumMemberName("controller")]
    Controller,

    /// <summary>Hands the lanes of a controller on to more drives.</summary>
    [JsonStringEnumMemberName("expander")]
    Expander,

    /// <summary>Shares one SATA port among drives.</summary>
    [JsonStringEnumMemberName("multiplier")]
    Multiplier,

    /// <summary>A place for a card of its own form.</summary>
    [JsonStringEnumMemberName("mezzanine")]
    Mezzanine,

    [JsonStringEnumMemberName("network")]
    Network,

    [JsonStringEnumMemberName("boot flash")]
    BootFlash,

    /// <summary>A bay for a maker’s own module.</summary>
    [JsonStringEnumMemberName("module bay")]
    ModuleBay,

    /// <summary>Something that no rule asks about.</summary>
    [JsonStringEnumMemberName("other")]
    Other,
}
