using Irvak.Core.Builds;
using Irvak.Core.Controllers;
using Irvak.Core.Edits;
using Irvak.Core.Lanes;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Tests.Verdicts;
using Irvak.Core.Verdicts;
using static Irvak.Core.Tests.Lanes.LaneBox;

namespace Irvak.Core.Tests.Lanes;

/// <summary>A plan where each rule of lanes and cards applies, and a neighbour where it must not.</summary>
internal static class LaneRuleCases
{
    private static readonly CardSheet Old = new()
    {
        Name = "Corvath P2",
        Role = CardRole.Controller,
        Bus = CardBus.Pci,
        Controller = new() { Class = "ports" },
    };

    public static readonly CardSheet Graphics = new()
    {
        Name = "Tarrowby G2",
        Role = CardRole.Graphics,
        Mech = 16,
        Elec = 16,
        Gen = 4,
        Height = "full",
        LengthMm = 268,
        Thick = 2,
        Watt = 215,
    };

    private static readonly MachineSheet Still = LaneBox.Sheet with { Fans = 0 };

    private static readonly CardSheet Server = Network with { NeedsAir = true };

    private static MachineSheet Narrow(int lanes) =>
        LaneBox.Sheet with
        {
            Roots = [.. LaneBox.Sheet.Roots.Select(r => r.Id == "CPU 1" ? r with { Lanes = lanes } : r)],
        };

    private static readonly MachineSheet Far = LaneBox.Sheet with
    {
        Roots = [.. LaneBox.Sheet.Roots.Select(r => r.Id == "chipset" ? r with { UplinkLanes = 1 } : r)],
    };

    private static JobState Disks(Place controller, params (Place, CardSheet)[] more) =>
        LaneBox
            .With([(controller, Adapter), .. more])
            .With(new Fit(Place.Bay("1"), Drive(Arrays.DriveBox.Disk)), new WireBays("front", controller));

    private static JobState Carried(bool stays) =>
        Empty()
            .With(
                new RecordFound(new Dictionary<Place, Unit?> { [Place.Card("S1")] = Card(Carrier) }, null, "test"),
                new RecordFound(new Dictionary<Place, Unit?> { [Place.M2("S1.1")] = Drive(Module) }, null, "test")
            )
            is var state
        && stays
            ? state
            : state.With(new Remove(Place.Card("S1")));

    /// <summary>A card as found, whose link a capture shows.</summary>
    private static JobState Seen(int width, int gen)
    {
        var state = Empty().With(new RecordFound(new Dictionary<Place, Unit?> { [Place.Card("S2")] = Card(Network) }, null, "test"));
        SeenPci[] pci =
        [
            new()
            {
                Address = "00:02.0",
                Slot = "S2",
                BusFirst = 2,
                BusLast = 2,
                WidthMost = 8,
                GenMost = 4,
            },
            new()
            {
                Address = "02:00.0",
                WidthMost = 8,
                GenMost = 3,
                WidthNow = width,
                GenNow = gen,
                Line = 7,
            },
        ];
        return state with { Readings = state.Readings.SetItem("pci", new() { Pci = pci }) };
    }

