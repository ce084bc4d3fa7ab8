using Irvak.Core.Builds;
using Irvak.Core.Edits;

namespace Irvak.Core.Aims;

/// <summary>Plans large frames on the line to the users, or the usual ones.</summary>
/// <param name="Large">True for 9000 bytes, false for 1500.</param>
[EditName("setFrames")]
public sealed record SetFrames(bool Large) : SliceEdit<Aim>
{
    public override IEnumerable<string> Touches() => ["frames"];

    public override string ValueAt(string subject) => Large ? "9000 bytes" : "1500 bytes";

    public override string Tell() => Large ? "plans frames of 9000 bytes on the line" : "leaves frames at 1500 bytes";

    public override Aim Applied(MachineState machine, Aim slice, Stamp stamp) => slice with { LargeFrames = Large };
}
