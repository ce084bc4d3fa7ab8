using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Controllers;
using Irvak.Core.Distances;
using Irvak.Core.Edits;
using Irvak.Core.Lanes;
using Irvak.Core.Paths;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Tests.Arrays;
using Irvak.Core.Tests.Lanes;

namespace Irvak.Core.Tests.Paths;

public class PathSheetTests
{
    private static readonly DriveSheet Ssd = DriveBox.Flash with { Form = "3.5", LinkGbs = 6, ReadMBs = 550, WriteMBs = 500 };

    private static readonly DriveSheet Disk = DriveBox.Disk with { LinkGbs = 6, ReadMBs = 250, WriteMBs = 240 };

    private static PathFlow Flow(JobState state, PathWay way, string array = "M") =>
        state.Evaluate().Paths.Planned.Single(p => p.Name == array).Of(way)!;

    private static PathStage Stage(PathFlow flow, StageKind kind) => flow.Stages.Single(s => s.Kind == kind);

    private static readonly MachineSheet Halves = LaneBox.Sheet with
    {
        Bays =
        [
            LaneBox.Sheet.Bays[0] with
            {
                Group = "left",
                Names = [.. Enumerable.Range(1, 5).Select(n => $"{n}")],
                Cols = 5,
                LinkGbs = [3, 6],
            },
            LaneBox.Sheet.Bays[0] with
            {
                Group = "right",
                Names = [.. Enumerable.Range(6, 5).Select(n => $"{n}")],
                Cols = 5,
                LinkGbs = [3, 6],
            },
        ],
    };

    private static readonly CardSheet FirstGen = LaneBox.Adapter with { Mech = 4, Elec = 4, Gen = 1 };

    [Fact] // ten flash drives behind two ×4 cards of the first generation: about 1.6 GB/s of over 5 hoped for; common practice, no source
    public void Ten_flash_drives_behind_two_cards_of_four_old_lanes()
    {
        var state = LaneBox
            .On(Halves, (Place.Card("S1"), FirstGen), (Place.Card("S2"), FirstGen))
            .With([
                .. Enumerable.Range(1, 10).Select(n => (Edit)new Fit(Place.Bay($"{n}"), LaneBox.Drive(Ssd))),
                new WireBays("left", Place.Card("S1")),
                new WireBays("right", Place.Card("S2")),
                new MakeArray(new("M", ArrayLevel.Stripe, DriveBox.Bays(10)) { Scratch = true }),
            ]);
        var flow = Flow(state, PathWay.Read);
        Assert.Equal(5500, flow.Stages[0].MBs!.Value.MegabytesPerSecond);
        Assert.Equal(1684, flow.EndMBs.MegabytesPerSecond, 1.0);
        Assert.Equal(StageKind.Slot, flow.Stages[flow.Pinch!.Value].Kind);
        Assert.InRange(1600, flow.Band!.Low.MegabytesPerSecond, flow.Band.High.MegabytesPerSecond);
    }

    [Fact] // two flash drives of 3.5 and 3.0 GB/s striped: about 6.9 read, 5.4 to 6.0 written; common practice, no source
    public void Two_flash_drives_striped()
    {
        var drive = LaneBox.Drive(LaneBox.Module with { ReadMBs = 3500, WriteMBs = 3000 });
        var state = LaneBox
            .Carrying("S2", 0)
            .With(
                new Fit(Place.M2("S2.1"), drive),
                new Fit(Place.M2("S2.2"), drive),
                new SetSplit("S2", [4, 4]),
                new MakeArray(new("M", ArrayLevel.Stripe, [Place.M2("S2.1"), Place.M2("S2.2")]) { Scratch = true })
            );
        Assert.InRange(
            6900,
            Flow(state, PathWay.Read).Band!.Low.MegabytesPerSecond,
            Flow(state, PathWay.Read).Band!.High.MegabytesPerSecond
        );
        Assert.All([5400.0, 6000.0], mbs =>
            Assert.InRange(
                mbs,
                Flow(state, PathWay.Write).Band!.Low.MegabytesPerSecond,
                Flow(state, PathWay.Write).Band!.High.MegabytesPerSecond
            )
        );
    }

