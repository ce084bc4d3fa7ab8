using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Caches;

/// <summary>Gives a cache up.</summary>
[EditName("dropCache")]
public sealed record DropCache(string Name) : SliceEdit<CacheSlice>
{
    public override IEnumerable<string> Touches() => ["cache:" + Name];

    public override string ValueAt(string subject) => "given up";

    public override string Tell() => $"gives cache {Name} up";

    public override SheetProblem? Refusal(MachineState machine, CacheSlice slice) =>
        slice.Plans.ContainsKey(Name) ? null : new("/edit/name", $"There is no cache {Name}.");

    public override CacheSlice Applied(MachineState machine, CacheSlice slice, Stamp stamp) =>
        slice with
        {
            Plans = slice.Plans.Remove(Name),
        };
}
