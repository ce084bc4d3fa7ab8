using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Distances;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests.Arrays;

namespace Irvak.Core.Tests.Distances;

public class AimDistanceTests
{
    private static readonly ShelfPart Part = new()
    {
        Id = "p",
        Module = Boards.Module(),
        InStock = 4,
        PriceEur = 34,
    };

    private static Distance Cell(JobState state, string name) => state.Evaluate(null, Part).Ledge.Single(d => d.Name == name);

    [Fact]
    public void Of_a_shelf_without_memory_no_memory_is_told()
    {
        var shelf = Boards.Server with { Sockets = [], Channels = [], Slots = [], Roots = [] };
        Assert.Equal(
            ["Money", "Machine off", "At work"],
            Core.Plans.EditFold.Apply(JobState.Start, new AdoptSheet(shelf), Boards.Stamp).Evaluate().Ledge.Select(d => d.Name)
        );
    }

    [Fact]
    public void Memory_money_and_slots_move_with_the_plan()
    {
        var state = Boards
            .Job(Boards.Server, "A1", "C1")
            .With(new SetWish(WishKind.MemoryGiB, 64), new SetWish(WishKind.MoneyLimitEur, 100), Boards.Fit("B1", shelf: "p"));
        Assert.Equal((32, 48, 64), (Cell(state, "Memory").Found, Cell(state, "Memory").Planned, Cell(state, "Memory").Wish));
        Assert.Equal((34, 100, true), (Cell(state, "Money").Planned, Cell(state, "Money").Wish, Cell(state, "Money").IsLimit));
        Assert.Equal((6, 5), (Cell(state, "Memory slots left").Found, Cell(state, "Memory slots left").Planned));
    }

    [Fact]
    public void Where_a_slot_was_not_looked_at_the_plan_has_at_least_what_comes_in()
    {
        var dark = Boards.Job(Boards.Server, "A1") with
        {
            FoundEmpty = Boards.Job(Boards.Server, "A1").FoundEmpty.Remove(Place.Slot("D2")),
        };
        var cell = Cell(dark.With(Boards.Fit("B1", shelf: "p")), "Memory");
        Assert.Equal((null, null, 32), (cell.Found, cell.Planned, cell.AtLeast));
        Assert.Null(Cell(Boards.Job(Boards.Server, "A1"), "Memory").AtLeast);
    }

    /// <summary>Without a known array nobody can say what was usable before; scratch space is there to be lost, so that surviving is no
    /// question of it.</summary>
    [Fact]
    public void Space_before_is_unknown_without_a_known_array_and_scratch_survives_nothing()
    {
        var mirror = DriveBox.Disks(2).Array(ArrayLevel.Mirror, 2);
        Assert.Null(Cell(mirror, "Usable").Found);
        Assert.Equal(8.0, Cell(mirror, "Usable").Planned!.Value, 0.01);
        Assert.Equal(1, Cell(mirror, "Survives").Planned);
        var scratch = DriveBox.Disks(2).Array(ArrayLevel.Stripe, 2, change: p => p with { Scratch = true });
        Assert.DoesNotContain(scratch.Evaluate().Ledge, d => d.Name == "Survives");
        Assert.Equal(
            0,
            scratch.With(new SetWish(WishKind.Failures, 1)).Evaluate().Ledge.Count(d => d is { Name: "Survives", Planned: not null })
        );
    }

    [Fact]
    public void A_wish_that_is_dropped_is_no_wish()
    {
        var state = Boards.Job(Boards.Server, "A1").With(new SetWish(WishKind.MemoryGiB, 64), new SetWish(WishKind.MemoryGiB, null));
        Assert.Null(Cell(state, "Memory").Wish);
        Assert.DoesNotContain(state.Evaluate().Findings, f => f.Rule.Code == "AIM-MEMORY");
    }

    [Theory]
    [InlineData(-1, "A wish is zero or more.")]
    [InlineData(1.5, "Wish whole GiB.")]
    [InlineData(2_000_000, "That is more memory than any machine holds.")]
    public void A_senseless_wish_is_refused(double value, string text) =>
        Assert.Equal(text, EditFold.Refusal(JobState.Start, new SetWish(WishKind.MemoryGiB, (decimal)value))!.Text);

    [Fact]
    public void A_part_without_a_price_is_not_free()
    {
        var part = new ShelfPart
        {
            Id = "p",
            Module = Boards.Module(),
            PriceEur = null,
        };
        var dear = new ShelfPart
        {
            Id = "q",
            Module = Boards.Module(32),
            PriceEur = 40,
        };
        Distance Money(params (string Slot, string Part)[] parts) =>
            Boards
                .Job(Boards.Server, "A1", "C1")
                .With([.. parts.Select(p => (Edit)Boards.Fit(p.Slot, shelf: p.Part))])
                .Evaluate(null, part, dear)
                .Ledge.Single(d => d.Name == "Money");
        Assert.Equal((0, null), (Money().Planned, Money().AtLeast));
        Assert.Equal((null, null), (Money(("B1", "p")).Planned, Money(("B1", "p")).AtLeast));
        Assert.Equal((40, null), (Money(("B1", "q")).Planned, Money(("B1", "q")).AtLeast));
        Assert.Equal((null, 40), (Money(("B1", "q"), ("D1", "p")).Planned, Money(("B1", "q"), ("D1", "p")).AtLeast));
    }
}
