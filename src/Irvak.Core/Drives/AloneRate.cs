using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Drives;

/// <summary>What drives of a model read in order when nothing else goes on.</summary>
/// <param name="Low">Least that is no reason to look closer.</param>
/// <param name="High">Best at the outer track, or of the flash.</param>
public sealed record AloneRate(string Model, IReadOnlyList<Place> Places, Throughput Low, Throughput High, string Source)
{
    // Within 15 % of its class a drive is as the others. Common practice, no source.
    private const double Slack = 0.15;

    public string Words => $"{Low.MegabytesPerSecond:0} to {High.MegabytesPerSecond:0} MB/s";

    /// <param name="link">What the drive's link carries, payload; null when not known.</param>
    public static AloneRate Of(string model, IReadOnlyList<Place> places, DriveSheet drive, Throughput? link)
    {
        var best = DriveDefaults.Reads(drive);
        var held = link is { } l && l < best.Value;
        var high = held ? link!.Value : best.Value;
        return new(model, places, high * (1 - Slack), high * (1 + Slack), held ? "its link" : best.Source);
    }
}
