using System.Collections.Immutable;

namespace Irvak.Core.Plans;

[System.Text.Json.Serialization.JsonConverter(typeof(System.Text.Json.Serialization.JsonStringEnumConverter<EntryKind>))]
public enum EntryKind
{
    [System.Text.Json.Serialization.JsonStringEnumMemberName("edit")] Edit,
    [System.Text.Json.Serialization.JsonStringEnumMemberName("undo")] Undo,
    [System.Text.Json.Serialization.JsonStringEnumMemberName("redo")] Redo,
}

/// <summary>One row of a job's history. Nothing is ever deleted: undo and redo are rows that name others.</summary>
/// <param name="Number">1, 2, 3 … within the job.</param>
/// <param name="Edit">The edit; null for undo and redo.</param>
/// <param name="Targets">The numbers that an undo or redo names.</param>
public sealed record HistoryEntry(int Number, Stamp Stamp, EntryKind Kind, Edit? Edit, IReadOnlyList<int> Targets);

/// <summary>What an undo or redo would do.</summary>
/// <param name="Target">Number of the edit; null when there is none.</param>
/// <param name="Dependents">Later edits that rest on it and would have to go too.</param>
public sealed record UndoPlan(int? Target, IReadOnlyList<int> Dependents);

/// <summary>Undo and redo over an append-only history.</summary>
public static class History
{
    /// <summary>Numbers of edits that count at the end of the history.</summary>
    public static ImmutableSortedSet<int> Standing(IEnumerable<HistoryEntry> entries)
    {
        var standing = ImmutableSortedSet.CreateBuilder<int>();
        foreach (var entry in entries)
            if (entry.Kind == EntryKind.Edit) standing.Add(entry.Number);
            else if (entry.Kind == EntryKind.Undo) standing.ExceptWith(entry.Targets);
            else standing.UnionWith(entry.Targets);
        return standing.ToImmutable();
    }

    /// <summary>The state of a job: the fold of the edits that stand.</summary>
    public static JobState Fold(IReadOnlyList<HistoryEntry> entries)
    {
        var standing = Standing(entries);
        var state = JobState.Start;
        foreach (var entry in entries)
            if (entry.Edit is { } edit && standing.Contains(entry.Number) && EditFold.Refusal(state, edit) is null)
                state = EditFold.Apply(state, edit, entry.Stamp);
        return state;
    }

    /// <summary>One's own latest standing edit, and the later ones that rest on it.</summary>
    public static UndoPlan PlanUndo(IReadOnlyList<HistoryEntry> entries, string who)
    {
        var standing = Standing(entries);
        var target = entries.LastOrDefault(e => e.Edit is not null && standing.Contains(e.Number) && e.Stamp.Who == who);
        if (target is null) return new UndoPlan(null, []);
        var without = entries.Where(e => e.Number != target.Number).ToList();
        return new UndoPlan(target.Number, Dependents(entries, standing, target, without));
    }

    /// <summary>One's own latest undo that nobody has redone, unless newer edits of one's own came after it.</summary>
    public static HistoryEntry? PlanRedo(IReadOnlyList<HistoryEntry> entries, string who)
    {
        var redone = new HashSet<int>();
        foreach (var entry in entries.Reverse().Where(e => e.Stamp.Who == who))
        {
            if (entry.Kind == EntryKind.Edit) return null;
            if (entry.Kind == EntryKind.Redo) redone.UnionWith(entry.Targets);
            else if (!entry.Targets.All(redone.Contains)) return entry;
        }
        return null;
    }

    /// <summary>Later standing edits that touch the same subject, or that can't be applied any more without the target.</summary>
    private static List<int> Dependents(
        IReadOnlyList<HistoryEntry> entries, ImmutableSortedSet<int> standing, HistoryEntry target, List<HistoryEntry> without)
    {
        var touched = target.Edit!.Touches().ToHashSet();
        var later = entries.Where(e => e.Number > target.Number && e.Edit is not null && standing.Contains(e.Number)).ToList();
        var dependents = later.Where(e => e.Edit!.Touches().Any(touched.Contains)).Select(e => e.Number).ToHashSet();
        var state = JobState.Start;
        foreach (var entry in without)
        {
            if (entry.Edit is not { } edit || !standing.Contains(entry.Number) || dependents.Contains(entry.Number)) continue;
            if (EditFold.Refusal(state, edit) is null) state = EditFold.Apply(state, edit, entry.Stamp);
            else if (entry.Number > target.Number) dependents.Add(entry.Number);
        }
        return [.. dependents.Order()];
    }
}
