using Irvak.Core.Aims;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Steps;

public class RunbookTests
{
    private static readonly JobState Plan = Boards
        .Job(Boards.Server, "A1", "C1")
        .With(Boards.Fit("B1"), Boards.Fit("A1", Boards.Module(32)), new Move(Place.Slot("C1"), Place.Slot("D1")));

    private static List<string> Titles(JobState state) => [.. state.Evaluate().Runbook.Steps.Select(s => s.Title)];

    /// <remarks>Outlets through which the firmware shows itself: common practice, no source.</remarks>
    [Theory]
    [InlineData(null, true)] // not told
    [InlineData("1 Gb", false)]
    [InlineData("screen", true)]
    [InlineData("manage", true)]
    [InlineData("serial", true)]
    public void A_machine_without_an_outlet_for_a_screen_is_watched_by_its_lamps(string? port, bool screen)
    {
        var sheet = Lanes.LaneBox.Sheet with { Ports = port is null ? [] : [new(2, port)] };
        var steps = Lanes.LaneBox.On(sheet, (Place.Card("S1"), Lanes.LaneBox.Network)).Evaluate().Runbook.Steps;
        Assert.Equal(
            screen ? "Open the firmware set-up" : "Open its own page from another machine",
            steps.Single(s => s.Key == "start:setup").Title
        );
        Assert.Equal(screen, steps.Single(s => s.Key == "start:power").How.Any(d => d.Contains("first screen")));
        Assert.Equal(!screen, steps.Single(s => s.Key == "start:power").How.Any(d => d.Contains("until its lamps say")));
        // A graphics card is an outlet of its own.
        var drawn = Lanes
            .LaneBox.On(
                sheet,
                (Place.Card("S1"), Lanes.LaneBox.Network),
                (
                    Place.Card("S2"),
                    new()
                    {
                        Name = "Tarrowby G1",
                        Role = CardRole.Graphics,
                        Elec = 8,
                        Gen = 3,
                    }
                )
            )
            .Evaluate()
            .Runbook.Steps;
        Assert.Contains(drawn, s => s.Title == "Open the firmware set-up");
    }

    [Fact]
    public void A_tray_is_taken_along_for_a_bay_that_had_no_drive()
    {
        static bool Tray(JobState job) =>
            (job with { Sheet = job.Sheet! with { Bays = [.. job.Sheet!.Bays.Select(b => b with { Tray = "Box tray" })] } })
                .Evaluate()
                .Shopping.TakeAlong.Any(t => t.Text.StartsWith("1 × Box tray"));
        Assert.False(Tray(Arrays.DriveBox.InArray(4, "raid5").With(Arrays.DriveBox.New(3))));
        Assert.True(Tray(Arrays.DriveBox.InArray(4, "raid5").With(Arrays.DriveBox.New(5))));
    }

    [Fact]
    public void A_new_network_card_brings_a_cable_and_is_plugged_in_at_the_start()
    {
        var e = Lanes.LaneBox.With((Place.Card("S1"), Lanes.LaneBox.Network)).Evaluate();
        Assert.Equal(
            "Cable for Lumick V2 (25 Gb/s), with what its port and the other end take",
            e.Shopping.TakeAlong.Single(t => t.Key == "take:line:card:S1").Text
        );
        Assert.Contains(
            "The network cable goes into Lumick V2, at S1; its lamp tells the link.",
            e.Runbook.Steps.Single(s => s.Key == "start:power").How
        );
        Assert.DoesNotContain(Plan.Evaluate().Shopping.TakeAlong, t => t.Key.StartsWith("take:line"));
    }

    /// <remarks>What goes onto the stick: common practice, no source.</remarks>
    [Fact]
    public void What_is_taken_along_follows_from_what_is_changed()
    {
        string Text(JobState state, string key) => state.Evaluate().Shopping.TakeAlong.Single(t => t.Key == key).Text;
        var card = Lanes.LaneBox.With((Place.Card("S1"), Lanes.LaneBox.Network));
        Assert.Equal(
            "Drivers of Lumick V2 and the two commands for the capture afterwards",
            Text(card, "take:stick").Replace(" ×8 gen 3", "")
        );
        Assert.Equal("1 part from this list, still in its bag", Text(card, "take:parts"));
        var memory = Boards.Job(Boards.Server, "A1").With(Boards.Fit("B1"), Boards.Fit("C1"));
        Assert.Equal("Memory test and the two commands for the capture afterwards", Text(memory, "take:stick"));
        Assert.Equal("2 parts from this list, still in their bags", Text(memory, "take:parts"));
    }

