namespace Irvak.Core.Builds;

/// <summary>What somebody said of an array that no capture describes.</summary>
/// <param name="Level">One of the words for levels offered; null while nobody said.</param>
/// <param name="State">One of the words for states offered; null while nobody said.</param>
/// <param name="Lost">Place of the drive that fell out of it, or that it was none of these; null while nobody said.</param>
public sealed record ArraySaid(string? Level = null, string? State = null, string? Lost = null)
{
    /// <summary>One of the words for keepers offered; null while nobody said.</summary>
    public string? Keeper { get; init; }
}
