using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Lanes;

/// <summary>Sets how the firmware divides a slot; an empty list leaves it whole.</summary>
/// <param name="Slot">Slot by its name on the sheet.</param>
/// <param name="Widths">Widths in order.</param>
/// <param name="AsFound">True to say how it is set before the work.</param>
[EditName("setSplit")]
public sealed record SetSplit(string Slot, IReadOnlyList<int> Widths, bool AsFound = false) : SliceEdit<LaneSlice>
{
    public override IEnumerable<string> Touches() => [(AsFound ? "found-split:" : "split:") + Slot];

    public override string ValueAt(string subject) => Splitting.Words(Widths);

    public override string Tell() =>
        AsFound ? $"finds {Slot} set to {Splitting.Words(Widths)}" : $"plans {Slot} set to {Splitting.Words(Widths)}";

    public override SheetProblem? Refusal(MachineState machine, LaneSlice slice)
    {
        if (machine.Sheet is not { } sheet)
            return new("/edit", "The machine has no sheet yet.");
        if (sheet.Slots.FirstOrDefault(s => s.Id == Slot) is not { } slot)
            return new("/edit/slot", $"{Slot} is no card slot of {sheet.FullName}.");
        if (Widths.Count == 0)
            return null;
        if (Widths.Count > 16 || Widths.Any(w => w is < 1 or > 16))
            return new("/edit/widths", "A split has 1 to 16 parts of 1 to 16 lanes.");
        if (Widths.Sum() > slot.Elec)
            return new("/edit/widths", $"{Splitting.Words(Widths)} is more than the {slot.Elec} lanes of {slot.Id}.");
        return slot.Splits is null || slot.Splits.Any(s => s.SequenceEqual(Widths))
            ? null
            : new("/edit/widths", $"The firmware does not offer {Splitting.Words(Widths)} for {slot.Id}.");
    }

    public override LaneSlice Applied(MachineState machine, LaneSlice slice, Stamp stamp) =>
        AsFound
            ? slice with
            {
                FoundSplits = slice.FoundSplits.SetItem(Slot, Widths),
            }
            : slice with
            {
                Splits = slice.Splits.SetItem(Slot, Widths),
            };
}
