using System.Text;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Tests;

/// <summary>What the distribution's own tools print, on this machine or from tables made here, against what is read.</summary>
public class RealToolsTests
{
    private static string Lister => File.Exists("/usr/bin/lspci") ? "/usr/bin/lspci" : "/usr/sbin/lspci";

    private static readonly byte[] Tree = new PciDump()
        .RootPort("00:01.0", (1, 1), (4, 3), (16, 8), slot: 5, watt: 75)
        .Endpoint("01:00.0", 0x0107, (3, 3), (8, 8), payload: 1)
        .Endpoint("02:00.0", 0x0200, (3, 1), (8, 4), payload: 0)
        .Bytes;

    [Theory]
    [InlineData("-vv")]
    [InlineData("-vvnn")]
    public void Links_of_both_ends_come_from_the_verbose_listing(string option)
    {
        var reading = CaptureReader.Read(Tool.OnFile(Lister, Tree, f => ["-F", f, option]));
        Assert.Equal("PCI listing", reading.Kind);
        var (port, sas, net) = (reading.Seen.Pci[0], reading.Seen.Pci[1], reading.Seen.Pci[2]);
        Assert.Equal((4, 16, 3, 8, 1, 1), (port.GenMost, port.WidthMost, port.GenNow, port.WidthNow, port.BusFirst, port.BusLast));
        Assert.Equal(("5", 75.0), (port.Slot, port.SlotWatt!.Value));
        Assert.Equal((3, 8, 3, 8, 256), (sas.GenMost, sas.WidthMost, sas.GenNow, sas.WidthNow, sas.PayloadBytes));
        Assert.Equal((3, 8, 1, 4, 128), (net.GenMost, net.WidthMost, net.GenNow, net.WidthNow, net.PayloadBytes));
        Assert.Equal("Serial Attached SCSI controller", sas.Class);
        if (option == "-vvnn")
            Assert.Equal(["0604", "0107", "0200"], reading.Seen.Pci.Select(p => p.ClassCode));
    }

    [Fact]
    public void The_machine_readable_form_gives_the_same_devices()
    {
        var seen = CaptureReader.Read(Tool.OnFile(Lister, Tree, f => ["-F", f, "-vmm"])).Seen;
        Assert.Equal(["00:01.0", "01:00.0", "02:00.0"], seen.Pci.Select(p => p.Address));
        Assert.Equal("Ethernet controller", seen.Pci[2].Class);
        Assert.Null(seen.Pci[2].GenNow);
    }

    [Fact]
    public void This_machines_block_devices_are_read()
    {
        var text = Tool.Text("lsblk", "-J", "-b", "-O");
        var reading = CaptureReader.Read(text);
        // Disks that are only memory are no drives; a machine may have no other.
        using var document = System.Text.Json.JsonDocument.Parse(text);
        var disks = document
            .RootElement.GetProperty("blockdevices")
            .EnumerateArray()
            .Where(d => d.GetProperty("type").GetString() == "disk")
            .Select(d => (Name: d.GetProperty("name").GetString()!, Size: d.GetProperty("size").GetInt64()))
            .Where(d => !d.Name.StartsWith("zram") && !d.Name.StartsWith("ram"))
            .ToList();
        Assert.Equal(disks.Select(d => ("/dev/" + d.Name, (long?)d.Size)), reading.Seen.Drives.Select(d => (d.Path!, d.Bytes)));
        if (disks.Count > 0)
            Assert.Equal(reading.Lines, reading.Used);
    }

    [Fact]
    public void This_machines_memory_processors_load_and_waiting_are_read()
    {
        var reading = CaptureReader.Read(
            File.ReadAllText("/proc/meminfo") + "\n" + File.ReadAllText("/proc/cpuinfo") + "\n" + Tool.Text("vmstat")
        );
        var kib = long.Parse(File.ReadLines("/proc/meminfo").First().Split(' ', StringSplitOptions.RemoveEmptyEntries)[1]);
        Assert.Equal(kib, reading.Seen.MemTotalKiB);
        Assert.InRange(reading.Seen.Load!.Cores!.Value, 1, Environment.ProcessorCount * 2);
        Assert.InRange(reading.Seen.Load.IdlePercent!.Value, 0, 100);
        Assert.Contains(reading.Remarks, r => r.Contains("mean since the machine was started"));
        Assert.Equal(reading.Lines, reading.Used);
    }

