using Irvak.Core.Plans;
using Irvak.Core.Sheets;

namespace Irvak.Core.Arrays;

/// <summary>Whether an array can be made or dropped, and the state after it.</summary>
internal static class ArrayEdits
{
    public static SheetProblem? Refusal(JobState state, MakeArray make)
    {
        if (state.Sheet is null) return new("/edit", "The machine has no sheet yet.");
        var array = make.Array;
        if (array.Name.Trim().Length is 0 or > ArrayPlan.LongestName) return new("/edit/array/name", $"An array's name has 1 to {ArrayPlan.LongestName} letters.");
        if (array.Members.Count is 0 or > ArrayPlan.MostMembers) return new("/edit/array/members", $"An array has 1 to {ArrayPlan.MostMembers} drives.");
        if (array.Groups is < 1 or > 64) return new("/edit/array/groups", "An array has 1 to 64 groups.");
        if (array.WrittenGBPerDay is { } daily && daily is not (>= 0 and < 1e7)) return new("/edit/array/writtenGBPerDay", "Written is 0 GB a day or more.");
        if (array.StripKiB is { } strip && (strip is < 4 or > 16_384 || !int.IsPow2(strip))) return new("/edit/array/stripKiB", "A strip is a power of two from 4 to 16 384 KiB.");
        var places = PlaceName.All(state.Sheet).ToHashSet();
        var all = array.Members.Concat(array.AllSpares).ToList();
        for (var i = 0; i < all.Count; i++)
        {
            var path = i < array.Members.Count ? $"/edit/array/members/{i}" : $"/edit/array/spares/{i - array.Members.Count}";
            if (!places.Contains(all[i])) return new(path, $"{all[i]} is no place of {state.Sheet.FullName}.");
            if (all.IndexOf(all[i]) < i) return new(path, $"{PlaceName.Short(all[i])} stands twice in it.");
        }
        return null;
    }

    public static SheetProblem? Refusal(JobState state, DropArray drop) =>
        JobArrays.Planned(state).Any(a => a.Name == drop.Name) ? null : new("/edit/name", $"There is no array {drop.Name}.");

    public static JobState Apply(JobState state, MakeArray make) => state with { Arrays = state.Arrays.SetItem(make.Array.Name, make.Array) };

    /// <summary>An array that only the plan knew goes; one that was found is marked as given up.</summary>
    public static JobState Apply(JobState state, DropArray drop) => state with
    {
        Arrays = JobArrays.Found(state).Any(a => a.Name == drop.Name) ? state.Arrays.SetItem(drop.Name, null) : state.Arrays.Remove(drop.Name),
    };
}
