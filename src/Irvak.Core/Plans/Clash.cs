namespace Irvak.Core.Plans;

/// <summary>Two people put different values at one subject.</summary>
/// <param name="Subject">What both touched: a place, a wish, the policy.</param>
/// <param name="Theirs">What stands there now.</param>
/// <param name="Yours">What the late edit wanted.</param>
/// <param name="Who">Who came first.</param>
public sealed record Clash(string Subject, string Theirs, string Yours, string Who, int Number);

public static class Clashes
{
    /// <summary>The clashes of an edit with those made since it was last seen. Edits of other subjects, and equal values, are none.</summary>
    public static IReadOnlyList<Clash> Find(Edit mine, IEnumerable<HistoryEntry> since)
    {
        var wanted = mine.Touches().ToHashSet();
        var clashes = new Dictionary<string, Clash>();
        foreach (var entry in since)
        {
            if (entry.Edit is not { } theirs) continue;
            foreach (var subject in theirs.Touches().Where(wanted.Contains))
                if (theirs.ValueAt(subject) == mine.ValueAt(subject)) clashes.Remove(subject);
                else clashes[subject] = new Clash(subject, theirs.ValueAt(subject), mine.ValueAt(subject), entry.Stamp.Who, entry.Number);
        }
        return [.. clashes.Values];
    }
}
