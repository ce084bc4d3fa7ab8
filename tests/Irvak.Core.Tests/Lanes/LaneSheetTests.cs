using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Lanes;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using static Irvak.Core.Tests.Lanes.LaneBox;

namespace Irvak.Core.Tests.Lanes;

public class LaneSheetTests
{
    private static LaneSheet Lanes(JobState state) => state.Evaluate().Lanes;

    private static LaneBranch At(JobState state, Place place) => Lanes(state).Branches.Single(b => b.Place == place);

    [Fact]
    public void Lanes_are_counted_by_root_with_the_uplinks_of_others()
    {
        var blind = LaneBox.With((Place.Card("S1"), Network), (Place.Card("S3"), Network));
        var sheet = Lanes(
            blind with
            {
                FoundEmpty = blind.FoundEmpty.Union([
                    Place.Card("S2"),
                    Place.Card("S4"),
                    Place.M2("M1"),
                    Place.M2("M2"),
                    Place.Board("MZ"),
                ]),
            }
        );
        var (one, two, chips) = (sheet.Roots[0], sheet.Roots[1], sheet.Roots[2]);
        // 16 + 8 + 4 of M1 + 4 of the uplink are led somewhere; 8 and the uplink are used.
        Assert.Equal((32, 12, 12), (one.Wired, one.Used, one.Free!.Value));
        Assert.Equal((16, 8, 8), (two.Wired, two.Used, two.Free!.Value));
        Assert.Equal((8, 0), (chips.Wired, chips.Used));
        Assert.Equal(12 + 8 + 8, sheet.Left);
        // The same lanes at places that nobody looked at are not free: they are not known.
        Assert.Equal((12, 0), (Lanes(blind).Roots[0].NotLookedAt, Lanes(blind).Roots[0].Free!.Value));
        Assert.Equal((null, 0), (Lanes(blind).Left, Lanes(blind).LeftAtLeast));
        // One place looked at: its lanes are left at least; a place emptied by the plan is known as well.
        var some = blind with { FoundEmpty = blind.FoundEmpty.Add(Place.Card("S2")) };
        Assert.Equal((null, 8, 4), (Lanes(some).Left, Lanes(some).LeftAtLeast, Lanes(some).Roots[0].NotLookedAt));
        Assert.Equal(
            (null, 8.0),
            some.Evaluate().Ledge.Single(d => d.Name == "Lanes left") is var left ? (left.Planned, left.AtLeast) : default
        );
        Assert.Null(blind.Evaluate().Ledge.Single(d => d.Name == "Lanes left").AtLeast);
    }

    [Fact]
    public void A_link_runs_at_the_least_of_both_ends()
    {
        var end = At(LaneBox.With((Place.Card("S4"), Network with { Gen = 4 })), Place.Card("S4")).Ends.Single();
        Assert.Equal((4, 3, EndState.Less), (end.Width, end.Gen, end.State));
        // Four lanes of generation 3 with packets of 256 bytes (PCI Express Base Specification, computed independently).
        Assert.Equal(3600.9, end.MBs.MegabytesPerSecond, 0.1);
    }

    [Fact]
    public void A_riser_or_a_setting_holds_a_slot_at_an_older_generation()
    {
        var held = LaneBox.With((Place.Card("S2"), Network with { Gen = 4 })).With(new HoldRate("S2", 2));
        var branch = At(held, Place.Card("S2"));
        Assert.Equal((8, 2, EndState.Less, "held at gen 2"), (branch.Ends[0].Width, branch.Ends[0].Gen, branch.Ends[0].State, branch.Why));
        Assert.Equal((4, 2), Lanes(held).Splits.Single(l => l.Slot == "S2") is var line ? (line.Gen, line.HeldAt!.Value) : default);
        Assert.Equal(4, At(held.With(new HoldRate("S2", 0)), Place.Card("S2")).Ends[0].Gen);
        Assert.Equal("/edit/gen", EditFold.Refusal(held, new HoldRate("S2", 5))?.Path);
        Assert.Equal("/edit/slot", EditFold.Refusal(held, new HoldRate("P1", 1))?.Path);
    }

