using System.Text.Json.Serialization;
using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

/// <param name="Kind">How it is built; a board alone when nothing is known of it.</param>
/// <param name="Units">Height in rack units, 0 when none.</param>
public sealed record Chassis(ChassisKind Kind = ChassisKind.Board, int Units = 0) : KeepsMore;

/// <param name="Watt">Rated power; null when not known.</param>
/// <param name="External">True for an adapter outside the chassis.</param>
/// <param name="Input">Mains or direct current, such as "48 V DC"; null for mains.</param>
/// <param name="Connectors">Plugs it offers to drives and cards.</param>
/// <param name="Amp12">Most on 12 V, A, as its label tells; null when not known.</param>
/// <param name="Amp5">Most on 5 V, A.</param>
public sealed record PowerSupply(
    string Id,
    int? Watt = null,
    bool External = false,
    string? Input = null,
    IReadOnlyList<SupplyPlug>? Connectors = null,
    double? Amp12 = null,
    double? Amp5 = null
) : KeepsMore;

/// <param name="What">Kind of plug, such as "SATA power" or "6-pin card power".</param>
/// <param name="Count">Plugs of this kind, 1 or more.</param>
public sealed record SupplyPlug(string What, int Count) : KeepsMore
{
    /// <summary>Leads that these plugs hang on, 1 to as many as there are plugs; null when not known, and for plugs of a
    /// backplane.</summary>
    public int? Leads { get; init; }
}

/// <summary>Sockets through the rear wall.</summary>
/// <param name="N">How many, 1 or more.</param>
/// <param name="What">What they are, such as "10 Gb".</param>
/// <param name="Screen">What draws the picture on a display outlet; null for sockets that show none, or when it is not known.</param>
public sealed record OutsidePort(int N, string What, ScreenSource? Screen = null) : KeepsMore
{
    private static readonly string[] Words = ["screen", "display", "video", "vga", "manage", "console", "serial"];

    /// <summary>True when the first screen of the firmware can be seen through it: a display outlet, a management or a console
    /// socket.</summary>
    [JsonIgnore]
    public bool ShowsFirmware => Screen is not null || Words.Any(w => What.Contains(w, StringComparison.OrdinalIgnoreCase));
}

[JsonConverter(typeof(JsonStringEnumConverter<ScreenSource>))]
public enum ScreenSource
{
    /// <summary>Graphics inside the processor.</summary>
    [JsonStringEnumMemberName("processor")]
    Processor,

    /// <summary>A chip on the board, such as the management controller's.</summary>
    [JsonStringEnumMemberName("board")]
    Board,
}

/// <param name="Wh">Watt-hours; null when not known.</param>
public sealed record BatteryPack(string Id, int? Wh = null) : KeepsMore;

/// <summary>What a board of another revision has otherwise.</summary>
/// <param name="Name">Revision as printed on the board.</param>
/// <param name="Differs">One plain sentence.</param>
/// <param name="MissingSlots">Memory slots that it lacks.</param>
public sealed record BoardRevision(string Name, string Differs, IReadOnlyList<string>? MissingSlots = null) : KeepsMore;

/// <param name="Text">What the hands do, one plain sentence.</param>
/// <param name="Screws">Screws that come out; they are counted back in.</param>
/// <param name="Closing">The matching sentence when the machine is closed.</param>
/// <param name="Keep">Screws that must not be undone, in words.</param>
/// <param name="CutsPower">True when it takes away what still feeds the machine, such as a battery or a direct current plug: no button is
/// pressed before it.</param>
public sealed record OpeningStep(
    string Text,
    int Minutes = 1,
    string? Tool = null,
    int Screws = 0,
    string? Caution = null,
    string? Closing = null,
    string? Keep = null,
    bool CutsPower = false
) : KeepsMore
{
    /// <summary>True when the drives come out of their bays for it, and go back once it is closed again.</summary>
    [System.ComponentModel.DefaultValue(false)]
    public bool DrivesOut { get; init; }
}
