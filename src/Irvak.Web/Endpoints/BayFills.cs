using Irvak.Core;
using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Filling;
using Irvak.Core.Places;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <param name="PartId">A drive of the shelf.</param>
/// <param name="Count">How many of it, 1 to 512; null for every free bay that it fits.</param>
/// <param name="Over">Places of the controllers that may take them, at most 64; null for all that are in the plan.</param>
/// <param name="OneKeeper">True when a controller is to keep an array of them.</param>
public sealed record BayFillRequest(string PartId, int? Count, IReadOnlyList<Place>? Over, bool OneKeeper = false);

/// <summary>Drives for free bays over several controllers: a proposal. Nothing is stored.</summary>
public static class BayFills
{
    private const int MostControllers = 64;

    public static void MapBayFills(this IEndpointRouteBuilder routes) =>
        routes
            .MapPost(
                "/api/jobs/{number}/fill",
                async (string number, BayFillRequest request, Jobs jobs, Library library, CancellationToken cancel) =>
                {
                    if (await jobs.Find(number, cancel) is not { } job)
                        return Problems.UnknownJob(number);
                    if (job.State.Sheet is null)
                        return Problems.Invalid(new SheetProblem("/", "The machine has no sheet yet."));
                    var shelf = await library.Shelf(cancel);
                    if (shelf.GetValueOrDefault(request.PartId ?? "") is not { Drive: not null } part)
                        return Problems.Invalid(new SheetProblem("/partId", "The shelf has no such drive."));
                    if (request.Count is < 1 or > ArrayPlan.MostMembers)
                        return Problems.Invalid(new SheetProblem("/count", $"1 to {ArrayPlan.MostMembers} drives."));
                    if (request.Over is { Count: > MostControllers })
                        return Problems.Invalid(new SheetProblem("/over", $"At most {MostControllers} controllers."));
                    var question = Question.Of(job.State, await library.Evidence(cancel), shelf);
                    return TypedResults.Ok(
                        BayFill.Of(
                            question.Paths,
                            new FillQuestion(Unit.Of(part), request.Count, request.Over, request.OneKeeper)
                            {
                                Alone = LeaveAlone.Bays(job.State.Aim),
                            }
                        )
                    );
                }
            )
            .WithName("fillBays")
            .Produces<BayFill>()
            .ProducesProblem(400)
            .ProducesProblem(404);
}
