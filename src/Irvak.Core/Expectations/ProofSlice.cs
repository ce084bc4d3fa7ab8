using System.Collections.Immutable;
using Irvak.Core.Observations;

namespace Irvak.Core.Expectations;

/// <summary>What was seen after the work.</summary>
public sealed record ProofSlice
{
    /// <summary>What somebody saw by eye, by the line's key.</summary>
    public ImmutableSortedDictionary<string, SeenAnswer> Answers { get; init; } =
        ImmutableSortedDictionary.Create<string, SeenAnswer>(StringComparer.Ordinal);

    /// <summary>What the captures taken afterwards show; null before one is read.</summary>
    public Observation? After { get; init; }
}
