using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Builds;

/// <summary>What is known of a machine, and what is planned for its places: the part of a job that every capability looks at.</summary>
public record MachineState
{
    public MachineSheet? Sheet { get; init; }

    public SystemFacts System { get; init; } = new();

    /// <summary>Units as found, by place.</summary>
    public ImmutableSortedDictionary<Place, Unit> Found { get; init; } = Build.Empty.Units;

    /// <summary>Places somebody looked at and found empty.</summary>
    public ImmutableSortedSet<Place> FoundEmpty { get; init; } = ImmutableSortedSet<Place>.Empty;

    /// <summary>Who found the empty places empty.</summary>
    public ImmutableSortedDictionary<Place, string> EmptyBy { get; init; } = ImmutableSortedDictionary<Place, string>.Empty;

    /// <summary>What another job left in places of this machine, or of one of its kind: offered where nobody looked yet.</summary>
    public ImmutableSortedDictionary<Place, Remembered> Recalled { get; init; } = ImmutableSortedDictionary<Place, Remembered>.Empty;

    /// <summary>What each kind of capture made before the work shows; the newest of its kind.</summary>
    public ImmutableSortedDictionary<string, Observation> Readings { get; init; } =
        ImmutableSortedDictionary.Create<string, Observation>(StringComparer.Ordinal);

    /// <summary>Places about which captures disagree and a person decided, with whom they believe.</summary>
    public ImmutableSortedDictionary<string, string> Settled { get; init; } =
        ImmutableSortedDictionary.Create<string, string>(StringComparer.Ordinal);

    /// <summary>Answers by eye of the check before the machine is touched.</summary>
    public ImmutableSortedDictionary<string, CheckAnswer> Checks { get; init; } =
        ImmutableSortedDictionary.Create<string, CheckAnswer>(StringComparer.Ordinal);

    /// <summary>Notes about places, plugs and the machine.</summary>
    public ImmutableSortedDictionary<string, string> Notes { get; init; } =
        ImmutableSortedDictionary.Create<string, string>(StringComparer.Ordinal);

    /// <summary>What somebody said of arrays that no capture describes, by name.</summary>
    public ImmutableSortedDictionary<string, ArraySaid> ArraysSaid { get; init; } =
        ImmutableSortedDictionary.Create<string, ArraySaid>(StringComparer.Ordinal);

    /// <summary>What a person answered about the machine as a whole: the question's path, with what stood there before; empty where
    /// nothing did.</summary>
    public ImmutableSortedDictionary<string, string> Told { get; init; } =
        ImmutableSortedDictionary.Create<string, string>(StringComparer.Ordinal);

    /// <summary>What captures told of the volume written to drives, by serial number.</summary>
    public ImmutableSortedDictionary<string, WriteMarks> Writes { get; init; } =
        ImmutableSortedDictionary.Create<string, WriteMarks>(StringComparer.Ordinal);

    /// <summary>Places that are not left as found.</summary>
    public ImmutableSortedDictionary<Place, PlannedPlace> Plan { get; init; } = ImmutableSortedDictionary<Place, PlannedPlace>.Empty;

    /// <summary>Everything that any capture made before the work shows.</summary>
    [JsonIgnore]
    public Observation Seen => Observations.Readings.All(Readings.Values);

    /// <summary>The machine as it was found.</summary>
    [JsonIgnore]
    public Build AsFound => Builds.Found;

    /// <summary>The machine as it is to be.</summary>
    [JsonIgnore]
    public Build Planned => Builds.Planned;

    /// <summary>What a place is to hold; null when nothing.</summary>
    public Unit? PlannedAt(Place place) => Plan.TryGetValue(place, out var planned) ? planned.Unit : Found.GetValueOrDefault(place);

    private Aside<MachineBuilds> _builds;

    // A copy with other places has other builds.
    private MachineBuilds Builds => _builds.Value is { } known && known.IsOf(this) ? known : _builds.Value = new(this, Unnamed());

    /// <summary>A machine that runs has a processor: where nobody looked at any socket, and where it is soldered, it counts as
    /// there.</summary>
    private HashSet<Place> Unnamed()
    {
        if (Sheet is not { } sheet)
            return [];
        var blind = !sheet.Sockets.Any(s => Found.ContainsKey(Place.Socket(s.Id)));
        return
        [
            .. sheet
                .Sockets.Where(s => s.Soldered || blind)
                .Select(s => Place.Socket(s.Id))
                .Where(p =>
                    !Found.ContainsKey(p) && !FoundEmpty.Contains(p) && !(Plan.TryGetValue(p, out var planned) && planned.Unit is null)
                ),
        ];
    }

    /// <summary>What changes between as-found and planned, in the order of place names.</summary>
    public IReadOnlyList<Change> Changes()
    {
        var changes = new List<Change>();
        foreach (var (place, planned) in Plan)
        {
            var found = Found.GetValueOrDefault(place);
            if (found is null && planned.Unit is null)
                continue;
            var movedTo = found is null ? null : Plan.FirstOrDefault(p => p.Value.MovedFrom == place).Key;
            changes.Add(new Change(place, found, planned.Unit, planned.MovedFrom, movedTo));
        }
        return changes;
    }
}
