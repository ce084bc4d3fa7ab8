using System.Text.Json.Serialization;
using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

/// <summary>What a machine is (<c>irvak-machine/1</c>). Unknown fields of a document are kept, however deep.</summary>
public sealed record MachineSheet : KeepsMore
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

    /// <summary>What feeds slots, M.2 places and boards with lanes; empty when the sheet does not say.</summary>
    public IReadOnlyList<LaneRoot> Roots { get; init; } = [];

    public IReadOnlyList<ExpansionSlot> Slots { get; init; } = [];

    public IReadOnlyList<BoardPlace> Boards { get; init; } = [];

    public IReadOnlyList<M2Place> M2 { get; init; } = [];

    public IReadOnlyList<BayGroup> Bays { get; init; } = [];

    public IReadOnlyList<PowerSupply> Supplies { get; init; } = [];

    public IReadOnlyList<OutsidePort> Ports { get; init; } = [];

    public int? Fans { get; init; }

    /// <summary>True when a duct leads the air over processors and memory; null when not known.</summary>
    public bool? AirDuct { get; init; }

    /// <summary>True when a fan sits in the cover and gets its current by a contact there; null when not known.</summary>
    public bool? FanInCover { get; init; }

    public IReadOnlyList<BatteryPack> Battery { get; init; } = [];

    /// <summary>What one place takes from another.</summary>
    public IReadOnlyList<Exclusion> Exclusions { get; init; } = [];

    /// <summary>What boards of another revision have otherwise.</summary>
    public IReadOnlyList<BoardRevision> Revisions { get; init; } = [];

    public FirmwareSheet? Firmware { get; init; }

    /// <summary>Processors whose limits the maker's sheet names.</summary>
    public IReadOnlyList<ProcessorSheet> Processors { get; init; } = [];

    /// <summary>Parts that the maker's list allows; empty when no list was entered.</summary>
    public IReadOnlyList<ListedPart> Listed { get; init; } = [];

    /// <summary>How the machine is opened, in order; empty when the sheet does not say.</summary>
    public IReadOnlyList<OpeningStep> Opening { get; init; } = [];

    /// <summary>What sources say of single values, where they differ; the chosen value stands in its own field.</summary>
    public IReadOnlyList<Claim> Claims { get; init; } = [];

    /// <summary>The sheet as a board of this revision has it: slots that were left out are no slots. Itself when nothing is known of the
    /// revision.</summary>
    public MachineSheet OfRevision(string? revision)
    {
        if (Revisions.FirstOrDefault(r => r.Name == revision)?.MissingSlots is not { Count: > 0 } missing)
            return this;
        return this with
        {
            Channels =
            [
                .. Channels.Select(c => c with { Slots = [.. c.Slots.Where(s => !missing.Contains(s))] }).Where(c => c.Slots.Count > 0),
            ],
            Memory = Memory with { FillOrder = Memory.FillOrder is { } order ? [.. order.Where(s => !missing.Contains(s))] : null },
        };
    }

    [JsonIgnore]
    public string FullName => string.IsNullOrWhiteSpace(Maker) ? Name : $"{Maker} {Name}";
}
