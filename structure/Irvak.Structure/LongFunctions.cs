using System.Text.RegularExpressions;
using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;

namespace Irvak.Structure;

/// <summary>
/// Functions of more lines than a reader keeps in view. A line is what fits into its columns: a call whose values the formatter puts
/// below one another counts by its length, and so does a table of values.
/// </summary>
public static partial class LongFunctions
{
    public const int Most = 40;

    // Of 140 columns, what is left within a function.
    private const double Columns = 120;

    /// <summary>Each by its file, name and lines, of every room below <c>src</c>.</summary>
    public static IEnumerable<string> In(string root) =>
        from file in SourceFiles.Below(Path.Combine(root, "src"))
        from function in CSharpSyntaxTree
            .ParseText(File.ReadAllText(file), new CSharpParseOptions(LanguageVersion.Preview))
            .GetRoot()
            .DescendantNodes()
            .Where(n => n is BaseMethodDeclarationSyntax or LocalFunctionStatementSyntax)
        let lines = Lines(function)
        where lines > Most
        select $"{Path.GetRelativePath(root, file)}: {Name(function)} has {lines}";

    private static string Name(SyntaxNode function) =>
        function switch
        {
            MethodDeclarationSyntax m => m.Identifier.Text,
            ConstructorDeclarationSyntax c => c.Identifier.Text,
            LocalFunctionStatementSyntax l => l.Identifier.Text,
            _ => function.Kind().ToString(),
        };

    /// <summary>Lines of a function: those of its own text, and of each statement and each arm of a choice within it.</summary>
    public static int Lines(SyntaxNode node)
    {
        var within = Within(node).ToList();
        var own = Length(node) - within.Sum(Length);
        return (node is BlockSyntax ? 2 : Math.Max(1, (int)Math.Ceiling(own / Columns))) + within.Sum(Lines);
    }

    private static IEnumerable<SyntaxNode> Within(SyntaxNode node) =>
        node.ChildNodes().SelectMany(c => c is StatementSyntax or SwitchExpressionArmSyntax or SwitchSectionSyntax ? [c] : Within(c));

    private static int Length(SyntaxNode node) => Space().Replace(node.ToString(), " ").Length;

    [GeneratedRegex(@"\s+")]
    private static partial Regex Space();
}
