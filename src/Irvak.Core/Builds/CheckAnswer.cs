namespace Irvak.Core.Builds;

/// <summary>What somebody saw, by eye.</summary>
public sealed record CheckAnswer(bool Good, string? Note, string Who);
