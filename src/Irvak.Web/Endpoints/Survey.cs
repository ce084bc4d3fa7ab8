using System.Text.Json;
using Irvak.Captures;
using Irvak.Captures.Documents;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Survey;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <summary>A file of an archive, as it was read.</summary>
/// <param name="Machine">The machine that it tells of; null when it tells none.</param>
public sealed record FileView(string Name, string Kind, string Sentence, bool Usable, string? Machine);

/// <summary>What a capture says, before anything is stored.</summary>
public sealed record ReadView(
    string Kind,
    string Sentence,
    bool Usable,
    int Lines,
    int Used,
    IReadOnlyList<NotUnderstood> Rest,
    bool CutOff,
    IReadOnlyList<string> Remarks
)
{
    public required string? Product { get; init; }

    public required string? SheetId { get; init; }

    /// <summary>Files of an archive; empty for a single capture.</summary>
    public required IReadOnlyList<FileView> Files { get; init; }

    /// <summary>How the text would be read as a table of drives, once its columns are named.</summary>
    public required TablePreview? Table { get; init; }

    /// <summary>What is different from the last capture of its kind.</summary>
    public required IReadOnlyList<Changed> Changed { get; init; }

    /// <summary>Files that were not taken, for they are of other machines.</summary>
    public required IReadOnlyList<LeftOut> LeftOut { get; init; }
}

/// <summary>The answer to a stored capture: how it was read, and the job after it.</summary>
public sealed record TakenView(ReadView Reading, JobView Job);

/// <summary>Captures: reading them while somebody types, and taking them into a job.</summary>
public static class SurveyEndpoints
{
    public static void MapSurvey(this IEndpointRouteBuilder routes)
    {
        routes
            .MapPost("/api/captures/read", async (string? columns, HttpRequest request, Library library, CancellationToken cancel) =>
            {
                if (Columns(columns) is not { } named)
                    return Problems.Invalid(
                        new SheetProblem(
                            "/columns",
                            "A column is none, enclosure, bay, state, size, serial, model, group, media, protocol or systemName."
                        )
                    );
                if (await Body(request, cancel) is not { } bytes)
                    return Problems.TooLarge();
                var sent = CaptureFiles.Open(bytes, named.Count == 0 ? null : named);
                var product = sent.Usable.Select(f => f.Reading.Seen).FirstOrDefault(s => s.Product is not null);
                var sheet = product is null ? null : Core.Survey.AsFound.SheetFor(await library.Sheets(cancel), product);
                return TypedResults.Ok(View(sent, sheet?.Id, [], []));
            })
            .WithName("readCapture")
            .Accepts<string>("text/plain")
            .Produces<ReadView>()
            .ProducesProblem(400)
            .ProducesProblem(413);
        MapTaking(routes);

        routes
            .MapGet("/api/jobs/{number}/captures", async (string number, Jobs jobs, CancellationToken cancel) =>
                await jobs.Find(number, cancel) is { } job
                    ? TypedResults.Ok((await jobs.CapturesOf(job.Id, cancel)).Select(Kept).ToList())
                    : Problems.UnknownJob(number)
            )
            .WithName("listCaptures")
            .Produces<List<CaptureView>>()
            .ProducesProblem(404);

        routes
            .MapGet("/api/jobs/{number}/captures/{id:long}", async (string number, long id, Jobs jobs, CancellationToken cancel) =>
                await jobs.Find(number, cancel) is { } job && await jobs.CaptureBytes(job.Id, id, cancel) is { } bytes
                    ? TypedResults.File(bytes, "application/octet-stream", $"{number}-capture-{id}")
                    : Problems.Unknown("such capture in this job")
            )
            .WithName("getCapture")
            .ProducesProblem(404);
    }