    public static readonly IReadOnlyList<RuleCase> All =
    [
        new(
            "CARD-BUS",
            Severity.Stop,
            "Corvath P2 is made for conventional PCI; [[card:S2]] is PCI Express.",
            LaneBox.With((Place.Card("S2"), Old)),
            LaneBox.With((Place.Card("P1"), Old))
        ),
        new(
            "CARD-BUS-ASK",
            Severity.Care,
            "Whether Corvath P2 goes into [[card:P1]] is not known: a bus of another kind against conventional PCI. "
                + "Compare the edge with the slot.",
            LaneBox.With((Place.Card("P1"), Old with { Bus = CardBus.Other })),
            LaneBox.With((Place.Card("P1"), Old))
        ),
        new(
            "CARD-EDGE",
            Severity.Stop,
            "Halmund carrier has an edge of ×16; [[card:S3]] is ×8 long and closed at its end.",
            LaneBox.With((Place.Card("S3"), Carrier with { LengthMm = 160 })),
            LaneBox.With((Place.Card("S4"), Carrier with { LengthMm = 160 }))
        ),
        new(
            "CARD-HEIGHT",
            Severity.Stop,
            "Lumick V2 is of full height; [[card:S3]] takes low ones.",
            LaneBox.With((Place.Card("S3"), Network with { Height = "full" })),
            LaneBox.With((Place.Card("S3"), Network))
        ),
        new(
            "CARD-LENGTH",
            Severity.Stop,
            "Lumick V2 is 200 mm long; [[card:S3]] has 168.",
            LaneBox.With((Place.Card("S3"), Network with { LengthMm = 200 })),
            LaneBox.With((Place.Card("S3"), Network))
        ),
        new(
            "CARD-THICK",
            Severity.Stop,
            "Tarrowby G2 in [[card:S1]] covers [[card:S2]], where Lumick V2 sits.",
            LaneBox.With((Place.Card("S1"), Graphics), (Place.Card("S2"), Network)),
            LaneBox.With((Place.Card("S1"), Graphics), (Place.Card("S3"), Network))
        ),
        new(
            "CARD-COVERS",
            Severity.Note,
            "Tarrowby G2 in [[card:S1]] covers [[card:S2]]: nothing fits there any more.",
            LaneBox.With((Place.Card("S1"), Graphics)),
            LaneBox.With((Place.Card("S1"), Graphics with { Thick = 1 }))
        ),
        new(
            "CARD-NEXT",
            Severity.Care,
            "Tarrowby G2 in [[card:S1]] reaches to [[card:S3]], whose card "
                + "Lumick V2 stands right beside it: measure before, 1 to 2 mm decide.",
            LaneBox.With((Place.Card("S1"), Graphics), (Place.Card("S3"), Network)),
            LaneBox.With((Place.Card("S1"), Graphics), (Place.Card("S4"), Network))
        ),
        new(
            "CARD-POWER",
            Severity.Stop,
            "Lumick V2 takes 30 W; [[card:S3]] gives 25 W and the card has no plug of its own.",
            LaneBox.With((Place.Card("S3"), Network with { Watt = 30 })),
            LaneBox.With((Place.Card("S3"), Network with { Watt = 25 }))
        ),
        new(
            "CARD-PLUG",
            Severity.Care,
            "Tarrowby G2 takes 215 W, [[card:S1]] gives 75 W: the rest comes by its own plug, 8 pins.",
            LaneBox.With((Place.Card("S1"), Graphics)),
            LaneBox.With((Place.Card("S1"), Graphics with { Watt = 75 }))
        ),
        new(
            "CARD-AIR",
            Severity.Care,
            "Lumick V2 in [[card:S1]] needs moving air, and Server has no fan.",
            On(Still, (Place.Card("S1"), Server)),
            LaneBox.With((Place.Card("S1"), Server))
        ),
        new(
            "CARD-AIR-ASK",
            Severity.Care,
            "Lumick V2 in [[card:S1]] needs moving air; whether Server moves any over its slots is not known: look at its fans.",
            On(Still with { Fans = null }, (Place.Card("S1"), Server)),
            LaneBox.With((Place.Card("S1"), Server))
        ),
        new(
            "CARD-HOMELESS",
            Severity.Stop,
            "2 TB NVMe sits in [[m2:S1.1]], and what is planned in [[card:S1]] has no such place.",
            Carried(false),
            Carried(true)
        ),
        new(
            "LANE-SPLIT",
            Severity.Stop,
            "[[card:S1]] is not divided: the carrier shows one of 4.",
            Carrying("S1", 4),
            Carrying("S1", 4).With(new SetSplit("S1", [4, 4, 4, 4]))
        ),
        // Four drives in a slot of eight lanes with 4+4: drives one and two; common practice, no source.
        new(
            "LANE-NO-SPLIT",
            Severity.Stop,
            "[[card:S2]] can’t be divided for Halmund carrier: at most 2 of 4 would be seen.",
            Carrying("S2", 4),
            Carrying("S2", 2)
        ),
        new(
            "LANE-DARK",
            Severity.Stop,
            "[[card:S3]] stays dark until CPU 2 is filled: Lumick V2 gets no lanes.",
            LaneBox.With((Place.Card("S3"), Network)).Without2(),
            LaneBox.With((Place.Card("S3"), Network))
        ),
        new(
            "LANE-LESS",
            Severity.Note,
            "Lumick V2 runs at ×4 gen 3 in [[card:S4]], 50 % less than its ×8 gen 3.",
            LaneBox.With((Place.Card("S4"), Network with { Network = new(1, [10]) })),
            LaneBox.With((Place.Card("S3"), Network))
        ),
        new(
            "LANE-NARROW",
            Severity.Care,
            "Lumick V2 could move 5 884 MB/s, its link in [[card:S4]] carries 3 601 MB/s.",
            LaneBox.With((Place.Card("S4"), Network)),
            LaneBox.With((Place.Card("S3"), Network))
        ),
        new(
            "LANE-UPLINK",
            Severity.Care,
            "What hangs on chipset could move 3 601 MB/s together; its uplink of ×1 gen 3 carries 900 MB/s.",
            On(Far, (Place.Card("S4"), Network)),
            LaneBox.With((Place.Card("S3"), Network))
        ),
        new(
            "LANE-ROOT",
            Severity.Stop,
            "The plan takes 12 lanes of CPU 1, which has 8.",
            On(Narrow(8), (Place.Card("S1"), Network)),
            On(Narrow(12), (Place.Card("S1"), Network))
        ),
        new(
            "LANE-SIDE",
            Severity.Care,
            "Corvath H8 in [[card:S1]] and Lumick V2 in [[card:S3]] sit on different processors.",
            Disks(Place.Card("S1"), (Place.Card("S3"), Network)),
            Disks(Place.Card("S1"), (Place.Card("S2"), Network))
        ),
        new(
            "LANE-OLD-BUS",
            Severity.Note,
            "[[card:P1]] and [[card:P2]] share one bus of conventional PCI: 133 MB/s on paper, about 100 MB/s in use, for all together.",
            LaneBox.With((Place.Card("P1"), Old), (Place.Card("P2"), Old)),
            LaneBox.With((Place.Card("P1"), Old))
        ),
        new(
            "LANE-TRAINED",
            Severity.Care,
            "Lumick V2 in [[card:S2]] runs at ×4 gen 3; both ends could do ×8 gen 3. Likeliest: not "
                + "seated fully or dirty contacts; then a slot that is divided otherwise, or a bent contact.",
            Seen(4, 3),
            Seen(8, 3)
        ),
    ];
}
