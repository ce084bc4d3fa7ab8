using Irvak.Core;
using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Controllers;
using Irvak.Core.Distances;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Moving;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers;

/// <summary>Candidate repairs of findings about moving, wiping, caches and boot.</summary>
internal static class StorageWays
{
    public static bool IsAbout(Finding finding) =>
        finding.Rule.Family is Family.Move or Family.Wipe or Family.Cache or Family.Boot or Family.Controller
        || finding.Rule == WishRules.Start;

    public static IEnumerable<(string Kind, string Title, Edit Edit)> Of(
        JobState state,
        Evaluation before,
        Finding finding,
        ShelfBook shelf
    ) =>
        finding.Rule.Family switch
        {
            Family.Move => Moves(before, finding),
            Family.Wipe => Wipes(before),
            Family.Cache => Caches(before, finding),
            Family.Boot => Boots(before, finding),
            Family.Controller => Controllers(state, shelf),
            Family.Aim when finding.Rule == WishRules.Start => Starts(before, finding),
            _ => [],
        };

    private static IEnumerable<(string, string, Edit)> Moves(Evaluation before, Finding finding)
    {
        if (before.Moves.FirstOrDefault(m => m.Places.SequenceEqual(finding.Places)) is not { } subject)
            yield break;
        foreach (
            var option in subject
                .Options.Where(o => o.Possible)
                .OrderBy(o => o.Way == MoveWay.Nothing)
                .ThenBy(o => o.Hours ?? double.MaxValue)
        )
        {
            var to = option.Way is MoveWay.Nothing or MoveWay.Fresh
                ? null
                : subject.Planned?.To ?? (subject.Targets.Count > 0 ? subject.Targets[0] : null);
            yield return (
                option.Name,
                $"{option.Name}{(to is null ? "" : $", to {Place.NameIn(to)}")}{Hours(option.Hours)}",
                new PlanMove(subject.Key, option.Way, to)
            );
        }
    }

    private static IEnumerable<(string, string, Edit)> Wipes(Evaluation before)
    {
        var open = before.Leaving.Where(l => l.Planned is null).ToList();
        foreach (var way in new[] { WipeWay.Overwrite, WipeWay.Sanitise, WipeWay.Keep })
            yield return (
                way.ToString(),
                $"{open[0].Options.First(o => o.Way == way).Name}{Hours(open.Max(l => l.Options.First(o => o.Way == way).Hours))}",
                Group(
                    $"says how {Say.Count(open.Count, "drive is", "drives are")} wiped",
                    open.Select(l => (Edit)new RecordWipe(l.Place, way, false))
                )
            );
    }

    private static IEnumerable<(string, string, Edit)> Caches(Evaluation before, Finding finding)
    {
        if (
            !finding.Values.TryGetValue("cache", out var cached)
            || before.Caches.FirstOrDefault(c => c.Plan.Name == cached.Words)?.Plan is not { } plan
        )
            yield break;
        if (plan.WriteBack)
            yield return ("reads", "Let it hold reads only", new PlanCache(plan with { WriteBack = false }));
        if (plan.Places.Count > finding.Places.Count)
            yield return (
                "less",
                $"Leave {string.Join(" and ", finding.Places.Select(p => p.Name))} out of it",
                new PlanCache(plan with { Places = [.. plan.Places.Except(finding.Places)] })
            );
        yield return ("drop", $"Give cache {plan.Name} up: its drives are worth more as a volume", new DropCache(plan.Name));
    }

    private static IEnumerable<(string, string, Edit)> Boots(Evaluation before, Finding finding)
    {
        if (before.Boot is not { } plan)
            yield break;
        if (plan.Places.Count > 1 && plan.Places.Except(finding.Places).ToList() is { Count: > 0 } rest)
            yield return (
                "less",
                $"Start from {string.Join(" and ", rest.Select(p => p.Name))} alone",
                new PlanBoot(plan with { Places = rest })
            );
        yield return ("found", "Leave the boot drive as found", new PlanBoot(null));
    }

    /// <summary>Each drive that comes in, and the first two as a mirror; what was measured of the system's writing stays.</summary>
    private static IEnumerable<(string, string, Edit)> Starts(Evaluation before, Finding finding)
    {
        var asked = before.Boot ?? new BootPlan([]);
        foreach (var place in finding.Places.Take(MostStarts))
            yield return ("start:" + place, $"Start from {place.Name}", new PlanBoot(asked with { Places = [place] }));
        if (finding.Places.Count > 1)
            yield return (
                "mirror",
                $"Start from a mirror of {finding.Places[0].Name} and {finding.Places[1].Name}",
                new PlanBoot(asked with { Places = [finding.Places[0], finding.Places[1]] })
            );
    }

    /// <summary>Controllers of the shelf that run every drive of the plan, cheapest first; then the bays left as they were.</summary>
    private static IEnumerable<(string, string, Edit)> Controllers(JobState state, ShelfBook shelf)
    {
        var rows = ControllerTable.Of(Question.Of(state, EvidenceBook.Empty, shelf).Storage);
        foreach (
            var row in rows.Where(r => r is { Take: not null, InStock: > 0 } && r.Runs == r.Of)
                .OrderByDescending(r => r.Makes)
                .ThenBy(r => r.Eur ?? decimal.MaxValue)
                .Take(MostControllers)
        )
            yield return ("controller", $"{row.Name} in {row.At!.Name}, the bays cabled to it", row.Take!);
        if (state.Controllers.Wiring.Count + state.Controllers.Bays.Count > 0)
            yield return (
                "wiring",
                "Leave the bays on their own controller",
                Group(
                    "leaves the bays on their own controller",
                    state
                        .Controllers.Wiring.Keys.Select(g => (Edit)new WireBays(g, Place.None))
                        .Concat(
                            state
                                .Sheet!.Bays.Select(g => (g.Group, Bays: g.Names.Where(state.Controllers.Bays.ContainsKey).ToList()))
                                .Where(g => g.Bays.Count > 0)
                                .Select(g => new WireBays(g.Group, Place.None, g.Bays))
                        )
                )
            );
    }

    private const int MostControllers = 4;

    private const int MostStarts = 2;

    private static string Hours(double? hours) => hours is > 0 ? $", up to {hours:0.#} h" : "";

    private static Edit Group(string what, IEnumerable<Edit> edits) => edits.ToList() is [var one] ? one : new Together(what, [.. edits]);
}
