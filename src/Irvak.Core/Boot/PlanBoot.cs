using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Boot;

/// <summary>Plans what the system starts from; null leaves it as it was found.</summary>
[EditName("planBoot")]
public sealed record PlanBoot(BootPlan? Boot) : SliceEdit<BootSlice>
{
    public override IEnumerable<string> Touches() => ["boot"];

    public override string ValueAt(string subject) => Boot is null ? "as found" : FieldWords.All(Boot);

    public override string Tell() =>
        Boot is null
            ? "leaves the boot drive as found"
            : $"lets the system start from {string.Join(" and ", Boot.Places.Select(p => p.Name))}";

    public override SheetProblem? Refusal(MachineState machine, BootSlice slice) =>
        Boot is null ? null
        : Boot.Problem is { } wrong ? wrong with { Path = "/edit/boot" + wrong.Path }
        : Boot.Places.Select((p, i) => machine.RefusePlace(p, $"/edit/boot/places/{i}")).FirstOrDefault(p => p is not null);

    public override BootSlice Applied(MachineState machine, BootSlice slice, Stamp stamp) => new(Boot);
}
