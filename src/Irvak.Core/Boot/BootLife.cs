using System.Text.Json.Serialization;
using Irvak.Core.Contracts;
using Irvak.Core.Drives;
using Irvak.Core.Quantities;

namespace Irvak.Core.Boot;

/// <summary>A drive that a system starts from and writes to.</summary>
/// <param name="Bytes">Its size; null when it is not known.</param>
/// <param name="WrittenGBPerDay">Written a day, GB.</param>
/// <param name="RatedTB">Volume that it is rated for, TB; null when it is given by drive-writes per day.</param>
/// <param name="WritesPerDay">Drive-writes per day over the warranty; null when not known.</param>
/// <param name="WarrantyYears">Years that the rating counts.</param>
/// <param name="BaseGB">System and boot partitions, GB.</param>
/// <param name="GrowthGBPerYear">Kernels, logs, packages: what comes in a year, GB.</param>
/// <param name="StagingGB">Room for uploads and updates before they are installed, GB.</param>
public sealed record BootQuestion(
    long? Bytes,
    double WrittenGBPerDay = BootLife.UsualWrittenGB,
    double? RatedTB = null,
    double? WritesPerDay = null,
    double WarrantyYears = 5,
    double BaseGB = 2.2,
    double GrowthGBPerYear = 2.5,
    double StagingGB = 10
)
{
    /// <summary>Of the rating, written already, TB; null when not known.</summary>
    public double? TakenTB { get; init; }

    /// <summary>True when nothing rates it, and the volume is what is assumed at most.</summary>
    [JsonIgnore]
    public bool IsAssumed { get; init; }

    /// <summary>What is wrong with the question, with a path; null when nothing is.</summary>
    [JsonIgnore]
    public SheetProblem? Problem =>
        this switch
        {
            { Bytes: null or < 1_000_000_000 or > 1_000_000_000_000_000 } => new("/bytes", "A boot drive has 1 GB to 1000 TB."),
            { WrittenGBPerDay: < 0 or > 1e6 } => new("/writtenGBPerDay", "Written is 0 GB a day or more."),
            { RatedTB: <= 0 or > 1e7 } => new("/ratedTB", "A rated volume is more than nothing."),
            { WritesPerDay: <= 0 or > 1000 } => new("/writesPerDay", "Drive-writes per day are more than nothing."),
            _ when WarrantyYears is not (> 0 and <= 50) => new("/warrantyYears", "A warranty lasts up to 50 years."),
            _ when TakenTB is not null and not (>= 0 and <= 1e7) => new("/takenTB", "What was written is 0 TB or more."),
            _ when BaseGB is not (>= 0 and < 1e6) || GrowthGBPerYear is not (>= 0 and < 1e6) || StagingGB is not (>= 0 and < 1e6) => new(
                "/baseGB",
                "Needs are 0 GB or more."
            ),
            _ => null,
        };
}

/// <param name="RatedTB">Volume it may take, TB; null when nothing is known of it.</param>
/// <param name="TBPerYear">Written a year, TB.</param>
/// <param name="WearYears">Years until the rating is used up; null when it is not known, or nothing is written.</param>
/// <param name="SpaceYears">Years until it is full; null when it never is.</param>
/// <param name="Verdict">One plain sentence.</param>
public sealed record BootLife(double? RatedTB, double TBPerYear, double? WearYears, double? SpaceYears, string Verdict, Worked Why)
{
    /// <summary>A virtualisation host writes about so much a day: 28 quiet, 42 busy. Common practice, no source.</summary>
    public const double UsualWrittenGB = 30;

    // Longer than any machine is kept. Common practice, no source.
    private const double LongEnough = 10;

    public static BootLife Of(BootQuestion q)
    {
        // A rating of nothing is no rating.
        var rated =
            q.RatedTB is > 0 ? q.RatedTB
            : q.Bytes is { } size ? DriveDefaults.RatedBy(size, q.WritesPerDay, q.WarrantyYears)
            : null;
        var yearly = q.WrittenGBPerDay * 365 / 1000;
        double? wear = rated is { } r && yearly > 0 ? Math.Max(0, r - (q.TakenTB ?? 0)) / yearly : null;
        var room = (q.Bytes / 1e9) - q.BaseGB - q.StagingGB;
        double? space =
            room < 0 ? 0
            : q.GrowthGBPerYear > 0 ? room / q.GrowthGBPerYear
            : null;
        return new(rated, yearly, wear, space, Say(room, wear, space, rated, q.IsAssumed), Sum(q, rated, yearly, wear, space));
    }

    private static string Say(double? room, double? wear, double? space, double? rated, bool assumed)
    {
        if (room is null)
            return "Its size is not known: whether system and staging fit is not either.";
        if (room < 0)
            return "Too small: system and staging don't fit.";
        if (rated is null)
            return "How much it may be written is not known: read its sheet before it carries a system that logs.";
        var first = Math.Min(wear ?? double.MaxValue, space ?? double.MaxValue);
        if (first >= LongEnough)
            return "Lasts longer than the machine is kept.";
        var what = (wear ?? double.MaxValue) <= (space ?? double.MaxValue) ? "worn out" : "full";
        return assumed && what == "worn out"
            ? $"Nothing rates it; worn out after {first:0.#} years at most."
            : $"{Verdicts.Say.Capital(what)} after about {first:0.#} years.";
    }

    private static Worked Sum(BootQuestion q, double? rated, double yearly, double? wear, double? space)
    {
        string N(double? value, string unit) => value is { } v ? $"{v:0.##} {unit}" : "not known";
        return new(
            [
                new("written a year, a day × 365", N(yearly, "TB")),
                new(
                    q.IsAssumed ? "nothing rates it; assumed at most"
                        : q.RatedTB is null && q.WritesPerDay is not null ? "rated: size × writes a day × 365 × years"
                        : "rated",
                    N(rated, "TB")
                ),
                .. q.TakenTB is > 0 ? new WorkedLine[] { new("written already", N(q.TakenTB, "TB")) } : [],
                new(
                    q.TakenTB is > 0 ? "wear: (rated − written already) ÷ written a year" : "wear: rated ÷ written a year",
                    N(wear, "years"),
                    (wear ?? double.MaxValue) <= (space ?? double.MaxValue)
                ),
                new(
                    "space: (size − base − staging) ÷ growth",
                    q.Bytes is null ? "size not known"
                        : space is null ? "never full"
                        : N(space, "years"),
                    (space ?? double.MaxValue) < (wear ?? double.MaxValue)
                ),
            ],
            new WorkedLine(
                "lasts",
                wear is null && space is null ? "not known" : N(Math.Min(wear ?? double.MaxValue, space ?? double.MaxValue), "years"),
                true
            ),
            "drive's sheet; JESD218 and JESD219 for what a rating means; needs: common practice, no source"
        );
    }
}
