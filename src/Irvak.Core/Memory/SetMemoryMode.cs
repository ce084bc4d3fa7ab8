using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Sheets;

namespace Irvak.Core.Memory;

/// <summary>Chooses how the firmware spends memory on safety.</summary>
[EditName("setMemoryMode")]
public sealed record SetMemoryMode(MemoryMode Mode) : SliceEdit<MemorySlice>
{
    public override IEnumerable<string> Touches() => ["mode"];

    public override string ValueAt(string subject) => Mode.Name();

    public override string Tell() => $"sets memory to {Mode.Name()}";

    public override MemorySlice Applied(MachineState machine, MemorySlice slice, Stamp stamp) => slice with { Mode = Mode };
}