    [Fact] // computed independently: 10 disks, double parity, kernel: 10/8 of every byte cross the slot
    public void Software_sends_its_redundancy_through_the_slot_and_a_controller_keeps_it_behind()
    {
        var cached = LaneBox.Adapter with { Controller = LaneBox.Adapter.Controller! with { Levels = ["6"], CacheMiB = 1024 } };
        var kernel = Stage(Flow(PathRuleCases.Behind(10, Disk, ArrayLevel.Parity2), PathWay.Write), StageKind.Slot);
        var card = Stage(
            Flow(PathRuleCases.Behind(10, Disk, ArrayLevel.Parity2, card: cached, host: ArrayHost.Controller), PathWay.Write),
            StageKind.Slot
        );
        Assert.Equal((1.25, 1.0), (kernel.Traffic, card.Traffic));
        Assert.Equal(7201.8 / 1.25, kernel.MBs!.Value.MegabytesPerSecond, 0.1);
        Assert.Equal(7201.8, card.MBs!.Value.MegabytesPerSecond, 0.1);
        // Small writes: six transfers of double parity, four of single.
        Assert.Equal(6, Stage(Flow(PathRuleCases.Behind(10, Disk, ArrayLevel.Parity2), PathWay.Small), StageKind.Slot).Traffic);
        Assert.Equal(4, Stage(Flow(PathRuleCases.Behind(10, Disk, ArrayLevel.Parity1), PathWay.Small), StageKind.Slot).Traffic);
        Assert.Equal(
            1,
            Stage(
                Flow(PathRuleCases.Behind(10, Disk, ArrayLevel.Parity2, card: cached, host: ArrayHost.Controller), PathWay.Small),
                StageKind.Slot
            ).Traffic
        );
    }

    [Theory] // what was measured beats every default, also of a card that the plan replaces: it is what the machine as found has
    [InlineData(512, "payload 512 by capture, of another card here")]
    [InlineData(256, "payload 256 as usual")] // no more than links of that generation agree on anyway
    [InlineData(128, "payload 256 as usual")] // that card may do no more; the root may
    public void The_path_as_found_keeps_what_was_seen_of_a_card_that_goes(int other, string planned)
    {
        var q = PathRuleCases.Behind(10, Ssd, ArrayLevel.Stripe).Ask();
        var (at, card) = q.Machine.Planned.Units.First(u => u.Value.Card?.Controller is not null);
        IReadOnlyList<Change> changes = [new(at, card, card, null, null)];
        SeenLink Seen(Place place, int payload) => new(place, 8, 3, 8, 3, payload, null, null) { Line = 1 };
        var lanes = q.Lanes with
        {
            Found = q.Machine.Planned,
            Changes = changes,
            Links = [Seen(at, 256), Seen(Place.Card("other"), other)],
        };
        q = q with
        {
            Lanes = lanes,
            Storage = q.Storage with { Found = q.Machine.Planned, FoundArrays = q.Storage.Arrays, Changes = changes },
        };
        var paths = PathSheet.Of(q.Paths, LaneSheet.Of(lanes));
        string Detail(IReadOnlyList<PathFigures> of) => Stage(Assert.Single(of).Of(PathWay.Read)!, StageKind.Slot).Detail;
        Assert.EndsWith("payload 256 by capture", Detail(paths.Found), StringComparison.Ordinal);
        Assert.EndsWith(planned, Detail(paths.Planned), StringComparison.Ordinal);
    }

    [Fact]
    public void A_mirror_of_three_sends_every_byte_three_times_and_reads_one_drive()
    {
        var state = PathRuleCases.Behind(3, Ssd, ArrayLevel.Mirror);
        Assert.Equal(3, Stage(Flow(state, PathWay.Write), StageKind.Slot).Traffic);
        Assert.Equal(
            (550.0, 500.0),
            (
                Flow(state, PathWay.Read).Stages[0].MBs!.Value.MegabytesPerSecond,
                Flow(state, PathWay.Write).Stages[0].MBs!.Value.MegabytesPerSecond
            )
        );
        Assert.Equal(552, Stage(Flow(state, PathWay.Read), StageKind.Links).MBs!.Value.MegabytesPerSecond, 0.1);
    }

