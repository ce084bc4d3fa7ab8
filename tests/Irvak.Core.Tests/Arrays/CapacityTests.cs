using CsCheck;
using Irvak.Core.Arrays;
using Irvak.Core.Drives;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Arrays;

public class CapacityTests
{
    private const long TB = 1_000_000_000_000;

    internal static ArrayShape Shape(ArrayLevel level, int n, long bytes = TB, int groups = 1, ArrayHost host = ArrayHost.Controller) =>
        ArrayShape.Of(level, host, [.. Enumerable.Repeat(bytes, n)], groups) is ({ } shape, _)
            ? shape
            : throw new InvalidOperationException(ArrayShape.Of(level, host, [.. Enumerable.Repeat(bytes, n)], groups).Why);

    [Theory] // IDEMA LBA1-03 and drive sheets
    [InlineData(80, 156_301_488)]
    [InlineData(160, 312_581_808)]
    [InlineData(250, 488_397_168)]
    [InlineData(320, 625_142_448)]
    [InlineData(500, 976_773_168)]
    [InlineData(1000, 1_953_525_168)]
    [InlineData(1500, 2_930_277_168)]
    [InlineData(2000, 3_907_029_168)]
    [InlineData(3000, 5_860_533_168)]
    [InlineData(4000, 7_814_037_168)]
    [InlineData(8000, 15_628_053_168)]
    [InlineData(600, 1_172_123_568)]
    [InlineData(120, 234_441_648)]
    [InlineData(240, 468_862_128)]
    [InlineData(480, 937_703_088)]
    [InlineData(960, 1_875_385_008)]
    [InlineData(128, 250_069_680)]
    [InlineData(256, 500_118_192)]
    [InlineData(512, 1_000_215_216)]
    [InlineData(1920, 3_750_748_848)]
    [InlineData(3840, 7_501_476_528)]
    public void Sectors_of_a_nominal_size(long gigabytes, long sectors)
    {
        Assert.Equal(sectors, NominalSize.Sectors512(gigabytes));
        Assert.Equal(sectors * 512, NominalSize.Bytes(gigabytes));
    }

    [Theory] // drive sheets; rounding rule of SFF-8447
    [InlineData(10_000, 19_532_873_728)]
    [InlineData(12_000, 23_437_770_752)]
    [InlineData(14_000, 27_344_764_928)]
    [InlineData(16_000, 31_251_759_104)]
    [InlineData(18_000, 35_156_656_128)]
    [InlineData(20_000, 39_063_650_304)]
    [InlineData(24_000, 46_875_541_504)]
    public void Sectors_of_a_disk_above_8_TB(long gigabytes, long sectors) => Assert.Equal(sectors * 512, NominalSize.Bytes(gigabytes));

    [Fact]
    public void Sectors_of_4096_bytes() => Assert.Equal(1_953_506_646, NominalSize.Sectors4096(8000)); // IDEMA LBA1-03

    [Theory]
    [InlineData(0)]
    [InlineData(-5)]
    [InlineData(2_000_000)]
    public void A_size_that_no_drive_has_is_refused(long gigabytes) =>
        Assert.Throws<ArgumentOutOfRangeException>(() => NominalSize.Bytes(gigabytes));

    [Theory] // 10 × 4 TB: single parity 36.0 TB = 32.74 TiB, double parity 32.0 TB = 29.10 TiB (arithmetic: 10¹² against 2⁴⁰)
    [InlineData(ArrayLevel.Parity1, "36.0 TB", "32.74 TiB")]
    [InlineData(ArrayLevel.Parity2, "32.0 TB", "29.10 TiB")]
    public void Ten_of_4_TB(ArrayLevel level, string decimals, string binary)
    {
        var capacity = ArrayCapacity.Of(Shape(level, 10, (4 * TB) + (512L << 20)));
        Assert.Equal(decimals, DiskSpace.TB(capacity.Usable));
        Assert.Equal(binary, DiskSpace.Binary(capacity.Usable));
    }

    [Fact]
    public void Twelve_of_2_TB_with_one_parity_are_22_TB_shown_as_about_20_TiB_and_survive_one() // common practice, no source
    {
        var shape = Shape(ArrayLevel.Parity1, 12, NominalSize.Bytes(2000));
        var usable = ArrayCapacity.Of(shape).Usable;
        Assert.Equal(("22.0 TB", 20.0), (DiskSpace.TB(usable), Math.Round(usable / Math.Pow(2, 40))));
        Assert.Equal((1, 1), (shape.Surely, shape.AtBest));
    }

    [Fact]
    public void Two_of_128_GB_striped_show_as_238_5_GiB() => // common practice, no source; before a keeper takes its reserve
        Assert.Equal("238.5 GiB", DiskSpace.Binary(2 * NominalSize.Bytes(128, DriveMedia.Flash)));

    [Theory] // usable as a share of the drives, 9 alike without reserve: the textbook rows of each level
    [InlineData(ArrayLevel.Stripe, 8, 1, 8)]
    [InlineData(ArrayLevel.Mirror, 3, 1, 1)]
    [InlineData(ArrayLevel.Pairs, 8, 1, 4)]
    [InlineData(ArrayLevel.Parity1, 8, 1, 7)]
    [InlineData(ArrayLevel.Parity2, 8, 1, 6)]
    [InlineData(ArrayLevel.Parity1, 12, 3, 9)]
    [InlineData(ArrayLevel.Parity2, 8, 2, 4)]
    public void Usable_drives_of_a_level(ArrayLevel level, int n, int groups, int usable)
    {
        const long reserve = 512L << 20;
        Assert.Equal(usable * TB, ArrayCapacity.Of(Shape(level, n, TB + reserve, groups)).Usable);
    }