    [Fact]
    public void This_machines_processor_listing_is_read_to_its_last_line()
    {
        var text = Tool.Text("lscpu");
        var reading = CaptureReader.Read(text);
        Assert.Equal(("processors", reading.Lines), (reading.Kind, reading.Used));
        // The same facts in the tool's own table for programs: core and socket of every logical processor.
        var table = Tool.Text("lscpu", "-p=CORE,SOCKET")
            .Split('\n', StringSplitOptions.RemoveEmptyEntries)
            .Where(l => l[0] != '#')
            .ToList();
        Assert.Equal(table.Distinct().Count(), reading.Seen.Load!.Cores);
        Assert.Equal(
            text.Contains("Hypervisor vendor") ? null : table.Select(l => l.Split(',')[1]).Distinct().Count(),
            reading.Seen.Load.Packages
        );
        Assert.Equal(text.Contains("Hypervisor vendor") ? 1 : 0, reading.Remarks.Count);
        Assert.Equal(Environment.Is64BitOperatingSystem ? 64 : 32, reading.Seen.OsBits);
    }

    [Fact]
    public void The_io_testers_null_engine_gives_its_bandwidth()
    {
        var text = Tool.Text("fio", "--name=scratch", "--ioengine=null", "--size=64m", "--rw=randrw", "--output-format=json");
        var seen = CaptureReader.Read(text).Seen;
        using var document = System.Text.Json.JsonDocument.Parse(text);
        var job = document.RootElement.GetProperty("jobs")[0];
        Assert.Equal(["read", "write"], seen.Benchmarks.Select(b => b.Kind));
        foreach (var run in seen.Benchmarks)
        {
            var side = job.GetProperty(run.Kind);
            Assert.Equal("scratch", run.Name);
            Assert.Equal(side.GetProperty("bw_bytes").GetDouble() / 1e6, run.MBs!.Value.MegabytesPerSecond, 6);
            Assert.Equal(side.GetProperty("iops").GetDouble(), run.Iops!.Value, 6);
            Assert.Equal(
                side.GetProperty("clat_ns").GetProperty("percentile").GetProperty("99.000000").GetDouble() / 1e6,
                run.Latency99Ms!.Value,
                9
            );
        }
    }

    [Fact]
    public void The_distributions_memory_tester_is_read_as_it_prints_to_a_terminal()
    {
        var bytes = Tool.Bytes("/usr/sbin/memtester", "1M", "2");
        Assert.Contains((byte)'\b', bytes);
        var reading = CaptureReader.Read(bytes);
        var test = reading.Seen.MemoryTest!;
        Assert.Equal(("memtester", 1.0, 2, true, 0L, 1), (test.Tool, test.MiB, test.Passes, test.Finished, test.Errors, test.Line));
        Assert.All(reading.Rest, n => Assert.Contains("without a result", n.Reason));
        // The same run, stopped by hand in its second loop.
        var text = System.Text.Encoding.UTF8.GetString(bytes);
        var stopped = CaptureReader
            .Read(text[..text.IndexOf("Solid Bits", text.IndexOf("Loop 2/2", StringComparison.Ordinal), StringComparison.Ordinal)])
            .Seen.MemoryTest!;
        Assert.Equal((1, false), (stopped.Passes, stopped.Finished));
        // What is pasted behind a run that never ended still belongs to its own tool.
        var mixed = CaptureReader.Read(
            text[..text.IndexOf("Done.", StringComparison.Ordinal)]
                + "/dev/md0:\n           Version : 1.2\n        Raid Level : raid6\n      Raid Devices : 4\n"
        );
        Assert.Equal("raid6", Assert.Single(mixed.Seen.Raids).Level);
    }

    [Fact]
    public void The_distributions_other_memory_tester_is_read_too()
    {
        var test = CaptureReader.Read(Tool.Text("stressapptest", "-M", "16", "-s", "1")).Seen.MemoryTest!;
        Assert.Equal(("stressapptest", 16.0, 1, true, 0L), (test.Tool, test.MiB, test.Passes, test.Finished, test.Errors));
    }

    [Fact]
    public void The_SMART_tool_without_a_drive_says_so()
    {
        var start = new System.Diagnostics.ProcessStartInfo("/usr/sbin/smartctl", ["--json", "-x", "/dev/null"])
        {
            RedirectStandardOutput = true,
        };
        using var run = System.Diagnostics.Process.Start(start)!;
        var reading = CaptureReader.Read(run.StandardOutput.ReadToEnd());
        Assert.False(reading.IsUsable);
        Assert.NotEmpty(reading.Remarks);
    }