    private static MachineSheet Behind(BoardKind what, double[] rates) =>
        LaneBox.Sheet with
        {
            Boards = [new("SATA", BoardKind.Controller, "chipset", Ports: 6), new("EXT", what, "SATA", Ports: 5)],
            Bays = [LaneBox.Sheet.Bays[0] with { Root = "EXT", LinkGbs = rates }],
        };

    [Fact] // one link of 6 Gb/s for all: 600 × 92 %; common practice, no source, for the share
    public void A_port_multiplier_shares_one_link()
    {
        var state = LaneBox
            .Empty(Behind(BoardKind.Multiplier, [6]))
            .With([.. Enumerable.Range(1, 4).Select(n => (Edit)new Fit(Place.Bay($"{n}"), LaneBox.Drive(Disk)))])
            .Array(ArrayLevel.Parity1, 4);
        var flow = Flow(state, PathWay.Read);
        Assert.Equal(552, flow.EndMBs.MegabytesPerSecond, 0.1);
        Assert.Equal(StageKind.Multiplier, flow.Stages[flow.Pinch!.Value].Kind);
        // A rebuild reads three and writes one over the same half-duplex link: a quarter of it each.
        Assert.Equal(138, Stage(Flow(state, PathWay.Rebuild), StageKind.Multiplier).MBs!.Value.MegabytesPerSecond, 0.1);
        Assert.Equal(90, Flow(state, PathWay.Rebuild).EndMBs.MegabytesPerSecond, 0.1);
        Assert.Equal(138, Flow(state, PathWay.Scrub).EndMBs.MegabytesPerSecond, 0.1);
        // What hangs behind the chipset shares its uplink too.
        Assert.Equal(3600.9, Stage(flow, StageKind.Uplink).MBs!.Value.MegabytesPerSecond, 0.1);
    }

    [Fact]
    public void A_rebuild_takes_as_long_as_its_path_lets_it()
    {
        var wide = PathRuleCases.Behind(12, Disk, ArrayLevel.Parity1).Evaluate().Arrays.Planned[0].Rebuild!;
        Assert.Equal(90, wide.MBs.MegabytesPerSecond, 0.1);
        var old = new CardSheet
        {
            Name = "Corvath P2",
            Role = CardRole.Controller,
            Bus = CardBus.Pci,
            Controller = new()
            {
                Class = "ports",
                Protocols = [DriveProtocol.Sata],
                LinkGbs = [1.5, 3, 6],
                InnerPorts = 12,
            },
        };
        var narrow = PathRuleCases.Behind(12, Disk, ArrayLevel.Parity1, card: old, slot: "P1").Evaluate();
        // 100 MB/s in use for eleven that are read and one that is written.
        Assert.Equal(100.0 / 12, narrow.Arrays.Planned[0].Rebuild!.MBs.MegabytesPerSecond, 0.01);
        Assert.Equal(narrow.Arrays.Planned[0].Rebuild!.Hours, narrow.Paths.Planned[0].Of(PathWay.Rebuild)!.Hours!.Value, 0.1);
    }

    [Fact]
    public void Cards_on_the_old_bus_share_it()
    {
        var old = new CardSheet
        {
            Name = "Corvath P2",
            Role = CardRole.Controller,
            Bus = CardBus.Pci,
            Controller = new()
            {
                Class = "ports",
                Protocols = [DriveProtocol.Sata],
                LinkGbs = [1.5],
                InnerPorts = 2,
            },
        };
        var state = LaneBox
            .On(
                LaneBox.Sheet,
                (Place.Card("P1"), old),
                (
                    Place.Card("P2"),
                    new CardSheet
                    {
                        Name = "Old network",
                        Role = CardRole.Network,
                        Bus = CardBus.Pci,
                        Network = new(1, [1]),
                    }
                )
            )
            .With(new Fit(Place.Bay("1"), LaneBox.Drive(Disk with { LinkGbs = 1.5 })), new WireBays("front", Place.Card("P1")));
        var stage = Stage(Flow(state, PathWay.Read, "1"), StageKind.Slot);
        Assert.Equal((133.0, 100.0), (stage.RawMBs!.Value.MegabytesPerSecond, Math.Round(stage.MBs!.Value.MegabytesPerSecond)));
        Assert.Equal(["Old network"], stage.Others);
    }

