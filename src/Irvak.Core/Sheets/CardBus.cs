using System.Text.Json.Serialization;

namespace Irvak.Core.Sheets;

/// <summary>What a card’s edge and its slot speak. Only the same goes together.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<CardBus>))]
public enum CardBus
{
    /// <summary>PCI Express, the usual one.</summary>
    [JsonStringEnumMemberName("pcie")]
    Pcie,

    /// <summary>Conventional PCI.</summary>
    [JsonStringEnumMemberName("pci")]
    Pci,

    /// <summary>PCI Express on a mini card.</summary>
    [JsonStringEnumMemberName("mini-pcie")]
    MiniPcie,

    /// <summary>PCI Express on the mezzanine of the Open Compute Project.</summary>
    [JsonStringEnumMemberName("ocp")]
    Ocp,

    /// <summary>A maker’s own mezzanine.</summary>
    [JsonStringEnumMemberName("mezzanine")]
    Mezzanine,

    /// <summary>Something that no rule knows.</summary>
    [JsonStringEnumMemberName("other")]
    Other,
}
