using Irvak.Core.Aims;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Survey;
using Irvak.Core.Tests.Arrays;
using Irvak.Tests;

namespace Irvak.Core.Tests.Survey;

/// <summary>What is asked for each purpose. Definition.</summary>
public sealed class AskedForTests
{
    // A server of which nothing is known: memory slots, sockets, bays, a card slot, its system and its serial number are open.
    private static readonly JobState Blank = JobState.Start.With(new AdoptSheet(DriveBox.Sheet));

    private static IReadOnlyList<Unknown> Asked(params Purpose[] purposes) =>
        Progress.Of(Blank.With(new SetPurposes(purposes)), null).Unknowns;

    private static Topic[] Of(IEnumerable<Unknown> unknowns) => [.. unknowns.Select(AskedFor.TopicOf).Distinct().Order()];

    [Theory]
    [InlineData(Purpose.Memory, new[] { Topic.Memory, Topic.Processor, Topic.System }, new[] { Topic.Bays, Topic.Cards })]
    [InlineData(Purpose.Drives, new[] { Topic.Bays }, new[] { Topic.Memory, Topic.Processor })]
    [InlineData(Purpose.Card, new[] { Topic.Cards }, new[] { Topic.Memory, Topic.System })]
    [InlineData(Purpose.Path, new[] { Topic.Cards }, new[] { Topic.Memory, Topic.System })]
    [InlineData(Purpose.Processor, new[] { Topic.Processor }, new[] { Topic.Bays, Topic.Cards })]
    [InlineData(Purpose.Boot, new Topic[0], new[] { Topic.Memory, Topic.Processor, Topic.Cards })]
    public void A_purpose_waits_for_its_own_and_leaves_the_rest_aside(Purpose purpose, Topic[] waits, Topic[] aside)
    {
        var asked = Asked(purpose);
        Assert.Equal(waits, Of(asked.Where(u => !u.Optional && !u.Aside)));
        Assert.Equal(aside, Of(asked.Where(u => u.Aside)));
        // Nothing is lost, and what counts stands first.
        Assert.Equal(Asked().Count, asked.Count);
        Assert.Equal(
            asked.OrderBy(u =>
                u.Aside ? 2
                : u.Optional ? 1
                : 0
            ),
            asked
        );
    }

    [Fact]
    public void Nothing_is_left_aside_where_nobody_says_and_where_it_is_about_everything()
    {
        var plain = Asked();
        Assert.DoesNotContain(plain, u => u.Aside);
        foreach (var purpose in new[] { Purpose.Everything, Purpose.Broken })
            Assert.Equal(plain.Select(u => (u.Path, u.Optional)), Asked(Purpose.Drives, purpose).Select(u => (u.Path, u.Optional)));
    }

    [Fact]
    public void Several_purposes_ask_what_each_asks()
    {
        var both = Asked(Purpose.Memory, Purpose.Drives);
        Assert.Equal([Topic.Memory, Topic.Processor, Topic.System, Topic.Bays], Of(both.Where(u => !u.Optional && !u.Aside)));
    }

    [Fact]
    public void A_purpose_changes_what_is_open_and_no_number()
    {
        var job = DriveBox.Disks(4);
        var drives = job.With(new SetPurposes([Purpose.Drives]));
        Assert.Equal(job.Evaluate().Findings.Select(f => f.Sentence), drives.Evaluate().Findings.Select(f => f.Sentence));
        Assert.Equal(job.Evaluate().Ledge, drives.Evaluate().Ledge);
        // A drive job whose bays were looked at goes on, whatever its memory is.
        var looked = Blank.With(
            new SetPurposes([Purpose.Drives]),
            new RecordFound(DriveBox.Bays(12).ToDictionary(b => b, b => b.Name == "1" ? DriveBox.Found(1).Found[b] : null), null, "by eye")
        );
        Assert.Equal(Stage.Aim, Progress.Of(looked, looked.Evaluate()).Stage);
        Assert.Equal(Stage.Survey, Progress.Of(looked.With(new SetPurposes([Purpose.Memory])), looked.Evaluate()).Stage);
        // So does one whose bays are all empty.
        var empty = Blank.With(
            new SetPurposes([Purpose.Drives]),
            new RecordFound(DriveBox.Bays(12).ToDictionary(b => b, _ => (Core.Builds.Unit?)null), null, "by eye")
        );
        Assert.Equal(Stage.Aim, Progress.Of(empty, empty.Evaluate()).Stage);
    }

    [Fact]
    public void What_is_left_aside_is_never_called_known()
    {
        var job = Blank.With(new SetPurposes([Purpose.Drives]));
        Assert.Equal("1 unknown", Survey(job));
        // All that it asks is answered: bays and slots looked at, the machine named.
        var asked = job.With(
            new RecordFound(
                DriveBox.Bays(12).Append(Place.Card("S1")).ToDictionary(b => b, _ => (Core.Builds.Unit?)null),
                new Core.Builds.SystemFacts
                {
                    Serial = "x",
                    HostName = "x",
                    ManagementAddress = "x",
                    OsKind = Core.Observations.OsKind.Linux,
                },
                "by eye"
            )
        );
        Assert.Equal("all asked", Survey(asked));
        Assert.EndsWith("unknown", Survey(asked.With(new SetPurposes([]))));

        static string Survey(JobState state) => Progress.Of(state, null).Way[0].Note;
    }

    [Fact]
    public void Each_purpose_stands_once_and_in_order()
    {
        Assert.NotNull(EditFold.Refusal(Blank, new SetPurposes([Purpose.Boot, Purpose.Boot])));
        Assert.Equal([Purpose.Memory, Purpose.Boot], Blank.With(new SetPurposes([Purpose.Boot, Purpose.Memory])).Aim.Purposes);
        Assert.Equal("says what it is about: more memory and a new boot drive", new SetPurposes([Purpose.Memory, Purpose.Boot]).Tell());
    }

    [Fact]
    public void Every_question_is_about_something()
    {
        foreach (var sample in SampleJobs.All(12).Concat(SampleJobs.Read(4)))
        foreach (var unknown in Progress.Of(sample.Job, null).Unknowns)
            Assert.True(Enum.IsDefined(AskedFor.TopicOf(unknown)), unknown.Path);
    }

    [Fact]
    public void Every_purpose_has_its_row_and_the_screen_has_them_all()
    {
        Assert.Equal(Enum.GetValues<Purpose>(), PurposeTable.Rows.Select(r => r.Purpose));
        Assert.Equal(PurposeTable.ToJson(), File.ReadAllText(Repository.At("client", "src", "api", "purposes.json")));
    }
}
