using Irvak.Core.Aims;
using Irvak.Core.Evidence;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Solvers.Tests;

/// <summary>Wishes that can't both be met in twelve free bays are named, with what each leaves of the other. By hand: of n drives of 16 TB
/// those that survive f hold (n − f) × 16 TB.</summary>
public class WishClashesTests
{
    private static ShelfPart Part(string id, long bytes, decimal? eur) =>
        new()
        {
            Id = id,
            InStock = 20,
            PriceEur = eur,
            Drive = Disk with { Model = id, Bytes = bytes },
        };

    private static readonly ShelfPart Eight = Part("eight", 8 * TB, 150),
        Sixteen = Part("sixteen", 16 * TB, 290);

    private static JobState Empty =>
        Boards.Job(Sheet, "A1", "C1") is var job ? job with { FoundEmpty = job.FoundEmpty.Union(Bays(12)).Add(Place.Card("S1")) } : job;

    private static IReadOnlyList<WishClash> Of(double tb, int? failures, decimal? money, params ShelfPart[] shelf) =>
        Of(Empty, tb, failures, money, shelf);

    private static IReadOnlyList<WishClash> Of(JobState start, double tb, int? failures, decimal? money, params ShelfPart[] shelf)
    {
        var job = start.With(new SetWish(WishKind.UsableTB, (decimal)tb));
        if (failures is { } f)
            job = job.With(new SetWish(WishKind.Failures, f));
        if (money is { } eur)
            job = job.With(new SetWish(WishKind.MoneyLimitEur, eur));
        return WishClashes.Of(job, SpaceIdeas.Of(job, EvidenceBook.Empty, ShelfBook.Of(shelf), s => s.Evaluate(null, shelf)));
    }

    /// <summary>12 × 16: surviving 2 leaves 160, 1 leaves 176, none 192, each less what keeps the array; the kernel keeps no third
    /// parity, so that three are survived by a mirror of four alone.</summary>
    [Theory]
    [InlineData(159.9, 2, null)]
    [InlineData(160, 2, 1)]
    [InlineData(175.9, 1, null)]
    [InlineData(176, 1, 0)]
    [InlineData(191.9, 1, 0)]
    [InlineData(192, 1, null)]
    [InlineData(150, 3, 2)]
    [InlineData(191.9, 0, null)]
    public void Space_and_failures(double tb, int failures, int? survives)
    {
        var clash = Of(tb, failures, null, Sixteen).SingleOrDefault();
        Assert.Equal(survives, (int?)clash?.Ways.Single(w => w.Wish == WishKind.Failures).Value);
        if (clash is not null)
            Assert.Equal((failures == 3 ? 16 : (12 - failures) * 16) - 0.1, clash.Ways.Single(w => w.Wish == WishKind.UsableTB).Value, 6);
    }

    [Fact]
    public void It_is_said_in_a_sentence()
    {
        Assert.Equal(
            "150 TB and 3 failures to survive do not go together in 12 free bays: "
                + "surviving 3 leaves 15.9 TB at most; 150 TB survive 2 at most.",
            Of(150, 3, null, Sixteen).Single().Words
        );
        Assert.EndsWith("191 TB survive none.", Of(191, 1, null, Sixteen).Single().Words);
    }

    /// <summary>39 TB that survive one: 6 × 8 for 900 or 4 × 16 for 1160. For 899, 5 × 8 hold 32 and 3 × 16 for 870 too, less
    /// what keeps the array.</summary>
    [Theory]
    [InlineData(900, false)]
    [InlineData(899, true)]
    public void Space_and_money(int money, bool clashes)
    {
        var clash = Of(39, 1, money, Eight, Sixteen).SingleOrDefault();
        Assert.Equal(clashes, clash is not null);
        if (clash is null)
            return;
        Assert.Equal(
            "39 TB and € 899 do not go together: drives for 39 TB cost € 900 at least; for € 899 they hold 31.9 TB at most.",
            clash.Words
        );
        Assert.Equal([new(WishKind.UsableTB, 31.9), new(WishKind.MoneyLimitEur, 900)], clash.Ways);
    }

    [Fact]
    public void So_little_money_buys_no_array()
    {
        var clash = Of(39, 1, 299, Eight, Sixteen).Single();
        Assert.EndsWith("€ 299 buy no array.", clash.Words);
        Assert.Equal([new(WishKind.MoneyLimitEur, 900)], clash.Ways);
        // Two of 8 TB are a mirror for 300.
        Assert.EndsWith("for € 300 they hold 7.9 TB at most.", Of(39, 1, 300, Eight, Sixteen).Single().Words);
    }

    [Fact]
    public void Of_a_drive_without_a_price_nobody_knows_whether_it_is_within()
    {
        Assert.Empty(Of(40, 1, 100, Eight, Part("sixteen", 16 * TB, null)));
        // One that is too small all the same says nothing.
        Assert.Single(Of(150, 1, 100, Sixteen, Part("eight", 8 * TB, null)));
    }

    /// <summary>Only so many kinds are worked out: that is said as soon as there is one more.</summary>
    [Theory]
    [InlineData(SpaceIdeas.MostKinds, "survive 2 at most.")]
    [InlineData(SpaceIdeas.MostKinds + 1, "That is of 12 of 13 kinds of drive.")]
    public void Kinds_that_were_not_looked_at_are_named(int kinds, string end)
    {
        var shelf = Enumerable.Range(0, kinds).Select(i => Part($"k{i}", (16 - i) * TB, 290)).ToArray();
        Assert.EndsWith(end, Of(150, 3, null, shelf).Single(c => c.Second == WishKind.Failures).Words);
    }

    [Fact]
    public void Without_a_wish_or_a_drive_nothing_clashes()
    {
        Assert.Empty(Of(40, null, null, Sixteen));
        Assert.Empty(Of(40, 3, 100));
    }

    [Theory]
    [InlineData(0, "in 12 free bays:")]
    [InlineData(1, "in 12 bays, 1 of them not looked into:")]
    [InlineData(11, "in 12 bays, 11 of them not looked into:")]
    [InlineData(12, "in 12 bays, not looked into:")]
    public void Bays_in_which_nobody_looked_are_called_so(int unseen, string words)
    {
        var start = Empty with { FoundEmpty = Empty.FoundEmpty.Except(Bays(unseen)) };
        Assert.Contains(words, Of(start, 150, 3, null, Sixteen).Single().Words);
    }
}
