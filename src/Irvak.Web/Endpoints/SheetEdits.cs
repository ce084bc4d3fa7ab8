using System.Text.Json;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Handover;
using Irvak.Core.Lanes;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Shelf;
using Irvak.Core.Survey;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <summary>What a sheet's check says while somebody edits it.</summary>
/// <param name="Problems">What must be mended before it can be kept.</param>
/// <param name="Doubts">What deserves a second look.</param>
public sealed record SheetVerdict(IReadOnlyList<SheetProblem> Problems, IReadOnlyList<SheetProblem> Doubts);

/// <summary>A maker's list as a table.</summary>
/// <param name="What">Kind of the rows that do not tell theirs.</param>
/// <param name="Source">Name of the list, for rows that give none.</param>
/// <param name="Date">Its day, for rows that give none.</param>
/// <param name="Before">The sheet's list as it stands; empty for none.</param>
public sealed record ListTableRequest(
    string Text,
    ListedKind What,
    string? Source = null,
    DateOnly? Date = null,
    IReadOnlyList<ListedPart>? Before = null
);

/// <param name="Rows">The sheet's list with what was read; as it was where something is wrong.</param>
/// <param name="Problems">What is wrong, each with its line.</param>
/// <param name="Read">Rows that were read.</param>
/// <param name="Replaced">Rows of before that gave way to them.</param>
public sealed record ListTableView(IReadOnlyList<ListedPart> Rows, IReadOnlyList<SheetProblem> Problems, int Read, int Replaced);

/// <summary>What an imported document became.</summary>
/// <param name="Kind">machine, parts or job.</param>
/// <param name="Ids">Names under which it was kept: a sheet's or parts' ids, or the job's number.</param>
public sealed record ImportView(string Kind, IReadOnlyList<string> Ids, string Sentence);

/// <summary>Machine sheets and part sheets: checked while edited, kept, exported, imported; and the schemas of all formats.</summary>
public static class SheetEdits
{
    public static void MapSheetEdits(this IEndpointRouteBuilder routes)
    {
        routes
            .MapGet("/api/sheets/{id}", async (string id, Library library, CancellationToken cancel) =>
                await library.Sheet(id, cancel) is { } sheet
                    ? Results.Text(JsonSerializer.Serialize(sheet, Documents.Pretty) + "\n", "application/json")
                    : Problems.Unknown($"sheet {id}")
            )
            .WithName("exportSheet")
            .Produces<MachineSheet>()
            .ProducesProblem(404);

        routes
            .MapPost("/api/sheets/check", (MachineSheet sheet) =>
                TypedResults.Ok(new SheetVerdict(Documents.Check(sheet), SheetDoubts.Of(sheet)))
            )
            .WithName("checkSheet")
            .ProducesProblem(400);

        routes
            .MapPost("/api/sheets/list", (ListTableRequest request) =>
            {
                var (columns, rows, problem) = CsvRows.Read(request.Text);
                var before = request.Before ?? [];
                var read = problem is not null
                    ? new ReadList([], [problem])
                    : ListTable.Read(columns, rows, request.What, request.Source, request.Date);
                if (read.Problems.Count > 0)
                    return TypedResults.Ok(new ListTableView(before, read.Problems, 0, 0));
                var all = ListTable.Onto(before, read.Rows, out var replaced);
                return TypedResults.Ok(new ListTableView(all, [], read.Rows.Count, replaced));
            })
            .WithName("readMakersList")
            .ProducesProblem(400);

        routes
            .MapPut("/api/sheets/{id}", async (string id, MachineSheet sheet, Library library, CancellationToken cancel) =>
            {
                if (sheet.Id != id)
                    return Problems.Invalid(new SheetProblem("/id", "The sheet carries another name than its address."));
                // What a job's carriers brought is no part of the machine.
                sheet = CarrierPlaces.Without(sheet);
                if (Documents.Check(sheet) is { Count: > 0 } problems)
                    return Problems.Invalid([.. problems]);
                await library.Keep(sheet, cancel);
                return TypedResults.Ok(new SheetVerdict([], SheetDoubts.Of(sheet)));
            })
            .WithName("keepSheet")
            .Produces<SheetVerdict>()
            .ProducesProblem(400);

        routes
            .MapDelete("/api/sheets/{id}", async (string id, Library library, CancellationToken cancel) =>
                await library.DropSheet(id, cancel) ? TypedResults.NoContent() : Problems.Unknown($"sheet {id}")
            )
            .WithName("dropSheet")
            .Produces(204)
            .ProducesProblem(404);
        MapParts(routes);
        MapImport(routes);
        MapDocuments(routes);
    }

    private static void MapParts(IEndpointRouteBuilder routes)
    {
        routes
            .MapPost("/api/parts/check", (ShelfPart part) => TypedResults.Ok(new SheetVerdict(PartCheck.Check(part), [])))
            .WithName("checkPart")
            .ProducesProblem(400);

        routes
            .MapPut(
                "/api/parts/{id}",
                async (string id, ShelfPart part, Library library, Listings listings, JobDesk desk, CancellationToken cancel) =>
                {
                    if (part.Id != id)
                        return Problems.Invalid(new SheetProblem("/id", "The part carries another name than its address."));
                    if (PartCheck.Check(part) is { Count: > 0 } problems)
                        return Problems.Invalid([.. problems]);
                    if (await desk.Refusal([part], listings, cancel) is { } refused)
                        return Problems.Invalid(refused);
                    await library.Keep(part, cancel);
                    return TypedResults.Ok(PartView.Of(part));
                }
            )
            .WithName("keepPart")
            .Produces<PartView>()
            .ProducesProblem(400);

        routes
            .MapGet("/api/parts/{id}", async (string id, Library library, CancellationToken cancel) =>
                await library.Part(id, cancel) is { } part
                    ? Results.Text(JsonSerializer.Serialize(part, Documents.Pretty) + "\n", "application/json")
                    : Problems.Unknown($"part {id}")
            )
            .WithName("exportPart")
            .Produces<ShelfPart>()
            .ProducesProblem(404);

        routes
            .MapDelete("/api/parts/{id}", async (string id, Library library, CancellationToken cancel) =>
                await library.DropPart(id, cancel) ? TypedResults.NoContent() : Problems.Unknown($"part {id}")
            )
            .WithName("dropPart")
            .Produces(204)
            .ProducesProblem(404);
    }

