using Irvak.Core.Plans;
using Irvak.Core.Tests;

namespace Irvak.Store.Tests;

public class JobChangesTests(StoreFixture store)
{
    [Fact]
    public async Task Every_new_entry_is_heard_by_whoever_listens()
    {
        var job = await store.Begin();
        using var stop = new CancellationTokenSource(TimeSpan.FromSeconds(30));
        var heard = Hear(job.Number, stop.Token);
        // The listener may connect after the first edit, so edits go on until one is heard.
        for (var i = 0; !heard.IsCompleted; i++)
            await store.Jobs.Apply(
                job.Number,
                WriteKey.Fresh(),
                job.LastNumber,
                Boards.Stamp,
                new SetTick("k" + i, true, "w"),
                [],
                StoreFixture.Judge,
                null,
                stop.Token
            );
        Assert.InRange(await heard, job.LastNumber + 1, (await store.Jobs.Find(job.Number, default))!.LastNumber);
    }

    private async Task<int> Hear(string number, CancellationToken cancel)
    {
        await foreach (var notice in new JobChanges(store.Database).All(cancel))
            if (notice is Notice.Entry entry && entry.Job == number)
                return entry.Number;
        return 0;
    }
}
