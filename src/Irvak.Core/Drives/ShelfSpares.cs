namespace Irvak.Core.Drives;

/// <summary>Drives to keep on the shelf while others are being ordered.</summary>
/// <param name="Mean">Failures expected in the time that a new one takes to come.</param>
/// <param name="Count">Smallest number with which that time is got over with the wanted certainty.</param>
/// <param name="Certainty">Chance that so many are enough, 0 to 1.</param>
public sealed record ShelfSpares(double Mean, int Count, double Certainty)
{
    /// <summary>Days until a drive that is ordered lies here, and how certain one wants to be. Common practice, no source.</summary>
    public const double UsualDays = 30,
        UsualTarget = 0.95;

    // More spares than that are a second array.
    private const int Most = 1000;

    /// <summary>Failures are taken as independent and rare: a Poisson count of mean n · share failing a year · days ÷ 365.</summary>
    /// <exception cref="ArgumentOutOfRangeException">A negative count or time, or a target that is none.</exception>
    public static ShelfSpares Of(int drives, double failuresPerYear, double days = UsualDays, double target = UsualTarget)
    {
        ArgumentOutOfRangeException.ThrowIfNegative(drives);
        ArgumentOutOfRangeException.ThrowIfNegative(failuresPerYear);
        ArgumentOutOfRangeException.ThrowIfNegative(days);
        if (target is not (> 0 and < 1))
            throw new ArgumentOutOfRangeException(nameof(target), target, "A target lies between 0 and 1.");
        var mean = drives * failuresPerYear * days / 365;
        var term = Math.Exp(-mean);
        var sum = term;
        var count = 0;
        while (sum < target && count < Most)
            sum += term *= mean / ++count;
        return new(mean, count, sum);
    }
}
