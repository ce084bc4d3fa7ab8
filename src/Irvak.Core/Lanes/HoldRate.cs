using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Sheets;

namespace Irvak.Core.Lanes;

/// <summary>Says that a riser, a cable or a setting of the firmware holds a slot at an older generation than its sheet tells.</summary>
/// <param name="Slot">Slot by its name on the sheet.</param>
/// <param name="Gen">Generation, 1 to 6; 0 for what the sheet tells.</param>
[EditName("holdRate")]
public sealed record HoldRate(string Slot, int Gen) : SliceEdit<LaneSlice>
{
    public override IEnumerable<string> Touches() => ["rate:" + Slot];

    public override string ValueAt(string subject) => Gen == 0 ? "as the sheet says" : $"generation {Gen}";

    public override string Tell() => Gen == 0 ? $"lets {Slot} run at what its sheet says" : $"holds {Slot} at generation {Gen}";

    public override SheetProblem? Refusal(MachineState machine, LaneSlice slice)
    {
        if (machine.Sheet is not { } sheet)
            return new("/edit", "The machine has no sheet yet.");
        if (sheet.Slots.FirstOrDefault(s => s.Id == Slot) is not { } slot || slot.Bus is CardBus.Pci)
            return new("/edit/slot", $"{Slot} is no slot of PCI Express of {sheet.FullName}.");
        return Gen < 0 || Gen > slot.Gen ? new("/edit/gen", $"{slot.Id} runs at generation {slot.Gen} at most.") : null;
    }

    public override LaneSlice Applied(MachineState machine, LaneSlice slice, Stamp stamp) =>
        slice with
        {
            HeldRates = Gen == 0 ? slice.HeldRates.Remove(Slot) : slice.HeldRates.SetItem(Slot, Gen),
        };
}
