using System.Globalization;
using System.Text.Json.Serialization;
using System.Text.RegularExpressions;
using Irvak.Core.Observations;

namespace Irvak.Captures.Documents;

/// <summary>What a column of a pasted table of drives means.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<DriveColumn>))]
public enum DriveColumn
{
    [JsonStringEnumMemberName("none")]
    None,

    [JsonStringEnumMemberName("enclosure")]
    Enclosure,

    [JsonStringEnumMemberName("bay")]
    Bay,

    [JsonStringEnumMemberName("state")]
    State,

    [JsonStringEnumMemberName("size")]
    Size,

    [JsonStringEnumMemberName("serial")]
    Serial,

    [JsonStringEnumMemberName("model")]
    Model,

    [JsonStringEnumMemberName("group")]
    Group,

    [JsonStringEnumMemberName("media")]
    Media,

    [JsonStringEnumMemberName("protocol")]
    Protocol,

    [JsonStringEnumMemberName("systemName")]
    SystemName,
}

/// <summary>A pasted table before it is read: its columns with a guess at what each means, and its first rows.</summary>
public sealed record TablePreview(
    IReadOnlyList<string> Columns,
    IReadOnlyList<DriveColumn> Guess,
    IReadOnlyList<IReadOnlyList<string>> Rows,
    int Count
);

/// <summary>
/// Drives and arrays behind a RAID controller, from any pasted table whose columns the person names once: members and bays that
/// plain listings can't see.
/// </summary>
public static partial class DriveTable
{
    // Common practice, no source: headings met in such tables.
    private static readonly (DriveColumn Column, string[] Words)[] Headings =
    [
        (DriveColumn.Enclosure, ["enclosure", "enc", "shelf", "box", "eid"]),
        (DriveColumn.Bay, ["bay", "slot", "slt", "eid:slt", "position", "slot number", "port"]),
        (DriveColumn.State, ["state", "status", "health"]),
        (DriveColumn.Size, ["size", "capacity", "raw size"]),
        (DriveColumn.Serial, ["serial", "serial number", "sn", "serialno"]),
        (DriveColumn.Model, ["model", "product", "drive", "inquiry"]),
        (DriveColumn.Group, ["group", "array", "dg", "volume", "pool", "raid", "vd"]),
        (DriveColumn.Media, ["media", "med", "media type"]),
        (DriveColumn.Protocol, ["interface", "intf", "protocol", "bus", "type"]),
        (DriveColumn.SystemName, ["device", "path", "system name", "os name"]),
    ];

    /// <summary>How the text would be read as a table; null when it is none.</summary>
    public static TablePreview? Preview(string text)
    {
        if (text.Length > CaptureReader.MostBytes || CsvTable.Read(text) is not { } table)
            return null;
        var guess = table.Columns.Select(Guess).ToList();
        // Two columns can't mean the same; the first keeps the meaning.
        for (var i = 0; i < guess.Count; i++)
            if (guess[i] != DriveColumn.None && guess.Take(i).Contains(guess[i]))
                guess[i] = DriveColumn.None;
        return new TablePreview(table.Columns, guess, [.. table.Rows.Take(8).Select(r => r.Texts())], table.Rows.Count);
    }

    private static DriveColumn Guess(string heading)
    {
        var plain = heading.Trim().ToLowerInvariant();
        foreach (var (column, words) in Headings)
            if (words.Contains(plain))
                return column;
        foreach (var (column, words) in Headings)
            if (words.Any(w => w.Length > 3 && plain.Contains(w, StringComparison.Ordinal)))
                return column;
        return DriveColumn.None;
    }

    /// <summary>Reads the table with the meaning of each column given.</summary>
    public static CaptureReading Read(string text, IReadOnlyList<DriveColumn> columns)
    {
        if (CsvTable.Read(text) is not { } table)
            return CaptureReading.Nothing("This is no table: its lines don't share columns.");
        if (columns.Count != table.Columns.Count)
            return CaptureReading.Nothing($"The table has {table.Columns.Count} columns, {columns.Count} were named.");
        if (!columns.Contains(DriveColumn.Serial) && !columns.Contains(DriveColumn.Bay))
            return CaptureReading.Nothing("Name at least the column of the bay or of the serial number.");
        var at = Enum.GetValues<DriveColumn>().Select(c => c == DriveColumn.None ? -1 : columns.ToList().IndexOf(c)).ToArray();
        var drives = new List<SeenDrive>(table.Rows.Count);
        var rest = new List<NotUnderstood>();
        var texts = new Repeated();
        var row = table.Rows[0];
        // One for all rows.
        Func<DriveColumn, string?> of = wanted =>
            row.Cell(at[(int)wanted]) is { IsEmpty: false } cell && cell is not ("-" or "--") ? texts.Of(cell) : null;
        for (var i = 0; i < table.Rows.Count; i++)
        {
            row = table.Rows[i];
            if (row.Count > 1 && Drive(of, texts, row.Line) is { } drive)
                drives.Add(drive);
            else
                rest.Add(
                    new NotUnderstood(row.Line, row.Line, "a row without bay and serial number", Start(string.Join(" ", row.Texts())))
                );
        }
        var used = table.Rows.Count - rest.Count + 1;
        return drives.Count == 0
            ? CaptureReading.Nothing("No row of this table names a bay or a serial number.", table.Rows.Count + 1, 0, rest)
            : new CaptureReading(
                "table of drives",
                new Observation { Drives = drives },
                table.Rows.Count + 1,
                used,
                rest,
                table.CutAt > 0,
                table.CutAt > 0 ? [$"The table is too long; from line {table.CutAt} on it was not read."] : [],
                $"Table of drives: {drives.Count} drives. {used} lines understood, {rest.Count} not."
            );
    }

