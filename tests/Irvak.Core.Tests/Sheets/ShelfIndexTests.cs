using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Sheets;

/// <summary>What the index finds is what one finds by looking at the words of every part. Definition, no source.</summary>
public sealed class ShelfIndexTests
{
    private const int All = 1_000;

    private static readonly ShelfPart[] Parts = [.. SampleJobs.Shelf.Values];

    private static readonly Dictionary<ShelfPart, string[]> Known = new(ReferenceEqualityComparer.Instance);

    private static string[] Words(ShelfPart part) =>
        Known.TryGetValue(part, out var words) ? words : Known[part] = ShelfWords.Of(part).Split(' ');

    private static bool Odd(ShelfPart part) => part.Id.Length % 2 == 1;

    private static List<string> ByHand(IEnumerable<ShelfPart> parts, string typed, int most = All) =>
        [
            .. parts
                .Where(p => ShelfWords.Typed(typed).All(t => Words(p).Any(w => w.StartsWith(t, StringComparison.Ordinal))))
                .OrderByDescending(Odd)
                .ThenByDescending(p => p.InStock > 0)
                .ThenBy(p => p.Id, StringComparer.Ordinal)
                .Take(most)
                .Select(p => p.Id),
        ];

    private static List<string> Found(ShelfBook shelf, string typed, int most = All) =>
        [.. shelf.Index.Find(ShelfWords.Typed(typed), _ => true, Odd, most).Parts.Select(p => p.Id)];

    /// <summary>Every word of the shelf, each of its beginnings, pairs of them, and what no part has.</summary>
    private static IEnumerable<string> Typed()
    {
        string[] words = [.. Parts.SelectMany(p => Words(p)).Distinct().Order(StringComparer.Ordinal)];
        var begun = words.SelectMany(w => Enumerable.Range(1, w.Length).Select(n => w[..n])).Distinct().ToList();
        return
        [
            "",
            "  ",
            "16g 2rx4 2400 reg",
            "4t sas 3.5",
            "\uffff",
            "!",
            "zzz",
            .. begun,
            .. words.Zip(words.Skip(7), (a, b) => $"{a} {b}"),
            .. Parts.Select(p => string.Join(' ', Words(p).Take(3))),
        ];
    }

    [Fact]
    public void Each_beginning_of_each_word_finds_the_parts_that_have_it()
    {
        var shelf = ShelfBook.Of(Parts);
        Assert.All(Typed(), typed => Assert.Equal(ByHand(Parts, typed), Found(shelf, typed)));
        Assert.Empty(Found(ShelfBook.Empty, ""));
        Assert.Empty(Found(ShelfBook.Empty, "a"));
    }

    [Theory]
    [InlineData(1)]
    [InlineData(3)]
    [InlineData(200)] // the last that are looked at word by word
    [InlineData(201)] // gathered anew
    [InlineData(300)]
    public void What_came_went_and_changed_since_is_found_as_on_a_shelf_of_its_own(int changes)
    {
        // More than there are in the demo: each part at three places.
        ShelfPart[] many = [.. Enumerable.Range(0, 3).SelectMany(i => Parts.Select(p => p with { Id = $"{p.Id}-{i}" }))];
        var before = ShelfBook.Of(many);
        Assert.NotEmpty(Found(before, "rdimm"));
        ShelfPart[] now =
        [
            // One that went, those that changed, those that stay, one that came.
            .. many.Skip(1).Select((p, i) => i < changes - 1 ? p with { InStock = p.InStock == 0 ? 2 : 0, LiesIn = "new box" } : p),
            Parts[0] with
            {
                Id = "aaa",
                LiesIn = "new box",
            },
        ];
        var shelf = ShelfBook.Of(now, before);
        foreach (var typed in new[] { "", "new", "box", "aaa", "new rdimm", "sas 4t", many[0].Id, "rdimm 32" })
        foreach (var most in new[] { 1, 5, 50, All })
            Assert.Equal(ByHand(now, typed, most), Found(shelf, typed, most));
        // And once more on top of that.
        ShelfPart[] later = [.. now.Skip(2), now[0] with { LiesIn = "newest" }];
        var last = ShelfBook.Of(later, shelf);
        foreach (var typed in new[] { "", "newest", "new", "rdimm" })
            Assert.Equal(ByHand(later, typed), Found(last, typed));
    }

    [Fact]
    public void No_more_are_given_than_were_asked_for_and_the_first_stay_first()
    {
        var shelf = ShelfBook.Of(Parts);
        var all = ByHand(Parts, "");
        Assert.Equal(Parts.Length, all.Count);
        foreach (var most in new[] { 0, 1, all.Count - 1, all.Count, all.Count + 1 })
            Assert.Equal(all.Take(most), Found(shelf, "", most));
    }

    [Fact]
    public void What_is_not_wanted_is_neither_shown_nor_counted()
    {
        var shelf = ShelfBook.Of(Parts);
        foreach (var typed in new[] { "", "sas", "32" })
        {
            var drives = ByHand(Parts.Where(p => p.Drive is not null), typed);
            var found = shelf.Index.Find(ShelfWords.Typed(typed), p => p.Drive is not null, Odd, 4);
            Assert.Equal(drives.Take(4), found.Parts.Select(p => p.Id));
            Assert.Equal(drives.Count, found.Total);
        }
        Assert.Equal(Parts.Length, shelf.Index.Find([], _ => true, Odd, 0).Total);
    }
}
