using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Drives;

/// <summary>A figure with who says so.</summary>
public sealed record Sourced<T>(T Value, string Source, Basis Basis);

/// <summary>Figures of a drive that its own sheet does not tell. The sheet's value always wins.</summary>
public static class DriveDefaults
{
    /// <summary>Share of the drives' rate that a rebuild gets beside other work. Common practice, no source.</summary>
    public const double UsualRebuildShare = 0.5;

    /// <summary>TB by drive-writes per day: size × writes × 365 × years.</summary>
    public static double? RatedBy(long bytes, double? writesPerDay, double years) =>
        writesPerDay is { } w ? bytes / 1e12 * w * 365 * years : null;

    public const double HoursPerYear = 8760;

    /// <summary>Hours until a repair starts without a spare: to notice, order and fit. Common practice, no source.</summary>
    public const double RepairStartsHours = 48;

    // Share of drives that fail within a year. Common practice: large published fleets lie between 0.5 and 4 %.
    private const double DiskFailures = 0.015,
        FlashFailures = 0.009;

    // Unreadable sectors per bit read, as powers of ten: makers' sheets; JESD218 for flash.
    private static readonly (string Class, int Exponent)[] Unreadable =
    [
        ("desktop", 14),
        ("camera", 14),
        ("client-disk", 14),
        ("nearline", 15),
        ("enterprise-disk", 16),
        ("10k", 16),
        ("15k", 16),
        ("client-flash", 15),
        ("enterprise-flash", 16),
    ];

    // Reading in order on the outer track, MB/s, and random requests per second, by turns per minute. Common practice, size dependent.
    private static readonly (int Rpm, Throughput Rate, double Requests)[] Disks =
    [
        (5400, new(180), 60),
        (7200, new(250), 75),
        (10_000, new(220), 140),
        (15_000, new(260), 180),
    ];

    private static readonly Throughput SataFlash = new(520),
        Nvme = new(3000),
        // Sticks and cards: common practice, from memory.
        Stick = new(100);

    private const double SataFlashRequests = 50_000,
        NvmeRequests = 300_000,
        StickRequests = 1000;

    /// <summary>Share of a disk's outer rate that a whole pass makes, inner tracks half as fast as outer ones.</summary>
    public const double MeanOverSurface = 0.75;

    /// <summary>Mean time to failure, hours: 8760 ÷ −ln(1 − share failing in a year).</summary>
    public static double MttfHours(double failuresPerYear) => -HoursPerYear / NearOne.Log1p(-failuresPerYear);

    /// <summary>Share that fails in a year: 1 − e^(−8760 ÷ mean time to failure).</summary>
    public static double FailuresPerYear(double mttfHours) => -NearOne.ExpM1(-HoursPerYear / mttfHours);

    public static Sourced<double> Mttf(DriveSheet? drive, DriveFigures? own = null)
    {
        if (drive?.MttfHours is > 0 and var hours)
            return new(hours, "drive's sheet", Basis.Sheet);
        var flash = drive?.Media == DriveMedia.Flash;
        if ((flash ? own?.FlashFailures : own?.DiskFailures) is { } said)
            return new(MttfHours(said), $"{100 * said:0.##} % fail in a year, as set in this job", Basis.Practice);
        var share = flash ? FlashFailures : DiskFailures;
        return new(MttfHours(share), $"{100 * share:0.#} % fail in a year (common practice, no source)", Basis.Practice);
    }

    /// <summary>Unreadable sectors per bit read: an upper bound.</summary>
    public static Sourced<double> UnreadablePerBit(DriveSheet? drive, DriveFigures? figures = null)
    {
        if (drive?.UnreadableExponent is { } own)
            return new(Math.Pow(10, -own), "drive's sheet", Basis.Sheet);
        var flash = drive?.Media == DriveMedia.Flash;
        if ((flash ? figures?.FlashExponent : figures?.DiskExponent) is { } said)
            return new(Math.Pow(10, -said), "as set in this job", Basis.Practice);
        var name = drive?.Class switch
        {
            "enterprise" => flash ? "enterprise-flash" : "enterprise-disk",
            "client" => flash ? "client-flash" : "client-disk",
            null => flash ? "client-flash" : "desktop",
            { } c => c,
        };
        var row = Unreadable.FirstOrDefault(u => u.Class == name);
        var exponent =
            row.Exponent == 0
                ? flash
                    ? 15
                    : 14
                : row.Exponent;
        return new(
            Math.Pow(10, -exponent),
            flash ? "JESD218" : "usual for its class (makers' sheets)",
            flash ? Basis.Standard : Basis.Practice
        );
    }

    /// <summary>Reading in order at its best.</summary>
    public static Sourced<Throughput> Reads(DriveSheet? drive) =>
        drive?.ReadMBs is > 0 and var own
            ? new(new(own), "drive's sheet", Basis.Sheet)
            : new(Usual(drive), "usual for its kind (common practice, no source)", Basis.Practice);

