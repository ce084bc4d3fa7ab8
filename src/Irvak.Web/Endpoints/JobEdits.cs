using Irvak.Core.Edits;
using Irvak.Core.Plans;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <summary>One row of a job's history, as people read it.</summary>
public sealed record HistoryRow(int Number, string Who, DateTimeOffset At, EntryKind Kind, string Sentence);

/// <summary>A job, its edits, undo, redo and history.</summary>
public static class JobEdits
{
    public static void MapJobEdits(this IEndpointRouteBuilder routes)
    {
        routes
            .MapGet("/api/jobs/{number}", async (string number, Jobs jobs, JobDesk desk, CancellationToken cancel) =>
                await jobs.Find(number, cancel) is { } job ? await desk.Show(job, cancel) : Problems.UnknownJob(number)
            )
            .WithName("getJob")
            .Produces<JobView>()
            .ProducesProblem(404);

        routes
            .MapPost(
                "/api/jobs/{number}/edits",
                async (string number, EditRequest request, JobDesk desk, TimeProvider clock, CancellationToken cancel) =>
                {
                    if (Wanted.Problem(request.Key, request.Who) is { } problem)
                        return Problems.Invalid(problem);
                    if (request.Edit is null)
                        return Problems.Invalid(new Core.Contracts.SheetProblem("/edit", "There is no edit in it."));
                    return await desk.Apply(
                        number,
                        request.Key,
                        request.LastSeen,
                        new Stamp(request.Who.Trim(), clock.GetUtcNow()),
                        request.Edit,
                        cancel
                    );
                }
            )
            .WithName("applyEdit")
            .Produces<JobView>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(422)
            .ProducesProblem(503);

        routes
            .MapPost(
                "/api/jobs/{number}/undo",
                async (string number, UndoRequest request, JobDesk desk, TimeProvider clock, CancellationToken cancel) =>
                    Wanted.Problem(request.Key, request.Who) is { } problem
                        ? Problems.Invalid(problem)
                        : await desk.Undo(
                            number,
                            request.Key,
                            new Stamp(request.Who.Trim(), clock.GetUtcNow()),
                            request.WithDependents,
                            cancel
                        )
            )
            .WithName("undo")
            .Produces<JobView>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(422)
            .ProducesProblem(503);

        routes
            .MapPost(
                "/api/jobs/{number}/redo",
                async (string number, UndoRequest request, JobDesk desk, TimeProvider clock, CancellationToken cancel) =>
                    Wanted.Problem(request.Key, request.Who) is { } problem
                        ? Problems.Invalid(problem)
                        : await desk.Redo(number, request.Key, new Stamp(request.Who.Trim(), clock.GetUtcNow()), cancel)
            )
            .WithName("redo")
            .Produces<JobView>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(409)
            .ProducesProblem(422)
            .ProducesProblem(503);

        routes
            .MapGet("/api/jobs/{number}/number", async (string number, Jobs jobs, CancellationToken cancel) =>
                await jobs.LastNumber(number, cancel) is { } last ? TypedResults.Ok(last) : Problems.UnknownJob(number)
            )
            .WithName("getNumber")
            .Produces<int>()
            .ProducesProblem(404);

        routes
            .MapGet("/api/jobs/{number}/history", async (string number, int? before, Jobs jobs, CancellationToken cancel) =>
                await jobs.Find(number, cancel) is { } job
                    ? TypedResults.Ok((await jobs.HistoryOf(job.Id, before ?? int.MaxValue, 50, cancel)).Select(Row).ToList())
                    : Problems.UnknownJob(number)
            )
            .WithName("getHistory")
            .Produces<List<HistoryRow>>()
            .ProducesProblem(404);
    }

    private static HistoryRow Row(HistoryEntry entry) =>
        new(
            entry.Number,
            entry.Stamp.Who,
            entry.Stamp.When,
            entry.Kind,
            entry.Kind switch
            {
                EntryKind.Edit => Problems.Told(entry),
                EntryKind.Undo => "takes back " + string.Join(", ", entry.Targets),
                _ => "brings again " + string.Join(", ", entry.Targets),
            }
        );
}
