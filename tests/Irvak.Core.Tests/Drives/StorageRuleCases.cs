using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Builds;
using Irvak.Core.Caches;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Moving;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Tests.Arrays;
using Irvak.Core.Tests.Verdicts;
using Irvak.Core.Verdicts;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Drives;

/// <summary>A plan where each rule of boot, caches, endurance and moving applies, and a neighbour where it must not.</summary>
internal static class StorageRuleCases
{
    private const long GB = 1_000_000_000;

    private static readonly DriveSheet Boot = new()
    {
        Model = "RV-M",
        Media = DriveMedia.Flash,
        Protocol = DriveProtocol.Sata,
        Form = "3.5",
        Bytes = 240 * GB,
        SectorBytes = 512,
        RatedWritesTB = 500,
        WarrantyYears = 5,
    };

    private static JobState Starts(
        DriveSheet drive,
        FirmwareSheet? firmware = null,
        ControllerSheet? controller = null,
        Policy policy = Policy.FieldProven,
        Func<BootPlan, BootPlan>? change = null,
        params DriveSheet[] more
    )
    {
        var state = Boards
            .Job(DriveBox.Sheet with { Firmware = firmware }, "A1", "C1")
            .With([.. new[] { drive }.Concat(more).Select((d, i) => (Edit)new Fit(Bay(i + 1), new Unit { Drive = d, Source = "shelf" }))]);
        if (controller is not null)
            state = state.With(
                new Fit(
                    Place.Card("S1"),
                    new Unit
                    {
                        Card = new()
                        {
                            Name = "Corvath R",
                            Role = CardRole.Controller,
                            Controller = controller,
                        },
                        Source = "shelf",
                    }
                )
            );
        return state.With(new SetPolicy(policy), new PlanBoot((change ?? (p => p))(new BootPlan(Bays(1 + more.Length)))));
    }

    /// <summary>A system that was found in bay 1 and is to start from bay 2.</summary>
    private static JobState FromBefore() =>
        Boards
            .Job(DriveBox.Sheet, "A1", "C1")
            .With(
                new RecordFound(
                    new Dictionary<Place, Unit?>
                    {
                        [Bay(1)] = new()
                        {
                            Drive = Boot,
                            MemberOf = "/",
                            Source = "test",
                        },
                    },
                    null,
                    "test"
                ),
                new Fit(Bay(2), new Unit { Drive = Boot, Source = "shelf" }),
                new PlanBoot(new([Bay(2)]))
            );

    private static readonly DriveSheet Cache = Flash with
    {
        Form = "3.5",
        Bytes = 960 * GB,
        RatedWritesTB = 3000,
        PowerLossProtection = true,
    };

    /// <summary>An array of three disks, and flash in bays 4 and 5 before it.</summary>
    private static JobState Cached(
        DriveSheet? flash = null,
        int drives = 2,
        bool back = false,
        double hot = 1000,
        double written = 0,
        DriveSheet? behind = null,
        string volume = "M",
        bool member = false,
        ControllerSheet? controller = null
    )
    {
        var state = With([.. Enumerable.Repeat(behind ?? Disk, 3), .. Enumerable.Repeat(flash ?? Cache, drives)]);
        if (controller is not null)
            state = state.With(
                new Fit(
                    Place.Card("S1"),
                    new Unit
                    {
                        Card = new()
                        {
                            Name = "Corvath R",
                            Role = CardRole.Controller,
                            Controller = controller,
                        },
                        Source = "shelf",
                    }
                )
            );
        state = state.Array(
            ArrayLevel.Parity1,
            3,
            controller is null ? ArrayHost.Kernel : ArrayHost.Controller,
            member ? a => a with { Members = [Bay(1), Bay(2), Bay(4)] } : null
        );
        return state.With(
            new PlanCache(new CachePlan("K", [.. Enumerable.Range(4, drives).Select(Bay)], [new(volume, hot)], back, written))
        );
    }

    private static readonly ControllerSheet Locked = new()
    {
        Class = "cached-raid",
        Protocols = [DriveProtocol.Sata],
        Levels = ["5"],
        CacheMiB = 1024,
        Protection = "battery",
        Keys = ["flash cache"],
    };

    private static readonly DriveSheet Small = Disk with { Model = "EK-N4", Bytes = 4 * TB };

    /// <summary>A single disk that is changed for a larger or smaller one in another bay.</summary>
    private static JobState Leaves(DriveSheet to, MoveWay? way = MoveWay.Clone, string? goal = "bay:2", bool same = false)
    {
        var state = Boards
            .Job(DriveBox.Sheet, "A1", "C1")
            .With(
                new RecordFound(
                    new Dictionary<Place, Unit?>
                    {
                        [Place.Bay("1")] = new()
                        {
                            Drive = Disk,
                            Serial = "S1",
                            Source = "listing",
                        },
                    },
                    null,
                    "test"
                )
            );
        state = same
            ? state.With(new Fit(Place.Bay("1"), new Unit { Drive = to, Source = "shelf" }))
            : state.With(new Remove(Place.Bay("1")), new Fit(Place.Bay("2"), new Unit { Drive = to, Source = "shelf" }));
        return way is null ? state : state.With(new PlanMove("bay:1", way, goal));
    }

