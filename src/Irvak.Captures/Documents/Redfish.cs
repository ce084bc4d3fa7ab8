using Irvak.Core.Observations;
using Irvak.Core.Sheets;

namespace Irvak.Captures.Documents;

/// <summary>
/// Resources of out-of-band management (DMTF DSP0266, schemas DSP8010): system, processors, memory, drives and the management
/// controller's own network. One resource, a collection with its members expanded, or any nesting of them.
/// </summary>
internal static class Redfish
{
    public static JsonReading? Read(JsonValue document)
    {
        var resources = document.Objects().Where(o => o["@odata.type"]?.Begins("#"u8) == true).Take(20_000).ToList();
        if (resources.Count == 0)
            return null;
        var seen = new Observation();
        var devices = new List<SeenDevice>();
        var processors = new List<SeenProcessor>();
        var drives = new List<SeenDrive>();
        var raids = new List<SeenRaid>();
        foreach (var r in resources)
            switch (TypeOf(r))
            {
                case "ComputerSystem":
                    seen = System(seen, r);
                    break;
                case "Memory":
                    devices.Add(Memory(r));
                    break;
                case "Processor" when r["ProcessorType"]?.Text is null or "CPU":
                    processors.Add(Processor(r));
                    break;
                case "Drive":
                    drives.Add(Drive(r));
                    break;
                case "Volume":
                    raids.Add(Volume(r));
                    break;
                case "EthernetInterface" when r["@odata.id"]?.Text?.Contains("/Managers/", StringComparison.Ordinal) == true:
                    seen = seen with { ManagementAddress = seen.ManagementAddress ?? r["IPv4Addresses"]?.First?["Address"]?.Text };
                    break;
            }
        var collections = resources
            .Where(r =>
                TypeOf(r).EndsWith("Collection", StringComparison.Ordinal)
                && (r["Members"]?.Items.All(m => m["@odata.type"] is null) ?? false)
            )
            .ToList();
        string[] remarks =
            collections.Count > 0
                ? [$"{TypeOf(collections[0])} names its members without telling them: ask with $expand, or send each one."]
                : [];
        return JsonReading.Of(
            "management page",
            seen with
            {
                Devices = devices,
                Processors = processors,
                Drives = drives,
                Raids = raids,
            },
            remarks
        );
    }

    /// <summary>"#Memory.v1_17_0.Memory" is Memory.</summary>
    private static string TypeOf(JsonValue resource)
    {
        var text = (resource["@odata.type"]?.Text ?? "#")[1..];
        var dot = text.IndexOf('.');
        return dot < 0 ? text : text[..dot];
    }

    private static Observation System(Observation seen, JsonValue r) =>
        seen with
        {
            Maker = r["Manufacturer"]?.Text,
            Product = r["Model"]?.Text,
            Serial = r["SerialNumber"]?.Text,
            FirmwareVersion = r["BiosVersion"]?.Text,
            HostName = r["HostName"]?.Text,
        };

    private static bool Absent(JsonValue r) => r.At("Status.State")?.Text == "Absent";

    private static SeenDevice Memory(JsonValue r)
    {
        var mib = Absent(r) ? 0 : r["CapacityMiB"]?.Int;
        var generation = r["MemoryDeviceType"]?.Text is { } type ? Lines.SmbiosFields.Generation(type.Split('_')[0]) : null;
        var where = r["MemoryLocation"];
        return new SeenDevice
        {
            Locator = r["DeviceLocator"]?.Text ?? r["Name"]?.Text,
            Bank =
                where?["Socket"]?.Text is { } socket && where?["Channel"]?.Text is { } channel
                    ? $"socket {socket} channel {channel}"
                    : null,
            SizeMiB = mib,
            Module = mib is > 0
                ? new ModuleSheet
                {
                    Maker = r["Manufacturer"]?.Text,
                    PartNumber = r["PartNumber"]?.Text,
                    Generation = generation,
                    Form = r["BaseModuleType"]?.Text is { } form
                        ? form.StartsWith("SO_", StringComparison.Ordinal)
                            ? ModuleForm.SoDimm
                            : ModuleForm.Dimm
                        : null,
                    Type = Type(r["BaseModuleType"]?.Text, r["ErrorCorrection"]?.Text),
                    CapacityMiB = mib,
                    Ranks = r["RankCount"]?.Int,
                    RateMTs = Rate(generation, (r["AllowedSpeedsMHz"]?.Items ?? []).Select(s => s.Int ?? 0).DefaultIfEmpty(0).Max()),
                }
                : null,
            Serial = r["SerialNumber"]?.Text,
            ConfiguredMTs = Rate(generation, r["OperatingSpeedMhz"]?.Int ?? 0),
            Line = r.Line,
        };
    }

