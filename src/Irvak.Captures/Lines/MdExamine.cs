using System.Globalization;
using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary>
/// What single members of a software array carry (mdadm(8), examine): each tells the array that it belongs to, its own part in it, and
/// how it last saw the others. The member with the newest events knows best.
/// </summary>
internal sealed class MdExamine : LineReader
{
    private sealed class Member
    {
        public required string Device { get; init; }
        public int Line { get; init; }
        public string? Array { get; set; }
        public string? Name { get; set; }
        public string? Level { get; set; }
        public string? State { get; set; }
        public string? Places { get; set; }
        public string? Role { get; set; }
        public long? KiB { get; set; }
        public int? Wanted { get; set; }
        public int? Chunk { get; set; }
        public long Events { get; set; }
    }

    private readonly List<Member> _members = [];
    private string? _due;
    private int _dueLine;

    public override string Kind => "members of software arrays";

    public override bool IsThere => _members.Count > 0;

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        // A device's name alone on a line is one of these only when "Magic" follows.
        if (line.StartsWith("/dev/") && line.TrimEnd().EndsWith(":") && line.Length < 80 && !line.StartsWith("/dev/md"))
        {
            (_due, _dueLine) = (line.TrimEnd()[5..^1].ToString(), number);
            return LineFate.Used;
        }
        if (line.Length == 0 || line[0] != ' ')
            return LineFate.Foreign;
        var colon = line.IndexOf(" : ");
        if (colon < 0)
            return LineFate.Foreign;
        var (key, value) = (line[..colon].Trim().ToString(), line[(colon + 3)..].Trim().ToString());
        if (_due is { } device)
        {
            if (key != "Magic")
                return LineFate.Foreign;
            if (_members.Count < 4096)
                _members.Add(new Member { Device = device, Line = _dueLine });
            _due = null;
            return LineFate.Used;
        }
        if (_members.Count == 0)
            return LineFate.Foreign;
        Field(_members[^1], key, value);
        return LineFate.Used;
    }

    private static void Field(Member now, string key, string value)
    {
        switch (key)
        {
            case "Array UUID" or "UUID":
                now.Array = value.Split(' ')[0];
                break;
            case "Name":
                now.Name = value.Split(' ')[0];
                break;
            case "Preferred Minor" when int.TryParse(value, out var minor):
                now.Name ??= $"{minor}";
                break;
            case "Raid Level":
                now.Level = value;
                break;
            case "Raid Devices" when int.TryParse(value, out var n):
                now.Wanted = n;
                break;
            case "Array Size" when long.TryParse(value.Split(' ')[0], out var kib) && kib < long.MaxValue / 1024:
                now.KiB = kib;
                break;
            case "State":
                now.State = value;
                break;
            case "Events" when long.TryParse(value.Replace(".", ""), NumberStyles.None, CultureInfo.InvariantCulture, out var events):
                now.Events = events;
                break;
            case "Chunk Size" when value.EndsWith('K') && int.TryParse(value[..^1], out var chunk):
                now.Chunk = chunk;
                break;
            case "Device Role":
                now.Role = value;
                break;
            case "Array State":
                now.Places = value.Split(' ')[0];
                break;
        }
    }

    public override Observation AddTo(Observation seen) =>
        IsThere
            ? seen with
            {
                Raids = [.. seen.Raids, .. _members.GroupBy(m => m.Array ?? m.Name ?? m.Device).Select(g => Of([.. g]))],
            }
            : seen;

    private static SeenRaid Of(List<Member> all)
    {
        var newest = all.MaxBy(m => m.Events)!;
        var name = newest.Name is { } own ? own[(own.IndexOf(':') + 1)..] : "md";
        return new SeenRaid
        {
            Name = name.All(char.IsAsciiDigit) ? "md" + name : name,
            Level = newest.Level,
            Bytes = newest.KiB * 1024,
            Wanted = newest.Wanted,
            Present = newest.Places?.Count(c => c == 'A'),
            InStep = newest.Places is { Length: > 0 and <= 1024 } places && places.All(c => c is 'A' or '.' or 'R') ? places : null,
            State = newest.State,
            ChunkKiB = newest.Chunk,
            // One that fell behind left the array before the others.
            Members =
            [
                .. all.Select(m => new SeenMember(
                    m.Device,
                    m.Events < newest.Events - 1 ? "failed"
                        : m.Role?.StartsWith("spare", StringComparison.Ordinal) == true ? "spare"
                        : m.Role?.StartsWith("Active", StringComparison.Ordinal) == true ? "active"
                        : "unknown"
                )),
            ],
            Line = newest.Line,
        };
    }
}
