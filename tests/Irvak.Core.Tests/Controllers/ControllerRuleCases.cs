using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Controllers;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Tests.Arrays;
using Irvak.Core.Tests.Verdicts;
using Irvak.Core.Verdicts;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Controllers;

/// <summary>A plan where each rule of controllers applies, and a neighbour where it must not.</summary>
internal static class ControllerRuleCases
{
    public static readonly ControllerSheet Hba = new()
    {
        Class = "host-adapter",
        Protocols = [DriveProtocol.Sas, DriveProtocol.Sata],
        LinkGbs = [3, 6, 12],
        InnerPorts = 16,
        Connector = "SFF-8643",
        Levels = [],
        Boots = true,
        MostDrives = 128,
    };

    private static readonly DriveSheet Sas = Disk with { Protocol = DriveProtocol.Sas, LinkGbs = 12, ReadMBs = 250 };
    private static readonly DriveSheet Sata = Disk with { LinkGbs = 6, ReadMBs = 250 };
    public static readonly DriveSheet Fast = Flash with { Form = "3.5", Protocol = DriveProtocol.Sas, LinkGbs = 12, ReadMBs = 1100 };

    private static Unit Card(ControllerSheet sheet, string name = "Corvath H", string? maker = "Corvath") =>
        new()
        {
            Card = new()
            {
                Name = name,
                Maker = maker,
                Role = CardRole.Controller,
                Controller = sheet,
            },
            Source = "shelf",
        };

    public static JobState Behind(ControllerSheet sheet, params DriveSheet[] drives) =>
        With(drives).With(new Fit(Place.Card("S1"), Card(sheet)));

    /// <summary>Parity on a card that was there, of which a level needs a key.</summary>
    private static JobState Keyed(string level) =>
        With(Sata, Sata, Sata)
            .With(
                new RecordFound(
                    new Dictionary<Place, Unit?>
                    {
                        [Place.Card("S1")] = Card(Hba with { Class = "cached-raid", Levels = ["5", "6"], KeyLevels = [level] }),
                    },
                    null,
                    "by hand"
                )
            )
            .Array(ArrayLevel.Parity1, 3, ArrayHost.Controller);

    private static readonly MachineSheet Ported = DriveBox.Sheet with { Boards = [new("SATA", BoardKind.Controller, "CPU 1", Ports: 12)] };

    private static JobState OnBoard(params DriveSheet[] drives) =>
        Boards
            .Job(Ported, "A1", "C1")
            .With([.. drives.Select((d, i) => (Edit)new Fit(Bay(i + 1), new Unit { Drive = d, Source = "shelf" }))]);

    private static readonly MachineSheet Twin = DriveBox.Sheet with
    {
        Slots = [new("S1", 16, 16, 4, "CPU 1"), new("S2", 16, 16, 4, "CPU 1")],
    };

    private static JobState Two(bool cabled)
    {
        var state = Boards
            .Job(Twin, "A1", "C1")
            .With(
                new Fit(Bay(1), new Unit { Drive = Sata, Source = "shelf" }),
                new Fit(Place.Card("S1"), Card(Hba)),
                new Fit(Place.Card("S2"), Card(Hba, "Corvath R"))
            );
        return cabled ? state.With(new WireBays("front", Place.Card("S2"))) : state;
    }

    /// <summary>Two groups of bays behind one card, or behind one each, and a mirror over both groups.</summary>
    private static JobState Halves(bool apart)
    {
        var sheet = Twin with
        {
            Bays = [DriveBox.Sheet.Bays[0] with { Names = ["1", "2"] }, DriveBox.Sheet.Bays[0] with { Group = "rear", Names = ["3", "4"] }],
        };
        var state = Boards
            .Job(sheet, "A1", "C1")
            .With(
                new Fit(Bay(1), new Unit { Drive = Sata, Source = "shelf" }),
                new Fit(Bay(3), new Unit { Drive = Sata, Source = "shelf" }),
                new Fit(Place.Card("S1"), Card(Hba with { Levels = ["1"] })),
                new Fit(Place.Card("S2"), Card(Hba with { Levels = ["1"] }, "Corvath R"))
            );
        return state.With(
            new WireBays("front", Place.Card("S1")),
            new WireBays("rear", apart ? Place.Card("S2") : Place.Card("S1")),
            new MakeArray(new("M", ArrayLevel.Mirror, [Place.Bay("1"), Place.Bay("3")], ArrayHost.Controller) { BackedUp = true })
        );
    }

    /// <summary>An array of a controller as found, which meets another card.</summary>
    private static JobState Swapped(string name)
    {
        var found = Boards
            .Job(DriveBox.Sheet, "A1", "C1")
            .With(
                new RecordFound(
                    new Dictionary<Place, Unit?>
                    {
                        [Place.Bay("1")] = new()
                        {
                            Drive = Disk,
                            MemberOf = "7",
                            Source = "table",
                        },
                        [Place.Bay("2")] = new()
                        {
                            Drive = Disk,
                            MemberOf = "7",
                            Source = "table",
                        },
                        [Place.Card("S1")] = Card(Hba with { Levels = ["1"] }, "Corvath A"),
                    },
                    null,
                    "test"
                )
            );
        found = found with { Readings = found.Readings.SetItem("table", new() { Raids = [new() { Name = "7", Level = "raid1" }] }) };
        return name == "Corvath A" ? found : found.With(new Fit(Place.Card("S1"), Card(Hba with { Levels = ["1"] }, name, "Lumick")));
    }

