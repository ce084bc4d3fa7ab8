namespace Irvak.Core.Controllers;

/// <summary>The version of a controller's own firmware; of one on the board, of its option ROM.</summary>
/// <param name="Found">Before the work; null when not known.</param>
/// <param name="Planned">What it is to be updated to; null for no update.</param>
public sealed record ControllerFirmware(string? Found, string? Planned)
{
    /// <summary>What is in when the work is done; null when not known.</summary>
    public string? Then => Planned ?? Found;
}
