using System.Globalization;
using System.Text.RegularExpressions;
using Irvak.Core.Drives;
using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary>
/// The block device listing as a table for people (util-linux, <c>lsblk</c>, with any columns): columns stand between gutters of blanks
/// that go through every line, whichever way their values are set.
/// </summary>
internal sealed partial class BlockListing : LineReader
{
    private const int MostLines = 4096;
    private readonly List<(string Text, int Line)> _rows = [];
    private readonly List<SeenDrive> _drives = [];
    private string? _header;
    private bool _rounded,
        _taken;

    public override string Kind => "block devices";

    public override bool IsThere => _drives.Count > 0 || _header is not null;

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        if (Header().IsMatch(line))
        {
            Close();
            _header = line.TrimEnd().ToString();
            return LineFate.Used;
        }
        if (_header is null || !(Row().IsMatch(line) || (line.Length > 8 && line[..8].IsWhiteSpace())))
        {
            if (_header is not null)
                Close();
            return LineFate.Foreign;
        }
        if (_rows.Count < MostLines)
            _rows.Add((line.TrimEnd().ToString(), number));
        return LineFate.Used;
    }

    public override void Blank() => Close();

    public override void End() => Close();

    public override Observation AddTo(Observation seen) =>
        _drives.Count == 0 ? seen : seen with { Drives = SeenDrives.Join(_drives, seen.Drives) };

    public override IEnumerable<string> Remarks =>
        _rounded
            ?
            [
                _taken
                    ? "Sizes are rounded in this table: each drive is taken for the usual one of that size. lsblk -b tells the bytes."
                    : "Sizes are rounded in this table, and fit no usual drive: lsblk -b tells the bytes.",
            ]
            : [];

    private void Close()
    {
        if (_header is { } header && _rows.Count > 0)
        {
            var columns = Columns([header, .. _rows.Select(r => r.Text)], header);
            SeenDrive? disk = null;
            foreach (var (text, line) in _rows)
            {
                string? Of(string name) =>
                    columns.TryGetValue(name, out var at)
                    && at.From < text.Length
                    && text[at.From..Math.Min(at.To, text.Length)].Trim() is { Length: > 0 } value
                        ? value
                        : null;
                var (type, mounts) = (Of("TYPE"), new[] { Of("MOUNTPOINT"), Of("MOUNTPOINTS") }.OfType<string>().ToList());
                if (type == "disk")
                {
                    Add(disk);
                    disk = Disk(Of, line);
                }
                // What is not set in below a disk is a device of its own.
                else if (text.Length > 0 && char.IsAsciiLetter(text[0]))
                {
                    Add(disk);
                    disk = null;
                }
                else if (disk is not null)
                    disk = disk with
                    {
                        MemberOf = disk.MemberOf
                            ?? (
                                type?.StartsWith("raid", StringComparison.Ordinal) == true ? Name(Of("NAME"))
                                : Of("FSTYPE")
                                    is "linux_raid_member"
                                        or "zfs_member"
                                        or "LVM2_member"
                                        or "ddf_raid_member"
                                        or "isw_raid_member"
                                    ? Of("LABEL") ?? Of("FSTYPE")
                                : null
                            ),
                        Uses = [.. disk.Uses.Concat(mounts).Distinct().Take(32)],
                    };
                if (type == "disk" && mounts.Count > 0)
                    disk = disk! with { Uses = mounts };
            }
            Add(disk);
        }
        _header = null;
        _rows.Clear();
    }

    private void Add(SeenDrive? disk)
    {
        if (disk is not null && !Virtual().IsMatch(disk.Path![5..]))
            _drives.Add(disk);
    }

    private SeenDrive Disk(Func<string, string?> of, int line) =>
        new()
        {
            Path = "/dev/" + Name(of("KNAME") ?? of("NAME")),
            Maker = of("VENDOR") is { } vendor && vendor != "ATA" && !vendor.StartsWith("0x", StringComparison.Ordinal) ? vendor : null,
            Model = of("MODEL"),
            Serial = of("SERIAL"),
            Firmware = of("REV"),
            Bytes = Size(of("SIZE")),
            Rotational = of("ROTA") switch
            {
                "1" => true,
                "0" => false,
                _ => null,
            },
            Transport = of("TRAN"),
            SectorBytes = int.TryParse(of("LOG-SEC"), out var sector) ? sector : null,
            PhysicalSectorBytes = int.TryParse(of("PHY-SEC"), out var physical) ? physical : null,
            Line = line,
        };

    private static string Name(string? name) => (name ?? "").TrimStart('├', '└', '│', '─', '|', '`', '-', ' ');

    // Sizes that drives are sold in, GB. Common practice, no source.
    private static readonly int[] Sold =
    [
        120,
        128,
        146,
        160,
        200,
        240,
        250,
        256,
        300,
        320,
        400,
        450,
        480,
        500,
        512,
        600,
        640,
        750,
        800,
        900,
        960,
        1000,
        1024,
        1200,
        1500,
        1600,
        1800,
        1920,
        2000,
        2400,
        3000,
        3200,
        3840,
        4000,
        5000,
        6000,
        6400,
        7680,
        8000,
        10_000,
        12_000,
        14_000,
        15_360,
        16_000,
        18_000,
        20_000,
        22_000,
        24_000,
    ];

    /// <summary>Bytes where the column tells them; of "3.6T" those of the one drive that is sold and shown so, else null.</summary>
    private long? Size(string? text)
    {
        if (text is null)
            return null;
        if (text.All(char.IsAsciiDigit))
            return long.TryParse(text, out var bytes) && bytes > 0 ? bytes : null;
        if (Rounded().Match(text) is not { Success: true } m)
            return null;
        _rounded = true;
        var unit = m.Groups["unit"].Value switch
        {
            "G" => 1L << 30,
            "T" => 1L << 40,
            _ => 1L << 20,
        };
        var shown = double.Parse(m.Groups["n"].Value, CultureInfo.InvariantCulture);
        var half = m.Groups["n"].Value.Contains('.') ? 0.05 : 0.5;
        var fits = Sold.Select(gb => NominalSize.Bytes(gb)).Where(b => Math.Abs((b / (double)unit) - shown) <= half).ToList();
        _taken |= fits.Count == 1;
        return fits.Count == 1 ? fits[0] : null;
    }

    /// <summary>Where each column of the header stands: stretches between gutters, those without a name joined to the one before.</summary>
    private static Dictionary<string, (int From, int To)> Columns(IReadOnlyList<string> lines, string header)
    {
        var width = lines.Max(l => l.Length);
        var blank = new bool[width + 1];
        for (var i = 0; i <= width; i++)
            blank[i] = lines.All(l => i >= l.Length || l[i] == ' ');
        var columns = new Dictionary<string, (int, int)>();
        string? last = null;
        for (var i = 0; i < width; )
        {
            if (blank[i])
            {
                i++;
                continue;
            }
            var to = i;
            while (to <= width && !blank[to])
                to++;
            var names = i < header.Length ? header[i..Math.Min(to, header.Length)].Split(' ', StringSplitOptions.RemoveEmptyEntries) : [];
            if (names.Length == 1)
                columns[last = names[0]] = (i, to);
            else if (names.Length == 0 && last is not null)
                columns[last] = (columns[last].Item1, to);
            else
                // Two headers over one stretch: the second begins where its name does.
                foreach (var name in names)
                {
                    var from = header.IndexOf(name, i, StringComparison.Ordinal);
                    if (last is not null && columns.TryGetValue(last, out var before) && before.Item2 > from)
                        columns[last] = (before.Item1, from);
                    columns[last = name] = (from, to);
                }
            i = to;
        }
        return columns;
    }

    [GeneratedRegex(@"^NAME\s+(?=.*\bSIZE\b)(?=.*\bTYPE\b)[A-Z][A-Z :%-]*\s*$")]
    private static partial Regex Header();

    [GeneratedRegex(@"^[├└│─|` -]*[A-Za-z][\w!.:+-]*\s")]
    private static partial Regex Row();

    [GeneratedRegex(@"^(?<n>\d+(?:\.\d)?)(?<unit>[MGT])$")]
    private static partial Regex Rounded();

    [GeneratedRegex(@"^(?:loop|zram|ram|md|dm-)\d*")]
    private static partial Regex Virtual();
}
