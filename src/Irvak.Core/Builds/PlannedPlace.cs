using Irvak.Core.Places;

namespace Irvak.Core.Builds;

/// <summary>What the plan says about one place that is not left as found.</summary>
/// <param name="Unit">The unit planned there; null when the place is emptied.</param>
/// <param name="MovedFrom">Where the unit stood as found, when it only moves.</param>
public sealed record PlannedPlace(Unit? Unit, Place? MovedFrom = null);
