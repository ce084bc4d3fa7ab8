using Irvak.Core.Handover;
using Irvak.Core.Moving;
using Irvak.Core.Plans;
using Irvak.Core.Steps;
using Irvak.Core.Survey;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Moving;

/// <summary>The backup before a machine is opened, in a job. Sums by hand from size and rate; order: common practice, no source.</summary>
public class BackupBeforeTests
{
    private static readonly BackupQuestion Disks4 = new(12_000, SourceMBs: 200, MediumGB: 4000, MediumMBs: 180);

    private static BackupBefore Of(JobState job) => job.Evaluate().Backup;

    [Fact]
    public void What_may_hold_data_is_told_at_most()
    {
        // Parity over four disks of 8 TB holds 24 TB and a little less for what the kernel keeps.
        var parity = Of(InArray(4, "raid5"));
        var volume = Assert.Single(parity.Volumes);
        Assert.Equal("md0", volume.Name);
        Assert.InRange(volume.AtMostBytes!.Value / 1e12, 23.9, 24.0);
        Assert.Equal(volume.AtMostBytes!.Value / 1e9, parity.AtMostGB);
        // Three data drives at three quarters of what each reads at its start.
        Assert.Equal(3 * 0.75 * 200, Of(Reading(InArray(4, "raid5"), 200, 200, 200, 200)).Reads!.Value.MegabytesPerSecond, 6);

        // Disks that belong to nothing may hold something, each 8 TB.
        Assert.Equal((2, 16_000.0), (Of(Found(2)).Volumes.Count, Of(Found(2)).AtMostGB));
        // Nothing was found: how much there is, is not known; it is not nothing.
        Assert.Null(Of(Disks(2)).AtMostGB);
        Assert.Null(Of(Disks(2)).Reads);
        // Nobody told the level: it holds no more than its drives do; how fast it reads is not known.
        var pool = Of(Found(3, "tank"));
        Assert.Equal(("tank", (double?)24_000, null), (pool.Volumes.Single().Name, pool.AtMostGB, pool.Reads));
        // One of its drives is not known, or sits nobody knows where: neither is what it holds.
        var blank = Found(3, "tank");
        blank = blank with { Found = blank.Found.SetItem(Bay(2), blank.Found[Bay(2)] with { Drive = Disk with { Bytes = null } }) };
        Assert.Null(Of(blank).AtMostGB);
        Assert.Null(Of(InArray(3, "raid5", r => r with { Wanted = 4, Present = 4 })).AtMostGB);
        // One that lost its fourth still holds what four do.
        Assert.InRange(Of(InArray(3, "raid5", r => r with { Wanted = 4, Present = 3 })).AtMostGB!.Value, 23_900, 24_000);
    }

    [Fact]
    public void Together_is_the_whole_over_the_time_of_each()
    {
        // 8 TB at 150 MB/s and 8 TB at 300 MB/s: 14.8 h and 7.4 h, 16 TB in 22.2 h, 200 MB/s. A disk's mean is 0.75 of its start.
        Assert.Equal(200, Of(Reading(Found(2), 200, 400)).Reads!.Value.MegabytesPerSecond, 6);
    }

    /// <summary>The same drives, each reading so many MB/s at its start.</summary>
    private static JobState Reading(JobState state, params int[] rates) =>
        state with
        {
            Found = state.Found.SetItems(
                rates.Select((r, i) => KeyValuePair.Create(Bay(i + 1), state.Found[Bay(i + 1)] with { Drive = Disk with { ReadMBs = r } }))
            ),
        };

    [Fact]
    public void It_comes_before_everything_and_is_read_back()
    {
        var job = Disks(2).With(new PlanBackup(Disks4));
        var evaluation = job.Evaluate();
        var steps = evaluation.Runbook.Steps;
        Assert.Equal([BackupSteps.Write, BackupSteps.ReadBack], steps.Take(2).Select(s => s.Key));
        // 12 TB at 180 MB/s: 18.5 h. 3.8 TB fit on a disk of 4 TB: four of them.
        Assert.Equal("Back up 12.0 TB onto 4 disks", steps[0].Title);
        Assert.Equal((18.5, 18.5), (Math.Round(steps[0].WaitHours!.Value, 1), Math.Round(steps[1].WaitHours!.Value, 1)));
        Assert.Contains(evaluation.Shopping.TakeAlong, t =>
            t.Key == "take:backup" && t.Text.StartsWith("4 disks for", StringComparison.Ordinal)
        );

        var trial = Disks(2).With(new PlanBackup(Disks4 with { Verify = false })).Evaluate().Runbook.Steps[1];
        Assert.Equal(("Read a trial set of the backup back", null), (trial.Title, trial.WaitHours));
        // Without a plan nothing is told to be backed up, and nothing to be taken along for it.
        Assert.DoesNotContain(Disks(2).Evaluate().Runbook.Steps, s => s.Key == BackupSteps.Write);
        Assert.DoesNotContain(job.With(new PlanBackup(null)).Evaluate().Shopping.TakeAlong, t => t.Key == "take:backup");
    }

    [Fact]
    public void A_tape_that_the_drive_can_not_write_makes_no_steps()
    {
        var job = Disks(2).With(new PlanBackup(new BackupQuestion(100, BackupMedium.Tape) { Cartridge = 6, TapeDrive = 9 }));
        Assert.Null(Of(job).Answer!.WriteHours);
        Assert.DoesNotContain(job.Evaluate().Runbook.Steps, s => s.Key == BackupSteps.Write);
    }

    [Theory]
    [InlineData(0, "/edit/backup/dataGB")]
    [InlineData(1e7, null)]
    [InlineData(1.01e7, "/edit/backup/dataGB")]
    public void A_backup_of_nothing_is_refused_with_a_path(double gb, string? path) =>
        Assert.Equal(path, EditFold.Refusal(Disks(2), new PlanBackup(new BackupQuestion(gb)))?.Path);

    [Fact]
    public void The_owner_hears_who_says_that_it_was_read_back()
    {
        string? Said(JobState job) =>
            HandoverWriter
                .Of(new("0123", "Disks", "Bao"), job, job.Ask(), job.Evaluate(), [])
                .Done.FirstOrDefault(d =>
                    d.Contains("ackup", StringComparison.Ordinal) && !d.StartsWith("Array", StringComparison.Ordinal)
                );
        var planned = Disks(2).With(new PlanBackup(Disks4));
        Assert.Null(Said(planned));
        var written = planned with
        {
            Ticks = planned.Ticks.SetItem(BackupSteps.Write, new("Ines", default, "Back up 12.0 TB onto 4 disks")),
        };
        Assert.Equal("Backup of 12.0 TB onto disks of 4.0 TB each: written, says Ines; nobody says that it was read back", Said(written));
        var read = written with
        {
            Ticks = written.Ticks.SetItem(BackupSteps.ReadBack, new("Bao", default, "Read the backup back and compare it")),
        };
        Assert.EndsWith("; read back and compared, says Bao", Said(read));
        // Planned otherwise since: what was ticked was another backup.
        Assert.Null(Said(read.With(new PlanBackup(Disks4 with { DataGB = 20_000 }))));
        Assert.Equal(
            "Before the work, about a backup that was read back: there is none to rely on, “tape torn”, says Ines",
            Said(Disks(2).With(new AnswerCheck("backup", false, "tape torn")) is var s ? Named(s) : s)
        );
    }

    private static JobState Named(JobState s) => s with { Checks = s.Checks.SetItem("backup", s.Checks["backup"] with { Who = "Ines" }) };
}
