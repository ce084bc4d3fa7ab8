using Irvak.Core;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Lanes;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Power;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers;

/// <summary>Candidate repairs of findings about lanes, cards, paths and current.</summary>
internal static class LaneWaysOut
{
    public static bool IsAbout(Finding finding) => finding.Rule.Family is Family.Lane or Family.Card or Family.Path or Family.Power;

    public static IEnumerable<(string Kind, string Title, Edit Edit)> Of(
        JobState state,
        Evaluation before,
        Finding finding,
        ShelfBook shelf
    ) =>
        finding.Rule.Family switch
        {
            Family.Lane or Family.Card or Family.Path => Lanes(state, before, finding, shelf),
            Family.Power => Power(before, finding),
            _ => [],
        };

    private static IEnumerable<(string, string, Edit)> Lanes(JobState state, Evaluation before, Finding finding, ShelfBook shelf)
    {
        foreach (var place in finding.Places.Where(p => p.Kind == PlaceKind.Card))
        {
            var slot = place.Name;
            if (before.Lanes.Splits.FirstOrDefault(l => l.Slot == slot) is { Best: { } best } line && !best.SequenceEqual(line.Enter ?? []))
                yield return ("split", $"Set {slot} to {Splitting.Words(best)} in the firmware", new SetSplit(slot, best));
            if (
                state.Planned.At(place)?.Card is { Role: CardRole.Carrier, IsOneDevice: not true, Endpoints: { } ends } card
                && state.Sheet!.Slots.FirstOrDefault(s => s.Id == slot) is { } of
            )
                foreach (
                    var part in shelf
                        .OfferedCards.Where(o =>
                            o.Parts[0].Card is { Role: CardRole.Carrier, IsOneDevice: true, Endpoints: { } its }
                            && its.Count >= ends.Count
                            && CardFit.WhyNot(of, o.Parts[0].Card!) is null
                        )
                        .Select(o => o.Of(1)!)
                        .OrderByDescending(p => p.InStock > 0)
                        .ThenBy(p => p.PriceEur ?? decimal.MaxValue)
                        .Take(1)
                )
                    yield return ("switch", $"{part.Card!.Name} in {slot} instead", new Fit(place, Unit.Of(part)));
        }
        var question = Question.Of(state, EvidenceBook.Empty, shelf).Lanes;
        if (LaneSolver.TooLarge(question) is null && LaneSolver.Solve(question) is { Edit: { } layout } found)
            yield return (
                "layout",
                layout.Moves.Count == 0
                    ? "Divide the slots as computed"
                    : $"Lay out {Say.Count(layout.Moves.Count, "part", "parts")} anew: "
                        + string.Join(", ", found.Parts.Where(p => p.To != p.From).Take(3).Select(Where))
                        + $"{string.Concat(layout.Splits.Select(s => $", {s.Key} as {Splitting.Words(s.Value)}"))}",
                layout
            );
        foreach (var place in finding.Places.Where(p => p.Kind is PlaceKind.Card or PlaceKind.M2 && state.Plan.ContainsKey(p)).Take(1))
            yield return ("leave", $"Leave {place.Name} as found", new Restore(place));
    }

    private static IEnumerable<(string, string, Edit)> Power(Evaluation before, Finding finding)
    {
        if (finding.Rule != PowerRules.Start || before.Power.Suggested is not { } group)
            yield break;
        yield return (
            "stagger",
            $"Let {Say.Count(group, "disk", "disks")} start every {Math.Max(10, before.Power.Seconds):0} s",
            new StaggerStart(group, Math.Max(10, before.Power.Seconds))
        );
    }

    private static string Where(LaidPart part) => $"{part.From.Name} " + (part.To is null ? "out" : $"to {part.To.Name}");
}
