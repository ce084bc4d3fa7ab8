using System.Collections.Immutable;
using Irvak.Core.Arrays;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;

namespace Irvak.Core.Lanes;

/// <summary>Lays cards and modules out anew; arrays, caches, the boot drive and cables follow their parts.</summary>
/// <param name="Moves">Present place of the plan → new place; null for what is left out.</param>
/// <param name="Splits">How slots are divided afterwards, by their names.</param>
/// <param name="What">The edit in words.</param>
public sealed record LayOut(IReadOnlyDictionary<string, string?> Moves, IReadOnlyDictionary<string, IReadOnlyList<int>> Splits, string What) : Edit
{
    public const int Most = 64;

    public override IEnumerable<string> Touches() => Moves.Keys.Concat(Moves.Values.OfType<string>()).Concat(Splits.Keys.Select(s => "split:" + s)).Distinct();

    public override string ValueAt(string subject) => subject.StartsWith("split:", StringComparison.Ordinal)
        ? Splitting.Words(Splits.GetValueOrDefault(subject["split:".Length..]) ?? [])
        : Moves.FirstOrDefault(m => m.Value == subject).Key is { } from ? $"from {PlaceName.Short(from)}" : "empty";

    public override string Tell() => What;

    private static bool IsLaid(string place) => PlaceName.Kind(place) is "card" or "m2" or "board";

    internal static SheetProblem? Refusal(JobState state, LayOut edit)
    {
        if (state.Sheet is not { } sheet) return new("/edit", "The machine has no sheet yet.");
        if (edit.Moves.Count + edit.Splits.Count is 0 or > 2 * Most) return new("/edit/moves", $"At most {Most} parts are laid out at once.");
        if (edit.What.Trim().Length is 0 or > 200) return new("/edit/what", "Write 1 to 200 characters.");
        var planned = state.Planned;
        var goals = new HashSet<string>();
        foreach (var (from, to) in edit.Moves)
        {
            var path = "/edit/moves/" + from;
            if (!IsLaid(from) || planned.At(from) is not { } unit) return new(path, $"There is no card and no module in {PlaceName.Short(from)}.");
            if (to is null) continue;
            if (!IsLaid(to) || !unit.Homes.Contains(PlaceName.Kind(to))) return new(path, $"{unit.Short} does not go into {PlaceName.Short(to)}.");
            if (!goals.Add(to)) return new(path, $"Two parts would go into {PlaceName.Short(to)}.");
            if (planned.At(to) is not null && !edit.Moves.ContainsKey(to)) return new(path, $"{PlaceName.Short(to)} is taken; empty it first.");
        }
        foreach (var (slot, widths) in edit.Splits)
            if (SetSplit.Refusal(state, new SetSplit(slot, widths)) is { } wrong) return wrong with { Path = "/edit/splits/" + slot };
        var after = CarrierPlaces.Settled(Apply(state, edit));
        var places = PlaceName.All(after.Sheet!).ToHashSet();
        return goals.FirstOrDefault(g => !places.Contains(g)) is { } missing ? new("/edit/moves", $"{missing} is no place of {sheet.FullName}.") : null;
    }

    internal static JobState Apply(JobState state, LayOut edit)
    {
        var origins = edit.Moves.Keys.ToDictionary(from => from, from => state.Plan.TryGetValue(from, out var p) && p.Unit is not null ? p : new PlannedPlace(state.Found[from], from));
        var plan = state.Plan;
        foreach (var from in edit.Moves.Keys) plan = state.Found.ContainsKey(from) ? plan.SetItem(from, new PlannedPlace(null)) : plan.Remove(from);
        foreach (var (from, to) in edit.Moves)
            if (to is not null) plan = origins[from].MovedFrom == to ? plan.Remove(to) : plan.SetItem(to, origins[from]);
        string Now(string place) => edit.Moves.TryGetValue(place, out var to) && to is not null ? to : place;
        IReadOnlyList<string> All(IReadOnlyList<string> places) => [.. places.Select(Now)];
        return state with
        {
            Plan = plan,
            Splits = state.Splits.SetItems(edit.Splits),
            Arrays = state.Arrays.ToImmutableSortedDictionary(a => a.Key, a => a.Value is { } array ? array with { Members = All(array.Members), Spares = array.Spares is { } s ? All(s) : null } : (ArrayPlan?)null, StringComparer.Ordinal),
            Caches = state.Caches.ToImmutableSortedDictionary(c => c.Key, c => c.Value with { Places = All(c.Value.Places) }, StringComparer.Ordinal),
            Boot = state.Boot is { } boot ? boot with { Places = All(boot.Places) } : null,
            Wiring = state.Wiring.ToImmutableSortedDictionary(w => w.Key, w => Now(w.Value), StringComparer.Ordinal),
        };
    }
}
