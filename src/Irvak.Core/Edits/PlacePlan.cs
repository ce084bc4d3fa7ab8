using System.Collections.Immutable;
using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Edits;

/// <summary>What a plan says of places, and why it can't say it.</summary>
internal static class PlacePlan
{
    internal static SheetProblem? RefusePlace(this MachineState machine, Place place, string path)
    {
        if (machine.Sheet is null)
            return new("/edit", "The machine has no sheet yet.");
        return SheetPlaces.Has(machine.Sheet, place) ? null : new(path, $"{place} is no place of {machine.Sheet.FullName}.");
    }

    /// <summary>A part of a known kind goes into a place of its kind; whether it runs there is for the rules to say.</summary>
    internal static SheetProblem? RefuseHome(Place place, Unit unit, string path) =>
        unit.Homes.Count == 0 || unit.Homes.Contains(place.Kind)
            ? null
            : new(
                path,
                unit switch
                {
                    { Module: not null } => "A module goes into a memory slot.",
                    { Processor: not null } => "A processor goes into a socket.",
                    { Drive: not null } => "A drive goes into a bay or an M.2 place.",
                    { Card: not null } => "A card goes into a card slot or onto its board.",
                    _ => $"{unit.Long} does not go into {place.Name}.",
                }
            );

    /// <summary>Sets a place; a unit that had been moved there goes back to where it was found, one that was moved away stays
    /// away.</summary>
    internal static ImmutableSortedDictionary<Place, PlannedPlace> Put(MachineState machine, Place place, PlannedPlace planned)
    {
        var plan = SendHome(machine.Plan, place);
        // Emptying a place that was empty as found is the same as leaving it alone.
        return planned.Unit is null && !machine.Found.ContainsKey(place) ? plan.Remove(place) : plan.SetItem(place, planned);
    }

    /// <summary>Leaves a place as found: what was moved there goes home, and what was moved away from it comes home.</summary>
    internal static ImmutableSortedDictionary<Place, PlannedPlace> TakeBack(
        ImmutableSortedDictionary<Place, PlannedPlace> plan,
        Place place
    )
    {
        var changed = SendHome(plan, place);
        foreach (var (to, _) in plan.Where(p => p.Value.MovedFrom == place))
            changed = Vacate(changed, to);
        return changed.Remove(place);
    }

    /// <summary>Takes the planned unit of a place away. What was found there comes back, unless it was moved elsewhere.</summary>
    internal static ImmutableSortedDictionary<Place, PlannedPlace> Vacate(
        ImmutableSortedDictionary<Place, PlannedPlace> plan,
        Place place
    ) => plan.Values.Any(p => p.MovedFrom == place) ? plan.SetItem(place, new PlannedPlace(null)) : plan.Remove(place);

    /// <summary>The unit moved to this place goes back to its old one, unless another part is planned there by now.</summary>
    private static ImmutableSortedDictionary<Place, PlannedPlace> SendHome(
        ImmutableSortedDictionary<Place, PlannedPlace> plan,
        Place place
    ) =>
        plan.TryGetValue(place, out var here) && here.MovedFrom is { } home && plan.TryGetValue(home, out var left) && left.Unit is null
            ? plan.Remove(home)
            : plan;
}
