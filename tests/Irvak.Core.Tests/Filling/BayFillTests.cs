using CsCheck;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Filling;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Tests.Arrays;
using Irvak.Core.Tests.Controllers;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Filling;

/// <summary>
/// Drives over several controllers. The trade's facts: neighbours on one plug of a backplane share its controller; bays behind an expander
/// share one cable; a controller keeps no array over two. Common practice, no source. The spread itself against every spread there is.
/// </summary>
public sealed class BayFillTests
{
    private static readonly Unit New = new() { Drive = Disk with { LinkGbs = 6, ReadMBs = 250 }, Source = "shelf" };

    private static ControllerSheet Card(int? ports) => ControllerRuleCases.Hba with { InnerPorts = ports };

    /// <summary>A card for each slot; slots are ×8 of generation 3 unless told.</summary>
    private static JobState Box(MachineSheet sheet, params int?[] ports) =>
        Boards
            .Job(sheet, "A1", "C1")
            .With([
                .. ports.Select(
                    (p, i) =>
                        (Edit)
                            new Fit(
                                Place.Card($"S{i + 1}"),
                                new()
                                {
                                    Card = new()
                                    {
                                        Name = $"Corvath {i + 1}",
                                        Role = CardRole.Controller,
                                        Controller = Card(p),
                                        Mech = 8,
                                        Elec = 8,
                                        Gen = 3,
                                    },
                                    Source = "shelf",
                                }
                            )
                ),
            ]);

    private static MachineSheet With(params (int Lanes, int Gen)[] slots) =>
        Sheet with
        {
            Slots = [.. slots.Select((s, i) => new ExpansionSlot($"S{i + 1}", 16, s.Lanes, s.Gen, "CPU 1"))],
        };

    private static readonly MachineSheet Even = With((8, 3), (8, 3));

    private static BayFill Fill(JobState job, int? count = null, bool one = false, params Place[] over) =>
        BayFill.Of(job.Ask().Paths, new(New, count, over.Length == 0 ? null : over, one));

    private static int[] Counts(BayFill fill) => [.. fill.Rows.Select(r => r.Bays.Count)];

