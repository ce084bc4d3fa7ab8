using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Lanes;
using Irvak.Core.Quantities;

namespace Irvak.Core.Paths;

/// <summary>What the computations of paths look at.</summary>
public record PathInput : CacheInput
{
    public PathInput(CacheInput caches)
        : base(caches) { }

    /// <summary>What the system is to start from; null for what it was found to start from.</summary>
    public BootPlan? Boot { get; init; }

    /// <summary>Rate of reading wished for at the user's end, MB/s; null without that wish.</summary>
    public Throughput? ReadMBs { get; init; }

    /// <summary>Payload of a frame on the line to the users, bytes.</summary>
    public int FrameBytes { get; init; } = Aims.Aim.UsualFrame;

    /// <summary>The lanes that the paths run over.</summary>
    public required LaneInput Lanes { get; init; }

    /// <summary>Memory of the plan, MiB: what is read again comes from it; null while one of its modules or slots is not known.</summary>
    public long? MemoryMiB { get; init; }
}
