using Irvak.Core.Lanes;
using Irvak.Core.Moving;

namespace Irvak.Core.Tests.Moving;

/// <summary>Hours and media of a backup. Hours to fill a cartridge: the tape format's table of generations, from memory; other values:
/// common practice, no source.</summary>
public class BackupHoursTests
{
    [Theory]
    [InlineData(1, 1.39)]
    [InlineData(2, 1.39)]
    [InlineData(3, 1.39)]
    [InlineData(4, 1.85)]
    [InlineData(5, 2.98)]
    [InlineData(6, 4.34)]
    [InlineData(7, 5.56)]
    [InlineData(8, 9.26)]
    [InlineData(9, 12.5)]
    [InlineData(10, 20.83)]
    public void A_cartridge_fills_in_the_hours_of_its_generation(int generation, double hours)
    {
        var tape = Tape.Of(generation);
        Assert.Equal(generation, tape.Generation);
        var answer = BackupHours.Of(new BackupQuestion(tape.NativeGB, BackupMedium.Tape, 900, Verify: false) { Cartridge = generation });
        Assert.Equal(hours, answer.WriteHours!.Value, 2);
        Assert.Equal((1, 1.0), (answer.Media, answer.LastFilled));
        Assert.Equal(answer.WriteHours, answer.Hours);
    }

    [Theory] // what reads and writes what: the tape format's table of generations, from memory
    [InlineData(5, 4, 120)]
    [InlineData(5, 3, null)]
    [InlineData(7, 6, 160)]
    [InlineData(7, 5, null)]
    [InlineData(8, 7, 300)]
    [InlineData(8, 6, null)]
    [InlineData(10, 9, null)]
    [InlineData(8, 9, null)]
    [InlineData(3, 2, 40)]
    [InlineData(2, 1, 20)]
    public void A_drive_writes_its_own_generation_and_mostly_the_one_before(int drive, int cartridge, int? mbs)
    {
        var answer = BackupHours.Of(new BackupQuestion(100, BackupMedium.Tape, 900) { Cartridge = cartridge, TapeDrive = drive });
        Assert.Equal(mbs, (answer.Stages is [.., var last] ? last.MBs : null)?.MegabytesPerSecond);
        Assert.Equal(mbs is null, answer.Hours is null);
        if (mbs is null)
            Assert.StartsWith($"A drive of generation {drive} writes cartridges", answer.Verdict);
    }

    [Theory]
    [InlineData(1, null)]
    [InlineData(3, 60)]
    [InlineData(4, 80)]
    [InlineData(7, 300)]
    [InlineData(8, 300)]
    [InlineData(9, 300)]
    [InlineData(10, null)]
    public void A_half_height_drive_writes_less_where_its_rate_is_known_at_all(int generation, int? mbs)
    {
        var answer = BackupHours.Of(new BackupQuestion(100, BackupMedium.Tape, 900) { Cartridge = generation, HalfHeight = true });
        Assert.Equal(mbs, (answer.Stages is [.., var last] ? last.MBs : null)?.MegabytesPerSecond);
        if (mbs is null)
            Assert.Contains("not known", answer.Verdict);
    }

    [Theory]
    [InlineData(12_000, 1, 1.0)]
    [InlineData(12_001, 2, 1.0 / 12_000)]
    [InlineData(30_000, 3, 0.5)]
    public void Media_are_counted_to_the_last_gigabyte(double gb, int media, double last)
    {
        var answer = BackupHours.Of(new BackupQuestion(gb, BackupMedium.Tape, 400));
        Assert.Equal(media, answer.Media);
        Assert.Equal(last, answer.LastFilled!.Value, 9);
        Assert.Equal(media > 1, answer.Cares.Any(c => c.StartsWith("Somebody changes the medium")));
    }

    [Theory] // a file system keeps a twentieth: 7 600 GB go onto a disk of 8 TB
    [InlineData(7600, 1)]
    [InlineData(7601, 2)]
    public void A_disk_holds_less_than_it_is_sold_as(double gb, int disks) =>
        Assert.Equal(disks, BackupHours.Of(new BackupQuestion(gb, MediumGB: 8000)).Media);

    [Fact]
    public void What_is_not_known_is_said_and_makes_a_time_a_least_one()
    {
        var answer = BackupHours.Of(new BackupQuestion(4000, MediumMBs: 180));
        Assert.Equal(BackupSureness.AtLeast, answer.Sure);
        Assert.Null(answer.Stages[0].MBs);
        Assert.Null(answer.Media);
        Assert.Null(answer.LastFilled);
        Assert.Equal("At least 12 h with reading it back; how many media is not known: say the size of one.", answer.Verdict);
        // 4 TB at 150 MB/s, twice: 14.8 h.
        var known = BackupHours.Of(new BackupQuestion(4000, SourceMBs: 150, MediumGB: 8000, MediumMBs: 180));
        Assert.Equal(BackupSureness.Known, known.Sure);
        Assert.Equal("15 h with reading it back, on 1 disk.", known.Verdict);
        Assert.Equal("old volume", known.Stages.Single(s => s.Pinch).Name);
    }

