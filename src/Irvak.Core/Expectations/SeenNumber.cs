using System.Globalization;
using System.Text.RegularExpressions;
using Irvak.Core.Quantities;

namespace Irvak.Core.Expectations;

/// <summary>
/// Reads a number that a person typed from a screen: "480 GB", "491520 MB", "4400", "96 TB". Words without a number in front are what
/// the screen says; a number followed by something that is no unit of its line is not understood, and nothing is made of it.
/// </summary>
public static partial class SeenNumber
{
    private const double Tebi = 1_099_511_627_776;

    // What a unit that stands on a screen is worth in that of the line. Screens of memory write GB and MB and mean the binary units;
    // those of drives and arrays mean either. Common practice, no source.
    private static readonly Dictionary<string, Dictionary<string, double[]>> Worth = new()
    {
        [""] = [],
        ["MiB"] = new()
        {
            ["M"] = [1],
            ["MB"] = [1],
            ["MIB"] = [1],
            ["G"] = [1024],
            ["GB"] = [1024],
            ["GIB"] = [1024],
            ["TB"] = [1 << 20],
            ["TIB"] = [1 << 20],
        },
        ["GiB"] = new()
        {
            ["M"] = [1 / 1024.0],
            ["MB"] = [1 / 1024.0],
            ["MIB"] = [1 / 1024.0],
            ["G"] = [1],
            ["GB"] = [1],
            ["GIB"] = [1],
            ["TB"] = [1024],
            ["TIB"] = [1024],
        },
        ["TiB"] = new()
        {
            ["T"] = [1, 1e12 / Tebi],
            ["TB"] = [1, 1e12 / Tebi],
            ["TIB"] = [1],
            ["G"] = [1 / 1024.0, 1e9 / Tebi],
            ["GB"] = [1 / 1024.0, 1e9 / Tebi],
            ["GIB"] = [1 / 1024.0],
            ["P"] = [1024, 1e15 / Tebi],
            ["PB"] = [1024, 1e15 / Tebi],
            ["PIB"] = [1024],
        },
        ["MT/s"] = new()
        {
            ["MT/S"] = [1],
            ["MTS"] = [1],
            ["MT"] = [1],
            ["MHZ"] = [1],
        },
        ["MB/s"] = new()
        {
            ["MB/S"] = [1],
            ["MBPS"] = [1],
            ["MB"] = [1],
            ["MIB/S"] = [1.048576],
            ["GB/S"] = [1000],
            ["GIB/S"] = [1073.741824],
            ["KB/S"] = [0.001],
        },
        ["drives"] = new()
        {
            ["DRIVE"] = [1],
            ["DRIVES"] = [1],
            ["DISK"] = [1],
            ["DISKS"] = [1],
            ["X"] = [1],
            ["×"] = [1],
        },
        ["lanes"] = new() { ["LANE"] = [1], ["LANES"] = [1] },
        ["errors"] = new() { ["ERROR"] = [1], ["ERRORS"] = [1] },
    };

    /// <summary>What a typed text may mean in a unit, the likeliest first; empty for words; null where it begins as a number and goes on as
    /// none.</summary>
    public static IReadOnlyList<double>? Readings(string? text, string unit)
    {
        var typed = Gaps().Replace(text?.Trim() ?? "", "");
        if (typed.Equals("empty", StringComparison.OrdinalIgnoreCase))
            return [0];
        // A count of lanes is written ×8.
        if (unit == "lanes")
            typed = typed.TrimStart('x', 'X', '×');
        if (typed.Length == 0 || !char.IsAsciiDigit(typed[0]))
            return [];
        if (Number().Match(typed) is not { Success: true } match)
            return null;
        var (figures, said) = (match.Groups[1].Value, match.Groups[2].Value.ToUpperInvariant());
        double[]? worth =
            said.Length == 0 ? [1]
            : said.Equals(unit, StringComparison.OrdinalIgnoreCase) ? [1]
            : Worth.GetValueOrDefault(unit)?.GetValueOrDefault(said);
        if (worth is null)
            return null;
        double[] readings = [.. Figures(figures).SelectMany(n => said.Length == 0 ? Bare(n, unit) : worth.Select(w => n * w))];
        return readings.Length > 0 ? readings : null;
    }

    /// <summary>What to say of a text that is no value of its line.</summary>
    public static string NotUnderstood(string text, string unit) =>
        $"“{text.Trim()}” is no {(unit.Length == 0 ? "number" : $"value in {unit}")}: type the number with its unit, or words";

    // Screens of memory print bare megabytes as well as gigabytes: a figure without a unit may mean either, the likelier first.
    private static double[] Bare(double number, string unit) =>
        unit switch
        {
            "MiB" when number is > 0 and < 4096 => [number * 1024, number],
            "MiB" when number > 0 => [number, number * 1024],
            "GiB" when number >= 8192 => [number / 1024, number],
            "GiB" when number > 0 => [number, number / 1024],
            _ => [number],
        };

    /// <summary>A comma before three figures parts thousands or decimals: both are tried.</summary>
    private static IEnumerable<double> Figures(string text)
    {
        static double? Of(string plain) =>
            double.TryParse(plain, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var n) && double.IsFinite(n)
                ? n
                : null;
        if (Thousands().IsMatch(text) && Of(text.Replace(",", "", StringComparison.Ordinal)) is { } whole)
            yield return whole;
        if (Of(text.Replace(',', '.')) is { } point)
            yield return point;
    }

    [GeneratedRegex(@"(?<=\d)[\s\u00A0\u202F](?=\d)")]
    private static partial Regex Gaps();

    // A number, a unit or none, and then the end or words apart from it.
    [GeneratedRegex(@"^(\d[\d.,]*)\s*([\p{L}°%×/]*)(?=$|[\s(,;:])")]
    private static partial Regex Number();

    [GeneratedRegex(@"^\d{1,3}(,\d{3})+(\.\d+)?$")]
    private static partial Regex Thousands();

    /// <summary>What was typed, with the unit it was taken in where none was typed.</summary>
    public static string? Words(string? text, double? value, string unit)
    {
        if (value is not { } v || text is null || text.Any(char.IsLetter))
            return text;
        return unit switch
        {
            "" => text.Trim(),
            "MiB" => ByteCount.FromMiB((long)v).ToString(),
            "GiB" => $"{v:0.##} GiB",
            _ => $"{text.Trim()} {unit}",
        };
    }
}
