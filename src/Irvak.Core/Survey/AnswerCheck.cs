using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Survey;

/// <summary>Answers one question of the check before the machine is touched.</summary>
/// <param name="Key">A key of <c>SurveyChecks</c>.</param>
/// <param name="Good">True when all is well, false when not, null to take the answer back.</param>
/// <param name="Note">What was seen, in words.</param>
[EditName("answerCheck")]
public sealed record AnswerCheck(string Key, bool? Good, string? Note) : MachineEdit
{
    public override IEnumerable<string> Touches() => ["check:" + Key];

    public override string ValueAt(string subject) =>
        $"{(Good is null ? "no answer" : Good.Value ? "well" : "not well")}{(Note is null ? "" : ": " + Note)}";

    public override string Tell() =>
        Good is null
            ? $"takes back the answer about {Key}"
            : $"finds {Key} {(Good.Value ? "well" : "not well")}{(Note is null ? "" : $" ({Note})")}";

    public override SheetProblem? Refusal(MachineState machine) => SurveyFold.Refusal(this);

    public override MachineState Applied(MachineState machine, Stamp stamp) => SurveyFold.Apply(machine, this, stamp);
}
