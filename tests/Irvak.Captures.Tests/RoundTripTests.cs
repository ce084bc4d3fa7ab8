using System.Collections.Immutable;
using System.Text.Json;
using CsCheck;
using Irvak.Captures.Documents;
using Irvak.Captures.Simulated;
using Irvak.Core;
using Irvak.Core.Builds;
using Irvak.Core.Evidence;
using Irvak.Core.Inputs;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Tests;

namespace Irvak.Captures.Tests;

/// <summary>Whatever the simulated machine writes, reading it gives back the build: any of the demo's sheets, filled at random.</summary>
public class RoundTripTests
{
    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { AllowOutOfOrderMetadataProperties = true };

    internal static readonly MachineSheet[] Sheets =
    [
        .. Directory
            .GetFiles(Path.Combine(Repository.Root, "demo", "sheets"), "*.json")
            .Order()
            .Select(f => JsonSerializer.Deserialize<MachineSheet>(File.ReadAllText(f), Json)!),
    ];

    private static readonly FirmwareFacts Facts = new("2.14", "06/12/2026", "SN-0001", "B");

    /// <summary>A sheet with every place filled or not, by the bits of a seed.</summary>
    internal static readonly Gen<Question> Machines = Gen.Select(Gen.Int[0, 8], Gen.Int)
        .Select((which, seed) => Of(Sheets[which % Sheets.Length], seed));

    internal static Question Of(MachineSheet sheet, int seed)
    {
        var random = new Random(seed);
        var units = Build.Empty.Units.ToBuilder();
        var (serial, card) = (1000, 0);
        foreach (var place in SheetPlaces.All(sheet))
        {
            if (random.Next(3) == 0)
                continue;
            serial += 7;
            Unit? unit = place.Kind switch
            {
                PlaceKind.Socket => new Unit
                {
                    Processor = sheet.Processors.Count > 0 ? sheet.Processors[0] : new() { Name = "Ostrel 8c" },
                    Source = "s",
                },
                PlaceKind.Slot => new Unit
                {
                    Module = Module(sheet, random),
                    Serial = $"{serial:X8}",
                    Source = "s",
                },
                PlaceKind.Bay => new Unit
                {
                    Drive = Drive(random),
                    Serial = $"EK{serial:X6}",
                    MemberOf = random.Next(2) == 0 ? "md0" : null,
                    Source = "s",
                },
                PlaceKind.Card when sheet.Slots.First(s => Place.Card(s.Id) == place).Bus != CardBus.Pci => new Unit
                {
                    Card = new()
                    {
                        Name = $"Card {++card} [0b16:0001]"[..7].Trim(),
                        Role = CardRole.Network,
                        Elec = 4,
                        Gen = 3,
                    },
                    Source = "s",
                },
                _ => null,
            };
            if (unit is not null)
                units[place] = unit;
        }
        var build = new Build(units.ToImmutable());
        return Question.Of(
            new PlanInput(sheet, build, build, [], Policy.FieldProven, EvidenceBook.Empty, new SystemFacts { OsBits = 64 }, ShelfBook.Empty)
        );
    }

    private static ModuleSheet Module(MachineSheet sheet, Random random) =>
        new()
        {
            Maker = "Maristone",
            PartNumber = "MA-1",
            Generation = sheet.Memory.Generation,
            Form = sheet.Memory.Form,
            Type = sheet.Memory.Types is { Count: > 0 } types ? types[0] : ModuleType.Unbuffered,
            CapacityMiB = 4096 << random.Next(4),
            Ranks = 1 + random.Next(2),
            DeviceWidth = 8,
            RateMTs = sheet.Memory.Generation switch
            {
                MemoryGeneration.Ddr3 => 1600,
                MemoryGeneration.Ddr5 => 4800,
                _ => 2400,
            },
        };

    private static DriveSheet Drive(Random random) =>
        random.Next(3) switch
        {
            0 => new()
            {
                Model = "EK-N4",
                Media = DriveMedia.Disk,
                Protocol = DriveProtocol.Sata,
                Bytes = 4_000_787_030_016,
                Rpm = 7200,
                SectorBytes = 512,
            },
            1 => new()
            {
                Model = "EK-S8",
                Media = DriveMedia.Disk,
                Protocol = DriveProtocol.Sas,
                Bytes = 8_001_563_222_016,
                Rpm = 7200,
                SectorBytes = 4096,
            },
            _ => new()
            {
                Model = "RV-M2",
                Media = DriveMedia.Flash,
                Protocol = DriveProtocol.Nvme,
                Bytes = 960_197_124_096,
                SectorBytes = 512,
            },
        };

