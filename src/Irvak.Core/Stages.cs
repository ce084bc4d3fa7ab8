using System.Text.Json.Serialization;
using Irvak.Core.Aims;
using Irvak.Core.Expectations;
using Irvak.Core.Plans;
using Irvak.Core.Survey;
using Irvak.Core.Verdicts;

namespace Irvak.Core;

[JsonConverter(typeof(JsonStringEnumConverter<Stage>))]
public enum Stage
{
    [JsonStringEnumMemberName("survey")]
    Survey,

    [JsonStringEnumMemberName("aim")]
    Aim,

    [JsonStringEnumMemberName("fit")]
    Fit,

    [JsonStringEnumMemberName("prep")]
    Prep,

    [JsonStringEnumMemberName("hands-on")]
    HandsOn,

    [JsonStringEnumMemberName("proof")]
    Proof,

    [JsonStringEnumMemberName("handover")]
    Handover,
}

/// <summary>One knot of the way.</summary>
/// <param name="Note">What is open there, in a word or two.</param>
/// <param name="Bad">True when something stops or deviates there.</param>
public sealed record Knot(Stage Stage, string Note, bool Bad);

/// <summary>Where a job's work stands. A job moves when its work moves; nobody drags it.</summary>
public static class Stages
{
    public static Stage Of(JobState state, Evaluation? evaluation, IReadOnlyList<ComparedLine> lines, IReadOnlyList<Unknown> unknowns)
    {
        if (state.HandedOver is not null)
            return Stage.Handover;
        if (state.Sheet is null || evaluation is null)
            return Stage.Survey;
        if (!Wished(state) && !Planned(state))
            return Surveyed(state, unknowns) ? Stage.Aim : Stage.Survey;
        if (evaluation.Runbook.Steps.Count == 0 || evaluation.Count(Severity.Stop) > 0)
            return Stage.Fit;
        var looked = lines.Any(l => l.State != LineState.NotLookedAt);
        var stepped = evaluation.Runbook.Steps.Any(s => state.Ticks.ContainsKey(s.Key));
        if (!looked && !stepped && PrepOpen(state, evaluation) > 0)
            return Stage.Prep;
        if (!looked && StepsOpen(state, evaluation) > 0)
            return Stage.HandsOn;
        return lines.Count > 0 && lines.All(l => l.State == LineState.AsExpected) ? Stage.Handover : Stage.Proof;
    }

    public static IReadOnlyList<Knot> Way(
        JobState state,
        Evaluation? evaluation,
        IReadOnlyList<ComparedLine> lines,
        IReadOnlyList<Unknown> unknowns
    )
    {
        var unknown = unknowns.Count(u => u is { Optional: false, Aside: false });
        var survey = new Knot(
            Stage.Survey,
            state.Sheet is null ? "no sheet"
                : unknown > 0 ? $"{unknown} unknown"
                : unknowns.Count(u => !u.Aside) is > 0 and var more ? $"{more} to ask"
                : unknowns.Count > 0 ? "all asked"
                : "all known",
            false
        );
        var unmet = evaluation?.Findings.Count(f => f.Rule.Family == Family.Aim && f.Severity == Severity.Care) ?? 0;
        var aim = new Knot(
            Stage.Aim,
            !Wished(state) ? "not set"
                : unmet > 0 ? $"{unmet} unmet"
                : "set",
            false
        );
        if (evaluation is null)
            return
            [
                survey,
                aim,
                .. new[] { Stage.Fit, Stage.Prep, Stage.HandsOn, Stage.Proof, Stage.Handover }.Select(s => new Knot(s, "–", false)),
            ];
        var stops = evaluation.Count(Severity.Stop);
        var cares = evaluation.Count(Severity.Care);
        var deviate = lines.Count(l => l.State == LineState.Deviates);
        var open = lines.Count(l => l.State is LineState.NotLookedAt or LineState.NotYet);
        var planned = evaluation.Runbook.Steps.Count > 0;
        var prep = PrepOpen(state, evaluation);
        var steps = StepsOpen(state, evaluation);
        return
        [
            survey,
            aim,
            new(
                Stage.Fit,
                stops > 0 ? Say.Count(stops, "stop", "stops")
                    : cares > 0 ? Say.Count(cares, "care", "cares")
                    : planned ? "clear"
                    : "no change",
                stops > 0
            ),
            new(
                Stage.Prep,
                !planned ? "–"
                    : prep == 0 ? "all here"
                    : $"{prep} to get",
                false
            ),
            new(
                Stage.HandsOn,
                !planned ? "–"
                    : steps == 0 ? "done"
                    : Say.Count(steps, "step", "steps"),
                false
            ),
            new(
                Stage.Proof,
                !planned ? "–"
                    : deviate > 0 ? Say.Count(deviate, "deviates", "deviate")
                    : open == 0 ? "all seen"
                    : $"{open} to see",
                deviate > 0
            ),
            new(
                Stage.Handover,
                state.HandedOver is not null ? "done"
                    : planned ? "draft"
                    : "–",
                false
            ),
        ];
    }

    private static bool Wished(JobState state) =>
        state.Aim is not { MemoryGiB: null, UsableTB: null, Failures: null, ReadMBs: null, WriteMBs: null, LossPercent: null, Watts: null }
        || state.Volumes.All.Count > 0;

    /// <summary>Any edit of the plan is a plan: parts, arrays, splits, wiring, modes, firmware, rates, boot, caches, moves, pads, the
    /// order of the start.</summary>
    private static bool Planned(JobState state) =>
        state.Plan.Count > 0
        || state.Arrays.Plans.Count > 0
        || state.Lanes.Splits.Count > 0
        || state.Controllers.Wiring.Count > 0
        || state.Controllers.Bays.Count > 0
        || state.Controllers.Modes.Count > 0
        || state.Controllers.Firmware.Values.Any(f => f.Planned is not null)
        || state.Lanes.HeldRates.Count > 0
        || state.Boot.Plan is not null
        || state.Caches.Plans.Count > 0
        || state.Moving.Moves.Count > 0
        || state.Power.Pads.Count > 0
        || state.Power.Stagger != Power.StaggerStart.AllAtOnce
        || state.Memory.Mode != Sheets.MemoryMode.Independent;

    /// <summary>It is known what the board takes, and every socket and every slot that can be used was looked at.</summary>
    private static bool Surveyed(JobState state, IReadOnlyList<Unknown> unknowns) =>
        (
            state.Sheet!.Channels.Count == 0 || !AskedFor.Asks(Topic.Memory, state.Aim.Purposes)
                ? state.Found.Count + state.FoundEmpty.Count > 0
                : state.Sheet.Memory is { Generation: not null, Form: not null }
        ) && !unknowns.Any(u => u is { Kind: AnswerKind.Place, Optional: false, Aside: false });

    private static int PrepOpen(JobState state, Evaluation e) =>
        e.Shopping.Lines.Count(l => !state.Ticks.ContainsKey(l.Key)) + e.Shopping.TakeAlong.Count(t => !state.Ticks.ContainsKey(t.Key));

    private static int StepsOpen(JobState state, Evaluation e) => e.Runbook.Left(state.Ticks);
}
