using System.Diagnostics;
using Irvak.Store;

namespace Irvak.Web;

/// <summary>
/// Keeps the listings of jobs current in the background: of all that another version wrote, and of what is on the bench after a start
/// and after a change of the shelf. A job that can't be worked out gets a line that says so, and stops nobody.
/// </summary>
public sealed class Lister(Jobs jobs, Listings listings, JobDesk desk, JobChanges changes, People people, ILogger<Lister> log)
    : BackgroundService
{
    private const int AtOnce = 50;

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await Task.Yield();
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await foreach (var notice in changes.All(stoppingToken))
                {
                    // What happened before somebody listened was not heard: that, too, makes what is on the bench stale.
                    if (notice is Notice.Entry)
                        continue;
                    await listings.Expire(stoppingToken);
                    await Work(stoppingToken);
                }
            }
            catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
            {
                return;
            }
            catch (Exception e)
            {
                log.LogWarning(e, "Listings are interrupted; trying again.");
                await Task.Delay(TimeSpan.FromSeconds(5), stoppingToken);
            }
        }
    }

    private async Task Work(CancellationToken cancel)
    {
        while (await listings.Stale(AtOnce, cancel) is { Count: > 0 } stale)
        {
            var judging = await desk.Judging(cancel);
            foreach (var number in stale)
            {
                await people.Gone(cancel);
                if (await jobs.Find(number, cancel) is not { } job)
                    continue;
                var from = Stopwatch.GetTimestamp();
                try
                {
                    await listings.Keep(job, judging.Judge(job), cancel);
                }
                catch (Exception e) when (Database.IsOfTheWork(e))
                {
                    log.LogError(e, "Job {Number} can't be worked out at entry {Entry}.", number, job.LastNumber);
                    await listings.Keep(job, null, cancel);
                }
                // Half of a core at most: other programs work beside it.
                await Task.Delay(Stopwatch.GetElapsedTime(from), cancel);
            }
        }
    }
}
