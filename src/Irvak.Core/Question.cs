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
using Irvak.Core.Observations;
using Irvak.Core.Paths;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Power;
using Irvak.Core.Running;
using Irvak.Core.Sheets;
using Irvak.Core.Steps;
using Irvak.Core.Volumes;

namespace Irvak.Core;

/// <summary>The question of each capability about one state of a job. Nothing else goes into an evaluation: no clock, no store, no
/// interface.</summary>
public sealed record Question
{
    public required PlanInput Machine { get; init; }

    public required MemoryInput Memory { get; init; }

    /// <summary>Drives, arrays, controllers and caches.</summary>
    public required CacheInput Storage { get; init; }

    public required LaneInput Lanes { get; init; }

    public required PowerInput Power { get; init; }

    public Aim Aim { get; init; } = new();

    /// <summary>What runs on the machine, and its load as it was seen.</summary>
    public RunInput Runs { get; init; } = RunInput.None;

    /// <summary>Volumes that the owner wishes.</summary>
    public IReadOnlyList<WishedVolume> Volumes { get; init; } = [];

    /// <summary>What the system is to start from; null for what it was found to start from.</summary>
    public BootPlan? BootPlan { get; init; }

    /// <summary>What captures told of the volume written to drives, by serial number.</summary>
    public IReadOnlyDictionary<string, WriteMarks> Writes { get; init; } = new Dictionary<string, WriteMarks>();

    /// <summary>Where data goes, and how drives that leave are wiped.</summary>
    public MovingSlice Data { get; init; } = new();

    /// <summary>What somebody wrote down about places, plugs and the machine.</summary>
    public IReadOnlyDictionary<string, string> Notes { get; init; } = new Dictionary<string, string>();

    // What is put together from these, so that a copy with another part of it is one question still.

    /// <summary>Drives, arrays, controllers and caches, which no module touches.</summary>
    public CacheInput Drives =>
        Storage with
        {
            Found = Lanes.Found,
            Planned = Lanes.Planned,
            Changes = Lanes.Changes,
            FoundEmpty = Lanes.FoundEmpty,
        };

    public BootInput Boot => new(Drives) { Boot = BootPlan, Writes = Writes };

    public PathInput Paths =>
        new(Drives)
        {
            Boot = BootPlan,
            ReadMBs = Aim.ReadMBs,
            FrameBytes = Aim.FrameBytes,
            Lanes = Lanes,
            MemoryMiB = Memory.AllSlotsKnown(Memory.Planned) ? Storage.Planned.InstalledMiB : null,
        };

    public MoveInput Moving =>
        new(Drives)
        {
            Moves = Data.Moves,
            Wipes = Data.Wipes,
            Backup = Data.Backup,
        };

    public StepInput Steps =>
        new(Storage)
        {
            Boot = BootPlan,
            Notes = Notes,
            LargeFrames = Aim.LargeFrames,
            Backup = Data.Backup,
            Lanes = Lanes,
            Power = Power,
        };

    public AimInput Distances => new(Aim, Memory, Storage, Volumes) { Runs = Runs, IsStartPlanned = BootPlan is not null };

