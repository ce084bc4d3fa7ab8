using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Power;

/// <summary>Plans a thermal pad under a module's cooler.</summary>
/// <param name="Place">Place of the module.</param>
/// <param name="GapMm">Gap to be filled, mm; 0 drops the pad.</param>
/// <param name="Compression">Share by which it is pressed together, 0.1 to 0.3.</param>
[EditName("planPad")]
public sealed record PlanPad(Place Place, double GapMm, double Compression = 0.2) : SliceEdit<PowerSlice>
{
    public override IEnumerable<string> Touches() => ["pad:" + Place];

    public override string ValueAt(string subject) => Tell();

    public override string Tell() => GapMm == 0 ? $"drops the pad of {Place.Name}" : $"plans a pad for {Place.Name}, gap {GapMm:0.##} mm";

    public override SheetProblem? Refusal(MachineState machine, PowerSlice slice)
    {
        if (machine.Sheet is not { } sheet)
            return new("/edit", "The machine has no sheet yet.");
        if (!SheetPlaces.Has(sheet, Place) || Place.Kind is not (PlaceKind.M2 or PlaceKind.Card))
            return new("/edit/place", $"{Place} is no M.2 place and no slot of {sheet.FullName}.");
        if (GapMm is not (>= 0 and <= 10))
            return new("/edit/gapMm", "A gap is 0 to 10 mm.");
        return Compression is >= 0.05 and <= 0.5 ? null : new("/edit/compression", "A pad is pressed together by 5 to 50 %.");
    }

    public override PowerSlice Applied(MachineState machine, PowerSlice slice, Stamp stamp) =>
        slice with
        {
            Pads = GapMm == 0 ? slice.Pads.Remove(Place) : slice.Pads.SetItem(Place, this),
        };
}
