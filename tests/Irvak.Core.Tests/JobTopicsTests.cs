using Irvak.Core.Aims;
using Irvak.Core.Expectations;
using Irvak.Core.Handover;
using Irvak.Core.Plans;
using Irvak.Core.Tests.Arrays;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Tests;

/// <summary>What a job is about decides what is waited for in Proof; what was seen, planned or wished always counts. Definition.</summary>
public sealed class JobTopicsTests
{
    // Two modules and a processor are there; four disks come in.
    private static readonly JobState Disks = DriveBox.Disks(4);

    private static Progress Of(JobState state) => Progress.Of(state, state.Evaluate());

    private static Topic?[] Waited(Progress progress) =>
        [.. progress.Lines.Where(l => !l.Aside).Select(l => JobTopics.TopicOf(l.Expected.Key)).Distinct().Order()];

    private static string Proof(Progress progress) => progress.Way.Single(k => k.Stage == Stage.Proof).Note;

    [Fact]
    public void A_drive_job_waits_for_no_line_about_memory()
    {
        var plain = Of(Disks);
        var drives = Of(Disks.With(new SetPurposes([Purpose.Drives])));
        Assert.Contains(Topic.Memory, Waited(plain));
        Assert.DoesNotContain(Topic.Memory, Waited(drives));
        Assert.Contains(Topic.Bays, Waited(drives));
        // Nothing is lost, no number changed, and the way counts what is waited for.
        Assert.Equal(
            plain.Lines.Select(l => (l.Expected.Key, l.Expected.Expected)),
            drives.Lines.Select(l => (l.Expected.Key, l.Expected.Expected))
        );
        Assert.Equal($"{drives.Lines.Count(l => !l.Aside)} to see", Proof(drives));
        Assert.NotEqual(Proof(plain), Proof(drives));
    }

    /// <summary>What the work may upset is looked at afterwards. Common practice, no source.</summary>
    [Theory]
    [InlineData(Purpose.Memory, Topic.Memory, true)]
    [InlineData(Purpose.Processor, Topic.Memory, true)]
    [InlineData(Purpose.Drives, Topic.Memory, false)]
    [InlineData(Purpose.Card, Topic.Memory, false)]
    [InlineData(Purpose.Card, Topic.Bays, true)]
    [InlineData(Purpose.Path, Topic.Bays, true)]
    [InlineData(Purpose.Boot, Topic.Bays, true)]
    [InlineData(Purpose.Memory, Topic.Bays, false)]
    [InlineData(Purpose.Processor, Topic.Bays, false)]
    public void Each_purpose_waits_for_what_its_work_may_upset(Purpose purpose, Topic topic, bool waits)
    {
        // Nothing is planned for either: a firmware version of its own is proved, the rest was there.
        var job = DriveBox.Found(4).With(new SetPurposes([purpose]));
        var line = Of(Disks).Lines.First(l => JobTopics.TopicOf(l.Expected.Key) == topic);
        var other = line with { Expected = line.Expected with { Key = "boot.start" } };
        Assert.Equal(!waits, JobTopics.Aside([line, other], job)[0].Aside);
        // Where nothing else is left to look at, it is looked at.
        Assert.False(JobTopics.Aside([line], job)[0].Aside);
    }

    [Fact]
    public void What_was_seen_counts_whatever_it_is_about()
    {
        var job = Disks.With(new SetPurposes([Purpose.Drives]));
        foreach (var (verdict, state) in new[] { (SeenVerdict.AsExpected, LineState.AsExpected), (SeenVerdict.Other, LineState.Deviates) })
        {
            var seen = Of(job.With(new AnswerLine(ExpectedMemory.TotalKey, verdict, verdict == SeenVerdict.Other ? "16 GB" : null)));
            var line = Assert.Single(seen.Lines, l => l.Expected.Key == ExpectedMemory.TotalKey);
            Assert.Equal((state, false), (line.State, line.Aside));
        }
    }

