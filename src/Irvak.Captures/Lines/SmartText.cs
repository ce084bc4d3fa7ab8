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
        if (_now is null)
            return Denied(line);
        return line.StartsWith("=== START OF ") || Within(line) ? LineFate.Used : LineFate.Foreign;
    }

    private LineFate Denied(ReadOnlySpan<char> line)
    {
        if (!line.StartsWith("Smartctl open device: ") || !line.Contains("failed", StringComparison.Ordinal))
            return LineFate.Foreign;
        _denied = true;
        return LineFate.Used;
    }

    /// <summary>A line about the drive that is being read; false for one that tells nothing of it.</summary>
    private bool Within(ReadOnlySpan<char> line)
    {
        if (line.StartsWith("ID# ATTRIBUTE_NAME"))
        {
            _attributes = true;
            return true;
        }
        if (_attributes && Attribute().Match(line.ToString()) is { Success: true } a)
        {
            Attributes(a);
            return true;
        }
        if (Errors().Match(line.ToString()) is { Success: true } e)
        {
            Counted(e);
            return true;
        }
        var colon = line.IndexOf(':');
        if (colon is < 2 or > 60 || line[0] is ' ' or '\t')
            return false;
        return Field(line[..colon].TrimEnd().ToString(), line[(colon + 1)..].Trim().ToString());
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
        if (Told.TryGetValue(key, out var told))
            _now = told(_now!, value);
        else if (Healths.TryGetValue(key, out var health))
            _health = health(_health ?? new SeenHealth(), value);
        else if (key is "Sector Size" or "Sector Sizes" or "Logical block size" or "Namespace 1 Formatted LBA Size")
            Sectors(value);
        else
            return Known.Contains(key);
        return true;
    }

    private void Sectors(string value)
    {
        _sector = (int)(Number(value) ?? 512);
        _now = _now! with
        {
            SectorBytes = _sector,
            PhysicalSectorBytes = value.Split(',').Skip(1).Select(p => (int?)Number(p.Trim())).FirstOrDefault() ?? _now.PhysicalSectorBytes,
        };
    }

    /// <summary>What a line tells of the drive itself.</summary>
    private static readonly Dictionary<string, Func<SeenDrive, string, SeenDrive>> Told = Each<SeenDrive>(
        (["Device Model", "Model Number", "Product"], (d, v) => d with { Model = v }),
        (["Vendor"], (d, v) => d with { Maker = v }),
        (["Serial Number", "Serial number"], (d, v) => d with { Serial = v }),
        (["Firmware Version", "Revision"], (d, v) => d with { Firmware = v }),
        (["User Capacity", "Total NVM Capacity"], (d, v) => d with { Bytes = Number(v) is > 0 and var bytes ? bytes : d.Bytes }),
        (["Namespace 1 Size/Capacity"], (d, v) => d with { Bytes = d.Bytes ?? Number(v) }),
        (["Rotation Rate"], (d, v) => d with { Rotational = !IsSolid(v), Rpm = IsSolid(v) ? 0 : (int?)Number(v) }),
        (["Form Factor"], (d, v) => d with { Form = v.Split(' ')[0] }),
        (["ATA Version is"], (d, _) => d with { Transport = "sata" }),
        (["SATA Version is"], (d, v) => Link(d, v)),
        (["NVMe Version"], (d, _) => d with { Transport = "nvme", Rotational = false }),
        (["Transport protocol"], (d, v) => d with { Transport = v.StartsWith("SAS", StringComparison.Ordinal) ? "sas" : d.Transport })
    );

    /// <summary>What a line tells of its health.</summary>
    private static readonly Dictionary<string, Func<SeenHealth, string, SeenHealth>> Healths = Each<SeenHealth>(
        (["SMART overall-health self-assessment test result"], (h, v) =>
            h with
            {
                Passed = v.StartsWith("PASSED", StringComparison.Ordinal),
            }
        ),
        (["SMART Health Status"], (h, v) => h with { Passed = v == "OK" }),
        (["Current Drive Temperature", "Temperature"], (h, v) => h with { Celsius = (int?)Number(v) }),
        (["Drive Trip Temperature", "Warning Comp. Temp. Threshold", "Warning  Comp. Temp. Threshold"], (h, v) =>
            h with
            {
                WarnCelsius = (int?)Number(v),
            }
        ),
        (["Accumulated power on time, hours"], (h, v) => h with { PowerOnHours = Number(v.Split(' ')[^1].Split(':')[0]) }),
        (["Power On Hours"], (h, v) => h with { PowerOnHours = Number(v) }),
        (["Power Cycles", "Accumulated start-stop cycles"], (h, v) => h with { PowerCycles = Number(v) }),
        (["Accumulated load-unload cycles"], (h, v) => h with { LoadCycles = Number(v) }),
        (["Elements in grown defect list"], (h, v) => h with { GrownDefects = Number(v) }),
        (["Critical Warning"], (h, v) => h with { CriticalWarning = Bits(v) }),
        (["Available Spare"], (h, v) => h with { SparePercent = (int?)Number(v) }),
        (["Available Spare Threshold"], (h, v) => h with { SpareThresholdPercent = (int?)Number(v) }),
        (["Percentage Used", "Percentage used endurance indicator"], (h, v) => h with { PercentUsed = (int?)Number(v) }),
        (["Media and Data Integrity Errors"], (h, v) => h with { MediaErrors = Number(v) }),
        (["Data Units Written"], (h, v) => h with { BytesWritten = Units(v) }),
        (["Data Units Read"], (h, v) => h with { BytesRead = Units(v) })
    );

    private static Dictionary<string, Func<T, string, T>> Each<T>(params (string[] Keys, Func<T, string, T> Take)[] lines) =>
        lines.SelectMany(l => l.Keys.Select(k => (k, l.Take))).ToDictionary(l => l.k, l => l.Take);

    private static bool IsSolid(string rotation) => rotation.StartsWith("Solid", StringComparison.Ordinal);

    private static SeenDrive Link(SeenDrive drive, string value) =>
        drive with
        {
            Transport = "sata",
            LinkMostGbs = Gbs(value.Split('(')[0]),
            LinkNowGbs = value.Contains("current:", StringComparison.Ordinal)
                ? Gbs(value[value.IndexOf("current:", StringComparison.Ordinal)..])
                : null,
        };

    private static int? Bits(string value) =>
        value.StartsWith("0x", StringComparison.Ordinal)
        && int.TryParse(value[2..], NumberStyles.HexNumber, CultureInfo.InvariantCulture, out var bits)
            ? bits
            : null;

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
