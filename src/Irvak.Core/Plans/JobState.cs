using System.Collections.Immutable;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Builds;
using Irvak.Core.Caches;
using Irvak.Core.Drives;
using Irvak.Core.Expectations;
using Irvak.Core.Moving;
using Irvak.Core.Observations;
using Irvak.Core.Power;
using Irvak.Core.Sheets;

namespace Irvak.Core.Plans;

/// <summary>What the plan says about one place that is not left as found.</summary>
/// <param name="Unit">The unit planned there; null when the place is emptied.</param>
/// <param name="MovedFrom">Where the unit stood as found, when it only moves.</param>
public sealed record PlannedPlace(Unit? Unit, string? MovedFrom = null);

/// <summary>A step or list line that somebody ticked.</summary>
/// <param name="Wording">The text as it was ticked; another text later means: look again.</param>
public sealed record Tick(string Who, DateTimeOffset When, string Wording);

/// <summary>What somebody saw, by eye.</summary>
public sealed record CheckAnswer(bool Good, string? Note, string Who);

/// <summary>The state of a job: the fold of its edits.</summary>
public sealed record JobState
{
    public static readonly JobState Start = new();

    public MachineSheet? Sheet { get; init; }

    public SystemFacts System { get; init; } = new();

    /// <summary>Units as found, by place.</summary>
    public ImmutableSortedDictionary<string, Unit> Found { get; init; } = Build.Empty.Units;

    /// <summary>Places somebody looked at and found empty.</summary>
    public ImmutableSortedSet<string> FoundEmpty { get; init; } = ImmutableSortedSet.Create<string>(StringComparer.Ordinal);

    /// <summary>Who found the empty places empty.</summary>
    public ImmutableSortedDictionary<string, string> EmptyBy { get; init; } = ImmutableSortedDictionary.Create<string, string>(StringComparer.Ordinal);

    /// <summary>What each kind of capture made before the work shows; the newest of its kind.</summary>
    public ImmutableSortedDictionary<string, Observation> Readings { get; init; } = ImmutableSortedDictionary.Create<string, Observation>(StringComparer.Ordinal);

    /// <summary>Places about which captures disagree and a person decided, with whom they believe.</summary>
    public ImmutableSortedDictionary<string, string> Settled { get; init; } = ImmutableSortedDictionary.Create<string, string>(StringComparer.Ordinal);

    /// <summary>Answers by eye of the check before the machine is touched.</summary>
    public ImmutableSortedDictionary<string, CheckAnswer> Checks { get; init; } = ImmutableSortedDictionary.Create<string, CheckAnswer>(StringComparer.Ordinal);

    /// <summary>Notes about places, plugs and the machine.</summary>
    public ImmutableSortedDictionary<string, string> Notes { get; init; } = ImmutableSortedDictionary.Create<string, string>(StringComparer.Ordinal);

    /// <summary>Places that are not left as found.</summary>
    public ImmutableSortedDictionary<string, PlannedPlace> Plan { get; init; } =
        ImmutableSortedDictionary.Create<string, PlannedPlace>(StringComparer.Ordinal);

    /// <summary>Arrays that the plan makes or changes, by name; null for one that is given up.</summary>
    public ImmutableSortedDictionary<string, ArrayPlan?> Arrays { get; init; } = ImmutableSortedDictionary.Create<string, ArrayPlan?>(StringComparer.Ordinal);

    /// <summary>What somebody said of arrays that no capture describes, by name.</summary>
    public ImmutableSortedDictionary<string, ArraySaid> ArraysSaid { get; init; } = ImmutableSortedDictionary.Create<string, ArraySaid>(StringComparer.Ordinal);

    /// <summary>How the firmware is to divide slots, by their names; an empty list for whole.</summary>
    public ImmutableSortedDictionary<string, IReadOnlyList<int>> Splits { get; init; } = ImmutableSortedDictionary.Create<string, IReadOnlyList<int>>(StringComparer.Ordinal);

    /// <summary>How it divided them before the work.</summary>
    public ImmutableSortedDictionary<string, IReadOnlyList<int>> FoundSplits { get; init; } = ImmutableSortedDictionary.Create<string, IReadOnlyList<int>>(StringComparer.Ordinal);

    /// <summary>Slots that a riser, a cable or a setting holds at an older generation, by their names.</summary>
    public ImmutableSortedDictionary<string, int> HeldRates { get; init; } = ImmutableSortedDictionary.Create<string, int>(StringComparer.Ordinal);

