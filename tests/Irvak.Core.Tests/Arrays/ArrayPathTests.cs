using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Expectations;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Survey;
using Irvak.Core.Verdicts;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Arrays;

/// <summary>Drives and arrays on their way from the plan to the hands and to the proof.</summary>
public class ArrayPathTests
{
    private static IReadOnlyList<ArrayPlan> Planned(JobState job) => JobArrays.Planned(job, job.Arrays);

    private static JobState Hot(JobState state, bool hot = true) =>
        state with
        {
            Sheet = state.Sheet! with { Bays = [state.Sheet.Bays[0] with { HotPlug = hot, Tray = "Box tray" }] },
        };

    [Fact]
    public void Drives_in_bays_that_may_be_served_running_need_no_power_off()
    {
        var plan = Hot(Disks(3)).Array(ArrayLevel.Parity1, 3).Evaluate();
        Assert.Equal(["in:bay:1", "in:bay:2", "in:bay:3", "drive:baseline", "array:M"], plan.Runbook.Steps.Select(s => s.Key));
        Assert.Contains(plan.Shopping.TakeAlong, t => t.Text == "3 × Box tray with screws, for bays that have none");
        Assert.Equal(0, plan.Runbook.Screws);
        var cold = Hot(Disks(3), false).Array(ArrayLevel.Parity1, 3).Evaluate().Runbook.Steps.Select(s => s.Key).ToList();
        Assert.True(
            cold.IndexOf("off:cord") < cold.IndexOf("in:bay:1")
                && cold.IndexOf("in:bay:3") < cold.IndexOf("start:power")
                && cold.IndexOf("start:power") < cold.IndexOf("array:M")
        );
        // One module more, and the machine is switched off after all.
        Assert.Contains(Hot(Disks(3)).With(Boards.Fit("B1")).Evaluate().Runbook.Steps, s => s.Key == "off:cord");
    }

    [Fact]
    public void An_array_over_found_drives_alone_is_work_too_and_names_what_it_erases()
    {
        var job = Found(4).Array(ArrayLevel.Parity2, 4);
        var steps = job.Evaluate().Runbook.Steps;
        Assert.Equal(["drive:baseline", "array:M"], steps.Select(s => s.Key));
        var step = steps[1];
        Assert.Equal("Erases 1 (EK-N8), 2 (EK-N8), 3 (EK-N8), 4 (EK-N8) for good. Is the backup read back?", step.Caution);
        Assert.Contains("Members in this order: 1 2 3 4.", step.How);
        Assert.Equal(Stage.Prep, Progress.Of(job, job.Evaluate()).Stage);
    }

    [Fact]
    public void Pulling_a_member_says_whose_it_is_and_asks_for_the_map_first()
    {
        var steps = Hot(InArray(4, "raid6")).With(new Remove(Place.Bay("2"))).Evaluate().Runbook.Steps;
        Assert.Equal(["off:map", "out:bay:2"], steps.Select(s => s.Key));
        Assert.Equal("It belongs to md0. Pull this one and no other.", steps[1].Caution);
        Assert.Contains("Bag and label it.", steps[1].How);
    }

    private static (IReadOnlyList<ComparedLine> Lines, IReadOnlyList<Explanation> Why) Prove(JobState job, Observation? after)
    {
        var lines = Comparison.Of(job.Sheet!, job.Evaluate().Expectations, after, job.Proof.Answers);
        return ([.. lines.Where(l => ExpectedDrives.IsOne(l.Expected.Key))], Diagnosis.Of(job.Sheet!, job.Planned, lines, after));
    }

    private static Observation Seen(int drives, string level = "raid6", double tib = 14.55, int? present = null) =>
        new()
        {
            Drives =
            [
                .. Enumerable
                    .Range(0, drives)
                    .Select(i => new SeenDrive
                    {
                        Path = $"/dev/sd{(char)('a' + i)}",
                        Bytes = 8 * TB,
                        Line = i,
                    }),
            ],
            Raids =
            [
                new()
                {
                    Name = "md127",
                    Level = level,
                    Bytes = (long)(tib * (1L << 40)),
                    Wanted = 4,
                    Present = present ?? 4,
                    Activity = "resync",
                    ActivityPercent = 12.6,
                },
            ],
        };

