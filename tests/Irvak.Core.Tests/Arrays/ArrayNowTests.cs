using Irvak.Core.Arrays;
using Irvak.Core.Edits;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Verdicts;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Arrays;

/// <summary>How an array stands before the work, and what that allows. States of the kernel: md(4), mdadm(8); others: common practice, no
/// source.</summary>
public sealed class ArrayNowTests
{
    private static SeenRaid Md(string? state, int? wanted, int? present, string? level = "raid5") =>
        new()
        {
            Name = "md0",
            Level = level,
            State = state,
            Wanted = wanted,
            Present = present,
        };

    [Theory]
    [InlineData("active", 4, 4, RaidCondition.Whole)]
    [InlineData("clean", 4, 4, RaidCondition.Whole)]
    [InlineData("active, checking", 4, 4, RaidCondition.Whole)]
    [InlineData("active (auto-read-only)", 4, 4, RaidCondition.Whole)]
    [InlineData("clean, resyncing", 4, 4, RaidCondition.Syncing)]
    [InlineData("active", 4, 3, RaidCondition.Degraded)]
    [InlineData("clean, degraded", 4, 3, RaidCondition.Degraded)]
    [InlineData("clean, degraded, recovering", 4, 3, RaidCondition.Rebuilding)]
    [InlineData("clean, FAILED", 4, 2, RaidCondition.Failed)]
    [InlineData("inactive", null, null, RaidCondition.Failed)]
    [InlineData("broken", 2, 2, RaidCondition.Failed)]
    [InlineData("active", 4, 0, RaidCondition.Failed)]
    [InlineData("active", null, null, RaidCondition.Unknown)] // a kernel array of this level prints its counts
    [InlineData(null, 4, 4, RaidCondition.Unknown)]
    [InlineData("blorked", 4, 4, RaidCondition.Unknown)]
    public void Only_a_state_known_to_be_whole_is_whole(string? state, int? wanted, int? present, RaidCondition condition) =>
        Assert.Equal(condition, RaidHealth.Of(Md(state, wanted, present)).Condition);

    [Theory]
    [InlineData("Optimal", RaidCondition.Whole)]
    [InlineData("OK, Enabled", RaidCondition.Whole)]
    [InlineData("Warning, Enabled", RaidCondition.Degraded)]
    [InlineData("Critical, UnavailableOffline", RaidCondition.Failed)]
    [InlineData("Partially degraded", RaidCondition.Unknown)]
    [InlineData("Offline", RaidCondition.Failed)]
    [InlineData("Foreign", RaidCondition.Failed)]
    public void Controllers_tell_theirs_in_words(string state, RaidCondition condition) =>
        Assert.Equal(condition, RaidHealth.Of(Md(state, null, null) with { Name = "Volume 1", Level = "raid6" }).Condition);

    [Fact]
    public void Stripes_print_no_counts_and_run_whole_or_not_at_all() =>
        Assert.Equal(RaidCondition.Whole, RaidHealth.Of(Md("active", null, null, "raid0")).Condition);

    [Theory]
    [InlineData("UUUU____________", 16, 4, RaidCondition.NeverFilled)]
    [InlineData("UU__", 4, 2, RaidCondition.NeverFilled)]
    [InlineData("UUU__", 5, 3, RaidCondition.Degraded)] // most of its places are filled: drives are missing
    [InlineData("UU_U____", 8, 3, RaidCondition.Degraded)] // a hole between members is a lost drive
    [InlineData("U_", 2, 1, RaidCondition.Degraded)] // one half of a mirror
    public void Places_that_were_never_used_are_no_alarm(string map, int wanted, int present, RaidCondition condition) =>
        Assert.Equal(
            condition,
            RaidHealth
                .Of(
                    Md("active", wanted, present, "raid1") with
                    {
                        InStep = map,
                        Members = [.. Enumerable.Range(0, present).Select(i => new SeenMember($"sd{(char)('a' + i)}1", "active"))],
                    }
                )
                .Condition
        );

