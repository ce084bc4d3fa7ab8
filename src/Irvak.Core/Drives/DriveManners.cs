using Irvak.Core.Builds;
using Irvak.Core.Inputs;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Drives;

/// <summary>Drives that fit and run, and are known to cause trouble where they are put.</summary>
public static class DriveManners
{
    public static readonly Rule Desktop = new(
        "DRV-DESKTOP",
        Family.Drive,
        Severity.Care,
        "{drive} in {place} is a desktop drive; the chassis holds {bays} bays.",
        "Many drives shake each other; desktop drives slow down and wear under it, and are not made to run day and night.",
        "makers' sheets by class; from how many bays on: common practice, no source",
        Basis.Practice
    );

    public static readonly Rule FastSpinning = new(
        "DRV-15K",
        Family.Drive,
        Severity.Note,
        "{drive} in {place} turns 15 000 times a minute: hot, small, and old by now.",
        "Flash has taken their place; those still about have mostly run for years.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Holes = new(
        "DRV-HOLES",
        Family.Drive,
        Severity.Note,
        "{drive} may have its screw holes elsewhere than the {tray} for {place} expects: look before it is needed.",
        "Large disks have no room for the middle pair of holes.",
        "SFF-8301 (alternate holes); from which size on: common practice, no source",
        Basis.Practice
    );

    // A chassis of so many bays shakes. Common practice, no source.
    private const int ManyBays = 8;

    // Disks from about this size on lack the middle holes; trays for bays whose list ends below were made before them. Common practice, no
    // source.
    private const double NoMiddleHolesTB = 6;

    internal static IEnumerable<Finding> Judge(PlanInput q)
    {
        var all = q.Sheet.Bays.Sum(b => b.Names.Count);
        foreach (var bay in q.Sheet.Bays)
        foreach (var name in bay.Names)
        {
            var place = Place.Bay(name);
            if (q.IsNew(place) && q.Planned.At(place) is { Drive: { } drive } unit)
                foreach (var finding in Of(q, bay, place, drive, unit, all))
                    yield return finding;
        }
    }

    private static IEnumerable<Finding> Of(PlanInput q, BayGroup bay, Place place, DriveSheet drive, Unit unit, int all)
    {
        Place[] places = [place];
        var (at, name) = (("place", Stated.At(place)), ("drive", unit.Short));
        if (drive is { Class: "desktop", Media: DriveMedia.Disk } && all >= ManyBays)
            yield return Finding.Of(
                Desktop,
                places,
                Worked.Against(Desktop.Source, ("bays", $"{all}"), "≥", ("bays from which on it matters", $"{ManyBays}")),
                at,
                name,
                ("bays", all)
            );
        if (drive.Class == "15k" || drive.Rpm >= 14_000)
            yield return Finding.Of(FastSpinning, places, null, at, name);
        if (
            drive is { Media: DriveMedia.Disk, Form: "3.5" }
            && drive.Bytes >= NoMiddleHolesTB * 0.999e12
            && bay is { Tray: { } tray, LimitTB: < NoMiddleHolesTB }
        )
            yield return Finding.Of(Holes, places, null, at, name, ("tray", tray));
    }
}
