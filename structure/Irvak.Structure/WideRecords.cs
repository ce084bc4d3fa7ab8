using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;
using Microsoft.CodeAnalysis.CSharp.Syntax;

namespace Irvak.Structure;

/// <summary>Records that are made of more parts by position than a reader keeps apart.</summary>
public static class WideRecords
{
    public const int Most = 8;

    /// <summary>Each by its file and name, of every room below <c>src</c>.</summary>
    public static IEnumerable<string> In(string root) =>
        SourceFiles
            .Below(Path.Combine(root, "src"))
            .SelectMany(f =>
                CSharpSyntaxTree
                    .ParseText(File.ReadAllText(f), new CSharpParseOptions(LanguageVersion.Preview))
                    .GetRoot()
                    .DescendantNodes()
                    .OfType<RecordDeclarationSyntax>()
                    .Where(r => r.ParameterList?.Parameters.Count > Most)
                    .Select(r => $"{Path.GetRelativePath(root, f)}: {r.Identifier.Text} has {r.ParameterList!.Parameters.Count}")
            );
}
