namespace Irvak.Core.Arrays;

/// <summary>One level: what it needs, survives and costs.</summary>
/// <param name="Name">In plain words.</param>
/// <param name="Code">As controllers and the kernel number it; null where it has no number.</param>
/// <param name="NestedCode">The number of several groups of it side by side.</param>
/// <param name="LeastController">Fewest members of one group on a controller; null when controllers don't offer it.</param>
/// <param name="LeastKernel">The same in the kernel.</param>
/// <param name="LeastPool">The same in a pool.</param>
/// <param name="Tolerance">Failures that each group surely survives; −1 for all members but one.</param>
public sealed record LevelRow(
    ArrayLevel Level,
    string Name,
    string? Code,
    string? NestedCode,
    int? LeastController,
    int? LeastKernel,
    int? LeastPool,
    int Tolerance
)
{
    /// <summary>Transfers for one small write; −1 for one per member.</summary>
    public required int Penalty { get; init; }
}

/// <summary>
/// The levels. Minimums of the kernel: mdadm(8) and md(4), 4.2; of controllers: common practice, no source. Small writes: common
/// practice, no source (read, modify, write of data and each parity).
/// </summary>
public static class LevelTable
{
    public static readonly IReadOnlyList<LevelRow> Rows =
    [
        new(ArrayLevel.Single, "Single drives", null, null, 1, 1, 1, 0) { Penalty = 1 },
        new(ArrayLevel.Span, "Span", null, null, 1, 2, null, 0) { Penalty = 1 },
        new(ArrayLevel.Stripe, "Striped", "level 0", null, 2, 2, 1, 0) { Penalty = 1 },
        new(ArrayLevel.Mirror, "Mirror", "level 1", null, 2, 2, 2, -1) { Penalty = -1 },
        new(ArrayLevel.Pairs, "Mirrored pairs", "level 10", null, 4, 2, 4, 1) { Penalty = 2 },
        new(ArrayLevel.Parity1, "Single parity", "level 5", "level 50", 3, 2, 2, 1) { Penalty = 4 },
        new(ArrayLevel.Parity2, "Double parity", "level 6", "level 60", 4, 4, 3, 2) { Penalty = 6 },
        new(ArrayLevel.Parity3, "Triple parity", null, null, null, null, 4, 3) { Penalty = 8 },
        new(ArrayLevel.Layered1, "Layered, one redundancy", null, null, null, 2, null, 1) { Penalty = 4 },
        new(ArrayLevel.Layered2, "Layered, two redundancies", null, null, null, 4, null, 2) { Penalty = 6 },
    ];

    public static LevelRow Of(ArrayLevel level) => Rows.First(r => r.Level == level);

    /// <summary>Fewest members of one group; null when this keeper does not offer the level.</summary>
    public static int? Least(this LevelRow row, ArrayHost host) =>
        host switch
        {
            ArrayHost.Controller => row.LeastController,
            ArrayHost.Kernel => row.LeastKernel,
            _ => row.LeastPool,
        };

    /// <summary>Several groups side by side are a level of controllers and pools; the kernel stripes over arrays made before.</summary>
    public static bool Nests(ArrayLevel level) => level is ArrayLevel.Parity1 or ArrayLevel.Parity2 or ArrayLevel.Parity3;

    public static string Words(ArrayLevel level, int groups) =>
        groups > 1 ? $"{groups} × {char.ToLowerInvariant(Of(level).Name[0])}{Of(level).Name[1..]}" : Of(level).Name;

    /// <summary>The number of its level, as arrays are spoken of; null where it has none.</summary>
    public static string? Code(ArrayPlan plan) => Code(plan.Level, plan.Groups);

    /// <summary>Its digits alone, as sheets list levels; null where it has no number.</summary>
    public static string? Digits(ArrayPlan plan) => Code(plan)?["level ".Length..];

    /// <summary>The number that controllers and the kernel give it; null where it has none.</summary>
    public static string? Code(ArrayLevel level, int groups) => groups > 1 ? Of(level).NestedCode : Of(level).Code;
}

/// <summary>What a use asks of a volume. Common practice, no source; every value can be another.</summary>
/// <param name="RequestKiB">Size of the usual request.</param>
/// <param name="Reads">Share of reads, 0 to 1.</param>
/// <param name="InOrder">True when requests follow one another on the volume.</param>
public sealed record Workload(ArrayUse Use, string Name, int RequestKiB, double Reads, bool InOrder);

public static class Workloads
{
    public static readonly IReadOnlyList<Workload> All =
    [
        new(ArrayUse.Files, "file share", 64, 0.70, false),
        new(ArrayUse.Machines, "virtual machines", 16, 0.60, false),
        new(ArrayUse.Database, "database", 8, 0.70, false),
        new(ArrayUse.Editing, "media editing", 1024, 0.70, true),
        new(ArrayUse.Archive, "archive", 1024, 0.20, true),
        new(ArrayUse.Directory, "directory and mail", 16, 0.60, false),
        new(ArrayUse.Cameras, "camera recording", 512, 0.05, true),
    ];

    public static Workload Of(ArrayUse use) => All.First(w => w.Use == use);
}
