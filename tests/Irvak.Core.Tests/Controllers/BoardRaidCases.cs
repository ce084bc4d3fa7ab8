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

/// <summary>Plans with arrays that a board's own firmware keeps. Common practice, no source; levels and versions as the sheet has
/// them.</summary>
internal static class BoardRaidCases
{
    private static readonly DriveSheet Sata = Disk with { LinkGbs = 6, ReadMBs = 250 };
    private static readonly DriveSheet FlashSata = Flash with { Form = "3.5", LinkGbs = 6 };

    /// <summary>A board whose firmware keeps arrays as a desktop's does.</summary>
    public static readonly BoardRaid Raid = new()
    {
        Levels = ["0", "1", "5", "10"],
        MostMembers = 6,
        Boots = true,
        DriverAtInstall = true,
        TrimLevels = ["0"],
    };

    private static MachineSheet Keeping(BoardRaid? raid) =>
        DriveBox.Sheet with
        {
            Boards = [new("SATA", BoardKind.Controller, "CPU 1", Ports: 12) { Raid = raid }],
        };

    private static JobState OnBoard(BoardRaid? raid, params DriveSheet[] drives) =>
        Boards
            .Job(Keeping(raid), "A1", "C1")
            .With([.. drives.Select((d, i) => (Edit)new Fit(Bay(i + 1), new Unit { Drive = d, Source = "shelf" }))]);

    private static SetStorageMode Mode(StorageMode? mode, bool asFound = false) => new("SATA", mode, asFound);

    /// <summary>A mirror or stripe that the board's firmware keeps, as found.</summary>
    private static JobState Kept(string level)
    {
        var found = Boards
            .Job(Keeping(Raid), "A1", "C1")
            .With(new RecordFound(new[] { "1", "2" }.ToDictionary(Place.Bay, _ => (Unit?)
                            new Unit
                            {
                                Drive = Disk,
                                MemberOf = "7",
                                Source = "table",
                            }), null, "test"));
        return found with { Readings = found.Readings.SetItem("table", new() { Raids = [new() { Name = "7", Level = level }] }) };
    }

    /// <summary>Once for each rule that is the board's alone.</summary>
    public static readonly IReadOnlyList<RuleCase> All =
    [
        new(
            "CTL-MODE-PLAIN",
            Severity.Stop,
            "M is to be kept by on-board SATA, which is planned in plain mode: there it keeps nothing.",
            OnBoard(Raid, Sata, Sata).With(Mode(StorageMode.Plain)).Array(ArrayLevel.Mirror, 2, ArrayHost.Controller),
            OnBoard(Raid, Sata, Sata).With(Mode(StorageMode.Raid)).Array(ArrayLevel.Mirror, 2, ArrayHost.Controller)
        ),
        new(
            "CTL-MODE-CHANGE",
            Severity.Care,
            "The storage mode of on-board SATA changes from plain to RAID: an "
                + "installed system will not start without the driver of that mode prepared.",
            OnBoard(Raid, Sata).With(Mode(StorageMode.Plain, true), Mode(StorageMode.Raid)),
            OnBoard(Raid, Sata).With(Mode(StorageMode.Raid, true), Mode(StorageMode.Raid))
        ),
        new(
            "CTL-MODE-BACK",
            Severity.Stop,
            "7 was kept by on-board SATA, which goes back to plain mode: what is on it can’t be read any more.",
            Kept("raid0").With(Mode(StorageMode.Plain)),
            Kept("raid0").With(Mode(StorageMode.Raid))
        ),
        new(
            "CTL-TRIM",
            Severity.Note,
            "TRIM does not reach the flash of M through on-board SATA.",
            OnBoard(Raid, FlashSata, FlashSata).Array(ArrayLevel.Mirror, 2, ArrayHost.Controller),
            OnBoard(Raid, FlashSata, FlashSata).Array(ArrayLevel.Stripe, 2, ArrayHost.Controller)
        ),
        new(
            "CTL-BOARD-TIED",
            Severity.Note,
            "M is read by boards of the same family with the same or newer option ROM: keep the backup for any other.",
            OnBoard(Raid, Sata, Sata).Array(ArrayLevel.Mirror, 2, ArrayHost.Controller),
            OnBoard(Raid, Sata, Sata).Array(ArrayLevel.Mirror, 2)
        ),
    ];

