namespace Irvak.Core.Quantities;

/// <summary>A sum that can be followed: what went in, line by line, and what came out.</summary>
/// <param name="Lines">The inputs in the order in which they are combined.</param>
/// <param name="Result">The closing line.</param>
/// <param name="Source">The standard, sheet or practice behind the formula.</param>
public sealed record Worked(IReadOnlyList<WorkedLine> Lines, WorkedLine Result, string Source)
{
    public static Worked Sum(string source, WorkedLine result, params WorkedLine[] lines) => new(lines, result, source);
}

/// <summary>One line of a worked sum.</summary>
/// <param name="Formula">What is taken or computed, as text.</param>
/// <param name="Value">Its value with its unit.</param>
/// <param name="Limits">True when this line decides the result.</param>
public sealed record WorkedLine(string Formula, string Value, bool Limits = false);
