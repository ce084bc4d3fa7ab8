using System.Globalization;
using System.Text.RegularExpressions;
using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary>Result of the memory testers of the distribution: <c>memtester</c> and <c>stressapptest</c>.</summary>
internal sealed partial class MemoryTest : LineReader
{
    private const string Chatter = "a line of a memory test without a result";

    // Where the colon behind a pattern's name stands; other indented listings have theirs elsewhere.
    private const int Column = 22;

    private string? _tool,
        _pattern;
    private double _mib;
    private int _first,
        _begun,
        _wanted;
    private bool _finished;
    private long _errors;
    private readonly List<string> _failed = [];

    public override string Kind => "memory test";

    public override bool IsThere => _tool is not null && _mib > 0;

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        if (_tool is null)
            return Head(line, number);
        return _tool == "memtester" ? Patterns(line) : Stress(line);
    }

    private LineFate Head(ReadOnlySpan<char> line, int number)
    {
        _tool =
            line.StartsWith("memtester version ") ? "memtester"
            : line.StartsWith("Log: Commandline - ") && line.Contains("stressapptest", StringComparison.Ordinal) ? "stressapptest"
            : null;
        if (_tool is null)
            return LineFate.Foreign;
        _first = number;
        return LineFate.Used;
    }

    private LineFate Patterns(ReadOnlySpan<char> line)
    {
        if (_finished)
            return LineFate.Foreign;
        if (line.StartsWith("Copyright") || line.StartsWith("Licensed") || line.StartsWith("pagesize") || line.StartsWith("want "))
            return Left(Chatter);
        if (Got().Match(line.ToString()) is { Success: true } got && Number(got) is { } bytes)
        {
            _mib = bytes / 1_048_576;
            return LineFate.Used;
        }
        if (line.StartsWith("Loop ") && Loop().Match(line.ToString()) is { Success: true } loop)
        {
            _begun++;
            _wanted = loop.Groups["of"].Success && int.TryParse(loop.Groups["of"].Value, out var of) ? of : 0;
            return LineFate.Used;
        }
        if (line.StartsWith("Done."))
        {
            _finished = true;
            return LineFate.Used;
        }
        // The name stands before what the terminal was made to overwrite; a failure may end the same line or stand on its own.
        var names = line.Length > Column && line[Column] == ':' && line[2] != ' ' && line.StartsWith("  ");
        if (names)
            _pattern = line[2..Column].Trim().ToString();
        if (line.Contains("FAILURE:", StringComparison.Ordinal))
        {
            Fail();
            return LineFate.Used;
        }
        return names ? LineFate.Used
            : line.StartsWith("Skipping to next test") ? Left(Chatter)
            : LineFate.Foreign;
    }

    private LineFate Stress(ReadOnlySpan<char> line)
    {
        if (
            line.StartsWith("Stats: Starting SAT, ")
            && Starting().Match(line.ToString()) is { Success: true } start
            && Number(start) is { } mib
        )
        {
            _mib = mib;
            return LineFate.Used;
        }
        if (
            line.StartsWith("Stats: Completed: ")
            && Completed().Match(line.ToString()) is { Success: true } end
            && long.TryParse(end.Groups["errors"].Value, out var errors)
        )
        {
            _errors = errors;
            _begun = 1;
            return LineFate.Used;
        }
        if (line.StartsWith("Status: PASS") || line.StartsWith("Status: FAIL"))
        {
            _finished = true;
            if (line[8] == 'F' && _errors == 0)
                _errors = 1;
            return LineFate.Used;
        }
        return line.StartsWith("Stats: ") || line.StartsWith("Log: ") || line.StartsWith("Report Error: ")
            ? Left(Chatter)
            : LineFate.Foreign;
    }

    private void Fail()
    {
        _errors++;
        if (_pattern is { } p && !_failed.Contains(p))
            _failed.Add(p);
    }

    public override Observation AddTo(Observation seen) =>
        !IsThere
            ? seen
            : seen with
            {
                MemoryTest = new SeenMemoryTest(
                    _tool!,
                    _mib,
                    _finished ? Math.Max(_begun, 1) : Math.Max(0, _begun - 1),
                    _finished && (_wanted == 0 || _begun >= _wanted),
                    _errors,
                    _failed,
                    _first
                ),
            };

    private static double? Number(Match m) =>
        double.TryParse(m.Groups["n"].Value, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n < 1e18 ? n : null;

    [GeneratedRegex(@"^got +\d+MB \((?<n>\d{1,18}) bytes\)")]
    private static partial Regex Got();

    [GeneratedRegex(@"^Loop \d+(?:/(?<of>\d+))?:")]
    private static partial Regex Loop();

    [GeneratedRegex(@"^Stats: Starting SAT, (?<n>\d{1,12})M, \d+ seconds")]
    private static partial Regex Starting();

    [GeneratedRegex(@"(?<errors>\d{1,18}) errors\s*$")]
    private static partial Regex Completed();
}
