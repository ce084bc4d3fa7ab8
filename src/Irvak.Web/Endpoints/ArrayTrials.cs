using Irvak.Core;
using Irvak.Core.Arrays;
using Irvak.Core.Contracts;
using Irvak.Core.Controllers;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <param name="Array">Name of an array of the plan.</param>
/// <param name="Failed">Places whose drives are taken as failed.</param>
public sealed record RehearsalRequest(string Array, IReadOnlyList<Place>? Failed);

/// <param name="Array">Name of an array of the plan.</param>
public sealed record SimulationRequest(string Array, SimulationQuestion? Question);

/// <param name="To">Place of the controller behind the bays; null when there is none or it is not known.</param>
public sealed record WiredBays(string Group, int Bays, Place? To, string? Name);

/// <summary>A controller that bays can be cabled to.</summary>
public sealed record WireEnd(Place Place, string Name);

/// <summary>Controllers of the machine and of the shelf, and which bays hang on which.</summary>
public sealed record ControllersView(IReadOnlyList<WiredBays> Wiring, IReadOnlyList<WireEnd> Ends, IReadOnlyList<ControllerRow> Rows)
{
    public static ControllersView Of(Question q) =>
        new(
            [
                .. q
                    .Machine.Sheet.Bays.Select(b => (Bays: b, Controller: q.Storage.ControllerOf(b)))
                    .Select(x => new WiredBays(x.Bays.Group, x.Bays.Names.Count, x.Controller?.Place, x.Controller?.Name)),
            ],
            [.. BayController.All(q.Machine.Sheet, q.Machine.Planned).Select(c => new WireEnd(c.Place, c.Name))],
            ControllerTable.Of(q.Storage)
        );
}

/// <summary>What is asked about arrays beside the plan: rehearsals and simulations. Nothing is stored.</summary>
public static class ArrayTrials
{
    public static void MapArrays(this IEndpointRouteBuilder routes)
    {
        routes
            .MapPost("/api/jobs/{number}/rehearsal", async (string number, RehearsalRequest request, Jobs jobs, CancellationToken cancel) =>
            {
                if (await jobs.Find(number, cancel) is not { } job)
                    return Problems.UnknownJob(number);
                if (request.Failed is { Count: > ArrayPlan.MostMembers })
                    return Problems.Invalid(new SheetProblem("/failed", $"At most {ArrayPlan.MostMembers} drives."));
                var (plan, asked, problem) = Asked(job, request.Array);
                return problem is not null
                    ? Problems.Invalid(problem)
                    : TypedResults.Ok(Rehearsal.Of(plan!, asked.Shape!, asked.Drives, request.Failed ?? [], job.State.Drives.Figures));
            })
            .WithName("rehearse")
            .Produces<Rehearsal>()
            .ProducesProblem(400)
            .ProducesProblem(404);
        MapSimulation(routes);

        routes
            .MapGet("/api/jobs/{number}/controllers", async (string number, Jobs jobs, Library library, CancellationToken cancel) =>
            {
                if (await jobs.Find(number, cancel) is not { } job)
                    return Problems.UnknownJob(number);
                if (job.State.Sheet is null)
                    return Problems.Invalid(new SheetProblem("/", "The machine has no sheet yet."));
                var shelf = await library.Shelf(cancel);
                return TypedResults.Ok(ControllersView.Of(Question.Of(job.State, await library.Evidence(cancel), shelf)));
            })
            .WithName("controllers")
            .Produces<ControllersView>()
            .ProducesProblem(400)
            .ProducesProblem(404);

        routes
            .MapGet("/api/simulations/{id:guid}", (Guid id, Simulations simulations) =>
                simulations.Find(id) is { } view ? Results.Ok(view) : Problems.Unknown("such simulation")
            )
            .WithName("simulation")
            .Produces<SimulationView>()
            .ProducesProblem(404);

        routes
            .MapDelete("/api/simulations/{id:guid}", (Guid id, Simulations simulations) =>
                simulations.Cancel(id) is { } view ? Results.Ok(view) : Problems.Unknown("such simulation")
            )
            .WithName("cancelSimulation")
            .Produces<SimulationView>()
            .ProducesProblem(404);
    }

    private static void MapSimulation(IEndpointRouteBuilder routes)
    {
        routes
            .MapPost(
                "/api/jobs/{number}/simulations",
                async (string number, SimulationRequest request, Jobs jobs, Simulations simulations, CancellationToken cancel) =>
                {
                    if (await jobs.Find(number, cancel) is not { } job)
                        return Problems.UnknownJob(number);
                    var question = request.Question ?? new SimulationQuestion();
                    if (question.Problem is { } wrong)
                        return Problems.Invalid(wrong with { Path = "/question" + wrong.Path });
                    var (_, asked, problem) = Asked(job, request.Array);
                    return problem is not null
                        ? Problems.Invalid(problem)
                        : TypedResults.Ok(simulations.Begin(request.Array, asked.Shape!, asked.Loss!, question));
                }
            )
            .WithName("beginSimulation")
            .Produces<SimulationView>()
            .ProducesProblem(400)
            .ProducesProblem(404);
    }

    private static (
        ArrayPlan? Plan,
        (ArrayShape? Shape, LossQuestion? Loss, IReadOnlyList<DriveSheet> Drives, string? Why) Asked,
        SheetProblem? Problem
    ) Asked(Job job, string? array)
    {
        var state = job.State;
        if (state.Sheet is null)
            return (null, default, new("/", "The machine has no sheet yet."));
        if (JobArrays.Planned(state, state.Arrays).FirstOrDefault(a => a.Name == array) is not { } plan)
            return (null, default, new("/array", $"There is no array {array} in the plan."));
        var asked = ArrayFigures.Asked(
            plan,
            state.Planned,
            state.Drives.Figures,
            ArraySheet.SharedSpare(Question.Of(state, Core.Evidence.EvidenceBook.Empty, ShelfBook.Empty).Storage, plan)
        );
        return (plan, asked, asked.Why is { } why ? new("/array", $"{plan.Name} can't be made: {why}.") : null);
    }
}
