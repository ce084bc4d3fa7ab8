using Irvak.Core;
using Irvak.Core.Builds;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <summary>A job as it stands on the bench: its machine as a small plate and one line of what is in its way.</summary>
public sealed record BenchJob(
    string Number, string Title, string Owner, string BegunBy, Stage Stage, MachineSheet? Sheet, IReadOnlyDictionary<string, Unit> Found, IReadOnlyCollection<string> FoundEmpty,
    IReadOnlyDictionary<string, Unit> Planned, IReadOnlyList<Change> Changes, Severity? Severity, string Line, int Done, int Of);

/// <summary>The bench: every job, and beginning one.</summary>
public static class Bench
{
    public static void MapBench(this IEndpointRouteBuilder routes)
    {
        routes.MapGet("/api/jobs", async (Jobs jobs, Library library, CancellationToken cancel) =>
        {
            var evidence = await library.Evidence(cancel);
            var shelf = (await library.Shelf(cancel)).ToDictionary(p => p.Id);
            return TypedResults.Ok((await jobs.All(cancel)).Select(j => OnBench(j, JobView.Of(j, evidence, shelf))).ToList());
        }).WithName("listJobs");

        routes.MapPost("/api/jobs", async (BeginRequest request, Jobs jobs, Library library, JobDesk desk, TimeProvider clock, CancellationToken cancel) =>
        {
            if (Wanted.Problem(request.Key, request.Who) is { } problem) return Problems.Invalid(problem);
            if (string.IsNullOrWhiteSpace(request.Title) || request.Title.Length > 120) return Problems.Invalid(new SheetProblem("/title", "A job needs a title of at most 120 characters."));
            if (request.Owner is { Length: > 120 }) return Problems.Invalid(new SheetProblem("/owner", "An owner is at most 120 characters long."));
            var (sheet, refused) = await SheetOf(request, library, cancel);
            if (refused is not null) return refused;
            var stamp = new Stamp(request.Who.Trim(), clock.GetUtcNow());
            var job = await jobs.Begin(request.Key, request.Title.Trim(), request.Owner?.Trim() ?? "", stamp, cancel);
            if (sheet is not null && job.State.Sheet is null
                && await jobs.Apply(job.Number, request.Key, job.LastNumber, stamp, new AdoptSheet(sheet), [], cancel) is EditOutcome.Applied { Job: var begun }) job = begun;
            if (request.Carry is { } carried && sheet is not null && Carry.Of(job.State, carried, cancel) is { } edit
                && await jobs.Apply(job.Number, Carry.KeyOf(request.Key), job.LastNumber, stamp, edit, [], cancel) is EditOutcome.Applied { Job: var with }) job = with;
            return TypedResults.Ok(await desk.View(job, cancel));
        }).WithName("beginJob").Produces<JobView>().ProducesProblem(400);
    }

    private static async Task<(MachineSheet? Sheet, IResult? Refused)> SheetOf(BeginRequest request, Library library, CancellationToken cancel)
    {
        if (request.SheetId is { } id)
            return await library.Sheet(id, cancel) is { } known ? (known, null) : (null, Problems.Unknown($"sheet {id}"));
        if (request.Answers is not { } answers) return (null, null);
        var (draft, problem) = SheetDraft.From(answers);
        return problem is null ? (draft, null) : (null, Problems.Invalid(problem with { Path = "/answers" + problem.Path }));
    }

    private static BenchJob OnBench(Job job, JobView view)
    {
        var (severity, line, done, of) = InTheWay(view);
        return new BenchJob(job.Number, job.Title, job.Owner, job.BegunBy, view.Stage, view.Sheet, view.Found, view.FoundEmpty, view.Planned, view.Changes, severity, line, done, of);
    }

    /// <summary>One line of what is in a job's way, and how far its stage is.</summary>
    private static (Severity? Severity, string Line, int Done, int Of) InTheWay(JobView v)
    {
        var places = v.Sheet is null ? 0 : PlaceName.All(v.Sheet).Count();
        var worst = v.Findings.FirstOrDefault(f => f.Severity != Severity.Note);
        var steps = v.Runbook?.Steps ?? [];
        var prep = (v.Shopping?.Lines.Select(l => l.Key) ?? []).Concat(v.Shopping?.TakeAlong.Select(t => t.Key) ?? []).ToList();
        return v.Stage switch
        {
            Stage.Survey when v.Sheet is null => (null, "Paste a capture, choose a sheet or give five answers.", 0, 0),
            Stage.Survey => (null, v.Unknowns.Count > 0 ? v.Unknowns[0].Question : "All known.", v.Found.Count + v.FoundEmpty.Count, places),
            Stage.Aim => (null, "No wish for memory yet.", 0, 0),
            Stage.Fit => (worst?.Severity, worst?.Sentence ?? "Nothing is planned yet.", 0, 0),
            Stage.Prep => (worst?.Severity, worst?.Sentence ?? (v.Shopping?.Lines.Sum(l => l.ToOrder) is > 0 and var n ? $"{n} to order." : "All parts lie on the shelf."), prep.Count(v.Ticks.ContainsKey), prep.Count),
            Stage.HandsOn => (null, steps.FirstOrDefault(s => !v.Ticks.ContainsKey(s.Key))?.Title ?? "All steps done.", steps.Count(s => v.Ticks.ContainsKey(s.Key)), steps.Count),
            Stage.Proof when v.Explanations.Count > 0 => (Severity.Stop, v.Explanations[0].Sentence, v.Lines.Count(l => l.State == Core.Expectations.LineState.AsExpected), v.Lines.Count),
            Stage.Proof => (null, "Waits for eyes or a capture.", v.Lines.Count(l => l.State == Core.Expectations.LineState.AsExpected), v.Lines.Count),
            _ => (null, v.HandedOver is { } h ? $"{h.Wording[..1].ToUpperInvariant()}{h.Wording[1..]}." : "Report is ready.", 0, 0),
        };
    }
}
