using Irvak.Core.Arrays;
using Irvak.Core.Caches;
using Irvak.Core.Controllers;
using Irvak.Core.Observations;

namespace Irvak.Core.Expectations;

/// <summary>What a controller that came, or that keeps a new array, must show: that it is there, its levels, its cache with what guards
/// it, how it writes. Common practice, no source.</summary>
public static class ExpectedControllers
{
    public const string Screen = "Controllers";

    private const string Prefix = "controller.",
        SeenSuffix = ".seen",
        UnitSuffix = ".unit";

    public static bool IsOne(string key) => key.StartsWith(Prefix, StringComparison.Ordinal);

    /// <summary>True for the line about what guards a cache.</summary>
    public static bool IsUnit(string key) => IsOne(key) && key.EndsWith(UnitSuffix, StringComparison.Ordinal);

    public static IEnumerable<Expectation> Of(CacheInput q)
    {
        List<ArrayPlan> made = [.. q.Made.Where(a => a.Host == ArrayHost.Controller), .. ForeignArray.Of(q).Select(f => f.Array)];
        foreach (var c in BayController.Cards(q.Planned).Concat(BayController.Carriers(q.Planned)))
        {
            var keeps = made.Where(a => a.Members.Select(q.ControllerAt).OfType<BayController>().FirstOrDefault()?.Place == c.Place)
                .ToList();
            var comes = q.BringsPart(c.Place) || q.PartsThatCome.Any(p => p.At == c.Place);
            if (!comes && keeps.Count == 0)
                continue;
            if (comes)
                foreach (var line in OfCard(q, c))
                    yield return line;
            if (CardPart.Of(c.Sheet).FirstOrDefault(p => p.Name == CardPart.Unit) is { } unit)
                yield return Line(c, UnitSuffix, $"{c.Name}, its {unit.Words}", "charged");
            foreach (var array in keeps.Where(_ => !c.Sheet.IsUnknown))
                yield return Line(
                    c,
                    ".write." + array.Name,
                    $"{c.Name}, how it writes to {array.Name}",
                    c.Sheet.IsGuarded ? "write-back" : "write-through"
                );
            foreach (var cache in q.Caches.Where(x => x.Volumes.Any(v => keeps.Any(a => a.Name == v.Array))))
                yield return Line(c, ".cache." + cache.Name, $"{c.Name}, cache {cache.Name} on flash", "in use");
        }
    }

    private static IEnumerable<Expectation> OfCard(CacheInput q, BayController c)
    {
        yield return Line(c, SeenSuffix, $"{c.Name} in {c.Place.Name}", "listed") with
        {
            Called = c.Name,
        };
        if (c.Sheet.IsUnknown)
            yield break;
        // A key that does not come leaves its levels out.
        var locked =
            CardPart.Of(c.Sheet).FirstOrDefault(p => p.Name == CardPart.LevelKey) is { } key
            && q.StateOf(c.Place, key) is var state
            && !(state == CardPartState.There || (state == CardPartState.Comes && q.Needs(c.Place, key)));
        var levels = c.Sheet.Levels.Where(l => !locked || c.Sheet.KeyLevels?.Contains(l) != true).ToList();
        if (levels.Count > 0)
            yield return Line(c, ".levels", $"{c.Name}, levels it offers", string.Join(", ", levels)) with
            {
                Named = null,
                AllOf = levels,
            };
        if (c.Sheet.CacheMiB is > 0 and var cache)
            yield return new(
                Prefix + c.Place + ".cache",
                Screen,
                $"{c.Name}, size of its cache",
                $"{cache} MiB",
                cache,
                cache,
                "MiB",
                [c.Place]
            )
            {
                Source = "controller's sheet",
            };
    }

    private static Expectation Line(BayController c, string suffix, string what, string words) =>
        new(Prefix + c.Place + suffix, Screen, what, words, 0, 0, "", [c.Place])
        {
            Source = "controller's sheet; common practice, no source",
            Named = words,
        };

    /// <summary>A capture that names the card shows that it is there; that it names it otherwise says nothing.</summary>
    internal static ComparedLine? Compare(Expectation e, Observation after) =>
        e.Key.EndsWith(SeenSuffix, StringComparison.Ordinal)
        && e.Called is { } name
        && after.Pci.FirstOrDefault(p => p.Name?.Contains(name, StringComparison.OrdinalIgnoreCase) == true) is { } seen
            ? new(e, LineState.AsExpected, seen.Name, "capture", null)
            : null;

    /// <summary>A unit that charges or learns is on its way.</summary>
    internal static LineState? Spoken(Expectation e, string? typed) =>
        e.Key.EndsWith(UnitSuffix, StringComparison.Ordinal)
        && typed is not null
        && (typed.Contains("charging", StringComparison.OrdinalIgnoreCase) || typed.Contains("learn", StringComparison.OrdinalIgnoreCase))
            ? LineState.NotYet
            : null;
}
