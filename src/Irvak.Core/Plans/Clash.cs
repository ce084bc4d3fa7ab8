using Irvak.Core.Edits;

namespace Irvak.Core.Plans;

/// <summary>Two people put different values at one subject.</summary>
/// <param name="Subject">What both touched: a place, a wish, the policy.</param>
/// <param name="Theirs">What stands there now.</param>
/// <param name="Yours">What the late edit wanted.</param>
/// <param name="Who">Who came first.</param>
/// <param name="What">The subject as people call it.</param>
public sealed record Clash(string Subject, string Theirs, string Yours, string Who, int Number, string What);

public static class Clashes
{
    private const char Of = '#';

    /// <summary>A part of a subject: one field of an array. It meets the whole, and itself, but no other part.</summary>
    public static string Part(string subject, string field) => $"{subject}{Of}{field}";

    /// <summary>True when two subjects are the same, or one is a part of the other.</summary>
    public static bool Meet(string a, string b) => a == b || IsPart(a, b) || IsPart(b, a);

    private static bool IsPart(string part, string whole) =>
        part.Length > whole.Length && part[whole.Length] == Of && part.StartsWith(whole, StringComparison.Ordinal);

    /// <summary>What an edit touches, for a list in which others look for what they meet.</summary>
    public static IEnumerable<string> Marks(Edit edit) => edit.Touches().SelectMany(MarksOf).Distinct();

    /// <summary>The marks of others that an edit meets; who has none of them clashes with it in nothing.</summary>
    public static IEnumerable<string> MetBy(Edit edit) => edit.Touches().SelectMany(MetBy).Distinct();

    /// <summary>A subject, and of which wholes it is a part: <c>array:A#level</c> and <c>array:A#</c>.</summary>
    public static IEnumerable<string> MarksOf(string subject) => Wholes(subject).Select(w => w + Of).Prepend(subject);

    /// <summary>The marks that a subject meets: its own, those of its parts, and the wholes that it is a part of.</summary>
    public static IEnumerable<string> MetBy(string subject) => Wholes(subject).Prepend(subject + Of).Prepend(subject);

    private static IEnumerable<string> Wholes(string subject) =>
        Enumerable.Range(0, subject.Length).Where(i => subject[i] == Of).Select(i => subject[..i]);

    /// <summary>The clashes of an edit with those made since it was last seen. Edits of other subjects, and equal values, are
    /// none.</summary>
    public static IReadOnlyList<Clash> Find(Edit mine, IEnumerable<HistoryEntry> since)
    {
        var wanted = mine.Touches().ToList();
        var clashes = new Dictionary<string, Clash>();
        foreach (var entry in since)
        {
            if (entry.Edit is not { } theirs)
                continue;
            foreach (var subject in theirs.Touches())
            foreach (var own in wanted.Where(w => Meet(w, subject)))
                if (own == subject && theirs.ValueAt(subject) == mine.ValueAt(own))
                    clashes.Remove(own);
                else
                    clashes[own] = new Clash(
                        own,
                        theirs.ValueAt(subject),
                        mine.ValueAt(own),
                        entry.Stamp.Who,
                        entry.Number,
                        SubjectWords.Of(own)
                    );
        }
        return [.. clashes.Values];
    }
}
