using Irvak.Core.Arrays;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Arrays;

/// <summary>What may be asked of the sums of arrays: the last value that is taken, the first that is not. Own definition.</summary>
public class BoundsTests
{
    private static readonly SimulationQuestion Usual = new();

    public static TheoryData<string, double, double> OfSimulations =>
        new()
        {
            { "/years", 50, 50.001 },
            { "/years", 0.001, 0 },
            { "/years", 0.001, double.NaN },
            { "/runs", 1, 0 },
            { "/runs", 100_000_000, 100_000_001 },
            { "/shape", 0.5, 0.499 },
            { "/shape", 5, 5.001 },
            { "/spares", 0, -1 },
            { "/spares", 64, 65 },
            { "/leadHours", 0, -0.001 },
            { "/leadHours", 87_600, 87_601 },
            { "/badBatch", 0, -0.001 },
            { "/badBatch", 1, 1.001 },
            { "/badLife", 0.001, 0 },
            { "/badLife", 1, 1.001 },
        };

    [Theory]
    [MemberData(nameof(OfSimulations))]
    public void A_simulation_takes_and_refuses(string path, double last, double first)
    {
        SimulationQuestion With(double v) =>
            path switch
            {
                "/years" => Usual with { Years = v },
                "/runs" => Usual with { Runs = (long)v },
                "/shape" => Usual with { Shape = v },
                "/spares" => Usual with { Spares = (int)v },
                "/leadHours" => Usual with { LeadHours = v },
                "/badBatch" => Usual with { BadBatch = v },
                _ => Usual with { BadLife = v },
            };
        Assert.Equal((null, path), (With(last).Problem, With(first).Problem?.Path));
    }

    public static TheoryData<string, double, double> OfFigures =>
        new()
        {
            { "/diskFailures", 0.001, 0 },
            { "/diskFailures", 0.999, 1 },
            { "/flashFailures", 0.001, 0 },
            { "/flashFailures", 0.999, 1 },
            { "/diskExponent", 8, 7 },
            { "/diskExponent", 24, 25 },
            { "/flashExponent", 8, 7 },
            { "/flashExponent", 24, 25 },
            { "/repairStartsHours", 0, -1 },
            { "/repairStartsHours", 8760, 8761 },
            { "/rebuildShare", 0.001, 0 },
            { "/rebuildShare", 1, 1.001 },
            { "/spareDays", 0, -1 },
            { "/spareDays", 3650, 3651 },
            { "/spareTarget", 0.001, 0 },
            { "/spareTarget", 0.999, 1 },
        };

    [Theory]
    [MemberData(nameof(OfFigures))]
    public void Own_figures_are_taken_and_refused(string path, double last, double first)
    {
        DriveFigures With(double v) =>
            path switch
            {
                "/diskFailures" => new(DiskFailures: v),
                "/flashFailures" => new(FlashFailures: v),
                "/diskExponent" => new(DiskExponent: (int)v),
                "/flashExponent" => new(FlashExponent: (int)v),
                "/repairStartsHours" => new(RepairStartsHours: v),
                "/rebuildShare" => new(RebuildShare: v),
                "/spareDays" => new(SpareDays: v),
                _ => new(SpareTarget: v),
            };
        var state = Disks(2);
        Assert.Null(Core.Plans.EditFold.Refusal(state, new SetFigures(With(last))));
        // Of two figures that are bounded alike the first one gives its name.
        Assert.Equal(
            "/edit/figures" + path.Replace("flash", "disk", StringComparison.Ordinal),
            Core.Plans.EditFold.Refusal(state, new SetFigures(With(first)))?.Path
        );
    }

    // 8 TB at the mean over a pass of a disk that writes 250 MB/s: 8·10¹² ÷ (250·10⁶ · mean) seconds, computed from the table of defaults
    [Fact]
    public void The_first_pass_takes_the_size_over_the_mean_rate()
    {
        var array = ArrayFigures.Of(new("A", ArrayLevel.Mirror, [Place.Bay("1"), Place.Bay("2")]), [Disk, Disk], false);
        Assert.Equal(8e12 / (250e6 * DriveDefaults.MeanOverSurface) / 3600, array.InitialiseHours, 0.01);
        Assert.Equal(
            99,
            ArrayFigures
                .Of(new("A", ArrayLevel.Mirror, [Place.Bay("1"), Place.Bay("2")]), [Disk, Disk], false, passHours: 99)
                .InitialiseHours
        );
    }

    [Fact] // enumerated up to 24 drives; beyond, as many as there are strips
    public void The_layout_is_walked_up_to_its_last_size()
    {
        Assert.True(StripLayout.Distinct(24, 2, false, 23) < 23);
        Assert.Equal(23, StripLayout.Distinct(25, 2, false, 23));
        Assert.Equal(1, StripLayout.Distinct(24, 2, true, 1));
        Assert.Equal(1, StripLayout.Distinct(1, 0, true, 5));
        Assert.Equal(4, StripLayout.Distinct(4, 0, false, 9));
    }

    [Fact] // one strip where a request is not larger than a sector, whatever the strip
    public void A_request_of_a_sector_touches_one_drive()
    {
        var shape = ArrayShape.Of(ArrayLevel.Stripe, ArrayHost.Kernel, [1_000_000_000, 1_000_000_000, 1_000_000_000], 1).Shape!;
        Assert.Equal(1, Requests.Touches(512, 4096, shape));
        Assert.Equal(1, Requests.Touches(1, 4096, shape));
        Assert.Equal(2, Requests.Touches(512 + 4096, 4096, shape));
        Assert.Equal(1.5, Requests.Touches(512 + 2048, 4096, shape));
        Assert.Equal(3, Requests.Touches(512 + (4096 * 9), 4096, shape));
    }
}
