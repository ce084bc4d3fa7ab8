using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Builds;
using Irvak.Core.Caches;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Evidence;
using Irvak.Core.Lanes;
using Irvak.Core.Moving;
using Irvak.Core.Plans;
using Irvak.Core.Power;
using Irvak.Core.Sheets;

namespace Irvak.Core;

/// <summary>Everything an evaluation looks at. Nothing else goes in: no clock, no store, no interface.</summary>
/// <param name="Shelf">Shelf parts by id: stock and prices of what is planned in.</param>
public sealed record Question(
    MachineSheet Sheet, Build Found, Build Planned, IReadOnlyList<Change> Changes, Aim Aim, Policy Policy,
    EvidenceBook Evidence, SystemFacts System, IReadOnlyDictionary<string, ShelfPart> Shelf)
{
    public static Question Of(JobState state, EvidenceBook evidence, IReadOnlyDictionary<string, ShelfPart> shelf) => new(
        (state.Sheet ?? throw new ArgumentException("The job has no machine sheet.", nameof(state))).OfRevision(state.System.BoardRevision),
        KnownCards.In(state.AsFound, shelf), KnownCards.In(state.Planned, shelf), state.Changes(), state.Aim, state.Policy, evidence, state.System, shelf)
    {
        Wiring = state.Wiring,
        Splits = state.Splits,
        FoundSplits = state.FoundSplits,
        HeldRates = state.HeldRates,
        FoundEmpty = state.FoundEmpty,
        Links = SeenLinks.Of(state),
        MeasuredMTs = Memory.MeasuredRate.Of(state),
        Stagger = state.Stagger,
        Air = state.Air,
        Pads = state.Pads,
        Temperatures = HeatBands.Seen(state),
        Boot = state.Boot,
        Caches = [.. state.Caches.Values],
        Writes = state.Writes,
        Moves = state.Moves,
        Wipes = state.Wipes,
        Figures = state.Figures,
        Mode = state.Mode,
        Notes = state.Notes,
        Arrays = JobArrays.Planned(state),
        FoundArrays = JobArrays.Found(state),
        Now = ArrayNow.Of(state),
    };

    /// <summary>What the memory was seen to run at as found; null when no capture tells it of every module.</summary>
    public int? MeasuredMTs { get; init; }

    /// <summary>What somebody wrote down about places, plugs and the machine.</summary>
    public IReadOnlyDictionary<string, string> Notes { get; init; } = new Dictionary<string, string>();

    /// <summary>How the firmware is to spend memory on safety.</summary>
    public MemoryMode Mode { get; init; }

    /// <summary>Arrays as they are to be.</summary>
    public IReadOnlyList<ArrayPlan> Arrays { get; init; } = [];

    public IReadOnlyList<ArrayPlan> FoundArrays { get; init; } = [];

    /// <summary>How the arrays stand that are in use, those of unknown level among them.</summary>
    public IReadOnlyList<ArrayNow> Now { get; init; } = [];

    /// <summary>How a found array stands; null for one that no found drive belongs to.</summary>
    public ArrayNow? NowOf(string array) => Now.FirstOrDefault(n => n.Name == array);

    /// <summary>The found array that a planned one still is; null for one that is made anew or grown.</summary>
    public ArrayPlan? StillAs(ArrayPlan array) => FoundArrays.FirstOrDefault(array.IsMadeLike);

    /// <summary>The found array that a planned one grows from; null when it grows from none.</summary>
    public ArrayPlan? GrownFrom(ArrayPlan array) => FoundArrays.FirstOrDefault(array.Grows);

    /// <summary>What the system is to start from; null for what it was found to start from.</summary>
    public BootPlan? Boot { get; init; }

    public IReadOnlyList<CachePlan> Caches { get; init; } = [];

    /// <summary>What captures told of the volume written to drives, by serial number.</summary>
    public IReadOnlyDictionary<string, WriteMarks> Writes { get; init; } = new Dictionary<string, WriteMarks>();

    /// <summary>How the data of what goes reaches its new home, by subject.</summary>
    public IReadOnlyDictionary<string, PlannedMove> Moves { get; init; } = new Dictionary<string, PlannedMove>();

    /// <summary>How drives that leave are wiped, by the place they were found in.</summary>
    public IReadOnlyDictionary<string, Wipe> Wipes { get; init; } = new Dictionary<string, Wipe>();

    /// <summary>Figures in place of the defaults of drives.</summary>
    public DriveFigures Figures { get; init; } = DriveFigures.Usual;

    /// <summary>Groups of bays that are cabled otherwise than the sheet says, with the controller's place.</summary>
    public IReadOnlyDictionary<string, string> Wiring { get; init; } = new Dictionary<string, string>();

    /// <summary>How the firmware is to divide slots, by their names.</summary>
    public IReadOnlyDictionary<string, IReadOnlyList<int>> Splits { get; init; } = NoSplits;

    /// <summary>How somebody saw that it divides them.</summary>
    public IReadOnlyDictionary<string, IReadOnlyList<int>> FoundSplits { get; init; } = NoSplits;

    private static readonly Dictionary<string, IReadOnlyList<int>> NoSplits = [];

    /// <summary>Slots that a riser, a cable or a setting holds at an older generation.</summary>
    public IReadOnlyDictionary<string, int> HeldRates { get; init; } = new Dictionary<string, int>();

    /// <summary>Generation that a slot runs at: its sheet's, or an older one that something holds it at.</summary>
    public int GenOf(ExpansionSlot slot) => HeldRates.TryGetValue(slot.Id, out var held) ? Math.Min(slot.Gen, held) : slot.Gen;

    /// <summary>How disks start one group after another.</summary>
    public StaggerStart Stagger { get; init; } = StaggerStart.AllAtOnce;

    /// <summary>What somebody saw of fans, blanks and duct.</summary>
    public IReadOnlyDictionary<string, AirState> Air { get; init; } = new Dictionary<string, AirState>();

    public IReadOnlyDictionary<string, PlanPad> Pads { get; init; } = new Dictionary<string, PlanPad>();

    /// <summary>Temperatures that captures told, °C, with the drive's own warning value, by serial number.</summary>
    public IReadOnlyDictionary<string, (int Celsius, int? Warn)> Temperatures { get; init; } = new Dictionary<string, (int, int?)>();

    /// <summary>Places that somebody looked at and found empty.</summary>
    public IReadOnlySet<string> FoundEmpty { get; init; } = new HashSet<string>();

    /// <summary>True when a socket is surely without a processor in the plan; one that nobody looked at is not.</summary>
    public bool LacksProcessor(string socket) => !Planned.HasProcessor(socket) && PlaceName.Socket(socket) is var place && (FoundEmpty.Contains(place) || Changed.Contains(place));

    private readonly HashSet<string> _brought = [.. Changes.Where(c => c.BringsPart).Select(c => c.Place)];

    /// <summary>Places into which a part comes that was not in the machine.</summary>
    public bool BringsPart(string place) => _brought.Contains(place);

    /// <summary>True when every slot behind a processor holds a module of known size, was found empty, or is changed by the plan.</summary>
    public bool AllSlotsKnown(Build build) => Sheet.Channels.Where(c => build.HasProcessor(c.Socket)).SelectMany(c => c.Slots).All(s =>
        PlaceName.Slot(s) is var place && (build.ModuleAt(s) is { } module ? module.CapacityMiB is not null : FoundEmpty.Contains(place) || (Changed.Contains(place) && !ReferenceEquals(build, Found))));

    /// <summary>Links of cards as captures show them.</summary>
    public IReadOnlyList<SeenLink> Links { get; init; } = [];

    /// <summary>How a slot is to be divided; empty for whole.</summary>
    public IReadOnlyList<int> SplitOf(string slot) => Splits.TryGetValue(slot, out var planned) ? planned : FoundSplitOf(slot) ?? [];

    /// <summary>How a slot was divided before: as somebody said, else as the drives that were seen on its carrier show; null when not known.</summary>
    public IReadOnlyList<int>? FoundSplitOf(string slot)
    {
        if (FoundSplits.TryGetValue(slot, out var said)) return said;
        if (Found.At(PlaceName.Card(slot))?.Card is not { Role: CardRole.Carrier, Endpoints.Count: > 1, HasSwitch: not true } card || Sheet.Slots.FirstOrDefault(s => s.Id == slot) is not { } of) return null;
        return Enumerable.Range(1, card.Endpoints.Count - 1).Any(i => Found.At(PlaceName.M2(CarrierPlaces.Name(slot, i))) is not null) ? Splitting.Best(of.Elec, of.Splits ?? [], card.Endpoints, card.LanePitch) : null;
    }

    private HashSet<string>? _plannedShort;

    /// <summary>Places that hold something in the plan, without their kind.</summary>
    internal IReadOnlySet<string> PlannedShort => _plannedShort ??= [.. Planned.Units.Keys.Select(PlaceName.Short)];

    /// <summary>True when anything but memory and processors is touched: most memory jobs needn't ask about cables and drives at all.</summary>
    public bool TouchesStorage => Caches.Count > 0 || Wiring.Count > 0 || Boot is not null || Changes.Any(c => !PlaceName.IsSlot(c.Place) && !PlaceName.IsSocket(c.Place));

    /// <summary>The controller behind a group of bays in the plan; null when there is none or it is not known.</summary>
    public BayController? ControllerOf(BayGroup bays) => BayController.Of(Sheet, Planned, Wiring, bays, Found);

    /// <summary>The same, of the machine as found.</summary>
    public BayController? FoundControllerOf(BayGroup bays) => BayController.Of(Sheet, Found, NoWiring, bays, Found);

    private static readonly Dictionary<string, string> NoWiring = [];

    /// <summary>Places where anything happens.</summary>
    public IReadOnlySet<string> Changed { get; } = Changes.Select(c => c.Place).ToHashSet();

    private readonly HashSet<string> _new = [.. Changes.Where(c => c.In is not null).Select(c => c.Place)];

    /// <summary>Places whose unit is not the one found there.</summary>
    public bool IsNew(string place) => _new.Contains(place);
}
