using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Steps;

namespace Irvak.Core.Plans;

/// <summary>Ticks or unticks a line of a list or a step.</summary>
[EditName("setTick")]
public sealed record SetTick(string Key, bool Done, string Wording) : JobEdit
{
    public override IEnumerable<string> Touches() => ["tick:" + Key];

    public override string ValueAt(string subject) => Done ? "done" : "not done";

    public override string Tell() => Done ? $"ticks “{Wording}”" : $"unticks “{Wording}”";

    public override SheetProblem? Refusal(JobState state) => state.Sheet is null ? new("/edit", "The machine has no sheet yet.") : null;

    public override JobState Applied(JobState state, Stamp stamp) =>
        state with
        {
            Ticks = Done ? state.Ticks.SetItem(Key, new Tick(stamp.Who, stamp.When, Wording)) : state.Ticks.Remove(Key),
        };
}
