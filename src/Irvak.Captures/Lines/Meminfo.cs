using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary><c>/proc/meminfo</c>: a name, a colon, a number, "kB" for KiB (Linux kernel documentation, filesystems/proc).</summary>
internal sealed class Meminfo : LineReader
{
    // Linux on 64 bit gives every process this much virtual space; a 32-bit kernel can't.
    private const long VmallocTotal64KiB = 34_359_738_367;

    private readonly Dictionary<string, int> _at = [];
    private long? _total,
        _available,
        _swapTotal,
        _swapFree;

    // Word size of the kernel, when a line betrays it.
    private int? _bits;

    public override string Kind => "system memory";

    public override bool IsThere => _total is not null;

    public override Observation AddTo(Observation seen) =>
        seen with
        {
            MemTotalKiB = seen.MemTotalKiB ?? _total,
            OsBits = seen.OsBits ?? _bits,
            OsKind = seen.OsKind ?? (_total is null ? null : OsKind.Linux),
            At = With(seen.At, _at),
            Load =
                _available is null && _swapTotal is null
                    ? seen.Load
                    : (seen.Load ?? new SeenLoad()) with
                    {
                        AvailableKiB = _available,
                        SwapTotalKiB = _swapTotal,
                        SwapFreeKiB = _swapFree,
                    },
        };

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        var before = _total;
        if (!Take(line))
            return LineFate.Foreign;
        if (_total != before)
            _at["memTotal"] = number;
        return LineFate.Used;
    }

    /// <summary>Takes a line of this shape; false leaves it to others.</summary>
    private bool Take(ReadOnlySpan<char> line)
    {
        line = line.Trim();
        var colon = line.IndexOf(':');
        if (colon is < 1 or > 40)
            return false;
        var name = line[..colon];
        foreach (var c in name)
            if (!char.IsAsciiLetterOrDigit(c) && c is not ('_' or '(' or ')'))
                return false;
        var value = line[(colon + 1)..].Trim();
        if (value.EndsWith("kB"))
            value = value[..^2].TrimEnd();
        // Names without a unit are page counts; anything else with a colon is not of this file.
        else if (!name.StartsWith("HugePages_"))
            return false;
        if (!long.TryParse(value, out var number) || number < 0)
            return false;
        Field(name, number);
        return true;
    }

    private void Field(ReadOnlySpan<char> name, long number)
    {
        switch (name)
        {
            // No machine has 2^50 KiB; such a number is a typing error, not a size.
            case "MemTotal" when number < 1L << 50:
                _total = number;
                break;
            case "MemAvailable":
                _available = number;
                break;
            case "SwapTotal":
                _swapTotal = number;
                break;
            case "SwapFree":
                _swapFree = number;
                break;
            case "HighTotal" or "LowTotal":
                _bits = 32;
                break;
            case "VmallocTotal" when number >= VmallocTotal64KiB:
                _bits = 64;
                break;
            case "DirectMap1G":
                _bits ??= 64;
                break;
        }
    }
}
