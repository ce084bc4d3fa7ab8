using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Captures.Tests;

public class SmbiosListingTests
{
    [Fact]
    public void Two_sockets_and_24_slots_of_which_8_are_filled()
    {
        var reading = Fixture.Read("two-sockets-24-slots");
        var seen = reading.Seen;
        Assert.Equal(
            ("Brannick", "Cairn 24", "BC24-1", "C", "2.14"),
            (seen.Maker, seen.Product, seen.Serial, seen.BoardVersion, seen.FirmwareVersion)
        );
        Assert.Equal([true, false], seen.Processors.Select(p => p.Populated));
        Assert.Equal(24, seen.Devices.Count);
        Assert.Equal(24 - 8, seen.Devices.Count(d => d.IsEmpty));
        Assert.Equal((6 * 16 + 2 * 8) * 1024, seen.InstalledMiB);
        Assert.Equal(ModuleType.Registered, seen.Devices[0].Module!.Type);
        Assert.NotEmpty(seen.Slots);
        Assert.Equal(reading.Lines, reading.Used);
    }

    [Fact]
    public void A_laptop_listing_gives_form_type_and_rate()
    {
        var seen = Fixture.Read("laptop-so-dimm").Seen;
        var module = seen.Devices[0].Module!;
        Assert.Equal(
            (ModuleForm.SoDimm, ModuleType.Unbuffered, MemoryGeneration.Ddr4, 2400, 1),
            (module.Form, module.Type, module.Generation, module.RateMTs, module.Ranks)
        );
        Assert.True(seen.Devices[1].IsEmpty);
        Assert.Null(seen.Devices[1].Module);
    }

    [Fact]
    public void Arrays_that_are_not_system_memory_do_not_become_slots()
    {
        var seen = Fixture.Read("two-arrays").Seen;
        Assert.Equal([true, false], seen.Arrays.Select(a => a.IsSystemMemory));
        var sheet = SheetDraft.From(seen)!;
        Assert.Equal(["DIMM_A1", "DIMM_A2", "DIMM_B1", "DIMM_B2"], sheet.Channels.SelectMany(c => c.Slots));
        Assert.Equal(ModuleType.UnbufferedEcc, seen.Devices[0].Module!.Type);
    }

    [Fact]
    public void Clock_in_MHz_is_doubled_to_the_bin_and_said() // half rates of old firmware: likely, from memory
    {
        var reading = Fixture.Read("older-decoder-clock-in-mhz");
        Assert.Equal(
            (1333, 1333, 4096),
            (reading.Seen.Devices[0].Module!.RateMTs, reading.Seen.Devices[0].ConfiguredMTs, reading.Seen.Devices[0].SizeMiB)
        );
        Assert.Contains("doubled", Assert.Single(reading.Remarks));
    }

    [Fact]
    public void What_the_firmware_does_not_know_stays_unknown()
    {
        var reading = Fixture.Read("unknowns-and-short-structures");
        var device = Assert.Single(reading.Seen.Devices);
        Assert.Equal((null, null, "DIMM 0"), (device.SizeMiB, device.Module, device.Locator));
        // a cut-off table; the decoder prints <TRUNCATED>
        Assert.Equal("structure type 85, not read here", Assert.Single(reading.Rest).Reason);
    }

    [Fact]
    public void Large_and_odd_sizes_are_exact() =>
        // extended size: DSP0134, type 17, offset 1Ch
        Assert.Equal([131_072, 32_768, 512, 24_576], Fixture.Read("large-and-odd-sizes").Seen.Devices.Select(d => d.SizeMiB!.Value));

    [Fact]
    public void Unequal_channels_are_told_by_their_locators()
    {
        var sheet = SheetDraft.From(Fixture.Read("unequal-channels").Seen)!;
        Assert.True(sheet.Memory.ChannelsKnown);
        Assert.Equal(["A1 A2", "B1 B2", "C1", "D1"], sheet.Channels.Select(c => string.Join(' ', c.Slots)));
        Assert.Equal(192, sheet.Memory.TotalLimitGiB);
    }

    [Fact]
    public void Numbered_slots_leave_the_channels_unknown()
    {
        var sheet = SheetDraft.From(Fixture.Read("numbered-slots").Seen)!;
        Assert.False(sheet.Memory.ChannelsKnown);
        Assert.Equal(8, Assert.Single(sheet.Channels).Slots.Count);
    }

    [Theory]
    [InlineData("Size: No Module Installed", 0)]
    [InlineData("Size: 16384 MB", 16_384)]
    [InlineData("Size: 16 GB", 16_384)]
    [InlineData("Size: 1 TB", 1_048_576)]
    [InlineData("Size: 1048576 kB", 1024)]
    [InlineData("Size: Unknown", null)]
    public void Sizes_in_every_unit(string line, int? mib) => // the decoder's units are binary
        Assert.Equal(
            mib,
            CaptureReader.Read($"Handle 0x0001, DMI type 17, 34 bytes\nMemory Device\n\tLocator: A1\n\t{line}\n").Seen.Devices[0].SizeMiB
        );

    [Fact]
    public void A_paste_that_lost_its_tabs_is_still_read() =>
        Assert.Equal(24, CaptureReader.Read(Fixture.Text("two-sockets-24-slots").Replace("\t", "")).Seen.Devices.Count);

    [Fact]
    public void Windows_line_ends_and_a_byte_order_mark_change_nothing()
    {
        var text = Fixture.Text("unequal-channels");
        var plain = CaptureReader.Read(text);
        var other = CaptureReader.Read([0xEF, 0xBB, 0xBF, .. System.Text.Encoding.UTF8.GetBytes(text.Replace("\n", "\r\n"))]);
        Assert.Equal((plain.Lines, plain.Used), (other.Lines, other.Used));
        Assert.Equal(plain.Seen.Devices, other.Seen.Devices);
        var wide = CaptureReader.Read(System.Text.Encoding.Unicode.GetBytes("\uFEFF" + text));
        Assert.Equal(plain.Used, wide.Used);
    }
}
