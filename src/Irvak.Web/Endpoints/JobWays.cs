using Irvak.Core;
using Irvak.Core.Inputs;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;
using Irvak.Solvers;
using Irvak.Store;
using Microsoft.AspNetCore.Http.Json;
using Microsoft.Extensions.Options;

namespace Irvak.Web.Endpoints;

/// <summary>The ways out of a job's findings, a line for each finding as soon as it was looked at.</summary>
public static class JobWays
{
    public static void MapJobWays(this IEndpointRouteBuilder routes) =>
        routes
            .MapGet(
                "/api/jobs/{number}/ways",
                async (string number, Jobs jobs, Library library, ShownJobs shown, IOptions<JsonOptions> json, CancellationToken cancel) =>
                {
                    if (await jobs.Find(number, cancel) is not { } job)
                        return Problems.UnknownJob(number);
                    var (evidence, shelf) = await library.Now(cancel);
                    // What was worked out for the page that asks is not worked out again.
                    var kept = shown.Last.TryGet(number, out var last) ? last.Kept : null;
                    Evaluation Evaluate(JobState state, Kept own) => Evaluation.Evaluate(Question.Of(state, evidence, shelf), own);
                    return new JsonLines<WaysView>(Ways(job.State, shelf, new Kept(kept), Evaluate, cancel), json.Value.SerializerOptions);
                }
            )
            .WithName("getWays")
            .Produces<WaysView>(200, JsonLines<WaysView>.Type)
            .ProducesProblem(404);

    // Ways out are a help beside the work; after so long what was found is all.
    private static readonly TimeSpan MostSearch = TimeSpan.FromSeconds(1.5);

    /// <summary>Each finding with its ways out, or with none; those that come first first. Ends early when time is up.</summary>
    private static IEnumerable<WaysView> Ways(
        JobState state,
        ShelfBook shelf,
        Kept kept,
        Func<JobState, Kept, Evaluation> evaluate,
        CancellationToken gone
    )
    {
        if (state.Sheet is null)
            yield break;
        using var limit = CancellationTokenSource.CreateLinkedTokenSource(gone);
        var before = evaluate(state, kept);
        limit.CancelAfter(MostSearch);
        var trials = new Trials(state, s =>
        {
            limit.Token.ThrowIfCancellationRequested();
            return evaluate(s, new Kept(kept));
        });
        foreach (var finding in before.Findings)
        {
            IReadOnlyList<WayOut> ways;
            try
            {
                ways = WaysOut.Of(before, finding, shelf, trials);
            }
            catch (OperationCanceledException) when (!gone.IsCancellationRequested)
            {
                yield break;
            }
            yield return new(finding.Rule.Code, finding.Places, ways);
        }
    }
}