    [Theory]
    [InlineData(null, null, "About 2 d 13 h", BackupSureness.About)] // 12 TB at the usual 110 MB/s, twice
    [InlineData(90.0, null, "About 3 d 2 h", BackupSureness.About)]
    [InlineData(null, 110.0, "At least 2 d 13 h", BackupSureness.AtLeast)]
    [InlineData(90.0, 110.0, "3 d 2 h", BackupSureness.Known)]
    public void A_rate_that_is_only_usual_makes_no_least(double? source, double? medium, string first, BackupSureness sure)
    {
        var answer = BackupHours.Of(new BackupQuestion(12_000, SourceMBs: source, MediumGB: 4000, MediumMBs: medium));
        Assert.Equal((first + " with reading it back, on 4 disks.", sure), (answer.Verdict, answer.Sure));
        Assert.Equal(medium is null, answer.Cares.Any(c => c.StartsWith("What one writes is only what is usual, 110 MB/s")));
        Assert.Equal(sure == BackupSureness.Known, answer.Why.Result.Formula == "together");
    }

    [Fact]
    public void The_usual_rates_are_called_usual_and_one_that_was_said_beats_them()
    {
        Assert.Equal("disk in a dock, as usual", BackupHours.Of(new BackupQuestion(100)).Stages[^1].Name);
        Assert.Equal(110, BackupHours.Of(new BackupQuestion(100)).Stages[^1].MBs!.Value.MegabytesPerSecond);
        Assert.Equal(500, BackupHours.Of(new BackupQuestion(100, BackupMedium.Flash)).Stages[^1].MBs!.Value.MegabytesPerSecond);
        var said = BackupHours.Of(new BackupQuestion(100, BackupMedium.Flash, MediumMBs: 900)).Stages[^1];
        Assert.Equal(("flash drive", 900.0), (said.Name, said.MBs!.Value.MegabytesPerSecond));
    }

    [Theory] // a line of one gigabit carries 117.7 MB/s of files: IEEE 802.3 frames of 1500 bytes with TCP and its stamps
    [InlineData(1, 117.7)]
    [InlineData(10, 250)]
    public void A_line_can_be_the_narrowest(double gigabits, double mbs)
    {
        var answer = BackupHours.Of(new BackupQuestion(1000, BackupMedium.Flash, 250, gigabits));
        Assert.Equal(3, answer.Stages.Count);
        Assert.Equal(mbs, answer.Stages.Single(s => s.Pinch).MBs!.Value.MegabytesPerSecond, 1);
        Assert.Equal(LinkRates.Ethernet(gigabits), answer.Stages[1].MBs);
        Assert.Equal(1e6 / mbs / 3600, answer.WriteHours!.Value, 2);
        Assert.Equal(2 * answer.WriteHours, answer.Hours);
    }

    [Theory] // a third of 360 MB/s
    [InlineData(120, false)]
    [InlineData(119.9, true)]
    public void A_tape_that_gets_less_than_a_third_stops_and_starts(double source, bool stops) =>
        Assert.Equal(
            stops,
            BackupHours.Of(new BackupQuestion(1000, BackupMedium.Tape, source)).Cares.Any(c => c.Contains("stops, winds back"))
        );

    [Fact]
    public void With_a_source_nobody_measured_the_rate_it_must_reach_is_said()
    {
        Assert.Contains(BackupHours.Of(new BackupQuestion(1000, BackupMedium.Tape)).Cares, c =>
            c.StartsWith("Below about 120 MB/s from the old volume")
        );
        // A line that is too slow already says so by itself.
        Assert.Contains(BackupHours.Of(new BackupQuestion(1000, BackupMedium.Tape, NetworkGbs: 0.9)).Cares, c =>
            c.Contains("stops, winds back")
        );
    }

    [Theory]
    [InlineData(8, false)]
    [InlineData(9, true)]
    public void New_cartridges_of_late_generations_are_measured_out_first(int generation, bool told) =>
        Assert.Equal(
            told,
            BackupHours
                .Of(new BackupQuestion(1000, BackupMedium.Tape, 400) { Cartridge = generation })
                .Cares.Any(c => c.Contains("measured out"))
        );

    [Theory]
    [InlineData(true, 0)]
    [InlineData(false, 1)]
    public void A_backup_that_nobody_reads_back_is_called_none(bool verify, int cares) =>
        Assert.Equal(
            cares,
            BackupHours.Of(new BackupQuestion(100, SourceMBs: 100, MediumGB: 200, Verify: verify)).Cares.Count(c => c.Contains("read back"))
        );

    [Fact]
    public void A_question_that_can_not_be_is_not_answered() =>
        Assert.Throws<ArgumentException>(() => BackupHours.Of(new BackupQuestion(0)));
}
