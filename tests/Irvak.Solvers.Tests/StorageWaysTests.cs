using Irvak.Core;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Builds;
using Irvak.Core.Caches;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests;
using Irvak.Core.Tests.Arrays;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Solvers.Tests;

/// <summary>Ways out of what is open about moving, wiping, caches and boot: each was tried, and the finding is gone after it.</summary>
public class StorageWaysTests
{
    private static readonly DriveSheet Ssd = Flash with
    {
        Form = "3.5",
        Bytes = 960_197_124_096,
        RatedWritesTB = 1000,
        PowerLossProtection = true,
    };

    private static IReadOnlyList<Core.Verdicts.WayOut> Ways(JobState state, string code)
    {
        Evaluation Evaluate(JobState s) => s.Evaluate(null, []);
        var before = Evaluate(state);
        var ways = WaysOut.Of(before, before.Findings.First(f => f.Rule.Code == code), ShelfBook.Empty, new Trials(state, Evaluate));
        Assert.NotEmpty(ways);
        Assert.All(ways, w => Assert.DoesNotContain(Evaluate(state.With(w.Edit)).Findings, f => f.Rule.Code == code));
        return ways;
    }

    [Fact]
    public void Data_of_an_array_that_is_given_up_finds_a_new_home_with_its_hours()
    {
        // Drives in other bays: a copy is possible, at the narrower of reading and writing; the backup is slower.
        var state = InArray(3, "raid5")
            .With([
                new DropArray("md0"),
                .. Enumerable.Range(5, 3).Select(n => new Fit(Bay(n), new Unit { Drive = Disk, Source = "shelf" })),
                new MakeArray(new("M", ArrayLevel.Parity1, [Bay(5), Bay(6), Bay(7)]) { BackedUp = true }),
            ]);
        var ways = Ways(state, "MOVE-UNSAID");
        Assert.Equal("Clone, block by block, to M, up to 11.9 h", ways[0].Title);
        Assert.Contains(ways, w => w.Title.StartsWith("Restore from the backup, to M, up to 40.4 h", StringComparison.Ordinal));
    }

    [Fact]
    public void A_job_about_a_boot_drive_is_asked_from_which_it_starts()
    {
        var job = DriveBox.With(Ssd, Ssd).With(new Core.Aims.SetPurposes([Core.Aims.Purpose.Boot]));
        Assert.Equal(
            ["Start from 1", "Start from 2", "Start from a mirror of 1 and 2"],
            Ways(job, "AIM-BOOT").Select(w => w.Title).Order(StringComparer.Ordinal)
        );
        // Other jobs may put drives in without a word of the start.
        Assert.DoesNotContain(
            DriveBox.With(Ssd).With(new Core.Aims.SetPurposes([Core.Aims.Purpose.Drives])).Evaluate(null, []).Findings,
            f => f.Rule.Code == "AIM-BOOT"
        );
    }

    [Fact]
    public void Drives_that_leave_are_wiped_together()
    {
        var ways = Ways(Found(2).With(new Remove(Bay(1)), new Remove(Bay(2))), "WIPE-UNSAID");
        Assert.Equal(
            ["Overwritten once, up to 11.9 h", "The drive’s own sanitise command, up to 11.9 h", "Kept as it is, for going back"],
            ways.Select(w => w.Title)
                .Order(StringComparer.Ordinal)
                .OrderBy(t =>
                    t[0] == 'O' ? 0
                    : t[0] == 'T' ? 1
                    : 2
                )
        );
    }

    [Fact]
    public void A_write_cache_on_one_drive_holds_reads_only_or_goes()
    {
        var ways = Ways(
            With(Disk, Disk, Disk, Ssd)
                .Array(ArrayLevel.Parity1, 3)
                .With(new PlanCache(new CachePlan("K", [Bay(4)], [new("M", 2000)], true))),
            "CACHE-PAIR"
        );
        Assert.Contains(ways, w => w.Title == "Let it hold reads only");
    }

    [Fact]
    public void A_worn_boot_drive_is_left_as_found() =>
        Assert.Equal(
            "Leave the boot drive as found",
            Assert.Single(Ways(With(Ssd with { RatedWritesTB = 20 }).With(new PlanBoot(new BootPlan([Bay(1)]))), "BOOT-WEAR")).Title
        );

    [Fact]
    public void Of_an_unequal_mirror_one_half_is_enough() =>
        Assert.Contains(
            Ways(With(Ssd, Ssd with { Bytes = 480_103_981_056 }).With(new PlanBoot(new BootPlan([Bay(1), Bay(2)]))), "BOOT-UNEQUAL"),
            w => w.Title == "Leave the boot drive as found"
        );

    [Fact]
    public void Drives_that_stay_silent_get_a_controller_of_the_shelf_that_runs_them_all()
    {
        static ShelfPart Part(string id, decimal price, params DriveProtocol[] protocols) =>
            new()
            {
                Id = id,
                InStock = 1,
                PriceEur = price,
                Card = new()
                {
                    Name = id,
                    Role = CardRole.Controller,
                    Mech = 8,
                    Elec = 8,
                    Controller = new()
                    {
                        Class = "host-adapter",
                        Protocols = protocols,
                        InnerPorts = 8,
                        Boots = true,
                    },
                },
            };
        ShelfPart[] shelf =
        [
            Part("dear", 300, DriveProtocol.Sas),
            Part("cheap", 100, DriveProtocol.Sas),
            Part("wrong", 10, DriveProtocol.Sata),
        ];
        var sheet = DriveBox.Sheet with { Boards = [new("SATA", BoardKind.Controller, "CPU 1", Ports: 8)] };
        var state = Boards
            .Job(sheet, "A1", "C1")
            .With([
                .. Enumerable
                    .Range(1, 2)
                    .Select(n => new Fit(Bay(n), new Unit { Drive = Disk with { Protocol = DriveProtocol.Sas }, Source = "shelf" })),
            ]);
        Evaluation Evaluate(JobState s) => s.Evaluate(null, shelf);
        var before = Evaluate(state);
        var finding = before.Findings.Single(f => f.Rule.Code == "CTL-PROTOCOL");
        Assert.Equal([Place.Bay("1"), Place.Bay("2")], finding.Places);
        Assert.Equal(
            ["cheap in S1, the bays cabled to it", "dear in S1, the bays cabled to it"],
            WaysOut.Of(before, finding, ShelfBook.Of(shelf), new Trials(state, Evaluate)).Select(w => w.Title)
        );
    }
}
