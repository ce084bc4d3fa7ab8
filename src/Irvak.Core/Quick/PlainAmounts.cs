using System.Globalization;
using System.Text.RegularExpressions;

namespace Irvak.Core.Quick;

/// <summary>Modules or drives that a line names.</summary>
/// <param name="Size">As written, without its unit; null where the line names none.</param>
/// <param name="Unit">GB or TB.</param>
/// <param name="Kind">The words about their kind, such as "ddr4 ecc 2666"; empty for none.</param>
public sealed record PlainParts(int Count, double? Size, string Unit, string Kind)
{
    /// <summary>One of them as its label has it: "8 TB disks".</summary>
    public string Label => $"{Size?.ToString(CultureInfo.InvariantCulture)} {Unit} {Kind}".Trim();
}

/// <summary>What a line says in figures, each with where it stands.</summary>
internal static partial class PlainAmounts
{
    private const string N = @"(?<n>\d{1,3}|one|two|three|four|five|six|seven|eight|nine|ten|eleven|twelve|an?(?=\s)|a\s+pair\s+of)";
    private const string Size = @"(?<size>\d{1,4}(?:[.,]\d{1,2})?)\s*";
    private const string Memory = @"(?:so-?|[rul]|lr|nv)?dimms?|modules?|sticks?\s+of\s+(?:ram|memory)|memory\s+sticks?";
    private const string Drive = @"hard\s+dis[ck]s?|drives?|dis[ck]s?|hdds?|ssds?|nvmes?";

    public static IEnumerable<(Match At, PlainParts Parts)> Modules(string line, bool others) =>
        [
            .. Named().Matches(line).Select(m => (m, Parts(m, "GB"))),
            .. others ? [] : Bare().Matches(line).Where(m => !Named().IsMatch(m.Value)).Select(m => (m, Parts(m, "GB"))),
        ];

    public static IEnumerable<(Match At, PlainParts Parts)> Drives(string line) =>
        Sized().Matches(line).Concat(SizedAfter().Matches(line)).Concat(Unsized().Matches(line)).Select(m => (m, Parts(m, "TB")));

    /// <summary>Memory wished in all, GiB.</summary>
    public static IEnumerable<(Match At, double GiB)> Totals(string line) =>
        Total().Matches(line).Select(m => (m, Number(m)!.Value * (m.Groups["t"].Success ? 1024 : 1)));

    /// <summary>Space wished that can be used, TB.</summary>
    public static IEnumerable<(Match At, double TB)> Spaces(string line) => Space().Matches(line).Select(m => (m, Number(m)!.Value));

    /// <summary>Sizes that stand for themselves between commas: of what, the rest of the line says.</summary>
    public static IEnumerable<(Match At, double Size, bool IsTB)> Alone(string line) =>
        AloneOne().Matches(line).Select(m => (m, Number(m)!.Value, m.Groups["t"].Success));

    /// <summary>Failed drives to survive.</summary>
    public static IEnumerable<(Match At, int Drives)> Failures(string line) =>
        Survives().Matches(line).Select(m => (m, Count(m.Groups["n"].Value)));

    private static PlainParts Parts(Match m, string usual) =>
        new(
            Count(m.Groups["n"].Value),
            Number(m),
            m.Groups["u"].Value.Length == 0 ? usual
                : m.Groups["u"].Value[0] is 't' or 'T' ? "TB"
                : "GB",
            Spaces().Replace($"{m.Groups["kind"].Value} {(m.Groups["what"].Success ? m.Groups["what"].Value : "")}", " ").Trim()
        );

    private static int Count(string word) =>
        int.TryParse(word, NumberStyles.None, CultureInfo.InvariantCulture, out var n) ? n
        : word.Contains("pair", StringComparison.OrdinalIgnoreCase) ? 2
        : Math.Max(1, PlainWords.Numbers.IndexOf(word.ToLowerInvariant()) + 1);

