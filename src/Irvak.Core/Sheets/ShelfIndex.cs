using System.Collections;

namespace Irvak.Core.Sheets;

/// <summary>What a search found of a shelf.</summary>
/// <param name="Parts">The first of them.</param>
/// <param name="Total">How many there are of them all.</param>
public sealed record ShelfFound(IReadOnlyList<ShelfPart> Parts, int Total);

/// <summary>
/// Parts of a shelf by the words they are found by. Gathered once; what changes on the shelf afterwards is looked at word by word, until
/// there is enough of it to gather all anew.
/// </summary>
public sealed class ShelfIndex
{
    // Looking through the words of so many parts takes about as long as one question of the index.
    private const int MostSince = 200;

    /// <summary>What was gathered of a shelf as it was.</summary>
    /// <param name="Parts">In the order of their ids.</param>
    /// <param name="Words">Every word once, sorted.</param>
    /// <param name="From">For each word the first of its holders; one more at the end.</param>
    /// <param name="Holders">Numbers of parts, those of one word after those of the word before.</param>
    private sealed record Gathered(ShelfPart[] Parts, string[] Words, int[] From, int[] Holders);

    private readonly Gathered _base;

    // Parts of the base that still lie there as they were; and those that came since.
    private readonly BitArray _still;
    private readonly (ShelfPart Part, string[] Words)[] _since;

    private ShelfIndex(Gathered of, BitArray still, (ShelfPart, string[])[] since) => (_base, _still, _since) = (of, still, since);

    /// <param name="before">Of the shelf as it was before; null when nobody searched it.</param>
    public static ShelfIndex Of(ShelfBook shelf, ShelfIndex? before = null)
    {
        if (before is null)
            return new(shelf);
        var of = before._base;
        var (known, still) = (new HashSet<ShelfPart>(ReferenceEqualityComparer.Instance), new BitArray(of.Parts.Length));
        for (var i = 0; i < of.Parts.Length; i++)
            if (shelf.TryGetValue(of.Parts[i].Id, out var now) && ReferenceEquals(now, of.Parts[i]))
            {
                still[i] = true;
                known.Add(now);
            }
        List<ShelfPart> since = [.. shelf.Values.Where(p => !known.Contains(p))];
        return since.Count > MostSince ? new(shelf) : new(of, still, [.. since.Select(p => (p, Words(p)))]);
    }

    private ShelfIndex(ShelfBook shelf)
        : this(Gather([.. shelf.Values.OrderBy(p => p.Id, StringComparer.Ordinal)]), new BitArray(shelf.Count, true), []) { }

    private static string[] Words(ShelfPart part) => ShelfWords.Of(part).Split(' ');

    private static Gathered Gather(ShelfPart[] parts)
    {
        var holders = new Dictionary<string, List<int>>();
        for (var i = 0; i < parts.Length; i++)
            foreach (var word in Words(parts[i]))
                if (holders.TryGetValue(word, out var list))
                    list.Add(i);
                else
                    holders[word] = [i];
        string[] words = [.. holders.Keys];
        Array.Sort(words, StringComparer.Ordinal);
        var from = new int[words.Length + 1];
        for (var w = 0; w < words.Length; w++)
            from[w + 1] = from[w] + holders[words[w]].Count;
        return new(parts, words, from, [.. words.SelectMany(w => holders[w])]);
    }

    /// <summary>Parts each typed word of which begins one of their words: those that go before others first, then those in stock, then in
    /// the order of their ids.</summary>
    /// <param name="typed">As <see cref="ShelfWords.Typed"/> cuts them; none for every part.</param>
    /// <param name="wanted">True for a part that is looked for at all.</param>
    /// <param name="first">True for a part that goes before others.</param>
    /// <param name="most">Parts at most.</param>
    public ShelfFound Find(IReadOnlyList<string> typed, Func<ShelfPart, bool> wanted, Func<ShelfPart, bool> first, int most)
    {
        var found = new BitArray(_still);
        foreach (var word in typed)
            found.And(Holding(word));
        var total = 0;
        // Four ranks; of the base no more are kept than can be shown.
        var ranks = Enumerable.Range(0, 4).Select(_ => new List<ShelfPart>()).ToArray();
        void Take(ShelfPart part, int kept)
        {
            if (!wanted(part))
                return;
            total++;
            var rank = ranks[(first(part) ? 0 : 2) + (part.InStock > 0 ? 0 : 1)];
            if (rank.Count < kept)
                rank.Add(part);
        }
        for (var i = 0; i < found.Length; i++)
            if (found[i])
                Take(_base.Parts[i], most);
        foreach (var (part, words) in _since)
            if (typed.All(t => words.Any(w => w.StartsWith(t, StringComparison.Ordinal))))
                Take(part, int.MaxValue);
        return new([.. ranks.SelectMany(r => r.OrderBy(p => p.Id, StringComparer.Ordinal)).Take(most)], total);
    }

    /// <summary>Parts of the base one of whose words begins with this one.</summary>
    private BitArray Holding(string word)
    {
        var holding = new BitArray(_base.Parts.Length);
        var at = Array.BinarySearch(_base.Words, word, StringComparer.Ordinal);
        for (var w = at < 0 ? ~at : at; w < _base.Words.Length && _base.Words[w].StartsWith(word, StringComparison.Ordinal); w++)
        for (var h = _base.From[w]; h < _base.From[w + 1]; h++)
            holding[_base.Holders[h]] = true;
        return holding;
    }
}