    [Fact]
    public void Without_its_processor_a_slot_stays_dark()
    {
        var branch = At(LaneBox.With((Place.Card("S3"), Network)).Without2(), Place.Card("S3"));
        Assert.Equal((BranchState.Dark, 0), (branch.State, branch.Used));
        Assert.Equal("stays dark until CPU 2 is filled", branch.Why);
    }

    [Fact]
    public void A_socket_that_nobody_looked_at_is_not_taken_for_empty()
    {
        var bare = EditFold
            .Apply(JobState.Start, new AdoptSheet(LaneBox.Sheet), Boards.Stamp)
            .With(new Fit(Place.Card("S3"), Card(Network)));
        Assert.Equal((BranchState.Used, 8), At(bare, Place.Card("S3")) is var b ? (b.State, b.Used) : default);
    }

    [Fact]
    public void A_place_that_another_takes_lanes_from_has_fewer()
    {
        MachineSheet Taking(int left) => LaneBox.Sheet with { Exclusions = [new("M1", "S2", left)] };
        var module = new Fit(Place.M2("M1"), Drive(LaneBox.Module));
        Assert.Equal(8, At(On(Taking(4), (Place.Card("S2"), Network)), Place.Card("S2")).Ends[0].Width);
        Assert.Equal(4, At(On(Taking(4), (Place.Card("S2"), Network)).With(module), Place.Card("S2")).Ends[0].Width);
        var dark = At(On(Taking(0), (Place.Card("S2"), Network)).With(module), Place.Card("S2"));
        Assert.Equal((EndState.Unseen, "M1 took its lanes"), (dark.Ends[0].State, dark.Why));
    }

    [Fact]
    public void Behind_a_switch_all_are_seen_and_share_the_slot()
    {
        var branch = At(Carrying("S2", 4, Switched), Place.Card("S2"));
        Assert.All(branch.Ends, e => Assert.Equal((4, 4), (e.Width, e.Gen)));
        Assert.Equal((8, 0, true), (branch.Used, branch.Loose, branch.Switched));
    }

    [Fact]
    public void What_is_never_opened_hangs_loose()
    {
        var branch = At(Carrying("S1", 4), Place.Card("S1"));
        Assert.Equal([EndState.Full, EndState.Unseen, EndState.Unseen, EndState.Unseen], branch.Ends.Select(e => e.State));
        Assert.Equal((4, 12), (branch.Used, branch.Loose));
        Assert.Equal("S1 is not divided", branch.Ends[1].Why);
    }

    [Fact]
    public void The_list_for_the_firmware_names_what_changes()
    {
        var state = Carrying("S1", 4).With(new SetSplit("S1", [8, 8], true), new SetSplit("S1", [4, 4, 4, 4]));
        var line = Lanes(state).Splits.Single(l => l.Slot == "S1");
        Assert.Equal([8, 8], line.Now!);
        Assert.Equal([4, 4, 4, 4], line.Enter!);
        Assert.True(line.Changes);
        Assert.Null(Lanes(state).Splits.Single(l => l.Slot == "S3").Enter);
        Assert.Contains(state.Evaluate().Runbook.Steps, s => s.Title == "Set S1 in the firmware: ×4 ×4 ×4 ×4");
    }

    [Fact]
    public void Drives_seen_on_a_carrier_show_that_its_slot_was_divided()
    {
        var found = Empty()
            .With(
                new RecordFound(new Dictionary<Place, Unit?> { [Place.Card("S1")] = Card(Carrier) }, null, "test"),
                new RecordFound(
                    new Dictionary<Place, Unit?> { [Place.M2("S1.1")] = Drive(LaneBox.Module), [Place.M2("S1.3")] = Drive(LaneBox.Module) },
                    null,
                    "test"
                )
            );
        Assert.Equal([4, 4, 4, 4], found.Ask().Lanes.SplitOf("S1"));
    }

