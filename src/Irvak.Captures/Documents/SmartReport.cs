using System.Globalization;
using Irvak.Core.Observations;

namespace Irvak.Captures.Documents;

/// <summary>
/// Health of a drive as JSON of the common SMART tool: ATA, SAS and NVMe. Standard pages come first (ACS device statistics, NVMe
/// health log, SCSI log pages); of the makers' own attributes only those whose raw value can be trusted.
/// </summary>
internal static class SmartReport
{
    public static JsonReading? Read(JsonValue document)
    {
        if (document["smartctl"] is not { IsObject: true } tool)
            return null;
        if (document["device"] is null && document["model_name"] is null)
            return JsonReading.Of(
                "drive health",
                new Observation(),
                [.. Messages(tool).DefaultIfEmpty("This run of the tool asked no drive.")]
            );
        var remarks = Messages(tool).ToList();
        var status = tool["exit_status"]?.Int ?? 0;
        if ((status & 0b10) != 0)
            remarks.Add("The tool could not open the drive: run it as administrator, or name the drive behind its controller.");
        var protocol = document.At("device.protocol")?.Text?.ToUpperInvariant();
        var rpm = document["rotation_rate"]?.Int;
        var drive = new SeenDrive
        {
            Path = document.At("device.name")?.Text,
            Maker = document["vendor"]?.Text ?? document["scsi_vendor"]?.Text,
            Model = document["model_name"]?.Text ?? document["product"]?.Text ?? document["scsi_product"]?.Text,
            Serial = document["serial_number"]?.Text,
            Firmware = document["firmware_version"]?.Text ?? document["revision"]?.Text ?? document["scsi_revision"]?.Text,
            Bytes = document.At("user_capacity.bytes")?.Long ?? document["nvme_total_capacity"]?.Long,
            Rotational = rpm is null
                ? protocol == "NVME"
                    ? false
                    : null
                : rpm > 0,
            Rpm = rpm,
            Transport = protocol switch
            {
                "ATA" => "sata",
                "SCSI" => "sas",
                "NVME" => "nvme",
                _ => null,
            },
            SectorBytes = document["logical_block_size"]?.Int,
            PhysicalSectorBytes = document["physical_block_size"]?.Int,
            Form = document.At("form_factor.name")?.Text is { } form ? form.Split(' ')[0] : null,
            LinkMostGbs = Gbs(document.At("interface_speed.max.string")?.Text),
            LinkNowGbs = Gbs(document.At("interface_speed.current.string")?.Text),
            Health = protocol switch
            {
                "NVME" => Nvme(document),
                "SCSI" => Scsi(document),
                _ => Ata(document),
            },
            Line = document.Line,
        };
        return JsonReading.Of("drive health", new Observation { Drives = [drive] }, [.. remarks]);
    }

    private static IEnumerable<string> Messages(JsonValue tool) =>
        (tool["messages"]?.Items ?? []).Select(m => m["string"]?.Text).OfType<string>().Take(5);

    private static double? Gbs(string? text) =>
        text?.EndsWith("Gb/s", StringComparison.Ordinal) == true
        && double.TryParse(text[..^4], NumberStyles.Float, CultureInfo.InvariantCulture, out var g)
            ? g
            : null;

    private static SeenHealth Common(JsonValue d) =>
        new()
        {
            PowerOnHours = d.At("power_on_time.hours")?.Long,
            PowerCycles = d["power_cycle_count"]?.Long,
            Celsius = d.At("temperature.current")?.Int,
            Passed = d.At("smart_status.passed")?.Bool,
        };

