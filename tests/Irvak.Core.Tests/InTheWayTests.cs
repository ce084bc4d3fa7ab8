using Irvak.Core.Edits;
using Irvak.Core.Expectations;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Steps;
using Irvak.Core.Survey;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Tests;

/// <summary>What lists say of a job at each stage. Own definition.</summary>
public class InTheWayTests
{
    private static readonly JobState More = Boards
        .Job(Boards.Server, "A1", "C1")
        .With(Boards.Fit("B1", shelf: "m16"), Boards.Fit("D1", shelf: "m16"));

    private static InTheWay Of(
        Stage stage,
        JobState job,
        LineState seen = LineState.NotLookedAt,
        Explanation? why = null,
        params ShelfPart[] shelf
    )
    {
        if (job.Sheet is null)
            return InTheWay.Of(stage, job, null, [], [], []);
        var e = job.Evaluate(null, shelf);
        return InTheWay.Of(
            stage,
            job,
            e,
            [.. e.Expectations.Select((x, i) => new ComparedLine(x, i == 0 ? LineState.AsExpected : seen, null, null, null))],
            why is null ? [] : [why],
            UnknownRegister.Of(job)
        );
    }

    [Fact]
    public void Without_a_machine_it_says_how_to_begin() =>
        Assert.Equal(new(null, "Paste a capture, choose a sheet or give five answers.", 0, 0), Of(Stage.Survey, JobState.Start));

    [Fact]
    public void In_survey_it_asks_the_first_question_and_counts_places()
    {
        var way = Of(Stage.Survey, Boards.Job(Boards.Server, "A1"));
        Assert.EndsWith("?", way.Line, StringComparison.Ordinal);
        Assert.Equal((10, 10), (way.Done, way.Total)); // eight slots and two sockets, all of them looked at
    }

    [Fact]
    public void In_fit_the_worst_finding_stands_and_notes_do_not()
    {
        Assert.Equal(new(null, "Nothing is planned yet.", 0, 0), Of(Stage.Fit, Boards.Job(Boards.Server, "A1", "B1", "C1", "D1")));
        var stopped = Of(
            Stage.Fit,
            Boards.Job(Boards.Server, "A1", "C1").With(Boards.Fit("B1", Boards.Module(generation: MemoryGeneration.Ddr3, rate: 1866)))
        );
        Assert.Equal((Severity.Stop, "[[slot:B1]] is DDR3; the board takes DDR4."), (stopped.Severity, stopped.Line));
    }

    [Fact]
    public void In_prep_it_counts_what_is_to_order_and_what_is_here()
    {
        var part = new ShelfPart
        {
            Id = "m16",
            Module = Boards.Module(),
            InStock = 1,
            PriceEur = 100,
        };
        var order = Of(Stage.Prep, More, shelf: part);
        Assert.Equal("1 to order.", order.Line);
        Assert.Equal(0, order.Done);
        var here = Of(Stage.Prep, More, shelf: part with { InStock = 2 });
        Assert.Equal("All parts lie on the shelf.", here.Line);
        var key = More.Evaluate(null, part).Shopping.Lines[0].Key;
        Assert.Equal(
            (1, order.Total),
            Of(Stage.Prep, More.With(new SetTick(key, true, "here")), shelf: part) is var ticked ? (ticked.Done, ticked.Total) : default
        );
    }

    [Fact]
    public void At_the_machine_it_is_the_next_step()
    {
        var steps = More.Evaluate().Runbook.Steps;
        Assert.Equal(
            (steps[0].Title, 0, steps.Count),
            Of(Stage.HandsOn, More) is var first ? (first.Line, first.Done, first.Total) : default
        );
        var done = More.With([.. steps.Select(s => (Edit)new SetTick(s.Key, true, s.Title))]);
        Assert.Equal(("All steps done.", steps.Count), Of(Stage.HandsOn, done) is var last ? (last.Line, last.Done) : default);
    }

    [Fact]
    public void In_proof_it_waits_or_tells_what_may_be_behind_it()
    {
        Assert.Equal(
            (null, "Waits for eyes or a capture.", 1),
            Of(Stage.Proof, More) is var waits ? (waits.Severity, waits.Line, waits.Done) : default
        );
        var told = Of(
            Stage.Proof,
            More,
            LineState.Deviates,
            new Explanation("x", "One module is not seen.", [], [], null, [], "Reseat it.")
        );
        Assert.Equal((Severity.Stop, "One module is not seen.", 1), (told.Severity, told.Line, told.Done));
    }

    [Fact]
    public void At_the_end_the_report_is_ready_or_given()
    {
        Assert.Equal("Report is ready.", Of(Stage.Handover, More).Line);
        Assert.Equal(
            "Handed over to Aino.",
            Of(Stage.Handover, More with { HandedOver = new Tick("Bao", DateTimeOffset.UnixEpoch, "handed over to Aino") }).Line
        );
    }
}
