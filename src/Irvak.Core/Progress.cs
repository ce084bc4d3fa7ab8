using Irvak.Core.Expectations;
using Irvak.Core.Plans;
using Irvak.Core.Survey;
using Irvak.Core.Verdicts;

namespace Irvak.Core;

/// <summary>Where a job stands: what was seen against what was expected, what is still asked, and what that makes of its way.</summary>
/// <param name="InTheWay">The one line that lists show.</param>
/// <param name="Way">The stages with what is open in each.</param>
/// <param name="Unknowns">What is still asked, the most needed first.</param>
/// <param name="Findings">What the rules find, the worst first; what this job has nothing to do with is marked.</param>
/// <param name="Lines">Expected lines with what was seen; empty while nothing is planned and nothing was seen.</param>
/// <param name="Explanations">What may be behind lines that deviate, the likeliest first.</param>
public sealed record Progress(
    Stage Stage,
    InTheWay InTheWay,
    IReadOnlyList<Knot> Way,
    IReadOnlyList<Unknown> Unknowns,
    IReadOnlyList<Finding> Findings,
    IReadOnlyList<ComparedLine> Lines,
    IReadOnlyList<Explanation> Explanations
)
{
    /// <param name="evaluation">Null without a machine.</param>
    public static Progress Of(JobState state, Evaluation? evaluation)
    {
        var unknowns = LeaveUnasked.Of(
            AskedFor.Of([.. UnknownRegister.Of(state), .. ModeUnknowns.Of(state, state.Controllers)], state.Aim.Purposes),
            state.Aim
        );
        if (evaluation is not null)
            evaluation = evaluation with { Findings = JobTopics.Aside(evaluation.Findings, state) };
        IReadOnlyList<ComparedLine> lines =
            evaluation is null
            || (
                state.Plan.Count == 0
                && state.Arrays.Plans.Count == 0
                && state.Proof.After is null
                // A version or a mode that changes is work too.
                && evaluation.Runbook.Steps.Count == 0
            )
                ? []
                : JobTopics.Aside(Comparison.Of(state.Sheet!, evaluation.Expectations, state.Proof.After, state.Proof.Answers), state);
        // What is left aside holds nothing up.
        IReadOnlyList<ComparedLine> counted = lines.Any(l => l.Aside) ? [.. lines.Where(l => !l.Aside)] : lines;
        IReadOnlyList<Explanation> explanations = state.Sheet is null
            ? []
            : Diagnosis.Of(state.Sheet, state.Planned, lines, state.Proof.After);
        var stage = Stages.Of(state, evaluation, counted, unknowns);
        return new(
            stage,
            InTheWay.Of(stage, state, evaluation, counted, explanations, unknowns),
            Stages.Way(state, evaluation, counted, unknowns),
            unknowns,
            evaluation?.Findings ?? [],
            lines,
            explanations
        );
    }
}
