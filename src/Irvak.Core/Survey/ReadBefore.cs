using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Observations;

namespace Irvak.Core.Survey;

/// <summary>Keeps what a capture made before the work shows, beside what other captures show.</summary>
/// <param name="By">Kind of the capture; a newer one of the same kind takes its place.</param>
[EditName("readBefore")]
public sealed record ReadBefore(Observation Seen, string By) : MachineEdit
{
    public override IEnumerable<string> Touches() => ["reading:" + By];

    public override string ValueAt(string subject) => By;

    public override string Tell() => $"reads the {By}";

    public override SheetProblem? Refusal(MachineState machine) => SurveyFold.Refusal(machine, this);

    public override MachineState Applied(MachineState machine, Stamp stamp) => SurveyFold.Apply(machine, this);
}
