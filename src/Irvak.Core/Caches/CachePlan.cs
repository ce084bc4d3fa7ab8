using System.Text.Json.Serialization;
using Irvak.Core.Places;

namespace Irvak.Core.Caches;

/// <summary>A volume behind a cache.</summary>
/// <param name="Array">Name of the array it lies on.</param>
/// <param name="HotGB">Data that is asked for at all in a day's work, GB.</param>
/// <param name="Share">Its share of all requests, as a weight: 2 and 1 are two thirds and a third.</param>
/// <param name="Exponent">How uneven the demand is (Zipf).</param>
public sealed record CachedVolume(string Array, double HotGB, double Share = 1, double Exponent = 0.9);

/// <summary>Flash in front of arrays.</summary>
/// <param name="Name">As people speak of it.</param>
/// <param name="Places">Its drives.</param>
/// <param name="WriteBack">True when it holds writes that are not on the drives yet.</param>
/// <param name="WrittenGBPerDay">Written through it a day, GB.</param>
/// <param name="BlockKiB">Unit that it keeps, KiB.</param>
public sealed record CachePlan(
    string Name,
    IReadOnlyList<Place> Places,
    IReadOnlyList<CachedVolume> Volumes,
    bool WriteBack = false,
    double WrittenGBPerDay = 0,
    int BlockKiB = 64
)
{
    public const int MostDrives = 16,
        MostVolumes = 16;

    /// <summary>Drives that share what is written: of a mirror each half takes all of it.</summary>
    [JsonIgnore]
    public int Shares => WriteBack ? Math.Max(1, Places.Count / 2) : Places.Count;
}