    [Fact]
    public void The_check_before_the_work_names_the_worst()
    {
        string? Answer(params SeenRaid[] raids) =>
            SurveyChecks
                .Of(Boards.Job(Sheet, "A1") is var s ? s with { Readings = s.Readings.SetItem("arrays", new() { Raids = raids }) } : s)
                .First(c => c.Key == "arrays")
                is var check
                ? $"{check.State}: {check.Answer}"
                : null;
        Assert.Equal("Well: 2 arrays, all whole", Answer(Md("active", 4, 4), Md("active", 2, 2, "raid1") with { Name = "md1" }));
        Assert.Equal(
            "NotWell: md1 does not run: its state is “inactive”; 1 other no worse",
            Answer(Md("active", 4, 4), Md("inactive", null, null) with { Name = "md1" })
        );
        Assert.StartsWith("Care: md0 does not tell its state", Answer(Md(null, null, null)));
        Assert.StartsWith(
            "Care: md0 has 4 of 16 members, the other places never used",
            Answer(
                Md("active", 16, 4, "raid1") with
                {
                    InStep = "UUUU____________",
                    Members = [new("sda1", "active"), new("sdb1", "active"), new("sdc1", "active"), new("sdd1", "active")],
                }
            )
        );
    }

    [Fact]
    public void A_degraded_array_survives_what_is_left()
    {
        var weak = InArray(4, "raid5", r => r with { Present = 3 }).Evaluate();
        Assert.Equal(0, weak.Arrays.Found[0].LeftNow);
        Assert.Equal(0, weak.Ledge.Single(d => d.Name == "Survives").Planned);
        Assert.Equal(1, InArray(4, "raid6", r => r with { Present = 3 }).Evaluate().Arrays.Found[0].LeftNow);
        // Degraded, and nobody told by how much: of two redundancies one may be left, or none.
        Assert.Null(
            InArray(4, "raid6", r => r with { Name = "md0", State = "degraded", Wanted = null, Present = null })
                .Evaluate()
                .Arrays.Found[0]
                .LeftNow
        );
        Assert.Null(Found(4, "md0").Evaluate().Ledge.SingleOrDefault(d => d.Name == "Survives")?.Planned);
    }

    [Fact]
    public void The_drive_that_is_out_is_changed_and_no_other()
    {
        SeenMember[] without3 = [new("sda1", "active"), new("sdb1", "active"), new("sdd1", "active")];
        var right = InArray(4, "raid5", without3).With(New(3)).Evaluate();
        Assert.Equal([Place.Bay("3")], right.Arrays.Found[0].Now!.Out);
        Assert.DoesNotContain(right.Findings, f => f.Severity == Severity.Stop);
        Assert.Equal(1, right.Ledge.Single(d => d.Name == "Survives").Planned);
        var wrong = InArray(4, "raid5", without3).With(New(2)).Evaluate();
        Assert.Equal(
            "Taking [[bay:2]] out loses md0: single parity survives 1 failure, and it runs with 3 of 4 members already.",
            wrong.Findings.Single(f => f.Rule.Code == "ARR-LOSE").Sentence
        );
        // Both, the one that is out first: the array is whole again before the next is pulled.
        var both = InArray(4, "raid5", without3).With(New(2), New(3)).Evaluate();
        Assert.DoesNotContain(both.Findings, f => f.Severity == Severity.Stop);
        Assert.Equal(
            ["out:bay:3", "rebuilt:bay:3", "out:bay:2", "rebuilt:bay:2"],
            both.Runbook.Steps.Select(s => s.Key)
                .Where(k => k.StartsWith("out:bay", StringComparison.Ordinal) || k.StartsWith("rebuilt", StringComparison.Ordinal))
        );
        // A rebuild is waited for; its hours are no minutes of work.
        var rebuilt = both.Runbook.Steps.First(s => s.Key == "rebuilt:bay:3");
        Assert.Equal((5, both.Arrays.Found[0].Rebuild!.Hours), (rebuilt.Minutes, rebuilt.WaitHours!.Value));
    }

