using System.Text.Json.Serialization;
using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

/// <summary>What kind of part a row of a maker's list is about.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<ListedKind>))]
public enum ListedKind
{
    [JsonStringEnumMemberName("module")]
    Module,

    [JsonStringEnumMemberName("drive")]
    Drive,

    [JsonStringEnumMemberName("card")]
    Card,
}

/// <summary>What a list allows a drive for, where it does not allow all.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<ListedUse>))]
public enum ListedUse
{
    [JsonStringEnumMemberName("volume")]
    Volume,

    [JsonStringEnumMemberName("cache")]
    Cache,
}

/// <summary>A row of the list of parts that a machine's maker allows: a part by its number, or all of a brand, kind and size. A field that
/// is null narrows nothing.</summary>
/// <param name="What">Kind of part.</param>
public sealed record ListedPart(ListedKind What) : KeepsMore
{
    /// <summary>Part number of a module, model of a drive, name of a card; null for a row that names a kind.</summary>
    public string? Number { get; init; }

    public string? Maker { get; init; }

    public DriveMedia? Media { get; init; }

    public DriveProtocol? Protocol { get; init; }

    public ModuleType? Type { get; init; }

    /// <summary>Size of a drive, TB of 10¹² bytes.</summary>
    public double? TB { get; init; }

    /// <summary>Size of a module, GiB.</summary>
    public double? GiB { get; init; }

    /// <summary>The only use that is allowed; null for any.</summary>
    public ListedUse? Only { get; init; }

    /// <summary>Name of the list, or where it was read.</summary>
    public string? Source { get; init; }

    /// <summary>Day of the list.</summary>
    public DateOnly? Date { get; init; }

    /// <summary>Numbers are the same whatever spaces, dashes and capitals they are written with.</summary>
    public static string Plain(string number) => new([.. number.Where(char.IsLetterOrDigit).Select(char.ToUpperInvariant)]);
}

/// <summary>The largest drive of a kind that a maker's sheet names for a bay: 2 TB for SATA disks, 1.8 TB for SAS disks.</summary>
/// <param name="TB">TB of 10¹² bytes.</param>
public sealed record DriveLimit(double TB, DriveProtocol? Protocol = null, DriveMedia? Media = null) : KeepsMore
{
    /// <summary>False when the drive is surely of another kind.</summary>
    public bool MayMean(DriveSheet drive) =>
        (Protocol is null || drive.Protocol is null || Protocol == drive.Protocol)
        && (Media is null || drive.Media is null || Media == drive.Media);
}
