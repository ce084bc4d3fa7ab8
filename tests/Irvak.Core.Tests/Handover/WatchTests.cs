using Irvak.Core.Edits;
using Irvak.Core.Expectations;
using Irvak.Core.Handover;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Handover;

public class WatchTests
{
    private static IReadOnlyList<WatchLine> Of(JobState job, LineState array, bool done = false)
    {
        var e = job.Evaluate();
        return Watch.Of(
            e.Findings,
            [
                .. e.Expectations.Select(x => new ComparedLine(
                    x,
                    ExpectedDrives.IsArray(x.Key) ? array : LineState.NotLookedAt,
                    null,
                    null,
                    null
                )),
            ],
            job.Changes(),
            done
        );
    }

    [Fact]
    public void An_array_that_was_seen_whole_is_not_warned_of_any_more()
    {
        SeenMember[] without3 = [new("sda1", "active"), new("sdb1", "active"), new("sdd1", "active")];
        var job = InArray(4, "raid5", without3).With(New(3));
        bool Warns(LineState array) => Of(job, array).Any(w => w.Sentence.StartsWith("md0 runs with 3 of 4 members"));
        Assert.True(Warns(LineState.NotLookedAt));
        Assert.True(Warns(LineState.NotYet));
        Assert.True(Warns(LineState.Deviates));
        Assert.False(Warns(LineState.AsExpected));
        // What the work left is a warning still: the drive that went holds data.
        Assert.Contains(Of(job, LineState.AsExpected), w => w.Sentence.Contains("wiped"));
    }

    [Fact]
    public void How_members_are_pulled_is_over_with_the_work_and_whether_the_array_is_whole_is_not()
    {
        SeenMember[] without3 = [new("sda1", "active"), new("sdb1", "active"), new("sdd1", "active")];
        bool Tells(JobState job, bool done, string words) => Of(job, LineState.NotLookedAt, done).Any(w => w.Sentence.Contains(words));
        var one = InArray(4, "raid5").With(New(3));
        Assert.Equal((true, false), (Tells(one, false, "one at a time"), Tells(one, true, "one at a time")));
        var weak = InArray(4, "raid5", without3).With(New(3));
        Assert.Equal((true, true), (Tells(weak, false, "runs with 3 of 4"), Tells(weak, true, "runs with 3 of 4")));
    }

    [Fact]
    public void New_parts_are_watched_and_old_ones_are_not()
    {
        const string memory = "Memory errors",
            drives = "New drives";
        string[] Told(JobState job) =>
            [.. Of(job, LineState.AsExpected).Select(w => w.Sentence[..10]).Where(s => memory.StartsWith(s) || drives.StartsWith(s))];
        Assert.Equal(["New drives"], Told(InArray(4, "raid5").With(New(3))));
        Assert.Equal(["Memory err"], Told(InArray(4, "raid5").With(Boards.Fit("B1"))));
        Assert.Empty(Told(InArray(4, "raid5").With(new Fit(Place.Card("S1"), Lanes.LaneBox.Card(Lanes.LaneBox.Network)))));
    }

    [Fact]
    public void What_was_not_known_of_a_part_is_answered_once_it_was_seen_to_work()
    {
        bool Asks(JobState job, LineState state)
        {
            var e = job.Evaluate();
            return Watch
                .Of(e.Findings, [.. e.Expectations.Select(x => new ComparedLine(x, state, null, null, null))], job.Changes(), true)
                .Any(w => w.Sentence.Contains("not known"));
        }
        JobState[] jobs =
        [
            Boards.Job(Boards.Server, "A1", "C1").With(Boards.Fit("B1", Boards.Module() with { Type = null }), Boards.Fit("D1")),
            Boards.Job(Sheet, "A1").With(new Fit(Place.Bay("1"), new() { Drive = Disk with { Form = null }, Source = "shelf" })),
        ];
        Assert.All(jobs, j =>
            Assert.Equal((true, true, false), (Asks(j, LineState.NotLookedAt), Asks(j, LineState.Deviates), Asks(j, LineState.AsExpected)))
        );
    }

    [Fact]
    public void Arrays_are_watched_where_there_are_any()
    {
        string Drives(JobState job) =>
            Of(job, LineState.AsExpected).Single(w => w.Sentence.StartsWith("New drives", StringComparison.Ordinal)).Sentence;
        Assert.EndsWith("and the arrays’ state.", Drives(InArray(4, "raid5").With(New(3))));
        Assert.EndsWith("their health once a week.", Drives(Boards.Job(Sheet, "A1").With(New(1))));
    }
}