    public static readonly IReadOnlyList<RuleCase> All =
    [
        new(
            "CTL-PROTOCOL",
            Severity.Stop,
            "8 TB SAS in [[bay:1]] speaks SAS; on-board SATA behind it speaks SATA.",
            OnBoard(Sas),
            OnBoard(Sata)
        ),
        // Controllers of 12 Gb/s have mostly dropped 1.5 (common practice, no source).
        new(
            "CTL-LINK-NONE",
            Severity.Stop,
            "8 TB SATA in [[bay:1]] finds no rate in common with Corvath H, which speaks 3, 6 and 12 Gb/s.",
            Behind(Hba, Disk with { LinkGbs = 1.5 }),
            Behind(Hba with { LinkGbs = [1.5, 3, 6] }, Disk with { LinkGbs = 1.5 })
        ),
        new(
            "CTL-LINK",
            Severity.Note,
            "Corvath H runs 8 TB SAS flash in [[bay:1]] at 6 of 12 Gb/s: 50 % of its reading lost.",
            Behind(Hba with { LinkGbs = [3, 6] }, Fast),
            Behind(Hba, Fast)
        ),
        new(
            "CTL-2TIB",
            Severity.Stop,
            "Corvath H counts sectors in 32 bits: of 8 TB SATA in [[bay:1]] it sees 2.2 TB at most.",
            Behind(Hba with { Addresses32 = true }, Sata),
            Behind(Hba with { Addresses32 = true }, Sata with { SectorBytes = 4096 })
        ),
        new(
            "CTL-COUNT",
            Severity.Stop,
            "Corvath H addresses 2 drives; 3 hang on it.",
            Behind(Hba with { MostDrives = 2 }, Sata, Sata, Sata),
            Behind(Hba with { MostDrives = 3 }, Sata, Sata, Sata)
        ),
        new(
            "CTL-PORTS",
            Severity.Stop,
            "Corvath H has 2 ports for drives; the drives cabled to it want 3.",
            Behind(Hba with { InnerPorts = 2 }, Sata, Sata, Sata),
            Behind(Hba with { InnerPorts = 2 }, Sata, Sata)
        ),
        new(
            "CTL-WHICH",
            Severity.Note,
            "Which controller serves the front bays is not said: Corvath H and Corvath R could.",
            Two(false),
            Two(true)
        ),
        new(
            "CTL-UNIT",
            Severity.Care,
            "Corvath H caches writes only behind its battery: see that it comes along, with its mounting and cable.",
            Behind(Hba with { CacheMiB = 1024, Protection = "battery" }, Sata),
            Behind(Hba with { CacheMiB = 1024, Protection = "none" }, Sata)
        ),
        new(
            "CTL-KEY-ASK",
            Severity.Care,
            "Level 5 of M needs the key for it in Corvath H: whether it is there is not known.",
            Keyed("5"),
            Keyed("6")
        ),
        new(
            "CTL-DRIVER",
            Severity.Note,
            "An installer does not see drives behind Corvath H without its driver: have it on a stick.",
            Behind(Hba with { DriverAtInstall = true }, Sata),
            Behind(Hba, Sata)
        ),
        new(
            "CTL-PAIR",
            Severity.Note,
            "Corvath H wants firmware and driver of one pair: 24.21 with 7.714; which firmware is in is not known.",
            Behind(Hba with { Pairs = [new("24.21", "7.714")] }, Sata),
            Behind(Hba, Sata)
        ),
        new(
            "CTL-MEMBERS",
            Severity.Stop,
            "Corvath H keeps at most 2 drives in one array; M has 3.",
            Behind(Hba with { Levels = ["5"], MostMembers = 2 }, Sata, Sata, Sata).Array(ArrayLevel.Parity1, 3, ArrayHost.Controller),
            Behind(Hba with { Levels = ["5"], MostMembers = 3 }, Sata, Sata, Sata).Array(ArrayLevel.Parity1, 3, ArrayHost.Controller)
        ),
        new(
            "CTL-MODE",
            Severity.Care,
            "M needs the RAID mode of on-board SATA, and which mode it is in is not known: an "
                + "installed system will not start in another mode without its driver prepared.",
            OnBoard(Sata, Sata).Array(ArrayLevel.Mirror, 2, ArrayHost.Controller),
            OnBoard(Sata, Sata).Array(ArrayLevel.Mirror, 2)
        ),
        new(
            "CTL-ACROSS",
            Severity.Stop,
            "M lies over Corvath H in S1 and Corvath R in S2: none of them can "
                + "keep it. Let the host keep it, or put all its drives behind one.",
            Halves(true),
            Halves(false)
        ),
        new(
            "CTL-NONE",
            Severity.Stop,
            "M is to be kept by a controller, and no controller is behind [[bay:1]] and [[bay:2]].",
            Disks(2).Array(ArrayLevel.Mirror, 2, ArrayHost.Controller),
            Disks(2).Array(ArrayLevel.Mirror, 2)
        ),
        new(
            "CTL-FOREIGN",
            Severity.Care,
            "7 was made by Corvath A and meets Lumick B: import it as foreign, all 2 members in, another "
                + "maker: expect that it does not read it, and have the backup read back; never create it anew.",
            Swapped("Lumick B"),
            Swapped("Corvath A")
        ),
    ];
}
