namespace Irvak.Core.Sheets;

/// <summary>Media that stand on a port of the board instead of lying in a bay: sticks, cards, SATA modules. The port is a group of bays of
/// the medium's own form.</summary>
public static class PortMedia
{
    public const string Usb = "usb",
        Sd = "sd",
        MicroSd = "microsd",
        SataModule = "sata-module";

    public static readonly IReadOnlyList<string> Forms = [Usb, Sd, MicroSd, SataModule];

    public static bool IsOne(string? form) => form is not null && Forms.Contains(form);

    public static bool IsCard(string? form) => form is Sd or MicroSd;

    /// <summary>True for sticks and cards: nothing levels their wear well, nothing rates it. A disk or a drive in a case that hangs on USB
    /// is none.</summary>
    public static bool IsFrail(DriveSheet drive) =>
        IsCard(drive.Form) || (drive is { Protocol: DriveProtocol.Usb, Media: not DriveMedia.Disk, Form: null or Usb });
}
