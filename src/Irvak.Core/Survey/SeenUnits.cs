using Irvak.Core.Builds;
using Irvak.Core.Drives;
using Irvak.Core.Observations;
using Irvak.Core.Sheets;

namespace Irvak.Core.Survey;

/// <summary>Things that captures show, as units that can sit in places.</summary>
public static class SeenUnits
{
    /// <param name="by">Name of the capture.</param>
    /// <param name="countsIn">line or byte.</param>
    public static Unit Of(SeenDrive d, string by, string countsIn)
    {
        var sheet = new DriveSheet
        {
            Maker = d.Maker,
            Model = d.Model,
            Media = d.Rotational switch
            {
                true => DriveMedia.Disk,
                false => DriveMedia.Flash,
                _ => null,
            },
            Protocol = d.Transport switch
            {
                "sata" => DriveProtocol.Sata,
                "sas" => DriveProtocol.Sas,
                "nvme" => DriveProtocol.Nvme,
                "usb" => DriveProtocol.Usb,
                _ => null,
            },
            Form = d.Form is "3.5" or "2.5" ? d.Form : null,
            Bytes = d.Bytes is > 0 ? d.Bytes : null,
            Rpm = d.Rpm,
            SectorBytes = d.SectorBytes,
            PhysicalSectorBytes = d.PhysicalSectorBytes,
            LinkGbs = d.LinkMostGbs,
        };
        return new Unit
        {
            Drive = sheet,
            Serial = d.Serial,
            SystemName = d.Path,
            MemberOf = d.MemberOf ?? (d.Uses.Count > 0 ? string.Join(", ", d.Uses.Take(3)) : null),
            Grade = d.Health is null ? null : UsedGrades.Of(sheet, d.Health),
            Source = $"{by}, {countsIn} {d.Line}",
        };
    }

    public static Unit Of(SeenPci p, string by, string countsIn) =>
        new()
        {
            Card = new CardSheet
            {
                Name = p.Name is { Length: > 0 } name ? name[..Math.Min(name.Length, 100)] : p.Class ?? "card",
                Role = Role(p),
                Elec = p.WidthMost is > 0 ? p.WidthMost : null,
                Gen = p.GenMost is > 0 ? p.GenMost : null,
            },
            SystemName = p.Address,
            Source = $"{by}, {countsIn} {p.Line}",
        };

    /// <summary>
    /// The same thing known from two sources: what the first knows stands, and the second fills its gaps. Name in the system, array
    /// and grade change with time, so the newer word counts.
    /// </summary>
    public static Unit Joined(Unit known, Unit more) =>
        known with
        {
            Serial = known.Serial ?? more.Serial,
            SystemName = more.SystemName ?? known.SystemName,
            MemberOf = more.MemberOf ?? known.MemberOf,
            Grade = more.Grade ?? known.Grade,
            Drive =
                known.Drive is not { } a || more.Drive is not { } b
                    ? known.Drive
                    : a with
                    {
                        Model = a.Model ?? b.Model,
                        // Tools that round tell fewer bytes than the drive has.
                        Bytes = b.Bytes ?? a.Bytes,
                        Media = a.Media ?? b.Media,
                        Protocol = a.Protocol ?? b.Protocol,
                        Rpm = a.Rpm ?? b.Rpm,
                        SectorBytes = a.SectorBytes ?? b.SectorBytes,
                        PhysicalSectorBytes = a.PhysicalSectorBytes ?? b.PhysicalSectorBytes,
                    },
        };

    /// <summary>Role by class code (PCI Code and ID Assignment Specification), by the class's words where numbers are missing.</summary>
    private static CardRole Role(SeenPci p)
    {
        var (code, words) = (p.ClassCode ?? "", p.Class ?? "");
        if (
            code.StartsWith("01", StringComparison.Ordinal)
            || words.Contains("SATA", StringComparison.Ordinal)
            || words.Contains("SCSI", StringComparison.Ordinal)
            || words.Contains("RAID", StringComparison.Ordinal)
            || words.Contains("memory controller", StringComparison.Ordinal)
        )
            return CardRole.Controller;
        if (
            code.StartsWith("02", StringComparison.Ordinal)
            || words.Contains("thernet", StringComparison.Ordinal)
            || words.Contains("Network", StringComparison.Ordinal)
        )
            return CardRole.Network;
        return
            code.StartsWith("03", StringComparison.Ordinal)
            || words.Contains("VGA", StringComparison.Ordinal)
            || words.Contains("3D controller", StringComparison.Ordinal)
            ? CardRole.Graphics
            : CardRole.Other;
    }
}
