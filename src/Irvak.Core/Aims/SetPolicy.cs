using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;

namespace Irvak.Core.Aims;

[EditName("setPolicy")]
public sealed record SetPolicy(Policy Policy) : SliceEdit<Policy>
{
    public override IEnumerable<string> Touches() => ["policy"];

    public override string ValueAt(string subject) => Policy.Name();

    public override string Tell() => $"sets the policy to {Policy.Name()}";

    public override Policy Applied(MachineState machine, Policy slice, Stamp stamp) => Policy;
}
