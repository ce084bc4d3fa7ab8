using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Power;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Tests.Arrays;
using Irvak.Core.Tests.Lanes;
using Irvak.Core.Tests.Verdicts;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Tests.Power;

/// <summary>A plan where each rule of current and heat applies, and a neighbour where it must not.</summary>
internal static class PowerRuleCases
{
    /// <summary>One processor of 100 W, two modules, no fan: 100 + 25 + 10 = 135 W at work, 58 at rest, and what comes in.</summary>
    private static MachineSheet Of(params int?[] watts) =>
        LaneBox.Sheet with
        {
            Sockets = [new("CPU 1")],
            Channels = [.. Boards.Server.Channels.Take(2)],
            Fans = 0,
            Supplies = [.. watts.Select((w, i) => new PowerSupply($"PS{i + 1}", w))],
        };

    private static JobState On(MachineSheet sheet, params DriveSheet[] drives)
    {
        var state = Boards.Job(sheet, "A1", "B1");
        state = state with
        {
            Found = state.Found.SetItem(
                Place.Socket("CPU 1"),
                new()
                {
                    Processor = new()
                    {
                        Name = "Ostrel",
                        Watt = 100,
                        MemoryRateMTs = 2666,
                    },
                    Source = "test",
                }
            ),
        };
        return state.With([.. drives.Select((d, i) => (Edit)new Fit(Place.Bay($"{i + 1}"), LaneBox.Drive(d)))]);
    }

    private static readonly DriveSheet Disk = DriveBox.Disk with { WattActive = 10, WattIdle = 5, SpinUpAmp = 2 };

    private static DriveSheet[] Disks(int n) => [.. Enumerable.Repeat(Disk, n)];

    private static MachineSheet Cabled(int plugs, int? leads = null) =>
        LaneBox.Sheet with
        {
            Bays = [LaneBox.Sheet.Bays[0] with { HotPlug = false }],
            Supplies = [new("P1", 1000, Connectors: [new("SATA power", plugs) { Leads = leads }])],
        };

    private static MachineSheet Railed(double amp) => Of(600) with { Supplies = [new("P1", 600, Amp12: amp)] };

    public static JobState Hot(DriveSheet drive, int celsius, int? warn = null)
    {
        var state = LaneBox
            .Empty()
            .With(
                new RecordFound(
                    new Dictionary<Place, Unit?>
                    {
                        [Place.Bay("1")] = new()
                        {
                            Drive = drive,
                            Serial = "EK1",
                            Source = "listing",
                        },
                    },
                    null,
                    "test"
                )
            );
        return state with
        {
            Readings = state.Readings.SetItem(
                "health",
                new()
                {
                    Drives =
                    [
                        new()
                        {
                            Serial = "EK1",
                            Health = new() { Celsius = celsius, WarnCelsius = warn },
                        },
                    ],
                }
            ),
        };
    }

    private static JobState Air(string part, AirState seen) =>
        LaneBox.Empty(LaneBox.Sheet with { AirDuct = true }).With(new SeeAir(part, seen));

    private static readonly ShelfPart Thin = new()
    {
        Id = "pad-1",
        Accessory = new()
        {
            Name = "Pad 1.0 mm",
            Kind = AccessoryKind.Pad,
            ThickMm = 1,
        },
    };

