using Irvak.Core.Distances;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;

namespace Irvak.Solvers;

/// <summary>A network card of the shelf in a free slot: one idea for what reaches the user, worked out like a plan made by hand.</summary>
/// <param name="Letter">How the drawings call it.</param>
/// <param name="Name">"Lumick V2 in S4".</param>
/// <param name="Words">What it is, in a line.</param>
/// <param name="Ledge">Distances to the aim with it.</param>
public sealed record PathIdea(string Letter, string Name, string Words, IReadOnlyList<Distance> Ledge)
{
    /// <summary>Policies under which nothing of it is a stop.</summary>
    public required IReadOnlyList<Policy> Under { get; init; }

    /// <summary>Wishes that it misses, or of which it is not known, by the names of their distances.</summary>
    public required IReadOnlyList<string> Misses { get; init; }

    /// <summary>What puts it into the plan.</summary>
    public required Edit Take { get; init; }

    internal double Reads => PathIdeas.Reached(Ledge, PathIdeas.Read) ?? 0;

    internal double Writes => PathIdeas.Reached(Ledge, PathIdeas.Write) ?? 0;

    /// <summary>What the line plugs into, such as SFP+; null when not told.</summary>
    public required string? Socket { get; init; }

    /// <summary>Price of the card; null when it has none.</summary>
    public required decimal? Eur { get; init; }
}