    private static double? Number(Match m) =>
        m.Groups["size"].Success
            ? double.Parse(m.Groups["size"].Value.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture)
            : null;

    // "two 16 gb ddr4 modules", "2 x 16GB 2666 ECC RDIMM", "a 16 gb module"
    [GeneratedRegex(
        @"\b" + N + @"\s*(?:[x×*]|times|of)?\s*" + Size + @"(?<u>gi?b|g)(?<kind>(?:[\s,]+[\w./-]+){0,5}?)\s+(?<what>" + Memory + @")\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Named();

    // "4x16", "2 × 16 gb ddr4 2666": nothing but memory is written so, where no drive is spoken of
    [GeneratedRegex(
        @"\b(?<n>\d{1,2})\s*[x×*]\s*(?<size>\d{1,3})(?:\s*(?<u>gi?b|g))?\b"
            + @"(?<kind>(?:\s+(?:ddr[2-5]\S*|pc[2-5]\S*|ecc|reg(?:istered)?|unbuffered|\d{3,5}|\dr?x\d{1,2}))*)",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Bare();

    // "twelve 8 tb disks", "4x 960 GB SATA SSD"
    [GeneratedRegex(
        @"\b" + N + @"\s*(?:[x×*]|times|of)?\s*" + Size + @"(?<u>tb|gb|t)(?<kind>(?:\s+[\w./-]+){0,3}?)\s+(?<what>" + Drive + @")\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Sized();

    // "12 drives of 8 tb"
    [GeneratedRegex(
        @"\b" + N + @"(?<kind>(?:\s+[\w./-]+){0,2}?)\s+(?<what>" + Drive + @")\s*(?:of|with|,|à)?\s*" + Size + @"(?<u>tb|gb|t)\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex SizedAfter();

    // "twelve drives", "4 more disks"
    [GeneratedRegex(
        @"\b" + N + @"(?<kind>(?:\s+(?:more|new|used|sata|sas|nvme|large|big))*)\s+(?<what>" + Drive + @")\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Unsized();

    // "to 64 gb", "64 gb of memory in all"; "64 gb more" is no total
    [GeneratedRegex(
        @"\b(?:(?:to|at\s+least|needs?|up\s+to)\s+"
            + Size
            + @"(?:gi?b|(?<t>ti?b)(?=\s*(?:of\s+)?(?:memory|ram)))\b(?!\s*(?:ssd|hdd|drive|dis[ck]|nvme|sata|sas|of\s+space|usable))"
            + @"|"
            + Size
            + @"gi?b\s+(?:of\s+)?(?:memory|ram)(?:\s+(?:in\s+all|total))?)\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Total();

    // "40 tb usable", "room for 40 tb", "to 40 tb"
    [GeneratedRegex(
        @"\b(?:"
            + Size
            + @"tb\s+(?:of\s+)?(?:usable|space|room|net)|(?:room\s+for|to|at\s+least)\s+"
            + Size
            + @"tb\b(?!\s*(?:of\s+)?(?:memory|ram))|"
            + Size
            + @"tb\s+(?:at\s+(?:the\s+)?least|or\s+more))",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Space();

    // "more memory, 384 gb, soon"; "40 tb" alone
    [GeneratedRegex(@"(?<=^\s*|[,;:]\s*)" + Size + @"(?:(?<t>ti?b)|gi?b)\b(?=\s*(?:$|[,;.]))", RegexOptions.IgnoreCase)]
    private static partial Regex AloneOne();

    // "survives two failures", "two drives may fail"
    [GeneratedRegex(
        @"\b(?:surviv\w+\s+" + N + @"\s+(?:failed\s+)?(?:failures?|drives?|dis[ck]s?)|" + N + @"\s+(?:drives?|dis[ck]s?)\s+may\s+fail)\b",
        RegexOptions.IgnoreCase
    )]
    private static partial Regex Survives();

    [GeneratedRegex(@"\s+")]
    private static partial Regex Spaces();
}
