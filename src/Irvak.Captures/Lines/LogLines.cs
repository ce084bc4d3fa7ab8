using System.Text.RegularExpressions;
using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary>Lines of the kernel's or the system's log; those that speak of failing hardware are kept.</summary>
internal sealed partial class LogLines : LineReader
{
    private const int MostFaults = 500;
    private const string Quiet = "a line of the log that tells of no fault";

    // Common practice, no source: wordings by which Linux tells of hardware that fails.
    private static readonly string[] Words =
    [
        "I/O error",
        "Hardware Error",
        "Machine check",
        "machine check",
        "EDAC MC",
        "failed command:",
        "UncorrectableError",
        "Uncorrected error",
        "medium error",
        "Unrecovered read error",
        "link is slow to respond",
        "hard resetting link",
        "AER: ",
        "temperature above threshold",
        "thermal throttl",
        "nvme nvme0: controller is down",
        "controller is down; will reset",
        "Buffer I/O error",
        "md/raid",
        "Disk failure on",
        "critical medium error",
    ];

    private readonly List<SeenFault> _faults = [];
    private int _lines;

    public override string Kind => "log";

    public override bool IsThere => _lines > 0;

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        if (line.Length < 10 || !(Kernel().IsMatch(line) || Journal().IsMatch(line)))
            return LineFate.Foreign;
        _lines++;
        foreach (var word in Words)
            if (line.Contains(word, StringComparison.Ordinal))
            {
                if (_faults.Count < MostFaults)
                    _faults.Add(new SeenFault(line.Trim()[..Math.Min(200, line.Trim().Length)].ToString(), number));
                return LineFate.Used;
            }
        return Left(Quiet);
    }

    public override Observation AddTo(Observation seen) =>
        _lines == 0
            ? seen
            : seen with
            {
                LogLines = (seen.LogLines ?? 0) + _lines,
                Faults = _faults.Count == 0 ? seen.Faults : [.. seen.Faults, .. _faults],
            };

    [GeneratedRegex(@"^\[\s*\d+\.\d{6}\] ")]
    private static partial Regex Kernel();

    [GeneratedRegex(@"^[A-Z][a-z]{2} [ \d]\d \d\d:\d\d:\d\d \S+ \S+: ")]
    private static partial Regex Journal();
}
