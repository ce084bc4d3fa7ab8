using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Volumes;

/// <summary>Wishes a volume no more.</summary>
[EditName("dropVolume")]
public sealed record DropVolume(string Name) : SliceEdit<VolumeSlice>
{
    public override IEnumerable<string> Touches() => ["volume:" + Name];

    public override string ValueAt(string subject) => "not wished";

    public override string Tell() => $"wishes volume {Name} no more";

    public override SheetProblem? Refusal(MachineState machine, VolumeSlice slice) =>
        slice.All.Any(v => v.Name == Name) ? null : new("/edit/name", $"There is no volume {Name}.");

    public override VolumeSlice Applied(MachineState machine, VolumeSlice slice, Stamp stamp) =>
        slice with
        {
            All = slice.All.RemoveAll(v => v.Name == Name),
        };
}