    [Fact]
    public void A_thick_card_covers_its_neighbour() =>
        Assert.Equal(
            (BranchState.Dark, "covered by S1"),
            At(LaneBox.With((Place.Card("S1"), Network with { Thick = 2 })), Place.Card("S2")) is var b ? (b.State, b.Why) : default
        );

    [Fact]
    public void What_leaves_is_drawn_without_lanes()
    {
        var state = Empty()
            .With(
                new RecordFound(new Dictionary<Place, Unit?> { [Place.Card("S2")] = Card(Network) }, null, "test"),
                new Remove(Place.Card("S2"))
            );
        Assert.Equal((EndState.Out, "Lumick V2"), At(state, Place.Card("S2")).Ends.Single() is var e ? (e.State, e.Name) : default);
        Assert.Equal(0, At(state, Place.Card("S2")).Used);
    }

    [Theory]
    [InlineData("S9", new[] { 4, 4 }, "/edit/slot")]
    [InlineData("S1", new[] { 8, 8, 8 }, "/edit/widths")]
    [InlineData("S1", new[] { 2, 2 }, "/edit/widths")]
    [InlineData("S1", new[] { 0 }, "/edit/widths")]
    public void A_setting_that_does_not_exist_is_refused(string slot, int[] widths, string path) =>
        Assert.Equal(path, EditFold.Refusal(Empty(), new SetSplit(slot, widths))?.Path);

    [Fact]
    public void Chips_of_a_card_are_its_own_devices_each_with_a_link()
    {
        var twin = new CardSheet
        {
            Name = "Twin",
            Role = CardRole.Network,
            Mech = 16,
            Elec = 16,
            Gen = 3,
            Endpoints = [8, 8],
            HasSwitch = false,
            Network = new(2, [25]),
        };
        LaneBranch Of(params int[] split) =>
            Lanes(LaneBox.With((Place.Card("S1"), twin)).With(new SetSplit("S1", split))).Branches.Single(b => b.Place == Place.Card("S1"));
        Assert.Equal([(8, EndState.Full), (0, EndState.Unseen)], Of().Ends.Select(e => (e.Width, e.State)));
        Assert.Equal([(8, EndState.Full), (8, EndState.Full)], Of(8, 8).Ends.Select(e => (e.Width, e.State)));
        // Each has one of the two lines: 25 Gb/s with time stamps, 2942.1 MB/s (IEEE 802.3).
        Assert.All(Of(8, 8).Ends, e => Assert.Equal(2942.1, e.NeedMBs!.Value.MegabytesPerSecond, 0.1));
        // Nobody looked how the slot is divided: one of them is not known, not missing.
        var found = Lanes(Empty().With(new RecordFound(new Dictionary<Place, Unit?> { [Place.Card("S1")] = Card(twin) }, null, "test")))
            .Branches.Single(b => b.Place == Place.Card("S1"));
        Assert.Equal([EndState.Full, EndState.Unknown], found.Ends.Select(e => e.State));
    }

    private static readonly CardSheet Twin = new()
    {
        Name = "Halmund twin",
        Role = CardRole.Other,
        Mech = 8,
        Elec = 8,
        Gen = 3,
        Endpoints = [4, 4],
        HasSwitch = false,
        Height = "low",
        LengthMm = 160,
        Watt = 18,
    };