    /// <summary>The question about a job.</summary>
    /// <exception cref="ArgumentException">It has no machine sheet.</exception>
    public static Question Of(JobState state, EvidenceBook evidence, IReadOnlyDictionary<string, ShelfPart> shelf)
    {
        var sheet = (state.Sheet ?? throw new ArgumentException("The job has no machine sheet.", nameof(state))).OfRevision(
            state.System.BoardRevision
        );
        var machine = new PlanInput(
            sheet,
            CardPart.In(KnownCards.In(state.AsFound, shelf), state.Controllers.Parts),
            CardPart.In(KnownCards.In(state.Planned, shelf), state.Controllers.Parts),
            state.Changes(),
            state.Policy,
            evidence,
            state.System,
            ShelfBook.Of(shelf)
        )
        {
            FoundEmpty = state.FoundEmpty,
        };
        var bare = Of(machine);
        var wires = new Wires(state.Controllers.Wiring, state.Controllers.Bays);
        return bare with
        {
            Memory = bare.Memory with { Mode = state.Memory.Mode, MeasuredMTs = MeasuredRate.Of(state) },
            Storage = bare.Storage with
            {
                Arrays = JobArrays.Planned(state, state.Arrays),
                FoundArrays = JobArrays.Found(state),
                Now = ArrayNow.Of(state),
                Figures = state.Drives.Figures,
                DriveFirmware =
                    state.Drives.Firmware.Count == 0
                        ? []
                        : [.. Irvak.Core.Drives.DriveVersions.Of(state, state.Drives.Firmware).Where(v => v.Planned is not null)],
                Wires = wires,
                Modes = state.Controllers.Modes,
                FoundModes = StorageModes.Found(state, state.Controllers.FoundModes),
                Firmware = state.Controllers.Firmware,
                Parts = state.Controllers.Parts,
                Caches = [.. state.Caches.Plans.Values],
                PlansStorage = state.Caches.Plans.Count > 0 || state.Boot.Plan is not null,
            },
            Lanes = bare.Lanes with
            {
                Wires = wires,
                Splits = state.Lanes.Splits,
                FoundSplits = state.Lanes.FoundSplits,
                HeldRates = state.Lanes.HeldRates,
                Links = SeenLinks.Of(state, state.Lanes.HeldRates),
            },
            Power = bare.Power with
            {
                Stagger = state.Power.Stagger,
                Air = state.Power.Air,
                Pads = state.Power.Pads,
                Temperatures = HeatBands.Seen(state),
            },
            Aim = state.Aim,
            Runs = new(state.Runs.All, LoadSeen.Of(state.Seen)),
            Volumes = state.Volumes.All,
            BootPlan = state.Boot.Plan,
            Writes = state.Writes,
            Data = state.Moving,
            Notes = state.Notes,
        };
    }

    /// <summary>The question about a machine for whose places alone something is planned.</summary>
    public static Question Of(PlanInput machine) =>
        new()
        {
            Machine = machine,
            Memory = new MemoryInput(machine.Only(OfMemory)),
            Storage = new CacheInput(new ControllerInput(new ArrayInput(machine))),
            Lanes = new LaneInput(machine.Only(NotModules)),
            Power = new PowerInput(machine),
        };

    private static bool OfMemory(Place place) => place.IsSlot || place.IsSocket;

    private static bool NotModules(Place place) => !place.IsSlot;

    /// <summary>What is planned as one capability sees it; the machine as found is the object that it calls so.</summary>
    private Build Part(PlanInput of, Build planned, Func<Place, bool> places) =>
        ReferenceEquals(planned, Machine.Found) ? of.Found : planned.Only(places);

    /// <summary>The same question about other parts in the places.</summary>
    public Question Planning(Build planned) =>
        this with
        {
            Machine = Machine with { Planned = planned },
            Memory = Memory with { Planned = Part(Memory, planned, OfMemory) },
            Storage = Storage with { Planned = planned },
            Lanes = Lanes with { Planned = Part(Lanes, planned, NotModules) },
            Power = Power with { Planned = planned },
        };

    /// <summary>The same question about the machine as it was found: what is true of it already is no fault of the plan.</summary>
    public Question AsFound()
    {
        var found = Planning(Machine.Found);
        return found with
        {
            Storage = found.Storage with
            {
                Arrays = Storage.FoundArrays,
                Wires = Wires.None,
                Modes = StorageModes.None,
                Caches = [],
                PlansStorage = false,
            },
            Lanes = found.Lanes with { Splits = Lanes.FoundSplits, Wires = Wires.None },
            BootPlan = null,
            Data = Data with { Moves = Data.Moves.Clear() },
        };
    }
}
