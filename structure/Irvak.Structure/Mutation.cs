using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;

namespace Irvak.Structure;

/// <summary>One small change of the core that some test should notice.</summary>
/// <param name="File">The file, below the core's folder.</param>
/// <param name="Line">Its line, from 1.</param>
/// <param name="Was">What stands there.</param>
/// <param name="Is">What stands there instead.</param>
public sealed record Mutation(string File, int Line, string Was, string Is, SyntaxTree Tree, SyntaxNode Node, SyntaxNode Instead)
{
    private static readonly Dictionary<SyntaxKind, (SyntaxKind Expression, SyntaxKind Token)> Operators = new()
    {
        [SyntaxKind.LessThanExpression] = (SyntaxKind.LessThanOrEqualExpression, SyntaxKind.LessThanEqualsToken),
        [SyntaxKind.LessThanOrEqualExpression] = (SyntaxKind.LessThanExpression, SyntaxKind.LessThanToken),
        [SyntaxKind.GreaterThanExpression] = (SyntaxKind.GreaterThanOrEqualExpression, SyntaxKind.GreaterThanEqualsToken),
        [SyntaxKind.GreaterThanOrEqualExpression] = (SyntaxKind.GreaterThanExpression, SyntaxKind.GreaterThanToken),
        [SyntaxKind.AddExpression] = (SyntaxKind.SubtractExpression, SyntaxKind.MinusToken),
        [SyntaxKind.SubtractExpression] = (SyntaxKind.AddExpression, SyntaxKind.PlusToken),
        [SyntaxKind.MultiplyExpression] = (SyntaxKind.DivideExpression, SyntaxKind.SlashToken),
        [SyntaxKind.DivideExpression] = (SyntaxKind.MultiplyExpression, SyntaxKind.AsteriskToken),
        [SyntaxKind.LogicalAndExpression] = (SyntaxKind.LogicalOrExpression, SyntaxKind.BarBarToken),
        [SyntaxKind.LogicalOrExpression] = (SyntaxKind.LogicalAndExpression, SyntaxKind.AmpersandAmpersandToken),
        [SyntaxKind.EqualsExpression] = (SyntaxKind.NotEqualsExpression, SyntaxKind.ExclamationEqualsToken),
        [SyntaxKind.NotEqualsExpression] = (SyntaxKind.EqualsExpression, SyntaxKind.EqualsEqualsToken),
    };

    /// <summary>Every change that can be made in these folders, in the order of the files.</summary>
    public static IEnumerable<Mutation> All(CoreSources core, IReadOnlySet<string> folders)
    {
        foreach (var tree in core.Trees.Where(t => folders.Contains(core.RoomOf(t.FilePath))))
        {
            var model = core.Compilation.GetSemanticModel(tree);
            foreach (var node in tree.GetRoot().DescendantNodes())
                if (Changed(node, model) is { } instead)
                    yield return new(
                        Path.GetRelativePath(core.Folder, tree.FilePath),
                        tree.GetLineSpan(node.Span).StartLinePosition.Line + 1,
                        node.ToString(),
                        instead.ToString(),
                        tree,
                        node,
                        instead
                    );
        }
    }

    private static ExpressionSyntax? Changed(SyntaxNode node, SemanticModel model) =>
        node switch
        {
            BinaryExpressionSyntax binary when Operators.TryGetValue(binary.Kind(), out var other) && IsOfNumbers(binary, model) =>
                SyntaxFactory.BinaryExpression(
                    other.Expression,
                    binary.Left,
                    SyntaxFactory.Token(other.Token).WithTriviaFrom(binary.OperatorToken),
                    binary.Right
                ),
            LiteralExpressionSyntax number
                when number.IsKind(SyntaxKind.NumericLiteralExpression)
                    && number.Parent is not (EnumMemberDeclarationSyntax or EqualsValueClauseSyntax { Parent: ParameterSyntax }) => Larger(
                number
            ),
            _ => null,
        };

    /// <summary>Texts are joined with plus; there is nothing to subtract of them.</summary>
    private static bool IsOfNumbers(BinaryExpressionSyntax binary, SemanticModel model) =>
        binary.Kind() is not (SyntaxKind.AddExpression or SyntaxKind.SubtractExpression)
        || model.GetTypeInfo(binary).Type is { SpecialType: not SpecialType.System_String };

    private static LiteralExpressionSyntax? Larger(LiteralExpressionSyntax number) =>
        number.Token.Value switch
        {
            int i => Literal(number, SyntaxFactory.Literal(i + 1)),
            double d => Literal(number, SyntaxFactory.Literal(d == 0 ? 1 : d * 1.25)),
            _ => null,
        };

    private static LiteralExpressionSyntax Literal(LiteralExpressionSyntax of, SyntaxToken token) =>
        SyntaxFactory.LiteralExpression(SyntaxKind.NumericLiteralExpression, token.WithTriviaFrom(of.Token));
}