    [Fact]
    public void What_the_plan_touches_or_the_aim_wishes_belongs_to_the_job()
    {
        var job = Disks.With(new SetPurposes([Purpose.Drives]));
        Assert.DoesNotContain(Topic.Memory, JobTopics.Of(job));
        Assert.Contains(Topic.Memory, JobTopics.Of(job.With(Boards.Fit("B1"))));
        Assert.Contains(Topic.Memory, JobTopics.Of(job.With(new SetWish(WishKind.MemoryGiB, 64))));
        var memory = Boards.Job(DriveBox.Sheet, "A1").With(new SetPurposes([Purpose.Memory]));
        Assert.DoesNotContain(Topic.Bays, JobTopics.Of(memory));
        Assert.Contains(Topic.Bays, JobTopics.Of(memory.With(new SetWish(WishKind.UsableTB, 10))));
        Assert.Contains(Topic.Arrays, JobTopics.Of(memory.With(new SetWish(WishKind.Failures, 1))));
        Assert.Contains(Topic.Cards, JobTopics.Of(memory.With(new SetWish(WishKind.ReadMBs, 500))));
        Assert.Contains(Topic.Bays, JobTopics.Of(memory.With(DriveBox.New(2))));
        Assert.Contains(Topic.Arrays, JobTopics.Of(Disks.Array(Core.Arrays.ArrayLevel.Parity2, 4).With(new SetPurposes([Purpose.Memory]))));
    }

    /// <summary>Modules that sat in the wrong slots before: news for who came for memory, and nobody else's until the machine
    /// stops.</summary>
    [Fact]
    public void What_was_so_before_is_left_aside_unless_it_stops_or_the_plan_touches_it()
    {
        var found = Boards.Job(DriveBox.Sheet, "A2", "C1").With(DriveBox.New(2));
        var drives = found.With(new SetPurposes([Purpose.Drives]));
        static List<Finding> Memory(JobState job) => [.. Of(job).Findings.Where(f => f.Rule.Family == Family.Memory)];
        Assert.NotEmpty(Memory(found));
        Assert.All(Memory(found), f => Assert.False(f.Aside));
        Assert.All(Memory(drives), f => Assert.True(f.Aside));
        // The way and the lists count what is shown; the owner reads how much is not.
        static string Fit(JobState job) => Of(job).Way.Single(k => k.Stage == Stage.Fit).Note;
        Assert.Equal(("3 cares", "clear"), (Fit(found), Fit(drives)));
        Assert.Equal(Memory(found)[0].Sentence, Of(found).InTheWay.Line);
        Assert.Null(Of(drives).InTheWay.Severity);
        // Hidden, and never changed.
        Assert.Equal(
            Of(found).Findings.Select(f => (f.Sentence, f.Severity, f.AsFoundToo)),
            Of(drives).Findings.Select(f => (f.Sentence, f.Severity, f.AsFoundToo))
        );
        // What the plan touches belongs to it.
        Assert.All(Memory(drives.With(Boards.Fit("B1"))), f => Assert.False(f.Aside));
        // What stops the machine is everybody's.
        var dead = Boards.Job(DriveBox.Sheet, Boards.Module(type: Core.Sheets.ModuleType.Unbuffered), "A1", "C1");
        var stops = Memory(dead.With(DriveBox.New(2), new SetPurposes([Purpose.Drives]))).Where(f => f.Severity == Severity.Stop).ToList();
        Assert.NotEmpty(stops);
        Assert.All(stops, f => Assert.Equal((true, false), (f.AsFoundToo, f.Aside)));
    }

