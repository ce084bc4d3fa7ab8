using Irvak.Core.Observations;

namespace Irvak.Captures.Lines;

/// <summary>What became of a line.</summary>
internal enum LineFate
{
    Used,

    /// <summary>It belongs to this reader, but says nothing that is read here; <see cref="LineReader.Reason"/> tells why.</summary>
    Left,

    /// <summary>Not a line of this reader.</summary>
    Foreign,
}

/// <summary>Reads one text format line by line. A reader never throws on what people paste.</summary>
internal abstract class LineReader
{
    /// <summary>What the format is called on screen.</summary>
    public abstract string Kind { get; }

    /// <summary>True once a line told something.</summary>
    public abstract bool IsThere { get; }

    /// <summary>Why the last line was left; one string per reason, so that neighbours become one entry.</summary>
    public string Reason { get; protected set; } = "";

    public abstract LineFate Take(ReadOnlySpan<char> line, int number);

    public virtual void Blank() { }

    public virtual void End() { }

    /// <summary>Puts what was read into an observation.</summary>
    public abstract Observation AddTo(Observation seen);

    /// <summary>Remarks for the person who pasted.</summary>
    public virtual IEnumerable<string> Remarks => [];

    /// <summary>Where facts stand, with what was known already.</summary>
    protected static IReadOnlyDictionary<string, int>? With(IReadOnlyDictionary<string, int>? at, IReadOnlyDictionary<string, int> more) =>
        more.Count == 0 ? at
        : at is null ? more
        : more.Concat(at).GroupBy(x => x.Key).ToDictionary(g => g.Key, g => g.Last().Value);

    protected LineFate Left(string reason)
    {
        Reason = reason;
        return LineFate.Left;
    }
}
