using Irvak.Core.Builds;
using Irvak.Core.Sheets;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <summary>So many pieces of a shelf part.</summary>
public sealed record WantedPieces(string PartId, int Count);

/// <param name="Add">Parts of the shelf to place besides what the plan holds; null for none.</param>
public sealed record PlacementRequest(IReadOnlyList<WantedPieces>? Add);

/// <summary>Computed placements. Nothing is stored: a placement becomes part of a job when its edit is sent.</summary>
public static class Placements
{
    private const int MostPieces = 192;

    public static void MapPlacements(this IEndpointRouteBuilder routes) =>
        routes.MapPost("/api/jobs/{number}/placement", async (string number, PlacementRequest request, Jobs jobs, Library library, CancellationToken cancel) =>
        {
            if (await jobs.Find(number, cancel) is not { } job) return Problems.UnknownJob(number);
            if (job.State.Sheet is null) return Problems.Invalid(new SheetProblem("/", "The machine has no sheet yet."));
            var shelf = (await library.Shelf(cancel)).ToDictionary(p => p.Id);
            var more = new List<Unit>();
            foreach (var (wanted, i) in (request.Add ?? []).Select((w, i) => (w, i)))
            {
                if (wanted.PartId is null || !shelf.TryGetValue(wanted.PartId, out var part) || part.Module is null) return Problems.Invalid(new SheetProblem($"/add/{i}/partId", $"There is no module {wanted.PartId} on the shelf."));
                if (wanted.Count is < 1 or > MostPieces || more.Count + wanted.Count > MostPieces) return Problems.Invalid(new SheetProblem($"/add/{i}/count", $"Place 1 to {MostPieces} modules at a time."));
                more.AddRange(Enumerable.Repeat(Unit.Of(part), wanted.Count));
            }
            var (view, problem) = PlacementView.Of(job.State, await library.Evidence(cancel), shelf, more, cancel);
            return view is not null ? TypedResults.Ok(view) : Problems.Invalid(new SheetProblem("/", problem!));
        }).WithName("placeModules").Produces<PlacementView>().ProducesProblem(400).ProducesProblem(404);
}
