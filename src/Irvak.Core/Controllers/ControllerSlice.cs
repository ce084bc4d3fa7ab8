using System.Collections.Immutable;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Controllers;

/// <summary>How bays are cabled.</summary>
public sealed record ControllerSlice
{
    /// <summary>Groups of bays that are cabled otherwise than the sheet says, with the place of their controller.</summary>
    public ImmutableSortedDictionary<string, Place> Wiring { get; init; } =
        ImmutableSortedDictionary.Create<string, Place>(StringComparer.Ordinal);

    /// <summary>What another sheet leaves of it.</summary>
    public ControllerSlice Within(MachineSheet sheet) =>
        this with
        {
            Wiring = Wiring.RemoveRange(Wiring.Keys.Where(g => sheet.Bays.All(b => b.Group != g))),
        };

    /// <summary>The same with controllers that were laid elsewhere.</summary>
    /// <param name="now">New place of each.</param>
    public ControllerSlice Laid(Func<Place, Place> now) =>
        this with
        {
            Wiring = Wiring.ToImmutableSortedDictionary(w => w.Key, w => now(w.Value), StringComparer.Ordinal),
        };
}
