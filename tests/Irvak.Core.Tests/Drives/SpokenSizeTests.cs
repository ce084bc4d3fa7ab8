using Irvak.Core.Drives;

namespace Irvak.Core.Tests.Drives;

public class SpokenSizeTests
{
    /// <remarks>Figures that pages print of drives as sold: 1 TB = 10¹² bytes divided by 2⁴⁰ or 2³⁰, computed independently.</remarks>
    [Theory]
    [InlineData(12, 4, false)]
    [InlineData(10.91, 4, true)]
    [InlineData(10.9, 4, true)]
    [InlineData(7.68, 4, false)]
    [InlineData(6.98, 4, true)]
    [InlineData(1.8, 4, false)] // sold as such
    [InlineData(1.82, 4, true)] // 2 TB
    [InlineData(1.09, 4, true)] // 1.2 TB
    [InlineData(931.5, 3, true)] // 1 TB
    [InlineData(960, 3, false)]
    [InlineData(894.2, 3, true)] // 960 GB
    [InlineData(446.6, 3, true)] // 480 GB
    [InlineData(558, 3, true)] // 600 GB
    [InlineData(16.37, 4, true)] // 18 TB
    [InlineData(3.6, 4, true)] // 4 TB, cut after one digit
    [InlineData(232, 3, true)] // 250 GB, cut to whole numbers
    [InlineData(9.30, 4, null)] // neither 9.3 nor 10.2 TB is sold
    [InlineData(680, 3, null)]
    [InlineData(0, 4, null)]
    public void A_printed_figure_is_read_as_the_size_that_is_sold(double figure, int power, bool? binary)
    {
        var text = figure.ToString(System.Globalization.CultureInfo.InvariantCulture);
        Assert.Equal(binary, SpokenSize.IsBinary(figure, power, text.Contains('.') ? text.Length - text.IndexOf('.') - 1 : 0));
    }

    /// <remarks>Names of drives as the trade sells them: common practice, no source.</remarks>
    [Fact]
    public void Every_size_that_is_sold_is_known_by_its_name()
    {
        double[] gb =
        [
            18,
            36,
            73,
            74,
            80,
            120,
            128,
            146,
            147,
            160,
            200,
            240,
            250,
            256,
            300,
            320,
            400,
            450,
            480,
            500,
            512,
            600,
            640,
            750,
            800,
            900,
            960,
        ];
        double[] tb =
        [
            1,
            1.2,
            1.5,
            1.6,
            1.8,
            1.92,
            2,
            2.4,
            2.5,
            3,
            3.2,
            3.84,
            4,
            5,
            6,
            6.4,
            7.68,
            8,
            10,
            12,
            12.8,
            14,
            15.36,
            16,
            18,
            20,
            22,
            24,
            25.6,
            26,
            28,
            30,
            30.72,
            32,
            36,
            40,
            61.44,
            122.88,
        ];
        Assert.All(gb, size => Assert.False(SpokenSize.IsBinary(size, 3, 0)));
        Assert.All(tb, size => Assert.False(SpokenSize.IsBinary(size, 4, 2)));
    }

    [Fact]
    public void What_was_printed_to_more_digits_must_be_nearer()
    {
        // 3.6 may be 3.638 cut short; 3.600 may not.
        Assert.Equal((true, (bool?)null), (SpokenSize.IsBinary(3.6, 4, 1)!.Value, SpokenSize.IsBinary(3.6, 4, 3)));
    }
}
