using Irvak.Core.Edits;
using Irvak.Core.Plans;
using Irvak.Core.Quick;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <summary>A line in plain words as it was read, with the machines that its names may mean.</summary>
/// <param name="Named">The stretch that named them; null where none did.</param>
public sealed record LineView(PlainLine Line, KnownMachines Machines, LineSpan? Named);

/// <summary>What helps before a job is there: the line read, machines found, the job as it would be. None of it is stored.</summary>
public static class Begin
{
    public static void MapBegin(this IEndpointRouteBuilder routes)
    {
        routes
            .MapGet("/api/machines", async (string? words, Listings listings, Library library, CancellationToken cancel) =>
                TypedResults.Ok(await KnownMachines.Of(words ?? "", listings, library, cancel))
            )
            .WithName("findMachines")
            .Produces<KnownMachines>()
            .ProducesProblem(400);

        routes
            .MapGet("/api/begin/line", async (string? line, Listings listings, Library library, CancellationToken cancel) =>
            {
                var read = PlainLine.Of(line);
                var (machines, named) = await Meant(read, listings, library, cancel);
                return TypedResults.Ok(new LineView(read, machines, named));
            })
            .WithName("readLine")
            .Produces<LineView>()
            .ProducesProblem(400);

        routes
            .MapPost(
                "/api/begin/trial",
                async (BeginRequest request, Library library, JobDesk desk, TimeProvider clock, CancellationToken cancel) =>
                {
                    var (sheet, refused) = await Bench.SheetOf(request, library, Problems.NotYet, cancel);
                    if (refused is not null)
                        return refused;
                    var now = clock.GetUtcNow();
                    var stamp = new Stamp("", now);
                    // A capture is read once, when the job begins.
                    var (edits, _, sentence) = await desk.First(sheet, request with { Capture = null }, stamp, cancel);
                    if (edits is null)
                        return Problems.NotUnderstood(sentence);
                    var state = edits.Aggregate(JobState.Start, (s, e) => EditFold.Apply(s, e, stamp));
                    var (evidence, shelf) = await library.Now(cancel);
                    return TypedResults.Ok(JobView.Of(new Job(0, "", "", "", "", now, 0, state), evidence, shelf, new Core.Inputs.Kept()));
                }
            )
            .WithName("tryBegin")
            .Produces<JobView>()
            .ProducesProblem(400)
            .ProducesProblem(404)
            .ProducesProblem(422);
    }

    /// <summary>The machines that all its names together mean, else those that the first of them means that means any.</summary>
    private static async Task<(KnownMachines Machines, LineSpan? Named)> Meant(
        PlainLine line,
        Listings listings,
        Library library,
        CancellationToken cancel
    )
    {
        var none = new KnownMachines([], [], 0);
        if (line.Phrases.Count == 0)
            return (none, null);
        var all = await KnownMachines.Of(string.Join(' ', line.Phrases.Select(p => p.Text)), listings, library, cancel);
        if (!all.IsEmpty)
            return (all, line.Phrases[0].At);
        foreach (var phrase in line.Phrases.OrderBy(p => p.IsPlace))
            if (await KnownMachines.Of(phrase.Text, listings, library, cancel) is { IsEmpty: false } hits)
                return (hits, phrase.At);
        return (none, null);
    }
}
