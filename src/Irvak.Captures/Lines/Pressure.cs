using System.Globalization;
using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary>Pressure stall information with its path, as <c>grep . /proc/pressure/*</c> prints it (Linux kernel documentation,
/// accounting/psi).</summary>
internal sealed class Pressure : LineReader
{
    private const string NoPath =
        "a pressure line without its path: which of memory, storage and processor it is can't be told; use grep . /proc/pressure/*";
    private double? _memory,
        _storage,
        _processor;

    public override string Kind => "waiting";

    public override bool IsThere => _memory is not null || _storage is not null || _processor is not null;

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        if (line.StartsWith("some avg10=") || line.StartsWith("full avg10="))
            return Left(NoPath);
        const string path = "/proc/pressure/";
        if (!line.StartsWith(path))
            return LineFate.Foreign;
        var rest = line[path.Length..];
        var colon = rest.IndexOf(':');
        var at = rest.IndexOf("avg300=");
        if (colon < 1 || at < 0)
            return LineFate.Foreign;
        var number300 = rest[(at + 7)..];
        var end = number300.IndexOf(' ');
        if (!double.TryParse(end < 0 ? number300 : number300[..end], NumberStyles.Float, CultureInfo.InvariantCulture, out var share))
            return LineFate.Foreign;
        if (rest[(colon + 1)..].StartsWith("full"))
            return LineFate.Used;
        switch (rest[..colon])
        {
            case "memory":
                _memory = share;
                break;
            case "io":
                _storage = share;
                break;
            case "cpu":
                _processor = share;
                break;
        }
        return LineFate.Used;
    }

    public override Observation AddTo(Observation seen) =>
        IsThere
            ? seen with
            {
                Load = (seen.Load ?? new SeenLoad()) with
                {
                    MemoryWaitPercent = _memory,
                    StorageWaitPercent = _storage,
                    ProcessorWaitPercent = _processor,
                },
            }
            : seen;
}
