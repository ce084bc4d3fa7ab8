using Irvak.Core.Memory;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Memory;

public class BinsTests
{
    // JEDEC JESD79-2F, -3F, -4, -5: data rates per generation.
    [Theory]
    [InlineData(MemoryGeneration.Ddr2, "400 533 667 800 1066")]
    [InlineData(MemoryGeneration.Ddr3, "800 1066 1333 1600 1866 2133")]
    [InlineData(MemoryGeneration.Ddr4, "1600 1866 2133 2400 2666 2933 3200")]
    public void Generations_have_their_published_bins(MemoryGeneration generation, string bins) =>
        Assert.Equal(bins, string.Join(' ', Bins.Of(generation)));

    [Fact]
    public void Ddr5_bins_rise_by_400_from_3200() // JEDEC JESD79-5
    {
        var bins = Bins.Of(MemoryGeneration.Ddr5);
        Assert.Equal(3200, bins[0]);
        Assert.All(Enumerable.Range(1, bins.Count - 1), i => Assert.Equal(400, bins[i] - bins[i - 1]));
    }

    [Theory]
    [InlineData(MemoryGeneration.Ddr3, 1334, 1333)]
    [InlineData(MemoryGeneration.Ddr4, 2134, 2133)]
    [InlineData(MemoryGeneration.Ddr4, 2667, 2666)]
    [InlineData(MemoryGeneration.Ddr4, 2500, 2500)]
    public void Rounded_names_mean_the_same_bin(MemoryGeneration generation, int seen, int named) =>
        Assert.Equal(named, Bins.Named(generation, seen));

    [Theory]
    [InlineData(1600, 1333, 1333)] // 1600 module on a 1333 processor runs at 1333 (common practice, no source)
    [InlineData(2133, 1900, 1866)]
    public void The_highest_bin_below_a_limit_is_taken(int module, int limit, int bin) =>
        Assert.Equal(bin, Bins.AtMost(MemoryGeneration.Ddr3, Math.Min(module, limit)));

    [Theory]
    [InlineData(16, 2, 4, 4)] // 16GB 2Rx4 PC3L-10600R: 4 Gbit dies (JEDEC standard 21-C label example)
    [InlineData(8, 2, 8, 4)] // 8GB 2Rx8
    [InlineData(32, 2, 8, 16)] // 32GB 2Rx8 PC5
    public void Label_implies_the_chip_density(int gib, int ranks, int width, double gbit) =>
        Assert.Equal(
            gbit,
            Bins.DieGbit(
                new ModuleSheet
                {
                    CapacityMiB = gib * 1024,
                    Ranks = ranks,
                    DeviceWidth = width,
                }
            )
        );

    /// <summary>Chip densities in Gbit by generation: JESD79-2, JESD79-3, JESD79-4, JESD79-5 (from memory).</summary>
    [Theory]
    [InlineData(MemoryGeneration.Ddr2, "0.25 0.5 1 2")]
    [InlineData(MemoryGeneration.Ddr3, "0.5 1 2 4 8")]
    [InlineData(MemoryGeneration.Ddr4, "2 4 8 16")]
    [InlineData(MemoryGeneration.Ddr5, "8 16 24 32")]
    public void Each_density_that_is_made_exists_and_none_beside_it(MemoryGeneration generation, string made)
    {
        double[] tried = [0.125, 0.25, 0.5, 0.625, 1, 1.25, 2, 2.5, 3, 4, 5, 6, 8, 10, 12, 16, 20, 24, 30, 32, 40, 128];
        Assert.Equal(
            made,
            string.Join(' ', tried.Where(d => Bins.DieExists(generation, d)).Select(d => FormattableString.Invariant($"{d}")))
        );
    }
}
