namespace Irvak.Captures.Tests;

public class MeminfoTests
{
    [Fact]
    public void A_real_file_is_understood_to_the_last_line() // Linux kernel documentation, filesystems/proc
    {
        var reading = Fixture.Read("meminfo-64");
        Assert.Equal(24_684_096, reading.Seen.MemTotalKiB);
        Assert.Equal(64, reading.Seen.OsBits);
        Assert.Empty(reading.Rest);
    }

    [Fact]
    public void This_machines_own_file_is_understood()
    {
        var reading = CaptureReader.Read(File.ReadAllBytes("/proc/meminfo"));
        Assert.True(reading.Seen.MemTotalKiB > 0);
        Assert.Equal(reading.Lines, reading.Used);
    }

    [Fact]
    public void Lines_of_high_memory_betray_a_32_bit_kernel() =>
        Assert.Equal(
            32,
            CaptureReader.Read("MemTotal:        4012345 kB\nHighTotal:       3145728 kB\nLowTotal:         866617 kB\n").Seen.OsBits
        );

    [Fact]
    public void Listing_and_meminfo_may_stand_in_one_paste()
    {
        var reading = CaptureReader.Read(Fixture.Text("unequal-channels") + Fixture.Text("meminfo-64"));
        Assert.Equal("firmware listing and system memory", reading.Kind);
        Assert.Equal((6, 24_684_096L), (reading.Seen.Devices.Count, reading.Seen.MemTotalKiB));
    }
}