    /// <summary>Writing in order at its best.</summary>
    public static Sourced<Throughput> Writes(DriveSheet? drive) =>
        drive?.WriteMBs is > 0 and var own
            ? new(new(own), "drive's sheet", Basis.Sheet)
            : new(Usual(drive), "usual for its kind (common practice, no source)", Basis.Practice);

    // Years that a rating by drive-writes counts where the sheet does not tell. Common practice, no source.
    private const double WarrantyYears = 5;

    /// <summary>Volume that a drive may take, TB: by its sheet, else by its drive-writes a day over the warranty; null when it tells
    /// neither.</summary>
    public static double? RatedTB(DriveSheet drive) =>
        drive.RatedWritesTB
        ?? (
            drive.Bytes is { } bytes
                ? RatedBy(bytes, drive.WritesPerDay, drive.WarrantyYears is > 0 and <= 50 and var years ? years : WarrantyYears)
                : null
        );

    /// <summary>Mean over a whole pass: a disk slows towards its inner tracks.</summary>
    public static Throughput OverAPass(DriveSheet? drive, Throughput best) =>
        drive?.Media == DriveMedia.Flash ? best : best * MeanOverSurface;

    /// <summary>Small random requests per second.</summary>
    public static Sourced<double> Requests(DriveSheet? drive) =>
        new(
            drive?.Media == DriveMedia.Flash
                ? drive.Protocol == DriveProtocol.Nvme
                    ? NvmeRequests
                    : PortMedia.IsFrail(drive)
                        ? StickRequests
                        : SataFlashRequests
                : Disk(drive).Requests,
            "usual for its kind (common practice, no source)",
            Basis.Practice
        );

    /// <summary>The figures that can be replaced, each with its default and where that comes from.</summary>
    public static IReadOnlyList<FigureRow> Table(DriveFigures own) =>
        [
            Share(
                "diskFailures",
                "Disks that fail in a year",
                "%",
                DiskFailures,
                own.DiskFailures,
                "common practice; large published fleets lie between 0.5 and 4 %"
            ),
            Share("flashFailures", "Flash drives that fail in a year", "%", FlashFailures, own.FlashFailures, "common practice"),
            new(
                "diskExponent",
                "Unreadable sector of a disk, one in 10 to the",
                "bits",
                14,
                own.DiskExponent,
                1,
                "makers’ sheets by class; one of unknown class counts as desktop",
                Classes(flash: false)
            ),
            new(
                "flashExponent",
                "Unreadable sector of flash, one in 10 to the",
                "bits",
                15,
                own.FlashExponent,
                1,
                "JESD218; one of unknown class counts as client",
                Classes(flash: true)
            ),
            new(
                "repairStartsHours",
                "Without a spare a repair starts after",
                "h",
                RepairStartsHours,
                own.RepairStartsHours,
                1,
                "common practice: to notice, order and fit"
            ),
            Share("rebuildShare", "Of the drives’ rate a rebuild gets", "%", UsualRebuildShare, own.RebuildShare, "common practice"),
            new(
                "repairsAtOnce",
                "Failed drives of a group are repaired at the same time",
                "",
                0,
                own.RepairsAtOnce,
                1,
                "common practice: keepers with a spare for each; many rebuild one after the other, then 1",
                "all of them"
            ),
            new("spareDays", "A drive that is ordered comes in", "days", ShelfSpares.UsualDays, own.SpareDays, 1, "common practice"),
            Share(
                "spareTarget",
                "The shelf’s spares are to last in",
                "% of cases",
                ShelfSpares.UsualTarget,
                own.SpareTarget,
                "common practice"
            ),
        ];

    /// <summary>"14 desktop, camera, client · 15 nearline · 16 …": what each class is taken for, out of the same table as the
    /// sums.</summary>
    private static string Classes(bool flash) =>
        string.Join(
            " · ",
            Unreadable
                .Where(u => u.Class.EndsWith("-flash", StringComparison.Ordinal) == flash)
                .GroupBy(u => u.Exponent)
                .OrderBy(g => g.Key)
                .Select(g => $"{g.Key} {string.Join(", ", g.Select(u => u.Class.Replace("-flash", "").Replace("-disk", "")))}")
        );

    /// <summary>A share, which people type in per cent.</summary>
    private static FigureRow Share(string key, string name, string unit, double usual, double? own, string source) =>
        new(key, name, unit, 100 * usual, 100 * own, 100, source);

    private static Throughput Usual(DriveSheet? drive) =>
        drive?.Media == DriveMedia.Flash
            ? drive.Protocol == DriveProtocol.Nvme
                ? Nvme
                : PortMedia.IsFrail(drive)
                    ? Stick
                    : SataFlash
            : Disk(drive).Rate;

    private static (int Rpm, Throughput Rate, double Requests) Disk(DriveSheet? drive) =>
        Disks.MinBy(d => Math.Abs(d.Rpm - (drive?.Rpm is > 0 and var rpm ? rpm : 7200)));
}
