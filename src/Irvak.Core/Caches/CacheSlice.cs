using System.Collections.Immutable;
using Irvak.Core.Places;

namespace Irvak.Core.Caches;

/// <summary>Caches of the plan.</summary>
public sealed record CacheSlice
{
    /// <summary>By name.</summary>
    public ImmutableSortedDictionary<string, CachePlan> Plans { get; init; } =
        ImmutableSortedDictionary.Create<string, CachePlan>(StringComparer.Ordinal);

    /// <summary>What a machine with other places leaves of them.</summary>
    public CacheSlice Within(IReadOnlySet<Place> places) =>
        this with
        {
            Plans = Plans.RemoveRange(Plans.Where(c => !c.Value.Places.All(places.Contains)).Select(c => c.Key)),
        };

    /// <summary>The same caches over drives that were laid elsewhere.</summary>
    /// <param name="now">New place of each.</param>
    public CacheSlice Laid(Func<Place, Place> now) =>
        this with
        {
            Plans = Plans.ToImmutableSortedDictionary(
                c => c.Key,
                c => c.Value with { Places = [.. c.Value.Places.Select(now)] },
                StringComparer.Ordinal
            ),
        };
}
