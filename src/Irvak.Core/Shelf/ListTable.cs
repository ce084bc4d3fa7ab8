using System.Globalization;
using System.Text.RegularExpressions;
using Irvak.Core.Contracts;
using Irvak.Core.Sheets;

namespace Irvak.Core.Shelf;

/// <summary>A maker's list as it was read from a table, or what is wrong with it.</summary>
/// <param name="Rows">Its rows; those that say the same of the same part once.</param>
/// <param name="Problems">Each with the line it is about, as <c>/line/7</c>; when there is one, nothing is taken.</param>
public sealed record ReadList(IReadOnlyList<ListedPart> Rows, IReadOnlyList<SheetProblem> Problems);

/// <summary>Turns a pasted table into rows of a maker's list: by part number, or by brand, kind and size.</summary>
public static partial class ListTable
{
    public const int MostRows = 5_000;

    private enum Column
    {
        None,
        Number,
        Maker,
        Kind,
        Size,
        Use,
        Source,
        Date,
    }

    // Common practice, no source: headings met in such lists.
    private static readonly (Column Column, string[] Words)[] Headings =
    [
        (Column.Number, ["part number", "number", "model", "part", "part no", "part no.", "mpn", "pn", "p/n"]),
        (Column.Maker, ["maker", "manufacturer", "brand", "vendor"]),
        (Column.Kind, ["kind", "type", "interface", "category", "what"]),
        (Column.Size, ["size", "capacity"]),
        (Column.Use, ["use", "allowed for", "allowed as", "allows", "for"]),
        (Column.Source, ["source", "list"]),
        (Column.Date, ["date", "as of"]),
    ];

    /// <param name="headings">First row of the table.</param>
    /// <param name="rows">The others, each with its line.</param>
    /// <param name="what">Kind of the rows that do not tell theirs.</param>
    /// <param name="source">Name of the list, for rows that give none.</param>
    /// <param name="date">Day of the list, for rows that give none.</param>
    public static ReadList Read(
        IReadOnlyList<string> headings,
        IReadOnlyList<(int Line, IReadOnlyList<string> Cells)> rows,
        ListedKind what,
        string? source,
        DateOnly? date
    )
    {
        var columns = headings.Select(h => Headings.FirstOrDefault(x => x.Words.Contains(h.Trim().ToLowerInvariant())).Column).ToList();
        if (columns.All(c => c is Column.None or Column.Source or Column.Date))
            return new([], [new("/line/1", "The first line names the columns: part number, brand, kind, size, use, source, date.")]);
        if (columns.Where(c => c != Column.None).GroupBy(c => c).FirstOrDefault(g => g.Count() > 1) is { } twice)
            return new([], [new("/line/1", $"Two columns mean {Name(twice.Key)}.")]);
        if (rows.Count > MostRows)
            return new([], [new("/line/1", $"A list holds at most {MostRows} lines.")]);
        var (read, problems) = (new List<ListedPart>(), new List<SheetProblem>());
        foreach (var (line, cells) in rows)
        {
            string? Cell(Column column) =>
                columns.IndexOf(column) is >= 0 and var at && at < cells.Count && cells[at].Trim() is { Length: > 0 } text ? text : null;
            var (row, wrong) = Row(Cell, new ListedPart(what) { Source = source, Date = date });
            if (wrong is not null)
                problems.Add(new($"/line/{line}", $"Line {line}: {wrong}"));
            else if (!read.Contains(row!))
                read.Add(row!);
        }
        return new(read, problems);
    }

    /// <summary>A sheet's list with a newer one: what that says of a part takes the place of what was said before.</summary>
    /// <param name="replaced">Rows of before that gave way.</param>
    public static IReadOnlyList<ListedPart> Onto(IReadOnlyList<ListedPart> before, IReadOnlyList<ListedPart> newer, out int replaced)
    {
        static string? PartOf(ListedPart row) => row.Number is { } number ? $"{row.What} {ListedPart.Plain(number)}" : null;
        var named = newer.Select(PartOf).OfType<string>().ToHashSet();
        var kept = before.Where(r => !(PartOf(r) is { } part && named.Contains(part)) && !newer.Contains(r)).ToList();
        replaced = before.Count - kept.Count;
        return [.. kept, .. newer];
    }

    private static (ListedPart? Row, string? Wrong) Row(Func<Column, string?> cell, ListedPart row)
    {
        if (cell(Column.Kind) is { } kind)
        {
            if (Kind(kind, row) is not { } of)
                return (null, $"“{Cut(kind)}” is no kind known here: SATA disk, SAS disk, SATA SSD, NVMe SSD, registered memory, card …");
            row = of;
        }
        row = row with { Number = cell(Column.Number), Maker = cell(Column.Maker), Source = cell(Column.Source) ?? row.Source };
        if (row.Number is { } number && ListedPart.Plain(number).Length == 0)
            return (null, $"“{Cut(number)}” has neither letters nor digits.");
        if (cell(Column.Size) is { } size)
        {
            if (row.What == ListedKind.Card)
                return (null, "a card has no size.");
            if (Size(size, row.What) is not { } value)
                return (null, $"“{Cut(size)}” is no size, such as 4 TB or 32 GB.");
            row = row.What == ListedKind.Drive ? row with { TB = value } : row with { GiB = value };
        }
        if (cell(Column.Use) is { } use)
        {
            bool cache = Cache().IsMatch(use),
                volume = Volume().IsMatch(use);
            if (!cache && !volume && !Any().IsMatch(use))
                return (null, $"“{Cut(use)}” is no use known here: volume, cache or both.");
            if (row.What == ListedKind.Drive && cache != volume)
                row = row with { Only = cache ? ListedUse.Cache : ListedUse.Volume };
        }
        if (cell(Column.Date) is { } day)
        {
            if (!DateOnly.TryParseExact(day, "yyyy-MM-dd", CultureInfo.InvariantCulture, DateTimeStyles.None, out var date))
                return (null, $"“{Cut(day)}” is no date such as 2026-03-31.");
            row = row with { Date = date };
        }
        return row is { Number: null, Maker: null, Media: null, Protocol: null, Type: null, TB: null, GiB: null }
            ? (null, "names neither a part number nor a brand, kind or size: it would allow everything.")
            : (row, null);
    }

