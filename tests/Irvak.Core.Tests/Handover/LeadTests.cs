using Irvak.Core.Edits;
using Irvak.Core.Expectations;
using Irvak.Core.Handover;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Handover;

/// <summary>The handover claims what somebody saw, and speaks of what was touched; definition, no source outside.</summary>
public class LeadTests
{
    private static string Of(JobState job, Func<Expectation, (LineState State, string? Seen)> seen)
    {
        var e = job.Evaluate();
        return Lead.Of(
            e.Memory,
            job.Changes(),
            [.. e.Expectations.Select(x => new ComparedLine(x, seen(x).State, seen(x).Seen, null, null))]
        );
    }

    private static string All(JobState job, LineState state) => Of(job, _ => (state, null));

    private static readonly JobState More = Boards.Job(Boards.Server, "A1", "C1").With(Boards.Fit("B1"), Boards.Fit("D1"));

    [Fact]
    public void Memory_is_said_to_have_grown_once_its_total_was_seen()
    {
        Assert.StartsWith("Memory went from 32 GiB to 64 GiB, running at 2666 MT/s. All ", All(More, LineState.AsExpected));
        Assert.StartsWith(
            "Memory is to go from 32 GiB to 64 GiB, by plan at 2666 MT/s; nobody looked at its total yet. 0 of ",
            All(More, LineState.NotLookedAt)
        );
        Assert.StartsWith(
            "Memory was to go from 32 GiB to 64 GiB and shows 48 GiB. ",
            Of(More, e => e.Key == ExpectedMemory.TotalKey ? (LineState.Deviates, "48 GiB") : (LineState.AsExpected, null))
        );
        Assert.StartsWith(
            "Memory went from 32 GiB to 64 GiB, running at 2133 MT/s instead of 2666 MT/s. ",
            Of(More, e => e.Key == ExpectedMemory.RateKey ? (LineState.Deviates, "2133 MT/s") : (LineState.AsExpected, null))
        );
    }

    [Fact]
    public void A_processor_is_said_to_be_there_once_it_was_seen_and_unseen_modules_are_not_spoken_of()
    {
        var swap = new Fit(
            Place.Socket("CPU 1"),
            new Core.Builds.Unit
            {
                Processor = new() { Name = "Ostrel Q" },
                Source = "shelf",
            }
        );
        var dark = (Boards.Job(Boards.Server) with { FoundEmpty = [] }).With(swap);
        Assert.Equal("CPU 1 holds Ostrel Q now. All 2 points are as expected.", All(dark, LineState.AsExpected));
        Assert.StartsWith("CPU 1 is to hold Ostrel Q; nobody looked at it yet. ", All(dark, LineState.NotLookedAt));
        Assert.StartsWith(
            "CPU 1 was to hold Ostrel Q and shows Ostrel. ",
            Of(dark, e => e.Key == ExpectedMemory.SocketKey("CPU 1") ? (LineState.Deviates, "Ostrel") : (LineState.AsExpected, null))
        );
        Assert.StartsWith(
            "CPU 1 holds Ostrel Q now. Memory stays at 32 GiB",
            All(Boards.Job(Boards.Server, "A1", "C1").With(swap), LineState.AsExpected)
        );
    }

    [Fact]
    public void Words_that_somebody_typed_are_quoted()
    {
        string? Told(string? typed)
        {
            var job = More.With(new AnswerLine(ExpectedMemory.TotalKey, SeenVerdict.Other, typed));
            return Comparison.Of(job.Sheet!, job.Evaluate().Expectations, null, job.Proof.Answers).Single(l => l.ByEye).Told;
        }
        Assert.Equal("“dark”", Told("dark"));
        Assert.Equal("48 GiB", Told("48"));
        // A capture's words are no quotation.
        Assert.Equal("empty", new ComparedLine(More.Evaluate().Expectations[0], LineState.Deviates, "empty", "capture", null).Told);
    }

    [Theory]
    [InlineData(1, LineState.AsExpected, "The one point to look at is as expected.")]
    [InlineData(2, LineState.AsExpected, "All 2 points are as expected.")]
    [InlineData(1, LineState.Deviates, "0 of 1 point is as expected, 1 deviates.")]
    [InlineData(2, LineState.Deviates, "0 of 2 points are as expected, 2 deviate.")]
    [InlineData(1, LineState.NotYet, "0 of 1 point is as expected, 1 not looked at or not done yet.")]
    public void Points_are_counted_by_what_was_seen(int points, LineState state, string end)
    {
        var e = More.Evaluate();
        var lines = e.Expectations.Take(points).Select(x => new ComparedLine(x, state, null, null, null)).ToList();
        Assert.EndsWith(end, Lead.Of(e.Memory, More.Changes(), lines), StringComparison.Ordinal);
    }

    [Fact]
    public void As_much_as_before_stays()
    {
        var moved = Boards.Job(Boards.Server, "A1", "C1").With(new Move(Place.Slot("A1"), Place.Slot("B1")));
        Assert.StartsWith("Memory stays at 32 GiB, running at ", All(moved, LineState.AsExpected));
        Assert.StartsWith("Memory is to stay at 32 GiB", All(moved, LineState.NotLookedAt));
        Assert.StartsWith(
            "Memory was to stay at 32 GiB and shows 16 GiB",
            Of(moved, e => e.Key == ExpectedMemory.TotalKey ? (LineState.Deviates, "16 GiB") : (LineState.AsExpected, null))
        );
    }

    [Fact]
    public void A_job_about_drives_speaks_of_its_array_and_not_of_memory()
    {
        var job = InArray(4, "raid5").With(New(3));
        Assert.StartsWith("Array md0 is as planned: single parity, 21.83 TiB. ", All(job, LineState.AsExpected));
        Assert.StartsWith("0 of ", All(job, LineState.NotLookedAt));
        Assert.DoesNotContain("emory", All(job, LineState.AsExpected));
        Assert.Equal("Nothing was changed.", Lead.Of(null, [], []));
    }

    [Fact]
    public void Points_are_counted_by_what_became_of_them()
    {
        var job = InArray(4, "raid5").With(New(3));
        Assert.EndsWith(
            "7 of 8 points are as expected, 1 deviates.",
            Of(job, e => ExpectedDrives.IsArray(e.Key) ? (LineState.Deviates, "degraded") : (LineState.AsExpected, null))
        );
        Assert.EndsWith(
            "7 of 8 points are as expected, 1 not looked at or not done yet.",
            Of(job, e => ExpectedDrives.IsArray(e.Key) ? (LineState.NotYet, null) : (LineState.AsExpected, null))
        );
    }
}
