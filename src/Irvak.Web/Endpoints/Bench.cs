using Irvak.Core;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Verdicts;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <summary>A job as it stands on the bench: its machine as a small plate and one line of what is in its way.</summary>
/// <param name="Id">For asking for older ones.</param>
/// <param name="Line">Null while it was not worked out yet.</param>
public sealed record BenchJob(
    long Id,
    string Number,
    string Title,
    string Owner,
    string BegunBy,
    Stage Stage,
    Severity? Severity,
    string? Line
)
{
    public required int Done { get; init; }

    public required int Of { get; init; }

    public required SmallPlate? Plate { get; init; }

    /// <summary>Day for which it was promised; null where nobody did, and once it is handed over.</summary>
    public DateOnly? PromisedFor { get; init; }

    public static BenchJob From(ListedJob job) =>
        new(
            job.Id,
            job.Number,
            job.Title,
            job.Owner,
            job.BegunBy,
            job.Listing?.Stage ?? Stage.Survey,
            job.Listing?.Severity,
            job.Listing?.Line
        )
        {
            Done = job.Listing?.Done ?? 0,
            Of = job.Listing?.Of ?? 0,
            Plate = PlateOf(job.Listing),
            PromisedFor = job.Listing?.PromisedFor,
        };

    // The same list is asked for again and again: by its text a plate is read once.
    private static readonly Recent<SmallPlate> Plates = new(500);

    /// <summary>A plate that this version can't read is not drawn; the job is listed all the same.</summary>
    private static SmallPlate? PlateOf(JobListing? listing)
    {
        if (listing?.Plate is not { } plate)
            return null;
        try
        {
            if (!Plates.TryGet(plate, out var read))
                Plates.Put(plate, read = Database.FromJson<SmallPlate>(plate));
            return read;
        }
        catch (Exception e) when (Database.IsUnreadable(e))
        {
            return null;
        }
    }
}

/// <summary>How many jobs stand in a stage.</summary>
public sealed record StageCount(Stage Stage, int Count);

/// <summary>The newest jobs of each stage, and how many there are of each.</summary>
/// <param name="Counts">Of all jobs; none beside what was looked for.</param>
/// <param name="Sheets">The machine sheets that the plates are drawn on, by their marks.</param>
/// <param name="More">Of a search that found more than it gives: where the rest is asked from; else null.</param>
public sealed record BenchPage(
    IReadOnlyList<BenchJob> Jobs,
    IReadOnlyList<StageCount> Counts,
    IReadOnlyDictionary<string, MachineSheet> Sheets,
    long? More
);

/// <summary>The bench: every job, and beginning one. The list evaluates nothing.</summary>
public static class Bench
{
    // Older ones of one stage, when somebody asks for them.
    private const int MoreOfStage = 40;

    /// <summary>Jobs of each stage on the bench: about as many as can be seen.</summary>
    public const int PerStage = 12;

    public static void MapBench(this IEndpointRouteBuilder routes)
    {
        routes
            .MapGet("/api/jobs", async ([AsParameters] JobQuestion asked, Listings listings, ListJson json, CancellationToken cancel) =>
            {
                if (asked.Problem is { } problem)
                    return Problems.Invalid(problem);
                var (only, before) = (asked.Only, asked.Before);
                if (asked.Filter is { } filter)
                    return TypedResults.Json(await Found(filter, before, listings, cancel), json.Options);
                var (jobs, counts) = await listings.Newest(only, before, only is null ? PerStage : MoreOfStage, cancel);
                return TypedResults.Json(await Page(jobs, counts, null, listings, cancel), json.Options);
            })
            .WithName("listJobs")
            .Produces<BenchPage>()
            .ProducesProblem(400)
            .ProducesProblem(503);

        routes
            .MapPost(
                "/api/jobs",
                async (BeginRequest request, Jobs jobs, Library library, JobDesk desk, TimeProvider clock, CancellationToken cancel) =>
                {
                    if (Wanted.Problem(request.Key, request.Who) is { } problem)
                        return Problems.Invalid(problem);
                    if ((JobNames.Title(request.Title) ?? JobNames.Owner(request.Owner)) is { } named)
                        return Problems.Invalid(named);
                    var (sheet, refused) = await SheetOf(request, library, p => Problems.Invalid(p), cancel);
                    if (refused is not null)
                        return refused;
                    var stamp = new Stamp(request.Who.Trim(), clock.GetUtcNow());
                    var judging = await desk.Judging(cancel);
                    var (first, captures, sentence) = await desk.First(sheet, request, stamp, cancel);
                    if (first is null)
                        return Problems.NotUnderstood(sentence);
                    return desk.Answer(
                        await jobs.Begin(
                            WriteKey.Of(request.Key, request),
                            request.Title.Trim(),
                            request.Owner?.Trim() ?? "",
                            stamp,
                            first,
                            captures,
                            judging.Judge,
                            cancel
                        ),
                        "",
                        judging
                    );
                }
            )
            .WithName("beginJob")
            .Produces<JobView>()
            .ProducesProblem(400)
            .ProducesProblem(422)
            .ProducesProblem(503);
    }

    // Shown at once of what is found.
    private const int MostFound = 50;

    private static async Task<BenchPage> Found(JobFilter filter, long? before, Listings listings, CancellationToken cancel)
    {
        var found = await listings.Found(filter, before, MostFound + 1, cancel);
        var shown = found.Take(MostFound).ToList();
        return await Page(shown, null, found.Count > MostFound ? shown[^1].Id : null, listings, cancel);
    }

    private static async Task<BenchPage> Page(
        IReadOnlyList<ListedJob> jobs,
        IReadOnlyDictionary<Stage, int>? counts,
        long? more,
        Listings listings,
        CancellationToken cancel
    ) =>
        new(
            [.. jobs.Select(BenchJob.From)],
            counts is null ? [] : [.. counts.OrderBy(c => c.Key).Select(c => new StageCount(c.Key, c.Value))],
            await listings.Sheets(jobs.Select(j => j.Listing?.PlateSheet).OfType<string>(), cancel),
            more
        );

    internal static async Task<(MachineSheet? Sheet, IResult? Refused)> SheetOf(
        BeginRequest request,
        Library library,
        Func<SheetProblem, IResult> refuse,
        CancellationToken cancel
    )
    {
        if (request.SheetId is { } id)
            return await library.Sheet(id, cancel) is { } known ? (known, null) : (null, Problems.Unknown($"sheet {id}"));
        if (request.Answers is not { } answers)
            return (null, null);
        var (draft, problem) = SheetDraft.From(answers);
        return problem is null ? (draft, null) : (null, refuse(problem with { Path = "/answers" + problem.Path }));
    }
}
