namespace Irvak.Core.Contracts;

/// <param name="Path">JSON pointer of the value that is wrong.</param>
/// <param name="Text">One clear sentence.</param>
public sealed record SheetProblem(string Path, string Text);
