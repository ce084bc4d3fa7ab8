using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Distances;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Survey;
using Irvak.Core.Tests.Arrays;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Distances;

public class WishTests
{
    private static Distance? Cell(JobState state, string name) => state.Evaluate().Ledge.SingleOrDefault(d => d.Name == name);

    [Theory]
    [InlineData(WishKind.Years, 0, false)]
    [InlineData(WishKind.Years, 1, true)]
    [InlineData(WishKind.Years, 30, true)]
    [InlineData(WishKind.Years, 31, false)]
    [InlineData(WishKind.Years, 2.5, false)]
    [InlineData(WishKind.LossPercent, 100, true)]
    [InlineData(WishKind.LossPercent, 100.1, false)]
    [InlineData(WishKind.LossPercent, 0, true)]
    [InlineData(WishKind.AwayHours, 8760, true)]
    [InlineData(WishKind.AwayHours, 8761, false)]
    [InlineData(WishKind.Watts, -1, false)]
    [InlineData(WishKind.WriteMBs, 0, true)]
    public void A_wish_is_kept_or_refused_at_its_edge(WishKind wish, double value, bool kept) =>
        Assert.Equal(kept, EditFold.Refusal(Disks(1), new SetWish(wish, (decimal)value)) is null);

    /// <summary>What sits where nobody looked draws too: then what is counted is the least, and what was found is not known.</summary>
    [Fact]
    public void Watts_are_known_only_where_every_place_was_looked_at()
    {
        var blind = Boards.Job(Sheet, "A1", "C1");
        var cell = Cell(blind, "At work")!;
        Assert.Equal((null, null), (cell.Found, cell.Planned));
        Assert.True(cell.AtLeast > 0);
        var seen = blind with { FoundEmpty = blind.FoundEmpty.Union(Bays(12)).Add(Place.Card("S1")) };
        Assert.Equal(cell.AtLeast, Cell(seen, "At work")!.Planned);
        Assert.Equal(cell.AtLeast, Cell(seen, "At work")!.Found);
        // One that comes into a bay where nobody looked is known.
        var but = seen with { FoundEmpty = seen.FoundEmpty.Remove(Bay(1)) };
        Assert.Null(Cell(but, "At work")!.Planned);
        var with = Cell(but.With(new Fit(Bay(1), new() { Drive = Disk, Source = "shelf" })), "At work")!;
        Assert.True(with.Planned > cell.AtLeast);
        Assert.Null(with.Found);
    }

    /// <summary>Without an array there is no space only where somebody looked that no drive lies there.</summary>
    [Fact]
    public void No_space_is_known_only_where_every_place_for_drives_was_looked_at()
    {
        var blind = Boards.Job(Sheet, "A1", "C1").With(new SetWish(WishKind.UsableTB, 20));
        Assert.Null(Cell(blind, "Usable")!.Planned);
        Assert.DoesNotContain(blind.Evaluate().Findings, f => f.Rule.Code == "AIM-SPACE");
        var seen = blind with { FoundEmpty = blind.FoundEmpty.Union(Bays(12)) };
        Assert.Equal(0, Cell(seen, "Usable")!.Planned);
        Assert.Contains(seen.Evaluate().Findings, f => f.Rule.Code == "AIM-SPACE");
        Assert.Null(Cell(seen with { FoundEmpty = seen.FoundEmpty.Remove(Bay(12)) }, "Usable")!.Planned);
        // A drive that lies there in no array has space of which nobody told; once it goes out, there is none.
        var one = seen.With(
            new RecordFound(
                new Dictionary<Place, Unit?>
                {
                    [Bay(12)] = new() { Drive = Disk, Source = "by hand" },
                },
                null,
                "by hand"
            )
        );
        Assert.Null(Cell(one, "Usable")!.Planned);
        Assert.DoesNotContain(one.Evaluate().Findings, f => f.Rule.Code == "AIM-SPACE");
        Assert.Equal(0, Cell(one.With(new Remove(Bay(12))), "Usable")!.Planned);
    }

    /// <summary>From shutting down to the first start, by the minutes of the steps; a plan that needs nothing off takes none.</summary>
    [Fact]
    public void The_machine_is_off_for_the_steps_between_shutting_down_and_the_first_start()
    {
        Assert.Equal(0, Cell(Found(2), "Machine off")!.Planned);
        var job = Disks(2);
        var steps = job.Evaluate().Runbook.Steps.ToList();
        var from = steps.FindIndex(s => s.Key == "off:down");
        var to = steps.FindLastIndex(s => s.Group == "First start");
        Assert.True(from >= 0 && to > from);
        Assert.Equal(steps[from..(to + 1)].Sum(s => s.Minutes) / 60.0, Cell(job, "Machine off")!.Planned!.Value, 1e-9);
        Assert.True(Cell(job, "Machine off")!.Planned < job.Evaluate().Runbook.Minutes / 60.0);
    }

    [Fact]
    public void The_chance_of_a_loss_is_that_of_the_weakest_array_that_is_kept()
    {
        var job = Disks(6).Array(ArrayLevel.Parity2, 4).With(new MakeArray(new("N", ArrayLevel.Mirror, [Bay(5), Bay(6)])));
        var arrays = job.Evaluate().Arrays.Planned;
        Assert.Equal(arrays.Max(a => a.Loss!.Either) * 100, Cell(job, "Loss in 5 years")!.Planned!.Value, 1e-12);
        var scratch = job.With(new MakeArray(new("N", ArrayLevel.Mirror, [Bay(5), Bay(6)]) { Scratch = true }));
        Assert.Equal(arrays.First(a => a.Plan.Name == "M").Loss!.Either * 100, Cell(scratch, "Loss in 5 years")!.Planned!.Value, 1e-12);
        Assert.Null(Cell(Disks(2), "Loss in 5 years"));
    }

    [Fact]
    public void What_is_left_alone_is_a_part_of_this_machine()
    {
        var job = Disks(1);
        Assert.Equal(["bays:front", "memory", "processors", "cards"], LeaveAlone.Of(job.Sheet!));
        Assert.NotNull(EditFold.Refusal(job, new LeaveAlone(["m2"])));
        Assert.NotNull(EditFold.Refusal(job, new LeaveAlone(["memory", "memory"])));
        Assert.Equal(["memory"], job.With(new LeaveAlone(["memory"])).Aim.Alone);
        // What another sheet had is dropped with the next change, and holds it up in nothing.
        var other = job.With(new LeaveAlone(["bays:front"])) with { Sheet = job.Sheet! with { Bays = [] } };
        Assert.Equal(["memory"], other.With(new LeaveAlone(["bays:front", "memory"])).Aim.Alone);
        Assert.Equal("leaves the bays of front and memory alone", new LeaveAlone(["bays:front", "memory"]).Tell());
        Assert.DoesNotContain(job.With(new LeaveAlone(["memory"])).Evaluate().Findings, f => f.Rule.Code == "AIM-ALONE");
    }
}
