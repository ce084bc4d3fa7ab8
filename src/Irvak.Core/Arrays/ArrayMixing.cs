using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Arrays;

/// <summary>Drives that don't belong into one array, or not into any.</summary>
public static class ArrayMixing
{
    public static readonly Rule Media = new(
        "ARR-MEDIA",
        Family.Array,
        Severity.Care,
        "{array} mixes disks and flash.",
        "The array is as slow as its slowest member, and most controllers refuse the mix.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Protocol = new(
        "ARR-PROTOCOL",
        Family.Array,
        Severity.Care,
        "{array} mixes {protocols}.",
        "Many controllers refuse members of two protocols in one array.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Sectors = new(
        "ARR-SECTOR",
        Family.Array,
        Severity.Stop,
        "{array} mixes sectors of 512 and of 4096 bytes, these in {places}.",
        "Members must answer in the same sectors; controllers and the kernel refuse the mix or corrupt small writes.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Shingled = new(
        "ARR-SHINGLED",
        Family.Array,
        Severity.Care,
        "{array} holds drives that write in shingles, in {places}: rewriting in place stalls them.",
        "A rebuild or small writes into parity stall such drives for minutes; controllers then throw them out.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Recovery = new(
        "ARR-RECOVERY",
        Family.Array,
        Severity.Care,
        "{array} holds drives that try on a bad sector for minutes, in {places}: it takes them for dead meanwhile.",
        "Drives for arrays give up within seconds, and the array supplies the sector from its redundancy.",
        "drive's sheet; common practice, no source",
        Basis.Sheet
    );

    internal static IEnumerable<Finding> Judge(ArrayInput q, ArrayFigures array)
    {
        var plan = array.Plan;
        var drives = plan.Members.Select(p => (Place: p, Drive: q.Planned.At(p)?.Drive)).Where(d => d.Drive is not null).ToList();
        Place[] all = [.. plan.Members];
        if (drives.Select(d => d.Drive!.Media).OfType<DriveMedia>().Distinct().Count() > 1)
            yield return Finding.Of(Media, all, null, ("array", plan.Name));
        var protocols = drives.Select(d => d.Drive!.Protocol).OfType<DriveProtocol>().Distinct().Order().ToList();
        if (protocols.Count > 1)
            yield return Finding.Of(
                Protocol,
                all,
                null,
                ("array", plan.Name),
                ("protocols", Say.Words([.. protocols.Select(p => p.Name())]))
            );
        var large = drives.Where(d => d.Drive!.SectorBytes == 4096).Select(d => d.Place).ToList();
        if (large.Count > 0 && drives.Any(d => d.Drive!.SectorBytes == 512))
            yield return Finding.Of(Sectors, large, null, ("array", plan.Name), ("places", Stated.At(large)));
        if (
            LevelTable.Of(plan.Level).Penalty >= 4
            && drives.Where(d => d.Drive!.Shingled == true).Select(d => d.Place).ToList() is { Count: > 0 } shingled
        )
            yield return Finding.Of(Shingled, shingled, null, ("array", plan.Name), ("places", Stated.At(shingled)));
        if (
            array.Surely > 0
            && drives.Where(d => d.Drive!.ErrorRecoveryLimit == false).Select(d => d.Place).ToList() is { Count: > 0 } patient
        )
            yield return Finding.Of(Recovery, patient, null, ("array", plan.Name), ("places", Stated.At(patient)));
    }
}
