using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests;

/// <summary>What captures could show of a machine, with something missing, smaller, slower or failing by chance: the same seed shows the
/// same.</summary>
internal sealed class SampleReadings(MachineSheet sheet, Build build, int seed)
{
    private readonly Random _chance = new(seed);

    private bool Seldom => _chance.Next(6) == 0;

    private bool Even => _chance.Next(2) == 0;

    private T Any<T>(params T[] of) => of[_chance.Next(of.Length)];

    public Observation All()
    {
        var modules = build.Units.Values.Sum(u => (long)(u.Module?.CapacityMiB ?? 0));
        List<SeenDrive> drives =
        [
            .. build.Units.Where(u => u.Value.Drive is not null).Where(_ => !Seldom).Select((u, i) => Drive(u.Key, u.Value, i)),
        ];
        return new()
        {
            Maker = sheet.Maker,
            Product = sheet.Name,
            Serial = Any("AB-1", "AB-2", null),
            FirmwareVersion = Any("1.0", "2.4"),
            HostName = Any("store", null),
            ChassisType = Any("Rack Mount Chassis", "Notebook", "Desktop", null),
            RackUnits = Any<int?>(2, null),
            Batteries = [new(Any("Battery", null), 60, 1), new(null, Any<int?>(40, null), 2)],
            OsBits = Any<int?>(32, 64, null),
            OsKind = Any<OsKind?>([.. Enum.GetValues<OsKind>().Select(k => (OsKind?)k), null]),
            Processors = [.. sheet.Sockets.Select((s, i) => Processor(s, i))],
            Devices = [.. sheet.Channels.SelectMany(c => c.Slots).Select(Device)],
            MemTotalKiB = Seldom ? null : (modules * 1024) - _chance.Next(300, 900) * 1024,
            Slots =
            [
                .. sheet.Slots.Select(
                    (s, i) => new SeenSlot(s.Id, "x", s.Elec, s.Gen, build.At(Place.Card(s.Id)) is not null, $"0000:0{i % 10}:00.0", i)
                ),
            ],
            Pci = [.. sheet.Slots.Where(s => build.At(Place.Card(s.Id)) is not null).Select((s, i) => Card(s, i))],
            Drives = drives,
            Raids = [.. Raids(drives)],
            Volumes = [new("/srv", 8_000_000_000_000, Any<long?>(100_000_000_000, 4_000_000_000_000, null), "xfs", 1)],
            Benchmarks = [new("M-read", "read", Any<Throughput?>(new(110), new(400), new(1500), null), Any<double?>(null, 900), null, 1)],
            MemoryErrors = Any(null, new SeenErrorCounts(_chance.Next(3), _chance.Next(2), [], 1)),
            Load = new()
            {
                AvailableKiB = Any<long?>(100_000, 8_000_000),
                SwapTotalKiB = 1_000_000,
                SwapFreeKiB = Any<long?>(0, 1_000_000),
            },
            LogLines = Any<int?>(null, 400),
            ManagementAddress = Any(null, "192.0.2.7"),
        };
    }

    private SeenProcessor Processor(Socket socket, int i) =>
        new(socket.Id, build.At(Place.Socket(socket.Id))?.Processor?.Name, build.At(Place.Socket(socket.Id)) is not null && !Seldom, i);

    private SeenDevice Device(string slot, int i)
    {
        var module = build.ModuleAt(slot);
        var gone = module is null || Seldom;
        return new()
        {
            Locator = slot,
            SizeMiB = gone ? (Seldom ? null : 0) : module!.CapacityMiB / (Seldom ? 2 : 1),
            Module = gone ? null : module,
            Serial = gone ? null : $"S{seed}-{i}",
            ConfiguredMTs = gone ? null : Any(2133, 2666, 3200, 4800),
            Line = i + 1,
        };
    }

    private SeenDrive Drive(Place place, Unit unit, int i)
    {
        var drive = unit.Drive!;
        return new()
        {
            Path = drive.Protocol == DriveProtocol.Nvme ? $"/dev/nvme{i}n1" : $"/dev/sd{(char)('a' + (i % 26))}",
            Maker = drive.Maker,
            Model = Seldom ? "other" : drive.Model,
            Serial = Seldom ? null : unit.Serial ?? $"D{i}",
            Bytes = Seldom ? drive.Bytes / 2 : drive.Bytes,
            Rotational = drive.Media == DriveMedia.Disk,
            Rpm = drive.Rpm,
            Transport = Any("sata", "sas", "nvme", "usb", null),
            SectorBytes = drive.SectorBytes,
            Form = drive.Form,
            LinkMostGbs = Any<double?>(6, 12, null),
            LinkNowGbs = Any<double?>(3, 6, null),
            Uses = Seldom ? ["/", "/boot"] : [],
            MemberOf = Seldom ? "md0" : null,
            Bay = place.IsBay && Even ? place.Name : null,
            State = Any("online", "failed", "rebuilding", "spare", null),
            Health = Seldom ? null : Health(),
            Line = i + 1,
        };
    }

    private SeenHealth Health() =>
        new()
        {
            PowerOnHours = Any<long?>(0, 20_000, 45_000, null),
            Reallocated = Any<long?>(0, 1, 200, null),
            Pending = Any<long?>(0, 1, null),
            Uncorrectable = Any<long?>(0, 2, null),
            CableErrors = Any<long?>(0, 300, null),
            LoadCycles = Any<long?>(null, 700_000),
            PercentUsed = Any<int?>(null, 3, 81, 104),
            SparePercent = Any<int?>(null, 100, 9),
            SpareThresholdPercent = Any<int?>(null, 10),
            MediaErrors = Any<long?>(0, 1, null),
            GrownDefects = Any<long?>(null, 0, 12),
            BytesWritten = Any<long?>(null, 40_000_000_000_000),
            Celsius = Any<int?>(null, 34, 47, 58, 71),
            WarnCelsius = Any<int?>(null, 70),
            Passed = Any<bool?>(true, false, null),
            SelfTestFailed = Any<bool?>(false, true, null),
        };

    private IEnumerable<SeenRaid> Raids(List<SeenDrive> drives)
    {
        var names = drives.Where(d => d.MemberOf is null && d.Uses.Count == 0).Select(d => d.Path!.Replace("/dev/", "")).Take(6).ToList();
        if (names.Count < 3)
            yield break;
        var present = names.Count - (Even ? 1 : 0);
        yield return new()
        {
            Name = "md0",
            Level = Any("raid5", "raid6", "raid1", "raid10", null),
            Bytes = 4_000_000_000_000,
            Members = [.. names.Select((n, i) => new SeenMember(n, i < present ? "active" : Any("faulty", "rebuilding", "spare")))],
            Wanted = names.Count,
            Present = present,
            State = Any("clean", "degraded", "active", null),
            ChunkKiB = Any<int?>(64, 512, null),
        };
    }

    private SeenPci Card(ExpansionSlot slot, int i) =>
        new()
        {
            Address = $"0000:0{i % 10}:00.0",
            Class = Any("Ethernet controller", "RAID bus controller", "VGA compatible controller"),
            Name = build.At(Place.Card(slot.Id))!.Card?.Name,
            Slot = Seldom ? null : slot.Id,
            GenMost = slot.Gen,
            WidthMost = slot.Elec,
            GenNow = Seldom ? Math.Max(1, slot.Gen - 1) : slot.Gen,
            WidthNow = Seldom ? Math.Max(1, slot.Elec / 2) : slot.Elec,
            PayloadBytes = Any<int?>(128, 256, null),
            Line = i + 1,
        };
}