    private static void MapTaking(IEndpointRouteBuilder routes)
    {
        routes
            .MapPost(
                "/api/jobs/{number}/captures",
                async (
                    string number,
                    string phase,
                    Guid key,
                    int lastSeen,
                    string who,
                    string? columns,
                    string? machine,
                    HttpRequest request,
                    Jobs jobs,
                    JobDesk desk,
                    ILogger<JobDesk> log,
                    TimeProvider clock,
                    CancellationToken cancel
                ) =>
                {
                    if (Wanted.Problem(key, who) is { } problem)
                        return Problems.Invalid(problem);
                    if (phase is not ("before" or "after"))
                        return Problems.Invalid(new SheetProblem("/phase", "A capture is taken before or after."));
                    if (Columns(columns) is not { } named)
                        return Problems.Invalid(
                            new SheetProblem(
                                "/columns",
                                "A column is none, enclosure, bay, state, size, serial, model, group, media, protocol or systemName."
                            )
                        );
                    if (await jobs.Find(number, cancel) is not { } job)
                        return Problems.UnknownJob(number);
                    if (await Body(request, cancel) is not { } bytes)
                        return Problems.TooLarge();
                    var sent = CaptureFiles.Open(bytes, named.Count == 0 ? null : named);
                    var judging = await desk.Judging(cancel);
                    var done = await desk.Take(
                        job,
                        phase,
                        sent,
                        WriteKey.Of(key, who.Trim(), phase, columns, bytes, machine),
                        lastSeen,
                        new Stamp(who.Trim(), clock.GetUtcNow()),
                        judging.Judge,
                        machine,
                        cancel
                    );
                    if (done.Outcome is not { } outcome)
                        return done.LeftOut.Count > 0
                            ? Problems.AnotherMachine(done.Sentence, done.LeftOut)
                            : Problems.NotUnderstood(done.Sentence);
                    return outcome is EditOutcome.Applied applied
                        ? TypedResults.Ok(new TakenView(View(sent, null, done.Taken, done.LeftOut), judging.Seen(applied.Job, log)))
                        : desk.Answer(outcome, number, judging);
                }
            )
            .WithName("takeCapture")
            .Accepts<string>("text/plain")
            .Produces<TakenView>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(413)
            .ProducesProblem(422);
    }

    /// <summary>Meanings of columns by their names; empty when none are given, null when one is unknown.</summary>
    private static List<DriveColumn>? Columns(string? text)
    {
        var columns = new List<DriveColumn>();
        foreach (var word in (text ?? "").Split(',', StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries))
            if (columns.Count < 64 && !int.TryParse(word, out _) && Enum.TryParse<DriveColumn>(word, true, out var column))
                columns.Add(column);
            else
                return null;
        return columns;
    }

    /// <summary>The whole body; null when it is larger than a capture may be.</summary>
    internal static async Task<byte[]?> Body(HttpRequest request, CancellationToken cancel)
    {
        if (request.ContentLength > CaptureReader.MostBytes)
            return null;
        using var buffer = new MemoryStream();
        var chunk = new byte[81_920];
        int read;
        while ((read = await request.Body.ReadAsync(chunk, cancel)) > 0)
        {
            if (buffer.Length + read > CaptureReader.MostBytes)
                return null;
            buffer.Write(chunk, 0, read);
        }
        return buffer.ToArray();
    }

    private static ReadView View(CaptureFiles sent, string? sheetId, IReadOnlyList<TakenCapture> taken, IReadOnlyList<LeftOut> leftOut)
    {
        var files = sent.IsArchive
            ? sent.Files.Select(f => new FileView(f.Name!, f.Reading.Kind, f.Reading.Sentence, f.Reading.IsUsable, Machine(f))).ToList()
            : [];
        var readings = taken.Count > 0 ? taken.Select(t => t.File.Reading).ToList() : sent.Files.Select(f => f.Reading).ToList();
        return new ReadView(
            string.Join(", ", readings.Where(r => r.IsUsable).Select(r => r.Kind).Distinct()),
            sent.Sentence,
            sent.Usable.Any(),
            readings.Sum(r => r.Lines),
            readings.Sum(r => r.Used),
            [.. readings.SelectMany(r => r.Rest).Take(200)],
            readings.Any(r => r.CutOff),
            [.. readings.SelectMany(r => r.Remarks).Distinct().Take(20)]
        )
        {
            Product = readings.Select(r => r.Seen.Product).FirstOrDefault(p => p is not null),
            SheetId = sheetId,
            Files = files,
            Table = sent.Table,
            Changed = [.. taken.SelectMany(t => t.Changed).Take(100)],
            LeftOut = leftOut,
        };
    }

    private static string? Machine(CaptureFile file) => MachineMark.Of(file.Reading.Seen) is { TellsAny: true } mark ? mark.Words : null;

    private static CaptureView Kept(CaptureRow row)
    {
        var kept = JsonSerializer.Deserialize<KeptReading>(row.Reading, Database.Json)!;
        var reading = kept.Reading;
        return new CaptureView(
            row.Id,
            row.Phase,
            row.Kind,
            reading.Sentence,
            reading.Lines,
            reading.Used,
            [.. reading.Rest.Take(200)],
            reading.CutOff
        )
        {
            Remarks = reading.Remarks,
            Who = row.Who,
            At = row.At,
            Name = row.Name,
            Changed = kept.Changed,
        };
    }
}
