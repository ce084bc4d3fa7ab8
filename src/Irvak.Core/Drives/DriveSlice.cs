namespace Irvak.Core.Drives;

/// <summary>What a job says of drives in general.</summary>
/// <param name="Figures">Figures in place of the defaults of drives.</param>
public sealed record DriveSlice(DriveFigures Figures)
{
    public DriveSlice()
        : this(DriveFigures.Usual) { }
}
