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
        routes.MapGet("/api/jobs/{number}", async (string number, Jobs jobs, JobDesk desk, CancellationToken cancel) =>
            await jobs.Find(number, cancel) is { } job ? TypedResults.Ok(await desk.View(job, cancel)) : Problems.UnknownJob(number))
            .WithName("getJob").Produces<JobView>().ProducesProblem(404);

        routes.MapPost("/api/jobs/{number}/edits", async (string number, EditRequest request, Jobs jobs, JobDesk desk, TimeProvider clock, CancellationToken cancel) =>
        {
            if (Wanted.Problem(request.Key, request.Who) is { } problem) return Problems.Invalid(problem);
            if (request.Edit is null) return Problems.Invalid(new Core.Sheets.SheetProblem("/edit", "There is no edit in it."));
            var (edit, unresolved) = await desk.Resolve(request.Edit, cancel);
            if (unresolved is not null) return Problems.Invalid(unresolved);
            return await Answer(await jobs.Apply(number, request.Key, request.LastSeen, new Stamp(request.Who.Trim(), clock.GetUtcNow()), edit, [], cancel), number, desk, cancel);
        }).WithName("applyEdit").Produces<JobView>().ProducesProblem(400).ProducesProblem(404).ProducesProblem(409);

        routes.MapPost("/api/jobs/{number}/undo", async (string number, UndoRequest request, Jobs jobs, JobDesk desk, TimeProvider clock, CancellationToken cancel) =>
            Wanted.Problem(request.Key, request.Who) is { } problem ? Problems.Invalid(problem)
            : await Answer(await jobs.Undo(number, request.Key, new Stamp(request.Who.Trim(), clock.GetUtcNow()), request.WithDependents, cancel), number, desk, cancel))
            .WithName("undo").Produces<JobView>().ProducesProblem(400).ProducesProblem(404).ProducesProblem(409);

        routes.MapPost("/api/jobs/{number}/redo", async (string number, UndoRequest request, Jobs jobs, JobDesk desk, TimeProvider clock, CancellationToken cancel) =>
            Wanted.Problem(request.Key, request.Who) is { } problem ? Problems.Invalid(problem)
            : await Answer(await jobs.Redo(number, request.Key, new Stamp(request.Who.Trim(), clock.GetUtcNow()), cancel), number, desk, cancel))
            .WithName("redo").Produces<JobView>().ProducesProblem(400).ProducesProblem(404).ProducesProblem(409);

        routes.MapGet("/api/jobs/{number}/history", async (string number, int? before, Jobs jobs, CancellationToken cancel) =>
            await jobs.Find(number, cancel) is { } job
                ? TypedResults.Ok((await jobs.HistoryOf(job.Id, before ?? int.MaxValue, 50, cancel)).Select(Row).ToList())
                : Problems.UnknownJob(number))
            .WithName("getHistory").Produces<List<HistoryRow>>().ProducesProblem(404);
    }

    internal static async Task<IResult> Answer(EditOutcome outcome, string number, JobDesk desk, CancellationToken cancel) =>
        outcome is EditOutcome.Applied applied ? TypedResults.Ok(await desk.View(applied.Job, cancel)) : Problems.From(outcome, number);

    private static HistoryRow Row(HistoryEntry entry) => new(entry.Number, entry.Stamp.Who, entry.Stamp.When, entry.Kind, entry.Kind switch
    {
        EntryKind.Edit => entry.Edit!.Tell(),
        EntryKind.Undo => "takes back " + string.Join(", ", entry.Targets),
        _ => "brings again " + string.Join(", ", entry.Targets),
    });
}
