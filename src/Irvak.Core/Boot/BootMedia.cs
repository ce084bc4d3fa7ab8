using Irvak.Core.Sheets;

namespace Irvak.Core.Boot;

/// <summary>A class of boot media.</summary>
/// <param name="Name">As people call it.</param>
/// <param name="AssumedTB">Volume that is assumed where its sheet tells none, TB, at most; null for none.</param>
/// <param name="Logs">Whether a system that writes its log may lie on it, in words that follow it.</param>
/// <param name="MirroredBy">What mirrors it.</param>
public sealed record BootMedium(string Name, double? AssumedTB, string Logs, string MirroredBy);

/// <summary>Classes of boot media. Common practice, no source; volumes from memory.</summary>
public static class BootMedia
{
    // A stick is not rated; 5 TB are assumed at most.
    private static readonly BootMedium Stick =
            new("USB stick", 5, "may not lie on it, only one that starts and leaves it", "the system, as a pair of sticks"),
        Card =
            new(
                "SD card",
                5,
                "may not lie on it, only one that starts and leaves it",
                "a module for two cards on the board, or the system"
            ),
        Module = new("SATA module", null, "may lie on it from 0.3 drive-writes a day on", "the system, or the board’s RAID of two"),
        Disk = new("hard disk", null, "may lie on it, writing does not wear it", "the system, board, controller"),
        Safe = new("flash that outlives a power cut", null, "lies best on it", "the system, board, carrier, controller"),
        Flash = new("flash", null, "may lie on it", "the system, board, carrier, controller");

    public static BootMedium Of(DriveSheet drive) =>
        PortMedia.IsCard(drive.Form) ? Card
        : PortMedia.IsFrail(drive) ? Stick
        : drive.Form == PortMedia.SataModule ? Module
        : drive.Media == DriveMedia.Disk ? Disk
        : drive.PowerLossProtection == true ? Safe
        : Flash;
}
