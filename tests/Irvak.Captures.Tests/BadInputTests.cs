using System.Text;

namespace Irvak.Captures.Tests;

public class BadInputTests
{
    [Fact]
    public void Nothing_is_said_to_be_nothing() =>
        Assert.Equal("There is nothing in it: the capture is empty.", CaptureReader.Read([]).Sentence);

    [Fact]
    public void Binary_that_is_none_of_those_read_is_said_to_be_so() =>
        Assert.StartsWith(
            "This is binary, and none that I know",
            CaptureReader.Read([0x7F, (byte)'E', (byte)'L', (byte)'F', 1, 2, 3, 0, 0, 0, 0, 0, 1, 1, 1, 1]).Sentence
        );

    [Fact]
    public void Another_language_is_said_not_guessed()
    {
        var reading = CaptureReader.Read("Gerätename:\tKüstenstation\nArbeitsspeicher:\t16 Gigabyte\n");
        Assert.False(reading.IsUsable);
        Assert.Contains("another language", reading.Sentence);
        Assert.Equal((2, 0), (reading.Lines, reading.Used));
    }

    [Fact]
    public void A_cut_off_listing_gives_what_it_holds_and_says_so()
    {
        var whole = Fixture.Text("unequal-channels");
        var reading = CaptureReader.Read(
            "SMBIOS 3.2.0 present.\n13 structures occupying 900 bytes.\n" + whole[..whole.IndexOf("Locator: B2", StringComparison.Ordinal)]
        );
        Assert.True(reading.IsUsable);
        Assert.True(reading.CutOff);
        Assert.Contains("The end is missing", reading.Sentence);
        Assert.Equal(4, reading.Seen.Devices.Count);
    }

    [Fact]
    public void More_than_8_MiB_is_refused_whole() =>
        Assert.Contains("larger than 8 MiB", CaptureReader.Read(new byte[CaptureReader.MostBytes + 1]).Sentence);

    [Fact]
    public void Eight_MiB_of_one_line_and_of_many_lines_are_read()
    {
        Assert.False(CaptureReader.Read(Encoding.ASCII.GetBytes(new string('x', CaptureReader.MostBytes))).IsUsable);
        var many = CaptureReader.Read(
            Encoding.ASCII.GetBytes(string.Concat(Enumerable.Repeat("MemFree: 1 kB\n", 590_000)) + "MemTotal: 4096000 kB\n")
        );
        Assert.Contains(many.Rest, r => r.Reason == "beyond 200 000 lines");
    }

    [Fact]
    public void Thousands_of_devices_stay_bounded()
    {
        var text = string.Concat(
            Enumerable
                .Range(0, 9000)
                .Select(i => $"Handle 0x{i:X4}, DMI type 17, 34 bytes\nMemory Device\n\tSize: 16 GB\n\tLocator: S{i}\n\n")
        );
        var reading = CaptureReader.Read(text);
        Assert.Equal(4096, reading.Seen.Devices.Count);
        Assert.Contains(reading.Rest, r => r.Reason.StartsWith("more than 4096", StringComparison.Ordinal));
        Assert.Equal(Core.Sheets.SheetCheck.MostSlots, Core.Survey.SheetDraft.From(reading.Seen)!.Channels.Sum(c => c.Slots.Count));
    }

    [Fact]
    public void Numbers_beyond_all_sense_are_left_as_not_understood()
    {
        var reading = CaptureReader.Read(
            "Handle 0x0001, DMI type 17, 34 bytes\nMemory Device\n\tSize: "
                + "99999999999999999999 GB\n\tRank: 4000\n\tSpeed: -5 MT/s\n\tLocator: A1\n"
        );
        Assert.Equal((null, null), (reading.Seen.Devices[0].SizeMiB, reading.Seen.Devices[0].Module));
        Assert.Equal(3, reading.Rest.Sum(r => r.To - r.From + 1));
    }
}
