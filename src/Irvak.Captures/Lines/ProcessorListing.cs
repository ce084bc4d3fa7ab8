using System.Globalization;
using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary>What <c>lscpu</c> prints: "name: value" from "Architecture" on, newer versions with their groups indented (util-linux,
/// lscpu(1)).</summary>
internal sealed class ProcessorListing : LineReader
{
    private bool _inside,
        _virtual;
    private string? _name,
        _architecture;
    private int? _coresEach,
        _sockets,
        _clusters;

    public override string Kind => "processors";

    public override bool IsThere => _architecture is not null;

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        var colon = line.IndexOf(':');
        if (colon < 1)
            return LineFate.Foreign;
        var key = line[..colon].Trim();
        var value = line[(colon + 1)..].Trim();
        if (key is "Architecture" && line[0] == 'A' && line[colon..].StartsWith(":  "))
        {
            _inside = true;
            _architecture = value.ToString();
            return LineFate.Used;
        }
        if (!_inside || (line[0] != ' ' && !IsTopLevel(key)))
            return LineFate.Foreign;
        switch (key)
        {
            case "Model name":
                _name ??= value.ToString();
                break;
            case "Core(s) per socket" or "Core(s) per cluster":
                _coresEach = Count(value);
                break;
            case "Socket(s)":
                _sockets = Count(value);
                break;
            // A cluster is a part of a processor: it counts cores, and no sockets.
            case "Cluster(s)":
                _clusters = Count(value);
                break;
            case "Hypervisor vendor":
                _virtual = true;
                break;
        }
        return LineFate.Used;
    }

    public override void Blank() => _inside = false;

    public override IEnumerable<string> Remarks =>
        _virtual ? ["The processor listing was made inside a virtual machine: the sockets are its own, not the machine's."] : [];

    public override Observation AddTo(Observation seen) =>
        !IsThere
            ? seen
            : seen with
            {
                OsKind = seen.OsKind ?? OsKind.Linux,
                OsBits = seen.OsBits ?? SystemLines.BitsOf(_architecture!),
                Load = (seen.Load ?? new SeenLoad()) with
                {
                    Cores = seen.Load?.Cores ?? _coresEach * (_sockets ?? _clusters),
                    Packages = seen.Load?.Packages ?? (_virtual ? null : _sockets),
                    ProcessorName = seen.Load?.ProcessorName ?? _name,
                },
            };

    // Names that stand at the edge in some version; everything else is indented or belongs to another tool.
    private static bool IsTopLevel(ReadOnlySpan<char> key) =>
        key.Contains("(s)", StringComparison.Ordinal)
        || key.Contains("CPU", StringComparison.Ordinal)
        || key.EndsWith(" cache")
        || key.StartsWith("Vulnerabilit")
        || key.StartsWith("NUMA")
        || key.StartsWith("Caches")
        || key.StartsWith("Virtualization")
        || key
            is "Address sizes"
                or "Byte Order"
                or "Vendor ID"
                or "Model name"
                or "BIOS Vendor ID"
                or "BIOS Model name"
                or "Model"
                or "Stepping"
                or "Frequency boost"
                or "BogoMIPS"
                or "Flags"
                or "Hypervisor"
                or "Hypervisor vendor"
                or "Dispatching mode";

    // "-" stands for what the kernel does not tell.
    private static int? Count(ReadOnlySpan<char> value) =>
        int.TryParse(value, NumberStyles.None, CultureInfo.InvariantCulture, out var n) && n is > 0 and <= 4096 ? n : null;
}
