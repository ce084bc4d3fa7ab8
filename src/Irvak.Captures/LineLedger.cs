namespace Irvak.Captures;

/// <summary>Keeps account of every line that is not blank: used, or not understood with its reason.</summary>
internal sealed class LineLedger
{
    private readonly List<NotUnderstood> _rest = [];

    public int Lines { get; private set; }

    public int Used { get; private set; }

    public IReadOnlyList<NotUnderstood> Rest => _rest;

    public void Use()
    {
        Lines++;
        Used++;
    }

    public void Leave(int line, string reason, ReadOnlySpan<char> text)
    {
        Lines++;
        // Neighbours with the same reason are one entry, so that a thousand lines of one structure don't make a thousand entries.
        if (_rest.Count > 0 && _rest[^1] is var last && last.To == line - 1 && ReferenceEquals(last.Reason, reason))
            _rest[^1] = last with { To = line };
        else
            _rest.Add(new NotUnderstood(line, line, reason, text.Trim()[..Math.Min(120, text.Trim().Length)].ToString()));
    }
}