    [Theory] // slices by successive sizes; sums by hand
    [InlineData(new long[] { 1, 2, 3, 4 }, 6, 1)]
    [InlineData(new long[] { 4, 4, 8, 8 }, 16, 0)]
    [InlineData(new long[] { 4, 8, 8, 16 }, 20, 8)]
    public void Layered_over_mixed_sizes(long[] terabytes, long usable, long unused)
    {
        const long reserve = 129L << 20;
        var shape = ArrayShape.Of(ArrayLevel.Layered1, ArrayHost.Kernel, [.. terabytes.Select(t => (t * TB) + reserve)]).Shape!;
        var capacity = ArrayCapacity.Of(shape);
        Assert.Equal((usable * TB, unused * TB), (capacity.Usable, capacity.UnusedBytes));
    }

    [Theory] // records of 128 KiB in sectors of 4 KiB: share of the drives that carries data
    [InlineData(ArrayLevel.Parity1, 4, 72.7)]
    [InlineData(ArrayLevel.Parity1, 5, 80.0)]
    [InlineData(ArrayLevel.Parity2, 6, 66.7)]
    [InlineData(ArrayLevel.Parity2, 8, 71.1)]
    [InlineData(ArrayLevel.Parity3, 11, 72.7)]
    public void A_parity_pool_pads_its_records(ArrayLevel level, int n, double percent)
    {
        var capacity = ArrayCapacity.Of(Shape(level, n, TB + (21L << 20), host: ArrayHost.Pool));
        Assert.Equal(percent, 100.0 * capacity.Usable / (n * TB), 0.05);
    }

    [Fact]
    public void The_steps_add_up_and_name_what_is_taken()
    {
        var capacity = ArrayCapacity.Of(ArrayShape.Of(ArrayLevel.Parity1, ArrayHost.Controller, [4 * TB, 4 * TB, 6 * TB]).Shape!);
        Assert.Equal(["raw", "reserved", "unused", "redundancy"], capacity.Steps.Select(s => s.Key));
        Assert.Equal(capacity.Usable, capacity.Raw - capacity.Steps.Skip(1).Sum(s => s.Bytes));
        Assert.Equal(2 * TB, capacity.UnusedBytes);
    }

    [Theory]
    // single parity needs 3 (common practice, no source)
    [InlineData(ArrayLevel.Parity1, ArrayHost.Controller, 2, 1, "Single parity needs 3 drives at least")]
    [InlineData(ArrayLevel.Parity2, ArrayHost.Controller, 3, 1, "Double parity needs 4 drives at least")]
    [InlineData(ArrayLevel.Pairs, ArrayHost.Controller, 5, 1, "Mirrored pairs need an even count")]
    [InlineData(ArrayLevel.Parity1, ArrayHost.Controller, 7, 2, "7 drives don't make 2 groups alike")]
    [InlineData(ArrayLevel.Parity3, ArrayHost.Kernel, 8, 1, "Triple parity is not offered by the kernel")]
    [InlineData(ArrayLevel.Stripe, ArrayHost.Controller, 0, 1, "Striped needs 2 drives at least")]
    [InlineData(ArrayLevel.Stripe, ArrayHost.Controller, 10_000, 1, "at most 512 drives are planned in one array")]
    [InlineData(ArrayLevel.Mirror, ArrayHost.Kernel, 4, 2, "Mirror has no groups")]
    public void What_makes_no_array_is_said(ArrayLevel level, ArrayHost host, int n, int groups, string why) =>
        Assert.Equal((null, why), ArrayShape.Of(level, host, [.. Enumerable.Repeat(TB, n)], groups));

    [Fact]
    public void Capacities_beyond_what_can_be_counted_are_said_not_wrapped() =>
        Assert.Equal(
            "together that is more than can be counted",
            ArrayShape.Of(ArrayLevel.Stripe, ArrayHost.Controller, [long.MaxValue, long.MaxValue]).Why
        );

    [Fact]
    public void A_drive_without_a_size_makes_no_array() =>
        Assert.Equal("the size of a drive is not known", ArrayShape.Of(ArrayLevel.Stripe, ArrayHost.Controller, [TB, 0]).Why);

    [Fact]
    public void More_drives_never_hold_less() =>
        Gen.Select(Gen.Enum<ArrayLevel>(), Gen.Enum<ArrayHost>(), Gen.Long[1, 30 * TB].Array[1, 12], Gen.Long[1, 30 * TB])
            .Sample(
                (level, host, sizes, more) =>
                {
                    // A drive as large as the smallest one or larger: nothing that was there is given up for it.
                    var before = ArrayShape.Of(level, host, sizes).Shape;
                    var after = ArrayShape.Of(level, host, [.. sizes, Math.Max(more, sizes.Min())]).Shape;
                    if (before is null || after is null || host == ArrayHost.Pool)
                        return;
                    Assert.True(ArrayCapacity.Of(after).Usable >= ArrayCapacity.Of(before).Usable);
                    Assert.True(ArrayCapacity.Of(after).Usable <= ArrayCapacity.Of(after).Raw);
                },
                iter: 2000
            );
}
