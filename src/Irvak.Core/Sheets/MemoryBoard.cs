using System.Text.Json.Serialization;
using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

/// <summary>How a controller may spend memory on safety.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<MemoryMode>))]
public enum MemoryMode
{
    [JsonStringEnumMemberName("independent")]
    Independent,

    [JsonStringEnumMemberName("mirrored")]
    Mirrored,

    [JsonStringEnumMemberName("rank-spare")]
    RankSpare,

    [JsonStringEnumMemberName("lockstep")]
    Lockstep,
}

/// <summary>The memory side of a board.</summary>
public sealed record MemoryBoard : KeepsMore
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

    /// <summary>True when the board itself can use ECC; null when not known.</summary>
    public bool? EccWorks { get; init; }

    /// <summary>Modes the firmware offers; null when not known.</summary>
    public IReadOnlyList<MemoryMode>? Modes { get; init; }

    /// <summary>Most ranks of one channel; null when not known.</summary>
    public int? RanksPerChannel { get; init; }

    /// <summary>Densest chip that the board starts with, Gbit; null when not known.</summary>
    public double? DieLimitGbit { get; init; }

    /// <summary>False when the board refuses ×4 and ×8 chips in one channel; null when not known.</summary>
    public bool? WidthsMix { get; init; }

    /// <summary>Numbers of channels that the controller interleaves over; null when not known.</summary>
    public IReadOnlyList<int>? InterleaveWays { get; init; }

    /// <summary>The board's only supply voltage in mV, such as 1350; modules made for more do not start. Null for the generation's
    /// own.</summary>
    public int? SupplyMilliVolt { get; init; }

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
public sealed record RateRow(ModuleType? Type, int? Ranks, int PerChannel, int RateMTs) : KeepsMore;

/// <param name="Slots">Slot names, first-to-fill first.</param>
public sealed record Channel(string Id, string Socket, IReadOnlyList<string> Slots) : KeepsMore;

/// <param name="Memory">Rows of slot and socket names in physical order.</param>
public sealed record DrawingMap(IReadOnlyList<IReadOnlyList<string>> Memory) : KeepsMore;
