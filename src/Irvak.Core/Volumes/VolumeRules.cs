using System.Globalization;
using Irvak.Core.Arrays;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Volumes;

/// <summary>What stands between the wished volumes and the arrays they lie on.</summary>
public static class VolumeRules
{
    public static readonly Rule Space = new(
        "AIM-VOLUME",
        Family.Aim,
        Severity.Care,
        "{volumes} {need} {wish} in {years}, {array} has {planned}{full}.",
        "The aim is what the owner asked for.",
        "volumes of this job",
        Basis.Sheet
    )
    {
        Sheet = WorkingSheet.Arrays,
    };

    public static readonly Rule Failures = new(
        "AIM-VOLUME-FAILURES",
        Family.Aim,
        Severity.Care,
        "{volume} is to survive {wish}, {array} survives {planned}.",
        "The aim is what the owner asked for.",
        "volumes of this job",
        Basis.Sheet
    )
    {
        Sheet = WorkingSheet.Arrays,
    };

    public static readonly Rule Asked = new(
        "AIM-VOLUME-REQUESTS",
        Family.Aim,
        Severity.Care,
        "{volume} is asked {wish} requests a second, {array} answers {planned} of its kind.",
        "What comes faster than it is answered waits in line, and the line grows.",
        "volumes of this job; n · each ÷ (reads + writes · penalty): common practice, no source",
        Basis.Practice
    )
    {
        Sheet = WorkingSheet.Arrays,
    };

    public static readonly Rule Homeless = new(
        "AIM-VOLUME-NOWHERE",
        Family.Aim,
        Severity.Note,
        "No array of the plan is {volume}’s: say in Aim on which it lies, or call one so.",
        "What has no place is not worked out.",
        "volumes of this job",
        Basis.Sheet
    )
    {
        Sheet = WorkingSheet.Arrays,
    };

    public static IEnumerable<Finding> Judge(IReadOnlyList<VolumeFigures> volumes, ArraySheet arrays, int years)
    {
        foreach (var shared in volumes.Where(v => v.Planned is not null).GroupBy(v => v.Planned!.Array))
            if (arrays.Planned.FirstOrDefault(a => a.Plan.Name == shared.Key) is { } array)
                foreach (var finding in Judge([.. shared], array, years))
                    yield return finding;
        if (arrays.Planned.Count > 0)
            foreach (var v in volumes.Where(v => v.Planned is null))
                yield return Finding.Of(
                    Homeless,
                    [],
                    Worked.Sum("volumes of this job", new(v.Volume.Name, "no array of its name")),
                    ("volume", v.Volume.Name)
                );
    }

    private static IEnumerable<Finding> Judge(IReadOnlyList<VolumeFigures> on, ArrayFigures array, int years)
    {
        var home = on[0].Planned!;
        var wish = on.Aggregate((double?)0, (sum, v) => sum + (v.WishTB ?? v.NowTB));
        if (home.UsableTB is { } usable && wish is { } need && need > usable)
            yield return Finding.Of(
                Space,
                [.. array.Plan.Members],
                Worked.Sum(
                    "volumes of this job",
                    new("short", TB(need - usable), true),
                    [
                        .. on.Select(v => new WorkedLine(v.Volume.Name, OfOne(v, years))),
                        new($"usable space of {array.Plan.Name}", TB(usable)),
                    ]
                ),
                ("volumes", Say.Words([.. on.Select(v => v.Volume.Name)])),
                ("need", on.Count == 1 ? "needs" : "need"),
                ("wish", new DiskSpace((long)(need * 1e12))),
                ("years", Say.Count(years, "year", "years")),
                ("array", array.Plan.Name),
                ("planned", new DiskSpace((long)(usable * 1e12))),
                (
                    "full",
                    home.FullInYears is { } full
                        ? full <= 0
                            ? ": full already"
                            : $": full in {Years(full)}"
                        : ""
                )
            );
        foreach (var v in on)
        {
            if (v.Volume is { Failures: { } failures, Scratch: false } && home.Survives is { } survives && survives < failures)
                yield return Finding.Of(
                    Failures,
                    [.. array.Plan.Members],
                    Worked.Against(
                        "volumes of this job; definition of the level",
                        ("failed drives it survives", $"{survives}"),
                        "<",
                        ("wish", $"{failures}")
                    ),
                    ("volume", v.Volume.Name),
                    ("wish", Say.Count(failures, "failed drive", "failed drives")),
                    ("array", array.Plan.Name),
                    ("planned", survives == 0 ? "none" : $"{survives}")
                );
            if (v.Volume.RequestsPerSecond is { } asked && v.Planned!.Requests is { } answers && answers < asked * AsGoodAs)
                yield return Finding.Of(
                    Asked,
                    [.. array.Plan.Members],
                    Worked.Against(Asked.Source, ("requests a second it answers", $"{answers:0}"), "<", ("wish", $"{asked:0}")),
                    ("volume", v.Volume.Name),
                    ("wish", $"{asked:0}"),
                    ("array", array.Plan.Name),
                    ("planned", $"{answers:0}")
                );
        }
    }

    // Below what a sum of fractions rounds to.
    private const double AsGoodAs = 1 - 1e-9;

    private static string OfOne(VolumeFigures v, int years) =>
        v.WishTB is { } wish
            ? $"{Number(v.NowTB!.Value)} + {years} · {Number(v.Volume.GrowthTB!.Value)} = {TB(wish)}"
            : $"{TB(v.NowTB!.Value)} now; how fast it grows nobody said";

    private static string Years(double years) =>
        years < 2 ? Say.Count((int)Math.Floor(years * 12), "month", "months") : $"{Math.Floor(years * 10) / 10:0.#} years";

    private static string Number(double value) => value.ToString("0.###", CultureInfo.InvariantCulture);

    private static string TB(double value) => new DiskSpace((long)(value * 1e12)).ToString();
}
