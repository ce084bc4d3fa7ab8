using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Shelf;
using Irvak.Core.Survey;

namespace Irvak.Core.Quick;

/// <summary>Drives that a line names with their size, in the first bays of a machine that are not known to be taken. Common practice, no
/// source.</summary>
public static class PlainDrives
{
    /// <param name="state">A job with a machine sheet.</param>
    /// <returns>An edit for each drive, and notes about those that find no bay.</returns>
    public static IReadOnlyList<Edit> Into(JobState state, PlainLine line)
    {
        var edits = new List<Edit>();
        // The bays that are the most alike take what the line names; a bay for a tape or a boot pair is none of them.
        var free = state
            .Sheet!.Bays.GroupBy(g => g.Form)
            .OrderByDescending(g => g.Sum(b => b.Names.Count))
            .Take(1)
            .SelectMany(g => g.SelectMany(b => b.Names.Select(n => (Bay: Place.Bay(n), Form: g.Key))))
            .Where(b => !state.Found.ContainsKey(b.Bay) && state.Recalled.GetValueOrDefault(b.Bay)?.Unit is null)
            .ToList();
        foreach (var parts in line.Drives.Where(d => d.Size is not null))
        {
            if (PartText.Read(parts.Label).Part?.Drive is not { Bytes: not null } drive)
                continue;
            var mine = free.Where(b => drive.Form is null || drive.Form == b.Form).Take(parts.Count).ToList();
            free.RemoveAll(mine.Contains);
            edits.AddRange(mine.Select(b => new Fit(b.Bay, new Unit { Drive = drive, Source = "label" })));
            if (mine.Count < parts.Count)
                edits.Add(SetNote.OfMachine($"Not placed: {parts.Count - mine.Count} × {parts.Label}. No bay is left for them."));
        }
        return edits;
    }
}
