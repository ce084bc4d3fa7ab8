using System.Globalization;
using System.Text.RegularExpressions;
using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary>
/// Health of drives as the common SMART tool prints it for people: ATA, SAS and NVMe. Of the makers' own attributes only those whose raw
/// value can be trusted, as in its JSON.
/// </summary>
internal sealed partial class SmartText : LineReader
{
    private const int MostDrives = 1024;
    private readonly List<SeenDrive> _drives = [];
    private SeenDrive? _now;
    private SeenHealth? _health;
    private bool _attributes,
        _denied;
    private int _sector = 512;

    public override string Kind => "drive health";

    public override bool IsThere => _drives.Count > 0 || _now is not null;

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        if (line.StartsWith("smartctl ") && line.Contains("[", StringComparison.Ordinal))
        {
            Close();
            return LineFate.Used;
        }
        if (line.StartsWith("=== START OF INFORMATION SECTION"))
        {
            Close();
            _now = new SeenDrive { Line = number };
            return LineFate.Used;
        }
        if (line.StartsWith("=== START OF "))
            return _now is null ? LineFate.Foreign : LineFate.Used;
        if (_now is null)
        {
            if (line.StartsWith("Smartctl open device: ") && line.Contains("failed", StringComparison.Ordinal))
            {
                _denied = true;
                return LineFate.Used;
            }
            return LineFate.Foreign;
        }
        if (line.StartsWith("ID# ATTRIBUTE_NAME"))
        {
            _attributes = true;
            return LineFate.Used;
        }
        if (_attributes && Attribute().Match(line.ToString()) is { Success: true } a)
        {
            Attributes(a);
            return LineFate.Used;
        }
        if (Errors().Match(line.ToString()) is { Success: true } e)
        {
            Counted(e);
            return LineFate.Used;
        }
        var colon = line.IndexOf(':');
        if (colon is < 2 or > 60 || line[0] is ' ' or '\t')
            return LineFate.Foreign;
        return Field(line[..colon].TrimEnd().ToString(), line[(colon + 1)..].Trim().ToString()) ? LineFate.Used : LineFate.Foreign;
    }

    public override void End() => Close();

    public override Observation AddTo(Observation seen) =>
        _drives.Count == 0 ? seen : seen with { Drives = Core.Observations.SeenDrives.Join(_drives, seen.Drives) };

    public override IEnumerable<string> Remarks =>
        _denied ? ["The tool could not open a drive: run it as administrator, or name the drive behind its controller."] : [];

    private void Close()
    {
        if (_now is { } drive && (drive.Model ?? drive.Serial) is not null && _drives.Count < MostDrives)
            _drives.Add(drive with { Health = _health });
        (_now, _health, _attributes, _sector) = (null, null, false, 512);
    }

    private void Health(Func<SeenHealth, SeenHealth> change) => _health = change(_health ?? new SeenHealth());

    private bool Field(string key, string value)
    {
        switch (key)
        {
            case "Device Model" or "Model Number" or "Product":
                _now = _now! with { Model = value };
                return true;
            case "Vendor":
                _now = _now! with { Maker = value };
                return true;
            case "Serial Number" or "Serial number":
                _now = _now! with { Serial = value };
                return true;
            case "Firmware Version" or "Revision":
                _now = _now! with { Firmware = value };
                return true;
            case "User Capacity" or "Total NVM Capacity":
                _now = _now! with { Bytes = Number(value) is > 0 and var bytes ? bytes : _now.Bytes };
                return true;
            case "Namespace 1 Size/Capacity":
                _now = _now! with { Bytes = _now.Bytes ?? Number(value) };
                return true;
            case "Sector Size" or "Sector Sizes" or "Logical block size" or "Namespace 1 Formatted LBA Size":
                _sector = (int)(Number(value) ?? 512);
                _now = _now! with
                {
                    SectorBytes = _sector,
                    PhysicalSectorBytes = value.Split(',').Skip(1).Select(p => (int?)Number(p.Trim())).FirstOrDefault()
                        ?? _now.PhysicalSectorBytes,
                };
                return true;
            case "Rotation Rate":
                _now = _now! with
                {
                    Rotational = !value.StartsWith("Solid", StringComparison.Ordinal),
                    Rpm = value.StartsWith("Solid", StringComparison.Ordinal) ? 0 : (int?)Number(value),
                };
                return true;
            case "Form Factor":
                _now = _now! with { Form = value.Split(' ')[0] };
                return true;
            case "ATA Version is":
                _now = _now! with { Transport = "sata" };
                return true;
            case "SATA Version is":
                _now = _now! with
                {
                    Transport = "sata",
                    LinkMostGbs = Gbs(value.Split('(')[0]),
                    LinkNowGbs = value.Contains("current:", StringComparison.Ordinal)
                        ? Gbs(value[value.IndexOf("current:", StringComparison.Ordinal)..])
                        : null,
                };
                return true;
            case "NVMe Version":
                _now = _now! with { Transport = "nvme", Rotational = false };
                return true;
            case "Transport protocol":
                _now = _now! with { Transport = value.StartsWith("SAS", StringComparison.Ordinal) ? "sas" : _now.Transport };
                return true;
            case "SMART overall-health self-assessment test result":
                Health(h => h with { Passed = value.StartsWith("PASSED", StringComparison.Ordinal) });
                return true;
            case "SMART Health Status":
                Health(h => h with { Passed = value == "OK" });
                return true;
            case "Current Drive Temperature" or "Temperature":
                Health(h => h with { Celsius = (int?)Number(value) });
                return true;
            case "Drive Trip Temperature" or "Warning Comp. Temp. Threshold" or "Warning  Comp. Temp. Threshold":
                Health(h => h with { WarnCelsius = (int?)Number(value) });
                return true;
            case "Accumulated power on time, hours":
                Health(h => h with { PowerOnHours = Number(value.Split(' ')[^1].Split(':')[0]) });
                return true;
            case "Power On Hours":
                Health(h => h with { PowerOnHours = Number(value) });
                return true;
            case "Power Cycles" or "Accumulated start-stop cycles":
                Health(h => h with { PowerCycles = Number(value) });
                return true;
            case "Accumulated load-unload cycles":
                Health(h => h with { LoadCycles = Number(value) });
                return true;
            case "Elements in grown defect list":
                Health(h => h with { GrownDefects = Number(value) });
                return true;
            case "Critical Warning":
                Health(h =>
                    h with
                    {
                        CriticalWarning =
                            value.StartsWith("0x", StringComparison.Ordinal)
                            && int.TryParse(value[2..], NumberStyles.HexNumber, CultureInfo.InvariantCulture, out var bits)
                                ? bits
                                : null,
                    }
                );
                return true;
            case "Available Spare":
                Health(h => h with { SparePercent = (int?)Number(value) });
                return true;
            case "Available Spare Threshold":
                Health(h => h with { SpareThresholdPercent = (int?)Number(value) });
                return true;
            case "Percentage Used" or "Percentage used endurance indicator":
                Health(h => h with { PercentUsed = (int?)Number(value) });
                return true;
            case "Media and Data Integrity Errors":
                Health(h => h with { MediaErrors = Number(value) });
                return true;
            case "Data Units Written":
                Health(h => h with { BytesWritten = Units(value) });
                return true;
            case "Data Units Read":
                Health(h => h with { BytesRead = Units(value) });
                return true;
            default:
                return Known.Contains(key);
        }
    }

    // Lines of this tool that tell nothing which is read here.
    private static readonly HashSet<string> Known =
    [
        "Model Family",
        "LU WWN Device Id",
        "Device is",
        "Local Time is",
        "SMART support is",
        "TRIM Command",
        "PCI Vendor/Subsystem ID",
        "IEEE OUI Identifier",
        "Controller ID",
        "Number of Namespaces",
        "Unallocated NVM Capacity",
        "Namespace 1 IEEE EUI-64",
        "Compliance",
        "Logical Unit id",
        "Device type",
        "SMART Error Log Version",
        "Error Information (NVMe Log 0x01",
        "Host Read Commands",
        "Host Write Commands",
        "Controller Busy Time",
        "Unsafe Shutdowns",
        "Error Information Log Entries",
        "Warning  Comp. Temperature Time",
        "Critical Comp. Temperature Time",
        "SCT capabilities",
        "Zoned Device",
        "Add. Product Id",
    ];

    /// <summary>A data unit is 1000 blocks of 512 bytes (NVM Express base specification).</summary>
    private static long? Units(string value) => Number(value) is >= 0 and < long.MaxValue / 512_000 and var units ? units * 512_000 : null;

    private void Attributes(Match m)
    {
        var raw = Number(m.Groups["raw"].Value);
        switch (int.Parse(m.Groups["id"].Value, CultureInfo.InvariantCulture))
        {
            // Upper words are the makers' own; the count stands in the low 16 bits.
            case 5:
                Health(h => h with { Reallocated = raw & 0xFFFF });
                break;
            case 9:
                Health(h => h with { PowerOnHours = raw & 0xFF_FFFF });
                break;
            case 12:
                Health(h => h with { PowerCycles = raw });
                break;
            case 187:
                Health(h => h with { Uncorrectable = raw });
                break;
            case 193:
                Health(h => h with { LoadCycles = raw & 0xFF_FFFF });
                break;
            case 194 or 190:
                Health(h => h with { Celsius = h.Celsius ?? (int?)(raw & 0xFF) });
                break;
            case 197:
                Health(h => h with { Pending = raw });
                break;
            case 198:
                Health(h => h with { Uncorrectable = h.Uncorrectable ?? raw });
                break;
            case 199:
                Health(h => h with { CableErrors = raw });
                break;
        }
    }

    /// <summary>"read:  … gigabytes  uncorrected" of a SAS drive's error log.</summary>
    private void Counted(Match m)
    {
        long? bytes =
            double.TryParse(m.Groups["gb"].Value, NumberStyles.Float, CultureInfo.InvariantCulture, out var gb) && gb is >= 0 and < 9e9
                ? (long)(gb * 1e9)
                : null;
        var lost = Number(m.Groups["lost"].Value) ?? 0;
        Health(h =>
            (h with { Uncorrectable = (h.Uncorrectable ?? 0) + lost }) is var more
            && m.Groups["what"].Value switch
            {
                "write" => more with { BytesWritten = bytes },
                "read" => more with { BytesRead = bytes },
                _ => more,
            }
                is var done
                ? done
                : h
        );
    }

    /// <summary>The first number of a value, thousands parted by commas: "4,000,787,030,016 bytes".</summary>
    private static long? Number(string value)
    {
        var digits = new string([
            .. value
                .SkipWhile(c => c is ' ')
                .TakeWhile(c => char.IsAsciiDigit(c) || c is ',' or '.' or '\u2019' or '\u00A0')
                .Where(char.IsAsciiDigit),
        ]);
        return long.TryParse(digits, NumberStyles.None, CultureInfo.InvariantCulture, out var n) ? n : null;
    }

    private static double? Gbs(string text) =>
        Rate().Match(text) is { Success: true } m ? double.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture) : null;

    [GeneratedRegex(@"^\s*(?<id>\d{1,3})\s+[A-Za-z]\S*\s+0x[0-9a-f]{4}\s+\d+\s+\d+\s+\S+\s+\S+\s+\S+\s+\S+\s+(?<raw>\d+)")]
    private static partial Regex Attribute();

    [GeneratedRegex(@"^(?<what>read|write|verify):\s+(?:\d+\s+){5}(?<gb>[\d.]+)\s+(?<lost>\d+)\s*$")]
    private static partial Regex Errors();

    [GeneratedRegex(@"([\d.]+) Gb/s")]
    private static partial Regex Rate();
}
