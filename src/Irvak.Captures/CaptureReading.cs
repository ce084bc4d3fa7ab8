using Irvak.Core.Observations;

namespace Irvak.Captures;

/// <summary>Lines that were not used, and why.</summary>
/// <param name="From">First line, from 1.</param>
/// <param name="To">Last line, inclusive.</param>
/// <param name="Sample">The first of the lines, at most 120 characters.</param>
public sealed record NotUnderstood(int From, int To, string Reason, string Sample);

/// <summary>What a capture holds. A reader never throws on what people paste; it says what it understood.</summary>
/// <param name="Kind">What it is, in words: "firmware listing and system memory"; empty when nothing was recognised.</param>
/// <param name="Seen">The facts.</param>
/// <param name="Lines">All lines that are not blank.</param>
/// <param name="Used">Lines that were understood.</param>
/// <param name="Rest">Every other line that is not blank.</param>
/// <param name="CutOff">True when the end is missing.</param>
/// <param name="Remarks">What was read with a grain of salt.</param>
/// <param name="Sentence">One sentence for the person who pasted it.</param>
public sealed record CaptureReading(
    string Kind,
    Observation Seen,
    int Lines,
    int Used,
    IReadOnlyList<NotUnderstood> Rest,
    bool CutOff,
    IReadOnlyList<string> Remarks,
    string Sentence
)
{
    /// <summary>True when there is something to store.</summary>
    public bool IsUsable => !Seen.IsEmpty;

    internal static CaptureReading Nothing(
        string sentence,
        int lines = 0,
        int used = 0,
        IReadOnlyList<NotUnderstood>? rest = null,
        IReadOnlyList<string>? remarks = null
    ) => new("", new Observation(), lines, used, rest ?? [], false, remarks ?? [], sentence);
}
