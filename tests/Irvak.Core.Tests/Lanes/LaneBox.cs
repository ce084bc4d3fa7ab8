using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Lanes;

/// <summary>A machine with slots of every kind, and cards for it.</summary>
internal static class LaneBox
{
    public static readonly MachineSheet Sheet = Boards.Server with
    {
        Chassis = new(ChassisKind.Rack, 4),
        Fans = 4,
        Roots = [new("CPU 1", 40, 4), new("CPU 2", 40, 4), new("chipset", 8, 3, "CPU 1", 4, 3), new("bridge", Uplink: "chipset")],
        Slots =
        [
            new(
                "S1",
                16,
                16,
                4,
                "CPU 1",
                Splits:
                [
                    [8, 8],
                    [4, 4, 4, 4],
                ]
            )
            {
                Height = "full",
                LengthMm = 312,
                Watt = 75,
            },
            new(
                "S2",
                16,
                8,
                4,
                "CPU 1",
                Splits:
                [
                    [4, 4],
                ]
            )
            {
                Height = "full",
                LengthMm = 312,
                Watt = 75,
            },
            new("S3", 8, 8, 4, "CPU 2")
            {
                Height = "low",
                LengthMm = 168,
                Watt = 25,
            },
            new("S4", 4, 4, 3, "chipset", OpenEnd: true)
            {
                Height = "full",
                LengthMm = 250,
                Watt = 25,
            },
            new("P1", 0, 0, 0, "bridge", CardBus.Pci),
            new("P2", 0, 0, 0, "bridge", CardBus.Pci),
        ],
        M2 = [new("M1", [80], "×4 gen 4", "CPU 1", "M", ["NVMe"], 4, 4), new("M2", [80], "×4 gen 3", "chipset", "M", ["NVMe"], 4, 3)],
        Boards = [new("MZ", BoardKind.Mezzanine, "CPU 2", 8, 4)],
        Bays = [new("front", "3.5", "flat", [.. Enumerable.Range(1, 12).Select(n => $"{n}")], 4, "SAS, SATA", 26.1) { LinkGbs = [6, 12] }],
        Supplies = [new("PS1", 1000), new("PS2", 1000)],
    };

    public static readonly CardSheet Network = new()
    {
        Name = "Lumick V2",
        Role = CardRole.Network,
        Mech = 8,
        Elec = 8,
        Gen = 3,
        Height = "low",
        LengthMm = 150,
        Watt = 14,
        Network = new(2, [10, 25]),
    };

    public static readonly CardSheet Carrier = new()
    {
        Name = "Halmund carrier",
        Role = CardRole.Carrier,
        Mech = 16,
        Elec = 16,
        Gen = 4,
        Endpoints = [4, 4, 4, 4],
        HasSwitch = false,
        LengthMm = 200,
        Watt = 4,
    };

    public static readonly CardSheet Switched = Carrier with { Name = "Halmund carrier with switch", Mech = 8, Elec = 8, HasSwitch = true };

    public static readonly CardSheet Adapter = new()
    {
        Name = "Corvath H8",
        Role = CardRole.Controller,
        Mech = 8,
        Elec = 8,
        Gen = 3,
        Height = "low",
        LengthMm = 168,
        Watt = 10,
        Controller = new()
        {
            Class = "host-adapter",
            Protocols = [DriveProtocol.Sas, DriveProtocol.Sata],
            LinkGbs = [3, 6, 12],
            InnerPorts = 16,
        },
    };

    public static readonly DriveSheet Module = new()
    {
        Model = "RV-M2000",
        Media = DriveMedia.Flash,
        Protocol = DriveProtocol.Nvme,
        Form = "m.2",
        Bytes = 2_000_398_934_016,
        LengthMm = 80,
        Key = "M",
        Lanes = 4,
        Gen = 4,
        ReadMBs = 6000,
        WriteMBs = 5000,
        SectorBytes = 512,
    };

    public static Unit Card(CardSheet card) => new() { Card = card, Source = "shelf" };

    public static Unit Drive(DriveSheet drive) => new() { Drive = drive, Source = "shelf" };

    public static JobState Empty(MachineSheet? sheet = null) => Boards.Job(sheet ?? Sheet, "A1", "C1");

    public static JobState With(params (Place Place, CardSheet Card)[] cards) =>
        Empty().With([.. cards.Select(c => (Edit)new Fit(c.Place, Card(c.Card)))]);

    public static JobState On(MachineSheet sheet, params (Place Place, CardSheet Card)[] cards) =>
        Empty(sheet).With([.. cards.Select(c => (Edit)new Fit(c.Place, Card(c.Card)))]);

    /// <summary>A carrier in a slot with so many modules, from its first place on.</summary>
    public static JobState Carrying(string slot, int modules, CardSheet? card = null, MachineSheet? sheet = null) =>
        On(sheet ?? Sheet, (Place.Card(slot), card ?? Carrier))
            .With([.. Enumerable.Range(1, modules).Select(n => (Edit)new Fit(Place.M2($"{slot}.{n}"), Drive(Module)))]);

    public static JobState Without2(this JobState state) =>
        state with
        {
            Found = state.Found.Remove(Place.Socket("CPU 2")),
            FoundEmpty = state.FoundEmpty.Add(Place.Socket("CPU 2")),
        };
}
