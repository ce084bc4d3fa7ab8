using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests;
using Irvak.Core.Tests.Arrays;
using Irvak.Core.Volumes;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Solvers.Tests;

/// <summary>Ideas are plans: what they say is what the plan says that they put in.</summary>
public class SpaceIdeasTests
{
    private static ShelfPart Part(string id, long bytes, decimal? eur, int stock = 20) =>
        new()
        {
            Id = id,
            InStock = stock,
            PriceEur = eur,
            Drive = Disk with { Model = id, Bytes = bytes },
        };

    private static readonly ShelfPart[] Shelf = [Part("four", 4 * TB, 80), Part("eight", 8 * TB, 150), Part("sixteen", 16 * TB, 290)];

    private static JobState Empty =>
        Boards.Job(Sheet, "A1", "C1") is var job ? job with { FoundEmpty = job.FoundEmpty.Union(Bays(12)).Add(Place.Card("S1")) } : job;

    private static SpaceIdeas.Found Of(JobState job, params ShelfPart[] shelf) =>
        SpaceIdeas.Of(job, EvidenceBook.Empty, ShelfBook.Of(shelf), s => s.Evaluate(null, shelf));

    private static AimPicture Picture(JobState job, params ShelfPart[] shelf) =>
        AimPicture.Of(job, EvidenceBook.Empty, ShelfBook.Of(shelf), s => s.Evaluate(null, shelf));

    /// <summary>19 TB that survive two: by hand 7, 5 and 4 drives of 4, 8 and 16 TB, since 6 of 4 and 4 of 8 leave 16, and 3 of 16 are
    /// a mirror of 16.</summary>
    [Fact]
    public void Of_each_kind_so_many_as_the_wish_needs()
    {
        var job = Empty.With(new SetWish(WishKind.UsableTB, 19), new SetWish(WishKind.Failures, 2));
        var found = Of(job, Shelf);
        Assert.Equal(["4 × 16 TB", "5 × 8 TB", "7 × 4 TB"], found.Tried.Select(i => i.Name));
        Assert.All(found.Tried, i => Assert.Equal((ArrayLevel.Parity2, 2), (i.Level, i.Survives)));
        // 7 × 80, 5 × 150, 4 × 290: the cheapest first, and what is dearer gives more.
        Assert.Equal([560.0, 750.0, 1160.0], found.Shown.Select(i => i.Ledge.Single(d => d.Name == "Money").Planned!.Value));
        Assert.Equal(["a", "b", "c"], found.Shown.Select(i => i.Letter));
        Assert.All(found.Shown, i => Assert.Empty(i.Misses));
    }

    [Fact]
    public void An_idea_says_what_the_plan_says_that_it_puts_in()
    {
        var job = Empty.With(
            new WishVolume(
                new WishedVolume("T", ArrayUse.Archive)
                {
                    OnItTB = 10,
                    GrowthTB = 2,
                    Failures = 1,
                }
            )
        );
        foreach (var idea in Of(job, Shelf).Shown)
        {
            var after = job.With(idea.Take!).Evaluate(null, Shelf);
            Assert.Equal(after.Ledge, idea.Ledge);
            var array = Assert.Single(after.Arrays.Planned);
            Assert.Equal(("T", ArrayUse.Archive), (array.Plan.Name, array.Plan.Use));
            Assert.Equal(array.Capacity!.Usable / 1e12, idea.UsableTB);
            Assert.Equal((idea.UsableTB - 10) / 2, Assert.Single(idea.Volumes).FullInYears!.Value, 1e-9);
            Assert.Equal("T", after.Volumes.Single().Planned!.Array);
        }
    }

    [Fact]
    public void Ideas_begin_from_the_machine_as_found_and_are_taken_only_into_an_empty_plan()
    {
        var planned = Empty.With(New(1), New(2), new SetWish(WishKind.UsableTB, 20)).Array(ArrayLevel.Mirror, 2);
        var ideas = Of(planned, Shelf).Shown;
        Assert.NotEmpty(ideas);
        Assert.All(ideas, i => Assert.Null(i.Take));
        Assert.Equal(Of(Empty.With(new SetWish(WishKind.UsableTB, 20)), Shelf).Shown.Select(i => i.Name), ideas.Select(i => i.Name));
    }

    /// <summary>What the plan brings beside drives is there for an idea too: it says what the plan with it says.</summary>
    [Fact]
    public void A_module_and_a_card_of_the_plan_stay_beside_an_idea()
    {
        var job = Empty.With(
            new SetWish(WishKind.UsableTB, 19),
            Boards.Fit("B1"),
            new Fit(
                Place.Card("S1"),
                new()
                {
                    Card = new()
                    {
                        Name = "C",
                        Maker = "Corvath",
                        Role = CardRole.Network,
                        Watt = 9,
                    },
                    Source = "shelf",
                }
            )
        );
        var idea = Of(job, Shelf).Shown[0];
        Assert.Equal(job.With(idea.Take!).Evaluate(null, Shelf).Ledge, idea.Ledge);
    }

