using Irvak.Core.Observations;
using System.Text.Json.Serialization;

namespace Irvak.Core.Plans;

/// <summary>What the job is for. Null means no wish.</summary>
/// <param name="MemoryGiB">Memory wanted, GiB.</param>
/// <param name="MoneyLimitEur">Spending limit, EUR.</param>
/// <param name="UsableTB">Usable space wanted, TB.</param>
/// <param name="Failures">Failed drives to survive.</param>
/// <param name="ReadMBs">Rate of reading in order wanted at the user's end, MB/s.</param>
public sealed record Aim(int? MemoryGiB = null, decimal? MoneyLimitEur = null, double? UsableTB = null, int? Failures = null, double? ReadMBs = null);

/// <summary>The shop's stance towards parts off the maker's list.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<Policy>))]
public enum Policy
{
    [JsonStringEnumMemberName("listed")] Listed,
    [JsonStringEnumMemberName("field-proven")] FieldProven,
    [JsonStringEnumMemberName("sound")] Sound,
}

public static class PolicyWords
{
    public static string Name(this Policy policy) => policy switch
    {
        Policy.Listed => "Listed",
        Policy.FieldProven => "Field-proven",
        _ => "Sound",
    };
}

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
