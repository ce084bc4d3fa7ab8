using Irvak.Core.Tests;

namespace Irvak.Store.Tests;

/// <summary>A host works an edit out on the job as it knows it while it asks how it stands; another may have changed it.</summary>
public sealed class AheadTests(StoreFixture store)
{
    private readonly Jobs _other = new(store.Database);

    private static Task<EditOutcome> Fit(Jobs host, Job job, string slot, WriteKey key, List<int> judged) =>
        host.Apply(
            job.Number,
            key,
            job.LastNumber,
            Boards.Stamp,
            Boards.Fit(slot),
            [],
            worked =>
            {
                lock (judged)
                    judged.Add(worked.LastNumber);
                return StoreFixture.Judge(worked);
            },
            null,
            default
        );

    private async Task<Job> Known()
    {
        var job = await store.Begin("A1");
        await store.Jobs.Find(job.Number, default);
        await _other.Find(job.Number, default);
        return job;
    }

    [Fact]
    public async Task What_stands_as_it_is_known_is_worked_out_once()
    {
        var (job, judged) = (await Known(), new List<int>());
        Assert.IsType<EditOutcome.Applied>(await Fit(store.Jobs, job, "B1", WriteKey.Fresh(), judged));
        Assert.Equal([job.LastNumber + 1], judged);
    }

    [Fact]
    public async Task What_another_host_changed_meanwhile_stays_and_the_edit_is_worked_out_on_top_of_it()
    {
        var (job, judged) = (await Known(), new List<int>());
        Assert.IsType<EditOutcome.Applied>(await Fit(_other, job, "B1", WriteKey.Fresh(), []));
        var applied = Assert.IsType<EditOutcome.Applied>(await Fit(store.Jobs, job, "C1", WriteKey.Fresh(), judged));
        Assert.Equal([job.LastNumber + 1, job.LastNumber + 2], judged);
        Assert.Equal(["slot:B1", "slot:C1"], applied.Job.State.Plan.Keys.Select(p => p.ToString()).Order());
        Assert.Equal(applied.Job.State.Plan.Keys.Order(), (await _other.Find(job.Number, default))!.State.Plan.Keys.Order());
    }

    [Fact]
    public async Task An_edit_that_another_host_has_taken_already_stands_once()
    {
        var (job, key) = (await Known(), WriteKey.Fresh());
        Assert.IsType<EditOutcome.Applied>(await Fit(_other, job, "B1", key, []));
        var again = Assert.IsType<EditOutcome.Applied>(await Fit(store.Jobs, job, "B1", key, []));
        Assert.True(again.Repeated);
        Assert.Equal(job.LastNumber + 1, again.Job.LastNumber);
    }

    [Fact]
    public async Task A_job_that_is_gone_is_not_brought_back_by_what_is_known_of_it()
    {
        var job = await Known();
        await using (var connection = await store.Database.Source.OpenConnectionAsync(default))
        await using (var command = connection.CreateCommand())
        {
            command.CommandText = $"delete from edit where job_id = {job.Id}; delete from job where id = {job.Id}";
            await command.ExecuteNonQueryAsync();
        }
        Assert.IsType<EditOutcome.Unknown>(await Fit(store.Jobs, job, "B1", WriteKey.Fresh(), []));
    }
}
