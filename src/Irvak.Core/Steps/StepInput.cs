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

    /// <summary>True when the line to the users is to carry frames of 9000 bytes.</summary>
    public bool LargeFrames { get; init; }

    /// <summary>The backup before the machine is opened; null for none.</summary>
    public Moving.BackupQuestion? Backup { get; init; }

    public required LaneInput Lanes { get; init; }

    public required PowerInput Power { get; init; }
}
