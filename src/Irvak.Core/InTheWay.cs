using Irvak.Core.Expectations;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Verdicts;

namespace Irvak.Core;

/// <summary>One line of what is in the way of a job, and how far its stage is.</summary>
/// <param name="Severity">How bad it is; null where it is only what comes next.</param>
/// <param name="Done">So many of <paramref name="Total"/>; 0 of 0 where that says nothing.</param>
public sealed record InTheWay(Severity? Severity, string Line, int Done, int Total)
{
    /// <param name="evaluation">Null without a machine.</param>
    /// <param name="lines">Expected lines with what was seen.</param>
    /// <param name="explanations">What may be behind lines that deviate, likeliest first.</param>
    /// <param name="unknowns">What is still asked, the most needed first.</param>
    public static InTheWay Of(
        Stage stage,
        JobState state,
        Evaluation? evaluation,
        IReadOnlyList<ComparedLine> lines,
        IReadOnlyList<Explanation> explanations,
        IReadOnlyList<Unknown> unknowns
    ) =>
        stage switch
        {
            Stage.Survey => InSurvey(state, unknowns),
            Stage.Aim => new(null, "No wish yet.", 0, 0),
            Stage.Fit => Worst(evaluation) ?? new(null, "Nothing is planned yet.", 0, 0),
            Stage.Prep => InPrep(state, evaluation),
            Stage.HandsOn => AtTheMachine(state, evaluation),
            Stage.Proof => new InTheWay(
                null,
                "Waits for eyes or a capture.",
                lines.Count(l => l.State == LineState.AsExpected),
                lines.Count
            )
                is var open
            && explanations.Count > 0
                ? open with
                {
                    Severity = Verdicts.Severity.Stop,
                    Line = explanations[0].Sentence,
                }
                : open,
            _ => new(null, state.HandedOver is { } done ? $"{Say.Capital(done.Wording)}." : "Report is ready.", 0, 0),
        };

    private static InTheWay? Worst(Evaluation? evaluation) =>
        evaluation?.Findings.FirstOrDefault(f => f is { Severity: not Verdicts.Severity.Note, Aside: false }) is { } worst
            ? new(worst.Severity, worst.Sentence, 0, 0)
            : null;

    private static InTheWay InSurvey(JobState state, IReadOnlyList<Unknown> unknowns)
    {
        if (state.Sheet is not { } sheet)
            return new(null, "Paste a capture, choose a sheet or give five answers.", 0, 0);
        return new(
            null,
            unknowns.Count == 0 ? "All known."
                : unknowns[0].Aside ? "All is asked that this job is about."
                : unknowns[0].Question,
            state.Found.Count + state.FoundEmpty.Count,
            SheetPlaces.All(sheet).Count
        );
    }

    private static InTheWay InPrep(JobState state, Evaluation? evaluation)
    {
        string[] keys =
        [
            .. evaluation?.Shopping.Lines.Select(l => l.Key) ?? [],
            .. evaluation?.Shopping.TakeAlong.Select(t => t.Key) ?? [],
        ];
        var order = evaluation?.Shopping.Lines.Sum(l => l.ToOrder) ?? 0;
        var line = Worst(evaluation) ?? new(null, order > 0 ? $"{order} to order." : "All parts lie on the shelf.", 0, 0);
        return line with { Done = keys.Count(state.Ticks.ContainsKey), Total = keys.Length };
    }

    private static InTheWay AtTheMachine(JobState state, Evaluation? evaluation)
    {
        var steps = evaluation?.Runbook.Steps ?? [];
        return new(
            null,
            steps.FirstOrDefault(s => !state.Ticks.ContainsKey(s.Key))?.Title ?? "All steps done.",
            steps.Count(s => state.Ticks.ContainsKey(s.Key)),
            steps.Count
        );
    }
}
