namespace Irvak.Core.Steps;

/// <summary>A step or list line that somebody ticked.</summary>
/// <param name="Wording">The text as it was ticked; another text later means: look again.</param>
public sealed record Tick(string Who, DateTimeOffset When, string Wording);
