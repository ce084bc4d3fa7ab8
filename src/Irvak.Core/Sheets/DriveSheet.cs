using System.Text.Json.Serialization;
using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

[JsonConverter(typeof(JsonStringEnumConverter<DriveMedia>))]
public enum DriveMedia
{
    [JsonStringEnumMemberName("disk")]
    Disk,

    [JsonStringEnumMemberName("flash")]
    Flash,

    [JsonStringEnumMemberName("tape")]
    Tape,
}

[JsonConverter(typeof(JsonStringEnumConverter<DriveProtocol>))]
public enum DriveProtocol
{
    [JsonStringEnumMemberName("sata")]
    Sata,

    [JsonStringEnumMemberName("sas")]
    Sas,

    [JsonStringEnumMemberName("nvme")]
    Nvme,

    [JsonStringEnumMemberName("usb")]
    Usb,
}

/// <summary>What a drive is. A field that is not known is null.</summary>
public sealed record DriveSheet : KeepsMore
{
    /// <summary>Cases that are told apart.</summary>
    public static readonly IReadOnlyList<string> Forms =
    [
        "3.5",
        "2.5",
        "5.25",
        "m.2",
        "msata",
        "u.2",
        "u.3",
        "e1.s",
        "aic",
        .. PortMedia.Forms,
    ];

    public string? Maker { get; init; }

    public string? Model { get; init; }

    public DriveMedia? Media { get; init; }

    public DriveProtocol? Protocol { get; init; }

    /// <summary>3.5, 2.5, 5.25, m.2, msata, u.2, u.3, e1.s or aic.</summary>
    public string? Form { get; init; }

    /// <summary>Capacity in bytes, as counted by sectors where a capture told it.</summary>
    public long? Bytes { get; init; }

    public double? HeightMm { get; init; }

    /// <summary>Length of an M.2 module, mm.</summary>
    public int? LengthMm { get; init; }

    /// <summary>Notches of an M.2 module: M, B or B+M.</summary>
    public string? Key { get; init; }

    /// <summary>True for an M.2 module with chips on both sides.</summary>
    public bool? DoubleSided { get; init; }

    /// <summary>Turns per minute; 0 for flash.</summary>
    public int? Rpm { get; init; }

    /// <summary>Logical sector, bytes: 512, 520, 528 or 4096.</summary>
    public int? SectorBytes { get; init; }

    public int? PhysicalSectorBytes { get; init; }

    /// <summary>Highest link rate, Gb/s per lane.</summary>
    public double? LinkGbs { get; init; }

    /// <summary>PCI Express lanes of an NVMe drive.</summary>
    public int? Lanes { get; init; }

    public int? Gen { get; init; }

    public bool? Shingled { get; init; }

    /// <summary>True when what is in flight survives a loss of power.</summary>
    public bool? PowerLossProtection { get; init; }

    /// <summary>True when it gives up on a bad sector within seconds, as arrays need.</summary>
    public bool? ErrorRecoveryLimit { get; init; }

    /// <summary>True when the third pin of its plug switches it off.</summary>
    public bool? PowerDisable { get; init; }

    public bool? SelfEncrypting { get; init; }

    /// <summary>desktop, nearline, enterprise, 10k, 15k, client or camera.</summary>
    public string? Class { get; init; }

    /// <summary>Rated volume of writes, TB.</summary>
    public double? RatedWritesTB { get; init; }

    /// <summary>Rated drive-writes per day over the warranty.</summary>
    public double? WritesPerDay { get; init; }

    public double? WarrantyYears { get; init; }

    /// <summary>Mean time to failure by the maker's sheet, hours.</summary>
    public int? MttfHours { get; init; }

    /// <summary>Exponent of the unreadable-sector rate per bit read: 14 for 10⁻¹⁴.</summary>
    public int? UnreadableExponent { get; init; }

    /// <summary>Steady rate of reading in order on the outer track, MB/s.</summary>
    public int? ReadMBs { get; init; }

    public int? WriteMBs { get; init; }

    public double? WattActive { get; init; }

    public double? WattIdle { get; init; }

    /// <summary>Current on 12 V while it spins up, A.</summary>
    public double? SpinUpAmp { get; init; }

    /// <summary>Highest temperature in use, °C.</summary>
    public int? MostCelsius { get; init; }
}