    [Fact]
    public void Binary_tables_and_the_decoders_text_tell_the_same()
    {
        byte[][] structures =
        [
            SmbiosDump.Structure(
                0,
                0,
                [1, 2, 0, 0xE0, 3, 15, 8, 0, 0, 0, 0, 0, 0, 0, 0, 0, 1, 2, 0xFF, 0xFF],
                "Brannick",
                "2.14",
                "06/12/2026"
            ),
            SmbiosDump.Structure(1, 1, [1, 2, 0, 3, .. new byte[16], 6, 0, 0], "Brannick", "Torr 32", "BT32-0007"),
            // type B6h: PCI Express 3 x16 (DSP0134, table of slot types)
            SmbiosDump.Structure(9, 9, [1, 0xB6, 0x0D, 4, 4, 5, 0, 0x0C, 0, 0, 0, 0x3B, 0], "SLOT 5"),
            SmbiosDump.Structure(9, 10, [1, 0xBD, 0x0B, 3, 4, 6, 0, 0x0C, 0, 0, 0, 0xFF, 0xFF], "SLOT 6"),
            SmbiosDump.Array(0x1000, 4),
            SmbiosDump.Device(0x1100, 0x1000, "A1", "CPU 1 channel A", 0x7FFF, 0x8000),
            SmbiosDump.Device(0x1101, 0x1000, "A2", "CPU 1 channel A", 0, 0),
            SmbiosDump.Device(0x1102, 0x1000, "B1", "CPU 1 channel B", 0xFFFF, 0),
        ];
        var dump = SmbiosDump.Of(structures);
        var binary = CaptureReader.Read(dump).Seen;
        var text = CaptureReader.Read(Tool.OnFile("/usr/sbin/dmidecode", dump, f => ["--from-dump", f])).Seen;
        Assert.Equal(
            (text.Maker, text.Product, text.Serial, text.FirmwareVersion, text.FirmwareDate),
            (binary.Maker, binary.Product, binary.Serial, binary.FirmwareVersion, binary.FirmwareDate)
        );
        Assert.Equal("Torr 32", binary.Product);
        Assert.Equal(text.Arrays.Select(a => a with { Line = 0 }), binary.Arrays.Select(a => a with { Line = 0 }));
        Assert.Equal(text.Devices.Select(d => d with { Line = 0 }), binary.Devices.Select(d => d with { Line = 0 }));
        Assert.Equal(
            text.Slots.Select(s => (s.Name, s.Width, s.Gen, s.InUse, s.Address)),
            binary.Slots.Select(s => (s.Name, s.Width, s.Gen, s.InUse, s.Address))
        );
        Assert.Equal([("SLOT 5", 16, true), ("SLOT 6", 8, false)], binary.Slots.Select(s => (s.Name, s.Width!.Value, s.InUse!.Value)));
        Assert.Equal("byte", binary.CountsIn);
        Assert.All(binary.Devices, d => Assert.Equal(17, dump[d.Line]));
    }

    [Fact]
    public void Lying_lengths_end_the_reading_not_the_program()
    {
        var dump = SmbiosDump.Of(SmbiosDump.Array(0x1000, 1), SmbiosDump.Device(0x1100, 0x1000, "A1", "B", 0x4000, 0));
        for (var at = 0; at < dump.Length; at++)
            foreach (byte value in new byte[] { 0, 1, 3, 0x7F, 0xFE, 0xFF })
            {
                var bad = dump.ToArray();
                bad[at] = value;
                var reading = CaptureReader.Read(bad);
                Assert.NotEmpty(reading.Sentence);
                Assert.InRange(reading.Used, 0, bad.Length);
            }
    }

    private static string Spd(byte[] chip) =>
        Tool.OnFile(
            "/usr/bin/decode-dimms",
            Encoding.ASCII.GetBytes(
                string.Concat(chip.Chunk(16).Select((row, i) => $"{i * 16:x4}: {string.Join(' ', row.Select(b => b.ToString("x2")))}\n"))
            ),
            f => ["-x", f]
        );

