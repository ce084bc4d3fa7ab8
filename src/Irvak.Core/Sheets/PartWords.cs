using Irvak.Core.Quantities;

namespace Irvak.Core.Sheets;

/// <summary>How parts are named: shortly for plate and ladder, at length for lists.</summary>
public static class PartWords
{
    /// <summary>The kind of a part in one word, for search and grouping.</summary>
    public static string KindOf(this ShelfPart part) =>
        part switch
        {
            { Module: not null } => "module",
            { Processor: not null } => "processor",
            { Drive.Media: DriveMedia.Flash } => "flash drive",
            { Drive.Media: DriveMedia.Tape } => "tape drive",
            { Drive: not null } => "hard disk",
            { Card.Role: CardRole.Controller } => "controller",
            { Card.Role: CardRole.Network } => "network card",
            { Card.Role: CardRole.Carrier } => "carrier",
            { Card.Role: CardRole.PortCard } => "port card",
            { Card: not null } => "card",
            { Accessory: { } accessory } => accessory.Kind.Name(),
            _ => "part",
        };

    public static string LongName(this ShelfPart part) => Of(part.Module, part.Processor, part.Drive, part.Card, part.Accessory, true);

    public static string ShortName(this ShelfPart part) => Of(part.Module, part.Processor, part.Drive, part.Card, part.Accessory, false);

    internal static string Of(
        ModuleSheet? module,
        ProcessorSheet? processor,
        DriveSheet? drive,
        CardSheet? card,
        AccessorySheet? accessory,
        bool atLength
    ) =>
        module is not null
            ? atLength
                ? module.Long
                : module.Short
            : drive is not null
                ? atLength
                    ? drive.Long()
                    : drive.Short()
                : processor?.Name
                    ?? (
                        card is not null
                            ? atLength
                                ? card.Long()
                                : card.Name
                            : accessory?.Name ?? (atLength ? "an unknown part" : "unknown")
                    );

    public static string Name(this AccessoryKind kind) =>
        kind switch
        {
            AccessoryKind.CacheUnit => "cache unit",
            AccessoryKind.FeatureKey => "feature key",
            _ => kind.ToString().ToLowerInvariant(),
        };

    public static string Name(this DriveProtocol protocol) =>
        protocol switch
        {
            DriveProtocol.Sata => "SATA",
            DriveProtocol.Sas => "SAS",
            DriveProtocol.Nvme => "NVMe",
            _ => "USB",
        };

    /// <summary>"4 TB SATA", "960 GB SATA flash".</summary>
    public static string Short(this DriveSheet drive) =>
        string.Join(
            ' ',
            new[]
            {
                drive.Bytes is { } b ? DiskSpace.Nominal(b)
                : drive.Media == DriveMedia.Tape ? drive.Model
                : "drive of unknown size",
                drive.Protocol?.Name(),
                drive.Media == DriveMedia.Flash && drive.Protocol != DriveProtocol.Nvme ? "flash" : null,
            }.Where(s => s is not null)
        );

    /// <summary>"4 TB SATA hard disk, 3.5 inch, 7200/min, model".</summary>
    public static string Long(this DriveSheet drive)
    {
        var what = drive.Media switch
        {
            DriveMedia.Flash => "flash drive",
            DriveMedia.Tape => "tape drive",
            DriveMedia.Disk => "hard disk",
            _ => "drive",
        };
        var form =
            drive.Form is "3.5" or "2.5" or "5.25" ? drive.Form + " inch"
            : drive.Form == "msata" ? "mSATA"
            : drive.Form == PortMedia.Usb ? "stick"
            : drive.Form == PortMedia.Sd ? "SD card"
            : drive.Form == PortMedia.MicroSd ? "microSD card"
            : drive.Form == PortMedia.SataModule ? "module"
            : drive.Form?.ToUpperInvariant();
        var first = string.Join(
            ' ',
            new[] { drive.Bytes is { } b ? DiskSpace.Nominal(b) : null, drive.Protocol?.Name(), what }.Where(s => s is not null)
        );
        return string.Join(
            ", ",
            new[] { first, form, drive.Rpm is > 0 and var rpm ? $"{rpm}/min" : null, drive.Model }.Where(s => !string.IsNullOrEmpty(s))
        );
    }

    /// <summary>"Corvath C8, RAID with 2048 MiB cache, ×8 gen 4".</summary>
    public static string Long(this CardSheet card) =>
        string.Join(
            ", ",
            new[]
            {
                card.Name,
                card.Controller is { CacheMiB: { } cache } ? $"{cache} MiB cache" : null,
                card.Network is { } n ? $"{n.Ports} × {n.RatesGbs.DefaultIfEmpty(0).Max().ToString("0.#")} Gb/s" : null,
                card.Elec is { } lanes and > 0 ? $"×{lanes}{(card.Gen is { } g ? $" gen {g}" : "")}"
                : card.Bus == CardBus.Pci ? "conventional PCI"
                : null,
            }.Where(s => !string.IsNullOrEmpty(s))
        );
}
