using System.Text;

namespace Irvak.Captures;

/// <summary>Tells text from binary, and its encoding, by the bytes alone.</summary>
internal static class Encodings
{
    public static bool LooksBinary(ReadOnlySpan<byte> bytes)
    {
        var probe = bytes[..Math.Min(bytes.Length, 65_536)];
        var odd = 0;
        foreach (var b in probe)
            if (b < 0x20 && b is not ((byte)'\n' or (byte)'\r' or (byte)'\t' or (byte)'\b' or 0x0C or 0x1B))
                odd++;
        return odd * 100 > probe.Length || bytes.IndexOf((byte)0) >= 0;
    }

    public static bool IsUtf16(ReadOnlySpan<byte> bytes)
    {
        if (bytes.Length < 4 || bytes.Length % 2 != 0)
            return false;
        if (bytes[0] == 0xFF && bytes[1] == 0xFE || bytes[0] == 0xFE && bytes[1] == 0xFF)
            return true;
        // Without a mark: the high bytes are nearly all zero and the low ones nearly all are not. A table of numbers fails the second.
        var (high, low) = (0, 0);
        var probe = Math.Min(bytes.Length, 512);
        for (var i = 0; i + 1 < probe; i += 2)
        {
            if (bytes[i + 1] == 0)
                high++;
            if (bytes[i] == 0)
                low++;
        }
        return high > probe / 2 * 0.9 && low < probe / 2 * 0.1;
    }

    public static string Decode(ReadOnlySpan<byte> bytes)
    {
        if (IsUtf16(bytes))
            return (bytes[0] == 0xFE ? Encoding.BigEndianUnicode : Encoding.Unicode).GetString(bytes).TrimStart('\uFEFF');
        if (bytes.StartsWith(new byte[] { 0xEF, 0xBB, 0xBF }))
            bytes = bytes[3..];
        return System.Text.Unicode.Utf8.IsValid(bytes) ? Encoding.UTF8.GetString(bytes) : Encoding.Latin1.GetString(bytes);
    }
}