    private static void MapImport(IEndpointRouteBuilder routes)
    {
        routes
            .MapPost(
                "/api/import",
                async (
                    string? who,
                    Guid key,
                    HttpRequest request,
                    Library library,
                    Listings listings,
                    Jobs jobs,
                    JobDesk desk,
                    CancellationToken cancel
                ) =>
                {
                    if (Wanted.Problem(key, who) is { } problem)
                        return Problems.Invalid(problem);
                    if (await SurveyEndpoints.Body(request, cancel) is not { } bytes)
                        return Problems.TooLarge();
                    var (read, problems) = Documents.Read(Irvak.Captures.CaptureReader.Text(bytes));
                    return read switch
                    {
                        null => Problems.Invalid([.. problems]),
                        Imported.Machine(var sheet) => await Keep(library, sheet, cancel),
                        Imported.Parts(var parts) => await desk.Refusal(parts, listings, cancel) is { } refused
                            ? Problems.Invalid(refused)
                            : await Keep(library, parts, cancel),
                        Imported.Job(var document) => await Keep(jobs, desk, WriteKey.Of(key, who, bytes), document, cancel),
                        _ => throw new InvalidOperationException("A document of no kind."),
                    };
                }
            )
            .WithName("importDocument")
            .Accepts<string>("text/plain")
            .Produces<ImportView>()
            .ProducesProblem(400)
            .ProducesProblem(413);
    }

    private static void MapDocuments(IEndpointRouteBuilder routes)
    {
        routes
            .MapGet("/api/schemas/{name}", (string name) =>
                Documents.Formats.Keys.FirstOrDefault(f => f.Replace('/', '-') + ".json" == name) is { } format
                    ? Results.Text(Documents.Schema(format).ToJsonString(Documents.Pretty) + "\n", "application/schema+json")
                    : Problems.Unknown($"schema {name}")
            )
            .WithName("getSchema")
            .ProducesProblem(404);

        routes
            .MapGet("/api/jobs/{number}/document", async (string number, Jobs jobs, CancellationToken cancel) =>
            {
                if (await jobs.Find(number, cancel) is not { } job)
                    return Problems.UnknownJob(number);
                var entries = (await jobs.HistoryOf(job.Id, int.MaxValue, int.MaxValue, cancel))
                    .Reverse()
                    .Select(e => new JobDocumentEntry(e.Number, e.Stamp.Who, e.Stamp.When, e.Kind, e.Edit, e.Targets));
                return Results.Text(
                    JsonSerializer.Serialize(
                        new JobDocument(JobDocument.CurrentFormat, job.Title, job.Owner, job.BegunBy, job.BegunAt, [.. entries]),
                        Documents.Pretty
                    ) + "\n",
                    "application/json"
                );
            })
            .WithName("exportJob")
            .ProducesProblem(404);

        routes
            .MapGet("/api/jobs/{number}/handover.md", async (string number, Jobs jobs, JobDesk desk, CancellationToken cancel) =>
            {
                if (await jobs.Find(number, cancel) is not { } job)
                    return Problems.UnknownJob(number);
                return (await desk.View(job, cancel)).Handover is { } page
                    ? Results.Text(HandoverMarkdown.Of(page), "text/markdown; charset=utf-8")
                    : Problems.Invalid(
                        new SheetProblem("/number", "The machine of this job is not known yet: there is nothing to hand over.")
                    );
            })
            .WithName("exportHandover")
            .ProducesProblem(400)
            .ProducesProblem(404);
    }

    private static async Task<IResult> Keep(Library library, MachineSheet sheet, CancellationToken cancel)
    {
        await library.Keep(sheet, cancel);
        return TypedResults.Ok(new ImportView("machine", [sheet.Id], $"{sheet.FullName} is on the shelf of sheets."));
    }

    private static async Task<IResult> Keep(Library library, IReadOnlyList<ShelfPart> parts, CancellationToken cancel)
    {
        await library.Keep(parts, cancel);
        return TypedResults.Ok(
            new ImportView(
                "parts",
                [.. parts.Take(20).Select(p => p.Id)],
                parts.Count == 1 ? $"{parts[0].LongName()} is on the shelf." : $"{parts.Count} parts are on the shelf."
            )
        );
    }

    private static async Task<IResult> Keep(Jobs jobs, JobDesk desk, WriteKey key, JobDocument document, CancellationToken cancel)
    {
        var judging = await desk.Judging(cancel);
        var outcome = await jobs.Import(
            key,
            document.Title,
            document.Owner,
            new Stamp(document.BegunBy, document.BegunAt),
            [.. document.Entries.Select(e => new HistoryEntry(e.Number, new Stamp(e.Who, e.At), e.Kind, e.Edit, e.Targets))],
            judging.Judge,
            cancel
        );
        return outcome is EditOutcome.Applied { Job: var job }
            ? TypedResults.Ok(new ImportView("job", [job.Number], $"{job.Title} is job {job.Number}."))
            : desk.Answer(outcome, "", judging);
    }
}
