using Irvak.Core.Builds;
using Irvak.Core.Places;

namespace Irvak.Core.Filling;

/// <summary>Which drives are to go into free bays, and over which controllers.</summary>
/// <param name="Unit">The drive.</param>
/// <param name="Count">How many of it; null for every free bay that it fits.</param>
/// <param name="Over">Places of the controllers that may take them; null for all that are in the plan.</param>
/// <param name="OneKeeper">True when a controller is to keep an array of them: all go behind one.</param>
public sealed record FillQuestion(Unit Unit, int? Count = null, IReadOnlyList<Place>? Over = null, bool OneKeeper = false)
{
    /// <summary>Groups of bays that are left alone.</summary>
    public IReadOnlyList<string> Alone { get; init; } = [];
}
