using Irvak.Core.Controllers;

namespace Irvak.Core.Caches;

/// <summary>What the computations of caches look at.</summary>
public record CacheInput : ControllerInput
{
    public CacheInput(ControllerInput controllers)
        : base(controllers) { }

    public IReadOnlyList<CachePlan> Caches { get; init; } = [];
}
