using System.Collections.Immutable;
using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Lanes;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Plans;

/// <summary>Lays cards and modules out anew; arrays, caches, the boot drive and cables follow their parts.</summary>
/// <param name="Moves">Present place of the plan → new place; null for what is left out.</param>
/// <param name="Splits">How slots are divided afterwards, by their names.</param>
/// <param name="What">The edit in words.</param>
[EditName("layOut")]
public sealed record LayOut(IReadOnlyDictionary<Place, Place?> Moves, IReadOnlyDictionary<string, IReadOnlyList<int>> Splits, string What)
    : JobEdit
{
    public const int Most = 64;

    public override IEnumerable<string> Touches() =>
        Moves.Keys.Concat(Moves.Values.OfType<Place>()).Select(p => p.ToString()).Concat(Splits.Keys.Select(s => "split:" + s)).Distinct();

    public override string ValueAt(string subject) =>
        subject.StartsWith("split:", StringComparison.Ordinal) ? Splitting.Words(Splits.GetValueOrDefault(subject["split:".Length..]) ?? [])
        : Moves.FirstOrDefault(m => m.Value?.ToString() == subject).Key is { } from ? $"from {from.Name}"
        : "empty";

    public override string Tell() => What;

    private static bool IsLaid(Place place) => place.Kind is PlaceKind.Card or PlaceKind.M2 or PlaceKind.Board;

    public override SheetProblem? Refusal(JobState state)
    {
        if (string.IsNullOrWhiteSpace(What))
            return new("/edit/what", "It says what it does.");
        if (state.Sheet is not { } sheet)
            return new("/edit", "The machine has no sheet yet.");
        if (Moves.Count + Splits.Count is 0 or > 2 * Most)
            return new("/edit/moves", $"At most {Most} parts are laid out at once.");
        if (What.Trim().Length is 0 or > 200)
            return new("/edit/what", "Write 1 to 200 characters.");
        var planned = state.Planned;
        var goals = new HashSet<Place>();
        foreach (var (from, to) in Moves)
        {
            var path = "/edit/moves/" + from;
            if (!IsLaid(from) || planned.At(from) is not { } unit)
                return new(path, $"There is no card and no module in {from.Name}.");
            if (to is null)
                continue;
            if (!IsLaid(to) || !unit.Homes.Contains(to.Kind))
                return new(path, $"{unit.Short} does not go into {to.Name}.");
            if (!goals.Add(to))
                return new(path, $"Two parts would go into {to.Name}.");
            if (planned.At(to) is not null && !Moves.ContainsKey(to))
                return new(path, $"{to.Name} is taken; empty it first.");
        }
        foreach (var (slot, widths) in Splits)
            if (new SetSplit(slot, widths).Refusal(state, state.Lanes) is { } wrong)
                return wrong with { Path = "/edit/splits/" + slot };
        var after = CarrierPlaces.Settled(Laid(state));
        return goals.FirstOrDefault(g => !SheetPlaces.Has(after.Sheet!, g)) is { } missing
            ? new("/edit/moves", $"{missing} is no place of {sheet.FullName}.")
            : null;
    }

    public override JobState Applied(JobState state, Stamp stamp) => (JobState)CarrierPlaces.Settled(Laid(state));

    private JobState Laid(JobState state)
    {
        var origins = Moves.Keys.ToDictionary(
            from => from,
            from => state.Plan.TryGetValue(from, out var p) && p.Unit is not null ? p : new PlannedPlace(state.Found[from], from)
        );
        var plan = state.Plan;
        foreach (var from in Moves.Keys)
            plan = state.Found.ContainsKey(from) ? plan.SetItem(from, new PlannedPlace(null)) : plan.Remove(from);
        foreach (var (from, to) in Moves)
            if (to is not null)
                plan = origins[from].MovedFrom == to ? plan.Remove(to) : plan.SetItem(to, origins[from]);
        Place Now(Place place) => Moves.TryGetValue(place, out var to) && to is not null ? to : place;
        return state with
        {
            Plan = plan,
            Lanes = state.Lanes with { Splits = state.Lanes.Splits.SetItems(Splits) },
            Arrays = state.Arrays.Laid(Now),
            Caches = state.Caches.Laid(Now),
            Boot = state.Boot.Laid(Now),
            Controllers = state.Controllers.Laid(Now),
        };
    }
}
