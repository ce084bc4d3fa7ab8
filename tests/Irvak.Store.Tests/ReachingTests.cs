using Dapper;
using Irvak.Core.Aims;
using Irvak.Core.Edits;
using Irvak.Core.Plans;
using Irvak.Core.Tests;

namespace Irvak.Store.Tests;

/// <summary>
/// Undo, redo and a late edit look back only as far as they have to, and do what they would do with the whole history in sight.
/// Definition: the state is the fold of the history.
/// </summary>
public class ReachingTests(StoreFixture store)
{
    private static readonly Stamp Ines = new("Ines", DateTimeOffset.UnixEpoch),
        Bao = new("Bao", DateTimeOffset.UnixEpoch);

    private static JobListing Any(Job job) => new(Core.Stage.Fit, null, "", 0, 0, null);

    private Task<EditOutcome> Apply(Job job, int lastSeen, Stamp who, Edit edit) =>
        store.Jobs.Apply(job.Number, WriteKey.Fresh(), lastSeen, who, edit, [], Any, null, default);

    private async Task<List<HistoryEntry>> All(Job job) =>
        [.. (await store.Jobs.HistoryOf(job.Id, int.MaxValue, 10_000, default)).Reverse()];

    private async Task<int> Kept(Job job)
    {
        await using var connection = await store.Database.Source.OpenConnectionAsync();
        return await connection.ExecuteScalarAsync<int>("select count(*) from checkpoint where job_id = @Id", new { job.Id });
    }

    /// <summary>A job of so many entries: Bao fits and wishes, now and then Ines; somebody takes back and brings again.</summary>
    private async Task<Job> Long(int entries, int seed)
    {
        var (job, random) = (await store.Begin("A1"), new Random(seed));
        string[] slots = ["A1", "A2", "B1", "B2", "C1", "C2", "D1", "D2"];
        while ((await store.Jobs.LastNumber(job.Number, default))!.Value is var last && last < entries)
        {
            var who = random.Next(45) == 0 ? Ines : Bao;
            if (random.Next(12) == 0)
                await store.Jobs.Undo(job.Number, WriteKey.Fresh(), who, withDependents: true, Any, default);
            else if (random.Next(12) == 0)
                await store.Jobs.Redo(job.Number, WriteKey.Fresh(), who, Any, default);
            else
                Assert.IsType<EditOutcome.Applied>(
                    await Apply(
                        job,
                        last,
                        who,
                        random.Next(3) == 0
                            ? new SetWish(WishKind.MemoryGiB, last)
                            : Boards.Fit(slots[random.Next(8)], Boards.Module(1 << random.Next(2, 6)))
                    )
                );
        }
        return job;
    }

    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    [InlineData(3)]
    public async Task With_a_long_history_they_do_what_the_whole_of_it_says(int seed)
    {
        var job = await Long(2 * Jobs.CheckpointEvery + 30, seed);
        Assert.Equal(2, await Kept(job));
        for (var i = 0; i < 12; i++)
        {
            var who = i % 3 == 0 ? Ines : Bao;
            var before = await All(job);
            if (i % 4 == 3)
            {
                var wanted = History.PlanRedo(before, who.Who);
                var outcome = await store.Jobs.Redo(job.Number, WriteKey.Fresh(), who, Any, default);
                Assert.Equal(wanted is not null, outcome is EditOutcome.Applied);
                if (wanted is not null)
                    Assert.Equal(wanted.Targets, (await All(job))[^1].Targets);
            }
            else
            {
                var wanted = History.PlanUndo(before, who.Who);
                Assert.IsType<EditOutcome.Applied>(
                    await store.Jobs.Undo(job.Number, WriteKey.Fresh(), who, withDependents: true, Any, default)
                );
                Assert.Equal([wanted.Target!.Value, .. wanted.Dependents], (await All(job))[^1].Targets);
            }
            Assert.Equal(
                Database.ToJson(History.Fold(await All(job))),
                Database.ToJson((await store.Jobs.Find(job.Number, default))!.State)
            );
        }
    }

    [Fact]
    public async Task An_edit_that_saw_nothing_clashes_with_what_the_whole_history_says()
    {
        var job = await Long(Jobs.CheckpointEvery + 20, 9);
        var all = await All(job);
        var standing = History.Standing(all);
        foreach (
            var edit in new Edit[]
            {
                new SetWish(WishKind.MemoryGiB, 1),
                new SetWish(WishKind.Failures, 1),
                Boards.Fit("A1", Boards.Module(128)),
                new Remove(Core.Places.Place.Slot("C2")),
            }
        )
        {
            var wanted = Clashes.Find(edit, all.Where(e => standing.Contains(e.Number)));
            var outcome = await store.Jobs.Apply(job.Number, WriteKey.Fresh(), 0, Bao, edit, [], Any, null, default);
            if (wanted.Count == 0)
                Assert.IsType<EditOutcome.Applied>(outcome);
            else
                Assert.Equal(wanted, Assert.IsType<EditOutcome.Clashed>(outcome).Clashes);
        }
    }

    [Fact]
    public async Task A_kept_state_that_can_not_be_read_is_passed_over()
    {
        var job = await Long(Jobs.CheckpointEvery + 5, 4);
        await using (var connection = await store.Database.Source.OpenConnectionAsync())
            await connection.ExecuteAsync("update checkpoint set snapshot = '[]' where job_id = @Id", new { job.Id });
        await store.Jobs.Undo(job.Number, WriteKey.Fresh(), Bao, withDependents: true, Any, default);
        Assert.Equal(Database.ToJson(History.Fold(await All(job))), Database.ToJson((await store.Jobs.Find(job.Number, default))!.State));
    }

    [Fact]
    public async Task A_history_that_comes_in_has_its_newest_states_kept()
    {
        var job = await Long(3 * Jobs.CheckpointEvery, 7);
        var come = Assert
            .IsType<EditOutcome.Applied>(await store.Jobs.Import(WriteKey.Fresh(), "Copy", "", Ines, await All(job), Any, default))
            .Job;
        Assert.Equal(3, await Kept(come));
        await store.Jobs.Undo(come.Number, WriteKey.Fresh(), Bao, withDependents: true, Any, default);
        Assert.Equal(Database.ToJson(History.Fold(await All(come))), Database.ToJson((await store.Jobs.Find(come.Number, default))!.State));
    }
}
