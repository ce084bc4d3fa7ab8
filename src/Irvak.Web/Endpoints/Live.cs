using System.Collections.Concurrent;
using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using System.Threading.Channels;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <summary>Passes the database's notices on to every open screen of this host. One database connection, however many screens.</summary>
public sealed class LiveBoard(JobChanges changes, ILogger<LiveBoard> log) : BackgroundService
{
    private readonly ConcurrentDictionary<Guid, (string Job, Channel<int> Channel)> _screens = new();

    public async IAsyncEnumerable<int> Follow(string job, [EnumeratorCancellation] CancellationToken cancel)
    {
        var id = Guid.NewGuid();
        // A slow screen only needs the newest number.
        var channel = Channel.CreateBounded<int>(new BoundedChannelOptions(1) { FullMode = BoundedChannelFullMode.DropOldest });
        _screens[id] = (job, channel);
        try
        {
            await foreach (var number in channel.Reader.ReadAllAsync(cancel)) yield return number;
        }
        finally
        {
            _screens.TryRemove(id, out _);
        }
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await foreach (var (job, number) in changes.All(stoppingToken))
                    foreach (var screen in _screens.Values.Where(s => s.Job == job)) screen.Channel.Writer.TryWrite(number);
            }
            catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
            {
                return;
            }
            catch (Npgsql.NpgsqlException e)
            {
                log.LogWarning(e, "Live changes are interrupted; trying again.");
                await Task.Delay(TimeSpan.FromSeconds(2), stoppingToken);
            }
        }
    }
}

/// <summary>Other screens of the same job follow by Server-Sent Events.</summary>
public static class Live
{
    public static void MapLive(this IEndpointRouteBuilder routes) =>
        routes.MapGet("/api/jobs/{number}/live", (string number, LiveBoard board, IHostApplicationLifetime life, HttpContext http) =>
        {
            // Linked with the host's stop, or an open stream would hold the stop for half a minute.
            var cancel = CancellationTokenSource.CreateLinkedTokenSource(http.RequestAborted, life.ApplicationStopping);
            http.Response.RegisterForDispose(cancel);
            return TypedResults.ServerSentEvents(Events(board.Follow(number, cancel.Token), cancel.Token));
        }).WithName("followJob").ExcludeFromDescription();

    private static async IAsyncEnumerable<SseItem<int>> Events(IAsyncEnumerable<int> numbers, [EnumeratorCancellation] CancellationToken cancel)
    {
        yield return new SseItem<int>(0, "open");
        var reader = numbers.GetAsyncEnumerator(cancel);
        await using (reader)
            while (true)
            {
                bool more;
                try { more = await reader.MoveNextAsync(); }
                catch (OperationCanceledException) { yield break; }
                if (!more) yield break;
                yield return new SseItem<int>(reader.Current, "edit");
            }
    }
}
