using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Aims;

/// <summary>Says what the job is about.</summary>
/// <param name="Purposes">Each once, in any order; empty where nobody says: then everything is asked.</param>
[EditName("setPurposes")]
public sealed record SetPurposes(IReadOnlyList<Purpose> Purposes) : SliceEdit<Aim>
{
    public override IEnumerable<string> Touches() => ["purpose"];

    public override string ValueAt(string subject) => Purposes.Count == 0 ? "nothing said" : Words();

    public override string Tell() => Purposes.Count == 0 ? "leaves open what the job is about" : $"says what it is about: {Words()}";

    private string Words() => Say.Words([.. Purposes.Select(p => PurposeTable.Of(p).Words.ToLowerInvariant())]);

    public override SheetProblem? Refusal(MachineState machine, Aim slice) =>
        Purposes.Distinct().Count() < Purposes.Count ? new("/edit/purposes", "Each purpose stands once.") : null;

    public override Aim Applied(MachineState machine, Aim slice, Stamp stamp) => slice with { Purposes = [.. Purposes.Order()] };
}