    [Fact]
    public void Drives_and_arrays_are_seen_by_count_and_size()
    {
        var job = Disks(4).Array(ArrayLevel.Parity2, 4);
        var (lines, why) = Prove(job, Seen(4));
        Assert.Equal(
            [
                ("4 drives", LineState.AsExpected),
                ("raid6, 14.55 TiB; has all its members and is not in step yet (resync at 12.6 %)", LineState.NotYet),
            ],
            lines.Select(l => (l.Seen!, l.State))
        );
        Assert.Empty(why);
        Assert.All(Prove(job, null).Lines, l => Assert.Equal(LineState.NotLookedAt, l.State));
    }

    [Theory]
    [InlineData(3, "raid6", 14.55, 4, "drives-missing")]
    [InlineData(4, "raid5", 21.83, 4, "array-differs")] // another level was chosen: the size is that of single parity
    [InlineData(4, "raid6", 14.55, 3, "array-differs")] // a member is missing
    public void What_is_not_there_is_explained(int drives, string level, double tib, int present, string pattern) =>
        Assert.Equal(pattern, Assert.Single(Prove(Disks(4).Array(ArrayLevel.Parity2, 4), Seen(drives, level, tib, present)).Why).Pattern);

    [Fact]
    public void A_size_typed_from_a_screen_counts_as_well()
    {
        var job = Disks(4)
            .Array(ArrayLevel.Parity2, 4)
            .With(new AnswerLine("array.M", SeenVerdict.Other, "14.5 TiB"), new AnswerLine($"drives.{8 * TB}", SeenVerdict.Other, "3"));
        Assert.Equal([LineState.Deviates, LineState.AsExpected], Prove(job, null).Lines.Select(l => l.State));
    }

    [Fact]
    public void A_machine_that_was_off_for_its_memory_comes_back_with_its_drives_and_arrays()
    {
        var found = InArray(4, "raid6");
        Assert.Equal([$"drives.{8 * TB}", "array.md0"], Prove(found.With(Boards.Fit("B1")), null).Lines.Select(l => l.Expected.Key));
        // Nothing planned, nothing to prove.
        Assert.Empty(Prove(found, null).Lines);
    }

    [Fact]
    public void Drives_of_one_size_are_one_line_however_their_size_was_told()
    {
        // 10.91 TB of a page, times 2⁴⁰, beside the full count of a label: 0.03 % apart. One of 0.6 % less is another size.
        var found = InArray(4, "raid6");
        JobState Sized(double share) =>
            found with
            {
                Found = found.Found.SetItem(
                    Place.Bay("1"),
                    found.Found[Place.Bay("1")] with
                    {
                        Drive = found.Found[Place.Bay("1")].Drive! with { Bytes = (long)(8 * TB * share) },
                    }
                ),
            };
        Assert.Equal(["4 drives"], Told(Sized(0.9997)));
        Assert.Equal(["4 drives"], Told(Sized(0.995)));
        Assert.Equal(["3 drives", "1 drive"], Told(Sized(0.994)));
        static IEnumerable<string> Told(JobState job) =>
            Prove(job.With(Boards.Fit("B1")), null).Lines.Where(l => l.Expected.Key.StartsWith("drives.")).Select(l => l.Expected.Expected);
    }

