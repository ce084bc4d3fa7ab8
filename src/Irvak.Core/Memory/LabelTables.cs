using Irvak.Core.Sheets;

namespace Irvak.Core.Memory;

/// <summary>Names and letters that labels use. JESD79-2F, -3F, -4 for bins; JESD79-5 for grades; trade names for DDR4 and DDR5 in
/// MB/s.</summary>
public static class LabelTables
{
    /// <summary>DDR4: letter of the speed bin → latency in clocks.</summary>
    public static readonly IReadOnlyDictionary<string, int> Ddr4Bins = new Dictionary<string, int>
    {
        ["J"] = 10,
        ["K"] = 11,
        ["L"] = 12,
        ["M"] = 13,
        ["N"] = 14,
        ["P"] = 15,
        ["R"] = 16,
        ["T"] = 17,
        ["U"] = 18,
        ["V"] = 19,
        ["W"] = 20,
        ["Y"] = 21,
        ["AA"] = 22,
        ["AC"] = 24,
    };

    // Bins that exist for a rate (JESD79-4, planar dies); stacked dies carry two or three clocks more.
    private static readonly Dictionary<int, string[]> Ddr4ByRate = new()
    {
        [1600] = ["J", "K", "L"],
        [1866] = ["L", "M", "N"],
        [2133] = ["N", "P", "R"],
        [2400] = ["P", "R", "T", "U"],
        [2666] = ["T", "U", "V", "W"],
        [2933] = ["V", "W", "Y", "AA"],
        [3200] = ["W", "AA", "AC"],
    };

    // Latencies that exist for a rate (JESD79-3F).
    private static readonly Dictionary<int, int[]> Ddr3ByRate = new()
    {
        [800] = [5, 6],
        [1066] = [6, 7, 8],
        [1333] = [7, 8, 9, 10],
        [1600] = [8, 9, 10, 11],
        [1866] = [10, 11, 12, 13],
        [2133] = [11, 12, 13, 14],
    };

    /// <summary>DDR5: rate and grade → latency in clocks.</summary>
    public static readonly IReadOnlyDictionary<(int Rate, string Grade), int> Ddr5Grades = new (int Rate, int A, int B, int C)[]
    {
        (3200, 22, 26, 28),
        (3600, 26, 30, 32),
        (4000, 28, 32, 36),
        (4400, 32, 36, 40),
        (4800, 34, 40, 42),
        (5200, 38, 42, 46),
        (5600, 40, 46, 50),
        (6000, 42, 48, 54),
        (6400, 46, 52, 56),
    }
        .SelectMany(r => new[] { ((r.Rate, "A"), r.A), ((r.Rate, "B"), r.B), ((r.Rate, "C"), r.C) })
        .ToDictionary(x => x.Item1, x => x.Item2);

    /// <summary>Module naming in MB/s: the printed number of a bin first, then those also met.</summary>
    public static readonly IReadOnlyDictionary<MemoryGeneration, (int Named, int Rate)[]> Named = new Dictionary<
        MemoryGeneration,
        (int Named, int Rate)[]
    >
    {
        [MemoryGeneration.Ddr2] = [(3200, 400), (4200, 533), (4300, 533), (5300, 667), (5400, 667), (6400, 800), (8500, 1066)],
        [MemoryGeneration.Ddr3] =
        [
            (6400, 800),
            (8500, 1066),
            (8533, 1066),
            (10600, 1333),
            (10660, 1333),
            (10666, 1333),
            (10667, 1333),
            (10700, 1333),
            (12800, 1600),
            (14900, 1866),
            (15000, 1866),
            (17000, 2133),
            (17066, 2133),
        ],
        [MemoryGeneration.Ddr4] =
        [
            (12800, 1600),
            (14900, 1866),
            (15000, 1866),
            (17000, 2133),
            (19200, 2400),
            (21300, 2666),
            (21333, 2666),
            (23400, 2933),
            (23466, 2933),
            (25600, 3200),
        ],
        [MemoryGeneration.Ddr5] = [(38400, 4800), (41600, 5200), (44800, 5600), (48000, 6000), (51200, 6400)],
    };

    /// <summary>The number that a DDR2 or DDR3 label prints for a bin.</summary>
    public static int? PrintedMBs(MemoryGeneration generation, int rate)
    {
        foreach (var (named, r) in Named[generation])
            if (r == rate)
                return named;
        return null;
    }

    /// <summary>Why rate and bin, or rate and latency, can't stand on one label; null when they can, or when too little is told.</summary>
    public static string? Contradiction(MemoryGeneration? generation, int? rate, string? bin, int? latency)
    {
        if (rate is not { } r)
            return null;
        if (generation == MemoryGeneration.Ddr4 && bin is not null && Ddr4ByRate.TryGetValue(r, out var letters) && !Fits(letters, bin))
            return $"DDR4-{r} has the bins {string.Join(' ', letters)}, not {bin}: letters "
                + "of another generation, or a relabelled module. Read the chip (SPD).";
        if (
            generation == MemoryGeneration.Ddr5
            && bin is not null
            && Ddr5Grades.ContainsKey((r, "A"))
            && !Ddr5Grades.ContainsKey((r, bin[..1]))
        )
            return $"DDR5-{r} has the grades A B C, not {bin}: letters of another generation, or a relabelled module. Read the chip (SPD).";
        if (
            generation == MemoryGeneration.Ddr3
            && latency is { } cl
            && Ddr3ByRate.TryGetValue(r, out var known)
            && (cl < known[0] || cl > known[^1] + 2)
        )
            return $"DDR3-{r} has latencies of {known[0]} to {known[^1]} clocks, not {cl}: a figure is wrong.";
        return null;
    }

    /// <summary>Stacked dies: up to three clocks above the slowest planar bin.</summary>
    private static bool Fits(string[] letters, string bin) =>
        letters.Contains(bin)
        || (
            Ddr4Bins.TryGetValue(bin, out var clocks)
            && clocks >= Ddr4Bins[letters[0]]
            && clocks <= Ddr4Bins[letters[^1]] + 3
            && clocks > Ddr4Bins[letters[^1]]
        );
}
