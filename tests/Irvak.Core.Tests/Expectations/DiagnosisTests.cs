using Irvak.Core.Edits;
using Irvak.Core.Expectations;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;

namespace Irvak.Core.Tests.Expectations;

public class DiagnosisTests
{
    private static readonly JobState Job = Boards.Job(Boards.Server, "A1", "A2", "B1", "C1", "D1").With(Boards.Fit("B2"));

    private static Observation Seen(JobState state, int rate = 2400, params string[] missing) =>
        new()
        {
            Devices =
            [
                .. state
                    .Sheet!.Channels.SelectMany(c => c.Slots)
                    .Select(s => new SeenDevice
                    {
                        Locator = s,
                        SizeMiB = missing.Contains(s) ? 0 : state.Planned.ModuleAt(s)?.CapacityMiB ?? 0,
                        ConfiguredMTs = missing.Contains(s) || state.Planned.ModuleAt(s) is null ? null : rate,
                    }),
            ],
        };

    private static IReadOnlyList<Explanation> Explain(Observation seen, JobState? state = null)
    {
        var job = state ?? Job;
        return Diagnosis.Of(job.Sheet!, job.Planned, Comparison.Of(job.Sheet!, job.Evaluate().Expectations, seen, job.Proof.Answers));
    }

    [Fact]
    public void Nothing_deviates_and_nothing_is_explained() => Assert.Empty(Explain(Seen(Job)));

    [Fact]
    public void A_whole_channel_missing_names_its_first_module()
    {
        var e = Assert.Single(Explain(Seen(Job, 2400, "A1", "A2")));
        Assert.Equal("channel-missing", e.Pattern);
        Assert.Equal("Channel A doesn't show: 32 GiB missing, all its modules.", e.Sentence);
        Assert.Contains("Reseat [[slot:A1]]", e.NextAction);
        Assert.Contains("firmware.total", e.Lines);
    }

    [Fact]
    public void One_module_missing_is_not_seated_first_of_all()
    {
        var e = Assert.Single(Explain(Seen(Job, 2400, "B2")));
        Assert.Equal(("module-missing", "Module not seated"), (e.Pattern, e.Causes[0].Title));
    }

    [Fact]
    public void A_whole_socket_missing_points_at_the_processor() =>
        Assert.Equal("socket-missing", Assert.Single(Explain(Seen(Job, 2400, "C1", "D1"))).Pattern);

    [Fact]
    public void A_lower_rate_points_at_the_setting()
    {
        var e = Assert.Single(Explain(Seen(Job, 2133)));
        Assert.Equal(("rate-low", "Memory runs at 2133 MT/s, not 2400 MT/s. All sizes are right."), (e.Pattern, e.Sentence));
    }

    [Fact]
    public void A_wrong_total_with_right_slots_points_at_remapping() =>
        Assert.Equal("os-total-low", Assert.Single(Explain(Seen(Job) with { MemTotalKiB = 60L << 20 })).Pattern);

    [Fact]
    public void A_wrong_total_seen_by_eye_alone_asks_for_the_slots()
    {
        var state = Job.With(new AnswerLine("firmware.total", SeenVerdict.Other, "80 GB"));
        Assert.Equal("total-differs", Assert.Single(Explain(new Observation(), state)).Pattern);
    }

    [Fact]
    public void Another_size_in_a_slot_is_another_module()
    {
        var seen = Seen(Job);
        var devices = seen.Devices.Select(d => d.Locator == "B2" ? d with { SizeMiB = 8192 } : d).ToList();
        Assert.Contains(Explain(seen with { Devices = devices }), e =>
            e.Pattern == "size-differs" && e.Sentence == "[[slot:B2]] shows 8 GiB, not 16 GiB."
        );
    }

    [Fact]
    public void An_eye_that_types_the_expected_value_counts_as_expected()
    {
        var state = Job.With(new AnswerLine("firmware.rate", SeenVerdict.Other, "2400"));
        var line = Comparison
            .Of(state.Sheet!, state.Evaluate().Expectations, null, state.Proof.Answers)
            .Single(l => l.Expected.Key == "firmware.rate");
        Assert.Equal((LineState.AsExpected, "eye, Ines"), (line.State, line.By));
    }

    [Theory]
    [InlineData(1000, 1, true, 0, LineState.NotYet, "only 1 of 96 GiB tested")]
    [InlineData(90_000, 0, false, 0, LineState.NotYet, "not finished, 87.9 of 96 GiB")]
    [InlineData(90_000, 1, false, 0, LineState.AsExpected, "0 errors, 87.9 of 96 GiB")] // one pass is through, the next one runs
    [InlineData(73_727, 1, true, 0, LineState.NotYet, "only 72 of 96 GiB tested")]
    [InlineData(73_728, 1, true, 0, LineState.AsExpected, "0 errors, 72 of 96 GiB")] // three quarters
    [InlineData(90_000, 2, true, 0, LineState.AsExpected, "0 errors, 2 passes, 87.9 of 96 GiB")]
    [InlineData(1000, 0, false, 1, LineState.Deviates, "1 error at Solid Bits")] // what is found counts, however little was tested
    public void A_clean_test_counts_only_over_enough_of_the_memory(
        double mib,
        int passes,
        bool finished,
        long errors,
        LineState state,
        string words
    )
    {
        var seen = new Observation { MemoryTest = new("memtester", mib, passes, finished, errors, errors > 0 ? ["Solid Bits"] : [], 1) };
        var line = Comparison
            .Of(Job.Sheet!, Job.Evaluate().Expectations, seen, Job.Proof.Answers)
            .Single(l => l.Expected.Key == "test.pass");
        Assert.Equal((state, words), (line.State, line.Seen));
    }

    [Fact]
    public void A_test_read_after_an_eye_answered_takes_its_line_and_leaves_the_others()
    {
        var state = Job.With(new AnswerLine("test.pass", SeenVerdict.AsExpected, null))
            .With(new AnswerLine("test.errors", SeenVerdict.AsExpected, null))
            .With(new ReadAfter(new Observation { MemoryTest = new("memtester", 90_000, 1, true, 2, ["Bit Flip"], 1) }, "c1"))
            .With(new ReadAfter(new Observation { MemTotalKiB = 64L << 20 }, "c2"));
        Assert.Equal(["test.errors"], state.Proof.Answers.Keys);
        Assert.Equal(2, state.Proof.After!.MemoryTest!.Errors);
    }

    [Fact]
    public void Another_processor_than_planned_is_no_missing_memory()
    {
        var sheet = Boards.Server;
        var state = Boards
            .Job(sheet, "A1")
            .With(
                new Fit(
                    Place.Socket("CPU 1"),
                    new()
                    {
                        Processor = new() { Name = "Ostrel S" },
                        Source = "t",
                    }
                )
            )
            .With(new AnswerLine("firmware.socket.CPU 1", SeenVerdict.Other, "Ostrel"));
        var e = Assert.Single(Explain(new Observation(), state));
        Assert.Equal(("processor-differs", "[[socket:CPU 1]] shows Ostrel, not Ostrel S."), (e.Pattern, e.Sentence));
    }
}
