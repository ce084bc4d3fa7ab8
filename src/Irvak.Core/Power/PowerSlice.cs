using System.Collections.Immutable;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Power;

/// <summary>What a job says of starting, air and pads.</summary>
public sealed record PowerSlice
{
    /// <summary>How disks start one group after another.</summary>
    public StaggerStart Stagger { get; init; } = StaggerStart.AllAtOnce;

    /// <summary>What somebody saw of fans, blanks and duct, by their keys.</summary>
    public ImmutableSortedDictionary<string, AirState> Air { get; init; } =
        ImmutableSortedDictionary.Create<string, AirState>(StringComparer.Ordinal);

    /// <summary>Thermal pads, by the place of their module.</summary>
    public ImmutableSortedDictionary<Place, PlanPad> Pads { get; init; } = ImmutableSortedDictionary<Place, PlanPad>.Empty;

    /// <summary>What another sheet leaves of it.</summary>
    public PowerSlice Within(MachineSheet sheet, IReadOnlySet<Place> places) =>
        this with
        {
            Air = Air.RemoveRange(Air.Keys.Where(a => !AirParts.Of(sheet).Contains(a))),
            Pads = Pads.RemoveRange(Pads.Keys.Where(p => !places.Contains(p))),
        };
}
