using System.Collections.Immutable;
using Irvak.Core.Edits;

namespace Irvak.Core.Plans;

[System.Text.Json.Serialization.JsonConverter(typeof(System.Text.Json.Serialization.JsonStringEnumConverter<EntryKind>))]
public enum EntryKind
{
    [System.Text.Json.Serialization.JsonStringEnumMemberName("edit")]
    Edit,

    [System.Text.Json.Serialization.JsonStringEnumMemberName("undo")]
    Undo,

    [System.Text.Json.Serialization.JsonStringEnumMemberName("redo")]
    Redo,
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
            if (entry.Kind == EntryKind.Edit)
                standing.Add(entry.Number);
            else if (entry.Kind == EntryKind.Undo)
                standing.ExceptWith(entry.Targets);
            else
                standing.UnionWith(entry.Targets);
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

    /// <summary>The fold of all that can still be read and applied, and the numbers of the standing entries that can't.</summary>
    /// <param name="from">The state before the first of the entries, when they are not all.</param>
    public static (JobState State, IReadOnlyList<int> Left) FoldWhatCan(IReadOnlyList<HistoryEntry> entries, JobState? from = null)
    {
        var standing = Standing(entries);
        var (state, left) = (from ?? JobState.Start, new List<int>());
        foreach (var entry in entries.Where(e => e.Kind == EntryKind.Edit && standing.Contains(e.Number)))
            if (!Takes(ref state, entry) && (entry.Edit is null || Fails(state, entry)))
                left.Add(entry.Number);
        return (state, left);
    }

    /// <summary>One's own latest standing edit, and the later ones that rest on it.</summary>
    /// <param name="anyone">True to take the latest edit of whoever made it: of a job that can't be worked out any more.</param>
    /// <param name="from">The state before the first of the entries, when they are not all.</param>
    public static UndoPlan PlanUndo(IReadOnlyList<HistoryEntry> entries, string who, bool anyone = false, JobState? from = null)
    {
        var standing = Standing(entries);
        var target = entries.LastOrDefault(e => e.Kind == EntryKind.Edit && standing.Contains(e.Number) && (anyone || e.Stamp.Who == who));
        if (target is null)
            return new UndoPlan(null, []);
        var without = entries.Where(e => e.Number != target.Number).ToList();
        return new UndoPlan(target.Number, Dependents(entries, standing, target, without, from ?? JobState.Start));
    }

    /// <summary>One's own latest undo that nobody has redone, unless newer edits of one's own came after it.</summary>
    public static HistoryEntry? PlanRedo(IReadOnlyList<HistoryEntry> entries, string who)
    {
        var redone = new HashSet<int>();
        foreach (var entry in entries.Reverse().Where(e => e.Stamp.Who == who))
        {
            if (entry.Kind == EntryKind.Edit)
                return null;
            if (entry.Kind == EntryKind.Redo)
                redone.UnionWith(entry.Targets);
            else if (!entry.Targets.All(redone.Contains))
                return entry;
        }
        return null;
    }

    /// <summary>Later standing edits that touch the same subject, or that can't be applied any more without the target.</summary>
    private static List<int> Dependents(
        IReadOnlyList<HistoryEntry> entries,
        ImmutableSortedSet<int> standing,
        HistoryEntry target,
        List<HistoryEntry> without,
        JobState state
    )
    {
        var touched = target.Edit?.Touches().ToList() ?? [];
        var later = entries.Where(e => e.Number > target.Number && e.Edit is not null && standing.Contains(e.Number)).ToList();
        var dependents = later
            .Where(e => e.Edit!.Touches().Any(t => touched.Any(own => Clashes.Meet(own, t))))
            .Select(e => e.Number)
            .ToHashSet();
        foreach (var entry in without)
        {
            if (entry.Edit is null || !standing.Contains(entry.Number) || dependents.Contains(entry.Number))
                continue;
            if (!Takes(ref state, entry) && entry.Number > target.Number)
                dependents.Add(entry.Number);
        }
        return [.. dependents.Order()];
    }

    /// <summary>True when an entry is not only refused, as after an undo of what it rested on, but fails.</summary>
    private static bool Fails(JobState state, HistoryEntry entry)
    {
        try
        {
            return EditFold.Refusal(state, entry.Edit!) is null;
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            return true;
        }
    }

    /// <summary>Applies an entry when it can be; whatever made it fail, the others are worth having.</summary>
    private static bool Takes(ref JobState state, HistoryEntry entry)
    {
        try
        {
            if (entry.Edit is not { } edit || EditFold.Refusal(state, edit) is not null)
                return false;
            state = EditFold.Apply(state, edit, entry.Stamp);
            return true;
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            return false;
        }
    }
}
