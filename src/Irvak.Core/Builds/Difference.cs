using Irvak.Core.Places;

namespace Irvak.Core.Builds;

/// <summary>What happens at one place between as-found and planned.</summary>
/// <param name="Place">The place, with its kind.</param>
/// <param name="Out">The unit that leaves this place; null when none does.</param>
/// <param name="In">The unit that comes to this place; null when none does.</param>
/// <param name="MovedFrom">Where <paramref name="In"/> stood before, when it was already in the machine.</param>
/// <param name="MovedTo">Where <paramref name="Out"/> goes inside the machine, when it stays.</param>
public sealed record Change(Place Place, Unit? Out, Unit? In, Place? MovedFrom, Place? MovedTo)
{
    public bool BringsPart => In is not null && MovedFrom is null;

    public bool TakesPart => Out is not null && MovedTo is null;
}
