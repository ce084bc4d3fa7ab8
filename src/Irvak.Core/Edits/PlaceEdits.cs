using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Places;

namespace Irvak.Core.Edits;

/// <summary>Plans a shelf part for a place.</summary>
[EditName("fit")]
public sealed record Fit(Place Place, Unit Unit) : MachineEdit
{
    public override IEnumerable<string> Touches() => [Place.ToString()];

    public override string ValueAt(string subject) => Unit.Long;

    public override string Tell() => $"puts {Unit.Short} into {Place.Name}";

    public override SheetProblem? Refusal(MachineState machine) =>
        machine.RefusePlace(Place, "/edit/place") ?? PlacePlan.RefuseHome(Place, Unit, "/edit/place");

    public override MachineState Applied(MachineState machine, Stamp stamp) =>
        machine with
        {
            Plan = PlacePlan.Put(machine, Place, new PlannedPlace(Unit)),
        };
}

/// <summary>Plans a place to be emptied.</summary>
[EditName("remove")]
public sealed record Remove(Place Place) : MachineEdit
{
    public override IEnumerable<string> Touches() => [Place.ToString()];

    public override string ValueAt(string subject) => "empty";

    public override string Tell() => $"takes {Place.Name} out";

    public override SheetProblem? Refusal(MachineState machine) =>
        machine.RefusePlace(Place, "/edit/place")
        ?? (
            machine.Planned.At(Place) is not null
                ? null
                : new(
                    "/edit/place",
                    machine.FoundEmpty.Contains(Place) || machine.Plan.ContainsKey(Place)
                        ? $"{Place.Name} is empty already."
                        : $"Nobody looked what sits in {Place.Name}: note it in Survey first."
                )
        );

    public override MachineState Applied(MachineState machine, Stamp stamp) =>
        machine with
        {
            Plan = PlacePlan.Put(machine, Place, new PlannedPlace(null)),
        };
}

/// <summary>Plans the unit of one place to stand in another.</summary>
[EditName("move")]
public sealed record Move(Place From, Place To) : MachineEdit
{
    public override IEnumerable<string> Touches() => [From.ToString(), To.ToString()];

    public override string ValueAt(string subject) => subject == From.ToString() ? $"moved to {To.Name}" : $"from {From.Name}";

    public override string Tell() => $"moves {From.Name} to {To.Name}";

    public override SheetProblem? Refusal(MachineState machine)
    {
        if (machine.RefusePlace(From, "/edit/from") is { } from)
            return from;
        if (machine.RefusePlace(To, "/edit/to") is { } to)
            return to;
        if (From == To)
            return new("/edit/to", "It stands there already.");
        if (machine.Planned.At(From) is not { } unit)
            return new("/edit/from", $"{From.Name} is empty.");
        if (PlacePlan.RefuseHome(To, unit, "/edit/to") is { } home)
            return home;
        return machine.Planned.At(To) is null ? null : new("/edit/to", $"{To.Name} is taken; empty it first.");
    }

    public override MachineState Applied(MachineState machine, Stamp stamp)
    {
        var unit = machine.Planned.At(From)!;
        var plan = machine.Plan;
        if (plan.TryGetValue(From, out var planned))
        {
            // A part from the shelf only changes its goal; a moved one keeps the place it was found in.
            plan = plan.Remove(From);
            if (machine.Found.ContainsKey(From))
                plan = plan.SetItem(From, new PlannedPlace(null));
            if (planned.MovedFrom == To)
                return machine with { Plan = plan.Remove(To) };
            return machine with { Plan = plan.SetItem(To, planned) };
        }
        plan = plan.SetItem(From, new PlannedPlace(null)).SetItem(To, new PlannedPlace(unit, From));
        return machine with { Plan = plan };
    }
}

/// <summary>Leaves a place as found after all.</summary>
[EditName("restore")]
public sealed record Restore(Place Place) : MachineEdit
{
    public override IEnumerable<string> Touches() => [Place.ToString()];

    public override string ValueAt(string subject) => "as found";

    public override string Tell() => $"leaves {Place.Name} as found";

    public override SheetProblem? Refusal(MachineState machine) => machine.RefusePlace(Place, "/edit/place");

    public override MachineState Applied(MachineState machine, Stamp stamp) =>
        machine with
        {
            Plan = PlacePlan.TakeBack(machine.Plan, Place),
        };
}
