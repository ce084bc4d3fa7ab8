using System.Text;
using Irvak.Core.Observations;
using Irvak.Core.Quantities;

namespace Irvak.Captures;

/// <summary>Reads whatever was pasted. Kinds are recognised by content, never by name.</summary>
public static class CaptureReader
{
    /// <summary>Most bytes of one capture.</summary>
    public const int MostBytes = 8 * 1024 * 1024;

    /// <summary>Most lines of one capture.</summary>
    public const int MostLines = 200_000;

    public static CaptureReading Read(ReadOnlySpan<byte> bytes)
    {
        if (bytes.Length == 0) return CaptureReading.Nothing("There is nothing in it: the capture is empty.");
        if (bytes.Length > MostBytes) return CaptureReading.Nothing($"It is larger than 8 MiB ({bytes.Length / 1048576.0:0.0}); nothing was stored. Paste the part from “Memory Device” on.");
        if (LooksBinary(bytes, out var sentence)) return CaptureReading.Nothing(sentence);
        return Read(Decode(bytes));
    }

    public static CaptureReading Read(string text)
    {
        if (string.IsNullOrWhiteSpace(text)) return CaptureReading.Nothing("There is nothing in it: the capture is empty.");
        var ledger = new LineLedger();
        var listing = new SmbiosListing();
        var meminfo = new Meminfo();
        var line = 0;
        var rest = text.AsSpan();
        ReadOnlySpan<char> lastLine = default;
        while (!rest.IsEmpty)
        {
            var end = rest.IndexOf('\n');
            var current = end < 0 ? rest : rest[..end];
            rest = end < 0 ? default : rest[(end + 1)..];
            if (!current.IsEmpty && current[^1] == '\r') current = current[..^1];
            line++;
            if (line > MostLines) { ledger.Leave(line, "beyond 200 000 lines", current); continue; }
            if (IsBlank(current)) { listing.Blank(); continue; }
            lastLine = current;
            if (listing.Take(current, line) is var taken && taken == LineFate.Used) ledger.Use();
            else if (taken == LineFate.Foreign && meminfo.Take(current)) ledger.Use();
            else ledger.Leave(line, taken == LineFate.Foreign ? "no line of a capture read here" : listing.Reason, current);
        }
        listing.End();
        return Conclude(ledger, listing, meminfo, !text.EndsWith('\n') && listing.EndsInside(lastLine));
    }

    private static CaptureReading Conclude(LineLedger ledger, SmbiosListing listing, Meminfo meminfo, bool endsInside)
    {
        var seen = listing.Observation with { MemTotalKiB = meminfo.TotalKiB, OsBits = meminfo.OsBits };
        if (seen.IsEmpty)
            return CaptureReading.Nothing(ledger.Used == 0
                ? "No line of this is one I know. It may be in another language or come from another tool; run dmidecode with LANG=C, as administrator."
                : $"{ledger.Used} lines are known to me, but none of them tells of memory, processor or machine; the part with “Memory Device” or “MemTotal” is missing.",
                ledger.Lines, ledger.Used, ledger.Rest);
        var cutOff = endsInside || listing.StructuresMissing > 0;
        var kind = string.Join(" and ", new[] { listing.IsThere ? "firmware listing" : null, meminfo.TotalKiB is null ? null : "system memory" }.Where(k => k is not null));
        return new CaptureReading(kind, seen, ledger.Lines, ledger.Used, ledger.Rest, cutOff, listing.Remarks, Sentence(kind, seen, ledger, cutOff, listing));
    }

    private static string Sentence(string kind, Observation seen, LineLedger ledger, bool cutOff, SmbiosListing listing)
    {
        var parts = new List<string>();
        if (seen.Product is { } product) parts.Add(seen.Maker is { } maker ? $"{maker} {product}" : product);
        if (seen.Devices.Count > 0)
        {
            var modules = seen.Devices.Count(d => d.SizeMiB is > 0);
            parts.Add($"{modules} of {seen.Devices.Count} slots filled, {ByteCount.FromMiB(seen.InstalledMiB ?? 0)}");
        }
        if (seen.Processors.Count > 0) parts.Add($"{seen.Processors.Count(p => p.Populated)} of {seen.Processors.Count} sockets filled");
        if (seen.MemTotalKiB is { } kib) parts.Add($"the system shows {ByteCount.FromKiB(kib).GiB:0.0} GiB");
        var text = new StringBuilder(char.ToUpperInvariant(kind[0]) + kind[1..] + ": " + string.Join("; ", parts) + ". ");
        text.Append($"{ledger.Used} lines understood, {ledger.Lines - ledger.Used} not.");
        if (listing.StructuresMissing > 0) text.Append($" The end is missing: {listing.StructuresMissing} structures of {listing.StructuresAnnounced} are not here.");
        else if (cutOff) text.Append(" The end is missing: it stops in the middle of a structure.");
        return text.ToString();
    }

    private static bool IsBlank(ReadOnlySpan<char> line)
    {
        foreach (var c in line)
            if (!char.IsWhiteSpace(c) && c != '\uFEFF') return false;
        return true;
    }

    private static bool LooksBinary(ReadOnlySpan<byte> bytes, out string sentence)
    {
        sentence = "";
        if (IsUtf16(bytes)) return false;
        var probe = bytes[..Math.Min(bytes.Length, 65_536)];
        var odd = 0;
        foreach (var b in probe)
            if (b < 0x20 && b is not ((byte)'\n' or (byte)'\r' or (byte)'\t' or 0x0C or 0x1B)) odd++;
        if (odd * 100 <= probe.Length && bytes.IndexOf((byte)0) < 0) return false;
        var dump = probe.StartsWith("_SM_"u8) || probe.StartsWith("_SM3_"u8) || probe.IndexOf("_DMI_"u8) is >= 0 and < 64;
        sentence = dump
            ? "This is a binary dump of the firmware tables, not text. Run dmidecode --from-dump on it and paste what it prints; nothing was stored."
            : "This is binary, not text; nothing was stored. Paste the text that dmidecode or /proc/meminfo prints.";
        return true;
    }

    private static bool IsUtf16(ReadOnlySpan<byte> bytes)
    {
        if (bytes.Length < 4 || bytes.Length % 2 != 0) return false;
        if (bytes[0] == 0xFF && bytes[1] == 0xFE || bytes[0] == 0xFE && bytes[1] == 0xFF) return true;
        // Without a mark: the high bytes are nearly all zero and the low ones nearly all are not. A table of numbers fails the second.
        var (high, low) = (0, 0);
        var probe = Math.Min(bytes.Length, 512);
        for (var i = 0; i + 1 < probe; i += 2)
        {
            if (bytes[i + 1] == 0) high++;
            if (bytes[i] == 0) low++;
        }
        return high > probe / 2 * 0.9 && low < probe / 2 * 0.1;
    }

    private static string Decode(ReadOnlySpan<byte> bytes)
    {
        if (IsUtf16(bytes))
            return (bytes[0] == 0xFE ? Encoding.BigEndianUnicode : Encoding.Unicode).GetString(bytes).TrimStart('\uFEFF');
        if (bytes.StartsWith(new byte[] { 0xEF, 0xBB, 0xBF })) bytes = bytes[3..];
        return System.Text.Unicode.Utf8.IsValid(bytes) ? Encoding.UTF8.GetString(bytes) : Encoding.Latin1.GetString(bytes);
    }
}
