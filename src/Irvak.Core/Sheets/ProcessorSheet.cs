namespace Irvak.Core.Sheets;

/// <summary>What a processor brings to memory. Null means not known; it then limits nothing and is listed as unknown.</summary>
public sealed record ProcessorSheet
{
    public required string Name { get; init; }

    /// <summary>Highest memory rate it drives, MT/s.</summary>
    public int? MemoryRateMTs { get; init; }

    /// <summary>Most memory it addresses, GiB.</summary>
    public int? MemoryTotalGiB { get; init; }
}
