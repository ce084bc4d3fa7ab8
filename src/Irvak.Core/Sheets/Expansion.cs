using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

/// <summary>What feeds slots and places with lanes: a processor, a chipset, a bridge or a switch.</summary>
/// <param name="Id">Name that slots refer to; a processor's root carries its socket's name.</param>
/// <param name="Lanes">Lanes it offers; null when not known.</param>
/// <param name="Gen">PCI Express generation of its lanes, 1 to 6; null when not known.</param>
/// <param name="Uplink">Root it hangs from; null for a processor.</param>
/// <param name="UplinkLanes">Lanes of the uplink, shared by everything behind it.</param>
public sealed record LaneRoot(
    string Id,
    int? Lanes = null,
    int? Gen = null,
    string? Uplink = null,
    int? UplinkLanes = null,
    int? UplinkGen = null
) : KeepsMore;

/// <summary>A slot for cards.</summary>
/// <param name="Mech">Mechanical width in lanes: 1, 4, 8 or 16; 0 for a bus that has none.</param>
/// <param name="Elec">Lanes that are wired.</param>
/// <param name="Gen">PCI Express generation, 1 to 6; 0 for another bus.</param>
/// <param name="Root">What feeds it.</param>
/// <param name="Bus">What it speaks; null for PCI Express.</param>
/// <param name="Splits">Ways the firmware can divide it, each the widths in order; null when not known.</param>
/// <param name="OpenEnd">True when a longer card fits.</param>
public sealed record ExpansionSlot(
    string Id,
    int Mech,
    int Elec,
    int Gen,
    string? Root = null,
    CardBus? Bus = null,
    IReadOnlyList<IReadOnlyList<int>>? Splits = null,
    bool OpenEnd = false
) : KeepsMore
{
    /// <summary>full or low; null when not known.</summary>
    public string? Height { get; init; }

    /// <summary>Longest card, mm; null when not known.</summary>
    public int? LengthMm { get; init; }

    /// <summary>Power the slot gives; null for the standard's own.</summary>
    public int? Watt { get; init; }
}

/// <summary>A place on or for a board: on-board controller, expander, mezzanine or vendor module bay.</summary>
/// <param name="What">What it is.</param>
/// <param name="Elec">Lanes wired to it; null when it has none or they are not known.</param>
/// <param name="Ports">Drive or network ports it offers.</param>
public sealed record BoardPlace(string Id, BoardKind What, string? Root = null, int? Elec = null, int? Gen = null, int? Ports = null)
    : KeepsMore
{
    /// <summary>What the drive ports of a controller speak; null when not told, which mostly means SATA.</summary>
    public IReadOnlyList<DriveProtocol>? Protocols { get; init; }

    /// <summary>Link rates of its drive ports, Gb/s; null when not told.</summary>
    public IReadOnlyList<double>? LinkGbs { get; init; }

    /// <summary>The arrays that a controller's firmware keeps; null when not known.</summary>
    public BoardRaid? Raid { get; init; }
}

/// <summary>An M.2 or mSATA place.</summary>
/// <param name="Lengths">Module lengths with a stand-off, mm: 30, 42, 60, 80, 110.</param>
/// <param name="Wired">What it is wired for, in words: "SATA only", "×4 gen 4".</param>
/// <param name="Key">Key of the socket: M, B or E; "msata" for a mini-card socket; null when not known.</param>
/// <param name="Protocols">SATA, NVMe or both; null when not known.</param>
/// <param name="Lanes">PCI Express lanes wired; null when none or not known.</param>
public sealed record M2Place(
    string Id,
    IReadOnlyList<int> Lengths,
    string Wired,
    string? Root = null,
    string? Key = null,
    IReadOnlyList<string>? Protocols = null,
    int? Lanes = null,
    int? Gen = null
) : KeepsMore
{
    /// <summary>True when only modules with chips on one side fit.</summary>
    public bool? SingleSided { get; init; }

    /// <summary>screw or latch; null when not known.</summary>
    public string? Fixing { get; init; }

    /// <summary>What goes in, where a carrier takes other drives than modules: e1.s or u.2; null for M.2 and mSATA.</summary>
    public string? Form { get; init; }

    /// <summary>Slot whose carrier it is on; null for a place of the board. A job adds and drops these by itself.</summary>
    public string? On { get; init; }
}

/// <summary>What one place takes from another.</summary>
/// <param name="When">Name of the place that is used.</param>
/// <param name="Then">Name of the place that suffers.</param>
/// <param name="Lanes">Lanes that are left there; 0 when it goes dark.</param>
public sealed record Exclusion(string When, string Then, int Lanes = 0) : KeepsMore;
