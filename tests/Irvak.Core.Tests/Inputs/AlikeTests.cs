using System.Text.Json;
using Irvak.Core.Inputs;
using Irvak.Core.Plans;

namespace Irvak.Core.Tests.Inputs;

/// <summary>What is written the same is the same; what differs in one fact is not. Definition, no source.</summary>
public class AlikeTests
{
    private static IEnumerable<JobState> Jobs => SampleJobs.All(1).Concat(SampleJobs.Read(1)).Select(s => s.Job);

    private static JobState Read(JobState job) =>
        JsonSerializer.Deserialize<JobState>(JsonSerializer.Serialize(job, JsonSerializerOptions.Web), JsonSerializerOptions.Web)!;

    [Fact]
    public void Two_readings_of_the_same_text_are_alike()
    {
        foreach (var job in Jobs)
        {
            var (one, other) = (Read(job), Read(job));
            foreach (var property in typeof(JobState).GetProperties().Where(p => p.CanWrite))
            {
                Assert.True(Alike.Same(property.GetValue(one), property.GetValue(other)), property.Name);
                // And what was put together by edits is what is read of it.
                Assert.True(Alike.Same(property.GetValue(job), property.GetValue(other)), property.Name);
            }
        }
    }

    [Fact]
    public void A_job_that_differs_in_one_fact_is_not_alike()
    {
        List<JobState> jobs = [.. SampleJobs.All(1).Select(s => Read(s.Job))];
        var alike = Neighbours
            .Of(jobs, 1)
            .DistinctBy(n => n.Title)
            // What a carrier brings comes back with its card, whatever a sheet says.
            .Where(n => JsonSerializer.Serialize(n.Was) != JsonSerializer.Serialize(n.Is))
            .Where(n => typeof(JobState).GetProperties().Where(p => p.CanWrite).All(p => Alike.Same(p.GetValue(n.Was), p.GetValue(n.Is))))
            .Select(n => $"{n.Title}: {n.Value}");
        Assert.Empty(alike);
    }
}
