using Microsoft.CodeAnalysis;
using Microsoft.CodeAnalysis.CSharp;

namespace Irvak.Structure;

/// <summary>The core as the compiler reads it: every file with what its words mean.</summary>
public sealed class CoreSources
{
    private const string Usings =
        "global using System; global using System.Collections.Generic; global using System.IO; global "
        + "using System.Linq; global using System.Threading; global using System.Threading.Tasks;";

    private CoreSources(string folder, CSharpCompilation compilation)
    {
        Folder = folder;
        Compilation = compilation;
    }

    /// <summary>The folder of the core.</summary>
    public string Folder { get; }

    public CSharpCompilation Compilation { get; }

    public IEnumerable<SyntaxTree> Trees => Compilation.SyntaxTrees.Where(t => t.FilePath.Length > 0);

    /// <summary>Reads the core below a repository's root; it is taken for granted that it builds.</summary>
    public static CoreSources Read(string root)
    {
        var folder = Path.Combine(root, "src", "Irvak.Core");
        var options = new CSharpParseOptions(LanguageVersion.Preview);
        var trees = SourceFiles.Below(folder).Select(f => CSharpSyntaxTree.ParseText(File.ReadAllText(f), options, f));
        var compilation = CSharpCompilation.Create(
            "Irvak.Core.Read",
            [.. trees, CSharpSyntaxTree.ParseText(Usings, options)],
            References(),
            new CSharpCompilationOptions(
                OutputKind.DynamicallyLinkedLibrary,
                optimizationLevel: OptimizationLevel.Release,
                nullableContextOptions: NullableContextOptions.Enable
            )
        );
        return new CoreSources(folder, compilation);
    }

    /// <summary>The room of a file: its folder below the core's; empty for the top.</summary>
    public string RoomOf(string file) => Path.GetDirectoryName(Path.GetRelativePath(Folder, file)) ?? "";

    private static IEnumerable<MetadataReference> References() =>
        ((string)AppContext.GetData("TRUSTED_PLATFORM_ASSEMBLIES")!)
            .Split(Path.PathSeparator)
            .Where(p => p.Length > 0 && !Path.GetFileName(p).StartsWith("Irvak.", StringComparison.Ordinal))
            .Select(p => MetadataReference.CreateFromFile(p));
}
