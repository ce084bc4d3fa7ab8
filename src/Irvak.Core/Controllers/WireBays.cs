using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Places;

namespace Irvak.Core.Controllers;

/// <summary>Cables a group of bays to another controller.</summary>
/// <param name="Group">Group of bays by its name on the sheet.</param>
/// <param name="To">Place of the card or on-board controller; empty for what the sheet says.</param>
[EditName("wireBays")]
public sealed record WireBays(string Group, Place To) : SliceEdit<ControllerSlice>
{
    public override IEnumerable<string> Touches() => ["wiring:" + Group];

    public override string ValueAt(string subject) => To == Place.None ? "as the sheet says" : To.Name;

    public override string Tell() =>
        To == Place.None ? $"leaves the {Group} bays with their own controller" : $"cables the {Group} bays to {To.Name}";

    public override SheetProblem? Refusal(MachineState machine, ControllerSlice slice)
    {
        if (machine.Sheet is not { } sheet)
            return new("/edit", "The machine has no sheet yet.");
        if (sheet.Bays.All(b => b.Group != Group))
            return new("/edit/group", $"{sheet.FullName} has no bays called {Group}.");
        return To == Place.None || BayController.At(sheet, machine.Planned, To) is not null
            ? null
            : new("/edit/to", $"There is no controller in {To.Name}.");
    }

    public override ControllerSlice Applied(MachineState machine, ControllerSlice slice, Stamp stamp) =>
        slice with
        {
            Wiring = To == Place.None ? slice.Wiring.Remove(Group) : slice.Wiring.SetItem(Group, To),
        };
}
