using System.Collections.Immutable;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Builds;

/// <summary>The machine as found and as it is to be, put together once: every rule asks for them.</summary>
internal sealed class MachineBuilds
{
    private readonly MachineSheet? _sheet;
    private readonly ImmutableSortedDictionary<Place, Unit> _found;
    private readonly ImmutableSortedSet<Place> _empty;
    private readonly ImmutableSortedDictionary<Place, PlannedPlace> _plan;

    /// <param name="unnamed">Sockets that hold a processor which nobody has named.</param>
    public MachineBuilds(MachineState state, IReadOnlySet<Place> unnamed)
    {
        (_sheet, _found, _empty, _plan) = (state.Sheet, state.Found, state.FoundEmpty, state.Plan);
        Found = new(_found) { Unnamed = unnamed };
        Planned = _plan.IsEmpty ? Found : Found.Over(AfterPlan());
    }

    public Build Found { get; }

    public Build Planned { get; }

    /// <summary>True when this state has the same places as the one that they were put together from.</summary>
    public bool IsOf(MachineState state) =>
        ReferenceEquals(_sheet, state.Sheet)
        && ReferenceEquals(_found, state.Found)
        && ReferenceEquals(_empty, state.FoundEmpty)
        && ReferenceEquals(_plan, state.Plan);

    private ImmutableSortedDictionary<Place, Unit> AfterPlan()
    {
        var units = _found.ToBuilder();
        foreach (var (place, planned) in _plan)
            if (planned.Unit is { } unit)
                units[place] = unit;
            else
                units.Remove(place);
        return units.ToImmutable();
    }
}

/// <summary>What was worked out of a record and is kept beside its values: it says nothing of whether two records are equal.</summary>
internal struct Aside<T> : IEquatable<Aside<T>>
    where T : class
{
    public T? Value;

    public readonly bool Equals(Aside<T> other) => true;

    public override readonly bool Equals(object? obj) => obj is Aside<T>;

    public override readonly int GetHashCode() => 0;
}
