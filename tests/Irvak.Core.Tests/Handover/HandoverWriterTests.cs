using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Expectations;
using Irvak.Core.Handover;
using Irvak.Core.Moving;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Survey;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Handover;

/// <summary>The page that the owner gets; definition, no source outside. Markdown: CommonMark 0.31 for what is escaped.</summary>
public class HandoverWriterTests
{
    private static readonly JobHead Head = new("0123", "More | memory", "Bao");

    private const string Ines = "eye of Ines";

    private static HandoverPage Of(JobState job, LineState state = LineState.AsExpected, string? by = Ines)
    {
        var q = job.Ask();
        var e = Evaluation.Evaluate(q);
        return HandoverWriter.Of(
            Head,
            job,
            q,
            e,
            [
                .. e.Expectations.Select(x => new ComparedLine(x, state, state == LineState.Deviates ? "48 GiB" : null, by, null)
                {
                    ByEye = by == Ines,
                }),
            ]
        );
    }

    private static readonly JobState More = Boards
        .Job(Boards.Server, "A1", "C1")
        .With(Boards.Fit("D1"), Boards.Fit("B1"), new Remove(Place.Slot("C1")));

    [Fact]
    public void What_was_done_stands_in_the_order_of_the_board_new_parts_together()
    {
        var done = Of(More).Done;
        Assert.Equal(2, done.Count);
        Assert.EndsWith(" into [[slot:B1]] and [[slot:D1]]", done[0]);
        Assert.StartsWith("2 × ", done[0]);
        Assert.EndsWith(" out of [[slot:C1]]", done[1]);
        Assert.EndsWith(
            " moved from [[slot:C1]] to [[slot:B1]]",
            Assert.Single(Of(Boards.Job(Boards.Server, "A1", "C1").With(new Move(Place.Slot("C1"), Place.Slot("B1")))).Done)
        );
        Assert.Empty(Of(Boards.Job(Boards.Server, "A1")).Done);
        Assert.EndsWith(" into [[bay:1]] to [[bay:8]] (8 places)", Assert.Single(Of(Disks(8)).Done));
    }

    [Fact]
    public void How_members_are_pulled_is_told_until_the_last_step_is_done()
    {
        var job = InArray(4, "raid5").With(New(3));
        var steps = job.Evaluate().Runbook.Steps;
        bool Tells(int done) =>
            Of(job.With([.. steps.Take(done).Select(s => (Edit)new SetTick(s.Key, true, s.Title))]), LineState.NotLookedAt)
                .Watch.Any(w => w.Sentence.Contains("one at a time", StringComparison.Ordinal));
        Assert.Equal((true, true, false), (Tells(0), Tells(steps.Count - 1), Tells(steps.Count)));
    }

    [Fact]
    public void Each_part_that_came_or_left_stands_with_its_serial_where_it_is_known()
    {
        var page = Of(
            Boards
                .Job(Boards.Server, "A1")
                .With(
                    new RecordFound(
                        new Dictionary<Place, Unit?> { [Place.Slot("C1")] = Boards.Unit() with { Serial = "S-7" } },
                        null,
                        "by hand"
                    ),
                    new Remove(Place.Slot("C1")),
                    Boards.Fit("B1")
                )
        );
        Assert.Equal(
            (Place.Slot("B1"), null, null),
            Assert.Single(page.CameIn) is var came ? (came.Place, came.Serial, came.LiesIn) : default
        );
        Assert.Equal((Place.Slot("C1"), "S-7"), Assert.Single(page.Left) is var left ? (left.Place, left.Serial) : default);
        Assert.NotNull(page.Left[0].LiesIn);
    }

    [Theory]
    [InlineData(LineState.AsExpected, null, "", null)]
    [InlineData(LineState.Deviates, OpenKind.Deviates, "deviates", ": “48 GiB” instead of ")]
    [InlineData(LineState.NotYet, OpenKind.NotYet, "not yet through", " expected")]
    [InlineData(LineState.NotLookedAt, OpenKind.NotLookedAt, "", " expected")]
    public void Whatever_is_not_as_expected_stands_on_top_and_is_asked_about(LineState state, OpenKind? kind, string remark, string? says)
    {
        var page = Of(More, state);
        Assert.NotEmpty(page.Lines);
        Assert.All(page.Lines, l => Assert.Equal((remark, state), (l.Remark, l.State)));
        if (kind is null)
        {
            Assert.Empty(page.Open);
            Assert.Null(page.TooEarly);
            return;
        }
        Assert.Equal(page.Lines.Count, page.Open.Count);
        Assert.All(page.Open, o => Assert.Equal(kind, o.Kind));
        Assert.All(page.Open, o => Assert.Contains(says!, o.Sentence, StringComparison.Ordinal));
        Assert.Equal(
            kind == OpenKind.Deviates
                ? $"{page.Lines.Count} lines deviate: Proof has the next action."
                : $"{page.Lines.Count} of {page.Lines.Count} lines have not been looked at.",
            page.TooEarly
        );
    }

