namespace Irvak.Captures;

/// <summary>Where the lines of a text begin.</summary>
internal sealed class LineStarts
{
    private readonly List<int> _starts = [0];

    public LineStarts(ReadOnlySpan<byte> text)
    {
        var at = 0;
        while (text[at..].IndexOf((byte)'\n') is >= 0 and var next)
        {
            at += next + 1;
            _starts.Add(at);
        }
    }

    public int Count => _starts.Count;

    private int _last;

    /// <summary>Offset at which a line begins, from 1.</summary>
    public int Start(int line) => _starts[line - 1];

    /// <summary>Line from 1 that an offset lies in.</summary>
    public int LineOf(int offset)
    {
        // Values come in their order; the line is nearly always the last one or the next.
        for (var i = 0; i < 3 && _last < _starts.Count && _starts[_last] <= offset; i++, _last++)
            if (_last + 1 == _starts.Count || _starts[_last + 1] > offset)
                return _last + 1;
        var at = _starts.BinarySearch(offset);
        _last = at >= 0 ? at : ~at - 1;
        return _last + 1;
    }
}
