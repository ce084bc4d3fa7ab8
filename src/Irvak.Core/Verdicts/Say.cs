using System.Globalization;
using System.Text.RegularExpressions;
using Irvak.Core.Places;

namespace Irvak.Core.Verdicts;

/// <summary>How findings write places and lists: a place stands as [[slot:A1]], which every screen turns into a link.</summary>
public static partial class Say
{
    public static string Place(Place place) => $"[[{place}]]";

    /// <summary>The text with the short names of its places instead of their marks.</summary>
    public static string Plain(string text) => Marks().Replace(text, m => Places.Place.NameIn(m.Groups[1].Value));

    [GeneratedRegex(@"\[\[([^\[\]]+)\]\]")]
    private static partial Regex Marks();

    public static string Slot(string slot) => Place(Places.Place.Slot(slot));

    /// <summary>"A1", "A1 and B1", "A1, B1 and C1"; beyond six "A1 to H1 (8 places)".</summary>
    public static string Slots(IReadOnlyList<Place> places) =>
        places.Count switch
        {
            0 => "no place",
            > 6 => $"{Many(places)} ({places.Count} places)",
            1 => Place(places[0]),
            _ => string.Join(", ", places.Take(places.Count - 1).Select(Place)) + " and " + Place(places[^1]),
        };

    /// <summary>Rows of places that follow each other stand as "to"; of more than three rows the first and the last are named.</summary>
    private static string Many(IReadOnlyList<Place> places)
    {
        var rows = new List<(Place From, Place To, int Count)>();
        foreach (var place in places)
            if (rows.Count > 0 && rows[^1].To.Kind == place.Kind && Follows(rows[^1].From.Name, rows[^1].To.Name, place.Name))
                rows[^1] = rows[^1] with { To = place, Count = rows[^1].Count + 1 };
            else
                rows.Add((place, place, 1));
        if (rows.Count > 3)
            return $"{Place(places[0])}, {Place(places[1])}, {Place(places[2])} … {Place(places[^1])}";
        return Words([
            .. rows.SelectMany(r =>
                r.Count switch
                {
                    1 => [Place(r.From)],
                    2 => new[] { Place(r.From), Place(r.To) },
                    _ => [$"{Place(r.From)} to {Place(r.To)}"],
                }
            ),
        ]);
    }

    /// <summary>True where a name comes next in a row: 1, 2 or DIMM 1, DIMM 2 by number; A1, B1 by letter, and always by the
    /// same.</summary>
    private static bool Follows(string first, string last, string next) =>
        Step(last, next) is { } step && (first == last || Step(first, next, any: true) == step);

    /// <param name="any">True for a step of any width.</param>
    private static char? Step(string from, string to, bool any = false)
    {
        var (a, b) = (Name().Match(from), Name().Match(to));
        if (!a.Success || !b.Success || a.Groups["stem"].Value != b.Groups["stem"].Value)
            return null;
        var (letters, numbers) = (Letter(b) - Letter(a), Number(b) - Number(a));
        return (letters, numbers) switch
        {
            (0, > 0) when any || numbers == 1 => 'n',
            (> 0, 0) when any || letters == 1 => 'l',
            _ => null,
        };
        static int Letter(Match m) => m.Groups["letter"].Length == 1 ? m.Groups["letter"].Value[0] : 0;
        static int Number(Match m) =>
            int.TryParse(m.Groups["number"].ValueSpan, NumberStyles.None, CultureInfo.InvariantCulture, out var number) ? number : 0;
    }

    [GeneratedRegex(@"^(?<stem>.*?)(?<letter>[A-Z]?)(?<number>\d{0,6})$")]
    private static partial Regex Name();

    public static string Words(IReadOnlyList<string> words) =>
        words.Count switch
        {
            0 => "nothing",
            1 => words[0],
            _ => string.Join(", ", words.Take(words.Count - 1)) + " and " + words[^1],
        };

    /// <summary>"bay 1", "bays 1–4 and 7": numbers that follow each other stand as a range.</summary>
    public static string Range(IReadOnlyList<string> names, string one, string many)
    {
        var runs = new List<(string From, string To, int Count)>();
        foreach (var name in names)
            if (runs.Count > 0 && int.TryParse(runs[^1].To, out var last) && int.TryParse(name, out var next) && next == last + 1)
                runs[^1] = runs[^1] with { To = name, Count = runs[^1].Count + 1 };
            else
                runs.Add((name, name, 1));
        var words = runs.SelectMany(r =>
            r.Count switch
            {
                1 => [r.From],
                2 => new[] { r.From, r.To },
                _ => [$"{r.From}–{r.To}"],
            }
        );
        return $"{(names.Count == 1 ? one : many)} {Words([.. words])}";
    }

    /// <summary>The text with its first letter as a sentence begins.</summary>
    public static string Capital(string text) => text.Length == 0 ? text : char.ToUpperInvariant(text[0]) + text[1..];

    public static string Count(int n, string one, string many) => n == 1 ? $"1 {one}" : $"{n} {many}";
}
