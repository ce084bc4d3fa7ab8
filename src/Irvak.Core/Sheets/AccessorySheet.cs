using System.Text.Json.Serialization;
using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

[JsonConverter(typeof(JsonStringEnumConverter<AccessoryKind>))]
public enum AccessoryKind
{
    [JsonStringEnumMemberName("cache-unit")]
    CacheUnit,

    [JsonStringEnumMemberName("cache-module")]
    CacheModule,

    [JsonStringEnumMemberName("feature-key")]
    FeatureKey,

    [JsonStringEnumMemberName("cable")]
    Cable,

    [JsonStringEnumMemberName("tray")]
    Tray,

    [JsonStringEnumMemberName("converter")]
    Converter,

    [JsonStringEnumMemberName("spacer")]
    Spacer,

    [JsonStringEnumMemberName("supply")]
    Supply,

    [JsonStringEnumMemberName("splitter")]
    Splitter,

    [JsonStringEnumMemberName("pad")]
    Pad,

    [JsonStringEnumMemberName("paste")]
    Paste,

    [JsonStringEnumMemberName("screws")]
    Screws,

    [JsonStringEnumMemberName("tool")]
    Tool,

    [JsonStringEnumMemberName("battery")]
    Battery,
}

/// <summary>One of the little things without which nothing fits.</summary>
public sealed record AccessorySheet : KeepsMore
{
    public string? Maker { get; init; }

    public required string Name { get; init; }

    public required AccessoryKind Kind { get; init; }

    /// <summary>What it belongs to: machines, trays or cards by name.</summary>
    public IReadOnlyList<string> For { get; init; } = [];

    /// <summary>Ends of a cable or sides of a converter, controller's or machine's side first.</summary>
    public IReadOnlyList<string> Ends { get; init; } = [];

    /// <summary>Drive ends of a break-out cable, 1 or more.</summary>
    public int? Ways { get; init; }

    /// <summary>Length in m, of a cable.</summary>
    public double? LengthM { get; init; }

    /// <summary>Thickness in mm, of a pad or spacer.</summary>
    public double? ThickMm { get; init; }

    /// <summary>W per m·K, of a pad or paste.</summary>
    public double? Conductivity { get; init; }

    public int? Watt { get; init; }

    /// <summary>What a feature key opens.</summary>
    public string? Opens { get; init; }

    /// <summary>True when a splitter's plugs are moulded, which have been known to short.</summary>
    public bool? Moulded { get; init; }
}
