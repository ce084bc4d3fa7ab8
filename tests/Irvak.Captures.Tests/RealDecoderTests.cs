using System.Diagnostics;
using Irvak.Captures.Simulated;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;

namespace Irvak.Captures.Tests;

/// <summary>The decoder from the distribution, run on tables made here, against what the simulated machine writes and the reader
/// reads.</summary>
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
        [
            .. text.Split("\n\n")
                .Where(b => b.Contains("DMI type 17"))
                .SelectMany(b => b.Split('\n').Skip(1))
                .Where(l => l.Trim().Length > 0),
        ];

    [Fact]
    public void The_simulated_listing_has_the_decoders_own_lines()
    {
        var q = SimulatedMachineTests.Filled("A1", "A2", "B1");
        var slots = q.Machine.Sheet.Channels.SelectMany(c => c.Slots.Select(s => (c, s))).ToList();
        var real = DeviceLines(
            Decode([
                SmbiosDump.Array(0x1000, slots.Count),
                .. slots.Select(
                    (x, i) =>
                        SmbiosDump.Device(
                            0x1100 + i,
                            0x1000,
                            x.s,
                            $"{x.c.Socket} channel {x.c.Id}",
                            q.Machine.Found.At(Place.Slot(x.s)),
                            2400
                        )
                ),
            ])
        );
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

    /// <summary>What the decoder prints of a dump and what the dump itself holds are one.</summary>
    private static void Both(byte[][] structures, Action<Observation> holds)
    {
        holds(CaptureReader.Read(Decode(structures)).Seen);
        // Bare tables begin with the firmware's own structure.
        holds(CaptureReader.Read(SmbiosDump.Of(structures)).Seen);
    }

    [Theory] // DSP0134, type 3: 09h, 0Ah and 1Fh are carried, 17h stands in a rack; bit 7 tells of a lock
    [InlineData(0x09, 0, "Laptop", ChassisKind.Laptop, 0)]
    [InlineData(0x8A, 0, "Notebook", ChassisKind.Laptop, 0)]
    [InlineData(0x1F, 0, "Convertible", ChassisKind.Laptop, 0)]
    [InlineData(0x17, 2, "Rack Mount Chassis", ChassisKind.Rack, 2)]
    [InlineData(0x11, 0, "Main Server Chassis", ChassisKind.Board, 0)]
    [InlineData(0x03, 0, "Desktop", ChassisKind.Board, 0)]
    [InlineData(0x01, 0, "Other", ChassisKind.Board, 0)]
    public void The_chassis_is_told_and_a_draft_has_it_where_it_is_sure(
        int kind,
        int units,
        string words,
        ChassisKind drafted,
        int height
    ) => Both([SmbiosDump.Chassis(kind, units), SmbiosDump.Array(0x1000, 1), SmbiosDump.Device(0x1100, 0x1000, "A1", "B", 8192, 0)], seen =>
        {
            Assert.Equal((words, units == 0 ? null : units), (seen.ChassisType, seen.RackUnits));
            Assert.Equal(new Chassis(drafted, height), SheetDraft.From(seen)!.Chassis);
        });

    [Fact]
    public void Every_kind_of_chassis_has_the_decoders_words()
    {
        for (var kind = 1; kind <= 0x24; kind++)
            Both([SmbiosDump.Chassis(kind, 0), SmbiosDump.Array(0x1000, 1), SmbiosDump.Device(0x1100, 0x1000, "A1", "B", 8192, 0)], seen =>
                Assert.Equal(ChassisTypes.Name(kind), seen.ChassisType)
            );
    }

    [Theory] // DSP0134, type 22: capacity in mWh, times a multiplier
    [InlineData(46_000, 1, 46)]
    [InlineData(5_700, 10, 57)]
    [InlineData(0, 1, null)] // not told
    public void A_battery_is_told_with_what_it_holds(int capacity, int times, int? wh) =>
        Both(
            [
                SmbiosDump.Battery("P14", capacity, times),
                SmbiosDump.Array(0x1000, 1),
                SmbiosDump.Device(0x1100, 0x1000, "A1", "B", 8192, 0),
            ],
            seen =>
            {
                var battery = Assert.Single(seen.Batteries);
                Assert.Equal(("P14", wh), (battery.Name, battery.Wh));
                Assert.Equal([new BatteryPack("P14", wh)], SheetDraft.From(seen)!.Battery);
            }
        );
}
