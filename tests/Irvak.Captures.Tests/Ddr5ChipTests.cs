using System.Text;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Tests;

/// <summary>
/// Source: the bytes that the open memory tester of the distribution, release 6.10 (read from its machine instructions), takes from a DDR5
/// chip, and
/// what it makes of them: 4 die (1 = 4, 2 = 8, 3 = 12, 4 = 16, 5 = 24, 6 = 32, 7 = 48, 8 = 64 Gbit) and dies in the stack (2, 3, 4, 5 =
/// 2, 4, 8, 16), 6 width of a chip (4 &lt;&lt; n), 20 and 21 shortest cycle in picoseconds, 234 ranks less one and the bit for unequal
/// ranks,
/// 235 width of a subchannel (8 &lt;&lt; n), its ECC bits and how many there are, 512 and 513 maker, 521 to 550 part number.
/// </summary>
public class Ddr5ChipTests
{
    private static byte[] Chip(int die, int stack, int width, int ranks, int subchannels, bool ecc, int cycle, int type = 1)
    {
        var b = new byte[1024];
        (b[0], b[1], b[2], b[3]) = (0x30, 0x10, 0x12, (byte)type);
        b[4] = (byte)(die | stack << 5);
        b[6] = (byte)(width << 5);
        (b[20], b[21]) = ((byte)cycle, (byte)(cycle >> 8));
        b[234] = (byte)(ranks - 1 << 3);
        b[235] = (byte)(2 | (ecc ? 1 << 3 : 0) | subchannels - 1 << 5);
        (b[512], b[513]) = (0x80, 0x01);
        Encoding.ASCII.GetBytes("MA-RDIMM-32-4800".PadRight(30)).CopyTo(b, 521);
        return b;
    }

    private static SeenModule Read(byte[] chip)
    {
        var spd = Assert.Single(CaptureReader.Read(chip).Seen.Spds);
        return new(
            spd.Module.CapacityMiB,
            spd.Module.Ranks,
            spd.Module.DeviceWidth,
            spd.Module.RateMTs,
            spd.Module.PartNumber,
            spd.MakerCode
        );
    }

    private sealed record SeenModule(int? MiB, int? Ranks, int? Width, int? Rate, string? Part, string? Maker);

    // Capacity by the tester's own shifts: die × stack × subchannels × (8 << bus) / (4 << width) × ranks, in bits.
    [Theory]
    [InlineData(4, 0, 1, 1, 2, 416, 16_384, 1, 8, 4800)] // 1R×8 of 16 Gbit, 4800: 416 ps
    [InlineData(4, 0, 1, 2, 2, 416, 32_768, 2, 8, 4800)] // 2R×8
    [InlineData(4, 0, 0, 2, 2, 357, 65_536, 2, 4, 5600)] // 2R×4, 5600: 357 ps
    [InlineData(5, 0, 0, 2, 2, 357, 98_304, 2, 4, 5600)] // 24 Gbit: 96 GiB
    [InlineData(4, 2, 0, 2, 2, 416, 131_072, 4, 4, 4800)] // two dies stacked: 128 GiB
    [InlineData(4, 0, 2, 1, 2, 416, 8_192, 1, 16, 4800)] // 1R×16
    public void Capacity_ranks_and_rate_from_those_bytes(
        int die,
        int stack,
        int width,
        int ranks,
        int subchannels,
        int cycle,
        int mib,
        int told,
        int chip,
        int rate
    )
    {
        Assert.Equal(
            new SeenModule(mib, told, chip, rate, "MA-RDIMM-32-4800", "80 01"),
            Read(Chip(die, stack, width, ranks, subchannels, true, cycle))
        );
    }

    [Fact]
    public void Ranks_of_unequal_size_leave_the_capacity_unknown()
    {
        var chip = Chip(4, 0, 1, 2, 2, false, 416, 2);
        chip[234] |= 0x40;
        Assert.Null(Read(chip).MiB);
    }

    [Fact]
    public void Reserved_codes_stay_unknown()
    {
        var chip = Chip(15, 0, 1, 1, 2, false, 416);
        Assert.Null(Read(chip).MiB);
        Assert.Null(Read(Chip(4, 0, 1, 1, 2, false, 100)).Rate);
    }

    [Theory]
    [InlineData(1, true, ModuleType.Registered)]
    [InlineData(2, true, ModuleType.UnbufferedEcc)]
    [InlineData(2, false, ModuleType.Unbuffered)]
    [InlineData(4, true, ModuleType.LoadReduced)]
    public void Kind_of_module_and_its_ECC(int type, bool ecc, ModuleType expected) =>
        Assert.Equal(expected, Assert.Single(CaptureReader.Read(Chip(4, 0, 1, 1, 2, ecc, 416, type)).Seen.Spds).Module.Type);
}