    private static void SamePlaces(Question q, RecordFound found, PlaceKind kind)
    {
        foreach (var place in SheetPlaces.All(q.Machine.Sheet).Where(p => p.Kind == kind))
        {
            var (was, now) = (q.Machine.Found.At(place), found.Places.GetValueOrDefault(place));
            Assert.True(
                (was is null) == (now is null),
                $"{q.Machine.Sheet.Name} {place}: {was?.Long ?? "empty"} was read as {now?.Long ?? "empty"}"
            );
            if (was is null)
                continue;
            if (kind == PlaceKind.Slot)
                Assert.Equal((was.Module! with { DeviceWidth = null }, was.Serial), (now!.Module! with { DeviceWidth = null }, now.Serial));
            if (kind == PlaceKind.Bay)
                Assert.Equal((was.Drive!.Model, was.Serial), (now!.Drive!.Model, now.Serial));
            if (kind == PlaceKind.Card)
                Assert.Equal(
                    (was.Card!.Name, was.Card.Elec, was.Card.Gen, was.Card.Role),
                    (now!.Card!.Name, now.Card.Elec, now.Card.Gen, now.Card.Role)
                );
        }
    }

    [Fact]
    public void Firmware_tables_give_back_processors_modules_and_used_slots() =>
        Machines.Sample(
            q =>
            {
                var machine = new SimulatedMachine(q, Facts);
                foreach (
                    var reading in new[]
                    {
                        CaptureReader.Read(machine.Bytes.FirmwareTables()),
                        CaptureReader.Read(machine.FirmwareListing()),
                    }
                )
                {
                    if (q.Machine.Sheet.Channels.Count == 0)
                        continue;
                    Assert.Equal(
                        (q.Machine.Sheet.Name, "SN-0001", "2.14"),
                        (reading.Seen.Product, reading.Seen.Serial, reading.Seen.FirmwareVersion)
                    );
                    var found = AsFound.From(q.Machine.Sheet, reading.Seen, reading.Kind);
                    SamePlaces(q, found, PlaceKind.Slot);
                    SamePlaces(q, found, PlaceKind.Socket);
                    Assert.Equal(reading.Lines, reading.Used);
                }
            },
            iter: 60
        );

    [Fact]
    public void Slots_and_PCI_devices_together_give_back_the_cards() =>
        Machines.Sample(
            q =>
            {
                if (q.Machine.Sheet.Slots.All(s => s.Bus == CardBus.Pci))
                    return;
                var machine = new SimulatedMachine(q, Facts);
                var reading = CaptureReader.Read(machine.FirmwareListing() + machine.System.Pci());
                SamePlaces(q, AsFound.From(q.Machine.Sheet, reading.Seen, "x"), PlaceKind.Card);
            },
            iter: 60
        );

    [Fact]
    public void The_management_page_gives_back_modules_and_drives_in_their_bays() =>
        Machines.Sample(
            q =>
            {
                var reading = CaptureReader.Read(new SimulatedMachine(q, Facts).Management.Resources("10.20.0.7"));
                Assert.Equal("10.20.0.7", reading.Seen.ManagementAddress);
                var found = AsFound.From(q.Machine.Sheet, reading.Seen, reading.Kind);
                SamePlaces(q, found, PlaceKind.Slot);
                SamePlaces(q, found, PlaceKind.Bay);
            },
            iter: 60
        );

    [Fact]
    public void A_controllers_table_gives_back_drives_in_their_bays() =>
        Machines.Sample(
            q =>
            {
                var text = new SimulatedMachine(q, Facts).Storage.ControllerTable();
                if (text.Count(c => c == '\n') < 2)
                    return;
                var preview = DriveTable.Preview(text)!;
                Assert.Contains(DriveColumn.Bay, preview.Guess);
                var reading = DriveTable.Read(text, preview.Guess);
                SamePlaces(q, AsFound.From(q.Machine.Sheet, reading.Seen, reading.Kind), PlaceKind.Bay);
            },
            iter: 60
        );

    [Fact]
    public void Block_devices_health_lists_and_arrays_agree_on_every_drive() =>
        Machines.Sample(
            q =>
            {
                var storage = new SimulatedMachine(q, Facts).Storage;
                if (storage.Drives.Count == 0)
                    return;
                var seen = CaptureReader
                    .Read(
                        storage.BlockDevices()
                            + storage.NvmeList()
                            + storage.KernelArrays()
                            + string.Concat(
                                storage.Drives.Select(d => storage.Health(d.Place, new SeenHealth { PowerOnHours = 100, PowerCycles = 10 }))
                            )
                    )
                    .Seen;
                Assert.Equal(
                    storage.Drives.Select(d => (d.Unit.Serial!, "/dev/" + d.Name, d.Unit.Drive!.Bytes)).Order(),
                    seen.Drives.Select(d => (d.Serial!, d.Path!, d.Bytes)).Order()
                );
                Assert.All(seen.Drives, d => Assert.Equal(100, d.Health!.PowerOnHours));
                var members = storage.Drives.Count(d => d.Unit.MemberOf == "md0");
                Assert.Equal(members, seen.Raids.Sum(r => r.Members.Count));
            },
            iter: 60
        );

