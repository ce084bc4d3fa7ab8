using System.Collections.Immutable;
using Irvak.Core.Places;

namespace Irvak.Core.Arrays;

/// <summary>Arrays that the plan makes or changes.</summary>
public sealed record ArraySlice
{
    /// <summary>By name; null for one that is given up.</summary>
    public ImmutableSortedDictionary<string, ArrayPlan?> Plans { get; init; } =
        ImmutableSortedDictionary.Create<string, ArrayPlan?>(StringComparer.Ordinal);

    /// <summary>What a machine with other places leaves of them.</summary>
    public ArraySlice Within(IReadOnlySet<Place> places) =>
        this with
        {
            Plans = Plans.RemoveRange(
                Plans.Where(a => a.Value is { } array && !array.Members.Concat(array.AllSpares).All(places.Contains)).Select(a => a.Key)
            ),
        };

    /// <summary>The same arrays over drives that were laid elsewhere.</summary>
    /// <param name="now">New place of each.</param>
    public ArraySlice Laid(Func<Place, Place> now) =>
        this with
        {
            Plans = Plans.ToImmutableSortedDictionary(
                a => a.Key,
                a =>
                    a.Value is { } array
                        ? array with
                        {
                            Members = [.. array.Members.Select(now)],
                            Spares = array.Spares?.Select(now).ToList(),
                        }
                        : (ArrayPlan?)null,
                StringComparer.Ordinal
            ),
        };
}
