using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Builds;
using Irvak.Core.Caches;
using Irvak.Core.Controllers;
using Irvak.Core.Distances;
using Irvak.Core.Evidence;
using Irvak.Core.Inputs;
using Irvak.Core.Lanes;
using Irvak.Core.Memory;
using Irvak.Core.Moving;
using Irvak.Core.Paths;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Power;
using Irvak.Core.Sheets;
using Irvak.Core.Steps;

namespace Irvak.Core;

/// <summary>The question of each capability about one state of a job. Nothing else goes into an evaluation: no clock, no store, no interface.</summary>
public sealed record Question
{
    public required PlanInput Machine { get; init; }

    public required MemoryInput Memory { get; init; }

    public required ControllerInput Controllers { get; init; }

    public required LaneInput Lanes { get; init; }

    public required BootInput Boot { get; init; }

    public required PathInput Paths { get; init; }

    public required PowerInput Power { get; init; }

    public required MoveInput Moving { get; init; }

    public required StepInput Steps { get; init; }

    public required Aim Aim { get; init; }

    /// <summary>What the distances to the aim look at.</summary>
    public AimInput Distances => new(Aim, Memory, Controllers);

    /// <summary>The questions about a job.</summary>
    /// <exception cref="ArgumentException">It has no machine sheet.</exception>
    public static Question Of(JobState state, EvidenceBook evidence, IReadOnlyDictionary<string, ShelfPart> shelf)
    {
        var sheet = (state.Sheet ?? throw new ArgumentException("The job has no machine sheet.", nameof(state))).OfRevision(state.System.BoardRevision);
        var machine = new PlanInput(sheet, KnownCards.In(state.AsFound, shelf), KnownCards.In(state.Planned, shelf), state.Changes(), state.Policy, evidence, state.System, shelf)
        {
            FoundEmpty = state.FoundEmpty,
        };
        var links = SeenLinks.Of(state, state.Lanes.HeldRates);
        var arrays = new ArrayInput(machine)
        {
            Arrays = JobArrays.Planned(state, state.Arrays),
            FoundArrays = JobArrays.Found(state),
            Now = ArrayNow.Of(state),
            Figures = state.Drives.Figures,
        };
        var controllers = new ControllerInput(arrays)
        {
            Wiring = state.Controllers.Wiring,
            TouchesStorage = state.Caches.Plans.Count > 0 || state.Controllers.Wiring.Count > 0 || state.Boot.Plan is not null
                || machine.Changes.Any(c => !PlaceName.IsSlot(c.Place) && !PlaceName.IsSocket(c.Place)),
        };
        var caches = new CacheInput(controllers) { Caches = [.. state.Caches.Plans.Values] };
        var lanes = new LaneInput(machine)
        {
            Wiring = state.Controllers.Wiring,
            Splits = state.Lanes.Splits,
            FoundSplits = state.Lanes.FoundSplits,
            HeldRates = state.Lanes.HeldRates,
            Links = links,
        };
        var power = new PowerInput(machine)
        {
            Stagger = state.Power.Stagger,
            Air = state.Power.Air,
            Pads = state.Power.Pads,
            Temperatures = HeatBands.Seen(state),
        };
        return new Question
        {
            Machine = machine,
            Memory = new MemoryInput(machine) { Mode = state.Memory.Mode, MeasuredMTs = MeasuredRate.Of(state) },
            Controllers = controllers,
            Lanes = lanes,
            Boot = new BootInput(caches) { Boot = state.Boot.Plan, Writes = state.Writes },
            Paths = new PathInput(caches) { Boot = state.Boot.Plan, ReadMBs = state.Aim.ReadMBs, Lanes = lanes },
            Power = power,
            Moving = new MoveInput(arrays) { Moves = state.Moving.Moves, Wipes = state.Moving.Wipes },
            Steps = new StepInput(caches) { Boot = state.Boot.Plan, Notes = state.Notes, Lanes = lanes, Power = power },
            Aim = state.Aim,
        };
    }

    /// <summary>The questions about a machine for whose places alone something is planned.</summary>
    public static Question Of(PlanInput machine)
    {
        var controllers = new ControllerInput(new ArrayInput(machine));
        var (caches, lanes, power) = (new CacheInput(controllers), new LaneInput(machine), new PowerInput(machine));
        return new Question
        {
            Machine = machine,
            Memory = new MemoryInput(machine),
            Controllers = controllers,
            Lanes = lanes,
            Boot = new BootInput(caches),
            Paths = new PathInput(caches) { Lanes = lanes },
            Power = power,
            Moving = new MoveInput(controllers),
            Steps = new StepInput(caches) { Lanes = lanes, Power = power },
            Aim = new Aim(),
        };
    }

    /// <summary>The same questions about other parts in the places.</summary>
    public Question Planning(Build planned)
    {
        var (lanes, power) = (Lanes with { Planned = planned }, Power with { Planned = planned });
        return this with
        {
            Machine = Machine with { Planned = planned },
            Memory = Memory with { Planned = planned },
            Controllers = Controllers with { Planned = planned },
            Lanes = lanes,
            Boot = Boot with { Planned = planned },
            Paths = Paths with { Planned = planned, Lanes = lanes },
            Power = power,
            Moving = Moving with { Planned = planned },
            Steps = Steps with { Planned = planned, Lanes = lanes, Power = power },
        };
    }

    /// <summary>The same questions about the machine as it was found: what is true of it already is no fault of the plan.</summary>
    public Question AsFound()
    {
        var found = Planning(Machine.Found);
        var controllers = found.Controllers with { Arrays = Controllers.FoundArrays, Wiring = NoWiring };
        var caches = new CacheInput(controllers);
        var lanes = found.Lanes with { Splits = Lanes.FoundSplits, Wiring = NoWiring };
        return found with
        {
            Controllers = controllers,
            Lanes = lanes,
            Boot = new BootInput(caches) { Writes = Boot.Writes },
            Paths = new PathInput(caches) { ReadMBs = Paths.ReadMBs, Lanes = lanes },
            Moving = new MoveInput(controllers) { Wipes = Moving.Wipes },
            Steps = new StepInput(caches) { Notes = Steps.Notes, Lanes = lanes, Power = found.Power },
        };
    }

    private static readonly Dictionary<string, string> NoWiring = [];
}