    public static readonly IReadOnlyList<RuleCase> All =
    [
        new(
            "BOOT-NVME",
            Severity.Stop,
            "The firmware does not start from NVMe: 240 GB NVMe in [[bay:1]] can't be the boot drive.",
            Starts(Boot with { Protocol = DriveProtocol.Nvme }, new() { BootsNvme = false }),
            Starts(Boot with { Protocol = DriveProtocol.Nvme }, new() { BootsNvme = true })
        ),
        new(
            "BOOT-4KN",
            Severity.Stop,
            "The firmware does not start from sectors of 4096 bytes: 240 GB SATA flash in [[bay:1]] can't be the boot drive.",
            Starts(Boot with { SectorBytes = 4096 }, new() { Boots4Kn = false }),
            Starts(Boot with { SectorBytes = 4096 }, new() { Boots4Kn = true, BootModes = ["uefi"] })
        ),
        // 2³² sectors of 512 bytes are 2 199 023 255 552 bytes.
        new(
            "BOOT-2TIB",
            Severity.Care,
            "Without UEFI the system starts only from the first 2.2 TB of 8 TB SATA in [[bay:1]].",
            Starts(Disk, new() { BootModes = ["legacy"] }),
            Starts(Disk, new() { BootModes = ["uefi", "legacy"] })
        ),
        new(
            "BOOT-HOST",
            Severity.Stop,
            "Corvath R does not start a system: [[bay:1]] behind it can't hold the boot drive.",
            Starts(Boot, controller: new() { Class = "host-adapter", Boots = false }),
            Starts(Boot, controller: new() { Class = "host-adapter", Boots = true })
        ),
        new(
            "BOOT-MIRROR",
            Severity.Note,
            "The boot mirror of [[bay:1]] and [[bay:2]] wants its boot partition on both halves, and both in the firmware’s order.",
            Starts(Boot, more: Boot),
            Starts(Boot)
        ),
        new(
            "BOOT-UNEQUAL",
            Severity.Care,
            "[[bay:1]] and [[bay:2]] of the boot mirror differ in size: the smaller one, 240 GB, is the measure.",
            Starts(Boot, more: Boot with { Bytes = 480 * GB }),
            Starts(Boot, more: Boot)
        ),
        new(
            "BOOT-MEDIA",
            Severity.Care,
            "240 GB USB flash in [[bay:1]] is of a class that logging wears out: no system that writes its log there.",
            Starts(Boot with { Protocol = DriveProtocol.Usb, Form = "usb" }),
            Starts(Boot)
        ),
        // 30 GB a day are 10.95 TB a year; 30 TB last 2.7 years.
        new(
            "BOOT-WEAR",
            Severity.Care,
            "240 GB SATA flash in [[bay:1]] is worn out after about 2.7 years.",
            Starts(Boot with { RatedWritesTB = 30 }),
            Starts(Boot)
        ),
        new(
            "BOOT-NONE",
            Severity.Stop,
            "The system is to start from [[bay:7]], where there is no drive.",
            Starts(Boot, change: p => p with { Places = [Place.Bay("7")] }),
            Starts(Boot)
        ),
        new(
            "BOOT-INSTALLER",
            Severity.Stop,
            "A desktop or server system of the widespread kind asks for 64 GB at least; 63.9 GB SATA flash in [[bay:1]] has 63.9 GB.",
            Starts(Boot with { Bytes = 63_900_000_000 }, change: p => p with { System = InstallerKind.Desktop }),
            Starts(Boot with { Bytes = 64 * GB }, change: p => p with { System = InstallerKind.Desktop })
        ),
        new(
            "BOOT-INSTALLER-ROOM",
            Severity.Care,
            "A virtualisation host on a general base installs onto 31 GB SATA flash in [[bay:1]], and grows beyond it: 32 GB are sensible.",
            Starts(Boot with { Bytes = 31 * GB }, change: p => p with { System = InstallerKind.VirtualHost }),
            Starts(Boot with { Bytes = 32 * GB }, change: p => p with { System = InstallerKind.VirtualHost })
        ),
        new(
            "BOOT-INSTALLER-MIRROR",
            Severity.Care,
            "A hypervisor that starts and leaves its medium makes no mirror of [[bay:1]] and [[bay:2]] by itself: "
                + "by a controller or a carrier for two drives.",
            Starts(Boot, more: Boot, change: p => p with { System = InstallerKind.Hypervisor }),
            Starts(Boot, more: Boot, change: p => p with { System = InstallerKind.ServerPool })
        ),
        new(
            "BOOT-WHOLE",
            Severity.Stop,
            "A storage system that installs onto whole disks leaves nothing of them to others: [[bay:1]] can't hold data beside it.",
            Starts(Boot, change: p => p with { System = InstallerKind.Storage, SharedGB = 1 }),
            Starts(Boot, change: p => p with { System = InstallerKind.Storage, SharedGB = 0 })
        ),
        new(
            "BOOT-OLD",
            Severity.Note,
            "[[bay:1]] keeps the system of before: the firmware may start that one. "
                + "Put it last, or take it out once the new one starts.",
            FromBefore(),
            FromBefore().With(new Remove(Bay(1)))
        ),
        new(
            "BOOT-STRIPE",
            Severity.Care,
            "The system lies on M, which has no redundancy: any of its 2 drives takes it along; "
                + "the boot partition must lie outside of it, for no firmware reads it.",
            Starts(Boot, more: Boot).Array(ArrayLevel.Stripe, 2),
            Starts(Boot, more: Boot).Array(ArrayLevel.Mirror, 2)
        ),
        new("CACHE-PLAN", Severity.Stop, "Cache K can't be set up: there is no array X.", Cached(volume: "X"), Cached()),
        new(
            "CACHE-PAIR",
            Severity.Stop,
            "Cache K holds writes on a single copy: [[bay:4]].",
            Cached(drives: 1, back: true),
            Cached(drives: 1)
        ),
        new(
            "CACHE-POWER",
            Severity.Care,
            "When the power goes, what is in flight in [[bay:4]] and [[bay:5]] of cache K is lost.",
            Cached(Cache with { PowerLossProtection = false }, back: true),
            Cached(back: true)
        ),
        new(
            "CACHE-SMALL",
            Severity.Care,
            "Cache K of 2 GB is too small to be noticed: a quarter less latency needs 6 GB.",
            Cached(Cache with { Bytes = GB }, hot: 20_000),
            Cached(hot: 1_000)
        ),
        new(
            "CACHE-NOTHING",
            Severity.Care,
            "Cache K brings nothing at any size: what is behind it answers as quickly.",
            Cached(behind: Cache with { Bytes = 8 * TB }),
            Cached()
        ),
        // Two drives share 1000 GB a day and its amplification of 2; 500 TB each: 500 000 ÷ (1000 × 365) = 1.4 years.
        new(
            "CACHE-WEAR",
            Severity.Care,
            "Cache K is written up after about 1.4 years.",
            Cached(Cache with { RatedWritesTB = 500 }, written: 1000),
            Cached(written: 100)
        ),
        new("CACHE-DISK", Severity.Stop, "Cache K has disks in [[bay:4]] and [[bay:5]].", Cached(Disk), Cached()),
        new("CACHE-TWICE", Severity.Stop, "[[bay:4]] is in cache K and in M.", Cached(member: true), Cached()),
        new(
            "CACHE-KEY",
            Severity.Care,
            "Corvath R caches on flash only with its key: see that it comes along.",
            Cached(controller: Locked),
            Cached(controller: Locked with { Keys = [] })
        ),
        // 6000 GB a day, two writes for each, over two drives: 6000 GB each; 3000 TB ÷ 2190 TB a year.
        new(
            "DRV-ENDURE",
            Severity.Care,
            "960 GB SATA flash in [[bay:1]] and [[bay:2]] is written up after about 1.4 years at 6000 GB a day.",
            With(Cache, Cache).Array(ArrayLevel.Mirror, 2, change: a => a with { WrittenGBPerDay = 6000 }),
            With(Cache, Cache).Array(ArrayLevel.Mirror, 2, change: a => a with { WrittenGBPerDay = 60 })
        ),
        new(
            "MOVE-UNSAID",
            Severity.Care,
            "How the 8.0 TB of the 8 TB SATA of 1 reach their new home is not said.",
            Leaves(Disk, null),
            Leaves(Disk)
        ),
        new("MOVE-SMALL", Severity.Stop, "the 8 TB SATA of 1 may hold 8.0 TB; 2 takes 4.0 TB.", Leaves(Small), Leaves(Disk)),
        new(
            "MOVE-SECTOR",
            Severity.Stop,
            "A clone from sectors of 512 bytes to sectors of 4096 does not start: the 8 TB SATA of 1.",
            Leaves(Disk with { SectorBytes = 4096 }),
            Leaves(Disk with { SectorBytes = 4096 }, MoveWay.Copy)
        ),
        new(
            "MOVE-TOGETHER",
            Severity.Stop,
            "the 8 TB SATA of 1 and 1 want the same bays: they are never in the machine together.",
            Leaves(Disk with { Model = "EK-N8X" }, MoveWay.Clone, "bay:1", true),
            Leaves(Disk with { Model = "EK-N8X" }, MoveWay.Restore, "bay:1", true)
        ),
        new(
            "MOVE-KEY",
            Severity.Note,
            "Before the 8 TB SATA of 1 moves: see its recovery key, if it is encrypted, and try it.",
            Leaves(Disk),
            Leaves(Disk, MoveWay.Nothing, null)
        ),
        new(
            "WIPE-UNSAID",
            Severity.Care,
            "[[bay:1]] leaves with what is on it: say how, and by whom, it is wiped.",
            Leaves(Disk),
            Leaves(Disk).With(new RecordWipe(Place.Bay("1"), WipeWay.Overwrite, false))
        ),
    ];
}
