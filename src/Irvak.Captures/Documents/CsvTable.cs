using System.Text;

namespace Irvak.Captures.Documents;

/// <summary>
/// A table of text: comma, semicolon or tab between columns with quotes as RFC 4180 has them, or columns that stand under each
/// other with two or more spaces between. The first row names the columns.
/// </summary>
internal sealed class CsvTable
{
    private const int MostRows = 100_000;
    private const int MostColumns = 64;

    private readonly Dictionary<string, int> _at = new(StringComparer.OrdinalIgnoreCase);

    public IReadOnlyList<string> Columns { get; private init; } = [];

    public IReadOnlyList<Row> Rows { get; private init; } = [];

    /// <summary>A row with the line it begins in.</summary>
    public sealed class Row(CsvTable table, IReadOnlyList<string> cells, int line) : IRecord
    {
        public IReadOnlyList<string> Cells => cells;

        public int Line => line;

        public string? Of(string name)
        {
            return table._at.TryGetValue(name, out var i) && i < cells.Count && cells[i].Trim() is { Length: > 0 } text ? text : null;
        }
    }

    /// <summary>The table of a text; null when its lines don't share columns.</summary>
    public static CsvTable? Read(string text)
    {
        var first = FirstLine(text, out var skipped);
        if (first is null) return null;
        var separator = new[] { '\t', ';', ',' }.Select(s => (s, n: first.Count(c => c == s))).Where(x => x.n > 0).OrderByDescending(x => x.n).Select(x => (char?)x.s).FirstOrDefault();
        return separator is { } s ? Separated(text, s, skipped) : Aligned(text);
    }

    private static string? FirstLine(string text, out int before)
    {
        before = 0;
        foreach (var range in text.AsSpan().Split('\n'))
        {
            before++;
            var line = text[range];
            if (!string.IsNullOrWhiteSpace(line) && !line.StartsWith("#TYPE", StringComparison.Ordinal) && !IsRule(line)) return line;
        }
        return null;
    }

    /// <summary>A line of dashes or equals signs that separates a heading.</summary>
    private static bool IsRule(string line) => line.Trim().Length > 2 && line.All(c => c is '-' or '=' or '+' or ' ' or '\r' or '|');

    private static CsvTable? Separated(string text, char separator, int firstLine)
    {
        var rows = new List<(List<string> Cells, int Line)>();
        var cells = new List<string>();
        var cell = new StringBuilder();
        var (quoted, blank, line, began) = (false, true, 1, 1);
        void EndRow()
        {
            cells.Add(cell.ToString());
            cell.Clear();
            blank = true;
            if (line >= firstLine && (cells.Count > 1 || cells[0].Trim().Length > 0) && rows.Count < MostRows) rows.Add((cells, began));
            cells = [];
        }
        var signs = System.Buffers.SearchValues.Create([separator, '"', '\n', '\r']);
        for (var i = 0; i < text.Length; i++)
        {
            var c = text[i];
            // Most of a table is plain text; it is taken over in one piece up to the next sign that means something.
            if (!quoted && text.AsSpan(i).IndexOfAny(signs) is > 1 and var plain)
            {
                var piece = text.AsSpan(i, plain);
                cell.Append(piece);
                blank &= piece.IndexOfAnyExcept(' ') < 0;
                i += plain - 1;
                continue;
            }
            if (quoted && text.AsSpan(i).IndexOfAny('"', '\n') is > 1 and var inside)
            {
                cell.Append(text.AsSpan(i, inside));
                i += inside - 1;
                continue;
            }
            if (quoted)
            {
                if (c == '"' && i + 1 < text.Length && text[i + 1] == '"') { cell.Append('"'); i++; }
                else if (c == '"') (quoted, blank) = (false, false);
                else { cell.Append(c); if (c == '\n') line++; }
            }
            else if (c == '"' && blank) { cell.Clear(); quoted = true; }
            else if (c == separator && cells.Count < MostColumns) { cells.Add(cell.ToString()); cell.Clear(); blank = true; }
            else if (c == '\n') { EndRow(); line++; began = line; }
            else if (c != '\r') { cell.Append(c); blank &= c == ' '; }
        }
        if (cell.Length > 0 || cells.Count > 0) EndRow();
        if (rows.Count < 2 || rows[0].Cells.Count < 2) return null;
        return Of(rows);
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
            if (string.IsNullOrWhiteSpace(line) || IsRule(line)) continue;
            if (rows.Count >= MostRows) break;
            var cells = System.Text.RegularExpressions.Regex.Split(line.Trim(), @"\s{2,}|\s*\|\s*").Where(c => c.Length > 0).Take(MostColumns).ToList();
            rows.Add((cells, number));
        }
        // A listing of single words with one space between: the heading gives the count.
        if (rows.Count > 1 && rows[0].Cells.Count == 1)
            rows = [.. rows.Select(r => (r.Cells.SelectMany(c => c.Split(' ', StringSplitOptions.RemoveEmptyEntries)).ToList(), r.Line))];
        return rows.Count < 2 || rows[0].Cells.Count < 2 || rows.Skip(1).Count(r => r.Cells.Count == rows[0].Cells.Count) * 2 < rows.Count - 1 ? null : Of(rows);
    }

    private static CsvTable Of(List<(List<string> Cells, int Line)> rows)
    {
        var list = new List<Row>();
        var table = new CsvTable { Columns = [.. rows[0].Cells.Select(c => c.Trim())], Rows = list };
        for (var i = 0; i < table.Columns.Count; i++) table._at.TryAdd(table.Columns[i], i);
        list.AddRange(rows.Skip(1).Select(r => new Row(table, r.Cells, r.Line)));
        return table;
    }
}