    [Fact]
    public void Details_of_arrays_a_shells_disks_and_the_machine_readable_PCI_list_come_back() =>
        Machines.Sample(
            q =>
            {
                var machine = new SimulatedMachine(q, Facts);
                var raids = CaptureReader.Read(machine.Storage.ArrayDetails()).Seen.Raids;
                Assert.Equal(
                    machine.Storage.Drives.Count(d => d.Unit.MemberOf == "md0"),
                    raids.Sum(r => r.Members.Count(m => m.Role == "active"))
                );
                if (machine.Storage.Drives.Count > 0)
                    Assert.Equal(
                        machine.Storage.Drives.Select(d => (d.Unit.Serial, d.Unit.Drive!.Bytes)),
                        CaptureReader.Read(machine.Storage.ShellDisks()).Seen.Drives.Select(d => (d.Serial, d.Bytes))
                    );
                if (machine.System.PciRecords() is { Length: > 0 } records)
                    SamePlacesByName(q, AsFound.From(q.Machine.Sheet, CaptureReader.Read(records).Seen, "x"));
            },
            iter: 60
        );

    private static void SamePlacesByName(Question q, RecordFound found)
    {
        foreach (var slot in q.Machine.Sheet.Slots.Where(s => s.Bus != CardBus.Pci))
            Assert.Equal(
                q.Machine.Found.At(Place.Card(slot.Id))?.Card!.Name,
                found.Places.GetValueOrDefault(Place.Card(slot.Id))?.Card!.Name
            );
    }

    [Fact]
    public void The_management_network_comes_back() =>
        Assert.Equal("10.20.0.9", CaptureReader.Read(SimulatedSystem.ManagementNetwork("10.20.0.9")).Seen.ManagementAddress);

    [Fact]
    public void Counted_errors_and_a_tests_findings_come_back_as_they_were_put_in() =>
        Gen.Select(Gen.Int[0, 5], Gen.Int[0, 900], Gen.Int[0, 3], Gen.Int[1, 40])
            .Sample(
                (slot, corrected, uncorrected, errors) =>
                {
                    var q = SimulatedMachineTests.Filled("A1", "A2", "B1", "B2", "C1", "C2");
                    var name = new[] { "A1", "A2", "B1", "B2", "C1", "C2" }[slot];
                    var machine = new SimulatedMachine(
                        q,
                        new("1.0", "01/01/2026", "S-1", "A"),
                        new Fault.ErrorsCounted(name, corrected, uncorrected),
                        new Fault.TestFails("Bit Flip", errors)
                    );
                    var reading = CaptureReader.Read(machine.Errors.Counters() + "\n" + machine.Errors.Test());
                    var counts = reading.Seen.MemoryErrors!;
                    Assert.Equal((corrected, uncorrected, 6), (counts.Corrected, counts.Uncorrected, counts.Modules.Count));
                    var module = counts.Modules.Single(m => m.Label == name);
                    Assert.Equal((corrected, uncorrected), (module.Corrected, module.Uncorrected));
                    Assert.Equal(corrected + uncorrected > 0 ? 1 : 0, counts.Modules.Count(m => m.Any));
                    Assert.Equal(
                        (errors, true, "Bit Flip"),
                        (
                            (int)reading.Seen.MemoryTest!.Errors,
                            reading.Seen.MemoryTest.Finished,
                            Assert.Single(reading.Seen.MemoryTest.Failed)
                        )
                    );
                },
                iter: 60
            );

