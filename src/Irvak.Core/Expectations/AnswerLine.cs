using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Expectations;

/// <summary>Answers one expected line by eye.</summary>
[EditName("answerLine")]
public sealed record AnswerLine(string Key, SeenVerdict Verdict, string? Value) : SliceEdit<ProofSlice>
{
    public override IEnumerable<string> Touches() => ["line:" + Key];

    public override string ValueAt(string subject) =>
        Verdict switch
        {
            SeenVerdict.Other => Value ?? "something else",
            SeenVerdict.AsExpected => "as expected",
            _ => "not looked at",
        };

    public override string Tell() =>
        Verdict switch
        {
            SeenVerdict.AsExpected => $"sees {Key} as expected",
            SeenVerdict.Other => $"sees {Value ?? "something else"} at {Key}",
            _ => $"has not looked at {Key}",
        };

    public override SheetProblem? Refusal(MachineState machine, ProofSlice slice) =>
        machine.Sheet is null ? new("/edit", "The machine has no sheet yet.") : null;

    public override ProofSlice Applied(MachineState machine, ProofSlice slice, Stamp stamp) =>
        slice with
        {
            Answers =
                Verdict == SeenVerdict.NotLookedAt
                    ? slice.Answers.Remove(Key)
                    : slice.Answers.SetItem(Key, new SeenAnswer(Verdict, Value, stamp.Who)),
        };
}
