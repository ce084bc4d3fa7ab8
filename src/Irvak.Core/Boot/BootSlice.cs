using Irvak.Core.Places;

namespace Irvak.Core.Boot;

/// <summary>What the system is to start from.</summary>
/// <param name="Plan">Null for what it was found to start from.</param>
public sealed record BootSlice(BootPlan? Plan = null)
{
    /// <summary>What a machine with other places leaves of it.</summary>
    public BootSlice Within(IReadOnlySet<Place> places) => Plan?.Places.All(places.Contains) == false ? new BootSlice() : this;

    /// <summary>The same from drives that were laid elsewhere.</summary>
    /// <param name="now">New place of each.</param>
    public BootSlice Laid(Func<Place, Place> now) => new(Plan is { } boot ? boot with { Places = [.. boot.Places.Select(now)] } : null);
}
