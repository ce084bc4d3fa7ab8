using System.Text.RegularExpressions;
using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary>
/// Counters of memory errors with their path, as <c>grep -H .</c> prints them (Linux kernel documentation, EDAC:
/// "/sys/devices/system/edac/mc",
/// mc* with ce_count and ue_count, below them dimm* or rank* with dimm_ce_count, dimm_ue_count and dimm_label).
/// </summary>
internal sealed partial class ErrorCounters : LineReader
{
    private const string Root = "/sys/devices/system/edac/mc/mc";
    private const string Other = "a counter of the error reporting that is not used here";
    private const int MostModules = 1000;

    private readonly SortedDictionary<string, SeenModuleErrors> _modules = new(StringComparer.Ordinal);
    private long? _corrected,
        _uncorrected;
    private int _first;

    public override string Kind => "error counters";

    public override bool IsThere => _corrected is not null || _uncorrected is not null || _modules.Count > 0;

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        if (!line.StartsWith(Root))
            return LineFate.Foreign;
        if (Path().Match(line.ToString()) is not { Success: true } m)
            return Left(Other);
        var value = m.Groups["value"].Value.Trim();
        var counted = long.TryParse(value, out var n) && n >= 0;
        if (m.Groups["module"] is { Success: true } module)
            return Module($"{m.Groups["mc"].Value} {module.Value}", m.Groups["what"].Value, value, counted ? n : null, number);
        if (!counted || m.Groups["what"].Value is not ("ce_count" or "ue_count"))
            return Left(Other);
        if (_first == 0)
            _first = number;
        if (m.Groups["what"].Value == "ce_count")
            _corrected = Plus(_corrected, n);
        else
            _uncorrected = Plus(_uncorrected, n);
        return LineFate.Used;
    }

    private LineFate Module(string name, string what, string value, long? n, int number)
    {
        if (!_modules.TryGetValue(name, out var seen))
            seen = new SeenModuleErrors(name, null, 0, 0, number);
        if (_modules.Count >= MostModules)
            return Left(Other);
        switch (what)
        {
            case "dimm_ce_count" when n is not null:
                seen = seen with { Corrected = n.Value };
                break;
            case "dimm_ue_count" when n is not null:
                seen = seen with { Uncorrected = n.Value };
                break;
            case "dimm_label":
                seen = seen with { Label = value };
                break;
            default:
                return Left(Other);
        }
        if (_first == 0)
            _first = number;
        _modules[name] = seen;
        return LineFate.Used;
    }

    /// <summary>What a controller counted holds what its modules counted; without it, the modules together are the count.</summary>
    public override Observation AddTo(Observation seen) =>
        !IsThere
            ? seen
            : seen with
            {
                MemoryErrors = new SeenErrorCounts(
                    _corrected ?? _modules.Values.Aggregate(0L, (a, m) => Plus(a, m.Corrected)),
                    _uncorrected ?? _modules.Values.Aggregate(0L, (a, m) => Plus(a, m.Uncorrected)),
                    [.. _modules.Values],
                    _first
                ),
            };

    // Counters may hold any number; a sum that would not fit stays at the largest.
    private static long Plus(long? a, long b) => a is { } x ? (x > long.MaxValue - b ? long.MaxValue : x + b) : b;

    [GeneratedRegex(
        @"^/sys/devices/system/edac/mc/(?<mc>mc\d{1,3})/(?:(?<module>(?:dimm|rank)\d{1,3})/)?(?<what>[a-z_]+):(?<value>.{1,100})$"
    )]
    private static partial Regex Path();
}
