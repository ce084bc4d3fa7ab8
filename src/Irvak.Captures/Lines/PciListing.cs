using System.Globalization;
using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary>
/// The PCI listing, verbose text with or without numbers: a header per device, tab-indented lines below it. Links of both ends are
/// kept apart; whether one trained down is for the comparison to say, not for the listing's own mark.
/// </summary>
internal sealed class PciListing : LineReader
{
    private const string NotRead = "a capability that is not read here";
    private const int MostDevices = 4096;
    private readonly List<SeenPci> _devices = [];
    private SeenPci? _now;
    private bool _denied;

    public override string Kind => "PCI listing";

    public override bool IsThere => _devices.Count > 0;

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        if (Header(line, number))
            return LineFate.Used;
        if (_now is null || line.Length == 0 || (line[0] != '\t' && line[0] != ' '))
            return LineFate.Foreign;
        var text = line.Trim();
        return TakeField(text) ? LineFate.Used : Left(NotRead);
    }

    public override void Blank() => Close();

    public override void End() => Close();

    public override Observation AddTo(Observation seen) => IsThere ? seen with { Pci = [.. seen.Pci, .. _devices] } : seen;

    public override IEnumerable<string> Remarks =>
        _denied ? ["The listing says “access denied”: run it as administrator, or links and widths stay unknown."] : [];

    /// <summary><c>[dddd:]bb:dd.f Class [cccc]: Name [vvvv:dddd] (rev rr)</c>.</summary>
    private bool Header(ReadOnlySpan<char> line, int number)
    {
        var space = line.IndexOf(' ');
        if (space is not (7 or 12 or 13) || !IsAddress(line[..space]))
            return false;
        Close();
        if (_devices.Count >= MostDevices)
            return false;
        var rest = line[(space + 1)..];
        var colon = rest.IndexOf(": ");
        if (colon < 0)
            return false;
        var kind = rest[..colon];
        string? code = null;
        if (kind.Length > 7 && kind[^1] == ']' && kind[^6] == '[')
        {
            code = kind[^5..^1].ToString();
            kind = kind[..^7];
        }
        var name = rest[(colon + 2)..];
        var rev = name.IndexOf(" (rev ");
        if (rev > 0)
            name = name[..rev];
        // Numbers of vendor and device stand in brackets behind the name; where there is no name they are all there is.
        if (name.Length > 12 && name[^1] == ']' && name[^11] == '[' && name[^6] == ':')
            name = name[..^11].Trim();
        _now = new SeenPci
        {
            Address = line[..space].ToString(),
            Class = kind.ToString(),
            ClassCode = code,
            Name = name.Trim().ToString(),
            Line = number,
        };
        return true;
    }

    /// <summary>[dddd:]bb:dd.f; domains of drives behind a processor's own RAID have five digits.</summary>
    internal static bool IsAddress(ReadOnlySpan<char> text)
    {
        if (text.Length is 12 or 13)
        {
            if (text[^8] != ':' || !Hex(text[..^8]))
                return false;
            text = text[^7..];
        }
        return text.Length == 7 && Hex(text[..2]) && text[2] == ':' && Hex(text[3..5]) && text[5] == '.' && text[6] is >= '0' and <= '7';
    }

    private static bool Hex(ReadOnlySpan<char> text)
    {
        foreach (var c in text)
            if (!char.IsAsciiHexDigit(c))
                return false;
        return true;
    }

    private bool TakeField(ReadOnlySpan<char> text)
    {
        if (text.StartsWith("Capabilities: <access denied>"))
            _denied = true;
        else if (Link(_now!, text) is { } link)
            _now = link;
        else if (Sits(_now!, text) is { } seat)
            _now = seat;
        else
            return text.StartsWith("Control:")
                || text.StartsWith("Status:")
                || text.StartsWith("Subsystem:")
                || text.StartsWith("Kernel modules:")
                || text.StartsWith("DevCtl:")
                || text.StartsWith("SltCap:");
        return true;
    }

    /// <summary>What a line tells of the link; null when it tells nothing.</summary>
    private static SeenPci? Link(SeenPci now, ReadOnlySpan<char> text)
    {
        if (text.StartsWith("LnkCap:"))
            return now with { GenMost = Gen(After(text, "Speed ")), WidthMost = Int(After(text, "Width x")) };
        if (text.StartsWith("LnkSta:"))
            return now with { GenNow = Gen(After(text, "Speed ")), WidthNow = Int(After(text, "Width x")) };
        // The control register's payload counts, not the capability's: it stands in the second line of DevCtl.
        if (text.StartsWith("MaxPayload "))
            return now with { PayloadBytes = Int(text["MaxPayload ".Length..]) };
        return null;
    }

    /// <summary>What a line tells of where the device sits and who drives it; null when it tells nothing.</summary>
    private static SeenPci? Sits(SeenPci now, ReadOnlySpan<char> text)
    {
        if (text.StartsWith("Slot #"))
            return now with { SlotWatt = Number(After(text, "PowerLimit ")), Slot = now.Slot ?? Int(text["Slot #".Length..])?.ToString() };
        if (text.StartsWith("Physical Slot: "))
            return now with { Slot = text["Physical Slot: ".Length..].ToString() };
        if (text.StartsWith("NUMA node: "))
            return now with { Node = Int(text["NUMA node: ".Length..]) };
        if (text.StartsWith("Kernel driver in use: "))
            return now with { Driver = text["Kernel driver in use: ".Length..].ToString() };
        if (text.StartsWith("Bus: primary="))
            return now with { BusFirst = HexInt(After(text, "secondary=")), BusLast = HexInt(After(text, "subordinate=")) };
        return null;
    }

    private static ReadOnlySpan<char> After(ReadOnlySpan<char> text, string mark)
    {
        var at = text.IndexOf(mark);
        return at < 0 ? default : text[(at + mark.Length)..];
    }

    private static int? Int(ReadOnlySpan<char> text) => int.TryParse(Digits(text), out var n) ? n : null;

    private static double? Number(ReadOnlySpan<char> text) =>
        double.TryParse(Digits(text), NumberStyles.Float, CultureInfo.InvariantCulture, out var n) ? n : null;

    private static int? HexInt(ReadOnlySpan<char> text) =>
        text.Length >= 2 && int.TryParse(text[..2], NumberStyles.HexNumber, CultureInfo.InvariantCulture, out var n) ? n : null;

    private static ReadOnlySpan<char> Digits(ReadOnlySpan<char> text)
    {
        var n = 0;
        while (n < text.Length && (char.IsAsciiDigit(text[n]) || text[n] == '.'))
            n++;
        return text[..n];
    }

    /// <summary>Generation by transfer rate (PCI Express Base Specification): 2.5, 5, 8, 16, 32, 64 GT/s.</summary>
    private static int? Gen(ReadOnlySpan<char> text) =>
        Number(text) switch
        {
            2.5 => 1,
            5 => 2,
            8 => 3,
            16 => 4,
            32 => 5,
            64 => 6,
            _ => null,
        };

    private void Close()
    {
        if (_now is not null)
            _devices.Add(_now);
        _now = null;
    }
}
