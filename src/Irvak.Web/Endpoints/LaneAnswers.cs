using Irvak.Core;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Lanes;
using Irvak.Core.Paths;
using Irvak.Core.Plans;
using Irvak.Core.Verdicts;
using Irvak.Solvers;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <summary>A layout with what the evaluation says of it and of the present plan.</summary>
public sealed record LaneLayoutView(LaneAssignment Assignment, LaneSheet? After, int StopsBefore, int StopsAfter);

/// <param name="Path">An array of the plan, or the place of a single drive.</param>
/// <param name="NetworkGbs">Line to the user instead, Gb/s.</param>
/// <param name="Drives">Drives of the same kind instead.</param>
public sealed record PathRequest(string? Path, double? NetworkGbs, int? Drives);

/// <summary>Computed layouts of cards and modules, and paths with something else on them. Nothing is stored.</summary>
public static class LaneAnswers
{
    public static void MapLanes(this IEndpointRouteBuilder routes)
    {
        routes
            .MapPost("/api/jobs/{number}/lanes", async (string number, Jobs jobs, Library library, CancellationToken cancel) =>
            {
                if (await jobs.Find(number, cancel) is not { } job)
                    return Problems.UnknownJob(number);
                if (job.State.Sheet is null)
                    return Problems.Invalid(new SheetProblem("/", "The machine has no sheet yet."));
                var (evidence, shelf) = (await library.Evidence(cancel), await library.Shelf(cancel));
                var question = Question.Of(job.State, evidence, shelf);
                if (LaneSolver.TooLarge(question.Lanes) is { } large)
                    return Problems.Invalid(new SheetProblem("/", large));
                if (LaneSolver.Solve(question.Lanes, cancel) is not { } found)
                    return Problems.Invalid(new SheetProblem("/", "The plan has no card and no module to lay out."));
                var after =
                    found.Edit is { } edit && EditFold.Refusal(job.State, edit) is null
                        ? Evaluation.Evaluate(Question.Of(EditFold.Apply(job.State, edit, new Stamp("", default)), evidence, shelf))
                        : null;
                return TypedResults.Ok(
                    new LaneLayoutView(found, after?.Lanes, Stops(Evaluation.Evaluate(question)), after is null ? 0 : Stops(after))
                );
            })
            .WithName("layOutLanes")
            .Produces<LaneLayoutView>()
            .ProducesProblem(400)
            .ProducesProblem(404);

        routes
            .MapPost(
                "/api/jobs/{number}/path",
                async (string number, PathRequest request, Jobs jobs, Library library, CancellationToken cancel) =>
                {
                    if (await jobs.Find(number, cancel) is not { } job)
                        return Problems.UnknownJob(number);
                    if (job.State.Sheet is null)
                        return Problems.Invalid(new SheetProblem("/", "The machine has no sheet yet."));
                    var ask = new PathQuestion(request.NetworkGbs, request.Drives);
                    if (ask.Problem is { } wrong)
                        return Problems.Invalid(wrong);
                    var question = Question.Of(job.State, await library.Evidence(cancel), await library.Shelf(cancel));
                    return PathSheet.Asked(question.Paths, request.Path ?? "", ask) is { } path
                        ? TypedResults.Ok(path)
                        : Problems.Invalid(
                            new SheetProblem(
                                ask.Drives is null ? "/path" : "/drives",
                                ask.Drives is null
                                    ? $"There is no path {request.Path} in the plan."
                                    : $"{ask.Drives} drives don’t make this array."
                            )
                        );
                }
            )
            .WithName("askPath")
            .Produces<PathFigures>()
            .ProducesProblem(400)
            .ProducesProblem(404);
    }

    private static int Stops(Evaluation evaluation) =>
        evaluation.Findings.Count(f => f.Severity == Severity.Stop && f.Rule.Sheet == WorkingSheet.Lanes);
}