    [Theory]
    [InlineData(MemoryGeneration.Ddr2, ModuleType.Registered, 4096, 2, 667)]
    [InlineData(MemoryGeneration.Ddr2, ModuleType.UnbufferedEcc, 2048, 2, 800)]
    [InlineData(MemoryGeneration.Ddr5, ModuleType.Registered, 32_768, 2, 4800)]
    [InlineData(MemoryGeneration.Ddr5, ModuleType.Unbuffered, 16_384, 1, 5600)]
    public void Chips_of_the_oldest_and_the_newest_generation_come_back(
        MemoryGeneration generation,
        ModuleType type,
        int mib,
        int ranks,
        int rate
    )
    {
        var module = new ModuleSheet
        {
            Generation = generation,
            Form = ModuleForm.Dimm,
            Type = type,
            CapacityMiB = mib,
            Ranks = ranks,
            DeviceWidth = 8,
            RateMTs = rate,
            PartNumber = "MA-9",
        };
        var seen = Assert.Single(
            CaptureReader
                .Read(
                    SimulatedBytes.Chip(
                        new Unit
                        {
                            Module = module,
                            Serial = "0000ABCD",
                            Source = "s",
                        }
                    )!
                )
                .Seen.Spds
        );
        Assert.Equal((module, "0000ABCD", true), (seen.Module, seen.Serial, seen.ChecksumRight));
    }

    [Fact]
    public void A_shells_listing_gives_back_fitted_modules_as_JSON_and_CSV() =>
        Machines.Sample(
            q =>
            {
                var management = new SimulatedMachine(q, Facts).Management;
                var fitted = q.Machine.Found.Modules(q.Machine.Sheet).Select(m => (m.Slot, m.Module.CapacityMiB)).ToList();
                if (fitted.Count == 0)
                    return;
                foreach (var text in new[] { management.ShellMemoryJson(), management.ShellMemoryCsv() })
                    Assert.Equal(
                        fitted,
                        AsFound
                            .From(q.Machine.Sheet, CaptureReader.Read(text).Seen, "x")
                            .Places.Where(p => p.Key.IsSlot)
                            .Select(p => (p.Key.Name, p.Value!.Module!.CapacityMiB))
                            .OrderBy(p => fitted.FindIndex(f => f.Slot == p.Item1))
                    );
            },
            iter: 40
        );

    [Fact]
    public void A_modules_chip_gives_back_the_module() =>
        Gen.Select(Gen.Int[0, 3], Gen.Int[1, 2], Gen.Bool, Gen.Bool)
            .Sample(
                (size, ranks, ddr3, registered) =>
                {
                    var module = new ModuleSheet
                    {
                        Generation = ddr3 ? MemoryGeneration.Ddr3 : MemoryGeneration.Ddr4,
                        Form = ModuleForm.Dimm,
                        Type = registered ? ModuleType.Registered : ModuleType.UnbufferedEcc,
                        CapacityMiB = 4096 << size,
                        Ranks = ranks,
                        DeviceWidth = 8,
                        RateMTs = ddr3 ? 1333 : 2933,
                        PartNumber = "MA-77",
                    };
                    if (
                        SimulatedBytes.Chip(
                            new Unit
                            {
                                Module = module,
                                Serial = "1A2B3C4D",
                                Source = "s",
                            }
                        )
                        is not { } chip
                    )
                        return;
                    var seen = Assert.Single(CaptureReader.Read(chip).Seen.Spds);
                    Assert.Equal((module, "1A2B3C4D", true), (seen.Module, seen.Serial, seen.ChecksumRight));
                },
                iter: 64
            );

    [Fact]
    public void Load_ports_benchmark_and_log_come_back()
    {
        var seen = CaptureReader
            .Read(
                SimulatedSystem.Waiting(11.2, 0.4, 1)
                    + SimulatedSystem.Load(4, 6, 2048, 71)
                    + SimulatedSystem.Port("enp1s0", 25_000, 10_000, 25_000)
                    + SimulatedSystem.Benchmark("before", 512.5, 1021, 3.25)
                    + SimulatedSystem.Log("ata3.00: failed command: READ FPDMA QUEUED")
                    + SimulatedSystem.Name("skarrow")
            )
            .Seen;
        Assert.Equal(
            (11.2, 0.4, 4.0, 6.0, 2048.0, 71.0),
            (
                seen.Load!.MemoryWaitPercent!.Value,
                seen.Load.StorageWaitPercent!.Value,
                seen.Load.SwapInKiBs!.Value,
                seen.Load.SwapOutKiBs!.Value,
                seen.Load.WriteKiBs!.Value,
                seen.Load.IdlePercent!.Value
            )
        );
        Assert.Equal(25_000, Assert.Single(seen.Ports).Mbs);
        Assert.Equal(
            (512.5, 1021.0, 3.25),
            (
                Assert.Single(seen.Benchmarks).MBs!.Value.MegabytesPerSecond,
                seen.Benchmarks[0].Iops!.Value,
                seen.Benchmarks[0].Latency99Ms!.Value
            )
        );
        Assert.Equal((4, 1, "skarrow"), (seen.LogLines!.Value, seen.Faults.Count, seen.HostName));
    }
}
