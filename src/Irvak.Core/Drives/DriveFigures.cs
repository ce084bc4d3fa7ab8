using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Drives;

/// <summary>Figures that somebody put in place of the defaults, for one job; null leaves the default. A drive's own sheet wins over
/// both.</summary>
/// <param name="DiskFailures">Share of disks that fail within a year, 0 to 1.</param>
/// <param name="FlashFailures">The same of flash.</param>
/// <param name="DiskExponent">Unreadable sectors per bit read of disks: 15 for 10⁻¹⁵.</param>
/// <param name="FlashExponent">The same of flash.</param>
/// <param name="RepairStartsHours">Hours until a repair starts without a spare.</param>
/// <param name="RebuildShare">Share of the drives' rate that a rebuild gets beside other work, above 0 to 1.</param>
/// <param name="SpareDays">Days until a drive that is ordered lies here.</param>
/// <param name="SpareTarget">How certain the shelf's spares are to last, 0 to 1.</param>
public sealed record DriveFigures(
    double? DiskFailures = null,
    double? FlashFailures = null,
    int? DiskExponent = null,
    int? FlashExponent = null,
    double? RepairStartsHours = null,
    double? RebuildShare = null,
    double? SpareDays = null,
    double? SpareTarget = null
)
{
    /// <summary>Drives of a group that are repaired at the same time; null for all that failed.</summary>
    public int? RepairsAtOnce { get; init; }

    public static readonly DriveFigures Usual = new();

    internal SheetProblem? Problem =>
        new[] { DiskFailures, FlashFailures }.Any(f => f is not null and not (> 0 and < 1))
            ? new("/diskFailures", "A share that fails in a year lies between 0 and 100 %.")
        : new[] { DiskExponent, FlashExponent }.Any(e => e is not null and not (>= 8 and <= 24))
            ? new("/diskExponent", "Unreadable sectors per bit lie between 10⁻⁸ and 10⁻²⁴.")
        : RepairStartsHours is not null and not (>= 0 and <= 8760) ? new("/repairStartsHours", "A repair starts within 0 to 8760 hours.")
        : RebuildShare is not null and not (> 0 and <= 1) ? new("/rebuildShare", "A rebuild gets more than nothing, up to all of the rate.")
        : SpareDays is not null and not (>= 0 and <= 3650) ? new("/spareDays", "A drive comes within 0 to 3650 days.")
        : RepairsAtOnce is not null and not (>= 1 and <= 16) ? new("/repairsAtOnce", "1 to 16 drives are repaired at the same time.")
        : SpareTarget is not null and not (> 0 and < 1) ? new("/spareTarget", "A certainty lies between 0 and 100 %.")
        : null;
}

/// <summary>One figure with its default, for the screen.</summary>
/// <param name="Key">Name of the figure, as in <see cref="DriveFigures"/>.</param>
/// <param name="Factor">What a typed number is divided by to become the figure: 100 for per cent.</param>
/// <param name="UsualWords">The default in words where it differs by class; null where it is one number.</param>
/// <param name="Own">What was put in its place; null for the default.</param>
public sealed record FigureRow(
    string Key,
    string Name,
    string Unit,
    double Usual,
    double? Own,
    double Factor,
    string Source,
    string? UsualWords = null
);

/// <summary>Puts figures in place of the defaults; null brings all defaults back.</summary>
[EditName("setFigures")]
public sealed record SetFigures(DriveFigures? Figures) : SliceEdit<DriveSlice>
{
    public override IEnumerable<string> Touches() => ["figures"];

    public override string ValueAt(string subject) => Figures is null ? "the defaults" : FieldWords.All(Figures);

    public override string Tell() =>
        Figures is null ? "brings the default figures of drives back" : "puts own figures in place of defaults of drives";

    public override SheetProblem? Refusal(MachineState machine, DriveSlice slice) =>
        Figures?.Problem is { } wrong ? wrong with { Path = "/edit/figures" + wrong.Path } : null;

    public override DriveSlice Applied(MachineState machine, DriveSlice slice, Stamp stamp) =>
        slice with
        {
            Figures = Figures ?? DriveFigures.Usual,
        };
}