    /// <summary>How disks start one group after another.</summary>
    public StaggerStart Stagger { get; init; } = StaggerStart.AllAtOnce;

    /// <summary>What somebody saw of fans, blanks and duct, by their keys.</summary>
    public ImmutableSortedDictionary<string, AirState> Air { get; init; } = ImmutableSortedDictionary.Create<string, AirState>(StringComparer.Ordinal);

    /// <summary>Thermal pads, by the place of their module.</summary>
    public ImmutableSortedDictionary<string, PlanPad> Pads { get; init; } = ImmutableSortedDictionary.Create<string, PlanPad>(StringComparer.Ordinal);

    /// <summary>Groups of bays that are cabled otherwise than the sheet says, with the place of their controller.</summary>
    public ImmutableSortedDictionary<string, string> Wiring { get; init; } = ImmutableSortedDictionary.Create<string, string>(StringComparer.Ordinal);

    /// <summary>What the system is to start from; null for what it was found to start from.</summary>
    public BootPlan? Boot { get; init; }

    /// <summary>Caches of the plan, by name.</summary>
    public ImmutableSortedDictionary<string, CachePlan> Caches { get; init; } = ImmutableSortedDictionary.Create<string, CachePlan>(StringComparer.Ordinal);

    /// <summary>What captures told of the volume written to drives, by serial number.</summary>
    public ImmutableSortedDictionary<string, WriteMarks> Writes { get; init; } = ImmutableSortedDictionary.Create<string, WriteMarks>(StringComparer.Ordinal);

    /// <summary>How the data of what goes reaches its new home, by subject.</summary>
    public ImmutableSortedDictionary<string, PlannedMove> Moves { get; init; } = ImmutableSortedDictionary.Create<string, PlannedMove>(StringComparer.Ordinal);

    /// <summary>How drives that leave are wiped, by the place they were found in.</summary>
    public ImmutableSortedDictionary<string, Wipe> Wipes { get; init; } = ImmutableSortedDictionary.Create<string, Wipe>(StringComparer.Ordinal);

    /// <summary>Figures in place of the defaults of drives.</summary>
    public DriveFigures Figures { get; init; } = DriveFigures.Usual;

    public Aim Aim { get; init; } = new();

    public Policy Policy { get; init; } = Policy.FieldProven;

    /// <summary>How the firmware is to spend memory on safety.</summary>
    public MemoryMode Mode { get; init; }

    public ImmutableSortedDictionary<string, Tick> Ticks { get; init; } =
        ImmutableSortedDictionary.Create<string, Tick>(StringComparer.Ordinal);

    public ImmutableSortedDictionary<string, SeenAnswer> Answers { get; init; } =
        ImmutableSortedDictionary.Create<string, SeenAnswer>(StringComparer.Ordinal);

    /// <summary>What the capture taken afterwards shows; null before it is read.</summary>
    public Observation? After { get; init; }

    /// <summary>Who handed the machine over, and when; null while it is on the bench.</summary>
    public Tick? HandedOver { get; init; }

    public Build AsFound => new(Found) { Unnamed = Unnamed() };

    /// <summary>A machine that runs has a processor: where nobody looked at any socket, and where it is soldered, it counts as there.</summary>
    private HashSet<string> Unnamed()
    {
        if (Sheet is not { } sheet) return [];
        var blind = !sheet.Sockets.Any(s => Found.ContainsKey(PlaceName.Socket(s.Id)));
        return [.. sheet.Sockets.Where(s => s.Soldered || blind).Select(s => PlaceName.Socket(s.Id)).Where(p => !Found.ContainsKey(p) && !FoundEmpty.Contains(p) && !(Plan.TryGetValue(p, out var planned) && planned.Unit is null))];
    }

    public Build Planned
    {
        get
        {
            if (Plan.Count == 0) return AsFound;
            var units = Found.ToBuilder();
            foreach (var (place, planned) in Plan)
                if (planned.Unit is { } unit) units[place] = unit;
                else units.Remove(place);
            return AsFound.Over(units.ToImmutable());
        }
    }

    /// <summary>What changes between as-found and planned, in the order of place names.</summary>
    public IReadOnlyList<Change> Changes()
    {
        var changes = new List<Change>();
        foreach (var (place, planned) in Plan)
        {
            var found = Found.GetValueOrDefault(place);
            if (found is null && planned.Unit is null) continue;
            var movedTo = found is null ? null : Plan.FirstOrDefault(p => p.Value.MovedFrom == place).Key;
            changes.Add(new Change(place, found, planned.Unit, planned.MovedFrom, movedTo));
        }
        return changes;
    }
}
