namespace Irvak.Captures.Documents;

/// <summary>
/// A table of text: comma, semicolon or tab between columns with quotes as RFC 4180 has them, or columns that stand under each
/// other with two or more spaces between. The first row names the columns.
/// </summary>
internal sealed class CsvTable
{
    private const int MostRows = 100_000;
    private const int MostColumns = 64;
    private const int MostCells = 1_500_000;

    private delegate ReadOnlySpan<char> CellAt(int number);

    private readonly Dictionary<string, int> _at = new(StringComparer.OrdinalIgnoreCase);
    private readonly CellAt _cell;

    private CsvTable(CellAt cell, IReadOnlyList<string> columns, IReadOnlyList<Row> rows)
    {
        (_cell, Columns, Rows) = (cell, columns, rows);
        for (var i = 0; i < columns.Count; i++)
            _at.TryAdd(columns[i], i);
    }

    public IReadOnlyList<string> Columns { get; }

    /// <summary>Line from which on nothing was read, because the table is too long; 0 when all of it was.</summary>
    public int CutAt { get; private set; }

    public IReadOnlyList<Row> Rows { get; }

    /// <summary>A row with the line it begins in. Its cells are made into text when they are asked for.</summary>
    public sealed class Row(CsvTable table, int from, int count, int line) : IRecord
    {
        public int Count => count;

        public int Line => line;

        /// <summary>A cell without the spaces around it; empty where the row has none.</summary>
        public ReadOnlySpan<char> Cell(int column) => column >= 0 && column < count ? table._cell(from + column).Trim() : default;

        public IReadOnlyList<string> Texts() => [.. Enumerable.Range(from, count).Select(i => table._cell(i).ToString())];

        public string? Of(string name) =>
            table._at.TryGetValue(name, out var i) && Cell(i) is { IsEmpty: false } text ? text.ToString() : null;

        public bool Has(string name) => table._at.TryGetValue(name, out var i) && !Cell(i).IsEmpty;
    }

    /// <summary>The table of a text; null when its lines don't share columns.</summary>
    public static CsvTable? Read(string text)
    {
        var first = FirstLine(text, out var skipped);
        if (first is null)
            return null;
        var separator = new[] { '\t', ';', ',' }
            .Select(s => (s, n: first.Count(c => c == s)))
            .Where(x => x.n > 0)
            .OrderByDescending(x => x.n)
            .Select(x => (char?)x.s)
            .FirstOrDefault();
        return separator is { } s ? Separated(text, s, skipped) : Aligned(text);
    }

    private static string? FirstLine(string text, out int before)
    {
        before = 0;
        foreach (var range in text.AsSpan().Split('\n'))
        {
            before++;
            var line = text[range];
            if (!string.IsNullOrWhiteSpace(line) && !line.StartsWith("#TYPE", StringComparison.Ordinal) && !IsRule(line))
                return line;
        }
        return null;
    }

    /// <summary>A line of dashes or equals signs that separates a heading.</summary>
    private static bool IsRule(string line) => line.Trim().Length > 2 && line.All(c => c is '-' or '=' or '+' or ' ' or '\r' or '|');

    private static CsvTable? Separated(string text, char separator, int firstLine)
    {
        var rows = new List<Row>(Math.Min(text.AsSpan().Count('\n') + 1, MostRows));
        var scan = new CsvScan(text, separator, MostColumns, MostCells);
        CsvTable? table = null;
        var cut = 0;
        while (scan.NextRow(out var from, out var count, out var line))
        {
            if (rows.Count == MostRows || scan.Count > MostCells)
            {
                cut = line;
                break;
            }
            if (line < firstLine || (count == 1 && scan.Cell(from).IsWhiteSpace()))
                continue;
            if (table is not null)
            {
                rows.Add(new Row(table, from, count, line));
                continue;
            }
            if (count < 2)
                return null;
            table = new CsvTable(scan.Cell, [.. Enumerable.Range(from, count).Select(i => scan.Cell(i).Trim().ToString())], rows);
        }
        if (rows.Count == 0 || table is null)
            return null;
        table.CutAt = cut;
        return table;
    }

    /// <summary>Columns that stand under each other: a run of two spaces or a bar separates them.</summary>
    private static CsvTable? Aligned(string text)
    {
        var rows = new List<(List<string> Cells, int Line)>();
        var number = 0;
        foreach (var raw in text.Split('\n'))
        {
            number++;
            var line = raw.TrimEnd('\r');
            if (string.IsNullOrWhiteSpace(line) || IsRule(line))
                continue;
            if (rows.Count >= MostRows)
                break;
            var cells = System
                .Text.RegularExpressions.Regex.Split(line.Trim(), @"\s{2,}|\s*\|\s*")
                .Where(c => c.Length > 0)
                .Take(MostColumns)
                .ToList();
            rows.Add((cells, number));
        }
        // A listing of single words with one space between: the heading gives the count.
        if (rows.Count > 1 && rows[0].Cells.Count == 1)
            rows = [.. rows.Select(r => (r.Cells.SelectMany(c => c.Split(' ', StringSplitOptions.RemoveEmptyEntries)).ToList(), r.Line))];
        return
            rows.Count < 2 || rows[0].Cells.Count < 2 || rows.Skip(1).Count(r => r.Cells.Count == rows[0].Cells.Count) * 2 < rows.Count - 1
            ? null
            : Of(rows);
    }

    private static CsvTable Of(List<(List<string> Cells, int Line)> found)
    {
        var cells = found.SelectMany(r => r.Cells).ToArray();
        var rows = new List<Row>();
        var table = new CsvTable(i => cells[i], [.. found[0].Cells.Select(c => c.Trim())], rows);
        var at = found[0].Cells.Count;
        foreach (var (own, line) in found.Skip(1))
        {
            rows.Add(new Row(table, at, own.Count, line));
            at += own.Count;
        }
        return table;
    }
}