    /// <summary>Other sentences of the same rules, and rules of cards that hold for boards too.</summary>
    public static readonly IReadOnlyList<RuleCase> More =
    [
        new(
            "CTL-MODE",
            Severity.Care,
            "M needs the RAID mode of on-board SATA, and it is in plain mode: an installed "
                + "system will not start in another mode without its driver prepared.",
            OnBoard(Raid, Sata, Sata).With(Mode(StorageMode.Plain, true)).Array(ArrayLevel.Mirror, 2, ArrayHost.Controller),
            OnBoard(Raid, Sata, Sata).With(Mode(StorageMode.Raid, true)).Array(ArrayLevel.Mirror, 2, ArrayHost.Controller)
        ),
        new(
            "CTL-MODE-CHANGE",
            Severity.Care,
            "The storage mode of on-board SATA changes from one that is not known to plain: an "
                + "installed system will not start without the driver of that mode prepared.",
            OnBoard(Raid, Sata).With(Mode(StorageMode.Plain)),
            OnBoard(Raid, Sata).With(Mode(StorageMode.Plain), Mode(null))
        ),
        new(
            "CTL-MODE-BACK",
            Severity.Stop,
            "7 was kept by on-board SATA, which goes back to plain mode: each half is read by itself at best, and the two grow apart.",
            Kept("raid1").With(Mode(StorageMode.Plain)),
            Kept("raid1")
        ),
        new(
            "CTL-MEMBERS",
            Severity.Stop,
            "on-board SATA keeps at most 2 drives in one array; M has 3.",
            OnBoard(Raid with { MostMembers = 2 }, Sata, Sata, Sata).Array(ArrayLevel.Parity1, 3, ArrayHost.Controller),
            OnBoard(Raid with { MostMembers = 3 }, Sata, Sata, Sata).Array(ArrayLevel.Parity1, 3, ArrayHost.Controller)
        ),
        new(
            "CTL-TRIM",
            Severity.Note,
            "It is not known whether TRIM reaches the flash of M through on-board SATA.",
            OnBoard(Raid with { TrimLevels = null }, FlashSata, FlashSata).Array(ArrayLevel.Stripe, 2, ArrayHost.Controller),
            OnBoard(Raid with { TrimLevels = null }, Sata, Sata).Array(ArrayLevel.Stripe, 2, ArrayHost.Controller)
        ),
        new(
            "CTL-DRIVER",
            Severity.Note,
            "An installer does not see drives behind on-board SATA without its driver: have it on a stick.",
            OnBoard(Raid, Sata, Sata).Array(ArrayLevel.Mirror, 2, ArrayHost.Controller),
            OnBoard(Raid with { DriverAtInstall = false }, Sata, Sata).Array(ArrayLevel.Mirror, 2, ArrayHost.Controller)
        ),
        new(
            "ARR-CONTROLLER",
            Severity.Stop,
            "What is to keep M does not make level 5: on-board SATA.",
            OnBoard(Raid with { Levels = ["0", "1"] }, Sata, Sata, Sata).Array(ArrayLevel.Parity1, 3, ArrayHost.Controller),
            OnBoard(Raid with { Levels = ["0", "5"] }, Sata, Sata, Sata).Array(ArrayLevel.Parity1, 3, ArrayHost.Controller)
        ),
        new(
            "ARR-CONTROLLER",
            Severity.Stop,
            "What is to keep M does not make level 1: on-board SATA.",
            OnBoard(Raid with { Levels = [] }, Sata, Sata).Array(ArrayLevel.Mirror, 2, ArrayHost.Controller),
            OnBoard((BoardRaid?)null, Sata, Sata).Array(ArrayLevel.Mirror, 2, ArrayHost.Controller)
        ),
        new(
            "ARR-CACHE",
            Severity.Care,
            "M keeps parity on on-board SATA, which has no protected cache.",
            OnBoard(Raid, Sata, Sata, Sata).Array(ArrayLevel.Parity1, 3, ArrayHost.Controller),
            OnBoard(Raid, Sata, Sata).Array(ArrayLevel.Mirror, 2, ArrayHost.Controller)
        ),
    ];
}
