using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Running;

/// <summary>Takes away what was said to run on the machine.</summary>
[EditName("runsNoMore")]
public sealed record RunsNoMore(string Name) : SliceEdit<RunSlice>
{
    public override IEnumerable<string> Touches() => ["runs:" + Name];

    public override string ValueAt(string subject) => "not said";

    public override string Tell() => $"no longer says that {Name} runs on it";

    public override SheetProblem? Refusal(MachineState machine, RunSlice slice) =>
        slice.All.Any(t => t.Name == Name) ? null : new("/edit/name", $"Nothing called {Name} was said to run on it.");

    public override RunSlice Applied(MachineState machine, RunSlice slice, Stamp stamp) =>
        slice with
        {
            All = slice.All.RemoveAll(t => t.Name == Name),
        };
}
