using System.Text.Json.Serialization;
using Irvak.Core.Sheets;

namespace Irvak.Core.Evidence;

[JsonConverter(typeof(JsonStringEnumConverter<Outcome>))]
public enum Outcome
{
    [JsonStringEnumMemberName("works")]
    Works,

    [JsonStringEnumMemberName("works-with-remark")]
    WorksWithRemark,

    [JsonStringEnumMemberName("fails")]
    Fails,
}

/// <summary>One logged try in a machine: of modules of a class, or of a drive of a size.</summary>
/// <param name="CapacityMiB">Capacity of one module; null for a drive.</param>
/// <param name="TotalMiB">Total that stood in the machine; null when not logged.</param>
public sealed record EvidenceRecord(
    string Id,
    string MachineId,
    string? Firmware,
    MemoryGeneration? Generation,
    ModuleType? Type,
    int? CapacityMiB,
    int? TotalMiB,
    Outcome Outcome
)
{
    public required string Seen { get; init; }

    public required DateOnly Date { get; init; }

    public required string Who { get; init; }

    /// <summary>Size of the drive, TB; null for modules.</summary>
    public double? DriveTB { get; init; }
}