    [Fact] // two cards of ×8 of generation 3 share an uplink of four lanes: each gets by what it could move
    public void What_else_hangs_on_an_uplink_leaves_less_of_it()
    {
        var sheet = LaneBox.Sheet with
        {
            Slots = [.. LaneBox.Sheet.Slots, new("S5", 8, 8, 3, "chipset") { Height = "full", Watt = 75 }],
            Roots = [.. LaneBox.Sheet.Roots.Select(r => r.Id == "chipset" ? r with { Lanes = 16 } : r)],
        };
        PathStage Uplink(params (Place, CardSheet)[] more) =>
            Stage(Flow(PathRuleCases.Behind(8, Ssd, ArrayLevel.Stripe, sheet, slot: "S5", more: more), PathWay.Read), StageKind.Uplink);
        Assert.Null(Uplink().SharedMBs);
        // Another card is quicker, so the bytes leave by that one.
        var shared = Uplink((Place.Card("S4"), LaneBox.Network with { Network = new(1, [10]) }), (Place.Card("S1"), LaneBox.Network));
        Assert.Equal(["Lumick V2"], shared.Others);
        // 8 × 550 beside 1177 on 3600.9.
        Assert.Equal(3600.9 * 4400 / (4400 + 1176.9), shared.SharedMBs!.Value.MegabytesPerSecond, 0.5);
    }

    [Fact] // each direction of a link has the whole rate (PCI Express Base Specification)
    public void Bytes_that_come_and_leave_by_one_uplink_pass_it_once_each_way()
    {
        var sheet = LaneBox.Sheet with
        {
            Slots = [.. LaneBox.Sheet.Slots, new("S5", 8, 8, 3, "chipset") { Height = "full", Watt = 75 }],
            Roots = [.. LaneBox.Sheet.Roots.Select(r => r.Id == "chipset" ? r with { Lanes = 16 } : r)],
        };
        var flow = Flow(
            PathRuleCases.Behind(8, Ssd, ArrayLevel.Stripe, sheet, slot: "S5", more: (Place.Card("S4"), LaneBox.Network)),
            PathWay.Read
        );
        Assert.Equal(
            [StageKind.Drives, StageKind.Links, StageKind.Slot, StageKind.Uplink, StageKind.NetworkSlot, StageKind.Network],
            flow.Stages.Select(s => s.Kind)
        );
        var uplink = Stage(flow, StageKind.Uplink);
        Assert.Empty(uplink.Others);
        Assert.Equal((null, "×4 gen 3 to CPU 1, in and out"), (uplink.SharedMBs, uplink.Detail));
        // The quickest way is held by the network, and what comes after it is no second figure of the same link.
        Assert.Equal((StageKind.Network, StageKind.Uplink), (flow.Stages[flow.Pinch!.Value].Kind, flow.Stages[flow.Next!.Value].Kind));
    }

    [Fact]
    public void Drives_of_the_same_array_are_no_others()
    {
        var sheet = LaneBox.Sheet with { Bays = [LaneBox.Sheet.Bays[0] with { Expander = true, LinkGbs = [3, 6] }] };
        var state = PathRuleCases.Behind(4, Ssd, ArrayLevel.Stripe, sheet).With(new Fit(Place.Bay("9"), LaneBox.Drive(Ssd)));
        Assert.Equal(["9"], Stage(Flow(state, PathWay.Read), StageKind.Expander).Others);
    }

    [Fact] // inner tracks give half of outer ones; common practice, no source
    public void Inner_tracks_are_told()
    {
        var flow = Flow(PathRuleCases.Behind(4, Disk, ArrayLevel.Stripe), PathWay.Read);
        Assert.Equal((1000.0, 500.0), (flow.EndMBs.MegabytesPerSecond, flow.InnerMBs!.Value.MegabytesPerSecond));
        Assert.Null(Flow(PathRuleCases.Behind(4, Ssd, ArrayLevel.Stripe), PathWay.Read).InnerMBs);
    }

