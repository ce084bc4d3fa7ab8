using System.Text.Json;
using System.Text.Json.Serialization;

namespace Irvak.Core.Sheets;

/// <summary>What a machine is (<c>irvak-machine/1</c>). Unknown fields of a document are kept in <see cref="More"/>.</summary>
public sealed record MachineSheet
{
    public const string CurrentFormat = "irvak-machine/1";

    public string Format { get; init; } = CurrentFormat;

    public required string Id { get; init; }

    public string? Maker { get; init; }

    public required string Name { get; init; }

    /// <summary>True for a sheet drafted from a capture or from five answers.</summary>
    public bool Draft { get; init; }

    public Chassis Chassis { get; init; } = new();

    public IReadOnlyList<Socket> Sockets { get; init; } = [];

    public MemoryBoard Memory { get; init; } = new();

    public IReadOnlyList<Channel> Channels { get; init; } = [];

    public DrawingMap? Map { get; init; }

    public IReadOnlyList<ExpansionSlot> Slots { get; init; } = [];

    public IReadOnlyList<BoardPlace> Boards { get; init; } = [];

    public IReadOnlyList<M2Place> M2 { get; init; } = [];

    public IReadOnlyList<BayGroup> Bays { get; init; } = [];

    public IReadOnlyList<PowerSupply> Supplies { get; init; } = [];

    public IReadOnlyList<OutsidePort> Ports { get; init; } = [];

    public int Fans { get; init; }

    /// <summary>Processors whose limits the maker's sheet names.</summary>
    public IReadOnlyList<ProcessorSheet> Processors { get; init; } = [];

    /// <summary>How the machine is opened, in order; empty when the sheet does not say.</summary>
    public IReadOnlyList<OpeningStep> Opening { get; init; } = [];

    [JsonExtensionData]
    public IDictionary<string, JsonElement>? More { get; init; }

    [JsonIgnore]
    public string FullName => string.IsNullOrWhiteSpace(Maker) ? Name : $"{Maker} {Name}";
}

/// <param name="Kind">rack, thin or board (nothing known of the chassis).</param>
/// <param name="Units">Height in rack units, 0 when none.</param>
public sealed record Chassis(string Kind = "board", int Units = 0);

public sealed record Socket(string Id, bool Soldered = false);

/// <summary>The memory side of a board.</summary>
public sealed record MemoryBoard
{
    public MemoryGeneration? Generation { get; init; }

    public ModuleForm? Form { get; init; }

    /// <summary>Accepted module types; null when not known.</summary>
    public IReadOnlyList<ModuleType>? Types { get; init; }

    /// <summary>Largest module per slot that the maker lists, GiB.</summary>
    public int? SlotLimitGiB { get; init; }

    /// <summary>Largest total that the maker lists, GiB.</summary>
    public int? TotalLimitGiB { get; init; }

    /// <summary>Board's top rate in MT/s when there is no table.</summary>
    public int? RateLimitMTs { get; init; }

    /// <summary>Rate by type, ranks and modules per channel; null when not known.</summary>
    public IReadOnlyList<RateRow>? Rates { get; init; }

    public EccMixing? EccMixing { get; init; }

    /// <summary>Slot names in the maker's own order of population, when the sheet has one.</summary>
    public IReadOnlyList<string>? FillOrder { get; init; }

    /// <summary>Memory held back by firmware and graphics, MiB.</summary>
    public int? ReservedMiB { get; init; }

    /// <summary>False when the channels of a drafted sheet could not be told; fill order and interleave then stay unknown.</summary>
    public bool ChannelsKnown { get; init; } = true;
}

/// <param name="Type">Module type of the row; null for any.</param>
/// <param name="Ranks">Ranks of the module; null for any.</param>
/// <param name="PerChannel">Modules in the channel.</param>
/// <param name="RateMTs">Highest rate, MT/s.</param>
public sealed record RateRow(ModuleType? Type, int? Ranks, int PerChannel, int RateMTs);

/// <param name="Slots">Slot names, first-to-fill first.</param>
public sealed record Channel(string Id, string Socket, IReadOnlyList<string> Slots);

/// <param name="Memory">Rows of slot and socket names in physical order.</param>
public sealed record DrawingMap(IReadOnlyList<IReadOnlyList<string>> Memory);

public sealed record ExpansionSlot(string Id, int Mech, int Elec, int Gen, string? Root = null);

public sealed record BoardPlace(string Id, string What, string? Root = null, int? Elec = null);

public sealed record M2Place(string Id, IReadOnlyList<int> Lengths, string Wired, string? Root = null);

public sealed record BayGroup(string Group, string Form, string Stance, IReadOnlyList<string> Names, int Cols, string Bus);

public sealed record PowerSupply(string Id, int? Watt = null, bool External = false);

public sealed record OutsidePort(int N, string What);

/// <param name="Text">What the hands do, one plain sentence.</param>
/// <param name="Screws">Screws that come out; they are counted back in.</param>
/// <param name="Closing">The matching sentence when the machine is closed.</param>
public sealed record OpeningStep(string Text, int Minutes = 1, string? Tool = null, int Screws = 0, string? Caution = null, string? Closing = null);
