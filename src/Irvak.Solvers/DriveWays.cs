using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers;

/// <summary>Candidate repairs of findings about drives in bays and M.2 places: other drives of the shelf, as it was, or nothing
/// there.</summary>
internal static class DriveWays
{
    private const int MostKinds = 8;

    public static bool IsAbout(Finding finding) => finding.Rule.Family is Family.Drive or Family.Module;

    public static IEnumerable<(string Kind, string Title, Edit Edit)> Of(JobState state, Finding finding, ShelfBook shelf)
    {
        if (!IsAbout(finding))
            yield break;
        // Every place that got the same drive has the same trouble, and wants the same repair.
        var unit = finding.Places.Select(p => state.Planned.At(p)).FirstOrDefault(u => u?.Drive is not null);
        if (unit is null)
            yield break;
        List<Place> places = [.. state.Plan.Where(p => p.Value.Unit?.Drive is { } d && d == unit.Drive).Select(p => p.Key)];
        if (places.Count == 0)
            yield break;
        foreach (
            var part in shelf
                .OfferedDrives.Where(o => o.Parts[0].Drive != unit.Drive)
                .Select(o => o.Of(places.Count, unit.ShelfPartId))
                .OfType<ShelfPart>()
                .OrderBy(p => p.InStock >= places.Count ? 0 : 1)
                .ThenBy(p => Math.Abs((p.Drive!.Bytes ?? 0) - (unit.Drive!.Bytes ?? 0)))
                .ThenBy(p => p.PriceEur ?? decimal.MaxValue)
                .ThenBy(p => p.Id, StringComparer.Ordinal)
                .Take(MostKinds)
        )
            yield return (
                "replace",
                $"{(places.Count > 1 ? $"{places.Count} × " : "")}{Unit.Of(part).Short}"
                    + $"{(part.Drive!.Model is { } model ? ", " + model : "")} instead",
                Group($"puts {Unit.Of(part).Short} there instead", places.Select(p => (Edit)new Fit(p, Unit.Of(part))))
            );
        yield return (
            "leave",
            places.Count == 1 ? $"Leave {places[0].Name} as found" : $"Leave {places.Count} places as found",
            Group("leaves places as found", places.Select(p => (Edit)new Restore(p)))
        );
    }

    /// <summary>Space that a state plans less than another, MiB.</summary>
    public static long Short(JobState before, JobState after) => Math.Max(0, Bytes(before) - Bytes(after)) >> 20;

    private static long Bytes(JobState state) => state.Planned.Units.Values.Sum(u => u.Drive?.Bytes ?? 0);

    private static Edit Group(string what, IEnumerable<Edit> edits) => edits.ToList() is [var one] ? one : new Together(what, [.. edits]);
}
