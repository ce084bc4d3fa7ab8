using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Sheets;

namespace Irvak.Core.Arrays;

/// <summary>Plans an array, or plans another one under its name.</summary>
[EditName("makeArray")]
public sealed record MakeArray(ArrayPlan Array) : SliceEdit<ArraySlice>
{
    public override IEnumerable<string> Touches() =>
        ["array:" + Array.Name, .. Array.Members.Concat(Array.AllSpares).Select(p => "member:" + p)];

    public override string ValueAt(string subject) =>
        subject.StartsWith("member:", StringComparison.Ordinal) ? Array.Name : FieldWords.All(Array);

    public override string Tell() =>
        $"plans array {Array.Name}: {LevelTable.Words(Array.Level, Array.Groups).ToLowerInvariant()} "
        + $"over {Array.Members.Count} {(Array.Members.Count == 1 ? "drive" : "drives")}";

    public override SheetProblem? Refusal(MachineState machine, ArraySlice slice)
    {
        if (machine.Sheet is not { } sheet)
            return new("/edit", "The machine has no sheet yet.");
        if (Array.Name.Trim().Length is 0 or > ArrayPlan.LongestName)
            return new("/edit/array/name", $"An array's name has 1 to {ArrayPlan.LongestName} letters.");
        if (Array.Members.Count is 0 or > ArrayPlan.MostMembers)
            return new("/edit/array/members", $"An array has 1 to {ArrayPlan.MostMembers} drives.");
        if (Array.Groups is < 1 or > 64)
            return new("/edit/array/groups", "An array has 1 to 64 groups.");
        if (Array.WrittenGBPerDay is { } daily && daily is not (>= 0 and < 1e7))
            return new("/edit/array/writtenGBPerDay", "Written is 0 GB a day or more.");
        if (Array.StripKiB is { } strip && (strip is < 4 or > 16_384 || !int.IsPow2(strip)))
            return new("/edit/array/stripKiB", "A strip is a power of two from 4 to 16 384 KiB.");
        var all = Array.Members.Concat(Array.AllSpares).ToList();
        for (var i = 0; i < all.Count; i++)
        {
            var path = i < Array.Members.Count ? $"/edit/array/members/{i}" : $"/edit/array/spares/{i - Array.Members.Count}";
            if (!SheetPlaces.Has(sheet, all[i]))
                return new(path, $"{all[i]} is no place of {sheet.FullName}.");
            if (all.IndexOf(all[i]) < i)
                return new(path, $"{all[i].Name} stands twice in it.");
        }
        return null;
    }

    public override ArraySlice Applied(MachineState machine, ArraySlice slice, Stamp stamp) =>
        slice with
        {
            Plans = slice.Plans.SetItem(Array.Name, Array),
        };
}
