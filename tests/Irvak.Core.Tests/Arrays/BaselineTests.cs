using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Drives;
using Irvak.Core.Edits;
using Irvak.Core.Observations;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Arrays;

/// <summary>What is measured before and while an array is made (common practice, no source).</summary>
public class BaselineTests
{
    private static JobState Parity(params DriveSheet[] drives) => With(drives).Array(ArrayLevel.Parity1, drives.Length);

    [Fact]
    public void Each_drive_is_measured_alone_before_it_joins()
    {
        var made = Parity(Disk with { ReadMBs = 200 }, Disk with { ReadMBs = 200 }, Disk with { ReadMBs = 200 }).Evaluate();
        var keys = made.Runbook.Steps.Select(s => s.Key).ToList();
        Assert.True(keys.IndexOf("drive:baseline") < keys.IndexOf("array:M"));
        var step = made.Runbook.Steps.Single(s => s.Key == "drive:baseline");
        Assert.Equal("EK-N8: reading in order 170 to 230 MB/s at its start (drive's sheet).", step.How[0]);
        var line = made.Expectations.Single(e => e.Key.StartsWith("alone.", StringComparison.Ordinal));
        Assert.Equal((170.0, 230.0, 3), (Math.Round(line.Low, 6), Math.Round(line.High, 6), line.Places.Count));
        Assert.Equal("EK-N8 in 1 2 3, each alone, reading in order at its start", line.What);
        // A drive by itself has nothing to be compared with later.
        Assert.DoesNotContain(With(Disk).Array(ArrayLevel.Single, 1).Evaluate().Expectations, e =>
            e.Key.StartsWith("alone.", StringComparison.Ordinal)
        );
    }

    [Theory]
    // 3 Gb/s carry 300 MB/s on paper, 276 of them data: flash of 520 is held by it; a disk of 200 is not.
    [InlineData(520, 3.0, "235 to 317 MB/s", "its link")]
    [InlineData(520, 6.0, "442 to 598 MB/s", "drive's sheet")]
    [InlineData(200, 3.0, "170 to 230 MB/s", "drive's sheet")]
    public void A_slow_link_holds_a_fast_drive(int reads, double gbs, string words, string source)
    {
        var rate = AloneRate.Of("X", [], Flash with { ReadMBs = reads }, BayWiring.Carried(gbs));
        Assert.Equal((words, source), (rate.Words, rate.Source));
    }

    [Fact]
    public void The_pass_is_told_at_rest_and_beside_other_work()
    {
        var job = Parity(Disk, Disk, Disk);
        var hours = job.Evaluate().Arrays.Planned.Single().InitialiseHours;
        string Pass(JobState of) =>
            of.Evaluate().Runbook.Steps.Single(s => s.Key == "array:M").How.Single(h => h.Contains("full pass", StringComparison.Ordinal));
        Assert.Equal(
            $"Quick initialisation takes seconds; a full pass {hours:0.#} h at rest, about {hours * 2:0.#} h beside other work.",
            Pass(job)
        );
        Assert.EndsWith($"about {hours * 4:0.#} h beside other work.", Pass(job.With(new SetFigures(new(RebuildShare: 0.25)))));
        var mirror = With(Disk, Disk).Array(ArrayLevel.Mirror, 2).Evaluate().Runbook.Steps.Single(s => s.Key == "array:M").How;
        Assert.Contains("It may be used at once. Watch the drives’ temperatures until the pass has ended.", mirror);
    }

    /// <summary>Of two failed drives one or both are made up for: with one after the other the array is lost more often, with one failed it
    /// is the same.</summary>
    [Fact]
    public void Repairs_one_after_the_other_cost_chance_where_two_may_fail()
    {
        double Loss(ArrayLevel level, int? atOnce) =>
            With(Disk, Disk, Disk, Disk)
                .Array(level, 4)
                .With(new SetFigures(new() { RepairsAtOnce = atOnce }))
                .Evaluate()
                .Arrays.Planned.Single()
                .Loss!.Either;
        Assert.Equal(Loss(ArrayLevel.Parity1, null), Loss(ArrayLevel.Parity1, 1), 12);
        Assert.True(Loss(ArrayLevel.Parity2, 1) > Loss(ArrayLevel.Parity2, null));
        Assert.Equal(Loss(ArrayLevel.Parity2, null), Loss(ArrayLevel.Parity2, 2), 12);
        // Two states and a loss by hand (birth and death, M/M/1 against M/M/2): mean time to the loss of the third of four drives.
        double Mean(int? atOnce) => LossChain.MeanHours(4, 2, new(100_000, 24, 0, atOnce));
        static double ByHand(double up0, double up1, double up2, double down1, double down2) =>
            (1 / up2) + (1 / up1) + (1 / up0) + (down2 / (up1 * up2)) + (down1 / (up0 * up1)) + (down1 * down2 / (up0 * up1 * up2));
        const double rate = 1e-5;
        Assert.Equal(1, Mean(1) / ByHand(4 * rate, 3 * rate, 2 * rate, 1 / 24.0, 1 / 24.0), 9);
        Assert.Equal(1, Mean(null) / ByHand(4 * rate, 3 * rate, 2 * rate, 1 / 24.0, 2 / 24.0), 9);
        Assert.Equal("/edit/figures/repairsAtOnce", new SetFigures(new() { RepairsAtOnce = 0 }).Refusal(With(Disk), new())!.Path);
        Assert.Null(new SetFigures(new() { RepairsAtOnce = 16 }).Refusal(With(Disk), new()));
        Assert.NotNull(new SetFigures(new() { RepairsAtOnce = 17 }).Refusal(With(Disk), new()));
    }

    [Fact]
    public void Used_drives_are_tested_before_the_day()
    {
        var used = new Unit
        {
            Drive = Disk with { ReadMBs = 250 },
            Grade = new UsedGrade(Grade.B, [], []),
            Source = "shelf",
        };
        string? Line(Unit unit) =>
            Boards
                .Job(Sheet, "A1")
                .With(new Fit(Bay(1), unit))
                .Evaluate()
                .Shopping.TakeAlong.SingleOrDefault(l => l.Key == "take:incoming")
                ?.Text;
        // 8 TB at three quarters of 250 MB/s: 11.9 h, 1.48 h a TB.
        Assert.StartsWith("Test the used drive: health, extended self-test, a full read (about 11.9 h), health again", Line(used));
        Assert.Contains("(how long is not known: a size is missing)", Line(used with { Drive = used.Drive with { Bytes = null } }));
        Assert.Null(Line(used with { Grade = null }));
    }
}