    /// <summary>Each family of rules by the purposes that leave it aside.</summary>
    [Theory]
    [InlineData(Family.Memory, Purpose.Drives, Purpose.Card, Purpose.Path, Purpose.Boot)]
    [InlineData(Family.Processor, Purpose.Drives, Purpose.Boot)]
    [InlineData(Family.Drive, Purpose.Memory, Purpose.Processor)]
    [InlineData(Family.Module, Purpose.Memory, Purpose.Processor)]
    [InlineData(Family.Controller, Purpose.Memory, Purpose.Processor)]
    [InlineData(Family.Array, Purpose.Memory, Purpose.Processor)]
    [InlineData(Family.Boot, Purpose.Memory, Purpose.Processor)]
    [InlineData(Family.Cache, Purpose.Memory, Purpose.Processor)]
    [InlineData(Family.Card, Purpose.Memory, Purpose.Processor, Purpose.Boot)]
    [InlineData(Family.Lane, Purpose.Memory, Purpose.Processor)]
    [InlineData(Family.Path, Purpose.Memory, Purpose.Processor)]
    [InlineData(Family.Move, Purpose.Memory, Purpose.Processor)]
    [InlineData(Family.Wipe, Purpose.Memory, Purpose.Processor)]
    [InlineData(Family.Power)]
    [InlineData(Family.Heat)]
    [InlineData(Family.Aim)]
    [InlineData(Family.Shelf)]
    public void Each_family_is_left_aside_by_purposes_that_have_nothing_to_do_with_it(Family family, params Purpose[] by)
    {
        var rule = RuleRegister.All.First(r => r.Family == family);
        var finding = new Finding(rule, Severity.Care, [], new Dictionary<string, Stated>(), null) { AsFoundToo = true };
        var job = DriveBox.Found(2);
        Assert.Equal(by, Enum.GetValues<Purpose>().Where(p => JobTopics.Aside([finding], job.With(new SetPurposes([p])))[0].Aside));
        // What the plan brought about is its own, whatever it is about.
        Assert.All(Enum.GetValues<Purpose>(), p =>
            Assert.False(JobTopics.Aside([finding with { AsFoundToo = false }], job.With(new SetPurposes([p])))[0].Aside)
        );
        Assert.False(JobTopics.Aside([finding], job)[0].Aside);
    }

    [Theory]
    [InlineData(new Purpose[0])]
    [InlineData(new[] { Purpose.Everything })]
    [InlineData(new[] { Purpose.Memory, Purpose.Broken })]
    public void A_job_about_everything_leaves_nothing_aside(Purpose[] purposes)
    {
        var progress = Of(Disks.With(new SetPurposes(purposes)));
        Assert.DoesNotContain(progress.Lines, l => l.Aside);
        Assert.Equal(Enum.GetValues<Topic>().Length, JobTopics.Of(Disks.With(new SetPurposes(purposes))).Count);
    }

    [Fact]
    public void The_handover_proves_what_was_waited_for_and_says_what_was_left()
    {
        var job = Disks.With(new SetPurposes([Purpose.Drives]));
        var lines = Of(job).Lines;
        var page = HandoverWriter.Of(new("1", "T", ""), job, job.Ask(), job.Evaluate(), lines);
        var aside = lines.Count(l => l.Aside);
        Assert.Equal(lines.Count - aside, page.Lines.Count);
        Assert.Equal($"{aside} lines about what this job had nothing to do with: not looked at.", page.LeftAside);
        Assert.Contains(page.LeftAside!, HandoverMarkdown.Of(page));
        // Modules in the second slots, as they were: counted, and not watched by who came for drives.
        var wrong = Boards.Job(DriveBox.Sheet, "A2", "C1").With(DriveBox.New(2), new SetPurposes([Purpose.Drives]));
        var told = Of(wrong);
        var after = HandoverWriter.Of(
            new("1", "T", ""),
            wrong,
            wrong.Ask(),
            wrong.Evaluate() with
            {
                Findings = told.Findings,
            },
            told.Lines
        );
        Assert.EndsWith("not looked at. 3 remarks: as before.", after.LeftAside);
        Assert.DoesNotContain(after.Watch, w => w.AsFoundToo);
        Assert.Null(HandoverWriter.Of(new("1", "T", ""), Disks, Disks.Ask(), Disks.Evaluate(), Of(Disks).Lines).LeftAside);
    }
}
