using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Tests.Verdicts;
using Irvak.Core.Verdicts;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Arrays;

/// <summary>A plan where each rule of arrays applies, and a neighbour where it must not.</summary>
internal static class ArrayRuleCases
{
    public static readonly IReadOnlyList<RuleCase> All =
    [
        new(
            "ARR-LEVEL",
            Severity.Stop,
            "M can't be made: Double parity needs 4 drives at least.",
            Disks(3).Array(ArrayLevel.Parity2, 3),
            Disks(4).Array(ArrayLevel.Parity2, 4)
        ),
        new(
            "ARR-ERASE",
            Severity.Care,
            "Creating M erases [[bay:1]], [[bay:2]], [[bay:3]] and [[bay:4]], which hold 32.0 TB.",
            Found(4).Array(ArrayLevel.Parity2, 4),
            Disks(4).Array(ArrayLevel.Parity2, 4)
        ),
        new(
            "ARR-NONE",
            Severity.Stop,
            "M survives no failure, and what it holds is neither scratch nor backed up.",
            Disks(2).Array(ArrayLevel.Stripe, 2, change: a => a with { BackedUp = false }),
            Disks(2).Array(ArrayLevel.Stripe, 2, change: a => a with { BackedUp = false, Scratch = true })
        ),
        new(
            "ARR-BACKUP",
            Severity.Note,
            "M is not a backup: deleted, overwritten or encrypted data is so on every drive.",
            Disks(4).Array(ArrayLevel.Parity2, 4, change: a => a with { BackedUp = false }),
            Disks(4).Array(ArrayLevel.Parity2, 4)
        ),
        new(
            "ARR-UNEQUAL",
            Severity.Note,
            "16.0 TB of M lie idle: [[bay:3]] is the smallest. One of 16.0 TB there frees 16.0 TB.",
            With(Disk with { Bytes = 16 * TB }, Disk with { Bytes = 16 * TB }, Disk).Array(ArrayLevel.Parity1, 3),
            Disks(3).Array(ArrayLevel.Parity1, 3)
        ),
        new(
            "ARR-REBUILD",
            Severity.Care,
            "A rebuild of M reads 24.0 TB and meets an unreadable sector in up to 17 % of cases, with nothing left to make up for it.",
            Disks(4).Array(ArrayLevel.Parity1, 4),
            Disks(4).Array(ArrayLevel.Parity2, 4)
        ),
        new(
            "ARR-STRIP",
            Severity.Note,
            "A request of 64 KiB touches 2 of 4 drives at strips of 64 KiB; 256 KiB would fit file share better.",
            Disks(4).Array(ArrayLevel.Parity2, 4, change: a => a with { StripKiB = 64 }),
            Disks(4).Array(ArrayLevel.Parity2, 4, change: a => a with { StripKiB = 256 })
        ),
        new(
            "ARR-CACHE",
            Severity.Care,
            "M keeps parity on Corvath R, which has no protected cache.",
            Disks(4).Controller(null, "5", "6").Array(ArrayLevel.Parity2, 4, ArrayHost.Controller),
            Disks(4).Controller("battery", "5", "6").Array(ArrayLevel.Parity2, 4, ArrayHost.Controller)
        ),
        new(
            "ARR-CONTROLLER",
            Severity.Stop,
            "What is to keep M does not make level 6: Corvath R.",
            Disks(4).Controller(null, "0", "1", "10").Array(ArrayLevel.Parity2, 4, ArrayHost.Controller),
            Disks(4).Controller(null, "0", "1", "10").Array(ArrayLevel.Pairs, 4, ArrayHost.Controller)
        ),
        new(
            "ARR-TWICE",
            Severity.Stop,
            "[[bay:1]] is a member of M and of N.",
            Disks(4).Array(ArrayLevel.Parity2, 4).With(new MakeArray(new("N", ArrayLevel.Single, [Place.Bay("1")]) { Scratch = true })),
            Disks(5).Array(ArrayLevel.Parity2, 4).With(new MakeArray(new("N", ArrayLevel.Single, [Place.Bay("5")]) { Scratch = true }))
        ),
        new(
            "ARR-MEDIA",
            Severity.Care,
            "M mixes disks and flash.",
            With(Disk, Disk, Flash).Array(ArrayLevel.Parity1, 3),
            Disks(3).Array(ArrayLevel.Parity1, 3)
        ),
        new(
            "ARR-PROTOCOL",
            Severity.Care,
            "M mixes SATA and SAS.",
            Disks(4, d => d with { Protocol = Core.Sheets.DriveProtocol.Sas }).Array(ArrayLevel.Parity2, 4),
            Disks(4).Array(ArrayLevel.Parity2, 4)
        ),
        new(
            "ARR-SECTOR",
            Severity.Stop,
            "M mixes sectors of 512 and of 4096 bytes, these in [[bay:4]].",
            Disks(4, d => d with { SectorBytes = 4096 }).Array(ArrayLevel.Parity2, 4),
            Disks(4).Array(ArrayLevel.Parity2, 4)
        ),
        new(
            "ARR-SHINGLED",
            Severity.Care,
            "M holds drives that write in shingles, in [[bay:4]]: rewriting in place stalls them.",
            Disks(4, d => d with { Shingled = true }).Array(ArrayLevel.Parity2, 4),
            Disks(4, d => d with { Shingled = true }).Array(ArrayLevel.Pairs, 4)
        ),
        new(
            "ARR-RECOVERY",
            Severity.Care,
            "M holds drives that try on a bad sector for minutes, in [[bay:4]]: it takes them for dead meanwhile.",
            Disks(4, d => d with { ErrorRecoveryLimit = false }).Array(ArrayLevel.Parity2, 4),
            Disks(4, d => d with { ErrorRecoveryLimit = null }).Array(ArrayLevel.Parity2, 4)
        ),
        new(
            "ARR-LOSE",
            Severity.Stop,
            "Taking [[bay:1]] and [[bay:2]] out loses md0: single parity survives 1 failure.",
            InArray(4, "raid5").With(new Remove(Place.Bay("1")), new Remove(Place.Bay("2"))),
            InArray(4, "raid6").With(new Remove(Place.Bay("1")), new Remove(Place.Bay("2")))
        ),
        new(
            "ARR-PULL",
            Severity.Care,
            "Taking [[bay:1]] out leaves md0 degraded: 1 failure more.",
            InArray(4, "raid6").With(new Remove(Place.Bay("1"))),
            InArray(4, "raid6")
        ),
        new(
            "ARR-REPLACE",
            Severity.Care,
            "Replace [[bay:1]] of md0 one at a time: each is rebuilt, about 24 h, before the next is pulled.",
            InArray(4, "raid5").With(new Fit(Bay(1), new() { Drive = Disk with { Model = "EK-N8X" }, Source = "shelf" })),
            InArray(4, "raid5")
        ),
        new(
            "ARR-DOWN",
            Severity.Stop,
            "md0 does not run: its state is “inactive”. Create nothing over [[bay:1]], [[bay:2]] and [[bay:3]] and write nothing to them.",
            InArray(3, "raid5", r => r with { State = "inactive" }),
            InArray(3, "raid5")
        ),
        new(
            "ARR-DEGRADED",
            Severity.Care,
            "md0 runs with 3 of 4 members: any further failure may lose it. Back up before anything else, and mend it first.",
            InArray(4, "raid5", r => r with { Present = 3 }),
            InArray(4, "raid5")
        ),
        new(
            "ARR-STATE",
            Severity.Care,
            "How md0 over [[bay:1]] and [[bay:2]] stands is not known: its level "
                + "was not told. Its drives go one at a time, with the machine off.",
            Found(2, "md0").With(New(1)),
            InArray(2, "raid1").With(New(1))
        ),
        new(
            "ARR-BLIND",
            Severity.Stop,
            "Taking [[bay:1]] out of md0 may lose it: its level was not told.",
            Found(2, "md0").With(new Remove(Place.Bay("1"))),
            InArray(2, "raid1").With(new Remove(Place.Bay("1")))
        ),
        new(
            "ARR-SPARE",
            Severity.Stop,
            "[[bay:4]] can't stand by for M: it has 120 GB, the smallest member 8 TB.",
            Spare(120_000_000_000),
            Spare(8 * TB)
        ),
        new("AIM-SPACE", Severity.Care, "16.0 TB of space, 4.0 TB short of the wish for 20.0 TB.", Sized(20), Sized(16)),
        new(
            "AIM-FAILURES",
            Severity.Care,
            "M survives 1 failed drive, the wish is 2.",
            Disks(4).Array(ArrayLevel.Parity1, 4).With(new SetWish(WishKind.Failures, 2)),
            Disks(4).Array(ArrayLevel.Parity2, 4).With(new SetWish(WishKind.Failures, 2))
        ),
    ];

    private static JobState Spare(long bytes) =>
        Disks(4, d => d with { Bytes = bytes }).Array(ArrayLevel.Parity1, 3, change: a => a with { Spares = [Place.Bay("4")] });

    private static JobState Sized(int wish) =>
        With([.. Enumerable.Repeat(Disk with { Bytes = (8 * TB) + (129L << 20) }, 4)])
            .Array(ArrayLevel.Parity2, 4)
            .With(new SetWish(WishKind.UsableTB, wish));
}
