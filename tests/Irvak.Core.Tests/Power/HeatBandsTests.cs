using Irvak.Core.Power;
using Irvak.Core.Tests.Arrays;

namespace Irvak.Core.Tests.Power;

/// <summary>Last and first degree of each band; the bands are common practice, no source.</summary>
public class HeatBandsTests
{
    [Theory]
    [InlineData(null, null, 45, HeatBand.Good)]
    [InlineData(null, null, 46, HeatBand.Care)]
    [InlineData(null, null, 55, HeatBand.Care)]
    [InlineData(null, null, 56, HeatBand.Urgent)]
    [InlineData(null, null, 60, HeatBand.Urgent)]
    [InlineData(null, null, 61, HeatBand.Out)]
    [InlineData(55, null, 50, HeatBand.Care)] // five degrees below its own limit
    [InlineData(55, null, 51, HeatBand.Urgent)]
    [InlineData(55, null, 55, HeatBand.Urgent)]
    [InlineData(55, null, 56, HeatBand.Out)]
    [InlineData(70, null, 55, HeatBand.Care)]
    [InlineData(70, null, 56, HeatBand.Urgent)]
    [InlineData(70, null, 71, HeatBand.Out)]
    public void A_disk(int? most, int? warn, int celsius, HeatBand band) => Check(false, most, warn, celsius, band);

    [Theory]
    [InlineData(null, null, 61, HeatBand.Good)]
    [InlineData(null, null, 62, HeatBand.Care)]
    [InlineData(null, null, 69, HeatBand.Care)]
    [InlineData(null, null, 70, HeatBand.Urgent)]
    [InlineData(null, null, 79, HeatBand.Urgent)]
    [InlineData(null, null, 80, HeatBand.Out)]
    [InlineData(null, 77, 68, HeatBand.Good)] // its own warning value
    [InlineData(null, 77, 69, HeatBand.Care)]
    [InlineData(null, 77, 76, HeatBand.Care)]
    [InlineData(null, 77, 77, HeatBand.Urgent)]
    [InlineData(null, 77, 81, HeatBand.Urgent)]
    [InlineData(null, 77, 82, HeatBand.Out)] // five degrees above its warning
    [InlineData(null, 60, 79, HeatBand.Urgent)]
    [InlineData(null, 60, 80, HeatBand.Out)]
    [InlineData(85, 77, 84, HeatBand.Urgent)]
    [InlineData(85, 77, 85, HeatBand.Out)]
    public void Flash(int? most, int? warn, int celsius, HeatBand band) => Check(true, most, warn, celsius, band);

    private static void Check(bool flash, int? most, int? warn, int celsius, HeatBand band)
    {
        var drive = (flash ? DriveBox.Flash : DriveBox.Disk) with { MostCelsius = most };
        var line = Assert.Single(PowerRuleCases.Hot(drive, celsius, warn).Evaluate().Power.Heat);
        Assert.Equal((celsius, band), (line.Celsius, line.Band));
    }
}
