using System.Text.Json.Serialization;
using Irvak.Core.Arrays;
using Irvak.Core.Places;
using Irvak.Core.Quantities;

namespace Irvak.Core.Expectations;

/// <summary>One line that must be seen once the machine is up.</summary>
/// <param name="Key">Stable name of the line.</param>
/// <param name="Screen">Where a person looks: firmware set-up, operating system.</param>
/// <param name="What">What the line is about.</param>
/// <param name="Expected">What should stand there, in the words of that screen.</param>
/// <param name="Low">Lower end of the accepted value, in <paramref name="Unit"/>; equal to High for an exact one.</param>
public sealed record Expectation(
    string Key,
    string Screen,
    string What,
    string Expected,
    double Low,
    double High,
    string Unit,
    IReadOnlyList<Place> Places
)
{
    public required string Source { get; init; }

    public Worked? Why { get; init; }

    /// <summary>Size of each drive that the line counts, bytes; null for another line.</summary>
    [JsonIgnore]
    public long? EachBytes { get; init; }

    /// <summary>The array that the line is about; null for another line.</summary>
    [JsonIgnore]
    public ArrayPlan? Array { get; init; }

    /// <summary>What must stand there in words, for a line that is no number; null for one that is.</summary>
    public string? Named { get; init; }

    /// <summary>Name by which a capture shows what the line is about; null when it has none.</summary>
    [JsonIgnore]
    public string? Called { get; init; }

    /// <summary>Words that must all stand there, in any order and among others; null for another line.</summary>
    [JsonIgnore]
    public IReadOnlyList<string>? AllOf { get; init; }

    /// <summary>True for a line that is answered in words.</summary>
    [JsonIgnore]
    public bool IsWords => Named is not null || AllOf is not null;

    /// <summary>Screens print more around a name than its sheet does, and write a dash where another writes a space.</summary>
    public bool HoldsWords(string? seen) =>
        seen is not null
        && (
            AllOf is { } all
                ? all.All(Words(seen).Contains)
                : Named is { } name && Run(seen).Contains(Run(name), StringComparison.OrdinalIgnoreCase)
        );

    private static string Run(string text) => text.Replace(" ", "", StringComparison.Ordinal).Replace("-", "", StringComparison.Ordinal);

    private static HashSet<string> Words(string text) =>
        [
            .. text.Split([' ', ',', ';', '/', '+', '\t'], StringSplitOptions.RemoveEmptyEntries)
                .Select(w => w.Trim().ToUpperInvariant().Replace("RAID", "")),
        ];

    /// <summary>Most that physics allows here, where that is more than what is expected: so much more is no fault. Null where more is
    /// wrong.</summary>
    public double? Most { get; init; }

    public bool Holds(double value) => value >= Low && value <= (Most ?? High);

    /// <summary>How many times a value is more or less than what is expected, as a logarithm; 0 where nothing can be compared.</summary>
    public double FarOff(double value) => Low + High > 0 && value > 0 ? Math.Abs(Math.Log(2 * value / (Low + High))) : 0;
}
