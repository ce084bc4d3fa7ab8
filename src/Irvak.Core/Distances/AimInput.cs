using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Memory;
using Irvak.Core.Running;
using Irvak.Core.Volumes;

namespace Irvak.Core.Distances;

/// <summary>What the distances to the aim look at.</summary>
public sealed record AimInput(Aim Aim, MemoryInput Memory, ArrayInput Arrays, IReadOnlyList<WishedVolume> Volumes)
{
    /// <summary>What runs on the machine, and its load as it was seen.</summary>
    public RunInput Runs { get; init; } = RunInput.None;

    /// <summary>True where somebody said what the system is to start from.</summary>
    public bool IsStartPlanned { get; init; }
}
