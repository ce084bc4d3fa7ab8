using System.Collections.Immutable;

namespace Irvak.Core.Volumes;

/// <summary>Volumes that the owner wishes.</summary>
public sealed record VolumeSlice
{
    /// <summary>In the order in which they were named.</summary>
    public ImmutableList<WishedVolume> All { get; init; } = [];
}
