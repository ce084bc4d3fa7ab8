using Irvak.Core;
using Irvak.Core.Arrays;
using Irvak.Core.Contracts;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Inputs;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Solvers;
using Irvak.Store;

namespace Irvak.Web.Endpoints;

/// <param name="Array">Name of an array of the plan.</param>
/// <param name="Failed">Places whose drives are taken as failed.</param>
public sealed record RehearsalRequest(string Array, IReadOnlyList<Place>? Failed);

/// <param name="Array">Name of an array of the plan.</param>
public sealed record SimulationRequest(string Array, SimulationQuestion? Question);

/// <param name="To">Place of the controller behind it; null when there is none or it is not known.</param>
/// <param name="Apart">True when it is cabled otherwise than its group.</param>
/// <param name="Holds">True when a drive is planned in it.</param>
public sealed record WiredBay(string Name, Place? To, bool Apart, bool Holds);

/// <summary>A group of bays with what each hangs on.</summary>
/// <param name="Set">What the whole group was cabled to; null for what the sheet says.</param>
/// <param name="OneCable">Why its bays can't be cabled one by one; null when they can.</param>
public sealed record WiredBays(string Group, Place? Set, string? OneCable, IReadOnlyList<WiredBay> Bays)
{
    public static WiredBays Of(ControllerInput q, BayGroup bays) =>
        new(
            bays.Group,
            q.Wires.Groups.TryGetValue(bays.Group, out var set) ? set : null,
            WireBays.SharesCable(q.Sheet, bays),
            [
                .. bays.Names.Select(n => new WiredBay(
                    n,
                    q.ControllerAt(Place.Bay(n))?.Place,
                    q.Wires.Bays.ContainsKey(n),
                    q.Planned.At(Place.Bay(n))?.Drive is not null
                )),
            ]
        );
}

/// <summary>A controller that bays can be cabled to.</summary>
public sealed record WireEnd(Place Place, string Name);

/// <summary>The version of a controller's firmware.</summary>
/// <param name="Found">Before the work; null when not known.</param>
/// <param name="Planned">What it is to be updated to; null for no update.</param>
/// <param name="Pairs">What its sheet tells of firmware and driver that belong together, in words; empty when nothing.</param>
public sealed record ControllerVersion(Place Place, string Name, bool OnBoard, string? Found, string? Planned, IReadOnlyList<string> Pairs);

