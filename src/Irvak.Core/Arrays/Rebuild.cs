using Irvak.Core.Drives;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Arrays;

/// <summary>One drive replaced and filled again.</summary>
/// <param name="MBs">Mean rate, MB/s.</param>
/// <param name="Hours">From start to end.</param>
/// <param name="FurtherFailure">Chance that meanwhile so many drives fail that the array is lost, 0 to 1.</param>
/// <param name="Unreadable">Chance, at most, that an unreadable sector is met while nothing can make up for it, 0 to 1.</param>
/// <param name="ReadBytes">Bytes read for it.</param>
public sealed record Rebuild(Throughput MBs, double Hours, double FurtherFailure, double Unreadable, long ReadBytes)
{
    /// <param name="pathMBs">What the path behind the drives leaves for it, MB/s; null when it is not known.</param>
    /// <returns>Null where there is nothing to rebuild from.</returns>
    public static Rebuild? Of(ArrayShape shape, IReadOnlyList<DriveSheet?> drives, DriveFigures? figures = null, Throughput? pathMBs = null)
    {
        var share = figures?.RebuildShare ?? DriveDefaults.UsualRebuildShare;
        var hit = shape
            .Groups.Where(g => g.Tolerance > 0)
            .OrderByDescending(g => g.Count)
            .ThenByDescending(g => g.Bytes.Max())
            .FirstOrDefault();
        if (hit is null || drives.Count == 0 || share is not (> 0 and <= 1))
            return null;
        var own =
            share
            * drives.Min(d =>
                Throughput.Least(
                    DriveDefaults.OverAPass(d, DriveDefaults.Writes(d).Value),
                    DriveDefaults.OverAPass(d, DriveDefaults.Reads(d).Value)
                )
            );
        var rate = pathMBs is { Passes: true } path ? Throughput.Least(own, path) : own;
        var bytes = hit.Bytes.Max();
        var hours = rate.HoursFor(bytes);
        var mttf = drives.Min(d => DriveDefaults.Mttf(d, figures).Value);
        var worst = drives.Max(d => DriveDefaults.UnreadablePerBit(d, figures).Value);
        // With one failure tolerated nothing is left while it rebuilds; with more, only after all but one of them happened.
        var mirror = shape.Level is ArrayLevel.Mirror or ArrayLevel.Pairs;
        var sources = mirror ? 1 : hit.Count - hit.Tolerance;
        var read = checked(sources * hit.Bytes.Min());
        return new(rate, hours, Further(hit, mttf, hours), ReadingError(read, worst), read)
        {
            Hit = hit,
            MttfHours = mttf,
            OwnMBs = own,
        };
    }

    /// <summary>How long it takes: what is filled over the rate.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public Worked Why =>
        new(
            [
                new("to fill", Hit is null ? "not known" : DiskSpace.TB(Hit.Bytes.Max())),
                new(
                    MBs < OwnMBs ? "mean rate, held back by the path" : "mean rate of the drives, as the share given to rebuilding",
                    $"{MBs}",
                    true
                ),
            ],
            new("rebuild", $"{Hours:0.#} h"),
            "size ÷ rate; the share given to rebuilding: common practice, no source"
        );

    /// <summary>The group that the drive is out of.</summary>
    [System.Text.Json.Serialization.JsonIgnore]
    public ArrayGroup? Hit { get; init; }

    [System.Text.Json.Serialization.JsonIgnore]
    public double MttfHours { get; init; }

    /// <summary>What the drives themselves would give, MB/s; more than <see cref="MBs"/> where the path is narrower.</summary>
    public Throughput OwnMBs { get; init; }

    /// <summary>The same with the chance counted from the failure on, over the wait before it too.</summary>
    internal Rebuild Over(double hours) => Hit is null ? this : this with { FurtherFailure = Further(Hit, MttfHours, hours) };

    /// <summary>Chance that, one drive being out, as many more fail as lose the group before the rebuild ends.</summary>
    private static double Further(ArrayGroup group, double mttf, double hours) => AtLeast(group.Tolerance, group.Count - 1, hours / mttf);

    /// <summary>Chance that at least so many of the drives fail within a time: the upper tail of a binomial, summed from its larger terms
    /// down.</summary>
    /// <param name="lives">The time as a share of the mean life.</param>
    internal static double AtLeast(int needed, int drives, double lives)
    {
        if (needed == 1)
            return -NearOne.ExpM1(-drives * lives);
        var one = -NearOne.ExpM1(-lives);
        var sum = 0.0;
        for (var k = needed; k <= drives; k++)
            sum += Survival.Choose(drives, k) * Math.Pow(one, k) * Math.Pow(1 - one, drives - k);
        return sum;
    }

    /// <summary>
    /// Chance of at least one unreadable sector in so many bytes: −(e^(bits·ln(1 − p)) − 1). The plain form loses all digits below 10⁻¹⁵.
    /// </summary>
    public static double ReadingError(double bytes, double perBit) => -NearOne.ExpM1(bytes * 8 * NearOne.Log1p(-perBit));
}
