using Irvak.Core.Sheets;

namespace Irvak.Core.Memory;

/// <summary>The data rates that exist, per generation, MT/s.</summary>
public static class Bins
{
    // JEDEC JESD79-2F, JESD79-3F, JESD79-4, JESD79-5; above 6400 from memory.
    private static readonly Dictionary<MemoryGeneration, int[]> Rates = new()
    {
        [MemoryGeneration.Ddr2] = [400, 533, 667, 800, 1066],
        [MemoryGeneration.Ddr3] = [800, 1066, 1333, 1600, 1866, 2133],
        [MemoryGeneration.Ddr4] = [1600, 1866, 2133, 2400, 2666, 2933, 3200],
        [MemoryGeneration.Ddr5] = [3200, 3600, 4000, 4400, 4800, 5200, 5600, 6000, 6400, 6800, 7200, 7600, 8000, 8400, 8800],
    };

    /// <summary>Supply of the usual modules of a generation, mV (JEDEC); 0 when the generation is not known, so that nothing lies
    /// below.</summary>
    public static int UsualMilliVolt(MemoryGeneration? generation) =>
        generation switch
        {
            MemoryGeneration.Ddr2 => 1800,
            MemoryGeneration.Ddr3 => 1500,
            MemoryGeneration.Ddr4 => 1200,
            MemoryGeneration.Ddr5 => 1100,
            _ => 0,
        };

    /// <summary>Bins of a generation, slowest first.</summary>
    public static IReadOnlyList<int> Of(MemoryGeneration generation) => Rates[generation];

    /// <summary>Firmware rounds 1333⅓ either way: 1334 and 1333, 2134 and 2133 are the same bin. Other values are kept.</summary>
    public static int Named(MemoryGeneration generation, int rateMTs)
    {
        foreach (var bin in Rates[generation])
            if (Math.Abs(bin - rateMTs) <= 1)
                return bin;
        return rateMTs;
    }

    /// <summary>The highest bin that does not exceed a rate; null below the slowest.</summary>
    public static int? AtMost(MemoryGeneration generation, int rateMTs)
    {
        int? best = null;
        foreach (var bin in Rates[generation])
            if (bin <= rateMTs + 1)
                best = bin;
        return best;
    }

    /// <summary>The same bin apart from rounding.</summary>
    public static bool Same(int a, int b) => Math.Abs(a - b) <= 1;

    // Chip densities in Gbit that exist (JEDEC, from memory beyond the common ones).
    private static readonly Dictionary<MemoryGeneration, double[]> Dies = new()
    {
        [MemoryGeneration.Ddr2] = [0.25, 0.5, 1, 2],
        [MemoryGeneration.Ddr3] = [0.5, 1, 2, 4, 8],
        [MemoryGeneration.Ddr4] = [2, 4, 8, 16],
        [MemoryGeneration.Ddr5] = [8, 16, 24, 32],
    };

    /// <summary>Chip density in Gbit that a module's label implies; null when a figure is missing.</summary>
    public static double? DieGbit(ModuleSheet m) =>
        m is { CapacityMiB: { } c, DeviceWidth: { } w, Ranks: { } r } ? c / 1024.0 * 8 * w / (64.0 * r) : null;

    public static bool DieExists(MemoryGeneration generation, double gbit) => Dies[generation].Contains(gbit);
}
