using Irvak.Core.Caches;
using Irvak.Core.Observations;

namespace Irvak.Core.Boot;

/// <summary>What the computations of the boot drive, and of how long flash lasts, look at.</summary>
public record BootInput : CacheInput
{
    public BootInput(CacheInput caches)
        : base(caches) { }

    /// <summary>What the system is to start from; null for what it was found to start from.</summary>
    public BootPlan? Boot { get; init; }

    /// <summary>What captures told of the volume written to drives, by serial number.</summary>
    public IReadOnlyDictionary<string, WriteMarks> Writes { get; init; } = new Dictionary<string, WriteMarks>();
}