    [Fact] // 25 Gb/s with time stamps: 2942.1 MB/s (IEEE 802.3)
    public void The_network_is_the_last_stage_and_lifting_goes_on_from_the_narrowest()
    {
        var state = PathRuleCases.Behind(12, Ssd, ArrayLevel.Stripe, more: (Place.Card("S4"), LaneBox.Network));
        var flow = Flow(state, PathWay.Read);
        Assert.Equal(
            [StageKind.Drives, StageKind.Links, StageKind.Slot, StageKind.NetworkUplink, StageKind.NetworkSlot, StageKind.Network],
            flow.Stages.Select(s => s.Kind)
        );
        Assert.Equal(2942.1, flow.EndMBs.MegabytesPerSecond, 0.1);
        Assert.Equal(5, flow.Pinch);
        Assert.Equal(("Network", 3600.9), (flow.Lifts[0].Stage, Math.Round(flow.Lifts[0].ToMBs.MegabytesPerSecond, 1)));
        Assert.Equal(flow.Lifts.Select(l => l.ToMBs).Order(), flow.Lifts.Select(l => l.ToMBs));
        // On the machine itself the network is no stage.
        Assert.Equal(6600, flow.LocalMBs.MegabytesPerSecond, 0.1);
    }

    [Fact]
    public void Another_line_and_other_drives_can_be_asked()
    {
        var q = PathRuleCases.Behind(4, Disk, ArrayLevel.Stripe, more: (Place.Card("S2"), LaneBox.Network)).Ask();
        double End(PathQuestion ask) => PathSheet.Asked(q.Paths, "M", ask)!.Of(PathWay.Read)!.EndMBs.MegabytesPerSecond;
        Assert.Equal((1000.0, 1500.0), (End(new()), End(new(Drives: 6))));
        Assert.Equal(117.7, End(new(NetworkGbs: 1)), 0.1);
        Assert.Null(PathSheet.Asked(q.Paths, "N", new()));
        Assert.Equal("/drives", new PathQuestion(Drives: 0).Problem?.Path);
        Assert.Equal("/networkGbs", new PathQuestion(NetworkGbs: -1).Problem?.Path);
    }

    [Fact]
    public void Between_two_processors_the_rate_is_not_known()
    {
        var flow = Flow(PathRuleCases.Behind(4, Disk, ArrayLevel.Stripe, more: (Place.Card("S3"), LaneBox.Network)), PathWay.Read);
        Assert.Null(Stage(flow, StageKind.Sockets).MBs);
        Assert.Equal(1000, flow.EndMBs.MegabytesPerSecond);
    }

    [Fact] // four times the memory; common practice, no source
    public void A_test_is_larger_than_every_cache_on_its_way()
    {
        var path = PathRuleCases.Behind(4, Disk, ArrayLevel.Stripe).Evaluate().Paths.Planned[0];
        Assert.Equal((128.0, "four times the memory, or direct requests that pass it by"), (path.TestGiB, path.TestWhy));
    }

    // A slot that nobody looked at may hold as much again: a test of four times what is known could come from memory.
    [Fact]
    public void While_a_slot_is_not_known_no_size_of_a_test_is_told()
    {
        var state = PathRuleCases.Behind(4, Disk, ArrayLevel.Stripe);
        var slot = state.Sheet!.Channels[0].Slots[0];
        var partly = state with { Found = state.Found.Remove(Place.Slot(slot)), FoundEmpty = state.FoundEmpty.Remove(Place.Slot(slot)) };
        Assert.True(state.Evaluate().Paths.Planned[0].TestGiB > 0);
        var path = partly.Evaluate().Paths.Planned[0];
        Assert.Equal(0, path.TestGiB);
        Assert.StartsWith("How large a test must be is not known", path.TestWhy);
    }

