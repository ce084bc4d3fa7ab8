using System.Text.Json.Serialization;
using Irvak.Core.Observations;

namespace Irvak.Core.Builds;

/// <summary>What is known of the system around the hardware.</summary>
public sealed record SystemFacts
{
    /// <summary>Word size of the installed operating system: 32 or 64; null when not known.</summary>
    public int? OsBits { get; init; }

    /// <summary>Kind of the installed system; null when not known.</summary>
    public OsKind? OsKind { get; init; }

    /// <summary>True when a 32-bit system reaches beyond 4 GiB by address extension; null when not known.</summary>
    public bool? OsExtended { get; init; }

    /// <summary>Most memory that the installed system uses, GiB; 0 for no limit, null when not known.</summary>
    public int? OsLimitGiB { get; init; }

    /// <summary>The limit where there is one.</summary>
    [JsonIgnore]
    public int? OsEndsAtGiB => OsLimitGiB is > 0 ? OsLimitGiB : null;

    public string? Serial { get; init; }

    public string? BoardRevision { get; init; }

    public string? Firmware { get; init; }

    /// <summary>MemTotal as the operating system showed it before the work, KiB.</summary>
    public long? MemTotalKiB { get; init; }

    /// <summary>Name of the machine in the network.</summary>
    public string? HostName { get; init; }

    /// <summary>Address of the management page.</summary>
    public string? ManagementAddress { get; init; }

    /// <summary>Who told each fact: the fact's name with its capture and line, or a person. Null when nobody noted it.</summary>
    public IReadOnlyDictionary<string, string>? Origins { get; init; }
}
