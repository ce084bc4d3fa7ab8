using Irvak.Tests;

namespace Irvak.Core.Tests;

/// <summary>
/// Lines that somebody looked at, kept in a file of tests/Shared. Where a change is meant, IRVAK_MARKS is set: the file is written anew,
/// to be read in what changed.
/// </summary>
internal static class LookedAt
{
    public static void Same(string file, IReadOnlyCollection<string> lines)
    {
        var path = Repository.At("tests", "Shared", file);
        if (Environment.GetEnvironmentVariable("IRVAK_MARKS") is { Length: > 0 })
            File.WriteAllLines(path, lines);
        var before = File.ReadAllLines(path);
        Assert.Empty(lines.Except(before));
        Assert.Empty(before.Except(lines));
        Assert.Equal(before.Length, lines.Count);
    }
}
