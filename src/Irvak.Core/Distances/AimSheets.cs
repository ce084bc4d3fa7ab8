using Irvak.Core.Arrays;
using Irvak.Core.Lanes;
using Irvak.Core.Memory;
using Irvak.Core.Paths;
using Irvak.Core.Power;
using Irvak.Core.Running;
using Irvak.Core.Shopping;
using Irvak.Core.Steps;
using Irvak.Core.Volumes;

namespace Irvak.Core.Distances;

/// <summary>What was worked out of a plan, as the distances to the aim read it.</summary>
/// <param name="FoundPower">Of the machine as it was found.</param>
public sealed record AimSheets(MemorySheet Memory, ArraySheet Arrays, LaneSheet Lanes, PathSheet Paths)
{
    public required PowerSheet Power { get; init; }

    public required PowerSheet FoundPower { get; init; }

    public required ShoppingList Shopping { get; init; }

    public required Runbook Runbook { get; init; }

    public required MemoryNeed Need { get; init; }

    public required IReadOnlyList<VolumeFigures> Volumes { get; init; }
}