    private static SeenHealth Ata(JsonValue d)
    {
        var attributes = d.At("ata_smart_attributes.table")?.Items ?? [];
        var pages = d.At("ata_device_statistics.pages")?.Items ?? [];
        long? Raw(int id) => JsonValue.FirstOf(attributes, a => a["id"]?.Int == id)?.At("raw.value")?.Long;
        var sector = d["logical_block_size"]?.Int ?? 512;
        var tests = d.At("ata_smart_self_test_log.standard.table")?.Items ?? d.At("ata_smart_self_test_log.extended.table")?.Items ?? [];
        return Common(d) with
        {
            // Upper words are the makers' own; the count stands in the low 16 bits.
            Reallocated = Statistic(pages, 3, 0x20) ?? (Raw(5) & 0xFFFF),
            Pending = Statistic(pages, 3, 0x38) ?? Raw(197),
            Uncorrectable = Statistic(pages, 4, 0x08) ?? Raw(187) ?? Raw(198),
            CableErrors = Statistic(pages, 6, 0x18) ?? Raw(199),
            LoadCycles = Raw(193) & 0xFF_FFFF,
            PercentUsed = (int?)Statistic(pages, 7, 0x08),
            BytesWritten = Statistic(pages, 1, 0x18) * sector,
            BytesRead = Statistic(pages, 1, 0x28) * sector,
            WarnCelsius = (int?)Statistic(pages, 5, 0x58),
            SelfTestFailed =
                tests.Count == 0 ? null
                : tests[0].At("status.passed")?.Bool is { } passed ? !passed
                : null,
        };
    }

    /// <summary>A value of the device statistics log by page and offset (ACS, general purpose log 04h); null when the drive does not give
    /// it.</summary>
    private static long? Statistic(IReadOnlyList<JsonValue> pages, int page, int offset) =>
        JsonValue
            .FirstOf(pages.Where(p => p["number"]?.Int == page).SelectMany(p => p["table"]?.Items ?? []), s =>
                s["offset"]?.Int == offset && s.At("flags.valid")?.Bool != false
            )
            ?["value"]?.Long;

    /// <summary>Health log page 02h of the NVM Express base specification; a data unit is 1000 blocks of 512 bytes.</summary>
    private static SeenHealth Nvme(JsonValue d)
    {
        var log = d["nvme_smart_health_information_log"];
        return Common(d) with
        {
            PowerOnHours = log?["power_on_hours"]?.Long ?? d.At("power_on_time.hours")?.Long,
            PowerCycles = log?["power_cycles"]?.Long ?? d["power_cycle_count"]?.Long,
            CriticalWarning = log?["critical_warning"]?.Int,
            PercentUsed = log?["percentage_used"]?.Int,
            SparePercent = log?["available_spare"]?.Int,
            SpareThresholdPercent = log?["available_spare_threshold"]?.Int,
            MediaErrors = log?["media_errors"]?.Long,
            BytesWritten = Units(log?["data_units_written"]?.Long),
            BytesRead = Units(log?["data_units_read"]?.Long),
            Celsius = log?["temperature"]?.Int ?? d.At("temperature.current")?.Int,
            WarnCelsius = d["nvme_composite_temperature_threshold"]?["warning"]?.Int,
        };
    }

    private static long? Units(long? units) => units is >= 0 and < long.MaxValue / 512_000 ? units * 512_000 : null;

    private static SeenHealth Scsi(JsonValue d)
    {
        var log = d["scsi_error_counter_log"];
        long? Lost(string what) => log?[what]?["total_uncorrected_errors"]?.Long;
        var parts = new[] { Lost("read"), Lost("write"), Lost("verify") };
        return Common(d) with
        {
            GrownDefects = d["scsi_grown_defect_list"]?.Long,
            Uncorrectable = parts.Any(p => p is not null) ? parts.Sum(p => p ?? 0) : null,
            PercentUsed = d["scsi_percentage_used_endurance_indicator"]?.Int,
            BytesWritten = Gigabytes(log?["write"]?["gigabytes_processed"]?.Double),
            BytesRead = Gigabytes(log?["read"]?["gigabytes_processed"]?.Double),
            LoadCycles = d.At("scsi_start_stop_cycle_counter.accumulated_load_unload_cycles")?.Long,
            PowerCycles = d.At("scsi_start_stop_cycle_counter.accumulated_start_stop_cycles")?.Long,
            WarnCelsius = d.At("temperature.drive_trip")?.Int,
        };
    }

    private static long? Gigabytes(double? value) => value is >= 0 and < 9e9 ? (long)(value.Value * 1e9) : null;
}
