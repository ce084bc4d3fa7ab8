using Irvak.Core.Quantities;

namespace Irvak.Core.Tests.Quantities;

public class QuantityTests
{
    [Theory]
    [InlineData(1333, 1333.3333)] // JEDEC JESD79-3: DDR3-1333 clocks at 666⅔ MHz
    [InlineData(1866, 1866.6667)]
    [InlineData(2133, 2133.3333)]
    [InlineData(2933, 2933.3333)]
    [InlineData(2400, 2400)]
    [InlineData(4800, 4800)] // JEDEC JESD79-5
    public void The_exact_rate_lies_behind_the_printed_one(int printed, double exact) =>
        Assert.Equal(exact, new TransferRate(printed).Exact, 0.001);

    [Theory]
    [InlineData(4, 2400, 76.8)] // processor sheets, JEDEC rates
    [InlineData(8, 3200, 204.8)]
    [InlineData(12, 4800, 460.8)]
    [InlineData(2, 5600, 89.6)]
    public void Bandwidth_is_channels_times_rate_times_eight_bytes(int channels, int rate, double gigabytes) =>
        Assert.Equal(gigabytes, channels * new TransferRate(rate).Exact * 8 / 1000, 0.05);

    [Theory]
    [InlineData(6 * 8192L, "48 GiB")] // six 8 GiB modules; firmware prints 49 152 MB (common practice, no source)
    [InlineData(512L, "512 MiB")]
    [InlineData(515_686L, "503.6 GiB")]
    public void Sizes_are_written_in_binary_units(long mib, string text) => Assert.Equal(text, ByteCount.FromMiB(mib).ToString());

    [Fact]
    // Linux kernel documentation, filesystems/proc
    public void Meminfo_kilobytes_are_KiB() => Assert.Equal(24_684_096L * 1024, ByteCount.FromKiB(24_684_096).Bytes);

    [Theory]
    [InlineData(2760, "€ 2 760")]
    [InlineData(9.5, "€ 9.50")]
    public void Money_has_two_decimals_only_when_needed(double amount, string text) =>
        Assert.Equal(text, Money.Euro((decimal)amount).ToString());
}
