using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Survey;

/// <summary>Answers one thing about the machine as a whole, or puts right what is known of it.</summary>
/// <param name="Path">A path of <c>UnknownRegister</c>, such as <c>memory.slotLimitGiB</c>.</param>
[EditName("answerUnknown")]
public sealed record AnswerUnknown(string Path, string Value) : MachineEdit
{
    public override IEnumerable<string> Touches() => ["answer:" + Path];

    public override string ValueAt(string subject) => Value;

    public override string Tell() => $"answers {Path}: {Value}";

    public override SheetProblem? Refusal(MachineState machine) => UnknownRegister.Refusal(machine, this);

    public override MachineState Applied(MachineState machine, Stamp stamp)
    {
        var before = ToldFacts.At(machine, Path) ?? "";
        var after = UnknownRegister.Apply(machine, this);
        return after with
        {
            // What was first there is what taking the answer back leads to, however often it was changed since.
            Told = machine.Told.ContainsKey(Path) ? machine.Told : machine.Told.SetItem(Path, before),
            // Who puts a capture right decided against it; what nobody had read yet is open to be read.
            Settled =
                before.Length > 0 && !machine.Told.ContainsKey(Path) && Contradictions.Key(Path) is { } fact
                    ? after.Settled.SetItem(fact, SurveyFold.ByHand)
                    : after.Settled,
        };
    }
}
