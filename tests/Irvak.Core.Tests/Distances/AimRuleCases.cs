using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Plans;
using Irvak.Core.Running;
using Irvak.Core.Tests.Verdicts;
using Irvak.Core.Verdicts;
using Irvak.Core.Volumes;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Distances;

/// <summary>Where each rule of the wishes applies, and a neighbour where it must not.</summary>
internal static class AimRuleCases
{
    // Four drives of 8 TB and what the kernel keeps for itself: double parity leaves 16 TB. The sums are by hand.
    private static JobState Sized(params Core.Edits.Edit[] edits) =>
        With([.. Enumerable.Repeat(Disk with { Bytes = (8 * TB) + (129L << 20) }, 4)]).Array(ArrayLevel.Parity2, 4).With(edits);

    private static WishVolume Volume(double on, double growth, Func<WishedVolume, WishedVolume>? change = null) =>
        new((change ?? (v => v))(new WishedVolume("M", ArrayUse.Archive) { OnItTB = on, GrowthTB = growth }));

    private static JobState Runs(double each) =>
        Boards.Job(Boards.Server, "A1", "C1").With(new SayRuns(new RunningThing("guests", RunKind.Guest) { EachGiB = each }));

    public static readonly RuleCase[] All =
    [
        new(
            "AIM-LOSS",
            Severity.Care,
            "M is lost, or sectors of it, within five years with a chance of 60 %; the wish is at most 1 %.",
            // 1 − 0.985⁶⁰: twelve disks of which 1.5 % fail in a year, five years, by hand.
            Disks(12).Array(ArrayLevel.Stripe, 12).With(new SetWish(WishKind.LossPercent, 1)),
            Sized(new SetWish(WishKind.LossPercent, 1))
        ),
        new(
            "AIM-WRITE",
            Severity.Care,
            "Nothing writes faster than 500 MB/s at the user’s end, 100 MB/s short of the wish for 600 MB/s.",
            Sized(new SetWish(WishKind.WriteMBs, 600)),
            Sized(new SetWish(WishKind.WriteMBs, 500))
        ),
        new(
            "AIM-AWAY",
            Severity.Care,
            "The machine is off for 52 min, 1 min longer than the wish for 51 min.",
            Sized(new SetWish(WishKind.AwayHours, 0.85m)),
            Sized(new SetWish(WishKind.AwayHours, 0.87m))
        ),
        new(
            "AIM-WATTS",
            Severity.Care,
            "259 W with everything at work, 1 W over the wish for 258 W.",
            Sized(new SetWish(WishKind.Watts, 258)),
            Sized(new SetWish(WishKind.Watts, 260))
        ),
        new(
            "AIM-ALONE",
            Severity.Care,
            "The plan touches [[bay:1]], [[bay:2]], [[bay:3]] and [[bay:4]]; bays 1 to 12 are to be left alone.",
            Sized(new LeaveAlone(["bays:front"])),
            Sized(new LeaveAlone(["memory"]))
        ),
        new(
            "AIM-BOOT",
            Severity.Care,
            "This job is about a new boot drive: nobody has said whether the system starts from [[bay:1]].",
            Arrays.DriveBox.With(Flash with { Form = "3.5" }).With(new SetPurposes([Purpose.Boot])),
            Arrays.DriveBox.With(Flash with { Form = "3.5" }).With(new SetPurposes([Purpose.Boot]), new PlanBoot(new([Bay(1)])))
        ),
        // 28.81 ÷ 0.9 = 32.01, so 33; 28.8 ÷ 0.9 are the 32 GiB that it has.
        new(
            "AIM-RUNS",
            Severity.Care,
            "What runs on it needs 28.81 GiB, 33 GiB with a tenth of room; 32 GiB is planned.",
            Runs(28.81),
            Runs(28.8)
        ),
        // 11 + 5 · 1.1 = 16.5; with 1 a year it is 16.0, which the array holds.
        new(
            "AIM-VOLUME",
            Severity.Care,
            "M needs 16.5 TB in 5 years, M has 16.0 TB: full in 4.5 years.",
            Sized(Volume(11, 1.1)),
            Sized(Volume(11, 1))
        ),
        new(
            "AIM-VOLUME-FAILURES",
            Severity.Care,
            "M is to survive 3 failed drives, M survives 2.",
            Sized(Volume(1, 0, v => v with { Failures = 3 })),
            Sized(Volume(1, 0, v => v with { Failures = 2 }))
        ),
        // 4 · 75 ÷ (0.2 + 0.8 · 6) = 60.
        new(
            "AIM-VOLUME-REQUESTS",
            Severity.Care,
            "M is asked 61 requests a second, M answers 60 of its kind.",
            Sized(Volume(1, 0, v => v with { RequestsPerSecond = 61 })),
            Sized(Volume(1, 0, v => v with { RequestsPerSecond = 60 }))
        ),
        new(
            "AIM-VOLUME-NOWHERE",
            Severity.Note,
            "No array of the plan is S’s: say in Aim on which it lies, or call one so.",
            Sized(Volume(1, 0), new WishVolume(new WishedVolume("S"))),
            Sized(Volume(1, 0), new WishVolume(new WishedVolume("S") { On = "M" }))
        ),
    ];
}