    [Fact]
    public void A_degraded_array_spares_no_member_while_nobody_told_which_drive_fell_out()
    {
        // As the system lists it: three of four members in step, the fourth in no list, its drive in bay 4 beside them.
        SeenMember[] three = [new("sda1", "active"), new("sdb1", "active"), new("sdc1", "active")];
        var told = InArray(4, "raid5", three);
        var blind = told with { Found = told.Found.SetItem(Place.Bay("4"), told.Found[Place.Bay("4")] with { MemberOf = null }) };
        var stop = Assert.Single(blind.With(New(4), New(2)).Evaluate().Findings, f => f.Severity == Severity.Stop);
        Assert.Equal(("ARR-BLIND", Place.Bay("2")), (stop.Rule.Code, Assert.Single(stop.Places)));
        Assert.StartsWith(
            "Taking [[bay:2]] out of md0 may lose it: it runs with 3 of 4 members; it has 4 members, 3 of them in places that are known",
            stop.Sentence
        );
        Assert.DoesNotContain(blind.With(New(4), New(2)).Evaluate().Findings, f => f.Rule.Code == "ARR-STATE");
        // The drive that no array claims may go.
        Assert.DoesNotContain(blind.With(New(4)).Evaluate().Findings, f => f.Severity == Severity.Stop);
        // Once it is told that bay 4 was its member, that one goes first and is made whole before the other.
        var ask = UnknownRegister.Of(blind)[0];
        Assert.Equal(("array.md0.lost", "Which drive did md0 lose? It runs with 3 of 4 members."), (ask.Path, ask.Question));
        Assert.Equal(["4", "none of these"], ask.Options);
        Assert.NotNull(UnknownRegister.Refusal(blind, new("array.md0.lost", "2")));
        var answered = blind.With(new AnswerUnknown("array.md0.lost", "4"));
        Assert.Equal([Place.Bay("4")], Assert.Single(ArrayNow.Of(answered)).Out);
        Assert.DoesNotContain(UnknownRegister.Of(answered), u => u.Path.StartsWith("array."));
        var plan = answered.With(New(4), New(2)).Evaluate();
        Assert.DoesNotContain(plan.Findings, f => f.Severity == Severity.Stop);
        Assert.Equal(
            ["out:bay:4", "rebuilt:bay:4", "out:bay:2", "rebuilt:bay:2"],
            plan.Runbook.Steps.Select(s => s.Key).Where(k => k.StartsWith("out:bay") || k.StartsWith("rebuilt"))
        );
        // Or none of them: then it is not asked again, and what is not known stays a stop.
        var none = blind.With(new AnswerUnknown("array.md0.lost", "none of these"));
        Assert.DoesNotContain(UnknownRegister.Of(none), u => u.Path.StartsWith("array."));
        Assert.Contains(none.With(New(2)).Evaluate().Findings, f => f.Rule.Code == "ARR-BLIND");
    }

    [Theory]
    [InlineData("raid5", 3, "Pulling another loses what md0 holds.")]
    [InlineData("raid6", 3, "Pulling another uses up a reserve that md0 needs now.")]
    [InlineData("raid6", 2, "Pulling another loses what md0 holds.")]
    public void Pulling_the_wrong_one_costs_what_is_left(string level, int active, string caution)
    {
        SeenMember[] members = [.. new[] { "sda1", "sdb1", "sdc1" }.Take(active).Select(m => new SeenMember(m, "active"))];
        var steps = InArray(4, level, members).With(New(4)).Evaluate().Runbook.Steps;
        Assert.Equal("This is the one that is out. " + caution, steps.Single(s => s.Key == "out:bay:4").Caution);
    }

    [Fact]
    public void A_member_whose_bay_nobody_told_counts_against_every_group()
    {
        var job = InArray(3, "raid5", r => r with { Wanted = 4, Present = 4 });
        Assert.Contains("it has 4 members, 3 of them in places that are known", job.Evaluate().Arrays.Found[0].Why);
        Assert.Null(job.Evaluate().Ledge.Single(d => d.Name == "Usable").Planned);
        Assert.Equal(
            "ARR-BLIND",
            Assert.Single(job.With(new Remove(Place.Bay("1"))).Evaluate().Findings, f => f.Severity == Severity.Stop).Rule.Code
        );
        Assert.DoesNotContain(job.Evaluate().Findings, f => f.Severity == Severity.Stop);
    }

