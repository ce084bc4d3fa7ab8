using System.Text.Json.Serialization;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;

namespace Irvak.Core.Caches;

/// <summary>A volume behind a cache.</summary>
/// <param name="Array">Name of the array it lies on.</param>
/// <param name="HotGB">Data that is asked for at all in a day's work, GB.</param>
/// <param name="Share">Its share of all requests, as a weight: 2 and 1 are two thirds and a third.</param>
/// <param name="Exponent">How uneven the demand is (Zipf).</param>
public sealed record CachedVolume(string Array, double HotGB, double Share = 1, double Exponent = 0.9);

/// <summary>Flash in front of arrays.</summary>
/// <param name="Name">As people speak of it.</param>
/// <param name="Places">Its drives.</param>
/// <param name="WriteBack">True when it holds writes that are not on the drives yet.</param>
/// <param name="WrittenGBPerDay">Written through it a day, GB.</param>
/// <param name="BlockKiB">Unit that it keeps, KiB.</param>
public sealed record CachePlan(string Name, IReadOnlyList<string> Places, IReadOnlyList<CachedVolume> Volumes, bool WriteBack = false, double WrittenGBPerDay = 0, int BlockKiB = 64)
{
    public const int MostDrives = 16, MostVolumes = 16;

    /// <summary>Drives that share what is written: of a mirror each half takes all of it.</summary>
    [JsonIgnore]
    public int Shares => WriteBack ? Math.Max(1, Places.Count / 2) : Places.Count;
}

/// <summary>Plans a cache, or another one under its name.</summary>
public sealed record PlanCache(CachePlan Cache) : Edit
{
    public override IEnumerable<string> Touches() => ["cache:" + Cache.Name, .. Cache.Places.Select(p => "member:" + p)];

    public override string ValueAt(string subject) => subject.StartsWith("member:", StringComparison.Ordinal) ? Cache.Name : FieldWords.All(Cache);

    public override string Tell() => $"plans {(Cache.WriteBack ? "a write-back" : "a read")} cache {Cache.Name} before {string.Join(", ", Cache.Volumes.Select(v => v.Array))}";
}

/// <summary>Gives a cache up.</summary>
public sealed record DropCache(string Name) : Edit
{
    public override IEnumerable<string> Touches() => ["cache:" + Name];

    public override string ValueAt(string subject) => "given up";

    public override string Tell() => $"gives cache {Name} up";
}

/// <summary>Whether a cache can be planned or dropped.</summary>
internal static class CacheEdits
{
    public static SheetProblem? Refusal(JobState state, PlanCache plan)
    {
        if (state.Sheet is not { } sheet) return new("/edit", "The machine has no sheet yet.");
        var cache = plan.Cache;
        if (cache.Name.Trim().Length is 0 or > 24) return new("/edit/cache/name", "A cache's name has 1 to 24 letters.");
        if (cache.Places.Count is 0 or > CachePlan.MostDrives) return new("/edit/cache/places", $"A cache has 1 to {CachePlan.MostDrives} drives.");
        if (cache.Volumes.Count is 0 or > CachePlan.MostVolumes) return new("/edit/cache/volumes", $"A cache stands before 1 to {CachePlan.MostVolumes} volumes.");
        if (cache.BlockKiB is < 1 or > 65_536) return new("/edit/cache/blockKiB", "A cache keeps blocks of 1 KiB to 64 MiB.");
        if (cache.WrittenGBPerDay is not (>= 0 and < 1e7)) return new("/edit/cache/writtenGBPerDay", "Written is 0 GB a day or more.");
        var all = PlaceName.All(sheet).ToHashSet();
        for (var i = 0; i < cache.Places.Count; i++)
        {
            if (!all.Contains(cache.Places[i])) return new($"/edit/cache/places/{i}", $"{cache.Places[i]} is no place of {sheet.FullName}.");
            if (cache.Places.Take(i).Contains(cache.Places[i])) return new($"/edit/cache/places/{i}", $"{PlaceName.Short(cache.Places[i])} stands twice in it.");
        }
        for (var i = 0; i < cache.Volumes.Count; i++)
        {
            var v = cache.Volumes[i];
            if (v.HotGB is not (> 0 and < 1e7)) return new($"/edit/cache/volumes/{i}/hotGB", "Hot data is more than nothing.");
            if (v.Share is not (> 0 and < 1e6)) return new($"/edit/cache/volumes/{i}/share", "A share of the requests is more than nothing.");
            if (v.Exponent is not (>= 0 and <= 3)) return new($"/edit/cache/volumes/{i}/exponent", "The exponent lies between 0 and 3.");
        }
        return null;
    }

    public static SheetProblem? Refusal(JobState state, DropCache drop) => state.Caches.ContainsKey(drop.Name) ? null : new("/edit/name", $"There is no cache {drop.Name}.");
}
