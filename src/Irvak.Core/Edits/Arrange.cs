using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Edits;

/// <summary>What an arrangement puts into a slot: what was found in one, or a part that comes in.</summary>
/// <param name="From">The place it was found in; null for a part that comes in.</param>
/// <param name="Unit">The part that comes in; null for a found one.</param>
public sealed record Arranged(Place? From, Unit? Unit = null);

/// <summary>Plans all memory slots at once, whatever the plan said of them before.</summary>
/// <param name="Places">Every memory slot with what goes there; null for one that is emptied.</param>
[EditName("arrange")]
public sealed record Arrange(IReadOnlyDictionary<Place, Arranged?> Places, string What) : MachineEdit
{
    public override IEnumerable<string> Touches() => Places.Keys.Select(p => p.ToString());

    public override string ValueAt(string subject) =>
        Places.TryGetValue(Place.Parse(subject), out var at) && at is not null ? at.Unit?.Long ?? $"from {at.From?.Name}" : "empty";

    public override string Tell() => What;

    public const int LongestWhat = 200;

    public override SheetProblem? Refusal(MachineState machine)
    {
        if (string.IsNullOrWhiteSpace(What))
            return new("/edit/what", "It says what it does.");
        if (machine.Sheet is not { } sheet)
            return new("/edit", "The machine has no sheet yet.");
        if (What.Trim().Length is 0 or > LongestWhat)
            return new("/edit/what", $"Write 1 to {LongestWhat} characters.");
        var slots = SheetPlaces.All(sheet).Where(p => p.IsSlot).ToHashSet();
        var from = new HashSet<Place>();
        foreach (var (place, at) in Places)
        {
            var path = "/edit/places/" + place;
            if (!slots.Contains(place))
                return new(path, $"{place} is no memory slot of {sheet.FullName}.");
            if (at is null)
                continue;
            if (at.Unit is null == at.From is null)
                return new(path, "Name either where it was found or what comes in.");
            if (at.Unit is { Module: null })
                return new(path, "A module goes into a memory slot.");
            if (at.From is not { } found)
                continue;
            if (machine.Found.GetValueOrDefault(found)?.Module is null || !slots.Contains(found))
                return new(path + "/from", $"No module was found in {found.Name}.");
            if (!from.Add(found))
                return new(path + "/from", $"The module of {found.Name} can go to one place only.");
        }
        return slots.FirstOrDefault(s => !Places.ContainsKey(s)) is { } missing
            ? new("/edit/places", $"{missing} is not named; an arrangement names every memory slot.")
            : null;
    }

    public override MachineState Applied(MachineState machine, Stamp stamp)
    {
        var plan = machine.Plan;
        foreach (var slot in SheetPlaces.All(machine.Sheet!).Where(p => p.IsSlot))
        {
            var planned = Places[slot] is not { } at
                ? machine.Found.ContainsKey(slot)
                    ? new PlannedPlace(null)
                    : null
                : at.From == slot
                    ? null
                    : at.From is { } from
                        ? new PlannedPlace(machine.Found[from], from)
                        : new PlannedPlace(at.Unit);
            plan = planned is null ? plan.Remove(slot) : plan.SetItem(slot, planned);
        }
        return machine with { Plan = plan };
    }
}