    private static JobState Hot(JobState job) =>
        job with
        {
            Sheet = job.Sheet! with { Bays = [.. job.Sheet!.Bays.Select(b => b with { HotPlug = true })] },
        };

    [Fact]
    public void An_array_told_by_hand_is_asked_about_and_not_pulled_while_it_runs()
    {
        var job = Hot(Found(2, "md0"));
        Assert.Equal(
            ["array.md0.level", "array.md0.state"],
            UnknownRegister.Of(job).Where(u => u.Path.StartsWith("array.", StringComparison.Ordinal)).Select(u => u.Path)
        );
        var blind = job.With(New(1), New(2)).Evaluate().Runbook.Steps;
        Assert.Equal(
            ["rebuilt:bay:1", "rebuilt:bay:2"],
            blind.Select(s => s.Key).Where(k => k.StartsWith("rebuilt", StringComparison.Ordinal))
        );
        // The first is changed while the machine is off and open anyway; the second, after the rebuild, needs it off again.
        string[] turn =
        [
            "off:down",
            "out:bay:1",
            "in:bay:1",
            "close:count",
            "start:power",
            "rebuilt:bay:1",
            "out:bay:2",
            "in:bay:2",
            "rebuilt:bay:2",
        ];
        Assert.Equal(turn, blind.Select(s => s.Key).Where(turn.Contains));
        Assert.DoesNotContain("served running", blind.Single(s => s.Key == "out:bay:1").Caution);
        Assert.Contains("This bay may not be served running", blind.Single(s => s.Key == "out:bay:2").Caution);
        var told = job.With(new AnswerUnknown("array.md0.level", "level 1"), new AnswerUnknown("array.md0.state", "whole"));
        Assert.DoesNotContain(UnknownRegister.Of(told), u => u.Path.StartsWith("array.", StringComparison.Ordinal));
        // What was said of it answers what is asked before anybody touches the machine.
        SurveyCheck Check(JobState state) => SurveyChecks.Of(state).Single(c => c.Key == "arrays");
        Assert.Equal((CheckState.Open, null), (Check(job).State, Check(job).By));
        Assert.Equal((CheckState.Well, "1 array, all whole", "by hand"), (Check(told).State, Check(told).Answer, Check(told).By));
        Assert.Equal(
            (CheckState.NotWell, "md0 is degraded, as somebody looked"),
            Check(job.With(new AnswerUnknown("array.md0.state", "degraded"))) is var bad ? (bad.State, bad.Answer) : default
        );
        Assert.Equal(CheckState.Open, Check(job.With(new AnswerUnknown("array.md0.level", "no array, only in use"))).State);
        var plan = told.With(New(1), New(2)).Evaluate();
        Assert.DoesNotContain(plan.Runbook.Steps, s => s.Key == "off:down" || s.Caution?.Contains("may not be served running") == true);
        Assert.Equal(1, plan.Arrays.Found[0].LeftNow);
        Assert.NotNull(UnknownRegister.Refusal(job, new("array.md0.level", "level 99")));
        Assert.NotNull(UnknownRegister.Refusal(job, new("array.md7.level", "level 1")));
    }

    [Fact]
    public void Members_stand_in_the_order_of_the_chassis()
    {
        var now = Assert.Single(ArrayNow.Of(Found(12, "md0")));
        Assert.Equal(Enumerable.Range(1, 12).Select(n => Place.Bay($"{n}")), now.Members);
    }

    [Fact]
    public void A_table_of_the_controller_that_tells_of_a_bad_drive_makes_its_array_degraded()
    {
        var job = Found(2, "1") is var found
            ? found with
            {
                Found = found.Found.SetItem(Place.Bay("2"), found.Found[Place.Bay("2")] with { Serial = "EK-2" }),
                Readings = found.Readings.SetItem("drive table", new() { Drives = [new() { Serial = "EK-2", State = "Rbld" }] }),
            }
            : found;
        Assert.Equal(
            (RaidCondition.Rebuilding, "has a drive that is “rbld”, in 2"),
            Assert.Single(ArrayNow.Of(job)) is var now ? (now.Condition, now.Words) : default
        );
        Assert.Equal([Place.Bay("2")], now.Out);
        // The table said so, nobody's hand.
        Assert.Equal(
            (CheckState.NotWell, "captures"),
            SurveyChecks.Of(job).Single(c => c.Key == "arrays") is var check ? (check.State, check.By) : default
        );
    }

