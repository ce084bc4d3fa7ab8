using System.ComponentModel;
using System.Text.Json.Serialization;
using Irvak.Core.Arrays;

namespace Irvak.Core.Volumes;

/// <summary>A volume as its owner wishes it. Null is what nobody said; a use stands in for what nobody said of its requests.</summary>
/// <param name="Name">As people speak of it: a letter or a short word.</param>
/// <param name="Use">What it is used for.</param>
public sealed record WishedVolume(string Name, ArrayUse Use = ArrayUse.Files)
{
    public const int Most = 24,
        LongestName = ArrayPlan.LongestName,
        LongestBackup = 120;

    /// <summary>Data on it now, TB.</summary>
    public double? OnItTB { get; init; }

    /// <summary>What comes to it in a year, TB.</summary>
    public double? GrowthTB { get; init; }

    /// <summary>Failed drives that it is to survive.</summary>
    public int? Failures { get; init; }

    /// <summary>True when losing what is on it costs only the time to make it again.</summary>
    [DefaultValue(false)]
    public bool Scratch { get; init; }

    /// <summary>Where it is backed up to, in the owner's words.</summary>
    public string? BackedUpTo { get; init; }

    /// <summary>Size of its usual request, KiB.</summary>
    public int? RequestKiB { get; init; }

    /// <summary>True when requests follow one another.</summary>
    public bool? InOrder { get; init; }

    /// <summary>Share of reads, 0 to 1.</summary>
    public double? Reads { get; init; }

    /// <summary>Requests that it must answer in a second.</summary>
    public double? RequestsPerSecond { get; init; }

    /// <summary>Name of the array that it lies on; null for the one of its own name.</summary>
    public string? On { get; init; }

    /// <summary>Its requests: what was said of them, and the use for the rest.</summary>
    [JsonIgnore]
    public Workload Work =>
        Workloads.Of(Use) is var use
            ? use with
            {
                RequestKiB = RequestKiB ?? use.RequestKiB,
                InOrder = InOrder ?? use.InOrder,
                Reads = Reads ?? use.Reads,
            }
            : use;

    /// <summary>Data on it after so many years, TB; null when it is not known what lies on it or how fast it grows.</summary>
    public double? InTB(int years) => years == 0 ? OnItTB : OnItTB + (GrowthTB * years);
}