    [Fact]
    public void Like_controllers_get_like_shares_of_neighbours_and_the_plan_runs_as_proposed()
    {
        var job = Box(Even, 16, 16);
        var fill = Fill(job);
        Assert.Equal([6, 6], Counts(fill));
        Assert.Equal(["1", "2", "3", "4", "5", "6"], fill.Rows[0].Bays);
        Assert.Equal((12, 12, 6), (fill.Wanted, fill.Placed, fill.MostBehindOne));
        Assert.Equal(fill.DriveMBs, fill.EachMBs);
        Assert.Contains("When all read at once each gets the 250 MB/s that its sheet tells: nothing is lost.", fill.Said);
        var then = job.With(fill.Take!);
        Assert.Equal(Place.Card("S1"), then.Ask().Storage.ControllerAt(Bay(6))?.Place);
        Assert.Equal(Place.Card("S2"), then.Ask().Storage.ControllerAt(Bay(7))?.Place);
        Assert.DoesNotContain(then.Evaluate().Findings, f => f.Rule.Code is "CTL-WHICH" or "CTL-PORTS" or "CTL-PROTOCOL");
        // Each card has its cables in its own step, with the bays that they go to.
        var steps = then.Evaluate().Runbook.Steps;
        Assert.Contains(steps.Single(s => s.Key == "in:card:S1").How, h =>
            h.Contains("2 × SFF-8643", StringComparison.Ordinal) && h.Contains("bays 1–6", StringComparison.Ordinal)
        );
        Assert.Contains(steps.Single(s => s.Key == "in:card:S2").How, h => h.Contains("bays 7–12", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(4, 8, 12, 12, new[] { 4, 8 })]
    [InlineData(4, 7, 12, 11, new[] { 4, 7 })]
    [InlineData(0, 12, 12, 12, new[] { 0, 12 })]
    [InlineData(16, 16, 5, 5, new[] { 3, 2 })]
    public void Ports_are_counted(int first, int second, int wanted, int placed, int[] counts)
    {
        var fill = Fill(Box(Even, first, second), wanted);
        Assert.Equal(placed, fill.Placed);
        Assert.Equal(counts, Counts(fill));
        Assert.Equal(placed < wanted, fill.Said.Contains("1 drive finds no port."));
        Assert.Equal(first == counts[0] ? "no port is left" : null, fill.Rows[0].Why);
        Assert.DoesNotContain(Box(Even, first, second).With(fill.Take!).Evaluate().Findings, f => f.Rule.Code == "CTL-PORTS");
    }

    [Fact]
    public void A_narrow_slot_gets_only_what_the_wide_one_has_no_port_for()
    {
        // One lane of generation 1 carries less than one of these drives.
        var narrow = With((8, 3), (1, 1));
        var all = Fill(Box(narrow, 16, 16));
        Assert.Equal([12, 0], Counts(all));
        var some = Fill(Box(narrow, 8, 16));
        Assert.Equal([8, 4], Counts(some));
        Assert.Equal(some.Rows[1].WayMBs!.Value.MegabytesPerSecond / 4, some.EachMBs!.Value.MegabytesPerSecond, 6);
        Assert.Equal(some.Rows[1].EachMBs, some.EachMBs);
        Assert.Contains(some.Said, s => s.StartsWith("When all read at once the slowest gets", StringComparison.Ordinal));
        // One drive would lose nothing there, and is not worth a second controller.
        var two = Fill(Box(With((8, 3), (1, 2)), 16, 16));
        Assert.Equal([12, 0], Counts(two));
        Assert.Equal("is not needed", two.Rows[1].Why);
    }

    [Fact]
    public void What_each_would_do_alone_is_told_where_it_takes_all()
    {
        var fill = Fill(Box(With((8, 3), (2, 1)), 16, 8), 10);
        Assert.Equal(fill.DriveMBs, fill.Rows[0].AloneMBs);
        Assert.Null(fill.Rows[1].AloneMBs);
        var small = Fill(Box(With((8, 3), (2, 1)), 16, 16), 10);
        Assert.Equal(small.Rows[1].WayMBs!.Value.MegabytesPerSecond / 10, small.Rows[1].AloneMBs!.Value.MegabytesPerSecond, 6);
    }

    [Fact]
    public void Bays_of_one_plug_stay_together()
    {
        var plugs = Even with { Bays = [Even.Bays[0] with { Plug = "SFF-8643" }] };
        var fill = Fill(Box(plugs, 16, 16));
        Assert.Equal([8, 4], Counts(fill));
        Assert.Equal(["1 × SFF-8643 to SFF-8643"], fill.Rows[1].Cables);
        // A drive that sits in the block keeps its controller, and the block with it.
        var held = Box(plugs, 16, 16).With(new Core.Controllers.WireBays("front", Place.Card("S2")), new Fit(Bay(2), New));
        var rest = Fill(held);
        Assert.Equal(["1", "3", "4"], rest.Rows[1].Bays.Where(b => b is "1" or "3" or "4"));
        Assert.Equal(11, rest.Placed);
    }

    [Fact]
    public void An_expander_hangs_on_one_controller_by_one_cable()
    {
        var sheet = Even with { Bays = [Even.Bays[0] with { Expander = true, Plug = "SFF-8643" }] };
        var fill = Fill(Box(sheet, 16, 16));
        Assert.Equal([12, 0], Counts(fill));
        Assert.Equal((4, 16), (fill.Rows[0].PortsUsed, fill.Rows[0].Ports));
        Assert.Equal(["1 × SFF-8643 to SFF-8643"], fill.Rows[0].Cables);
        // Three ports are too few for its cable.
        Assert.Equal([0, 12], Counts(Fill(Box(sheet, 3, 16))));
    }

    [Fact]
    public void For_an_array_of_a_controller_all_go_behind_one()
    {
        Assert.Equal([0, 10], Counts(Fill(Box(Even, 8, 16), 10, one: true)));
        var short8 = Fill(Box(Even, 8, 4), 10, one: true);
        Assert.Equal([8, 0], Counts(short8));
        Assert.Contains("2 drives find no port.", short8.Said);
        var chosen = Assert.Single(Fill(Box(Even, 8, 16), 4, one: true, Place.Card("S2")).Rows);
        Assert.Equal((Place.Card("S2"), 4), (chosen.At, chosen.Bays.Count));
    }

    [Fact]
    public void What_a_controller_does_not_speak_it_does_not_take()
    {
        var sheet = Even with { Boards = [new("SATA", BoardKind.Controller, "CPU 1", Ports: 12)] };
        var sas = New with { Drive = New.Drive! with { Protocol = DriveProtocol.Sas, LinkGbs = 12 } };
        var fill = BayFill.Of(Box(sheet, 8).Ask().Paths, new(sas, 8));
        Assert.Equal((8, "does not speak SAS"), (fill.Rows[0].Bays.Count, fill.Rows[1].Why));
        var old = Box(sheet);
        Assert.Equal(0, BayFill.Of(old.Ask().Paths, new(sas, 8)).Placed);
    }

    [Fact]
    public void Bays_on_lanes_need_no_controller()
    {
        var sheet = Sheet with
        {
            Bays = [new("front", "2.5", "flat", ["1", "2"], 2, "NVMe ×4") { Root = "CPU 1" }],
            Roots = [new("CPU 1", 16, 4)],
        };
        var nvme = New with { Drive = Module with { Form = "u.2" } };
        var fill = BayFill.Of(Box(sheet, 8).Ask().Paths, new(nvme));
        Assert.Equal(2, fill.Placed);
        Assert.Equal(Place.None, fill.Rows[^1].At);
        Assert.Equal(2, Assert.IsType<Together>(fill.Take).Edits.Count);
    }

    [Fact]
    public void Without_any_controller_the_drives_go_in_and_nothing_is_said_of_rates()
    {
        var fill = Fill(Boards.Job(Sheet, "A1", "C1"), 3);
        Assert.Equal((3, (Throughput?)null), (fill.Placed, fill.EachMBs));
        Assert.DoesNotContain(fill.Said, s => s.Contains("lost", StringComparison.Ordinal));
    }

    [Fact]
    public void A_way_that_is_not_known_is_no_way_without_loss()
    {
        // The sheet does not tell what the board's own ports hang on.
        var sheet = Even with { Boards = [new("SATA", BoardKind.Controller, Ports: 8)] };
        var fill = Fill(Box(sheet, 4));
        Assert.False(fill.Rows[1].WayKnown);
        Assert.Null(fill.Rows[1].WayMBs);
        var said = Assert.Single(fill.Said, s => s.StartsWith("When all read", StringComparison.Ordinal));
        Assert.Equal(
            "When all read at once the slowest gets 250 MB/s at most, of the 250 MB/s that its sheet tells: "
                + "the way inwards of on-board SATA is not known.",
            said
        );
        var usual = New with { Drive = New.Drive! with { ReadMBs = null } };
        Assert.Contains(
            "When all read at once each gets the 250 MB/s that are usual for its kind: nothing is lost.",
            BayFill.Of(Box(Even, 16).Ask().Paths, new(usual, 4)).Said
        );
    }

    [Fact]
    public void A_backplane_that_is_slower_than_drive_and_controller_counts()
    {
        var slow = Even with
        {
            Bays =
            [
                Even.Bays[0] with
                {
                    Names = ["1", "2"],
                    Cols = 2,
                    LinkGbs = [3],
                },
                Even.Bays[0] with
                {
                    Group = "rear",
                    Names = ["3", "4"],
                    Cols = 2,
                    LinkGbs = [6],
                },
            ],
        };
        var fast = New with { Drive = New.Drive! with { ReadMBs = 500 } };
        Throughput? Each(MachineSheet sheet) => BayFill.Of(Box(sheet, 16).Ask().Paths, new(fast)).EachMBs;
        // 3 Gb/s carry 300 MB/s on paper (8b/10b), 92 % of it in use.
        Assert.Equal(0.92 * 300, Each(slow)!.Value.MegabytesPerSecond, 6);
        Assert.Equal(500, Each(slow with { Bays = [slow.Bays[1]] })!.Value.MegabytesPerSecond, 6);
    }

    [Fact]
    public void What_was_cabled_apart_before_is_cabled_as_proposed()
    {
        var job = Box(Even, 16, 16).With(new Core.Controllers.WireBays("front", Place.Card("S2"), ["3"]));
        var fill = Fill(job, one: true);
        var then = job.With(fill.Take!);
        Assert.Equal(12, fill.Rows[0].Bays.Count);
        Assert.All(Enumerable.Range(1, 12), b => Assert.Equal(Place.Card("S1"), then.Ask().Storage.ControllerAt(Bay(b))?.Place));
    }

    [Fact]
    public void The_other_bays_of_a_plug_go_with_it()
    {
        // A drive sits on the plug, and behind what it hangs is not said.
        var plugs = Even with { Bays = [Even.Bays[0] with { Plug = "SFF-8643" }] };
        var job = Box(plugs, 16, 16).With(new Fit(Bay(2), New));
        Assert.Null(job.Ask().Storage.ControllerAt(Bay(2)));
        var then = job.With(Fill(job, 3).Take!);
        Assert.NotNull(then.Ask().Storage.ControllerAt(Bay(2)));
        Assert.Equal(then.Ask().Storage.ControllerAt(Bay(1))?.Place, then.Ask().Storage.ControllerAt(Bay(2))?.Place);
    }

    [Fact]
    public void A_drive_that_no_bay_takes_is_told_so()
    {
        var thick = New with { Drive = New.Drive! with { HeightMm = 42 } };
        var fill = BayFill.Of(Box(Even, 16, 16).Ask().Paths, new(thick));
        Assert.Equal((0, (Edit?)null), (fill.Placed, fill.Take));
        Assert.StartsWith("No free bay suits", Assert.Single(fill.Said));
        Assert.Contains("12 bays are free for 13 drives.", Fill(Box(Even, 16, 16), 13).Said);
    }

    [Fact]
    public void Bays_that_nobody_looked_into_come_last_and_are_told()
    {
        var job = Box(Even, 16, 16) with { FoundEmpty = [.. Enumerable.Range(5, 8).Select(Bay)] };
        var fill = Fill(job, 9);
        Assert.Equal(["1", "5", "6", "7", "8", "9", "10", "11", "12"], fill.Rows.SelectMany(r => r.Bays).OrderBy(int.Parse));
        Assert.Contains("Nobody has looked whether one of these bays is empty: see first.", fill.Said);
        Assert.DoesNotContain(Fill(job, 8).Said, s => s.StartsWith("Nobody", StringComparison.Ordinal));
        Assert.Contains("Nobody has looked whether these bays are empty: see first.", Fill(Box(Even, 16, 16)).Said);
        Assert.Contains("Nobody has looked whether 2 of these bays are empty: see first.", Fill(job, 10).Said);
    }

    [Fact]
    public void No_other_spread_leaves_the_slowest_more()
    {
        var slots = Gen.Select(Gen.Int[0, 3], Gen.Int[1, 3]).Select((w, g) => (1 << w, g)).Array[3];
        Gen.Select(slots, Gen.Int[0, 8].Array[3], Gen.Int[1, 12])
            .Sample(
                (links, ports, wanted) =>
                {
                    var job = Box(With(links), [.. ports.Select(p => (int?)p)]);
                    var fill = Fill(job, wanted);
                    Assert.Equal(Math.Min(wanted, ports.Sum()), fill.Placed);
                    Assert.All(fill.Rows, r => Assert.InRange(r.PortsUsed!.Value, 0, r.Ports!.Value));
                    Assert.Equal(fill.Placed, fill.Rows.SelectMany(r => r.Bays).Distinct().Count());
                    if (fill.EachMBs is not { } slowest)
                        return;
                    var most = (
                        from a in Enumerable.Range(0, ports[0] + 1)
                        from b in Enumerable.Range(0, ports[1] + 1)
                        let c = fill.Placed - a - b
                        where c >= 0 && c <= ports[2]
                        select new[] { (a, 0), (b, 1), (c, 2) }
                            .Where(x => x.Item1 > 0)
                            .Min(x => Math.Min(250, fill.Rows[x.Item2].WayMBs!.Value.MegabytesPerSecond / x.Item1))
                    ).Max();
                    Assert.Equal(most, slowest.MegabytesPerSecond, 6);
                },
                iter: 200
            );
    }
}
