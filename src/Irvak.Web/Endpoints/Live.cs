using System.Collections.Concurrent;
using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using System.Threading.Channels;
using Irvak.Store;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Irvak.Web.Endpoints;

/// <summary>What a screen hears.</summary>
/// <param name="Kind">listening: it listens from now on, and looks whether it missed something; edit: a job has a new entry; shelf: shelf,
/// sheets or evidence changed.</param>
public sealed record Heard(string Kind, string? Job = null, int Number = 0);

/// <summary>Passes the database's notices on to every open screen of this host. One database connection, however many screens.</summary>
public sealed class LiveBoard(JobChanges changes, ILogger<LiveBoard> log) : BackgroundService
{
    // What a slow screen has not fetched yet; what doesn't fit is told by one “listening”, after which it looks at everything.
    private const int MostWaiting = 64;

    private sealed record Screen(string? Job, Channel<Heard> Channel)
    {
        public bool Missed { get; set; }
    }

    private readonly ConcurrentDictionary<Guid, Screen> _screens = new();

    /// <summary>Changes of one job, or of everything; begins with an “listening”.</summary>
    public async IAsyncEnumerable<Heard> Follow(string? job, [EnumeratorCancellation] CancellationToken cancel)
    {
        var id = Guid.NewGuid();
        var screen = new Screen(job, Channel.CreateBounded<Heard>(MostWaiting));
        _screens[id] = screen;
        try
        {
            // Registered first, told then: what happens in between is heard.
            yield return new Heard("listening");
            while (await screen.Channel.Reader.WaitToReadAsync(cancel))
            {
                while (screen.Channel.Reader.TryRead(out var heard))
                    yield return heard;
                if (!screen.Missed)
                    continue;
                screen.Missed = false;
                yield return new Heard("listening");
            }
        }
        finally
        {
            _screens.TryRemove(id, out _);
        }
    }

    private void Tell(Heard heard)
    {
        foreach (var screen in _screens.Values)
            if ((heard.Job is null || screen.Job is null || screen.Job == heard.Job) && !screen.Channel.Writer.TryWrite(heard))
                screen.Missed = true;
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await foreach (var change in changes.All(stoppingToken))
                    Tell(
                        change switch
                        {
                            Notice.Entry entry => new Heard("edit", entry.Job, entry.Number),
                            Notice.Library => new Heard("shelf"),
                            _ => new Heard("listening"),
                        }
                    );
            }
            catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
            {
                return;
            }
            catch (Exception e)
            {
                log.LogWarning("Live changes are interrupted; trying again. {Reason}", e.Message);
                await Task.Delay(TimeSpan.FromSeconds(1), stoppingToken);
            }
        }
    }
}

/// <summary>Screens follow by Server-Sent Events: a browser's windows share one stream of everything, or each follows its job.</summary>
public static class Live
{
    public static void MapLive(this IEndpointRouteBuilder routes)
    {
        routes
            .MapGet("/api/live", (LiveBoard board, IHostApplicationLifetime life, HttpContext http) => Stream(board, null, life, http))
            .WithName("followAll")
            .ExcludeFromDescription();

        routes
            .MapGet(
                "/api/jobs/{number}/live",
                async (
                    string number,
                    LiveBoard board,
                    Jobs jobs,
                    IHostApplicationLifetime life,
                    HttpContext http,
                    CancellationToken cancel
                ) => await jobs.LastNumber(number, cancel) is null ? Problems.UnknownJob(number) : Stream(board, number, life, http)
            )
            .WithName("followJob")
            .ExcludeFromDescription();
    }

    private static ServerSentEventsResult<Heard> Stream(LiveBoard board, string? job, IHostApplicationLifetime life, HttpContext http)
    {
        // Linked with the host's stop, or an open stream would hold the stop for half a minute.
        var cancel = CancellationTokenSource.CreateLinkedTokenSource(http.RequestAborted, life.ApplicationStopping);
        http.Response.RegisterForDispose(cancel);
        return TypedResults.ServerSentEvents(Events(board.Follow(job, cancel.Token), cancel.Token));
    }

    private static async IAsyncEnumerable<SseItem<Heard>> Events(
        IAsyncEnumerable<Heard> all,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        var reader = all.GetAsyncEnumerator(cancel);
        await using (reader)
            while (true)
            {
                bool more;
                try
                {
                    more = await reader.MoveNextAsync();
                }
                catch (OperationCanceledException)
                {
                    yield break;
                }
                if (!more)
                    yield break;
                yield return new SseItem<Heard>(reader.Current, reader.Current.Kind);
            }
    }
}
