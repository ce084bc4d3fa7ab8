using System.Text.Json.Serialization;

namespace Irvak.Core.Paths;

/// <summary>What bytes pass on their way, from the drives to the user.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<StageKind>))]
public enum StageKind
{
    [JsonStringEnumMemberName("drives")]
    Drives,

    /// <summary>The drives' own links.</summary>
    [JsonStringEnumMemberName("links")]
    Links,

    [JsonStringEnumMemberName("expander")]
    Expander,

    [JsonStringEnumMemberName("multiplier")]
    Multiplier,

    /// <summary>The slot of the controller or carrier, or the old bus.</summary>
    [JsonStringEnumMemberName("slot")]
    Slot,

    /// <summary>From a chipset to the processor.</summary>
    [JsonStringEnumMemberName("uplink")]
    Uplink,

    /// <summary>From one processor to the other.</summary>
    [JsonStringEnumMemberName("sockets")]
    Sockets,

    [JsonStringEnumMemberName("network-slot")]
    NetworkSlot,

    [JsonStringEnumMemberName("network-uplink")]
    NetworkUplink,

    /// <summary>The line.</summary>
    [JsonStringEnumMemberName("network")]
    Network,
}
