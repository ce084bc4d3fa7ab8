using Irvak.Core.Builds;
using Irvak.Core.Evidence;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Inputs;

/// <summary>What every capability looks at: the machine as found and as planned, and what the shop says of parts. Each adds what it alone
/// needs.</summary>
/// <param name="Shelf">Shelf parts by id: stock and prices of what is planned in.</param>
public record PlanInput(
    MachineSheet Sheet,
    Build Found,
    Build Planned,
    IReadOnlyList<Change> Changes,
    Policy Policy,
    EvidenceBook Evidence,
    SystemFacts System,
    ShelfBook Shelf
)
{
    /// <summary>Places that somebody looked at and found empty.</summary>
    public IReadOnlySet<Place> FoundEmpty { get; init; } = new HashSet<Place>();

    /// <summary>The same machine as far as these places go: what looks at no others is not worked out again when something happens
    /// there.</summary>
    public PlanInput Only(Func<Place, bool> places)
    {
        var found = Found.Only(places);
        return this with
        {
            Found = found,
            Planned = ReferenceEquals(Planned, Found) ? found : Planned.Only(places),
            Changes = Changes.All(c => places(c.Place)) ? Changes : [.. Changes.Where(c => places(c.Place))],
            FoundEmpty = FoundEmpty.All(places) ? FoundEmpty : FoundEmpty.Where(places).ToHashSet(),
        };
    }

    /// <summary>Places where anything happens.</summary>
    public IReadOnlySet<Place> Changed => Touched.All;

    /// <summary>Places into which a part comes that was not in the machine.</summary>
    public bool BringsPart(Place place) => Touched.Brought.Contains(place);

    /// <summary>Places whose unit is not the one found there.</summary>
    public bool IsNew(Place place) => Touched.New.Contains(place);

    private ChangedPlaces? _touched;

    // A copy with other changes has other places: what was gathered counts for the changes it was gathered from.
    private ChangedPlaces Touched => _touched is { } known && ReferenceEquals(known.Of, Changes) ? known : _touched = new(Changes);

    private sealed class ChangedPlaces(IReadOnlyList<Change> changes)
    {
        public IReadOnlyList<Change> Of { get; } = changes;

        public HashSet<Place> All { get; } = [.. changes.Select(c => c.Place)];

        public HashSet<Place> Brought { get; } = [.. changes.Where(c => c.BringsPart).Select(c => c.Place)];

        public HashSet<Place> New { get; } = [.. changes.Where(c => c.In is not null).Select(c => c.Place)];
    }

    /// <summary>True when a socket is surely without a processor in the plan; one that nobody looked at is not.</summary>
    public bool LacksProcessor(string socket) =>
        !Planned.HasProcessor(socket) && Place.Socket(socket) is var place && (FoundEmpty.Contains(place) || Changed.Contains(place));
}