    private static ListedPart? Kind(string text, ListedPart row)
    {
        DriveProtocol? protocol =
            Nvme().IsMatch(text) ? DriveProtocol.Nvme
            : Sas().IsMatch(text) ? DriveProtocol.Sas
            : Sata().IsMatch(text) ? DriveProtocol.Sata
            : null;
        DriveMedia? media =
            Flash().IsMatch(text) || protocol == DriveProtocol.Nvme ? DriveMedia.Flash
            : Disk().IsMatch(text) ? DriveMedia.Disk
            : null;
        if (protocol is not null || media is not null)
            return row with { What = ListedKind.Drive, Protocol = protocol, Media = media };
        ModuleType? type =
            LoadReduced().IsMatch(text) ? ModuleType.LoadReduced
            : Registered().IsMatch(text) ? ModuleType.Registered
            : NoEcc().IsMatch(text) ? ModuleType.Unbuffered
            : Ecc().IsMatch(text) ? ModuleType.UnbufferedEcc
            : Unbuffered().IsMatch(text) ? ModuleType.Unbuffered
            : null;
        if (type is not null || Memory().IsMatch(text))
            return row with { What = ListedKind.Module, Type = type };
        return Card().IsMatch(text) ? row with { What = ListedKind.Card }
            : Drive().IsMatch(text) ? row with { What = ListedKind.Drive }
            : null;
    }

    private static double? Size(string text, ListedKind what)
    {
        if (SizeText().Match(text) is not { Success: true } m)
            return null;
        if (!double.TryParse(m.Groups[1].Value.Replace(',', '.'), NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var n))
            return null;
        var big = m.Groups[2].Value.StartsWith("T", StringComparison.OrdinalIgnoreCase);
        return n <= 0 ? null
            : what == ListedKind.Drive ? (big ? n : n / 1_000)
            : (big ? n * 1_024 : n);
    }

    private static string Name(Column column) =>
        column == Column.Number ? "the part number" : $"the {column.ToString().ToLowerInvariant()}";

    private static string Cut(string text) => text.Length > 40 ? text[..40] + "…" : text;

    private const RegexOptions Loose = RegexOptions.IgnoreCase;

    [GeneratedRegex(@"^(\d{1,6}(?:[.,]\d{1,3})?)\s*(T|G)i?B$", Loose)]
    private static partial Regex SizeText();

    [GeneratedRegex(@"\bnvme\b", Loose)]
    private static partial Regex Nvme();

    [GeneratedRegex(@"\bsas\b", Loose)]
    private static partial Regex Sas();

    [GeneratedRegex(@"\bsata\b", Loose)]
    private static partial Regex Sata();

    [GeneratedRegex(@"\b(?:ssd|flash|solid)\b", Loose)]
    private static partial Regex Flash();

    [GeneratedRegex(@"\b(?:disk|hdd|hard)\b", Loose)]
    private static partial Regex Disk();

    [GeneratedRegex(@"\bdrives?\b", Loose)]
    private static partial Regex Drive();

    [GeneratedRegex(@"\b(?:load.?reduced|lrdimm)\b", Loose)]
    private static partial Regex LoadReduced();

    [GeneratedRegex(@"\b(?:registered|rdimm)\b", Loose)]
    private static partial Regex Registered();

    [GeneratedRegex(@"\b(?:non|no|without)[ -]?ecc\b", Loose)]
    private static partial Regex NoEcc();

    [GeneratedRegex(@"\becc\b", Loose)]
    private static partial Regex Ecc();

    [GeneratedRegex(@"\b(?:unbuffered|udimm)\b", Loose)]
    private static partial Regex Unbuffered();

    [GeneratedRegex(@"\b(?:memory|modules?|dimm|so-?dimm|ram)\b", Loose)]
    private static partial Regex Memory();

    [GeneratedRegex(@"\b(?:cards?|controllers?|adapters?|network|nic|hba)\b", Loose)]
    private static partial Regex Card();

    [GeneratedRegex(@"\bcach", Loose)]
    private static partial Regex Cache();

    [GeneratedRegex(@"\b(?:volumes?|pools?|data|storage)\b", Loose)]
    private static partial Regex Volume();

    [GeneratedRegex(@"^(?:any|all|both|-|–)$", Loose)]
    private static partial Regex Any();
}
