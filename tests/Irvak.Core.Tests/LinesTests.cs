using Irvak.Structure;
using Irvak.Tests;

namespace Irvak.Core.Tests;

/// <summary>Lines of at most 140 columns: what the formatter can't break, such as a long text, is broken by hand.</summary>
public class LinesTests
{
    private const int Most = 140;

    [Fact]
    public void No_line_is_longer_than_fits_beside_another()
    {
        var files = new[] { "src", "tests", "structure", "benchmarks" }.SelectMany(f => SourceFiles.Below(Repository.At(f)));
        Assert.Empty(files.SelectMany(f => TooLong(f).Select(n => $"{Path.GetRelativePath(Repository.Root, f)}:{n}")));
    }

    /// <summary>Documents of others that stand in a test as they are keep their lines.</summary>
    private static IEnumerable<int> TooLong(string file)
    {
        var quoted = false;
        foreach (var (line, i) in File.ReadLines(file).Select((l, i) => (l, i)))
        {
            var turns = line.Split("\"\"\"").Length - 1;
            if (!quoted && turns == 0 && line.Length > Most)
                yield return i + 1;
            quoted ^= turns % 2 == 1;
        }
    }
}
