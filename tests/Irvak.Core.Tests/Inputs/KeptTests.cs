using System.Text.Json;
using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Caches;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Inputs;
using Irvak.Core.Memory;
using Irvak.Core.Paths;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Inputs;

/// <summary>What was worked out for the state before changes no result. Definition, no source.</summary>
public class KeptTests
{
    private static Question Ask(JobState job) => Question.Of(job, EvidenceBook.Empty, SampleJobs.Shelf);

    private static string Text(Evaluation e) => JsonSerializer.Serialize(e);

    [Fact]
    public void A_job_that_differs_in_one_fact_is_worked_out_as_if_it_were_the_first()
    {
        List<JobState> jobs = [.. SampleJobs.All(1).Select(s => s.Job)];
        var kept = new Dictionary<JobState, Kept>(ReferenceEqualityComparer.Instance);
        foreach (var job in jobs)
            Evaluation.Evaluate(Ask(job), kept[job] = new Kept());
        // Of each fact one value that is another one, and one that is not known.
        var neighbours = Neighbours.Of(jobs, 1).GroupBy(n => n.Title).SelectMany(g => new[] { g.First(), g.Last() }.Distinct()).ToList();
        Assert.True(neighbours.Count > 500);
        Assert.Empty(
            neighbours
                .AsParallel()
                .Where(n => Text(Evaluation.Evaluate(Ask(n.Is), new Kept(kept[n.Was]))) != Text(Evaluation.Evaluate(Ask(n.Is))))
                .Select(n => $"{n.Title}: {n.Value}")
        );
    }

    [Fact]
    public void Edit_after_edit_the_answer_is_the_one_of_the_whole_job()
    {
        foreach (var (name, first) in SampleJobs.All(2))
        {
            var (job, kept) = (first, new Kept());
            Evaluation.Evaluate(Ask(job), kept);
            foreach (var edit in Edits(job))
            {
                if (EditFold.Refusal(job, edit) is not null)
                    continue;
                job = EditFold.Apply(job, edit, Boards.Stamp);
                kept = new Kept(kept);
                Assert.True(Text(Evaluation.Evaluate(Ask(job), kept)) == Text(Evaluation.Evaluate(Ask(job))), $"{name}: {edit.Tell()}");
            }
        }
    }

    /// <summary>Edits of every capability, there and back, among them some that change nothing else.</summary>
    private static IEnumerable<Edit> Edits(JobState job)
    {
        yield return new SetWish(WishKind.MemoryGiB, 96);
        yield return new SetMemoryMode(MemoryMode.Mirrored);
        foreach (var (place, unit) in job.Planned.Units.Where((_, i) => i % 3 == 0))
        {
            yield return new Remove(place);
            yield return new Fit(place, unit);
            yield return new Restore(place);
        }
        foreach (var array in JobArrays.Planned(job, job.Arrays))
        {
            yield return new MakeArray(array with { WrittenGBPerDay = 800 });
            yield return new MakeArray(array with { Level = ArrayLevel.Stripe });
        }
        foreach (var cache in job.Caches.Plans.Values)
            yield return new PlanCache(cache with { WrittenGBPerDay = cache.WrittenGBPerDay + 100 });
        yield return new SetPolicy(Policy.Listed);
        yield return new SetWish(WishKind.ReadMBs, 900);
    }

    [Fact]
    public void What_no_edit_touched_is_the_same_object()
    {
        var job = SampleJobs.All(1).First(s => s.Job.Arrays.Plans.Count > 0).Job;
        var kept = new Kept();
        var was = Evaluation.Evaluate(Ask(job), kept);
        var next = Evaluation.Evaluate(Ask(job.With(new SetWish(WishKind.MemoryGiB, 7))), new Kept(kept));
        Assert.Same(was.Memory, next.Memory);
        Assert.Same(was.Lanes, next.Lanes);
        Assert.Same(was.Arrays, next.Arrays);
        Assert.Same(was.Power, next.Power);
        Assert.Same(was.Runbook, next.Runbook);
        Assert.NotEqual(Text(was), Text(next));
    }

    [Fact]
    public void A_path_stays_the_same_object_when_a_drive_of_another_array_changes()
    {
        var (full, drives) = SampleJobs
            .All(2)
            .Select(s => (s.Job, Drives: s.Job.Planned.Units.Where(u => u.Key.Kind == PlaceKind.Bay && u.Value.Drive?.Bytes > 0).ToList()))
            .First(s => s.Drives.Count >= 4);
        var bays = drives.Select(d => d.Key).ToList();
        var job = full.With(new MakeArray(new ArrayPlan("P", ArrayLevel.Mirror, [bays[0], bays[1]])))
            .With(new MakeArray(new ArrayPlan("Q", ArrayLevel.Mirror, [bays[2], bays[3]])));
        var kept = new Kept();
        PathFigures Path(JobState of, Kept keep, string name) =>
            Evaluation.Evaluate(Ask(of), keep).Paths.Planned.Single(p => p.Name == name);
        var was = Path(job, kept, "Q");
        // A drive of another make where the first array has one: no quicker, so that nobody beside it gets more or less.
        var other = drives[0].Value with { Drive = drives[0].Value.Drive! with { Model = "another" } };
        var next = new Kept(kept);
        Assert.Same(was.Flows, Path(job.With(new Fit(bays[0], other)), next, "Q").Flows);
        Assert.NotSame(was.Flows, Path(job.With(new Fit(bays[2], other)), new Kept(kept), "Q").Flows);
    }
}
