using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp.Syntax;

namespace Irvak.Structure;

/// <summary>One place where a file of one folder uses what another folder holds.</summary>
/// <param name="From">The folder that uses.</param>
/// <param name="To">The folder that is used.</param>
/// <param name="File">The file that uses, below the core's folder.</param>
/// <param name="Line">Its line, from 1.</param>
/// <param name="What">The type that is used.</param>
public sealed record Reference(string From, string To, string File, int Line, string What);

/// <summary>Which folders of the core use which, by what the compiler understands: names, members and what is only inferred.</summary>
public sealed class FolderGraph
{
    private FolderGraph(IReadOnlyList<Reference> references, IReadOnlyList<string> folders)
    {
        References = references;
        Folders = folders;
    }

    public IReadOnlyList<Reference> References { get; }

    /// <summary>Every folder with code.</summary>
    public IReadOnlyList<string> Folders { get; }

    public static FolderGraph Of(CoreSources core)
    {
        List<Reference> found = [];
        foreach (var tree in core.Trees)
        {
            var from = core.RoomOf(tree.FilePath);
            var model = core.Compilation.GetSemanticModel(tree);
            foreach (var name in tree.GetRoot().DescendantNodes().OfType<SimpleNameSyntax>())
            {
                var symbol = model.GetSymbolInfo(name).Symbol;
                var type = symbol as INamedTypeSymbol ?? symbol?.ContainingType;
                if (type?.OriginalDefinition.DeclaringSyntaxReferences.FirstOrDefault() is not { } declared)
                    continue;
                var to = core.RoomOf(declared.SyntaxTree.FilePath);
                if (to == from)
                    continue;
                var line = tree.GetLineSpan(name.Span).StartLinePosition.Line + 1;
                found.Add(new Reference(from, to, Path.GetRelativePath(core.Folder, tree.FilePath), line, type.Name));
            }
        }
        return new FolderGraph(found, [.. core.Trees.Select(t => core.RoomOf(t.FilePath)).Distinct().Order(StringComparer.Ordinal)]);
    }

    /// <summary>References that do not lead down.</summary>
    /// <param name="order">Where each folder stands, counted from the ground.</param>
    public IEnumerable<Reference> Upwards(IReadOnlyDictionary<string, int> order) =>
        References.Where(r => order.GetValueOrDefault(r.From, -1) <= order.GetValueOrDefault(r.To, int.MaxValue));
}
