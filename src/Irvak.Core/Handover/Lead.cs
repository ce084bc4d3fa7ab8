using Irvak.Core.Builds;
using Irvak.Core.Expectations;
using Irvak.Core.Memory;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Handover;

/// <summary>The first words that an owner reads: what came of the work as far as somebody looked. What was not touched is not spoken
/// of.</summary>
public static class Lead
{
    // More arrays are read in the table below.
    private const int MostArrays = 2;

    public static string Of(MemorySheet? memory, IReadOnlyList<Change> changes, IReadOnlyList<ComparedLine> lines) =>
        string.Join(" ", [.. OfProcessors(lines), .. OfMemory(memory, changes, lines), .. OfArrays(changes, lines), OfPoints(lines)]);

    private static IEnumerable<string> OfMemory(MemorySheet? memory, IReadOnlyList<Change> changes, IReadOnlyList<ComparedLine> lines)
    {
        if (memory is null || !changes.Any(c => c.Place.IsSlot || c.Place.IsSocket))
            yield break;
        var (before, after) = (memory.Found.Words, memory.Planned.Words);
        var total = lines.FirstOrDefault(l => l.Expected.Key == ExpectedMemory.TotalKey);
        // With another processor alone, of modules that nobody looked at, there is nothing to say of memory.
        if (total is null && !changes.Any(c => c.Place.IsSlot))
            yield break;
        var rate = lines.FirstOrDefault(l => l.Expected.Key == ExpectedMemory.RateKey);
        var (from, words) = (before == after ? "" : $"from {before} ", memory.Planned.Rate.Words);
        var told = rate switch
        {
            { State: LineState.AsExpected } => $", running at {words}",
            { State: LineState.Deviates, Seen: not null } => $", running at {rate.Told} instead of {words}",
            _ when memory.Planned.Rate is { RateMTs: null, HighMTs: null } => "; its rate is not known",
            _ => $", by plan at {words}",
        };
        yield return total switch
        {
            { State: LineState.AsExpected } => before == after ? $"Memory stays at {after}{told}." : $"Memory went {from}to {after}{told}.",
            { State: LineState.Deviates, Seen: not null } =>
                $"Memory was to {(before == after ? "stay at" : $"go {from}to")} {after} and shows {total.Told}.",
            _ => $"Memory is to {(before == after ? "stay at" : $"go {from}to")} {after}{told}; nobody looked at its total yet.",
        };
    }

    private static IEnumerable<string> OfProcessors(IReadOnlyList<ComparedLine> lines) =>
        from line in lines
        let socket = ExpectedMemory.SocketOf(line.Expected.Key)
        where socket is not null
        select line switch
        {
            { State: LineState.AsExpected } => $"{socket} holds {line.Expected.Expected} now.",
            { State: LineState.Deviates, Seen: not null } => $"{socket} was to hold {line.Expected.Expected} and shows {line.Told}.",
            _ => $"{socket} is to hold {line.Expected.Expected}; nobody looked at it yet.",
        };

    private static IEnumerable<string> OfArrays(IReadOnlyList<Change> changes, IReadOnlyList<ComparedLine> lines)
    {
        var touched = changes.Select(c => c.Place).ToHashSet();
        return lines
            .Where(l =>
                ExpectedDrives.IsArray(l.Expected.Key) && l.State == LineState.AsExpected && l.Expected.Places.Any(touched.Contains)
            )
            .Take(MostArrays)
            .Select(l => $"{l.Expected.What} is as planned: {l.Expected.Expected}.");
    }

    private static string OfPoints(IReadOnlyList<ComparedLine> lines)
    {
        int Count(params LineState[] states) => lines.Count(l => states.Contains(l.State));
        if (lines.Count == 0)
            return "Nothing was changed.";
        var (seen, deviate, open) = (
            Count(LineState.AsExpected),
            Count(LineState.Deviates),
            Count(LineState.NotLookedAt, LineState.NotYet)
        );
        if (seen == lines.Count)
            return lines.Count == 1 ? "The one point to look at is as expected." : $"All {lines.Count} points are as expected.";
        string[] rest =
        [
            .. deviate > 0 ? new[] { Say.Count(deviate, "deviates", "deviate") } : [],
            .. open > 0 ? new[] { $"{open} not looked at or not done yet" } : [],
        ];
        return $"{seen} of {Say.Count(lines.Count, "point is", "points are")} as expected, {Say.Words(rest)}.";
    }
}
