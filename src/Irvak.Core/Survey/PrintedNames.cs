using System.Globalization;
using System.Text.RegularExpressions;

namespace Irvak.Core.Survey;

/// <summary>
/// Names of places as they are printed beside them, in a line: "PROC 1 DIMM 1 to 12 | PROC 2 DIMM 1 to 12", or each of them between
/// commas. A bar stands between processors.
/// </summary>
internal static partial class PrintedNames
{
    // No machine has more places of one kind.
    private const int MostInARow = 128;

    /// <summary>The names of each processor's slots in their order; a sentence where a row can't be read.</summary>
    public static (IReadOnlyList<IReadOnlyList<string>> Names, string? Problem) Read(string line)
    {
        var groups = new List<IReadOnlyList<string>>();
        foreach (var group in line.Split('|', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
        {
            var names = new List<string>();
            foreach (var part in Parts(group))
            {
                if (!Row().IsMatch(part))
                {
                    names.Add(part);
                    continue;
                }
                var row = Row().Match(part);
                var (from, to) = (Number(row, "from"), Number(row, "to"));
                if (to < from || to - from >= MostInARow)
                    return ([], $"“{part}” is no row of names: it goes from {from} to {to}.");
                names.AddRange(Enumerable.Range(from, to - from + 1).Select(n => $"{row.Groups["stem"].Value}{n}"));
            }
            groups.Add(names);
        }
        return (groups, null);
    }

    /// <summary>Between commas; where there is none, and no row either, between blanks.</summary>
    private static string[] Parts(string group) =>
        group.Split(
            group.Contains(',') || Row().IsMatch(group) ? [','] : [' '],
            StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries
        );

    private static int Number(Match row, string group) =>
        int.Parse(row.Groups[group].ValueSpan, NumberStyles.None, CultureInfo.InvariantCulture);

    [GeneratedRegex(@"^(?<stem>.*?)(?<from>\d{1,4})\s*(?:to|–|\.\.)\s*(?<to>\d{1,4})$", RegexOptions.IgnoreCase)]
    private static partial Regex Row();
}