    /// <summary>A list that ends at 2 TB stops what goes beyond it where only listed parts count, and says so there.</summary>
    [Fact]
    public void A_policy_under_which_nothing_goes_says_what_stops_it()
    {
        var listed = Empty with { Sheet = Sheet with { Bays = [Sheet.Bays[0] with { LimitTB = 2 }] } };
        var lines = Picture(listed.With(new SetWish(WishKind.UsableTB, 19)), Shelf).Policies;
        Assert.StartsWith("None of 3 kinds of drive could be used: ", lines[0].Sentences[0], StringComparison.Ordinal);
        Assert.Contains("2 TB", lines[0].Sentences[0], StringComparison.Ordinal);
        Assert.StartsWith("3 of 3 kinds of drive could be used", lines[2].Sentences[0], StringComparison.Ordinal);
    }

    [Fact]
    public void What_is_left_alone_takes_no_drive()
    {
        var job = Empty.With(new SetWish(WishKind.UsableTB, 20), new LeaveAlone(["bays:front"]));
        var found = Of(job, Shelf);
        Assert.Equal((0, 12), (found.Tried.Count, found.Kept));
        Assert.Empty(Picture(job, Shelf).Ideas);
        Assert.Equal(12, Picture(job, Shelf).LeftAlone);
        Assert.True(Picture(job, Shelf).Parts.Single(p => p.Part == "bays:front").Alone);
    }

    /// <summary>Twelve of 16 TB at double parity: 160 TB less what the kernel keeps.</summary>
    [Fact]
    public void What_can_be_reached_is_told_beyond_what_is_wished()
    {
        var job = Empty.With(new SetWish(WishKind.UsableTB, 20), new SetWish(WishKind.Failures, 2));
        var reach = Picture(job, Shelf).Reach;
        var space = reach.Single(r => r.Wish == WishKind.UsableTB);
        Assert.Equal("12 × 16 TB", space.By);
        Assert.Equal(160, space.Value, 0.1);
        Assert.Equal(3, reach.Single(r => r.Wish == WishKind.Failures).Value);
        Assert.DoesNotContain(Picture(job).Reach, r => r.Wish == WishKind.UsableTB);
    }

    /// <summary>19 TB that survive two cost 560 at the least, 7 drives at 80: by hand.</summary>
    [Fact]
    public void The_least_money_is_that_of_what_meets_the_other_wishes()
    {
        WishReach? Money(JobState job) => Picture(job, Shelf).Reach.SingleOrDefault(r => r.Wish == WishKind.MoneyLimitEur);
        var job = Empty.With(
            new SetWish(WishKind.UsableTB, 19),
            new SetWish(WishKind.Failures, 2),
            new SetWish(WishKind.MoneyLimitEur, 100)
        );
        Assert.Equal((560.0, "a"), (Money(job)!.Value, Money(job)!.By));
        Assert.Equal(["Money"], Picture(job, Shelf).Ideas[0].Misses);
        // Where nothing else is wished, and where nothing meets what is, no sum is the least.
        Assert.Null(Money(Empty));
        Assert.Null(Money(job.With(new SetWish(WishKind.UsableTB, 1_000))));
    }

    [Theory]
    [InlineData(1, null, 0, ArrayLevel.Single)]
    [InlineData(2, null, 2, ArrayLevel.Mirror)]
    [InlineData(1, 0, 1, ArrayLevel.Single)]
    [InlineData(2, 0, 2, ArrayLevel.Stripe)]
    [InlineData(2, 2, 0, ArrayLevel.Single)]
    [InlineData(3, 2, 3, ArrayLevel.Mirror)]
    [InlineData(4, 2, 4, ArrayLevel.Parity2)]
    [InlineData(4, 3, 4, ArrayLevel.Mirror)]
    [InlineData(12, 4, 0, ArrayLevel.Single)]
    public void The_level_survives_what_is_wished_or_there_is_none(int most, int? failures, int count, ArrayLevel level)
    {
        var (n, its) = SpaceIdeas.Arrangement(most, 4 * TB, failures, null);
        Assert.Equal(count, n);
        if (count > 0)
            Assert.Equal(level, its);
    }

    [Fact]
    public void The_policies_tell_what_they_change_with_counts()
    {
        var job = Empty.With(new SetWish(WishKind.UsableTB, 19), new SetWish(WishKind.Failures, 2));
        var lines = Picture(job, Shelf).Policies;
        Assert.Equal([Policy.Listed, Policy.FieldProven, Policy.Sound], lines.Select(l => l.Policy));
        Assert.All(lines, l => Assert.Equal("3 of 3 kinds of drive could be used, the largest 16 TB.", l.Sentences[0]));
        Assert.Equal("a, 7 × 4 TB, meets 2 of 2 wishes and gives 20.0 TB.", lines[0].Sentences[1]);
    }
}
