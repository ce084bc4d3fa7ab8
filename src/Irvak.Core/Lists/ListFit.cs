using Irvak.Core.Builds;
using Irvak.Core.Caches;
using Irvak.Core.Evidence;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Lists;

/// <summary>Whether the parts of a plan stand on the list of the machine's maker, and for what.</summary>
public static class ListFit
{
    public static readonly Rule Off = new(
        "SHELF-LIST",
        Family.Shelf,
        Severity.Care,
        "{part} in {place} is not on the maker’s list of {list}; {counts}.",
        "A maker tests the parts on the list and answers for them. A part of the same size and kind that is not named is off the list: "
            + "the policy and what was logged decide.",
        "the maker's list",
        Basis.Sheet
    );

    public static readonly Rule Use = new(
        "SHELF-LIST-USE",
        Family.Shelf,
        Severity.Care,
        "{part} in {place} is on the maker’s list for {allowed} only, and serves as {its} here.",
        "What is listed for a cache was not tested as a volume, nor the other way round.",
        "the maker's list",
        Basis.Sheet
    )
    {
        Sheet = WorkingSheet.Arrays,
    };

    public static readonly Rule Asked = new(
        "SHELF-LIST-ASK",
        Family.Shelf,
        Severity.Note,
        "Whether {part} in {place} is on the maker’s list of {what} is not known: its {missing} was not told.",
        "A list names parts by number, or by brand, kind and size.",
        "the maker's list",
        Basis.Sheet
    );

    public static IEnumerable<Finding> Judge(CacheInput q)
    {
        if (q.Sheet.Listed.Count == 0)
            return [];
        var list = MakersList.Of(q.Sheet);
        var all = q.Planned.Units.Select(u => About(q, list, u.Key, u.Value)).OfType<Finding>();
        return Finding.Joined([.. all.OrderBy(f => f.Places[0].ToString(), StringComparer.Ordinal)], q.Changed);
    }

    /// <summary>Every kind of new part that the list does not name, with its evidence; the handover names them under every
    /// policy.</summary>
    public static IEnumerable<OffListPart> OffList(CacheInput q)
    {
        if (q.Sheet.Listed.Count == 0)
            return [];
        var list = MakersList.Of(q.Sheet);
        return from change in q.Changes
            where change.BringsPart && list.About(change.In!, out _) == Listing.Missing
            group change by change.In!.Long into same
            let first = same.First().In!
            select new OffListPart(
                $"{same.Count()} × {same.Key}",
                [.. same.Select(c => c.Place)],
                $"not on the maker’s list{Dated(q.Sheet, MakersList.KindOf(first)!.Value)}; {Counts(first, TrackOf(q, first))}",
                q.Policy.Support()
            );
    }

    private static Finding? About(CacheInput q, MakersList list, Place place, Unit unit)
    {
        (string, Stated) at = ("place", Stated.At(place)),
            part = ("part", unit.Drive?.Model ?? unit.Module?.PartNumber ?? unit.Short);
        switch (list.About(unit, out var row))
        {
            case Listing.Missing:
                var (kind, track) = (MakersList.KindOf(unit)!.Value, TrackOf(q, unit));
                return PolicyTable.SeverityOf(q.Policy, track.Standing) is not { } severity
                    ? null
                    : Finding.Of(
                        On(Off, kind),
                        [place],
                        new Worked(
                            [
                                new("part", unit.Long),
                                new("rows of the list", $"{q.Sheet.Listed.Count(r => r.What == kind)}"),
                                new("logged in this machine", Counts(unit, track)),
                            ],
                            new WorkedLine($"policy {q.Policy.Name()}", severity.ToString().ToLowerInvariant(), true),
                            SourceOf(q.Sheet, kind)
                        ),
                        at,
                        part,
                        ("list", What(kind) + Dated(q.Sheet, kind)),
                        ("counts", Counts(unit, track))
                    ) with
                    {
                        Severity = severity,
                    };
            case Listing.NotKnown:
                var asked = MakersList.KindOf(unit)!.Value;
                return Finding.Of(On(Asked, asked), [place], null, at, part, ("what", What(asked)), ("missing", Missing(unit, asked)));
            case Listing.Named when row!.Only is { } only && UseOf(q, place) is { } use && use != only:
                return Finding.Of(Use, [place], null, at, part, ("allowed", Word(only)), ("its", Word(use))) with
                {
                    Severity = q.Policy == Policy.Listed ? Severity.Stop : Severity.Care,
                };
            default:
                return null;
        }
    }

    /// <summary>The rule on the sheet of Fit where such parts are chosen.</summary>
    private static Rule On(Rule rule, ListedKind kind) =>
        rule with
        {
            Sheet = kind switch
            {
                ListedKind.Module => WorkingSheet.Memory,
                ListedKind.Drive => WorkingSheet.Arrays,
                _ => WorkingSheet.Lanes,
            },
        };

    /// <summary>Logged tries of its kind and size: nobody logs one part number alone.</summary>
    private static Track TrackOf(CacheInput q, Unit unit) =>
        unit.Module is { } module ? q.Evidence.ForModule(q.Sheet.Id, q.System.Firmware, module)
        : unit.Drive?.Bytes is { } bytes ? q.Evidence.ForDrive(q.Sheet.Id, q.System.Firmware, bytes / 1e12)
        : new Track(0, 0, false, []);

    private static string Counts(Unit unit, Track track) =>
        track.Works + track.Fails == 0 ? track.Counts : $"of {(unit.Module is null ? "this size" : "this kind and size")} {track.Counts}";

    private static ListedUse? UseOf(CacheInput q, Place place) =>
        q.Caches.Any(c => c.Places.Contains(place)) ? ListedUse.Cache
        : q.Arrays.Any(a => a.Members.Contains(place) || a.AllSpares.Contains(place)) ? ListedUse.Volume
        : null;

    private static string Word(ListedUse use) => use == ListedUse.Cache ? "a cache" : "a volume";

    private static string What(ListedKind kind) =>
        kind switch
        {
            ListedKind.Module => "memory",
            ListedKind.Drive => "drives",
            _ => "cards",
        };

    private static string Missing(Unit unit, ListedKind kind) =>
        kind switch
        {
            ListedKind.Module when unit.Module!.PartNumber is null => "part number",
            ListedKind.Drive when unit.Drive!.Model is null => "model",
            _ => "brand, kind or size",
        };

    private static string Dated(MachineSheet sheet, ListedKind kind) =>
        sheet.Listed.Where(r => r.What == kind).Max(r => r.Date) is { } day ? $" of {day:yyyy-MM-dd}" : "";

    private static string SourceOf(MachineSheet sheet, ListedKind kind) =>
        sheet.Listed.FirstOrDefault(r => r.What == kind && r.Source is not null)?.Source ?? Off.Source;
}
