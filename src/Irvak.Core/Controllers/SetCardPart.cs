using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Places;

namespace Irvak.Core.Controllers;

/// <summary>Says whether a part of a controller is there, or plans that it comes.</summary>
/// <param name="At">Place of the card.</param>
/// <param name="Part">Its name, as <see cref="CardPart.Name"/>.</param>
/// <param name="State">Null for not known; of a card that comes anew, for that it comes along.</param>
[EditName("setCardPart")]
public sealed record SetCardPart(Place At, string Part, CardPartState? State) : SliceEdit<ControllerSlice>
{
    public override IEnumerable<string> Touches() => [$"card-part:{At}|{Part}"];

    public override string ValueAt(string subject) =>
        State switch
        {
            CardPartState.Absent => "not in it",
            CardPartState.There => "in it",
            CardPartState.Comes => "comes",
            _ => "not known",
        };

    public override string Tell() =>
        State switch
        {
            CardPartState.Absent => $"finds no {Said} in {At.Name}",
            CardPartState.There => $"finds the {Said} in {At.Name}",
            CardPartState.Comes => $"plans the {Said} for {At.Name}",
            _ => $"leaves open whether the {Said} is in {At.Name}",
        };

    private string Said => CardPart.WordsOf(Part);

    public override SheetProblem? Refusal(MachineState machine, ControllerSlice slice)
    {
        if (machine.Sheet is not { } sheet)
            return new("/edit", "The machine has no sheet yet.");
        if (machine.Planned.At(At)?.Card is null || BayController.At(sheet, machine.Planned, At) is null)
            return new("/edit/at", $"There is no card with a controller in {At.Name}.");
        if (Part.Contains('|', StringComparison.Ordinal))
            return new("/edit/part", "The name of a part has no bar in it.");
        return Part is CardPart.Unit or CardPart.Cache || (Part.StartsWith(CardPart.KeyPrefix, StringComparison.Ordinal) && Part.Length > 4)
            ? null
            : new("/edit/part", "Parts of a controller are unit, cache, and keys: key:levels, key:flash cache.");
    }

    public override ControllerSlice Applied(MachineState machine, ControllerSlice slice, Stamp stamp) =>
        slice with
        {
            Parts =
                machine.Planned.At(At)?.Card is not { } card ? slice.Parts
                : State is { } state ? slice.Parts.SetItem(CardPart.Key(At, card.Name, Part), state)
                : slice.Parts.Remove(CardPart.Key(At, card.Name, Part)),
        };
}
