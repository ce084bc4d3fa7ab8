namespace Irvak.Structure;

/// <summary>The files that people wrote, without what a build puts beside them.</summary>
public static class SourceFiles
{
    /// <summary>Every C# file below a folder, ordered by its path.</summary>
    public static IEnumerable<string> Below(string folder) =>
        Directory
            .GetFiles(folder, "*.cs", SearchOption.AllDirectories)
            .Where(f => !Path.GetRelativePath(folder, f).Split('/').Any(part => part is "obj" or "bin"))
            .Order(StringComparer.Ordinal);
}
