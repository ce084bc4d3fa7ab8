using System.Collections.Immutable;
using Irvak.Core.Places;

namespace Irvak.Core.Moving;

/// <summary>Where data goes, and how drives that leave are wiped.</summary>
public sealed record MovingSlice
{
    /// <summary>How the data of what goes reaches its new home, by subject.</summary>
    public ImmutableSortedDictionary<string, PlannedMove> Moves { get; init; } =
        ImmutableSortedDictionary.Create<string, PlannedMove>(StringComparer.Ordinal);

    /// <summary>How drives that leave are wiped, by the place they were found in.</summary>
    public ImmutableSortedDictionary<Place, Wipe> Wipes { get; init; } = ImmutableSortedDictionary<Place, Wipe>.Empty;

    /// <summary>The backup before the machine is opened; null for none.</summary>
    public BackupQuestion? Backup { get; init; }

    /// <summary>What a machine with other places leaves of it.</summary>
    public MovingSlice Within(IReadOnlySet<Place> places) =>
        this with
        {
            Moves = Moves.RemoveRange(
                Moves.Keys.Where(k => !k.StartsWith("array:", StringComparison.Ordinal) && !places.Contains(Place.Parse(k)))
            ),
            Wipes = Wipes.RemoveRange(Wipes.Keys.Where(k => !places.Contains(k))),
        };
}
