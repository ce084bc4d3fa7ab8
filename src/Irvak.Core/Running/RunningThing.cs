using System.Text.Json.Serialization;

namespace Irvak.Core.Running;

/// <summary>Something that runs on the machine, or is to run on it.</summary>
/// <param name="Name">As its owner calls it.</param>
/// <param name="Count">How many of it run at once.</param>
public sealed record RunningThing(string Name, RunKind Kind, int Count = 1)
{
    public const int Most = 24,
        LongestName = 40,
        MostOfOne = 4096;

    public const double LeastGiB = 0.01,
        MostGiB = 1_048_576;

    /// <summary>Memory of one, GiB, as its owner said it; null for what is usual.</summary>
    public double? EachGiB { get; init; }

    /// <summary>Memory of one, GiB; null when nobody said and nothing is usual.</summary>
    [JsonIgnore]
    public double? Needs => EachGiB ?? RunTable.Of(Kind).GiB;
}
