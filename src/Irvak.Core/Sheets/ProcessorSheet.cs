using Irvak.Core.Contracts;

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

    /// <summary>Module types it drives; null for whatever the board takes.</summary>
    public IReadOnlyList<ModuleType>? MemoryTypes { get; init; }

    /// <summary>Densest chip it addresses, Gbit; null when not known.</summary>
    public double? DieLimitGbit { get; init; }

    /// <summary>True when it uses ECC; null when not known.</summary>
    public bool? Ecc { get; init; }

    /// <summary>Most sockets it works in together, 1 or more; null when not known.</summary>
    public int? MostSockets { get; init; }

    /// <summary>On a board's list: least firmware version for this part.</summary>
    public string? Firmware { get; init; }

    /// <summary>On a board's list: board revisions it runs on; null for all.</summary>
    public IReadOnlyList<string>? Revisions { get; init; }

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
