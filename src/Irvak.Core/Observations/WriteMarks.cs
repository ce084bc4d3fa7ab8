using System.Collections.Immutable;

namespace Irvak.Core.Observations;

/// <summary>How much a drive had been written at some age.</summary>
/// <param name="Hours">Power-on hours; null when it does not tell.</param>
public sealed record WriteMark(long? Hours, long Bytes);

/// <summary>The oldest and the newest that captures told of a drive.</summary>
public sealed record WriteMarks(WriteMark First, WriteMark Last)
{
    // Less than half a day says little about a day.
    private const long LeastHours = 12;

    /// <summary>GB a day: the difference of two captures over the hours between, else all of its life; null when it does not
    /// tell.</summary>
    public (double GBPerDay, string Basis)? Rate =>
        First.Hours is { } from && Last.Hours is { } to && to - from >= LeastHours && Last.Bytes >= First.Bytes
            ? ((Last.Bytes - First.Bytes) / 1e9 / (to - from) * 24, $"two captures, {to - from} power-on hours apart")
        : Last.Hours is > 0 and var hours ? (Last.Bytes / 1e9 / hours * 24, "written ÷ power-on hours, over its life")
        : null;

    /// <summary>Marks with what a further capture tells.</summary>
    internal static ImmutableSortedDictionary<string, WriteMarks> Noted(
        ImmutableSortedDictionary<string, WriteMarks> known,
        Observation seen
    )
    {
        foreach (var drive in seen.Drives)
            if (drive is { Serial: { } serial, Health.BytesWritten: { } bytes })
            {
                var mark = new WriteMark(drive.Health.PowerOnHours, bytes);
                known = known.SetItem(serial, known.TryGetValue(serial, out var old) ? old with { Last = mark } : new(mark, mark));
            }
        return known;
    }
}
