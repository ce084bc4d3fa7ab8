using System.Text.Json;
using Irvak.Store;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Irvak.Web;

/// <summary>Evaluates one job after the start, so that the first person to open one doesn't wait for code to be compiled.</summary>
public sealed class WarmUp(Jobs jobs, JobDesk desk, IOptions<JsonOptions> json) : BackgroundService
{
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        await Task.Yield();
        if ((await jobs.All(stoppingToken)).FirstOrDefault(j => j.State.Sheet is not null) is not { } job) return;
        for (var i = 0; i < 20 && !stoppingToken.IsCancellationRequested; i++)
            JsonSerializer.SerializeToUtf8Bytes(await desk.View(job, stoppingToken), json.Value.SerializerOptions);
    }
}