    // A card of two chips in a slot whose division nobody looked at: what its second link opens is not known, and no 0.
    [Fact]
    public void A_link_that_nobody_looked_at_is_not_known()
    {
        var twins = LaneBox.Adapter with { Mech = 16, Elec = 16, Endpoints = [8, 8], HasSwitch = false };
        var q = LaneBox
            .Empty()
            .With(new RecordFound(new Dictionary<Place, Unit?> { [Place.Card("S1")] = LaneBox.Card(twins) }, null, "test"))
            .With([
                .. Enumerable.Range(1, 4).Select(n => (Edit)new Fit(Place.Bay($"{n}"), LaneBox.Drive(Disk))),
                new WireBays("front", Place.Card("S1")),
            ])
            .Array(ArrayLevel.Stripe, 4, ArrayHost.Kernel)
            .Ask();
        var read = PathSheet.Asked(q.Paths, "M", new())!.Of(PathWay.Read)!;
        var slot = read.Stages.Single(s => s.Kind == StageKind.Slot);
        Assert.Equal((null, "what link opens is not known"), (slot.MBs, slot.Detail));
        Assert.DoesNotContain("Nothing passes", read.Verdict);
        Assert.NotEqual(read.Stages.ToList().IndexOf(slot), read.Pinch);
    }

    // No link opens for a module whose carrier's slot is not divided: nothing passes, and no benchmark is to be expected.
    [Fact]
    public void Where_nothing_passes_no_benchmark_is_expected()
    {
        var job = LaneBox
            .On(LaneBox.Sheet, (Place.Card("S1"), LaneBox.Carrier))
            .With([.. Enumerable.Range(1, 2).Select(n => (Edit)new Fit(Place.M2($"S1.{n}"), LaneBox.Drive(LaneBox.Module)))]);
        var flow = PathSheet.Asked(job.Ask().Paths, "S1.2", new())!.Of(PathWay.Read)!;
        Assert.Equal((Throughput.None, "no link opens"), (flow.EndMBs, flow.Stages[flow.Pinch!.Value].Detail));
        Assert.Null(flow.Band);
    }

    [Fact]
    public void What_was_found_stands_beside_a_plan_that_moves_no_part()
    {
        var found = DriveBox.InArray(4, "raid5");
        Assert.Equal("md0", Assert.Single(found.Evaluate().Paths.Found).Name);
        // The array is given up, its drives stay: before, it was one.
        var given = found.With(new DropArray("md0")).Evaluate().Paths;
        Assert.Equal("md0", Assert.Single(given.Found).Name);
        Assert.DoesNotContain(given.Planned, p => p.Name == "md0");
        // A slot that is to be divided opens links that the machine as found has not.
        var carrier = LaneBox
            .Empty()
            .With(
                new RecordFound(new Dictionary<Place, Unit?> { [Place.Card("S1")] = LaneBox.Card(LaneBox.Carrier) }, null, "test"),
                new RecordFound(new Dictionary<Place, Unit?> { [Place.M2("S1.2")] = LaneBox.Drive(LaneBox.Module) }, null, "test"),
                new SetSplit("S1", [], true),
                new SetSplit("S1", [4, 4, 4, 4])
            )
            .Evaluate()
            .Paths;
        Assert.Equal(Throughput.None, Assert.Single(carrier.Found).Of(PathWay.Read)!.EndMBs);
        Assert.True(Assert.Single(carrier.Planned).Of(PathWay.Read)!.EndMBs.Passes);
    }

    [Fact]
    public void A_member_of_an_array_whose_level_nobody_told_is_no_drive_for_itself_and_unchanged_drives_are_no_change()
    {
        Distance? Reads(JobState state) => state.Evaluate().Ledge.FirstOrDefault(d => d.Name == "Reads at best");
        // Drives for themselves: what they read was so before, too.
        var alone = Reads(DriveBox.Found(3))!;
        Assert.NotNull(alone.Found);
        Assert.Equal(alone.Found, alone.Planned);
        Assert.Equal(["1", "2", "3"], DriveBox.Found(3).Evaluate().Paths.Singles);
        var member = DriveBox.Found(3, "A0");
        Assert.Empty(member.Evaluate().Paths.Singles);
        Assert.Null(Reads(member));
        // A drive that comes in is one.
        var more = member.With(new Fit(DriveBox.Bay(4), new Unit { Drive = DriveBox.Disk, Source = "shelf" }));
        Assert.Equal(["4"], more.Evaluate().Paths.Singles);
    }
}
