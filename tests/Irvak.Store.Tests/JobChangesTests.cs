using Irvak.Core.Tests;

namespace Irvak.Store.Tests;

public class JobChangesTests(StoreFixture store)
{
    [Fact]
    public async Task Every_new_entry_is_heard_by_whoever_listens()
    {
        var job = await store.Begin();
        using var stop = new CancellationTokenSource(TimeSpan.FromSeconds(30));
        var heard = store.Database.Source is null ? null : new JobChanges(store.Database).All(stop.Token).GetAsyncEnumerator(stop.Token);
        var next = heard!.MoveNextAsync().AsTask();
        // The listener may connect after the first edit, so edits go on until one is heard.
        for (var i = 0; !next.IsCompleted && i < 1000; i++)
        {
            await store.Jobs.Apply(job.Number, Guid.NewGuid(), int.MaxValue, Boards.Stamp, new Core.Plans.SetTick("k" + i, true, "w"), null, stop.Token);
            await Task.WhenAny(next, Task.Yield().AsTask());
        }
        Assert.True(await next);
        Assert.Equal(job.Number, heard.Current.Job);
        await stop.CancelAsync();
    }
}

internal static class Yielding
{
    public static async Task AsTask(this System.Runtime.CompilerServices.YieldAwaitable yield) => await yield;
}