    /// <remarks>What looks wrong and is right: common practice, no source.</remarks>
    [Fact]
    public void What_looks_wrong_and_is_right_is_told_of_what_was_changed()
    {
        string[] Told(JobState job, bool memory = true) =>
            [
                .. LooksWrong
                    .Of(job.Sheet, job.Changes(), memory, job.Arrays.Plans.Count > 0, job.Evaluate().Arrays.Planned.Count)
                    .Select(l => l.Seen),
            ];
        Assert.Equal(["The system shows less than the firmware"], Told(Lanes.LaneBox.With((Place.Card("S1"), Lanes.LaneBox.Network))));
        Assert.Contains("Screen dark for minutes", Told(InArray(4, "raid6").With(Boards.Fit("B1"))));
        Assert.DoesNotContain("New drives listed, no volume", Told(InArray(4, "raid6").With(Boards.Fit("B1"))));
        Assert.Contains("New drives listed, no volume", Told(Disks(4).Array(ArrayLevel.Parity2, 4)));
        // Who came for drives is told nothing of the memory that the system holds back.
        Assert.DoesNotContain("The system shows less than the firmware", Told(Disks(4), false));
        // Where there is no array nobody speaks of one.
        Assert.Equal(["New drives listed, no volume", "Less than is on the label"], Told(Disks(4)).Skip(1));
        Assert.Contains("Less than the drives add up to", Told(InArray(4, "raid6").With(New(3))));
    }

    [Fact]
    public void Arrays_that_captures_tell_are_as_found_and_what_the_plan_says_goes_over_them()
    {
        var found = InArray(4, "raid5");
        Assert.Equal(ArrayLevel.Parity1, Assert.Single(JobArrays.Planned(found, found.Arrays)).Level);
        var changed = found.With(new MakeArray(JobArrays.Found(found)[0] with { Level = ArrayLevel.Parity2 }));
        Assert.Equal(ArrayLevel.Parity2, Assert.Single(JobArrays.Planned(changed, changed.Arrays)).Level);
        Assert.Empty(Planned(found.With(new DropArray("md0"))));
        Assert.Empty(Planned(Disks(2).Array(ArrayLevel.Mirror, 2).With(new DropArray("M"))));
        Assert.NotNull(EditFold.Refusal(found, new DropArray("X")));
        // A level that nobody told makes no array.
        Assert.Empty(JobArrays.Found(Found(4, "md9")));
    }

    [Theory]
    [InlineData("", "bay:1", null, "/edit/array/name")]
    [InlineData("M", "bay:99", null, "/edit/array/members/0")]
    [InlineData("M", "bay:1", "bay:1", "/edit/array/spares/0")]
    public void An_array_of_nonsense_is_refused_with_its_path(string name, string member, string? spare, string path) =>
        Assert.Equal(
            path,
            EditFold
                .Refusal(
                    Disks(2),
                    new MakeArray(new(name, ArrayLevel.Single, [Place.Parse(member)], Spares: spare is null ? null : [Place.Parse(spare)]))
                )!
                .Path
        );

    [Theory] // what is not known is not nothing
    [InlineData(4_000_787_030_016, 4_000_787_030_016, "which hold 8.0 TB.")]
    [InlineData(4_000_787_030_016, null, "which hold at least 4.0 TB.")]
    [InlineData(null, null, "which hold an unknown amount.")]
    public void What_drives_that_are_written_over_held_is_said_as_far_as_it_is_known(long? first, long? second, string end)
    {
        var held = Boards
            .Job(Sheet)
            .With(
                new RecordFound(
                    new Dictionary<Place, Unit?>
                    {
                        [Bay(1)] = new() { Drive = Disk with { Bytes = first }, Source = "test" },
                        [Bay(2)] = new() { Drive = Disk with { Bytes = second }, Source = "test" },
                    },
                    null,
                    "test"
                ),
                new Fit(Bay(3), new() { Drive = Disk, Source = "shelf" }),
                new MakeArray(new("M", ArrayLevel.Span, [Bay(1), Bay(2)]))
            );
        Assert.EndsWith(end, held.Evaluate().Findings.Single(f => f.Rule.Code == "ARR-ERASE").Sentence, StringComparison.Ordinal);
    }

