using System.Text.Json.Serialization;
using Irvak.Core.Arrays;
using Irvak.Core.Contracts;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Quick;

/// <summary>So many drives alike in a level, without any machine.</summary>
/// <param name="Count">Drives, 1 to 512.</param>
/// <param name="Gigabytes">Nominal size of each, GB.</param>
/// <param name="Class">desktop, nearline, enterprise, 10k, 15k or client; null for the usual.</param>
public sealed record QuickArrayQuestion(
    int Count,
    long Gigabytes,
    DriveMedia Media,
    string? Class,
    ArrayLevel Level,
    ArrayHost Host,
    int Groups,
    ArrayUse Use
)
{
    /// <summary>True with a drive that stands by.</summary>
    public required bool Spare { get; init; }

    /// <summary>Figures in place of the defaults; null for the defaults.</summary>
    public DriveFigures? Figures { get; init; }

    /// <summary>The drive that is meant: its bytes by the standards, everything else as usual for its kind.</summary>
    [JsonIgnore]
    public DriveSheet Drive =>
        new()
        {
            Media = Media,
            Protocol = DriveProtocol.Sata,
            Bytes = NominalSize.Bytes(Gigabytes, Media),
            Class = Class,
            Rpm =
                Media == DriveMedia.Flash
                    ? 0
                    : Class switch
                    {
                        "10k" => 10_000,
                        "15k" => 15_000,
                        _ => 7200,
                    },
        };

    public ArrayFigures Answer() =>
        ArrayFigures.Of(
            new ArrayPlan("these", Level, [.. Enumerable.Range(1, Count).Select(n => Place.Bay($"{n}"))], Host, Groups, Use: Use),
            [.. Enumerable.Repeat(Drive, Count)],
            Spare,
            Figures
        );

    /// <summary>What is wrong with the question, with a path; null when nothing is.</summary>
    [JsonIgnore]
    public SheetProblem? Problem =>
        this switch
        {
            { Count: < 1 or > ArrayPlan.MostMembers } => new("/count", $"Between 1 and {ArrayPlan.MostMembers} drives."),
            { Gigabytes: < 1 or > 1_000_000 } => new("/gigabytes", "A drive has 1 to 1 000 000 GB."),
            { Groups: < 1 or > 64 } => new("/groups", "Between 1 and 64 groups."),
            { Figures.Problem: { } wrong } => wrong with { Path = "/figures" + wrong.Path },
            { Media: DriveMedia.Tape } => new("/media", "Tapes make no array."),
            _ => null,
        };
}
