using Irvak.Core.Builds;

namespace Irvak.Core.Lanes;

/// <summary>What a search for places asks of the lanes.</summary>
public static class LaneWays
{
    /// <summary>True when a processor on the way from a root up is missing from the plan.</summary>
    public static bool IsDark(Question q, string? root) => Topology.IsDark(q, root);
}

/// <summary>What devices could move.</summary>
public static class Needs
{
    /// <summary>MB/s: lines of a network card, drives behind a controller, a drive's own rate; null when not known.</summary>
    public static double? Of(Question q, string place, Unit unit) => Branches.Need(q, place, unit);
}
