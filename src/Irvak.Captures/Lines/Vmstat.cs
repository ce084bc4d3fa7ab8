using System.Globalization;
using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary>The table that <c>vmstat</c> prints: two heading lines, then a line per interval; the first is the mean since the
/// start.</summary>
internal sealed class Vmstat : LineReader
{
    private string[] _columns = [];
    private bool _headed;
    private readonly List<double[]> _rows = [];

    public override string Kind => "load";

    public override bool IsThere => _rows.Count > 0;

    public override LineFate Take(ReadOnlySpan<char> line, int number)
    {
        if (line.StartsWith("procs ---") || line.StartsWith("procs  ---"))
        {
            _headed = true;
            return LineFate.Used;
        }
        if (!_headed && _columns.Length == 0 && !line.TrimStart().StartsWith("r  b   swpd"))
            return LineFate.Foreign;
        var text = line.ToString();
        var words = text.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        if (words.Length > 3 && words[0] == "r" && words[1] == "b")
        {
            _columns = words;
            _headed = false;
            return LineFate.Used;
        }
        if (_columns.Length == 0 || words.Length < _columns.Length || _rows.Count >= 100_000)
            return LineFate.Foreign;
        var row = new double[_columns.Length];
        for (var i = 0; i < _columns.Length; i++)
            if (double.TryParse(words[i], NumberStyles.Float, CultureInfo.InvariantCulture, out var value))
                row[i] = value;
            else
                return LineFate.Foreign;
        _rows.Add(row);
        return LineFate.Used;
    }

    public override Observation AddTo(Observation seen)
    {
        if (!IsThere)
            return seen;
        var later = _rows.Count > 1 ? _rows.Skip(1).ToList() : _rows;
        double? Mean(string column) =>
            Array.IndexOf(_columns, column) is >= 0 and var at && later.All(r => at < r.Length) ? later.Average(r => r[at]) : null;
        return seen with
        {
            Load = (seen.Load ?? new SeenLoad()) with
            {
                SwapInKiBs = Mean("si"),
                SwapOutKiBs = Mean("so"),
                WriteKiBs = Mean("bo"),
                IdlePercent = Mean("id"),
            },
        };
    }

    public override IEnumerable<string> Remarks =>
        _rows.Count == 1 ? ["One line of load is the mean since the machine was started; run vmstat 10 7 to see the present."] : [];
}