    private static string Start(string text) => text[..Math.Min(120, text.Length)];

    private static SeenDrive? Drive(Func<DriveColumn, string?> of, Repeated texts, int line)
    {
        var (serial, place) = (of(DriveColumn.Serial), of(DriveColumn.Bay));
        if ((serial ?? place) is null)
            return null;
        var (enclosure, bay) = Place(of(DriveColumn.Enclosure), place);
        return new SeenDrive
        {
            Enclosure = enclosure,
            Bay = bay,
            State = of(DriveColumn.State),
            Bytes = of(DriveColumn.Size) is { } size ? texts.Bytes(size) : null,
            Serial = serial,
            Model = of(DriveColumn.Model),
            MemberOf = of(DriveColumn.Group),
            Rotational = of(DriveColumn.Media)?.ToUpperInvariant() switch
            {
                "HDD" or "DISK" => true,
                "SSD" or "FLASH" => false,
                _ => null,
            },
            Transport = of(DriveColumn.Protocol)?.ToLowerInvariant() switch
            {
                { } p when p.Contains("nvme", StringComparison.Ordinal) => "nvme",
                { } p when p.Contains("sas", StringComparison.Ordinal) => "sas",
                { } p when p.Contains("sata", StringComparison.Ordinal) => "sata",
                _ => null,
            },
            Path = of(DriveColumn.SystemName),
            Line = line,
        };
    }

    /// <summary>Columns of a table repeat their few texts and sizes; each is kept and read once.</summary>
    private sealed class Repeated
    {
        private const int Most = 4096;
        private readonly HashSet<string> _texts = [];
        private readonly HashSet<string>.AlternateLookup<ReadOnlySpan<char>> _lookup;
        private readonly Dictionary<string, long?> _sizes = [];

        public Repeated() => _lookup = _texts.GetAlternateLookup<ReadOnlySpan<char>>();

        public string Of(ReadOnlySpan<char> cell)
        {
            if (_lookup.TryGetValue(cell, out var kept))
                return kept;
            var text = cell.ToString();
            if (_texts.Count < Most)
                _texts.Add(text);
            return text;
        }

        public long? Bytes(string size)
        {
            if (_sizes.TryGetValue(size, out var bytes))
                return bytes;
            bytes = DriveTable.Bytes(size);
            if (_sizes.Count < Most)
                _sizes[size] = bytes;
            return bytes;
        }
    }

    /// <summary>"252:3" is bay 3 of enclosure 252.</summary>
    private static (string? Enclosure, string? Bay) Place(string? enclosure, string? bay) =>
        bay is not null && bay.IndexOf(':') is > 0 and var at ? (enclosure ?? bay[..at].Trim(), bay[(at + 1)..].Trim()) : (enclosure, bay);

    /// <summary>"3.638 TB" and "10.91 TB" of a controller are binary; "4 TB", a size that is sold, is decimal. Common practice, no
    /// source.</summary>
    internal static long? Bytes(string? text)
    {
        if (
            text is null
            || Size().Match(text) is not { Success: true } m
            || !double.TryParse(m.Groups["n"].Value.Replace(',', '.'), NumberStyles.Float, CultureInfo.InvariantCulture, out var n)
        )
            return null;
        var unit = m.Groups["u"].Value.ToUpperInvariant();
        if (unit.Length == 0)
            return n is > 1e6 and < 9e18 ? (long)n : null;
        var power = unit[0] switch
        {
            'K' => 1,
            'M' => 2,
            'G' => 3,
            'T' => 4,
            'P' => 5,
            _ => 0,
        };
        var binary =
            unit.Contains('I', StringComparison.Ordinal)
            || (Core.Drives.SpokenSize.IsBinary(n, power, m.Groups["d"].Length) ?? Math.Abs(n - Math.Round(n, 2)) > 1e-9);
        var bytes = n * Math.Pow(binary ? 1024 : 1000, power);
        return bytes is > 0 and < 9e18 ? (long)bytes : null;
    }

    [GeneratedRegex(@"^\s*(?<n>\d+(?:[.,](?<d>\d+))?)\s*(?<u>[KMGTP]?i?B?)\s*$", RegexOptions.IgnoreCase)]
    private static partial Regex Size();
}