    [Fact]
    public void An_array_of_unequal_drives_may_lose_a_member_by_plan()
    {
        var job = InArray(4, "raid5") is var found
            ? found with
            {
                Found = found.Found.SetItem(Bay(4), found.Found[Bay(4)] with { Drive = Disk with { Bytes = 4 * TB } }),
            }
            : found;
        IEnumerable<string> Codes(JobState state) => state.Evaluate().Findings.Select(f => f.Rule.Code);
        Assert.Contains("ARR-UNEQUAL", Codes(job));
        Assert.DoesNotContain("ARR-UNEQUAL", Codes(job.With(new Remove(Bay(1)))));
    }

    [Fact]
    public void A_drive_that_a_table_calls_bad_is_the_one_that_an_eye_saw_missing()
    {
        var job = Found(5, "1") is var found
            ? found with
            {
                Found = found.Found.SetItem(Bay(2), found.Found[Bay(2)] with { Serial = "EK-2" }),
                Readings = found.Readings.SetItem("drive table", new() { Drives = [new() { Serial = "EK-2", State = "Offline" }] }),
            }
            : found;
        IEnumerable<string> Stops(string level) =>
            job.With(new AnswerUnknown("array.1.level", level), new AnswerUnknown("array.1.state", "degraded"), New(3))
                .Evaluate()
                .Findings.Where(f => f.Severity == Severity.Stop)
                .Select(f => f.Rule.Code);
        // One drive is out already: two redundancies let another be taken, one does not.
        Assert.Empty(Stops("level 6"));
        Assert.Equal(["ARR-LOSE"], Stops("level 5"));
    }

    [Theory]
    [InlineData(8_000_000_000_000, DriveMedia.Disk, 512, null)]
    [InlineData(8_000_000_000_001, DriveMedia.Disk, 512, null)]
    [InlineData(7_999_999_999_999, DriveMedia.Disk, 512, "the smallest member 8 TB")] // one byte short is refused
    [InlineData(null, DriveMedia.Disk, 512, "its size is not known")]
    [InlineData(8_000_000_000_000, DriveMedia.Flash, 512, "it is flash")]
    [InlineData(8_000_000_000_000, DriveMedia.Disk, 4096, "its sectors have 4096 bytes")]
    public void A_spare_stands_in_when_it_is_large_enough_and_of_the_kind(long? bytes, DriveMedia media, int sector, string? why)
    {
        var said = SpareFit.Why(Disk with { Bytes = bytes, Media = media, SectorBytes = sector }, [Disk, Disk]);
        if (why is null)
            Assert.Null(said);
        else
            Assert.Contains(why, said);
    }

    [Fact]
    public void Drives_that_share_several_arrays_are_judged_by_the_largest()
    {
        SeenRaid Part(string name, string level, int part, long tb) =>
            new()
            {
                Name = name,
                Level = level,
                Bytes = tb * TB / 1000,
                State = "active",
                Wanted = 4,
                Present = 4,
                Members = [.. "abcd".Select(c => new SeenMember($"sd{c}{part}", "active"))],
            };
        var job = InArray(4, "raid5", [.. "abcd".Select(c => new SeenMember($"sd{c}3", "active"))]);
        job = job with
        {
            Readings = job.Readings.SetItem(
                "arrays",
                new() { Raids = [Part("md0", "raid1", 1, 2), Part("md1", "raid1", 2, 2), Part("md2", "raid5", 3, 24_000)] }
            ),
        };
        Assert.Equal(("md2", ArrayLevel.Parity1), Assert.Single(JobArrays.Found(job)) is var array ? (array.Name, array.Level) : default);
        Assert.Equal("md2 raid5; md0 raid1; md1 raid1", BayMap.Of(job, [])[0].MemberOf);
    }
}
