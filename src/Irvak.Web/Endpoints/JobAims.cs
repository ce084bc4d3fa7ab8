using Irvak.Core;
using Irvak.Core.Inputs;
using Irvak.Core.Plans;
using Irvak.Solvers;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <summary>What a job's aim could lead to, before anything is planned. Nothing is stored.</summary>
public static class JobAims
{
    public static void MapJobAims(this IEndpointRouteBuilder routes) =>
        routes
            .MapGet(
                "/api/jobs/{number}/aim",
                async (string number, Jobs jobs, Library library, ShownJobs shown, CancellationToken cancel) =>
                {
                    if (await jobs.Find(number, cancel) is not { } job)
                        return Problems.UnknownJob(number);
                    var (evidence, shelf) = await library.Now(cancel);
                    if (job.State.Sheet is null)
                        return TypedResults.Ok(AimPicture.Unknown(evidence));
                    // What was worked out for the page that asks is not worked out again.
                    var kept = new Kept(shown.Last.TryGet(number, out var last) ? last.Kept : null);
                    Evaluation Evaluate(JobState state)
                    {
                        cancel.ThrowIfCancellationRequested();
                        return Evaluation.Evaluate(Question.Of(state, evidence, shelf), new Kept(kept));
                    }
                    return TypedResults.Ok(AimPicture.Of(job.State, evidence, shelf, Evaluate));
                }
            )
            .WithName("getAim")
            .Produces<AimPicture>()
            .ProducesProblem(404);
}
