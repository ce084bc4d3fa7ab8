using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests.Arrays;
using Irvak.Core.Tests.Verdicts;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Tests.Drives;

/// <summary>A drive for which each rule of bays and M.2 places applies, and one beside it for which it must not.</summary>
internal static class DriveRuleCases
{
    private static readonly DriveSheet Flash = new()
    {
        Model = "RV",
        Media = DriveMedia.Flash,
        Protocol = DriveProtocol.Sata,
        Form = "2.5",
        Bytes = 960_197_124_096,
        HeightMm = 7,
        SectorBytes = 512,
        LinkGbs = 6,
        ReadMBs = 550,
    };
    private static readonly DriveSheet Sas = Flash with { Protocol = DriveProtocol.Sas, LinkGbs = 12, ReadMBs = 1100, HeightMm = 15 };
    private static readonly DriveSheet Disk = Flash with
    {
        Media = DriveMedia.Disk,
        Form = "3.5",
        HeightMm = 26.1,
        Bytes = 4_000_787_030_016,
        ReadMBs = 200,
        Rpm = 7200,
    };
    private static readonly DriveSheet Module = DriveBox.Module;

    /// <summary>A drive in the first place of a carrier for E1.S.</summary>
    private static JobState OnCarrier(DriveSheet drive) =>
        Boards
            .Job(Sheet, "A1", "C1")
            .With(
                new Fit(
                    Place.Card("S1"),
                    new Unit
                    {
                        Card = new()
                        {
                            Name = "carrier",
                            Role = CardRole.Carrier,
                            Mech = 8,
                            Elec = 8,
                            Endpoints = [4, 4],
                            PlaceForm = "e1.s",
                        },
                        Source = "shelf",
                    }
                ),
                new Fit(Place.M2("S1.1"), new Unit { Drive = drive, Source = "shelf" })
            );

    private static readonly MachineSheet Sheet = Boards.Server with
    {
        Bays =
        [
            new("sata", "2.5", "flat", ["1"], 1, "SATA", 9.5) { LinkGbs = [6, 3] },
            new("sas", "2.5", "flat", ["2"], 1, "SAS, SATA", 15) { LinkGbs = [6, 3] },
            new("large", "3.5", "flat", ["3"], 1, "SAS, SATA", 26.1) { LinkGbs = [12, 6, 3], LimitTB = 4 },
            new("short", "3.5", "flat", ["8"], 1, "SATA", 26.1, Tray: "old tray") { LinkGbs = [6, 3], LimitTB = 4 },
            new("more", "3.5", "flat", ["9", "10"], 1, "SATA", 26.1),
            new("old", "3.5", "flat", ["6"], 1, "SATA", 26.1) { LinkGbs = [6, 3], PowersPin3 = true },
            new("fresh", "3.5", "flat", ["7"], 1, "SATA", 26.1) { LinkGbs = [6, 3], PowersPin3 = false },
            new("caddy", "2.5", "caddy", ["4"], 1, "SATA", 9.5) { LinkGbs = [6, 3] },
            new("new", "2.5", "flat", ["5"], 1, "SAS, SATA", 15) { LinkGbs = [22.5, 12] },
        ],
        Slots = [new("S1", 8, 8, 3, "CPU 1")],
        M2 =
        [
            new("W", [80], "×4 gen 3", Key: "M", Protocols: ["NVMe"], Lanes: 4) { SingleSided = true },
            new("X", [42, 80], "×2 gen 3", Key: "M", Protocols: ["NVMe"], Lanes: 2, Gen: 3),
            new("Y", [80], "SATA only", Key: "B", Protocols: ["SATA"]),
            new("Z", [80], "×4 gen 3", Key: "M", Protocols: ["NVMe", "SATA"], Lanes: 4),
        ],
    };

    private static JobState Put(Place place, DriveSheet drive, UsedGrade? grade = null) =>
        Boards
            .Job(Sheet, "A1", "C1")
            .With(
                new Fit(
                    place,
                    new Unit
                    {
                        Drive = drive,
                        Grade = grade,
                        Source = "shelf",
                    }
                )
            );

