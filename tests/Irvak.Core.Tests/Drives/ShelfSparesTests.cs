using Irvak.Core.Drives;
using MathNet.Numerics.Distributions;

namespace Irvak.Core.Tests.Drives;

public class ShelfSparesTests
{
    [Fact]
    public void A_hundred_drives_of_three_per_cent_and_thirty_days_want_one() // computed independently: mean 0.246575, 0.974164
    {
        var spares = ShelfSpares.Of(100, 0.03);
        Assert.Equal((0.246575, 1, 0.974164), (Math.Round(spares.Mean, 6), spares.Count, Math.Round(spares.Certainty, 6)));
    }

    [Theory]
    [InlineData(0, 0.02, 30, 0.95)]
    [InlineData(12, 0.015, 30, 0.99)]
    [InlineData(500, 0.08, 60, 0.999)]
    [InlineData(5000, 0.05, 90, 0.95)]
    // MathNet.Numerics, Poisson
    public void It_is_the_smallest_count_whose_Poisson_sum_reaches_the_target(int drives, double failures, double days, double target)
    {
        var spares = ShelfSpares.Of(drives, failures, days, target);
        double Reached(int s) =>
            spares.Mean == 0 ? 1
            : s < 0 ? 0
            : Poisson.CDF(spares.Mean, s);
        Assert.True(Reached(spares.Count) >= target && Reached(spares.Count - 1) < target || spares.Count == 0);
        Assert.Equal(Reached(spares.Count), spares.Certainty, 1e-9);
    }

    [Fact]
    public void Nonsense_is_refused()
    {
        Assert.Throws<ArgumentOutOfRangeException>(() => ShelfSpares.Of(-1, 0.01));
        Assert.Throws<ArgumentOutOfRangeException>(() => ShelfSpares.Of(10, 0.01, 30, 1));
    }
}
