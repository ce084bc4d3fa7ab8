using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Arrays;

/// <summary>Gives an array up.</summary>
[EditName("dropArray")]
public sealed record DropArray(string Name) : SliceEdit<ArraySlice>
{
    public override IEnumerable<string> Touches() => ["array:" + Name];

    public override string ValueAt(string subject) => "given up";

    public override string Tell() => $"gives array {Name} up";

    public override SheetProblem? Refusal(MachineState machine, ArraySlice slice) =>
        JobArrays.Planned(machine, slice).Any(a => a.Name == Name) ? null : new("/edit/name", $"There is no array {Name}.");

    /// <summary>An array that only the plan knew goes; one that was found is marked as given up.</summary>
    public override ArraySlice Applied(MachineState machine, ArraySlice slice, Stamp stamp) =>
        slice with
        {
            Plans = JobArrays.Found(machine).Any(a => a.Name == Name) ? slice.Plans.SetItem(Name, null) : slice.Plans.Remove(Name),
        };
}
