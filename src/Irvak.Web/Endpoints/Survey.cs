using System.Text.Json;
using Irvak.Captures;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <summary>What a capture says, before anything is stored.</summary>
public sealed record ReadView(string Kind, string Sentence, bool Usable, int Lines, int Used, IReadOnlyList<NotUnderstood> Rest, bool CutOff, IReadOnlyList<string> Remarks, string? Product, string? SheetId);

/// <summary>The answer to a stored capture: how it was read, and the job after it.</summary>
public sealed record TakenView(ReadView Reading, JobView Job);

/// <summary>Captures: reading them while somebody types, and taking them into a job.</summary>
public static class Survey
{
    public static void MapSurvey(this IEndpointRouteBuilder routes)
    {
        routes.MapPost("/api/captures/read", async (HttpRequest request, Library library, CancellationToken cancel) =>
        {
            if (await Body(request, cancel) is not { } bytes) return Problems.TooLarge();
            var reading = CaptureReader.Read(bytes);
            var sheet = Core.Observations.AsFound.SheetFor(await library.Sheets(cancel), reading.Seen);
            return TypedResults.Ok(View(reading, sheet?.Id));
        }).WithName("readCapture").Accepts<string>("text/plain").Produces<ReadView>().ProducesProblem(413);

        routes.MapPost("/api/jobs/{number}/captures", async (string number, string phase, Guid key, int lastSeen, string who,
            HttpRequest request, Jobs jobs, JobDesk desk, TimeProvider clock, CancellationToken cancel) =>
        {
            if (Wanted.Problem(key, who) is { } problem) return Problems.Invalid(problem);
            if (phase is not ("before" or "after")) return Problems.Invalid(new SheetProblem("/phase", "A capture is taken before or after."));
            if (await jobs.Find(number, cancel) is not { } job) return Problems.UnknownJob(number);
            if (await Body(request, cancel) is not { } bytes) return Problems.TooLarge();
            var (outcome, reading) = await desk.Take(job, phase, bytes, key, lastSeen, new Stamp(who.Trim(), clock.GetUtcNow()), cancel);
            if (outcome is null) return Problems.NotUnderstood(reading.Sentence);
            return outcome is EditOutcome.Applied applied
                ? TypedResults.Ok(new TakenView(View(reading, null), await desk.View(applied.Job, cancel)))
                : Problems.From(outcome, number);
        }).WithName("takeCapture").Accepts<string>("text/plain").Produces<TakenView>().ProducesProblem(400).ProducesProblem(404).ProducesProblem(409).ProducesProblem(413).ProducesProblem(422);

        routes.MapGet("/api/jobs/{number}/captures", async (string number, Jobs jobs, CancellationToken cancel) =>
            await jobs.Find(number, cancel) is { } job
                ? TypedResults.Ok((await jobs.CapturesOf(job.Id, cancel)).Select(Kept).ToList())
                : Problems.UnknownJob(number))
            .WithName("listCaptures").Produces<List<CaptureView>>().ProducesProblem(404);
    }

    /// <summary>The whole body; null when it is larger than a capture may be.</summary>
    private static async Task<byte[]?> Body(HttpRequest request, CancellationToken cancel)
    {
        if (request.ContentLength > CaptureReader.MostBytes) return null;
        using var buffer = new MemoryStream();
        var chunk = new byte[81_920];
        int read;
        while ((read = await request.Body.ReadAsync(chunk, cancel)) > 0)
        {
            if (buffer.Length + read > CaptureReader.MostBytes) return null;
            buffer.Write(chunk, 0, read);
        }
        return buffer.ToArray();
    }

    private static ReadView View(CaptureReading r, string? sheetId) =>
        new(r.Kind, r.Sentence, r.IsUsable, r.Lines, r.Used, [.. r.Rest.Take(200)], r.CutOff, r.Remarks, r.Seen.Product, sheetId);

    private static CaptureView Kept(CaptureRow row)
    {
        var reading = JsonSerializer.Deserialize<CaptureReading>(row.Reading, Database.Json)!;
        return new CaptureView(row.Id, row.Phase, row.Kind, reading.Sentence, reading.Lines, reading.Used, [.. reading.Rest.Take(200)], reading.CutOff, reading.Remarks, row.Who, row.At);
    }
}
