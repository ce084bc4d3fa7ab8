using Irvak.Core;
using Irvak.Core.Sheets;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <summary>A job that was promised for a day.</summary>
public sealed record DueJob(string Number, string Title, string Owner, Stage Stage, DateOnly Day);

/// <summary>A part of which the jobs at work take more than lies on the shelf.</summary>
/// <param name="There">How many lie on it.</param>
/// <param name="Wanted">How many the plans take.</param>
/// <param name="Jobs">Numbers of the jobs that take it, the oldest first.</param>
public sealed record LackingPart(string Part, string Name, int There, int Wanted, IReadOnlyList<string> Jobs);

/// <summary>What the bench tells beside its planks.</summary>
/// <param name="Due">The next first, at most twelve.</param>
/// <param name="DueCount">How many are promised in all.</param>
/// <param name="Lacking">What the shelf lacks for the jobs at work, most missing first.</param>
/// <param name="Planned">Kinds of parts that the jobs at work take from the shelf.</param>
public sealed record BenchAside(IReadOnlyList<DueJob> Due, int DueCount, IReadOnlyList<LackingPart> Lacking, int Planned);

/// <summary>What is due, what the shelf lacks, and what jobs can be filtered by. From stored columns alone.</summary>
public static class BenchBeside
{
    private const int MostDue = 12,
        MostChoices = 200;

    public static void MapBenchBeside(this IEndpointRouteBuilder routes)
    {
        routes
            .MapGet("/api/bench/beside", async (Listings listings, Library library, CancellationToken cancel) =>
            {
                var (due, count, wanted) = await listings.Beside(MostDue, cancel);
                var shelf = await library.Shelf(cancel);
                return TypedResults.Ok(
                    new BenchAside(
                        [.. due.Select(Due).OfType<DueJob>()],
                        count,
                        [.. wanted.Select(w => Lacking(w, shelf)).OfType<LackingPart>().OrderByDescending(l => l.Wanted - l.There)],
                        wanted.Count
                    )
                );
            })
            .WithName("besideBench")
            .Produces<BenchAside>()
            .ProducesProblem(503);

        routes
            .MapGet("/api/bench/choices", async (Listings listings, CancellationToken cancel) =>
                TypedResults.Ok(await listings.Choices(MostChoices, cancel))
            )
            .WithName("benchChoices")
            .Produces<JobChoices>()
            .ProducesProblem(503);
    }

    private static DueJob? Due(ListedJob job) =>
        job.Listing is { PromisedFor: { } day } listing ? new(job.Number, job.Title, job.Owner, listing.Stage, day) : null;

    /// <summary>Null where there are enough; of a part that is no longer on the shelf none is there.</summary>
    private static LackingPart? Lacking(WantedPart wanted, IReadOnlyDictionary<string, ShelfPart> shelf)
    {
        var part = shelf.GetValueOrDefault(wanted.Part);
        var there = part?.InStock ?? 0;
        return there >= wanted.Count ? null : new(wanted.Part, part?.LongName() ?? wanted.Part, there, wanted.Count, wanted.Jobs);
    }
}
