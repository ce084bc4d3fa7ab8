using System.Collections.Immutable;

namespace Irvak.Core.Caches;

/// <summary>Caches of the plan.</summary>
public sealed record CacheSlice
{
    /// <summary>By name.</summary>
    public ImmutableSortedDictionary<string, CachePlan> Plans { get; init; } =
        ImmutableSortedDictionary.Create<string, CachePlan>(StringComparer.Ordinal);

    /// <summary>What a machine with other places leaves of them.</summary>
    public CacheSlice Within(IReadOnlySet<string> places) =>
        this with
        {
            Plans = Plans.RemoveRange(Plans.Where(c => !c.Value.Places.All(places.Contains)).Select(c => c.Key)),
        };

    /// <summary>The same caches over drives that were laid elsewhere.</summary>
    /// <param name="now">New place of each.</param>
    public CacheSlice Laid(Func<string, string> now) =>
        this with
        {
            Plans = Plans.ToImmutableSortedDictionary(
                c => c.Key,
                c => c.Value with { Places = [.. c.Value.Places.Select(now)] },
                StringComparer.Ordinal
            ),
        };
}