    [Fact]
    public void One_line_is_one_and_none_is_said()
    {
        var q = More.Ask();
        var e = Evaluation.Evaluate(q);
        HandoverPage Lines(params LineState[] states) =>
            HandoverWriter.Of(Head, More, q, e, [.. states.Select((s, i) => new ComparedLine(e.Expectations[i], s, null, null, null))]);
        Assert.Equal("Nothing is expected of this machine: there was nothing to look at, and nothing is proved.", Lines().TooEarly);
        Assert.Equal("1 of 2 lines has not been looked at.", Lines(LineState.AsExpected, LineState.NotLookedAt).TooEarly);
        Assert.Equal("1 line deviates: Proof has the next action.", Lines(LineState.Deviates, LineState.NotLookedAt).TooEarly);
    }

    [Fact]
    public void A_stop_is_the_first_open_point()
    {
        var page = Of(
            Boards.Job(Boards.Server, "A1").With(Boards.Fit("B1", Boards.Module(type: Core.Sheets.ModuleType.Unbuffered))),
            LineState.NotLookedAt
        );
        Assert.Equal((OpenKind.Stop, "Stop"), (page.Open[0].Kind, page.Open[0].Word));
    }

    [Theory]
    [InlineData(Ines, "by eye of Ines")]
    [InlineData("firmware listing", "firmware listing")]
    [InlineData(null, "not looked at")]
    public void Who_looked_is_told(string? by, string told) => Assert.All(Of(More, by: by).Lines, l => Assert.Equal(told, l.By));

    [Fact]
    public void An_array_that_is_made_is_told_with_its_space_and_that_it_is_no_backup_one_that_was_there_is_not()
    {
        var made = Assert.Single(Of(Disks(4).Array(ArrayLevel.Parity2, 4)).Done, d => d.StartsWith("Array M: ", StringComparison.Ordinal));
        Assert.EndsWith(", 16.0 TB (14.55 TiB), survives 2 failed drives. Not a backup.", made);
        Assert.DoesNotContain(Of(Found(4, "md0")).Done, d => d.StartsWith("Array", StringComparison.Ordinal));
    }

    [Fact]
    public void A_drive_that_leaves_has_its_fate_from_not_said_to_done()
    {
        var gone = Found(4, "md0").With(new Remove(Place.Bay("4")));
        FateLine Fate(JobState job) => Assert.Single(Of(job).Fates);
        Assert.Equal(("not said yet: they may still be readable", null), (Fate(gone).Fate, Fate(gone).By));
        Assert.EndsWith(", not done yet", Fate(gone.With(new RecordWipe(Place.Bay("4"), WipeWay.Overwrite, false))).Fate);
        Assert.Null(Fate(gone.With(new RecordWipe(Place.Bay("4"), WipeWay.Overwrite, false))).By);
        Assert.Equal("Ines", Fate(gone.With(new RecordWipe(Place.Bay("4"), WipeWay.Overwrite, true))).By?.Who);
        Assert.DoesNotContain(
            "not done",
            Fate(gone.With(new RecordWipe(Place.Bay("4"), WipeWay.Keep, false))).Fate,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void What_is_entered_in_the_firmware_and_what_was_noted_is_told()
    {
        var page = Of(More.With(new SetNote("machine", "stood in dust"), new SetNote("slot:A1", "latch broken")));
        Assert.Equal([("machine", "stood in dust"), ("A1", "latch broken")], page.Notes.Select(n => (n.About, n.Text)));
        Assert.Empty(page.Settings);
        Assert.Equal(["Let 2 disks start every 8 s"], Of(Found(4, "md0").With(new Core.Power.StaggerStart(2, 8))).Settings);
    }

    [Fact]
    public void Markdown_says_what_the_page_says_and_its_marks_are_written_out()
    {
        var job = More.With(new SetNote("slot:A1", "a|b *c* _d_\n#e"));
        var page = Of(job, LineState.Deviates);
        var text = HandoverMarkdown.Of(page);
        Assert.StartsWith("# More \\| memory\n\n", text, StringComparison.Ordinal);
        Assert.Contains("| A1 | a\\|b \\*c\\* \\_d\\_ \\#e |\n", text, StringComparison.Ordinal);
        Assert.DoesNotContain("[[", text, StringComparison.Ordinal);
        Assert.Contains("## Open when it was handed over\n", text, StringComparison.Ordinal);
        Assert.All(page.Lines, l => Assert.Contains($"| {l.Screen} | ", text, StringComparison.Ordinal));
        Assert.Contains(
            "\n## Old parts\n\n| From | What | Serial | Lies in |\n| --- | --- | --- | --- |\n| C1 | ",
            text,
            StringComparison.Ordinal
        );
        Assert.Contains("\nNone left the machine.\n", HandoverMarkdown.Of(Of(Boards.Job(Boards.Server, "A1"))), StringComparison.Ordinal);
        Assert.EndsWith("\nInes hands the machine over to Bao, 1970-01-01.\n", HandoverMarkdown.Of(Of(job.With(new HandOver("Bao")))));
    }
}