/// <summary>Controllers of the machine and of the shelf, and which bays hang on which.</summary>
/// <param name="Known">Controllers that there are; more than <paramref name="Rows"/> on a large shelf.</param>
public sealed record ControllersView(
    IReadOnlyList<WiredBays> Wiring,
    IReadOnlyList<WireEnd> Ends,
    IReadOnlyList<BoardMode> Modes,
    IReadOnlyList<ControllerVersion> Versions,
    IReadOnlyList<ControllerPart> Parts,
    IReadOnlyList<DriveVersion> Drives,
    IReadOnlyList<TriedController> Rows,
    int Known
)
{
    /// <param name="evaluate">Works a state out, as it stands and with each controller on trial.</param>
    public static ControllersView Of(
        Question q,
        JobState state,
        IReadOnlyDictionary<string, ShelfPart> shelf,
        Func<JobState, Evaluation> evaluate
    )
    {
        var rows = ControllerTable.Of(q.Storage);
        return new(
            [.. q.Machine.Sheet.Bays.Select(b => WiredBays.Of(q.Storage, b))],
            [.. BayController.All(q.Machine.Sheet, q.Machine.Planned).Select(c => new WireEnd(c.Place, c.Name))],
            [.. BayController.Boards(q.Machine.Sheet).Select(b => BoardMode.Of(q.Storage, b))],
            [
                .. BayController
                    .All(q.Machine.Sheet, q.Machine.Planned)
                    .Select(c =>
                        (Of: c, Its: q.Storage.Firmware.GetValueOrDefault(c.Place.ToString()) ?? new ControllerFirmware(null, null))
                    )
                    .Select(c => new ControllerVersion(
                        c.Of.Place,
                        c.Of.Name,
                        c.Of.Card is null,
                        c.Its.Found,
                        c.Its.Planned,
                        [.. c.Of.Sheet.Pairs.Select(p => $"{p.Firmware} with {p.Driver}")]
                    )),
            ],
            ControllerPart.All(q.Storage, state, shelf),
            DriveVersions.Of(state, state.Drives.Firmware),
            ControllerTrials.Of(rows, evaluate(state), new Trials(state, evaluate)),
            rows.Count
        );
    }
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
        MapKeepers(routes);

        routes
            .MapGet(
                "/api/jobs/{number}/controllers",
                async (string number, Jobs jobs, Library library, ShownJobs shown, CancellationToken cancel) =>
                {
                    if (await jobs.Find(number, cancel) is not { } job)
                        return Problems.UnknownJob(number);
                    if (job.State.Sheet is null)
                        return Problems.Invalid(new SheetProblem("/", "The machine has no sheet yet."));
                    var (evidence, shelf) = await library.Now(cancel);
                    // What was worked out for the page that asks is not worked out again.
                    var kept = new Kept(shown.Last.TryGet(number, out var last) ? last.Kept : null);
                    Evaluation Evaluate(JobState state)
                    {
                        cancel.ThrowIfCancellationRequested();
                        return Evaluation.Evaluate(Question.Of(state, evidence, shelf), new Kept(kept));
                    }
                    return TypedResults.Ok(ControllersView.Of(Question.Of(job.State, evidence, shelf), job.State, shelf, Evaluate));
                }
            )
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

    private static void MapKeepers(IEndpointRouteBuilder routes)
    {
        routes
            .MapGet(
                "/api/jobs/{number}/arrays/{array}/keepers",
                (string number, string array, Jobs jobs, Library library, CancellationToken cancel) =>
                    OfArray(number, array, jobs, library, KeeperSides.Of, cancel)
            )
            .WithName("keepers")
            .Produces<IReadOnlyList<KeeperSide>>()
            .ProducesProblem(400)
            .ProducesProblem(404);
        routes
            .MapGet(
                "/api/jobs/{number}/arrays/{array}/strips",
                (string number, string array, Jobs jobs, Library library, CancellationToken cancel) =>
                    OfArray(number, array, jobs, library, static (q, plan) => StripTable.Of(plan, q.Planned), cancel)
            )
            .WithName("strips")
            .Produces<StripTable>()
            .ProducesProblem(400)
            .ProducesProblem(404);
    }

    /// <summary>What follows for one array of the plan.</summary>
    private static async Task<IResult> OfArray<T>(
        string number,
        string array,
        Jobs jobs,
        Library library,
        Func<ControllerInput, ArrayPlan, T> of,
        CancellationToken cancel
    )
    {
        if (await jobs.Find(number, cancel) is not { } job)
            return Problems.UnknownJob(number);
        if (job.State.Sheet is null)
            return Problems.Invalid(new SheetProblem("/", "The machine has no sheet yet."));
        var q = Question.Of(job.State, await library.Evidence(cancel), await library.Shelf(cancel)).Storage;
        return q.Arrays.FirstOrDefault(a => a.Name == array) is { } plan ? TypedResults.Ok(of(q, plan)) : Problems.Unknown("such array");
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
        var q = Question.Of(state, Core.Evidence.EvidenceBook.Empty, ShelfBook.Empty).Storage;
        if (q.StillAs(plan) is not null && q.NowOf(plan.Name) is { Unplaced: > 0 } now)
            return (
                plan,
                default,
                new("/array", $"{plan.Name} has {now.Wanted} members, {now.Members.Count} of them in places: plan it whole first.")
            );
        var asked = ArrayFigures.Asked(plan, state.Planned, state.Drives.Figures, ArraySheet.SharedSpare(q, plan));
        return (plan, asked, asked.Why is { } why ? new("/array", $"{plan.Name} can't be made: {why}.") : null);
    }
}
