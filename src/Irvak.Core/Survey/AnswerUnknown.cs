using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Survey;

/// <summary>Answers one thing that was unknown about the machine.</summary>
/// <param name="Path">A path of <c>UnknownRegister</c>, such as <c>memory.slotLimitGiB</c>.</param>
[EditName("answerUnknown")]
public sealed record AnswerUnknown(string Path, string Value) : MachineEdit
{
    public override IEnumerable<string> Touches() => ["answer:" + Path];

    public override string ValueAt(string subject) => Value;

    public override string Tell() => $"answers {Path}: {Value}";

    public override SheetProblem? Refusal(MachineState machine) => UnknownRegister.Refusal(machine, this);

    public override MachineState Applied(MachineState machine, Stamp stamp) => UnknownRegister.Apply(machine, this);
}