    public static readonly IReadOnlyList<RuleCase> All =
    [
        // Boards and memory are taken as usual: a care. 30 disks whose sheet tells 10 W each are beyond 220 W by themselves.
        new(
            "POWER-SHORT",
            Severity.Care,
            "At work the plan draws 175 W; the supplies give 170 W.",
            On(Of(170), Disks(4)),
            On(Of(220), Disks(4))
        ),
        new(
            "POWER-HEADROOM",
            Severity.Care,
            "At work the plan draws 175 W of 200 W: 12 % are left, 20 % should be.",
            On(Of(200), Disks(4)),
            On(Of(220), Disks(4))
        ),
        new(
            "POWER-ONE",
            Severity.Care,
            "One supply alone gives 170 W; the plan draws 175 W.",
            On(Of(170, 170), Disks(4)),
            On(Of(220, 220), Disks(4))
        ),
        // 2 A on 12 V and 0.85 A on 5 V for each disk that spins up; common practice, no source.
        new(
            "POWER-START",
            Severity.Care,
            "8 disks spinning up at once: 284 W for some seconds; 300 W are there.",
            On(Of(300), Disks(8)),
            On(Of(300), Disks(8)).With(new StaggerStart(1, 12))
        ),
        // 58 W of boards, memory and a resting processor and eight disks of 24 W on 12 V: 250 ÷ 12.
        new(
            "POWER-RAIL",
            Severity.Care,
            "The start draws 20.9 A on 12 V; the supply’s label gives 18 A there.",
            On(Railed(18), Disks(8)),
            On(Railed(21), Disks(8))
        ),
        new(
            "POWER-PLUG",
            Severity.Care,
            "2 plugs of SATA power are wanted, the supply has 1.",
            On(Cabled(1), Disks(2)),
            On(Cabled(2), Disks(2))
        ),
        new(
            "POWER-PLUG-ASK",
            Severity.Note,
            "2 plugs of SATA power are wanted; how many the supply has is not known: one of 450 W usually has 4 to 6.",
            On(Cabled(1) with { Supplies = [new("P1", 450)] }, Disks(2)),
            On(Cabled(2), Disks(2))
        ),
        // Two large disks on one plug, yes; three, no: 4.5 A (SATA 3).
        new(
            "POWER-SPLIT",
            Severity.Stop,
            "3 disks on one SATA power plug start with 6 A on 12 V; it carries 4.5 A.",
            On(Cabled(1), Disks(3)),
            On(Cabled(1), Disks(2))
        ),
        // Four large disks on one lead, yes: 8 A; a fifth is one to look at, a sixth too many.
        new(
            "POWER-LEAD",
            Severity.Care,
            "5 drives on one lead of SATA power start with 10 A on 12 V: a usual lead carries 8 to 10 A.",
            On(Cabled(8, 1), Disks(5)),
            On(Cabled(8, 1), Disks(4))
        ),
        new(
            "POWER-LEAD-MOST",
            Severity.Stop,
            "6 drives on one lead of SATA power start with 12 A on 12 V: a usual lead carries at most 10 A.",
            On(Cabled(8, 1), Disks(6)),
            On(Cabled(8, 1), Disks(5))
        ),
        new(
            "POWER-MOULD",
            Severity.Care,
            "A splitter is needed: take a crimped one, no moulded one.",
            On(Cabled(1), Disks(2)),
            On(Cabled(2), Disks(2))
        ),
        new("POWER-LOOK", Severity.Care, "A supply of 45 W can’t be right: at rest alone the machine draws 58 W.", On(Of(45)), On(Of(450))),
        new(
            "POWER-UNKNOWN",
            Severity.Note,
            "What the supply gives is not known; the plan draws 145 W at work, 145 W at the start.",
            On(Of([null]), Disk),
            On(Of(450), Disk)
        ),
        new("HEAT-FAN", Severity.Stop, "Fan 2 is unplugged.", Air("fan:2", AirState.Unplugged), Air("fan:2", AirState.Well)),
        new(
            "HEAT-AIR",
            Severity.Care,
            "Air duct: missing. Air takes the short way and what it should cool stays hot.",
            Air("duct", AirState.Missing),
            Air("duct", AirState.Well)
        ),
        // Disks: good to 45, care to 55, urgent to 60, out beyond; common practice, no source.
        new(
            "HEAT-DRIVE",
            Severity.Care,
            "8 TB SATA in [[bay:1]] was at 52 °C: good to 45 °C, rated to 60.",
            Hot(DriveBox.Disk, 52),
            Hot(DriveBox.Disk, 45)
        ),
        new(
            "HEAT-OUT",
            Severity.Stop,
            "8 TB SATA in [[bay:1]] was at 62 °C, out of its rating: good to 45 °C, rated to 60.",
            Hot(DriveBox.Disk with { MostCelsius = 60 }, 62),
            Hot(DriveBox.Disk with { MostCelsius = 70 }, 62)
        ),
        new(
            "HEAT-PAD",
            Severity.Care,
            "No pad of the shelf fills 2 mm at [[m2:M1]]: 2.5 mm are wanted.",
            LaneBox.Empty().With(new PlanPad(Place.M2("M1"), 2)),
            LaneBox.Empty().With(new PlanPad(Place.M2("M1"), 0.8)),
            null,
            Thin
        ),
    ];
}
