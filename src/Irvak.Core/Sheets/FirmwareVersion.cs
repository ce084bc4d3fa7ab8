using System.Globalization;

namespace Irvak.Core.Sheets;

/// <summary>Versions as their numbers: 11.2.0.1527, in the order of their weight.</summary>
public static class FirmwareVersion
{
    /// <summary>Longest text of a version.</summary>
    public const int Longest = 40;

    /// <summary>True for numbers with points between them; a “v” before and blanks around don’t matter.</summary>
    public static bool IsOne(string? text) => Numbers(text) is not null;

    /// <summary>True when the first is older than the second; what is missing at the end counts as 0: 11.2 is 11.2.0. Null when one of them
    /// is no version.</summary>
    public static bool? IsOlder(string? version, string? than)
    {
        if (Numbers(version) is not { } its || Numbers(than) is not { } other)
            return null;
        for (var i = 0; i < Math.Max(its.Length, other.Length); i++)
            if (At(its, i) != At(other, i))
                return At(its, i) < At(other, i);
        return false;
    }

    private static long At(long[] numbers, int i) => i < numbers.Length ? numbers[i] : 0;

    private static long[]? Numbers(string? text)
    {
        var parts = (text ?? "").Trim().TrimStart('v', 'V').Split('.');
        var numbers = new long[parts.Length];
        for (var i = 0; i < parts.Length; i++)
            if (!long.TryParse(parts[i], NumberStyles.None, CultureInfo.InvariantCulture, out numbers[i]))
                return null;
        return numbers;
    }
}
