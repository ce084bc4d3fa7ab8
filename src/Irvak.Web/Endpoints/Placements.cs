using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Solvers;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <summary>So many pieces of a shelf part.</summary>
public sealed record WantedPieces(string PartId, int Count);

/// <param name="Add">Parts of the shelf to place besides what the plan holds; null for none.</param>
public sealed record PlacementRequest(IReadOnlyList<WantedPieces>? Add);

/// <param name="MemoryGiB">Memory wanted.</param>
/// <param name="RateMTs">Least rate.</param>
public sealed record BuyingRequest(int MemoryGiB, int RateMTs);

/// <summary>Computed placements. Nothing is stored: a placement becomes part of a job when its edit is sent.</summary>
public static class Placements
{
    private const int MostPieces = 192;

    public static void MapPlacements(this IEndpointRouteBuilder routes)
    {
        routes
            .MapPost(
                "/api/jobs/{number}/placement",
                async (string number, PlacementRequest request, Jobs jobs, Library library, CancellationToken cancel) =>
                {
                    if (await jobs.Find(number, cancel) is not { } job)
                        return Problems.UnknownJob(number);
                    if (job.State.Sheet is null)
                        return Problems.Invalid(new SheetProblem("/", "The machine has no sheet yet."));
                    var shelf = await library.Shelf(cancel);
                    var more = new List<Unit>();
                    foreach (var (wanted, i) in (request.Add ?? []).Select((w, i) => (w, i)))
                    {
                        if (wanted.PartId is null || !shelf.TryGetValue(wanted.PartId, out var part) || part.Module is null)
                            return Problems.Invalid(
                                new SheetProblem($"/add/{i}/partId", $"There is no module {wanted.PartId} on the shelf.")
                            );
                        if (wanted.Count is < 1 or > MostPieces || more.Count + wanted.Count > MostPieces)
                            return Problems.Invalid(new SheetProblem($"/add/{i}/count", $"Place 1 to {MostPieces} modules at a time."));
                        more.AddRange(Enumerable.Repeat(Unit.Of(part), wanted.Count));
                    }
                    var (view, problem) = PlacementView.Of(job.State, await library.Evidence(cancel), shelf, more, cancel);
                    return view is not null ? TypedResults.Ok(view) : Problems.Invalid(new SheetProblem("/", problem!));
                }
            )
            .WithName("placeModules")
            .Produces<PlacementView>()
            .ProducesProblem(400)
            .ProducesProblem(404);
        MapBuying(routes);
    }

    private static void MapBuying(IEndpointRouteBuilder routes)
    {
        routes
            .MapPost(
                "/api/jobs/{number}/buying",
                async (string number, BuyingRequest request, Jobs jobs, Library library, CancellationToken cancel) =>
                {
                    if (await jobs.Find(number, cancel) is not { } job)
                        return Problems.UnknownJob(number);
                    if (job.State.Sheet is not { } sheet)
                        return Problems.Invalid(new SheetProblem("/", "The machine has no sheet yet."));
                    if (request.MemoryGiB is < 1 or > 1_048_576)
                        return Problems.Invalid(new SheetProblem("/memoryGiB", "Wish 1 to 1 048 576 GiB."));
                    if (request.RateMTs is < 0 or > 20_000)
                        return Problems.Invalid(new SheetProblem("/rateMTs", "A rate lies between 0 and 20 000 MT/s."));
                    if (sheet.Channels.Sum(c => c.Slots.Count) > PlacementSolver.MostSlots)
                        return Problems.Invalid(
                            new SheetProblem("/", $"Boards of more than {PlacementSolver.MostSlots} memory slots are planned by hand.")
                        );
                    var shelf = await library.Shelf(cancel);
                    return TypedResults.Ok(
                        BuyingView.Of(job.State, await library.Evidence(cancel), shelf, request.MemoryGiB, request.RateMTs, cancel)
                    );
                }
            )
            .WithName("buyModules")
            .Produces<BuyingView>()
            .ProducesProblem(400)
            .ProducesProblem(404);
    }
}
