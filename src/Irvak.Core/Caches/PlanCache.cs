using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Sheets;

namespace Irvak.Core.Caches;

/// <summary>Plans a cache, or another one under its name.</summary>
[EditName("planCache")]
public sealed record PlanCache(CachePlan Cache) : SliceEdit<CacheSlice>
{
    public override IEnumerable<string> Touches() => ["cache:" + Cache.Name, .. Cache.Places.Select(p => "member:" + p)];

    public override string ValueAt(string subject) =>
        subject.StartsWith("member:", StringComparison.Ordinal) ? Cache.Name : FieldWords.All(Cache);

    public override string Tell() =>
        $"plans {(Cache.WriteBack ? "a write-back" : "a read")} cache {Cache.Name} "
        + $"before {string.Join(", ", Cache.Volumes.Select(v => v.Array))}";

    public override SheetProblem? Refusal(MachineState machine, CacheSlice slice)
    {
        if (machine.Sheet is not { } sheet)
            return new("/edit", "The machine has no sheet yet.");
        if (Cache.Name.Trim().Length is 0 or > 24)
            return new("/edit/cache/name", "A cache's name has 1 to 24 letters.");
        if (Cache.Places.Count is 0 or > CachePlan.MostDrives)
            return new("/edit/cache/places", $"A cache has 1 to {CachePlan.MostDrives} drives.");
        if (Cache.Volumes.Count is 0 or > CachePlan.MostVolumes)
            return new("/edit/cache/volumes", $"A cache stands before 1 to {CachePlan.MostVolumes} volumes.");
        if (Cache.BlockKiB is < 1 or > 65_536)
            return new("/edit/cache/blockKiB", "A cache keeps blocks of 1 KiB to 64 MiB.");
        if (Cache.WrittenGBPerDay is not (>= 0 and < 1e7))
            return new("/edit/cache/writtenGBPerDay", "Written is 0 GB a day or more.");
        for (var i = 0; i < Cache.Places.Count; i++)
        {
            if (!SheetPlaces.Has(sheet, Cache.Places[i]))
                return new($"/edit/cache/places/{i}", $"{Cache.Places[i]} is no place of {sheet.FullName}.");
            if (Cache.Places.Take(i).Contains(Cache.Places[i]))
                return new($"/edit/cache/places/{i}", $"{Cache.Places[i].Name} stands twice in it.");
        }
        for (var i = 0; i < Cache.Volumes.Count; i++)
        {
            var v = Cache.Volumes[i];
            if (v.HotGB is not (> 0 and < 1e7))
                return new($"/edit/cache/volumes/{i}/hotGB", "Hot data is more than nothing.");
            if (v.Share is not (> 0 and < 1e6))
                return new($"/edit/cache/volumes/{i}/share", "A share of the requests is more than nothing.");
            if (v.Exponent is not (>= 0 and <= 3))
                return new($"/edit/cache/volumes/{i}/exponent", "The exponent lies between 0 and 3.");
        }
        return null;
    }

    public override CacheSlice Applied(MachineState machine, CacheSlice slice, Stamp stamp) =>
        slice with
        {
            Plans = slice.Plans.SetItem(Cache.Name, Cache),
        };
}
