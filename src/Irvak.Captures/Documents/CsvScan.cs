using System.Buffers;
using System.Text;

namespace Irvak.Captures.Documents;

/// <summary>Goes through a separated table row by row (quotes as RFC 4180 has them) and keeps where each cell stands in the text.</summary>
internal sealed class CsvScan(string text, char separator, int mostColumns, int mostCells)
{
    // As many as there can be: a list that grows by doubling would be copied as often as it is read.
    private readonly List<(int Start, int Length)> _cells = new(
        Math.Min(text.AsSpan().Count(separator) + text.AsSpan().Count('\n') + 1, mostCells)
    );

    // Cells that are not one stretch of the text: doubled quotes, text around quotes.
    private readonly Dictionary<int, string> _made = [];
    private readonly SearchValues<char> _signs = SearchValues.Create([separator, '"', '\n', '\r']);
    private int _at,
        _line = 1;

    public int Count => _cells.Count;

    public ReadOnlySpan<char> Cell(int number) =>
        _made.Count > 0 && _made.TryGetValue(number, out var made) ? made : text.AsSpan(_cells[number].Start, _cells[number].Length);

    public bool NextRow(out int from, out int count, out int line)
    {
        (from, count, line) = (_cells.Count, 0, _line);
        if (_at >= text.Length)
            return false;
        while (true)
        {
            // Beyond the last column the rest of the row is one cell.
            TakeCell(_cells.Count - from >= mostColumns);
            if (_at < text.Length && text[_at] == separator)
            {
                _at++;
                continue;
            }
            if (_at < text.Length)
            {
                _at++;
                _line++;
            }
            count = _cells.Count - from;
            return true;
        }
    }

    /// <summary>Takes one cell and stands on the sign that ends it: a separator, a line end or the end of the text.</summary>
    private void TakeCell(bool last)
    {
        var start = _at;
        while (start < text.Length && text[start] == ' ')
            start++;
        if (start < text.Length && text[start] == '"')
        {
            var end = text.AsSpan(start + 1).IndexOf('"');
            if (end >= 0 && Ends(start + end + 2, out var after))
            {
                var inside = text.AsSpan(start + 1, end);
                _cells.Add((start + 1, end));
                _line += inside.Count('\n');
                _at = after;
                return;
            }
        }
        else if (!last)
        {
            var plain = text.AsSpan(_at).IndexOfAny(_signs);
            var end = plain < 0 ? text.Length : _at + plain;
            if (Ends(end, out var after))
            {
                _cells.Add((_at, end - _at));
                _at = after;
                return;
            }
        }
        _made[_cells.Count] = Piece(last);
        _cells.Add((0, 0));
    }

    /// <summary>True where a cell ends; a return before a new line belongs to neither.</summary>
    private bool Ends(int at, out int after)
    {
        after = at < text.Length && text[at] == '\r' ? at + 1 : at;
        return after >= text.Length || text[after] == '\n' || (after == at && text[at] == separator);
    }

    private string Piece(bool last)
    {
        var cell = new StringBuilder();
        var (quoted, blank) = (false, true);
        for (; _at < text.Length; _at++)
        {
            var c = text[_at];
            if (quoted)
            {
                if (c == '"' && _at + 1 < text.Length && text[_at + 1] == '"')
                {
                    cell.Append('"');
                    _at++;
                }
                else if (c == '"')
                    (quoted, blank) = (false, false);
                else
                {
                    cell.Append(c);
                    if (c == '\n')
                        _line++;
                }
            }
            else if (c == '"' && blank)
            {
                cell.Clear();
                quoted = true;
            }
            else if ((c == separator && !last) || c == '\n')
                break;
            else if (c != '\r')
            {
                cell.Append(c);
                blank &= c == ' ';
            }
        }
        return cell.ToString();
    }
}