    [Fact]
    public void What_an_array_is_used_for_can_change_without_making_it_anew()
    {
        var found = InArray(4, "raid6");
        var job = found.With(
            new MakeArray(JobArrays.Found(found)[0] with { BackedUp = true, Use = ArrayUse.Machines, Spares = [Place.Bay("5")] })
        );
        Assert.Empty(job.Evaluate().Runbook.Steps);
        Assert.DoesNotContain(job.Evaluate().Findings, f => f.Rule.Code == "ARR-ERASE");
        // Another level is another array, over the same drives.
        Assert.Contains(found.With(new MakeArray(JobArrays.Found(found)[0] with { Level = ArrayLevel.Parity1 })).Evaluate().Findings, f =>
            f.Rule.Code == "ARR-ERASE"
        );
    }

    [Fact]
    public void An_array_that_only_grows_is_never_created_anew()
    {
        var found = InArray(4, "raid6").With(new Fit(Bay(5), new() { Drive = Disk, Source = "shelf" }));
        var grown = found.With(new MakeArray(JobArrays.Found(found)[0] with { Members = Bays(5) })).Evaluate();
        var step = Assert.Single(grown.Runbook.Steps, s => s.Key == "array:md0");
        Assert.Equal(
            ("Grow array md0 to 5 drives", "Never create it anew: that erases it. Is the backup read back?"),
            (step.Title, step.Caution)
        );
        Assert.DoesNotContain(grown.Findings, f => f.Rule.Code == "ARR-ERASE");
    }

    [Fact]
    public void Drives_of_an_array_that_stays_are_changed_one_by_one_with_a_rebuild_between()
    {
        var job = Hot(InArray(4, "raid5"))
            .With([.. Bays(2).Select(b => (Edit)new Fit(b, new() { Drive = Disk with { Bytes = 16 * TB }, Source = "shelf" }))]);
        var plan = job.Evaluate();
        Assert.Equal(
            ["off:map", "out:bay:1", "in:bay:1", "rebuilt:bay:1", "out:bay:2", "in:bay:2", "rebuilt:bay:2"],
            plan.Runbook.Steps.Select(s => s.Key)
        );
        Assert.DoesNotContain(plan.Findings, f => f.Rule.Code == "ARR-LOSE");
        // A striped one has nothing to rebuild from.
        Assert.Contains(Hot(InArray(4, "raid0")).With(new Fit(Bay(1), new() { Drive = Disk, Source = "shelf" })).Evaluate().Findings, f =>
            f.Rule.Code == "ARR-LOSE"
        );
    }

    [Fact]
    public void A_member_out_of_an_array_that_lives_through_it_is_no_stop()
    {
        var plan = InArray(4, "raid6").With(new Remove(Place.Bay("2"))).Evaluate();
        Assert.Equal(0, plan.Count(Severity.Stop));
        Assert.Null(Assert.Single(plan.Arrays.Planned).Why);
    }

    [Fact]
    public void What_a_found_array_is_wrong_about_is_as_found()
    {
        var found = InArray(4, "raid0");
        Assert.True(found.With(Boards.Fit("B1")).Evaluate().Findings.Single(f => f.Rule.Code == "ARR-NONE").AsFoundToo);
        Assert.False(
            Disks(4)
                .Array(ArrayLevel.Stripe, 4, change: a => a with { BackedUp = false })
                .Evaluate()
                .Findings.Single(f => f.Rule.Code == "ARR-NONE")
                .AsFoundToo
        );
    }

    [Fact]
    public void A_spare_that_is_there_starts_the_repair_at_once()
    {
        var with = ArrayFigures.Of(new("M", ArrayLevel.Parity1, Bays(4)), [Disk, Disk, Disk, Disk], true);
        var without = ArrayFigures.Of(new("M", ArrayLevel.Parity1, Bays(4)), [Disk, Disk, Disk, Disk], false);
        Assert.True(with.HasSpare);
        Assert.Equal(48, without.RepairHours - with.RepairHours, 9); // common practice, no source
        Assert.True(with.Loss!.Array < without.Loss!.Array);
    }
}