    [Fact]
    public void Power_comes_off_before_the_cover_and_the_count_before_closing()
    {
        var steps = Plan.Evaluate().Runbook.Steps;
        Assert.Equal(["Off", "Open", "Out", "In", "Close", "First start"], steps.Select(s => s.Group).Distinct());
        Assert.StartsWith("Never open a power supply", steps.First(s => s.Key == "off:cord").Caution);
        Assert.Equal("close:count", steps.First(s => s.Group == "Close").Key);
    }

    [Fact]
    public void Old_modules_come_out_before_new_ones_go_in()
    {
        var titles = Titles(Plan);
        Assert.True(titles.IndexOf("Pull the 16 GB R 2666 out of A1") < titles.IndexOf("Put 32 GB R 2666 into A1"));
        Assert.Contains("Put the 16 GB R 2666 from C1 into D1", titles);
    }

    [Fact]
    public void Only_what_leaves_for_good_stands_in_the_ledger() =>
        Assert.Equal([Place.Slot("A1")], Plan.Evaluate().Runbook.CameOut.Select(l => l.Place));

    [Fact]
    public void Without_changes_there_are_no_steps() => Assert.Empty(Boards.Job(Boards.Server, "A1").Evaluate().Runbook.Steps);

    [Fact]
    public void Screws_of_the_opening_are_counted_back_in()
    {
        var sheet = Boards.Server with { Opening = [new("Lift the lid off", 1, "driver", 2, null, "Lid on")] };
        var runbook = Boards.Job(sheet, "A1").With(Boards.Fit("B1")).Evaluate().Runbook;
        Assert.Equal(2, runbook.Screws);
        Assert.Contains(runbook.Steps, s => s.Title == "Lid on" && s.How[0] == "2 screws from the cup.");
    }

    [Fact]
    public void A_tick_survives_a_change_elsewhere_and_is_asked_again_when_its_step_changes()
    {
        var step = Plan.Evaluate().Runbook.Steps.Single(s => s.Key == "in:slot:B1");
        var ticked = Plan.With(new SetTick(step.Key, true, step.Title));
        var elsewhere = ticked.With(new Remove(Place.Slot("A1")));
        Assert.Equal(step.Title, elsewhere.Evaluate().Runbook.Steps.Single(s => s.Key == step.Key).Title);
        var changed = ticked.With(Boards.Fit("B1", Boards.Module(32)));
        Assert.NotEqual(changed.Ticks[step.Key].Wording, changed.Evaluate().Runbook.Steps.Single(s => s.Key == step.Key).Title);
    }

    [Fact]
    public void The_shopping_list_adds_up_and_says_what_is_missing()
    {
        var part = new ShelfPart
        {
            Id = "p",
            Module = Boards.Module(),
            InStock = 1,
            LiesIn = "B2",
            PriceEur = 31.5m,
        };
        var list = Boards
            .Job(Boards.Server, "A1")
            .With(Boards.Fit("B1", shelf: "p"), Boards.Fit("C1", shelf: "p"), Boards.Fit("D1", Boards.Module(8)))
            .Evaluate(null, part)
            .Shopping;
        Assert.Equal((63m, 1), (list.TotalEur, list.WithoutPrice));
        Assert.Equal(
            (2, 1, 1),
            (
                list.Lines.Single(l => l.ShelfPartId == "p").Count,
                list.Lines.Single(l => l.ShelfPartId == "p").ToOrder,
                list.Lines.Single(l => l.ShelfPartId is null).Count
            )
        );
    }

    [Fact]
    public void A_job_moves_when_its_work_moves()
    {
        var open = Boards.Job(Boards.Server, "A1", "B1", "C1", "D1");
        Assert.Equal(Stage.Aim, StageOf(open));
        Assert.Equal(Stage.Fit, StageOf(open.With(new SetWish(WishKind.MemoryGiB, 80))));
        var planned = open.With(Boards.Fit("A2"));
        Assert.Equal(Stage.Prep, StageOf(planned));
        var steps = planned.Evaluate().Runbook.Steps;
        Assert.Equal(Stage.HandsOn, StageOf(planned.With(new SetTick(steps[0].Key, true, steps[0].Title))));
        Assert.Equal(Stage.Proof, StageOf(planned.With([.. steps.Select(s => new SetTick(s.Key, true, s.Title))])));
        Assert.Equal(Stage.Fit, StageOf(planned.With(Boards.Fit("B2", Boards.Module(type: ModuleType.LoadReduced)))));
    }

    private static Stage StageOf(JobState state) => Progress.Of(state, state.Evaluate()).Stage;
}
