using Irvak.Core.Drives;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Drives;

/// <summary>Each row of the tables of drives' defaults, and where each begins and ends.</summary>
public class DriveEdgeTests
{
    private static DriveSheet Disk(int? rpm = null, string? kind = null) =>
        new()
        {
            Media = DriveMedia.Disk,
            Protocol = DriveProtocol.Sata,
            Rpm = rpm,
            Class = kind,
        };

    private static DriveSheet Flash(string? kind = null, DriveProtocol protocol = DriveProtocol.Sata) =>
        new()
        {
            Media = DriveMedia.Flash,
            Protocol = protocol,
            Class = kind,
        };

    [Theory] // makers' sheets by class; common practice, no source
    [InlineData("desktop", 14)]
    [InlineData("camera", 14)]
    [InlineData("client", 14)]
    [InlineData("nearline", 15)]
    [InlineData("enterprise", 16)]
    [InlineData("10k", 16)]
    [InlineData("15k", 16)]
    [InlineData(null, 14)]
    [InlineData("of another kind", 14)]
    public void Unreadable_sectors_of_a_disk_by_its_class(string? kind, int exponent) =>
        Assert.Equal(Math.Pow(10, -exponent), DriveDefaults.UnreadablePerBit(Disk(kind: kind)).Value);

    [Theory] // JESD218: 10⁻¹⁵ for client, 10⁻¹⁶ for enterprise
    [InlineData("client", 15)]
    [InlineData("enterprise", 16)]
    [InlineData(null, 15)]
    [InlineData("of another kind", 15)]
    public void Unreadable_sectors_of_flash_by_its_class(string? kind, int exponent) =>
        Assert.Equal(Math.Pow(10, -exponent), DriveDefaults.UnreadablePerBit(Flash(kind)).Value);

    [Fact]
    public void What_a_sheet_tells_comes_before_what_is_set_and_that_before_the_default()
    {
        var set = new DriveFigures(DiskExponent: 13, FlashExponent: 17);
        Assert.Equal(1e-13, DriveDefaults.UnreadablePerBit(Disk(), set).Value, 1e-20);
        Assert.Equal(1e-17, DriveDefaults.UnreadablePerBit(Flash(), set).Value, 1e-24);
        Assert.Equal(1e-12, DriveDefaults.UnreadablePerBit(Disk() with { UnreadableExponent = 12 }, set).Value, 1e-19);
    }

    [Theory] // common practice, no source; between two rows the nearer one counts
    [InlineData(5400, 180, 60)]
    [InlineData(5900, 180, 60)]
    [InlineData(6299, 180, 60)]
    [InlineData(6301, 250, 75)]
    [InlineData(7200, 250, 75)]
    [InlineData(8599, 250, 75)]
    [InlineData(8601, 220, 140)]
    [InlineData(10_000, 220, 140)]
    [InlineData(12_499, 220, 140)]
    [InlineData(12_501, 260, 180)]
    [InlineData(15_000, 260, 180)]
    [InlineData(null, 250, 75)]
    public void Rates_of_a_disk_by_its_turns(int? rpm, double read, double requests)
    {
        Assert.Equal(read, DriveDefaults.Reads(Disk(rpm)).Value.MegabytesPerSecond);
        Assert.Equal(read, DriveDefaults.Writes(Disk(rpm)).Value.MegabytesPerSecond);
        Assert.Equal(requests, DriveDefaults.Requests(Disk(rpm)).Value);
    }

    [Theory] // common practice, no source
    [InlineData(DriveProtocol.Sata, 520, 50_000)]
    // Sticks and cards: common practice, from memory.
    [InlineData(DriveProtocol.Usb, 100, 1000)]
    [InlineData(DriveProtocol.Nvme, 3000, 300_000)]
    public void Rates_of_flash_by_its_protocol(DriveProtocol protocol, double read, double requests)
    {
        Assert.Equal(read, DriveDefaults.Reads(Flash(protocol: protocol)).Value.MegabytesPerSecond);
        Assert.Equal(requests, DriveDefaults.Requests(Flash(protocol: protocol)).Value);
        Assert.Equal(7000, DriveDefaults.Reads(Flash(protocol: protocol) with { ReadMBs = 7000 }).Value.MegabytesPerSecond);
        Assert.Equal(900, DriveDefaults.OverAPass(Flash(protocol: protocol), new(900)).MegabytesPerSecond);
    }

    [Theory] // size in TB × writes a day × 365 × years; the years of the sheet where they can be, else five
    [InlineData(1.0, null, null, 1825.0)]
    [InlineData(1.0, 3.0, null, 1095.0)]
    [InlineData(1.0, 50.0, null, 18_250.0)]
    [InlineData(1.0, 51.0, null, 1825.0)]
    [InlineData(1.0, 0.0, null, 1825.0)]
    [InlineData(0.3, 5.0, null, 547.5)]
    [InlineData(1.0, 3.0, 600.0, 600.0)]
    [InlineData(null, null, null, null)]
    public void What_flash_may_take(double? writes, double? years, double? rated, double? terabytes)
    {
        var drive = Flash() with { Bytes = 1_000_000_000_000, WritesPerDay = writes, WarrantyYears = years, RatedWritesTB = rated };
        Assert.Equal(terabytes, DriveDefaults.RatedTB(drive) is { } is_ ? Math.Round(is_, 6) : null);
    }

    [Theory] // IDEMA LBA1-03 from 50 to 8000 GB; SFF-8447 above: the next whole GiB; below 50 as the name says
    [InlineData(1, 1_000_000_000)]
    [InlineData(49, 49_000_000_000)]
    [InlineData(50, 97_696_368L * 512)]
    [InlineData(8000, (97_696_368L + (1_953_504L * 7950)) * 512)]
    [InlineData(8001, 8_001_524_072_448)]
    [InlineData(10_000, 10_000_831_348_736)]
    public void Bytes_to_plan_with(long gigabytes, long bytes) => Assert.Equal(bytes, NominalSize.Bytes(gigabytes));

    [Fact]
    public void A_whole_number_of_GiB_stays_what_it_is()
    {
        // 2²¹ · 10⁹ is a multiple of 2³⁰.
        Assert.Equal(2_097_152L * 1_000_000_000, NominalSize.RoundedUp(2_097_152));
        Assert.Equal((2_097_152L * 1_000_000_000) + (1L << 30), NominalSize.RoundedUp(2_097_153));
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1_000_001)]
    public void Sizes_that_no_drive_has_are_an_error_of_the_caller(long gigabytes) =>
        Assert.Throws<ArgumentOutOfRangeException>(() => NominalSize.Bytes(gigabytes));

    [Theory]
    [InlineData(49)]
    [InlineData(8001)]
    public void The_formula_holds_in_its_range_only(long gigabytes)
    {
        Assert.Throws<ArgumentOutOfRangeException>(() => NominalSize.Sectors512(gigabytes));
        Assert.Throws<ArgumentOutOfRangeException>(() => NominalSize.Sectors4096(gigabytes));
    }
}
