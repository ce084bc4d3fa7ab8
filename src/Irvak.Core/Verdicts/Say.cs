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
            > 6 => $"{Place(places[0])} to {Place(places[^1])} ({places.Count} places)",
            1 => Place(places[0]),
            _ => string.Join(", ", places.Take(places.Count - 1).Select(Place)) + " and " + Place(places[^1]),
        };

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
