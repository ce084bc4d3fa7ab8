using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Lanes;
using Irvak.Core.Power;

namespace Irvak.Core.Steps;

/// <summary>What lists and steps look at: several capabilities at once.</summary>
public record StepInput : CacheInput
{
    public StepInput(CacheInput caches)
        : base(caches) { }

    /// <summary>What the system is to start from; null for what it was found to start from.</summary>
    public BootPlan? Boot { get; init; }

    /// <summary>What somebody wrote down about places, plugs and the machine.</summary>
    public IReadOnlyDictionary<string, string> Notes { get; init; } = new Dictionary<string, string>();

    public required LaneInput Lanes { get; init; }

    public required PowerInput Power { get; init; }
}
