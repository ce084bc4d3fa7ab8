using Irvak.Core.Memory;
using Irvak.Core.Observations;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Documents;

/// <summary>One record of a listing: values by name, whatever the case.</summary>
internal interface IRecord
{
    string? Of(string name);

    /// <summary>True when it has a value of that name.</summary>
    bool Has(string name);

    int Line { get; }
}

/// <summary>
/// Hardware listing of a desktop or server system whose shell prints instances of the Common Information Model (DMTF), as JSON or
/// CSV: memory modules, disks, volumes, processors, the computer itself. Classes are told by the properties that only they have.
/// </summary>
internal static class CimListing
{
    // SMBIOS memory types, as the model hands them on (DMTF DSP0134, type 17, offset 12h).
    private static readonly Dictionary<string, MemoryGeneration> Generations = new()
    {
        ["19"] = MemoryGeneration.Ddr2,
        ["20"] = MemoryGeneration.Ddr2,
        ["24"] = MemoryGeneration.Ddr3,
        ["26"] = MemoryGeneration.Ddr4,
        ["34"] = MemoryGeneration.Ddr5,
    };

    // Bus types of the storage model, by number and by name.
    private static readonly Dictionary<string, string> Buses = new(StringComparer.OrdinalIgnoreCase)
    {
        ["11"] = "sata",
        ["SATA"] = "sata",
        ["10"] = "sas",
        ["SAS"] = "sas",
        ["17"] = "nvme",
        ["NVMe"] = "nvme",
        ["7"] = "usb",
        ["USB"] = "usb",
    };

    public static JsonReading? Read(JsonValue document)
    {
        var objects = document.IsArray ? document.Items.Where(i => i.IsObject) : document.Objects();
        return Read(objects.Take(20_000).Select(o => (IRecord)new JsonRecord(o)));
    }

    public static JsonReading? Read(IEnumerable<IRecord> records)
    {
        var seen = new Observation();
        var (devices, drives, volumes, processors) = (
            new List<SeenDevice>(),
            new List<SeenDrive>(),
            new List<SeenVolume>(),
            new List<SeenProcessor>()
        );
        foreach (var r in records)
            if (r.Has("DeviceLocator") && r.Has("Capacity"))
                devices.Add(Memory(r));
            else if (r.Has("BusType") && r.Has("Size"))
                drives.Add(Physical(r));
            else if (r.Has("InterfaceType") && r.Has("Size") && r.Has("Model"))
                drives.Add(Disk(r));
            else if (r.Has("SocketDesignation") && r.Has("NumberOfCores"))
                processors.Add(new SeenProcessor(r.Of("SocketDesignation"), r.Of("Name"), true, r.Line));
            else if ((r.Of("DriveLetter") ?? r.Of("DeviceID")) is { } letter && (r.Of("SizeRemaining") ?? r.Of("FreeSpace")) is { } free)
                volumes.Add(new SeenVolume(letter, Long(r.Of("Size")), Long(free), r.Of("FileSystem") ?? r.Of("FileSystemType"), r.Line));
            else if (r.Of("SMBIOSBIOSVersion") is { } version)
                seen = seen with { FirmwareVersion = version, Serial = seen.Serial ?? r.Of("SerialNumber") };
            else if (r.Of("TotalPhysicalMemory") is { } total)
                seen = seen with
                {
                    Maker = r.Of("Manufacturer"),
                    Product = r.Of("Model"),
                    HostName = r.Of("DNSHostName") ?? r.Of("Name"),
                    MemTotalKiB = Long(total) / 1024,
                    OsKind = OsKind.Other,
                };
            else if (r.Of("OSArchitecture") is { } bits)
                seen = seen with
                {
                    OsKind = OsKind.Other,
                    OsBits =
                        bits.Contains("64", StringComparison.Ordinal) ? 64
                        : bits.Contains("32", StringComparison.Ordinal) ? 32
                        : null,
                };
        seen = seen with { Devices = devices, Drives = drives, Volumes = volumes, Processors = processors };
        if (seen.IsEmpty)
            return null;
        // The model lists fitted modules only.
        return JsonReading.Of(
            "hardware listing",
            seen,
            devices.Count > 0 ? ["This listing names fitted modules only; empty slots are not in it."] : []
        );
    }

    private static SeenDevice Memory(IRecord r)
    {
        var mib = (int?)Math.Clamp((Long(r.Of("Capacity")) ?? 0) / 1048576, 0, int.MaxValue);
        MemoryGeneration? generation = r.Of("SMBIOSMemoryType") is { } type && Generations.TryGetValue(type, out var g) ? g : null;
        int? Rate(string name) =>
            Long(r.Of(name)) is > 0 and < 20_000 and var mts
                ? generation is { } gen
                    ? Bins.Named(gen, (int)mts)
                    : (int)mts
                : null;
        var ecc = Long(r.Of("TotalWidth")) is { } all && Long(r.Of("DataWidth")) is { } data ? all > data : (bool?)null;
        return new SeenDevice
        {
            Locator = r.Of("DeviceLocator"),
            Bank = r.Of("BankLabel"),
            SizeMiB = mib,
            Module = new ModuleSheet
            {
                Maker = r.Of("Manufacturer"),
                PartNumber = r.Of("PartNumber"),
                Generation = generation,
                Form = r.Of("FormFactor") switch
                {
                    "8" => ModuleForm.Dimm,
                    "12" => ModuleForm.SoDimm,
                    _ => null,
                },
                // The widths tell ECC, not whether a register drives the chips.
                Type = ecc is false ? ModuleType.Unbuffered : null,
                CapacityMiB = mib,
                RateMTs = Rate("Speed"),
            },
            Serial = r.Of("SerialNumber"),
            ConfiguredMTs = Rate("ConfiguredClockSpeed"),
            Line = r.Line,
        };
    }

    private static SeenDrive Physical(IRecord r) =>
        new()
        {
            Path = r.Of("DeviceId") is { } id ? "disk " + id : null,
            Model = r.Of("FriendlyName") ?? r.Of("Model"),
            Serial = r.Of("SerialNumber"),
            Firmware = r.Of("FirmwareVersion"),
            Bytes = Long(r.Of("Size")),
            Rotational = r.Of("MediaType") switch
            {
                "3" or "HDD" => true,
                "4" or "SSD" => false,
                _ => null,
            },
            Rpm = Long(r.Of("SpindleSpeed")) is > 0 and < 30_000 and var rpm ? (int)rpm : null,
            Transport = r.Of("BusType") is { } bus && Buses.TryGetValue(bus, out var t) ? t : null,
            SectorBytes = (int?)Long(r.Of("LogicalSectorSize")),
            PhysicalSectorBytes = (int?)Long(r.Of("PhysicalSectorSize")),
            Line = r.Line,
        };

    private static SeenDrive Disk(IRecord r) =>
        new()
        {
            Path = r.Of("Index") is { } index ? "disk " + index : r.Of("DeviceID"),
            Model = r.Of("Model"),
            Serial = r.Of("SerialNumber"),
            Firmware = r.Of("FirmwareRevision"),
            Bytes = Long(r.Of("Size")),
            Transport = r.Of("InterfaceType") == "USB" ? "usb" : null,
            SectorBytes = (int?)Long(r.Of("BytesPerSector")),
            Line = r.Line,
        };

    private static long? Long(string? text) => long.TryParse(text, out var n) ? n : null;

    private sealed class JsonRecord(JsonValue value) : IRecord
    {
        public int Line => value.Line;

        public string? Of(string name) => value[name]?.Text;

        public bool Has(string name) => Of(name) is not null;
    }
}
