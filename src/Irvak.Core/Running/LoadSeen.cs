using Irvak.Core.Observations;

namespace Irvak.Core.Running;

/// <summary>Memory in use when the loaded machine was looked at.</summary>
/// <param name="TotalGiB">What the system has.</param>
/// <param name="InUseGiB">What it could not give to something new: its total less what it calls available.</param>
/// <param name="SwappedGiB">What lay in swap; null when not told.</param>
/// <param name="WantsMore">Something waited for memory or was swapped then, so that it wanted more than this; null when neither was
/// told.</param>
public sealed record LoadSeen(double TotalGiB, double InUseGiB, double? SwappedGiB, bool? WantsMore)
{
    // Above which it counts as waiting, percent of five minutes, and as swapping, KiB/s (common practice, no source).
    public const double WaitPercent = 5,
        SwapKiBs = 100;

    private const double KiBPerGiB = 1 << 20;

    /// <summary>Null when no capture tells how much was in use.</summary>
    public static LoadSeen? Of(Observation seen) =>
        seen is { MemTotalKiB: { } total, Load: { AvailableKiB: { } available } load } && available <= total
            ? new(
                total / KiBPerGiB,
                (total - available) / KiBPerGiB,
                load is { SwapTotalKiB: { } swap, SwapFreeKiB: { } free } && free <= swap ? (swap - free) / KiBPerGiB : null,
                load is { MemoryWaitPercent: null, SwapInKiBs: null, SwapOutKiBs: null }
                    ? null
                    : load.MemoryWaitPercent > WaitPercent || (load.SwapInKiBs ?? 0) + (load.SwapOutKiBs ?? 0) > SwapKiBs
            )
            : null;

    /// <summary>What it wanted: in use and in swap, GiB.</summary>
    public double WantedGiB => InUseGiB + (SwappedGiB ?? 0);
}