    [Fact]
    public void A_module_chip_of_DDR4_reads_as_the_distributions_decoder_reads_it()
    {
        var chip = SpdChip.Ddr4(die: 5, width: 0, ranks: 2, registered: true, cycle: 6, fine: 0, part: "MA-R16-2R4", serial: 0x1A2B3C4D);
        var module = Assert.Single(CaptureReader.Read(chip).Seen.Spds);
        var decoder = Spd(chip);
        Assert.True(module.ChecksumRight);
        Assert.Equal(
            (32_768, 2, 4, 2666),
            (module.Module.CapacityMiB, module.Module.Ranks, module.Module.DeviceWidth, module.Module.RateMTs)
        );
        Assert.Matches(@"Size +32768 MB", decoder);
        Assert.Matches(@"Ranks +2", decoder);
        Assert.Matches(@"SDRAM Device Width +4 bits", decoder);
        Assert.Matches(@"Maximum module speed +266[67] MT/s", decoder);
        Assert.Contains("MA-R16-2R4", decoder);
        Assert.Equal(("MA-R16-2R4", "1A2B3C4D"), (module.Module.PartNumber, module.Serial));
        chip[20] ^= 1;
        Assert.False(Assert.Single(CaptureReader.Read(chip).Seen.Spds).ChecksumRight);
    }

    [Fact]
    public void A_module_chip_of_DDR3_reads_as_the_distributions_decoder_reads_it()
    {
        var chip = SpdChip.Ddr3(die: 4, width: 1, ranks: 2, ecc: true, cycle: 10, part: "MA-E8-2R8");
        var module = Assert.Single(CaptureReader.Read(chip).Seen.Spds);
        var decoder = Spd(chip);
        Assert.Equal(
            (8192, 2, 8, 1600, true),
            (module.Module.CapacityMiB, module.Module.Ranks, module.Module.DeviceWidth, module.Module.RateMTs, module.ChecksumRight)
        );
        Assert.Matches(@"Size +8192 MB", decoder);
        Assert.Matches(@"Maximum module speed +1600 MT/s", decoder);
    }

    [Theory]
    [InlineData(MemoryGeneration.Ddr4, ModuleForm.SoDimm, ModuleType.Unbuffered, 8192, 1, 8, 2666)]
    [InlineData(MemoryGeneration.Ddr4, ModuleForm.SoDimm, ModuleType.UnbufferedEcc, 16_384, 2, 8, 2400)]
    [InlineData(MemoryGeneration.Ddr4, ModuleForm.Dimm, ModuleType.Registered, 65_536, 2, 4, 2933)]
    [InlineData(MemoryGeneration.Ddr4, ModuleForm.Dimm, ModuleType.UnbufferedEcc, 16_384, 2, 8, 3200)]
    [InlineData(MemoryGeneration.Ddr3, ModuleForm.Dimm, ModuleType.Registered, 16_384, 2, 4, 1866)]
    [InlineData(MemoryGeneration.Ddr3, ModuleForm.SoDimm, ModuleType.Unbuffered, 4096, 1, 8, 1600)]
    [InlineData(MemoryGeneration.Ddr2, ModuleForm.Dimm, ModuleType.Registered, 4096, 2, 4, 667)]
    public void Chips_that_the_simulated_machine_writes_are_read_by_the_distributions_decoder_too(
        MemoryGeneration generation,
        ModuleForm form,
        ModuleType type,
        int mib,
        int ranks,
        int width,
        int rate
    )
    {
        var chip = Simulated.SimulatedBytes.Chip(
            new Core.Builds.Unit
            {
                Module = new()
                {
                    Generation = generation,
                    Form = form,
                    Type = type,
                    CapacityMiB = mib,
                    Ranks = ranks,
                    DeviceWidth = width,
                    RateMTs = rate,
                    PartNumber = "MA-55",
                },
                Serial = "0BADCAFE",
                Source = "s",
            }
        )!;
        var decoder = Spd(chip);
        Assert.Matches($@"Size +{mib} MB", decoder);
        Assert.Contains("MA-55", decoder);
        var seen = Assert.Single(CaptureReader.Read(chip).Seen.Spds).Module;
        Assert.Equal(
            (generation, form, type, mib, ranks, rate),
            (seen.Generation!.Value, seen.Form!.Value, seen.Type!.Value, seen.CapacityMiB!.Value, seen.Ranks!.Value, seen.RateMTs!.Value)
        );
    }

    [Fact]
    public void The_checksum_is_the_published_one() => // CRC-16/XMODEM, published check value of "123456789"
        Assert.Equal(0x31C3, Binary.Crc16.Of("123456789"u8));

    [Fact]
    public void An_unwritten_chip_is_said_to_be_one() => Assert.Contains("never written", CaptureReader.Read(new byte[512]).Sentence);
}
