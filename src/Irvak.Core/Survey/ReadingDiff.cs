using Irvak.Core.Builds;
using Irvak.Core.Observations;

namespace Irvak.Core.Survey;

/// <summary>What changed between an older capture of a kind and a newer one.</summary>
/// <param name="What">Place or fact.</param>
public sealed record Changed(string What, string Was, string Now);

/// <summary>Compares a newer capture with the older ones of its kind.</summary>
public static class ReadingDiff
{
    public static IReadOnlyList<Changed> Of(MachineState state, Observation seen, string by)
    {
        if (state.Sheet is not { } sheet)
            return [];
        var kinds = SurveyFold.Kinds(by).ToList();
        var old = state
            .Readings.Where(r => SurveyFold.Kinds(r.Key).Intersect(kinds).Any())
            .Select(r => r.Value)
            .Aggregate((Observation?)null, (a, b) => a is null ? b : Readings.Over(a, b));
        if (old is null)
            return [];
        var changed = new List<Changed>();
        var (was, now) = (AsFound.From(sheet, old, by).Places, AsFound.From(sheet, seen, by).Places);
        foreach (var (place, unit) in now)
            if (was.TryGetValue(place, out var before) && !Contradictions.Same(before, unit))
                changed.Add(new Changed(place.Name, Words(before), Words(unit)));
        void Fact(string what, string? before, string? after)
        {
            if (before is not null && after is not null && before != after)
                changed.Add(new Changed(what, before, after));
        }
        Fact("firmware", old.FirmwareVersion, seen.FirmwareVersion);
        Fact("memory errors counted", old.MemoryErrors?.Words, seen.MemoryErrors?.Words);
        Fact("name in the network", old.HostName, seen.HostName);
        foreach (var drive in seen.Drives)
            if (
                drive.Serial is { } serial
                && old.Drives.FirstOrDefault(d => d.Serial == serial) is { Health: { } a }
                && drive.Health is { } b
            )
                changed.AddRange(Aged(serial, a, b));
        foreach (
            var drive in old.Drives.Where(d => d.Serial is not null && seen.Drives.Count > 0 && seen.Drives.All(n => n.Serial != d.Serial))
        )
            changed.Add(new Changed($"drive {drive.Serial}", "there", "not in this capture"));
        foreach (
            var drive in seen.Drives.Where(d => d.Serial is not null && old.Drives.Count > 0 && old.Drives.All(o => o.Serial != d.Serial))
        )
            changed.Add(new Changed($"drive {drive.Serial}", "not there", "there"));
        return changed;
    }

    /// <summary>What the same drive counts more of than before.</summary>
    private static IEnumerable<Changed> Aged(string serial, SeenHealth a, SeenHealth b)
    {
        foreach (var (what, x, y) in Counters(a, b))
            if (x is { } m && y is { } n && n != m)
                yield return new Changed($"{serial}, {what}", $"{m}", $"{n}");
        if (WrittenADay(a, b) is { } daily)
            yield return new Changed(
                $"{serial}, written",
                $"{a.BytesWritten / 1e12:0.00} TB",
                $"{b.BytesWritten / 1e12:0.00} TB, {daily / 1e9:0.#} GB a day"
            );
    }

    private static string Words(Builds.Unit? unit) =>
        unit is null ? "empty" : unit.Long + (unit.Serial is null ? "" : $", serial {unit.Serial}");

    private static IEnumerable<(string, long?, long?)> Counters(SeenHealth a, SeenHealth b) =>
        [
            ("reallocated sectors", a.Reallocated, b.Reallocated),
            ("pending sectors", a.Pending, b.Pending),
            ("uncorrected errors", a.Uncorrectable, b.Uncorrectable),
            ("transfer errors on the cable", a.CableErrors, b.CableErrors),
            ("grown defects", a.GrownDefects, b.GrownDefects),
            ("media errors", a.MediaErrors, b.MediaErrors),
        ];

    /// <summary>
    /// Bytes written a day between two captures of a drive, by its own clock: written volume over power-on hours. Null when the hours
    /// are the same or a counter went back.
    /// </summary>
    public static double? WrittenADay(SeenHealth before, SeenHealth after) =>
        before is { BytesWritten: { } w, PowerOnHours: { } h }
        && after is { BytesWritten: { } w2, PowerOnHours: { } h2 }
        && h2 > h
        && w2 >= w
            ? (w2 - w) * 24.0 / (h2 - h)
            : null;
}
