using System.Collections.Immutable;

namespace Irvak.Core.Drives;

/// <summary>What a job says of drives in general.</summary>
/// <param name="Figures">Figures in place of the defaults of drives.</param>
public sealed record DriveSlice(DriveFigures Figures)
{
    public DriveSlice()
        : this(DriveFigures.Usual) { }

    /// <summary>Firmware to which drives are updated, by their model.</summary>
    public ImmutableSortedDictionary<string, string> Firmware { get; init; } = NoFirmware;

    internal static readonly ImmutableSortedDictionary<string, string> NoFirmware = ImmutableSortedDictionary.Create<string, string>(
        StringComparer.Ordinal
    );
}