    private static JobState Guarded(DriveSheet drive) =>
        Put(Place.Bay("2"), drive)
            .With(
                new Fit(
                    Place.Card("S1"),
                    new Unit
                    {
                        Card = new()
                        {
                            Name = "Corvath C",
                            Role = CardRole.Controller,
                            Controller = new()
                            {
                                Class = "cached-raid",
                                CacheMiB = 2048,
                                Protection = "capacitor",
                            },
                        },
                        Source = "shelf",
                    }
                )
            );

    public static readonly IReadOnlyList<RuleCase> All =
    [
        new(
            "DRV-MATE",
            Severity.Stop,
            "[[bay:1]] is wired for SATA: 960 GB SAS flash will not go in.",
            Put(Place.Bay("1"), Sas),
            Put(Place.Bay("2"), Sas)
        ),
        new(
            "DRV-FORM",
            Severity.Stop,
            "[[bay:2]] is for 2.5 inch; 4 TB SATA is 3.5 inch.",
            Put(Place.Bay("2"), Disk),
            Put(Place.Bay("3"), Disk)
        ),
        new(
            "DRV-CONVERTER",
            Severity.Note,
            "960 GB SATA flash needs a converter for [[bay:3]], from 2.5 inch to 3.5 inch.",
            Put(Place.Bay("3"), Flash),
            Put(Place.Bay("2"), Flash)
        ),
        new(
            "DRV-HEIGHT",
            Severity.Stop,
            "960 GB SATA flash is 15 mm high, [[bay:1]] takes 9.5.",
            Put(Place.Bay("1"), Flash with { HeightMm = 15 }),
            Put(Place.Bay("1"), Flash with { HeightMm = 9.5 })
        ),
        new(
            "DRV-SPACER",
            Severity.Note,
            "960 GB SATA flash is 7 mm high in [[bay:4]] of 9.5: it needs the spacer.",
            Put(Place.Bay("4"), Flash),
            Put(Place.Bay("4"), Flash with { HeightMm = 9.5 })
        ), // common practice, no source
        new(
            "DRV-SECTOR",
            Severity.Stop,
            "960 GB SAS flash in [[bay:2]] has sectors of 520 bytes: not usable before reformatting to 512.",
            Put(Place.Bay("2"), Sas with { SectorBytes = 520 }),
            Put(Place.Bay("2"), Sas)
        ),
        new(
            "DRV-SIZE",
            Severity.Care,
            "8 TB in [[bay:3]]: the sheet ends at 4 TB; nobody has logged it.",
            Put(Place.Bay("3"), Disk with { Bytes = 8_001_563_222_016 }),
            Put(Place.Bay("3"), Disk)
        ),
        new(
            "DRV-LINK-NONE",
            Severity.Stop,
            "960 GB SATA flash speaks 6, 3 and 1.5 Gb/s, the backplane of [[bay:5]] 22.5 and 12: no rate in common.",
            Put(Place.Bay("5"), Flash),
            Put(Place.Bay("5"), Sas)
        ),
        // A 12 Gb/s drive on a 6 Gb/s backplane runs at 6 (common practice, no source); 552 of its 1100 MB/s.
        new(
            "DRV-LINK",
            Severity.Note,
            "960 GB SAS flash runs at 6 of 12 Gb/s in [[bay:2]]: 50 % of its reading lost.",
            Put(Place.Bay("2"), Sas),
            Put(Place.Bay("2"), Flash)
        ),
        new(
            "DRV-UNKNOWN",
            Severity.Care,
            "Whether 960 GB flash works in [[bay:2]] is not known: its interface is not told.",
            Put(Place.Bay("2"), Flash with { Protocol = null }),
            Put(Place.Bay("2"), Flash)
        ),
        new(
            "DRV-WORN",
            Severity.Care,
            "The 960 GB SATA flash for [[bay:2]] is grade C: worn out by two thirds.",
            Put(Place.Bay("2"), Flash, new(Grade.C, [new(Grade.C, "worn out by two thirds")], [])),
            Put(Place.Bay("2"), Flash, new(Grade.B, [], []))
        ),
        new(
            "DRV-PIN3",
            Severity.Stop,
            "4 TB SATA takes 3.3 V on pin 3 as “off”; [[bay:6]] feeds it: the drive stays silent.",
            Put(Place.Bay("6"), Disk with { PowerDisable = true }),
            Put(Place.Bay("7"), Disk with { PowerDisable = true })
        ), // SATA 3.3
        new(
            "DRV-PIN3-ASK",
            Severity.Note,
            "4 TB SATA stays silent in [[bay:3]] if its plug feeds 3.3 V to pin 3: look, or try one first.",
            Put(Place.Bay("3"), Disk with { PowerDisable = true }),
            Put(Place.Bay("3"), Disk)
        ),
        new(
            "DRV-DESKTOP",
            Severity.Care,
            "4 TB SATA in [[bay:3]] is a desktop drive; the chassis holds 10 bays.",
            Put(Place.Bay("3"), Disk with { Class = "desktop" }),
            Put(Place.Bay("3"), Disk with { Class = "nearline" })
        ), // common practice, no source
        new(
            "DRV-15K",
            Severity.Note,
            "4 TB SATA in [[bay:3]] turns 15 000 times a minute: hot, small, and old by now.",
            Put(Place.Bay("3"), Disk with { Rpm = 15_000 }),
            Put(Place.Bay("3"), Disk)
        ), // common practice, no source
        new(
            "DRV-POWER",
            Severity.Care,
            "960 GB SATA flash in [[bay:2]] loses what is in flight when the power goes; Corvath C writes back and takes its word for it.",
            Guarded(Flash with { PowerLossProtection = false }),
            Guarded(Flash with { PowerLossProtection = true })
        ),
        new(
            "DRV-HOLES",
            Severity.Note,
            "8 TB SATA may have its screw holes elsewhere than the old tray for [[bay:8]] expects: look before it is needed.",
            Put(Place.Bay("8"), Disk with { Bytes = 8_001_563_222_016 }),
            Put(Place.Bay("8"), Disk)
        ), // SFF-8301
        new(
            "M2-SIDES",
            Severity.Stop,
            "500 GB NVMe has chips on both sides; [[m2:W]] takes single-sided modules only.",
            Put(Place.M2("W"), Module with { DoubleSided = true }),
            Put(Place.M2("Z"), Module with { DoubleSided = true })
        ),
        new(
            "M2-FORM",
            Severity.Stop,
            "[[m2:X]] takes modules of M.2; 960 GB SATA flash is none.",
            Put(Place.M2("X"), Flash),
            Put(Place.M2("X"), Module)
        ),
        new(
            "M2-CARRIER",
            Severity.Stop,
            "[[m2:S1.1]] takes drives of E1.S; 500 GB NVMe is none.",
            OnCarrier(Module),
            OnCarrier(Module with { Form = "e1.s", Key = null, LengthMm = null })
        ),
        new(
            "M2-KEY",
            Severity.Stop,
            "500 GB NVMe has key M; the socket [[m2:Y]] is B.",
            Put(Place.M2("Y"), Module),
            Put(Place.M2("Y"), Module with { Key = "B+M" })
        ),
        new(
            "M2-LENGTH",
            Severity.Stop,
            "500 GB NVMe is 110 mm long; [[m2:X]] has stand-offs at 42 and 80.",
            Put(Place.M2("X"), Module with { LengthMm = 110 }),
            Put(Place.M2("X"), Module)
        ),
        new(
            "M2-WIRED",
            Severity.Stop,
            "[[m2:X]] is wired for NVMe: 500 GB SATA flash goes in and stays silent.",
            Put(Place.M2("X"), Module with { Protocol = DriveProtocol.Sata, Key = "B+M", Lanes = null }),
            Put(Place.M2("Z"), Module with { Protocol = DriveProtocol.Sata, Key = "B+M", Lanes = null })
        ),
        new(
            "M2-LANES",
            Severity.Note,
            "500 GB NVMe could use 4 lanes, [[m2:X]] has 2.",
            Put(Place.M2("X"), Module),
            Put(Place.M2("Z"), Module)
        ),
    ];
}
