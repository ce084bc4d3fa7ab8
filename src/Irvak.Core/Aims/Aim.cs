using Irvak.Core.Quantities;

namespace Irvak.Core.Aims;

/// <summary>What the job is for. Null means no wish.</summary>
/// <param name="MemoryGiB">Memory wanted, GiB.</param>
/// <param name="MoneyLimitEur">Spending limit, EUR.</param>
/// <param name="UsableTB">Usable space wanted, TB.</param>
/// <param name="Failures">Failed drives to survive.</param>
/// <param name="ReadMBs">Rate of reading in order wanted at the user's end, MB/s.</param>
public sealed record Aim(
    int? MemoryGiB = null,
    decimal? MoneyLimitEur = null,
    double? UsableTB = null,
    int? Failures = null,
    Throughput? ReadMBs = null
)
{
    /// <summary>Payload of a frame as it is usual, and of a large one, bytes (IEEE 802.3; the large one by common practice).</summary>
    public const int UsualFrame = 1_500,
        LargeFrame = 9_000;

    /// <summary>Years that are looked ahead where nobody said.</summary>
    public const int UsualYears = 5;

    /// <summary>Rate of writing in order wanted at the user's end, MB/s.</summary>
    public Throughput? WriteMBs { get; init; }

    /// <summary>Chance of losing an array or sectors of it within five years, percent, that is not to be passed.</summary>
    public double? LossPercent { get; init; }

    /// <summary>Hours that the machine may be off.</summary>
    public double? AwayHours { get; init; }

    /// <summary>Most that it may draw with everything at work, W.</summary>
    public double? Watts { get; init; }

    /// <summary>Day for which the machine was promised; null where nobody promised one.</summary>
    public DateOnly? PromisedFor { get; init; }

    /// <summary>Years that are looked ahead; null for <see cref="UsualYears"/>.</summary>
    public int? Years { get; init; }

    [System.Text.Json.Serialization.JsonIgnore]
    public int Ahead => Years ?? UsualYears;

    /// <summary>Parts of the machine that the owner wants left alone, each as <see cref="LeaveAlone"/> calls it.</summary>
    public IReadOnlyList<string> Alone { get; init; } = [];

    /// <summary>Paths of questions that somebody left aside.</summary>
    public IReadOnlyList<string> Unasked { get; init; } = [];

    /// <summary>What the job is about; empty where nobody said.</summary>
    public IReadOnlyList<Purpose> Purposes { get; init; } = [];

    /// <summary>True when the line to the users is to carry frames of 9000 bytes.</summary>
    public bool LargeFrames { get; init; }

    [System.Text.Json.Serialization.JsonIgnore]
    public int FrameBytes => LargeFrames ? LargeFrame : UsualFrame;
}
