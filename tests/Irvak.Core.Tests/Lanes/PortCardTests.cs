using Irvak.Core.Controllers;
using Irvak.Core.Edits;
using Irvak.Core.Lanes;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Lanes;

/// <summary>NVMe drives in bays: on lanes of the board, and behind a card with ports.</summary>
public class PortCardTests
{
    private static readonly CardSheet Ports = new()
    {
        Name = "Halmund ports",
        Role = CardRole.PortCard,
        Mech = 8,
        Elec = 8,
        Gen = 4,
        Endpoints = [4, 4],
        HasSwitch = false,
        Watt = 3,
    };

    private static readonly DriveSheet U3 = LaneBox.Module with { Form = "u.3", HeightMm = 15, Key = null, LengthMm = null };

    private static readonly MachineSheet TriMode = LaneBox.Sheet with
    {
        Bays = [new("small", "2.5", "upright", ["1", "2"], 2, "tri-mode", 15)],
    };

    private static JobState Cabled() =>
        LaneBox
            .On(TriMode, (Place.Card("S2"), Ports))
            .With(
                new WireBays("small", Place.Card("S2")),
                new Fit(Place.Bay("1"), LaneBox.Drive(U3)),
                new Fit(Place.Bay("2"), LaneBox.Drive(U3))
            );

    [Fact]
    public void A_port_card_gives_each_drive_its_own_lanes_once_the_slot_is_divided()
    {
        var whole = Cabled().Evaluate().Lanes.Branches.Single(b => b.Place == Place.Card("S2"));
        Assert.Equal([(Place.Bay("1"), EndState.Full), (Place.Bay("2"), EndState.Unseen)], whole.Ends.Select(e => (e.Place, e.State)));
        var divided = Cabled().With(new SetSplit("S2", [4, 4])).Evaluate();
        Assert.All(divided.Lanes.Branches.Single(b => b.Place == Place.Card("S2")).Ends, e =>
            Assert.Equal((EndState.Full, 4, 4), (e.State, e.Width, e.Gen))
        );
        Assert.DoesNotContain(divided.Findings, f =>
            f.Rule.Code.StartsWith("CTL-", StringComparison.Ordinal) && f.Severity == Core.Verdicts.Severity.Stop
        );
    }

    [Fact]
    public void Bays_on_the_boards_lanes_run_at_what_leads_there()
    {
        var sheet = LaneBox.Sheet with { Bays = [new("front", "u.2", "flat", ["1", "2"], 2, "NVMe ×2", 15) { Root = "CPU 1" }] };
        var branch = LaneBox
            .Empty(sheet)
            .With(new Fit(Place.Bay("1"), LaneBox.Drive(U3 with { Form = "u.2" })))
            .Evaluate()
            .Lanes.Branches.Single(b => b.Place == Place.Bay("1"));
        Assert.Equal((2, EndState.Less), (branch.Ends[0].Width, branch.Ends[0].State));
    }

    [Fact]
    public void A_card_on_the_mezzanine_takes_its_lanes()
    {
        var branch = LaneBox
            .On(LaneBox.Sheet, (Place.Board("MZ"), LaneBox.Network with { Bus = CardBus.Ocp }))
            .Evaluate()
            .Lanes.Branches.Single(b => b.Place == Place.Board("MZ"));
        Assert.Equal((8, 8, EndState.Full), (branch.Used, branch.Lanes, branch.Ends[0].State));
    }
}
