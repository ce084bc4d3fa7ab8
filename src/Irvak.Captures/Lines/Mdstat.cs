using System.Globalization;
using System.Text.RegularExpressions;
using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary><c>/proc/mdstat</c>, the kernel's status of software arrays; blocks are 1 KiB (Linux kernel documentation,
/// admin-guide/md).</summary>
internal sealed partial class Mdstat : LineReader
{
    private readonly List<SeenRaid> _arrays = [];
    private readonly FirmwareSets _sets = new();
    private bool _headed;

    public override string Kind => "software arrays";

    public override bool IsThere => _headed || _arrays.Count > 0;

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        if (line.StartsWith("Personalities :"))
        {
            _headed = true;
            return LineFate.Used;
        }
        if (line.StartsWith("unused devices:"))
            return LineFate.Used;
        if (line.StartsWith("md") && line.IndexOf(" : ") is > 2 and < 20 && _arrays.Count < 1024)
            return Head(line.ToString(), number) ? LineFate.Used : LineFate.Foreign;
        if (_arrays.Count == 0 || line.Length < 6 || line[0] != ' ' || line.IsWhiteSpace())
            return LineFate.Foreign;
        var text = line.Trim().ToString();
        if (char.IsAsciiDigit(text[0]) && Blocks().Match(text) is { Success: true } m)
        {
            Last(a => Size(a, m));
            if (External().Match(text) is { Success: true } of)
                _sets.Tell(_arrays[^1].Name, of.Groups["set"] is { Success: true } set ? set.Value : null);
            return LineFate.Used;
        }
        if (text[0] == '[' && Progress().Match(text) is { Success: true } p)
        {
            Last(a => Busy(a, p));
            return LineFate.Used;
        }
        if (text[0] == 'r' && Waiting().Match(text) is { Success: true } w)
        {
            Last(a => a with { Activity = $"{w.Groups["what"].Value} {w.Groups["how"].Value.ToLowerInvariant()}" });
            return LineFate.Used;
        }
        return text.StartsWith("bitmap:", StringComparison.Ordinal) ? LineFate.Used : LineFate.Foreign;
    }

    public override Observation AddTo(Observation seen) =>
        _arrays.Count == 0 ? seen : seen with { Raids = [.. seen.Raids, .. _sets.In(_arrays)] };

    private void Last(Func<SeenRaid, SeenRaid> change) => _arrays[^1] = change(_arrays[^1]);

    /// <summary><c>md0 : active (auto-read-only) raid5 sdd1[4] sdc1[2](F)</c>.</summary>
    private bool Head(string line, int number)
    {
        var colon = line.IndexOf(" : ", StringComparison.Ordinal);
        var words = line[(colon + 3)..].Split(' ', StringSplitOptions.RemoveEmptyEntries);
        if (words.Length == 0)
            return false;
        var level = words.FirstOrDefault(w => Level().IsMatch(w));
        // The kernel marks every member of an array that does not run as spare.
        var runs = words[0] != "inactive";
        var members = words
            .Select(w => Member().Match(w))
            .Where(m => m.Success)
            .Take(1024)
            .Select(m => new SeenMember(
                m.Groups["name"].Value,
                runs || m.Groups["flag"].Value is not ("S" or "") ? Role(m.Groups["flag"].Value) : "unknown"
            ))
            .ToList();
        var only = words.FirstOrDefault(w => w is "(auto-read-only)" or "(read-only)");
        _arrays.Add(
            new SeenRaid
            {
                Name = line[..colon],
                Level = level,
                Members = members,
                State = only is null ? words[0] : $"{words[0]} {only}",
                Line = number,
            }
        );
        return true;
    }

    private static string Role(string flag) =>
        flag switch
        {
            "F" => "failed",
            "S" => "spare",
            "W" => "write-mostly",
            "J" => "journal",
            "R" => "replacement",
            _ => "active",
        };

    private static SeenRaid Size(SeenRaid array, Match m) =>
        array with
        {
            Bytes = long.TryParse(m.Groups["blocks"].Value, out var blocks) && blocks < long.MaxValue / 1024 ? blocks * 1024 : null,
            ChunkKiB = int.TryParse(m.Groups["chunk"].Value, out var chunk) ? chunk : null,
            Wanted = int.TryParse(m.Groups["wanted"].Value, out var wanted) ? wanted : null,
            Present = int.TryParse(m.Groups["present"].Value, out var present) ? present : null,
            InStep = m.Groups["map"] is { Success: true, Length: <= 1024 } map ? map.Value : null,
        };

    private static SeenRaid Busy(SeenRaid array, Match m) =>
        array with
        {
            Activity = m.Groups["what"].Value,
            ActivityPercent = Number(m.Groups["percent"].Value),
            MinutesLeft = Number(m.Groups["minutes"].Value),
        };

    private static double? Number(string text) =>
        double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var n) ? n : null;

    [GeneratedRegex(@"^(?:raid\d+|linear|multipath|faulty)$")]
    private static partial Regex Level();

    [GeneratedRegex(@"^(?<name>[\w!-]+)\[\d+\](?:\((?<flag>[FSWJR])\))?$")]
    private static partial Regex Member();

    [GeneratedRegex(
        @"^(?<blocks>\d+) blocks(?:.*?(?<chunk>\d+)[kK] chunks?)?(?:.*?\[(?<wanted>\d+)/(?<present>\d+)\](?:\s+\[(?<map>[U_]+)\])?)?"
    )]
    private static partial Regex Blocks();

    // "super external:ddf" is a set of drives; "super external:/md127/0" or "-md127/0" an array on it (md(4), external metadata).
    [GeneratedRegex(@"\bsuper external:(?:[/-](?<set>[\w!-]+)/\d+|\w+)")]
    private static partial Regex External();

    [GeneratedRegex(
        @"^\[[=>.]+\]\s+(?<what>resync|recovery|check|repair|reshape)\s*=\s*(?<percent>[\d.]+)%(?:.*finish=(?<minutes>[\d.]+)min)?"
    )]
    private static partial Regex Progress();

    [GeneratedRegex(@"^(?<what>resync|recovery|reshape)=(?<how>DELAYED|PENDING)")]
    private static partial Regex Waiting();
}
