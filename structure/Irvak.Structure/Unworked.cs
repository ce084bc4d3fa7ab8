using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;

namespace Irvak.Structure;

/// <summary>A finding that states a number and brings no worked sum along.</summary>
/// <param name="File">The file, below the core's folder.</param>
/// <param name="Line">Its line, from 1.</param>
/// <param name="Number">The number as it is written there.</param>
public sealed record Unworked(string File, int Line, string Number)
{
    public static IEnumerable<Unworked> All(CoreSources core) =>
        from tree in core.Trees
        let model = core.Compilation.GetSemanticModel(tree)
        from call in tree.GetRoot().DescendantNodes().OfType<InvocationExpressionSyntax>()
        where IsWithoutSum(call, model)
        let number = call.ArgumentList.Arguments.SelectMany(a => Numbers(a.Expression, model)).FirstOrDefault()
        where number is not null
        select new Unworked(
            Path.GetRelativePath(core.Folder, tree.FilePath),
            tree.GetLineSpan(call.Span).StartLinePosition.Line + 1,
            number
        );

    /// <summary>Makes a finding and gives null where its sum belongs.</summary>
    private static bool IsWithoutSum(InvocationExpressionSyntax call, SemanticModel model) =>
        model.GetSymbolInfo(call).Symbol is IMethodSymbol { ReturnType.Name: "Finding" } made
        && made.Parameters.FirstOrDefault(p => p.Type.Name == "Worked") is { } sum
        && call.ArgumentList.Arguments.ElementAtOrDefault(sum.Ordinal)?.Expression.IsKind(SyntaxKind.NullLiteralExpression) == true;

    /// <summary>
    /// Numbers and quantities that become words: those stated as they are, those in holes of a text, and those given to a function that
    /// makes words.
    /// </summary>
    private static IEnumerable<string> Numbers(ExpressionSyntax value, SemanticModel model)
    {
        foreach (var node in value.DescendantNodesAndSelf())
        {
            ExpressionSyntax? amount = node switch
            {
                ArgumentSyntax { Parent: TupleExpressionSyntax } stated => stated.Expression,
                InterpolationSyntax hole => hole.Expression,
                InvocationExpressionSyntax { Expression: MemberAccessExpressionSyntax { Name.Identifier.Text: "ToString" } member } =>
                    member.Expression,
                InvocationExpressionSyntax words when model.GetTypeInfo(words).Type?.SpecialType == SpecialType.System_String => words
                    .ArgumentList.Arguments.Select(a => a.Expression)
                    .FirstOrDefault(a => IsAmount(model.GetTypeInfo(a).Type)),
                _ => null,
            };
            if (amount is not null && IsAmount(model.GetTypeInfo(amount).Type))
                yield return amount.ToString();
        }
    }

    private static bool IsAmount(ITypeSymbol? type) =>
        type switch
        {
            INamedTypeSymbol { OriginalDefinition.SpecialType: SpecialType.System_Nullable_T } maybe => IsAmount(maybe.TypeArguments[0]),
            {
                SpecialType: SpecialType.System_Int32 or SpecialType.System_Int64 or SpecialType.System_Double or SpecialType.System_Decimal
            } => true,
            { TypeKind: TypeKind.Struct } => type.ContainingNamespace.Name == "Quantities",
            _ => false,
        };
}
