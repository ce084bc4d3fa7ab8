using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Survey;

/// <summary>Decides between sources that contradict each other.</summary>
/// <param name="Place">The place, or the fact, by its key.</param>
/// <param name="By">The capture that is believed.</param>
[EditName("settle")]
public sealed record Settle(string Place, string By) : MachineEdit
{
    public override IEnumerable<string> Touches() => ["found:" + Place];

    public override string ValueAt(string subject) => "by " + By;

    public override string Tell() => $"believes the {By} about {Places.Place.NameIn(Place)}";

    public override SheetProblem? Refusal(MachineState machine) => SurveyFold.Refusal(machine, this);

    public override MachineState Applied(MachineState machine, Stamp stamp) => SurveyFold.Apply(machine, this);
}
