using System.Collections.Immutable;

namespace Irvak.Core.Running;

/// <summary>What runs on the machine, in the order in which it was named.</summary>
public sealed record RunSlice
{
    public ImmutableList<RunningThing> All { get; init; } = [];
}
