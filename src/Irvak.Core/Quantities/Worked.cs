namespace Irvak.Core.Quantities;

/// <summary>A sum that can be followed: what went in, line by line, and what came out.</summary>
/// <param name="Lines">The inputs in the order in which they are combined.</param>
/// <param name="Result">The closing line.</param>
/// <param name="Source">The standard, sheet or practice behind the formula.</param>
public sealed record Worked(IReadOnlyList<WorkedLine> Lines, WorkedLine Result, string Source)
{
    /// <summary>What is asked against what there is; the first decides.</summary>
    /// <param name="sign">How they stand to each other, such as ">".</param>
    public static Worked Against(string source, (string What, string Value) asked, string sign, (string What, string Value) has) =>
        new([new(asked.What, asked.Value), new(has.What, has.Value)], new("compared", $"{asked.Value} {sign} {has.Value}", true), source);

    public static Worked Sum(string source, WorkedLine result, params WorkedLine[] lines) => new(lines, result, source);
}

/// <summary>One line of a worked sum.</summary>
/// <param name="Formula">What is taken or computed, as text.</param>
/// <param name="Value">Its value with its unit.</param>
/// <param name="Limits">True when this line decides the result.</param>
public sealed record WorkedLine(string Formula, string Value, bool Limits = false);
