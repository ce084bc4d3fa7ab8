using System.Text.RegularExpressions;
using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary>Single lines that tell of the system: its name and word size, the address of the management page.</summary>
internal sealed partial class SystemLines : LineReader
{
    private string? _host,
        _management,
        _addressDue;
    private int? _bits;
    private int _used;

    public override string Kind => "system";

    public override bool IsThere => _used > 0;

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        if (line.StartsWith("Linux ") && (line.TrimEnd().EndsWith("GNU/Linux") || line.TrimEnd().EndsWith("Linux")))
        {
            var words = line.ToString().Split(' ', StringSplitOptions.RemoveEmptyEntries);
            if (words.Length < 5)
                return LineFate.Foreign;
            _host = words[1];
            _bits = words.Select(BitsOf).FirstOrDefault(b => b is not null);
            return Used();
        }
        // The management controller's network settings, as its common tool prints them.
        if (line.StartsWith("IP Address Source"))
        {
            _addressDue = "due";
            return Used();
        }
        if (line.StartsWith("IP Address  ") && Colon(line) is { Length: > 0 } address)
        {
            _management = address == "0.0.0.0" ? null : address;
            return Used();
        }
        if (_addressDue is not null && ManagementLine().IsMatch(line))
            return Used();
        return LineFate.Foreign;
    }

    public override void Blank() => _addressDue = null;

    public override Observation AddTo(Observation seen) =>
        !IsThere
            ? seen
            : seen with
            {
                HostName = seen.HostName ?? _host,
                OsBits = seen.OsBits ?? _bits,
                OsKind = seen.OsKind ?? (_host is null ? null : OsKind.Linux),
                ManagementAddress = seen.ManagementAddress ?? _management,
            };

    /// <summary>Word size of a system by what its kernel calls the machine; null for a name that is not known here.</summary>
    internal static int? BitsOf(string architecture) =>
        architecture switch
        {
            "x86_64" or "aarch64" or "ppc64le" or "s390x" or "riscv64" => 64,
            "i686" or "i586" or "i386" or "armv7l" => 32,
            _ => null,
        };

    private LineFate Used()
    {
        _used++;
        return LineFate.Used;
    }

    private static string Colon(ReadOnlySpan<char> line)
    {
        var colon = line.IndexOf(':');
        return colon < 0 ? "" : line[(colon + 1)..].Trim().ToString();
    }

    [GeneratedRegex(@"^[A-Z][\w /.-]{2,24}\s*: ")]
    private static partial Regex ManagementLine();
}
