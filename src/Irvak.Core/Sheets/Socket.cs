using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

/// <summary>A place for a processor.</summary>
/// <param name="Soldered">True when the processor can't be changed.</param>
/// <param name="Family">Socket family, as processors' sheets name it; null when not known.</param>
/// <param name="WattLimit">Most heat that board and cooler carry, W; null when not known.</param>
public sealed record Socket(string Id, bool Soldered = false, string? Family = null, int? WattLimit = null) : KeepsMore;
