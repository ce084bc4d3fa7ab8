using Irvak.Core.Plans;
using Irvak.Core.Survey;

namespace Irvak.Core.Tests.Survey;

/// <summary>A question that somebody left aside is not asked, holds no stage up and lifts no finding. Definition, no source.</summary>
public class LeaveUnaskedTests
{
    private static readonly JobState Job = EditFold.Apply(JobState.Start, new AdoptSheet(Boards.Server), Boards.Stamp);

    private static IReadOnlyList<Unknown> Asked(JobState job) => Progress.Of(job, job.Evaluate()).Unknowns;

    private static Unknown One(JobState job, string path) => Asked(job).Single(u => u.Path == path);

    [Fact]
    public void It_is_asked_no_more_until_somebody_asks_again()
    {
        const string Slot = "found.slot:A1";
        Assert.False(One(Job, Slot).Aside);
        var left = Job.With(new LeaveUnasked([Slot], true));
        Assert.Equal((true, true), (One(left, Slot).Aside, One(left, Slot).LeftAside));
        // What is left aside stands last, and nothing else changed.
        Assert.Equal(Slot, Asked(left)[^1].Path);
        Assert.Equal(Asked(Job).Select(u => u.Path).Order(), Asked(left).Select(u => u.Path).Order());
        Assert.False(One(left.With(new LeaveUnasked([Slot], false)), Slot).Aside);
    }

    [Fact]
    public void The_stage_counts_it_no_more_and_every_number_stays_not_known()
    {
        var all = Asked(Job).Where(u => !u.Optional).Select(u => u.Path).ToList();
        var left = Job.With(new LeaveUnasked(all, true));
        Assert.Contains("unknown", Note(Job));
        Assert.DoesNotContain("unknown", Note(left));
        Assert.Equal(Job.Evaluate().Ledge, left.Evaluate().Ledge);
        Assert.Null(left.Evaluate().Ledge.Single(d => d.Name == "Memory").Planned);
    }

    private static string Note(JobState job) => Progress.Of(job, job.Evaluate()).Way.Single(k => k.Stage == Stage.Survey).Note;

    [Theory]
    [InlineData(0, "1 to 2000")]
    [InlineData(2001, "1 to 2000")]
    public void So_many_can_not_be_named(int count, string words) =>
        Assert.Contains(words, new LeaveUnasked([.. Enumerable.Range(0, count).Select(i => $"x{i}")], true).Refusal(Job, Job.Aim)!.Text);

    [Fact]
    public void A_path_stands_once_and_is_no_essay()
    {
        string? Said(params string[] paths) => new LeaveUnasked(paths, true).Refusal(Job, Job.Aim)?.Text;
        var longest = "memory." + new string('x', LeaveUnasked.LongestPath - 7);
        Assert.Null(Said(longest));
        Assert.Contains("1 to 120 characters", Said(longest + "x"));
        Assert.Contains("1 to 120 characters", Said(""));
        Assert.Contains("stands once", Said("memory.types", "memory.types"));
        Assert.Contains("nothing that is asked", Said("weather"));
        Assert.Contains("nothing that is asked", Said("found.nowhere"));
    }

    [Fact]
    public void It_tells_what_it_is_about()
    {
        Assert.Equal("leaves the question about A1 aside", new LeaveUnasked(["found.slot:A1"], true).Tell());
        Assert.Equal("asks again about 4 things", new LeaveUnasked(["a", "b", "c", "d"], false).Tell());
    }
}
