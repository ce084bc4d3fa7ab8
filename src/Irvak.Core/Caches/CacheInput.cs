using Irvak.Core.Controllers;

namespace Irvak.Core.Caches;

/// <summary>What the computations of caches look at.</summary>
public record CacheInput : ControllerInput
{
    public CacheInput(ControllerInput controllers)
        : base(controllers) { }

    public IReadOnlyList<CachePlan> Caches { get; init; } = [];

    public override bool Needs(Places.Place at, CardPart key) =>
        base.Needs(at, key)
        || (key.Opens == CacheRules.FlashCache && Caches.Any(c => CacheRules.Locked(this, c) is { } locked && locked.Place == at));
}