    private static int? Rate(MemoryGeneration? generation, int value) =>
        value <= 0 ? null
        : generation is { } g ? Core.Memory.Bins.Named(g, value)
        : value;

    private static ModuleType? Type(string? form, string? correction) =>
        form switch
        {
            "RDIMM" or "Mini_RDIMM" or "SO_RDIMM_72b" => ModuleType.Registered,
            "LRDIMM" => ModuleType.LoadReduced,
            "UDIMM" or "SO_DIMM" or "Mini_UDIMM" => correction is null ? null
            : correction == "NoECC" ? ModuleType.Unbuffered
            : ModuleType.UnbufferedEcc,
            "SO_UDIMM_72b" => ModuleType.UnbufferedEcc,
            _ => null,
        };

    private static SeenProcessor Processor(JsonValue r) => new(r["Socket"]?.Text ?? r["Name"]?.Text, r["Model"]?.Text, !Absent(r), r.Line);

    private static SeenDrive Drive(JsonValue r) =>
        new()
        {
            Maker = r["Manufacturer"]?.Text,
            Model = r["Model"]?.Text,
            Serial = r["SerialNumber"]?.Text,
            Firmware = r["Revision"]?.Text ?? r["FirmwareVersion"]?.Text,
            Bytes = r["CapacityBytes"]?.Long,
            Rotational = r["MediaType"]?.Text switch
            {
                "HDD" => true,
                "SSD" => false,
                _ => null,
            },
            Rpm = r["RotationSpeedRPM"]?.Int,
            Transport = r["Protocol"]?.Text?.ToLowerInvariant() is ("sata" or "sas" or "nvme") and var protocol ? protocol : null,
            SectorBytes = r["BlockSizeBytes"]?.Int,
            LinkMostGbs = r["CapableSpeedGbs"]?.Double,
            LinkNowGbs = r["NegotiatedSpeedGbs"]?.Double,
            Bay = r.At("PhysicalLocation.PartLocation.ServiceLabel")?.Text
                ?? r.At("PhysicalLocation.PartLocation.LocationOrdinalValue")?.Text,
            State = r.At("Status.Health")?.Text,
            Health = new SeenHealth
            {
                Passed = r["FailurePredicted"]?.Bool is { } fails ? !fails : null,
                PercentUsed = r["PredictedMediaLifeLeftPercent"]?.Double is { } left ? (int)Math.Round(100 - left) : null,
            },
            Line = r.Line,
        };

    private static SeenRaid Volume(JsonValue r) =>
        new()
        {
            Name = r["Name"]?.Text ?? r["Id"]?.Text ?? "volume",
            Level = r["RAIDType"]?.Text?.ToLowerInvariant() ?? r["VolumeType"]?.Text,
            Bytes = r["CapacityBytes"]?.Long,
            State = string.Join(", ", new[] { r.At("Status.Health")?.Text, r.At("Status.State")?.Text }.OfType<string>())
                is { Length: > 0 } state
                ? state
                : null,
            Members =
            [
                .. (r.At("Links.Drives")?.Items ?? [])
                    .Select(d => d["@odata.id"]?.Text?.Split('/')[^1])
                    .OfType<string>()
                    .Take(1024)
                    .Select(n => new SeenMember(n, "active")),
            ],
            Line = r.Line,
        };
}
