using System.Text.Json.Serialization;
using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

[JsonConverter(typeof(JsonStringEnumConverter<CardRole>))]
public enum CardRole
{
    [JsonStringEnumMemberName("controller")]
    Controller,

    [JsonStringEnumMemberName("network")]
    Network,

    [JsonStringEnumMemberName("carrier")]
    Carrier,

    [JsonStringEnumMemberName("port-card")]
    PortCard,

    [JsonStringEnumMemberName("graphics")]
    Graphics,

    [JsonStringEnumMemberName("expander")]
    Expander,

    [JsonStringEnumMemberName("other")]
    Other,
}

/// <summary>What a card or module for a slot, mezzanine or module bay is. A field that is not known is null.</summary>
public sealed record CardSheet : KeepsMore
{
    public string? Maker { get; init; }

    public required string Name { get; init; }

    public CardRole Role { get; init; } = CardRole.Other;

    /// <summary>Width of its edge in lanes; 0 for conventional PCI.</summary>
    public int? Mech { get; init; }

    /// <summary>Lanes it uses.</summary>
    public int? Elec { get; init; }

    public int? Gen { get; init; }

    /// <summary>What its edge speaks; null for PCI Express.</summary>
    public CardBus? Bus { get; init; }

    /// <summary>Widths of the devices on it: 4, 4, 4, 4 for a carrier; 8, 8 for a card with two chips of its own and no switch.</summary>
    public IReadOnlyList<int>? Endpoints { get; init; }

    /// <summary>What goes into its places: m.2, e1.s or u.2; null for m.2.</summary>
    public string? PlaceForm { get; init; }

    /// <summary>True when the devices on it are drives that somebody fits; those of any other card are its own.</summary>
    [JsonIgnore]
    public bool HoldsDrives => Endpoints is { Count: > 0 } && Role is CardRole.Carrier or CardRole.PortCard;

    /// <summary>Lanes from one device's first lane to the next one's, where that is more than its width; null when they follow one
    /// another.</summary>
    public int? LanePitch { get; init; }

    /// <summary>True when a switch on the card makes splitting the slot needless.</summary>
    public bool? HasSwitch { get; init; }

    /// <summary>True when the machine sees one device at its edge: a switch is on it, or a controller of its own.</summary>
    [JsonIgnore]
    public bool? IsOneDevice => IsBootCarrier ? true : HasSwitch;

    /// <summary>True for a carrier that keeps an array over the drives on it.</summary>
    [JsonIgnore]
    public bool IsBootCarrier => Role == CardRole.Carrier && Controller is not null;

    /// <summary>full or low; low cards come with both brackets unless said.</summary>
    public string? Height { get; init; }

    public int? LengthMm { get; init; }

    /// <summary>Slots it covers, 1 or more.</summary>
    public int Thick { get; init; } = 1;

    /// <summary>True when a plate or a cooler stands out on its back, towards the slot before it.</summary>
    public bool? BackPlate { get; init; }

    public int? Watt { get; init; }

    /// <summary>True when it needs moving air over its heat sink.</summary>
    public bool? NeedsAir { get; init; }

    public ControllerSheet? Controller { get; init; }

    public NetworkSheet? Network { get; init; }
}

/// <summary>The drive side of a controller.</summary>
public sealed record ControllerSheet : KeepsMore
{
    /// <summary>firmware-assisted, host-adapter, entry-raid, cached-raid or ports.</summary>
    public string? Class { get; init; }

    public IReadOnlyList<DriveProtocol> Protocols { get; init; } = [];

    /// <summary>Link rates it speaks, Gb/s.</summary>
    public IReadOnlyList<double> LinkGbs { get; init; } = [];

    public int? InnerPorts { get; init; }

    public int? OuterPorts { get; init; }

    /// <summary>Connector family of the ports, such as SFF-8643.</summary>
    public string? Connector { get; init; }

    /// <summary>Array levels: 0, 1, 10, 5, 50, 6, 60; empty for a plain adapter.</summary>
    public IReadOnlyList<string> Levels { get; init; } = [];

    public int? CacheMiB { get; init; }

    /// <summary>True when a cache of its own outlives a power cut, once its unit is fitted.</summary>
    [JsonIgnore]
    public bool IsGuarded => CacheMiB > 0 && Protection is ("battery" or "capacitor");

    /// <summary>True when nothing is known of what it can.</summary>
    [JsonIgnore]
    public bool IsUnknown => Class is null && Levels.Count == 0 && Protocols.Count == 0;

    /// <summary>True when its cache is a module of its own that somebody mounts; null when not known.</summary>
    public bool? CacheOnModule { get; init; }

    /// <summary>battery, capacitor or none.</summary>
    public string? Protection { get; init; }

    public bool? Boots { get; init; }

    /// <summary>True when the installer needs its driver.</summary>
    public bool? DriverAtInstall { get; init; }

    /// <summary>Most drives it addresses.</summary>
    public int? MostDrives { get; init; }

    /// <summary>Most members of one array; null when not known.</summary>
    public int? MostMembers { get; init; }

    /// <summary>Versions of firmware and driver that belong together.</summary>
    public IReadOnlyList<FirmwarePair> Pairs { get; init; } = [];

    /// <summary>True when sector numbers end at 32 bits (2 TiB).</summary>
    public bool? Addresses32 { get; init; }

    /// <summary>Features that need a key.</summary>
    public IReadOnlyList<string> Keys { get; init; } = [];

    /// <summary>Those of its levels that need a key; null when none does or it is not known.</summary>
    public IReadOnlyList<string>? KeyLevels { get; init; }
}

/// <summary>A firmware and the driver that it was tested with.</summary>
public sealed record FirmwarePair(string Firmware, string Driver) : KeepsMore;

/// <summary>The network side of a card.</summary>
/// <param name="Ports">Ports, 1 or more.</param>
/// <param name="RatesGbs">Rates each port speaks, Gb/s.</param>
/// <param name="Socket">RJ45, SFP+, SFP28, QSFP28 …</param>
public sealed record NetworkSheet(int Ports, IReadOnlyList<double> RatesGbs, string? Socket = null) : KeepsMore;
