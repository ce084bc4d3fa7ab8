using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests;
using Irvak.Core.Tests.Arrays;
using Irvak.Core.Tests.Lanes;

namespace Irvak.Solvers.Tests;

/// <summary>Ideas for the way to the user are plans: what they say is what the plan says that they put in.</summary>
public class PathIdeasTests
{
    private static ShelfPart Card(string name, double gbs, decimal? eur, string socket = "SFP28") =>
        new()
        {
            Id = name,
            InStock = 1,
            PriceEur = eur,
            Card = LaneBox.Network with { Name = name, Network = new(1, [gbs], socket) },
        };

    private static readonly ShelfPart Ten = Card("ten", 10, 90),
        TwentyFive = Card("twenty-five", 25, 200),
        One = Card("one", 1, 20);

    // Eight fast drives behind a line of 1 Gb/s.
    private static readonly JobState Box = Boards
        .Job(DriveBox.Sheet with { Slots = LaneBox.Sheet.Slots, Roots = LaneBox.Sheet.Roots, Ports = [new(1, "1 Gb")] }, "A1", "C1")
        .With([.. DriveBox.Bays(8).Select(b => (Edit)new Fit(b, new Unit { Drive = DriveBox.Disk, Source = "shelf" }))])
        .Array(ArrayLevel.Parity2, 8)
        .With(new SetPurposes([Purpose.Path]));

    private static AimPicture Picture(JobState job, params ShelfPart[] shelf) =>
        AimPicture.Of(job, EvidenceBook.Empty, ShelfBook.Of(shelf), s => s.Evaluate(null, shelf));

    private static double Now(JobState job, string name) => job.Evaluate().Ledge.Single(d => d.Name == name).Planned!.Value;

    /// <summary>1 and 10 Gb/s carry 117.7 and 1176.9 MB/s with frames of 1500 bytes and time stamps (IEEE 802.3).</summary>
    [Fact]
    public void A_card_that_makes_it_faster_is_an_idea_and_says_what_the_plan_says_that_it_puts_in()
    {
        Assert.Equal(117.7, Now(Box, "Reads at best"), 0.1);
        var picture = Picture(Box, One, Ten);
        var idea = Assert.Single(picture.Cards);
        Assert.Equal(("a", "ten in S4"), (idea.Letter, idea.Name));
        Assert.Equal(Box.With(idea.Take).Evaluate(null, Ten).Ledge, idea.Ledge);
        var reach = picture.Reach.Single(r => r.Wish == WishKind.ReadMBs);
        Assert.Equal((1176.9, "a"), (Math.Round(reach.Value, 1), reach.By));
        Assert.Equal(Enum.GetValues<Policy>(), idea.Under);
    }

    /// <summary>Eight disks with two of parity read at 6 × 250 = 1500 MB/s, which a line of 25 Gb/s carries: a wider one is dearer and no
    /// faster.</summary>
    [Fact]
    public void What_is_dearer_and_no_faster_is_no_idea()
    {
        var job = Box;
        var wide = Picture(job, Card("a25", 25, 200), Card("b100", 100, 900));
        Assert.Equal(1500, wide.Reach.Single(r => r.Wish == WishKind.ReadMBs).Value);
        Assert.Equal(["a25"], wide.Cards.Select(c => c.Name.Split(' ')[0]));
        Assert.Equal("a25, 1 × 25 Gb/s SFP28, in S4", wide.Cards[0].Words);
        // What the other end takes nobody said: another socket is another idea, however dear.
        Assert.Equal(2, Picture(job, Card("a25", 25, 200), Card("b100", 100, 900, "QSFP28")).Cards.Count);
        // Without a price nobody knows that it is dearer: both stand.
        Assert.Equal(2, Picture(job, Card("a25", 25, null), Card("b100", 100, null)).Cards.Count);
    }

    [Fact]
    public void What_misses_a_wish_comes_after_what_meets_it()
    {
        var cheap = Picture(Box, Ten, TwentyFive);
        Assert.Equal(["ten in S4", "twenty-five in S4"], cheap.Cards.Select(c => c.Name).Order(StringComparer.Ordinal));
        Assert.Equal("ten", cheap.Cards[0].Name.Split(' ')[0]);
        var fast = Picture(Box.With(new SetWish(WishKind.ReadMBs, 1200)), Ten, TwentyFive);
        Assert.Equal("twenty-five", fast.Cards[0].Name.Split(' ')[0]);
        Assert.Empty(fast.Cards[0].Misses);
        Assert.Equal(["Reads at best"], fast.Cards[1].Misses);
    }

    [Fact]
    public void Where_none_helps_it_says_why_and_how_far_the_plan_goes()
    {
        var slow = Picture(Box, One);
        Assert.Empty(slow.Cards);
        // The PCI slots of the box take no such card.
        Assert.Equal((4, 0), (slow.FreeSlots, slow.SlotsLeftAlone));
        var reach = slow.Reach.Single(r => r.Wish == WishKind.ReadMBs);
        Assert.Equal((117.7, "what is there"), (Math.Round(reach.Value, 1), reach.By));
        var alone = Picture(Box.With(new LeaveAlone(["cards"])), Ten);
        Assert.Empty(alone.Cards);
        Assert.Equal((0, 4), (alone.FreeSlots, alone.SlotsLeftAlone));
        var full = Picture(
            Box.With([
                .. new[] { "S1", "S2", "S3", "S4" }.Select(s => new Fit(Place.Card(s), new Unit { Card = LaneBox.Carrier, Source = "x" })),
            ]),
            Ten
        );
        Assert.Equal((0, 0, 0), (full.Cards.Count, full.FreeSlots, full.SlotsLeftAlone));
    }

    [Fact]
    public void Without_drives_nobody_knows_what_a_card_would_change()
    {
        var bare = Boards.Job(LaneBox.Sheet, "A1", "C1").With(new SetPurposes([Purpose.Path]));
        var picture = Picture(bare, Ten);
        Assert.Empty(picture.Cards);
        Assert.DoesNotContain(picture.Reach, r => r.Wish is WishKind.ReadMBs or WishKind.WriteMBs);
        // Who came for memory is shown no cards.
        Assert.Null(Picture(Box.With(new SetPurposes([Purpose.Memory])) with { Plan = bare.Plan }, Ten).FreeSlots);
    }
}
