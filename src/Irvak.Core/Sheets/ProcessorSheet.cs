namespace Irvak.Core.Sheets;

/// <summary>What a processor is and brings. Null means not known; it then limits nothing and is listed as unknown.</summary>
public sealed record ProcessorSheet : KeepsMore
{
    public required string Name { get; init; }

    public string? Maker { get; init; }

    /// <summary>Highest memory rate it drives, MT/s.</summary>
    public int? MemoryRateMTs { get; init; }

    /// <summary>Most memory it addresses, GiB.</summary>
    public int? MemoryTotalGiB { get; init; }

    /// <summary>Socket family, as the boards' sheets name it.</summary>
    public string? Socket { get; init; }

    public int? Cores { get; init; }

    /// <summary>Heat to be carried away, W.</summary>
    public int? Watt { get; init; }

    public int? Lanes { get; init; }

    public int? Gen { get; init; }

    public string? Stepping { get; init; }

    /// <summary>True when it can drive a screen.</summary>
    public bool? Graphics { get; init; }
}
