using System.Globalization;
using System.Text.RegularExpressions;
using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary>The detail listing of a software array: <c>/dev/md0:</c>, "name : value" lines, and the table of its devices.</summary>
internal sealed partial class MdDetail : LineReader
{
    private readonly List<SeenRaid> _arrays = [];
    private readonly FirmwareSets _sets = new();
    private bool _inside,
        _table;

    public override string Kind => "software array in detail";

    public override bool IsThere => _arrays.Count > 0;

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        if (line.StartsWith("/dev/md") && line.TrimEnd().EndsWith(":") && line.Length < 80 && _arrays.Count < 1024)
        {
            _arrays.Add(new SeenRaid { Name = line.TrimEnd()[5..^1].ToString(), Line = number });
            (_inside, _table) = (true, false);
            return LineFate.Used;
        }
        // The longest of the names fills its column, so its line begins with no space.
        if (!_inside || line.Length == 0 || (line[0] != ' ' && !line.StartsWith("Consistency Policy :")))
            return LineFate.Foreign;
        var text = line.Trim();
        if (text.StartsWith("Number ") && text.Contains("RaidDevice", StringComparison.Ordinal))
        {
            _table = true;
            return LineFate.Used;
        }
        if (_table)
            return Row(text.ToString()) ? LineFate.Used : Left("a line of the device table that is no device");
        var colon = text.IndexOf(" : ");
        if (colon < 0)
            return LineFate.Foreign;
        Field(text[..colon].Trim(), text[(colon + 3)..].Trim().ToString());
        return LineFate.Used;
    }

    public override Observation AddTo(Observation seen) => IsThere ? seen with { Raids = [.. seen.Raids, .. _sets.In(_arrays)] } : seen;

    private void Field(ReadOnlySpan<char> key, string value)
    {
        var now = _arrays[^1];
        if (key is "Raid Level" && value == "container")
            _sets.Tell(now.Name, null);
        else if (key is "Container")
            _sets.Tell(now.Name, First(value).TrimEnd(',').Replace("/dev/", ""));
        _arrays[^1] = key switch
        {
            "Raid Level" => now with { Level = value },
            "Array Size" when long.TryParse(First(value), out var kib) && kib < long.MaxValue / 1024 => now with { Bytes = kib * 1024 },
            "Raid Devices" when int.TryParse(value, out var n) => now with { Wanted = n },
            "Active Devices" when int.TryParse(value, out var n) => now with { Present = n },
            "State" => now with { State = value },
            "Chunk Size" when value.EndsWith('K') && int.TryParse(value[..^1], out var n) => now with { ChunkKiB = n },
            "Rebuild Status" or "Resync Status" or "Check Status" or "Reshape Status" when Percent().Match(value) is { Success: true } m =>
                now with
                {
                    Activity = key[..key.IndexOf(' ')].ToString().ToLowerInvariant(),
                    ActivityPercent = double.Parse(m.Groups[1].Value, CultureInfo.InvariantCulture),
                },
            _ => now,
        };
    }

    /// <summary><c>0  8  1  0  active sync  /dev/sda1</c>.</summary>
    private bool Row(string text)
    {
        var m = DeviceRow().Match(text);
        if (!m.Success)
            return false;
        var state = m.Groups["state"].Value.Trim();
        var name = m.Groups["name"].Value;
        if (name.Length == 0)
            return true;
        var now = _arrays[^1];
        var role = Role(state);
        if (now.Members.Count < 1024)
            _arrays[^1] = now with { Members = [.. now.Members, new SeenMember(name.Replace("/dev/", ""), role)] };
        return true;
    }

    /// <summary>A member's state in the table (mdadm(8), detail); one of an array that does not run has none.</summary>
    private static string Role(string state) =>
        state switch
        {
            "" => "unknown",
            _ when state.Contains("faulty", StringComparison.Ordinal) => "failed",
            _ when state.Contains("rebuilding", StringComparison.Ordinal) || state.Contains("replacement", StringComparison.Ordinal) =>
                "rebuilding",
            _ when state.StartsWith("spare", StringComparison.Ordinal) => "spare",
            _ when state.Contains("journal", StringComparison.Ordinal) => "journal",
            _ when state.Contains("active", StringComparison.Ordinal) && state.Contains("sync", StringComparison.Ordinal) => "active",
            _ => "unknown",
        };

    private static string First(string value) => value.Split(' ')[0];

    [GeneratedRegex(@"^(?:\d+|-)\s+\d+\s+\d+\s+(?:\d+|-)\s+(?<state>[a-z][A-Za-z\s-]*?)?\s*(?<name>/dev/\S+)?$")]
    private static partial Regex DeviceRow();

    [GeneratedRegex(@"^(\d+(?:\.\d+)?)%")]
    private static partial Regex Percent();
}
