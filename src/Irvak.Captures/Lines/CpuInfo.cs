using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary><c>/proc/cpuinfo</c>: blocks of "name TAB : value", one per logical processor (Linux kernel documentation,
/// filesystems/proc).</summary>
internal sealed class CpuInfo : LineReader
{
    private bool _inside;
    private readonly HashSet<(int, int)> _cores = [];
    private int _threads,
        _package,
        _lines;
    private string? _name;
    private bool _virtual;
    private readonly HashSet<int> _packages = [];

    public override string Kind => "processors";

    public override bool IsThere => _threads > 0;

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        var colon = line.IndexOf(':');
        if (colon < 1)
            return LineFate.Foreign;
        var key = line[..colon].TrimEnd();
        if (!_inside && !(key is "processor" && line[..colon].IndexOf('\t') > 0))
            return LineFate.Foreign;
        _inside = true;
        _lines++;
        var value = line[(colon + 1)..].Trim();
        switch (key)
        {
            case "processor":
                _threads++;
                _package = 0;
                break;
            case "model name":
                _name ??= value.ToString();
                break;
            case "physical id":
                if (int.TryParse(value, out _package) && _packages.Count < 4096)
                    _packages.Add(_package);
                break;
            case "core id" when int.TryParse(value, out var core) && _cores.Count < 100_000:
                _cores.Add((_package, core));
                break;
            case "flags":
                _virtual |= value.Contains(" hypervisor", StringComparison.Ordinal);
                break;
        }
        return LineFate.Used;
    }

    public override void Blank() => _inside = false;

    // "lm" among the flags says what the processor could do, not what system runs on it: it tells no word size.
    public override Observation AddTo(Observation seen) =>
        IsThere
            ? seen with
            {
                Load = (seen.Load ?? new SeenLoad()) with
                {
                    Cores = _cores.Count > 0 ? _cores.Count : _threads,
                    Packages = _virtual || _packages.Count == 0 ? null : _packages.Count,
                    ProcessorName = _name,
                },
            }
            : seen;
}
