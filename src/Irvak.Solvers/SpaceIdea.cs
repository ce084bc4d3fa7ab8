using Irvak.Core.Arrays;
using Irvak.Core.Distances;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;

namespace Irvak.Solvers;

/// <summary>How long an idea holds a volume.</summary>
/// <param name="FullInYears">Null when it is not known, or nothing grows.</param>
public sealed record IdeaForVolume(string Volume, double? FullInYears);

/// <summary>Like drives of the shelf in free bays, as an array: one idea for the aim, worked out like a plan made by hand.</summary>
/// <param name="Letter">How the drawings call it.</param>
/// <param name="Name">"4 × 16 TB".</param>
/// <param name="Words">What it is, in a line.</param>
/// <param name="UsableTB">Space of its array.</param>
/// <param name="Ledge">Distances to the aim with it.</param>
public sealed record SpaceIdea(string Letter, string Name, string Words, double UsableTB, IReadOnlyList<Distance> Ledge)
{
    /// <summary>Failed drives that its array survives, and the chance of losing it within five years, percent; null when not
    /// known.</summary>
    public int? Survives { get; init; }

    public double? LossPercent { get; init; }

    public required ArrayLevel Level { get; init; }

    public required IReadOnlyList<IdeaForVolume> Volumes { get; init; }

    /// <summary>Policies under which nothing of it is a stop.</summary>
    public IReadOnlyList<Policy> Under => [.. Against.Where(a => a.Value.Count == 0).Select(a => a.Key).Order()];

    /// <summary>Wishes that it misses, or of which it is not known, by the names of their distances.</summary>
    public required IReadOnlyList<string> Misses { get; init; }

    /// <summary>What puts it into the plan; null while the plan has drives or arrays of its own.</summary>
    public Edit? Take { get; init; }

    /// <summary>What stops it under each policy that was looked at.</summary>
    internal IReadOnlyDictionary<Policy, IReadOnlyList<string>> Against { get; init; } = new Dictionary<Policy, IReadOnlyList<string>>();

    internal double? BytesEach { get; init; }
}
