using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Places;

namespace Irvak.Core.Edits;

/// <summary>Plans a shelf part for a place.</summary>
[EditName("fit")]
public sealed record Fit(string Place, Unit Unit) : MachineEdit
{
    public override IEnumerable<string> Touches() => [Place];

    public override string ValueAt(string subject) => Unit.Long;

    public override string Tell() => $"puts {Unit.Short} into {PlaceName.Short(Place)}";

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
public sealed record Remove(string Place) : MachineEdit
{
    public override IEnumerable<string> Touches() => [Place];

    public override string ValueAt(string subject) => "empty";

    public override string Tell() => $"takes {PlaceName.Short(Place)} out";

    public override SheetProblem? Refusal(MachineState machine) =>
        machine.RefusePlace(Place, "/edit/place")
        ?? (
            machine.Planned.At(Place) is not null
                ? null
                : new(
                    "/edit/place",
                    machine.FoundEmpty.Contains(Place) || machine.Plan.ContainsKey(Place)
                        ? $"{PlaceName.Short(Place)} is empty already."
                        : $"Nobody looked what sits in {PlaceName.Short(Place)}: note it in Survey first."
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
public sealed record Move(string From, string To) : MachineEdit
{
    public override IEnumerable<string> Touches() => [From, To];

    public override string ValueAt(string subject) => subject == From ? $"moved to {PlaceName.Short(To)}" : $"from {PlaceName.Short(From)}";

    public override string Tell() => $"moves {PlaceName.Short(From)} to {PlaceName.Short(To)}";

    public override SheetProblem? Refusal(MachineState machine)
    {
        if (machine.RefusePlace(From, "/edit/from") is { } from)
            return from;
        if (machine.RefusePlace(To, "/edit/to") is { } to)
            return to;
        if (From == To)
            return new("/edit/to", "It stands there already.");
        if (machine.Planned.At(From) is not { } unit)
            return new("/edit/from", $"{PlaceName.Short(From)} is empty.");
        if (PlacePlan.RefuseHome(To, unit, "/edit/to") is { } home)
            return home;
        return machine.Planned.At(To) is null ? null : new("/edit/to", $"{PlaceName.Short(To)} is taken; empty it first.");
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
public sealed record Restore(string Place) : MachineEdit
{
    public override IEnumerable<string> Touches() => [Place];

    public override string ValueAt(string subject) => "as found";

    public override string Tell() => $"leaves {PlaceName.Short(Place)} as found";

    public override SheetProblem? Refusal(MachineState machine) => machine.RefusePlace(Place, "/edit/place");

    public override MachineState Applied(MachineState machine, Stamp stamp) =>
        machine with
        {
            Plan = PlacePlan.TakeBack(machine.Plan, Place),
        };
}
