using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

/// <summary>Bays of one kind behind one backplane.</summary>
/// <param name="Group">Name of the group; "inner" for bays that are not at the front.</param>
/// <param name="Form">2.5, 3.5, 5.25, u.2 or e1.s, in inches where it is a number.</param>
/// <param name="Stance">flat, upright, drawer, top or caddy.</param>
/// <param name="Names">Names as printed on the chassis, in its own order.</param>
/// <param name="Cols">Columns as seen from the front.</param>
/// <param name="Bus">What it takes, in words: "SAS, SATA", "tri-mode", "NVMe ×2".</param>
/// <param name="HeightMm">Highest drive, mm; null when not known.</param>
/// <param name="Tray">Tray that a drive needs here; null when none.</param>
public sealed record BayGroup(
    string Group,
    string Form,
    string Stance,
    IReadOnlyList<string> Names,
    int Cols,
    string Bus,
    double? HeightMm = null,
    string? Tray = null
) : KeepsMore
{
    /// <summary>Link rates of the backplane, Gb/s; null when not known.</summary>
    public IReadOnlyList<double>? LinkGbs { get; init; }

    /// <summary>Controller, expander or root behind it.</summary>
    public string? Root { get; init; }

    /// <summary>True when drives may be changed while it runs; null when not known.</summary>
    public bool? HotPlug { get; init; }

    /// <summary>Largest drive on the maker's list, TB; null when not known.</summary>
    public double? LimitTB { get; init; }

    /// <summary>Largest drives on the maker's list by kind, where they differ; null when one limit holds for all or none is
    /// known.</summary>
    public IReadOnlyList<DriveLimit>? Limits { get; init; }

    /// <summary>The largest drive listed for drives like this one, TB; of several kinds that it may be the least; null when not
    /// known.</summary>
    public double? LimitFor(DriveSheet drive) =>
        Limits?.Where(l => l.MayMean(drive)).Select(l => (double?)l.TB).DefaultIfEmpty(null).Min() ?? LimitTB;

    /// <summary>True when an expander shares an uplink among the bays.</summary>
    public bool? Expander { get; init; }

    /// <summary>Connector at the backplane that the controller's cable goes into, such as SFF-8643 or SATA; null when not
    /// known.</summary>
    public string? Plug { get; init; }

    /// <summary>True when its power plugs feed 3.3 V to pin 3, which newer drives take as “off”; null when not known.</summary>
    public bool? PowersPin3 { get; init; }

    /// <summary>Plugs of the supply that feed its backplane, whatever it holds; null for single drives with a plug each, or when not
    /// known.</summary>
    public IReadOnlyList<SupplyPlug>? Feed { get; init; }
}