    [Fact]
    public void What_a_card_of_two_chips_does_not_show_is_a_verdict()
    {
        string?[] Said(JobState state) =>
            [.. state.Evaluate().Findings.Where(f => f.Rule.Code is "LANE-SPLIT" or "LANE-NO-SPLIT").Select(f => f.Sentence)];
        JobState In(string slot, MachineSheet? sheet = null) =>
            Empty(sheet).With(new RecordFound(new Dictionary<Place, Unit?> { [Place.Card(slot)] = Card(Twin) }, null, "test"));
        JobState Found(params SetSplit[] looked) => In("S1").With([.. looked]);
        string[] divided = ["[[card:S1]] is not divided: Halmund twin shows one of 2."];
        Assert.Equal(divided, Said(LaneBox.With((Place.Card("S1"), Twin))));
        // Its second chip begins at the fifth lane: halves of eight do not reach it, quarters do.
        Assert.Equal(
            ["[[card:S1]] is divided ×8 ×8: Halmund twin shows one of 2."],
            Said(LaneBox.With((Place.Card("S1"), Twin)).With(new SetSplit("S1", [8, 8])))
        );
        Assert.Empty(Said(LaneBox.With((Place.Card("S1"), Twin)).With(new SetSplit("S1", [4, 4, 4, 4]))));
        Assert.Equal(
            ["[[card:S3]] can’t be divided for Halmund twin: at most 1 of 2 would be seen."],
            Said(LaneBox.With((Place.Card("S3"), Twin)))
        );
        Assert.Empty(Said(LaneBox.With((Place.Card("S3"), Twin with { HasSwitch = true }))));
        // Found so: said without any change once somebody looked how the slot is divided, and not guessed before.
        Assert.Equal(divided, Said(Found(new SetSplit("S1", [], true))));
        Assert.Empty(Said(Found()));
        // One lane has nothing to divide: nobody need look.
        MachineSheet Narrow(int lanes) =>
            LaneBox.Sheet with
            {
                Slots = [.. LaneBox.Sheet.Slots.Select(s => s.Id == "S4" ? s with { Elec = lanes } : s)],
            };
        EndState Second(int lanes) => Lanes(In("S4", Narrow(lanes))).Branches.Single(b => b.Place == Place.Card("S4")).Ends[1].State;
        Assert.Equal((EndState.Unseen, EndState.Unknown), (Second(1), Second(2)));
    }

    [Fact]
    public void A_carrier_in_halves_shows_two_of_four_and_says_what_it_needs()
    {
        var job = Carrying("S1", 4).With(new SetSplit("S1", [8, 8]));
        var split = job.Evaluate().Findings.Single(f => f.Rule.Code == "LANE-SPLIT");
        Assert.Equal("[[card:S1]] is divided ×8 ×8: the carrier shows 2 of 4.", split.Sentence);
        var lines = split.Why!.Lines.Append(split.Why.Result).ToDictionary(l => l.Formula, l => l.Value);
        Assert.Equal(
            ("2", "2", "4"),
            (lines["links never opened"], lines["links that this opens for devices"], lines["links that the devices need"])
        );
    }

    [Theory] // makers count the uplink of a chipset among a processor's lanes or beside them; common practice, no source
    [InlineData(20, 16, 20)] // sixteen for places and four for the chipset: among them
    [InlineData(16, 12, 16)] // its places alone take sixteen: beside them
    public void The_uplink_of_a_chipset_takes_lanes_of_a_processor_only_where_they_are_among_its_own(int lanes, int used, int wired)
    {
        // Slots of 8 and 4 lanes and an M.2 place of 4 hang on it, and a chipset by 4.
        var sheet = LaneBox.Sheet with
        {
            Roots = [new("CPU 1", lanes, 4), new("chipset", 8, 3, "CPU 1", 4, 3)],
            Slots = [new("S1", 16, 8, 4, "CPU 1") { Height = "full" }, new("S2", 8, 4, 4, "CPU 1") { Height = "full" }],
            M2 = [LaneBox.Sheet.M2[0]],
            Boards = [],
            Bays = [],
        };
        var state = LaneBox
            .On(sheet, (Place.Card("S1"), LaneBox.Network), (Place.Card("S2"), LaneBox.Network))
            .With(new RecordFound(new Dictionary<Place, Unit?> { [Place.M2("M1")] = null }, null, "test"));
        var root = Lanes(state).Roots[0];
        Assert.Equal((used, wired, 4), (root.Used, root.Wired, root.Free));
    }
}
