using System.Diagnostics;
using Irvak.Captures.Simulated;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Tests;

/// <summary>The decoder from the distribution, run on tables made here, against what the simulated machine writes and the reader reads.</summary>
public class RealDecoderTests
{
    private const string Decoder = "/usr/sbin/dmidecode";

    private static string Decode(params byte[][] structures)
    {
        var file = Path.GetTempFileName();
        try
        {
            File.WriteAllBytes(file, SmbiosDump.Of(structures));
            using var run = Process.Start(new ProcessStartInfo(Decoder, ["--from-dump", file]) { RedirectStandardOutput = true })!;
            var text = run.StandardOutput.ReadToEnd();
            run.WaitForExit();
            Assert.Equal(0, run.ExitCode);
            return text;
        }
        finally
        {
            File.Delete(file);
        }
    }

    private static List<string> DeviceLines(string text) =>
        [.. text.Split("\n\n").Where(b => b.Contains("DMI type 17")).SelectMany(b => b.Split('\n').Skip(1)).Where(l => l.Trim().Length > 0)];

    [Fact]
    public void The_simulated_listing_has_the_decoders_own_lines()
    {
        var q = SimulatedMachineTests.Filled("A1", "A2", "B1");
        var slots = q.Sheet.Channels.SelectMany(c => c.Slots.Select(s => (c, s))).ToList();
        var real = DeviceLines(Decode([SmbiosDump.Array(0x1000, slots.Count), .. slots.Select((x, i) => SmbiosDump.Device(0x1100 + i, 0x1000, x.s, $"{x.c.Socket} channel {x.c.Id}", q.Found.At(PlaceName.Slot(x.s)), 2400))]));
        var simulated = DeviceLines(new SimulatedMachine(q, new FirmwareFacts("1", "01/01/2026", "S", "A")).FirmwareListing());
        // The decoder adds voltages, which the simulated firmware leaves out by announcing a shorter structure.
        Assert.Equal(real.Where(l => !l.Contains("Voltage")), simulated);
    }

    [Theory]
    [InlineData(0x2000, 8192)] // DSP0134, type 17: size in MiB
    [InlineData(0x7FFE, 32_766)]
    [InlineData(0x8400, 1)] // bit 15: unit KiB
    [InlineData(0xFFFF, null)] // unknown
    [InlineData(0, 0)] // empty
    public void Size_words_of_the_standard_come_through_the_decoder(int word, int? mib) =>
        Assert.Equal(mib, CaptureReader.Read(Decode(SmbiosDump.Device(1, 0x1000, "A1", "B", (ushort)word, 0))).Seen.Devices[0].SizeMiB);

    [Fact]
    public void Extended_size_is_taken_when_the_word_is_7FFF() => // DSP0134: 7FFFh → 1Ch
        Assert.Equal(32_768, CaptureReader.Read(Decode(SmbiosDump.Device(1, 0x1000, "A1", "B", 0x7FFF, 0x8000))).Seen.Devices[0].SizeMiB);
}
