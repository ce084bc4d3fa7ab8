using Irvak.Core.Sheets;

namespace Irvak.Core.Plans;

/// <summary>Folds an <see cref="Arrange"/>: the whole memory of a plan in one step.</summary>
internal static class Arrangement
{
    public const int LongestWhat = 200;

    public static SheetProblem? Refusal(JobState state, Arrange arrange)
    {
        if (state.Sheet is not { } sheet) return new("/edit", "The machine has no sheet yet.");
        if (arrange.What.Trim().Length is 0 or > LongestWhat) return new("/edit/what", $"Write 1 to {LongestWhat} characters.");
        var slots = PlaceName.All(sheet).Where(PlaceName.IsSlot).ToHashSet();
        var from = new HashSet<string>();
        foreach (var (place, at) in arrange.Places)
        {
            var path = "/edit/places/" + place;
            if (!slots.Contains(place)) return new(path, $"{place} is no memory slot of {sheet.FullName}.");
            if (at is null) continue;
            if (at.Unit is null == at.From is null) return new(path, "Name either where it was found or what comes in.");
            if (at.Unit is { Module: null }) return new(path, "A module goes into a memory slot.");
            if (at.From is not { } found) continue;
            if (state.Found.GetValueOrDefault(found)?.Module is null || !slots.Contains(found)) return new(path + "/from", $"No module was found in {PlaceName.Short(found)}.");
            if (!from.Add(found)) return new(path + "/from", $"The module of {PlaceName.Short(found)} can go to one place only.");
        }
        return slots.FirstOrDefault(s => !arrange.Places.ContainsKey(s)) is { } missing ? new("/edit/places", $"{missing} is not named; an arrangement names every memory slot.") : null;
    }

    public static JobState Apply(JobState state, Arrange arrange)
    {
        var plan = state.Plan;
        foreach (var slot in PlaceName.All(state.Sheet!).Where(PlaceName.IsSlot))
        {
            var planned = arrange.Places[slot] is not { } at ? state.Found.ContainsKey(slot) ? new PlannedPlace(null) : null
                : at.From == slot ? null
                : at.From is { } from ? new PlannedPlace(state.Found[from], from)
                : new PlannedPlace(at.Unit);
            plan = planned is null ? plan.Remove(slot) : plan.SetItem(slot, planned);
        }
        return state with { Plan = plan };
    }
}
