using Irvak.Core.Edits;
using Irvak.Core.Steps;

namespace Irvak.Core.Plans;

/// <summary>Closes the job: the machine goes back to its owner.</summary>
[EditName("handOver")]
public sealed record HandOver(string To) : JobEdit
{
    public override IEnumerable<string> Touches() => ["handover"];

    public override string ValueAt(string subject) => To;

    public override string Tell() => $"hands the machine over to {To}";

    public override JobState Applied(JobState state, Stamp stamp) => state with { HandedOver = new Tick(stamp.Who, stamp.When, Tell()) };
}
