using System.Collections.Immutable;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Drives;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Wear;

/// <summary>Life of one flash drive of the plan.</summary>
/// <param name="Serves">What it is for.</param>
/// <param name="GBPerDay">Written to it a day, GB; null when nobody knows.</param>
/// <param name="Basis">Where that comes from.</param>
/// <param name="RatedTB">Volume it may take, TB; null when its sheet does not tell.</param>
/// <param name="WrittenTB">Of that, already written; null when not known.</param>
/// <param name="Years">Years that are left; null when one of these is missing.</param>
public sealed record EnduranceRow(
    Place Place,
    string Name,
    string Serves,
    double? GBPerDay,
    string Basis,
    double? RatedTB,
    double? WrittenTB,
    double? Years
);

/// <summary>How long every flash drive of the plan lasts under what is written to it.</summary>
public static class Endurance
{
    public static readonly Rule Short = new(
        "DRV-ENDURE",
        Family.Drive,
        Severity.Care,
        "{drive} in {place} is written up after about {years} years at {daily} GB a day.",
        "What is written every day uses up what it is rated for.",
        "drive's sheet; JESD218 for what a rating means",
        Basis.Sheet
    );

    private const double Soon = 5;

    public static IReadOnlyList<EnduranceRow> Of(BootInput q, IReadOnlyList<CacheFigures> caches, BootPlan? boot) =>
        [.. q.Planned.Units.Where(u => u.Value.Drive is { Media: DriveMedia.Flash }).Select(u => Row(q, u.Key, u.Value, caches, boot))];

    private static EnduranceRow Row(BootInput q, Place place, Builds.Unit unit, IReadOnlyList<CacheFigures> caches, BootPlan? boot)
    {
        var drive = unit.Drive!;
        var rated = DriveDefaults.RatedTB(drive);
        var own = !q.IsNew(place) && unit.Serial is { } serial ? q.Writes.GetValueOrDefault(serial) : null;
        var (serves, daily, basis) = Daily(q, place, own, caches, boot);
        double? written =
            own is not null ? own.Last.Bytes / 1e12
            : q.IsNew(place) ? 0
            : null;
        double? years = rated is { } r && daily is > 0 ? Math.Max(0, r - (written ?? 0)) * 1000 / (daily.Value * 365) : null;
        return new(place, unit.Short, serves, daily, basis, rated, written, years);
    }

    private static (string Serves, double? GBPerDay, string Basis) Daily(
        BootInput q,
        Place place,
        WriteMarks? own,
        IReadOnlyList<CacheFigures> caches,
        BootPlan? boot
    )
    {
        if (caches.FirstOrDefault(c => c.Plan.Places.Contains(place))?.Plan is { } cache)
            return (
                $"cache {cache.Name}",
                cache.WrittenGBPerDay > 0 ? cache.WrittenGBPerDay * CacheFront.Amplification / cache.Shares : own?.Rate?.GBPerDay,
                cache.WrittenGBPerDay > 0 ? "as said of the cache, twice for small writes" : own?.Rate?.Basis ?? "not said"
            );
        if (boot?.Places.Contains(place) == true)
            return (q.Boot is null || q.Boot.WrittenGBPerDay == BootLife.UsualWrittenGB) && own?.Rate is { } measured
                ? ("boot", measured.GBPerDay + boot.SharedWrittenGBPerDay, measured.Basis)
                : (
                    "boot",
                    boot.WrittenGBPerDay + boot.SharedWrittenGBPerDay,
                    q.Boot is null ? "usual for a boot drive (common practice, no source)" : "as said of the boot drive"
                );
        if (q.Arrays.FirstOrDefault(a => a.Members.Contains(place)) is { } array)
        {
            if (own?.Rate is { } seen && q.StillAs(array) is not null && array.WrittenGBPerDay is null)
                return ($"array {array.Name}", seen.GBPerDay, seen.Basis);
            if (array.WrittenGBPerDay is { } said)
                return (
                    $"array {array.Name}",
                    said * Copies(array) / array.Members.Count,
                    $"as said of {array.Name}, {Copies(array)} writes for each over {array.Members.Count} drives"
                );
            return ($"array {array.Name}", own?.Rate?.GBPerDay, own?.Rate?.Basis ?? "not said: give the array’s volume a day");
        }
        return ("nothing yet", own?.Rate?.GBPerDay, own?.Rate?.Basis ?? "not said");
    }

    /// <summary>Writes that one small write becomes: data, its copies or its parities.</summary>
    private static int Copies(ArrayPlan array) =>
        array.Level switch
        {
            ArrayLevel.Mirror => array.Members.Count,
            ArrayLevel.Pairs or ArrayLevel.Parity1 or ArrayLevel.Layered1 => 2,
            ArrayLevel.Parity2 or ArrayLevel.Layered2 => 3,
            ArrayLevel.Parity3 => 4,
            _ => 1,
        };

    internal static IEnumerable<Finding> Judge(IReadOnlyList<EnduranceRow> rows) =>
        rows.Where(r => r.Years < Soon && r.Serves is not "boot" && !r.Serves.StartsWith("cache", StringComparison.Ordinal))
            .Select(r =>
                Finding.Of(
                    Short,
                    [r.Place],
                    Worked.Sum(
                        Short.Source,
                        new("years", $"{r.Years:0.#}", true),
                        new("rated", $"{r.RatedTB:0.#} TB written"),
                        new("written so far", r.WrittenTB is { } w ? $"{w:0.#} TB" : "not known"),
                        new WorkedLine($"a day, {r.Basis}", $"{r.GBPerDay:0.#} GB")
                    ),
                    ("drive", r.Name),
                    ("place", Stated.At(r.Place)),
                    ("years", r.Years!.Value.ToString("0.#")),
                    ("daily", r.GBPerDay!.Value.ToString("0.#"))
                )
            );
}
