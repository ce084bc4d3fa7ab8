using Irvak.Structure;
using Irvak.Tests;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;

namespace Irvak.Core.Tests;

/// <summary>A function is read at one look. House style, no source outside.</summary>
public class LongFunctionsTests
{
    [Fact]
    public void No_function_has_more_than_forty_lines() => Assert.Empty(LongFunctions.In(Repository.Root));

    [Theory]
    // Its own line, two of its braces, one for each statement.
    [InlineData("void F() { A(); B(); }", 5)]
    // However a call is broken, it counts by its length.
    [InlineData("void F() { A(\n1,\n2,\n3); }", 4)]
    [InlineData("void F() { if (a) { A(); } }", 7)]
    [InlineData("int F() => x switch { 1 => 2, _ => 3 };", 3)]
    public void A_line_is_what_fits_into_its_columns(string function, int lines) =>
        Assert.Equal(
            lines,
            LongFunctions.Lines(
                CSharpSyntaxTree
                    .ParseText($"class C {{ {function} }}")
                    .GetRoot()
                    .DescendantNodes()
                    .OfType<MethodDeclarationSyntax>()
                    .Single()
            )
        );
}
