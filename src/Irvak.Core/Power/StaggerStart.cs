using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Power;

/// <summary>Plans how disks start one group after another; a group of 0 lets them all start at once.</summary>
/// <param name="Drives">Disks that start together.</param>
/// <param name="Seconds">From one group to the next, s.</param>
[EditName("staggerStart")]
public sealed record StaggerStart(int Drives, double Seconds) : SliceEdit<PowerSlice>
{
    // A second group, once there is one, starts when the first has come up to speed.
    public static readonly StaggerStart AllAtOnce = new(0, PowerSheet.SpinSeconds);

    public override IEnumerable<string> Touches() => ["start"];

    public override string ValueAt(string subject) => Drives == 0 ? "all at once" : $"{Drives} every {Seconds:0.#} s";

    public override string Tell() =>
        Drives == 0 ? "lets all disks start at once" : $"lets {Verdicts.Say.Count(Drives, "disk", "disks")} start every {Seconds:0.#} s";

    public override SheetProblem? Refusal(MachineState machine, PowerSlice slice) =>
        Drives is < 0 or > 512 ? new("/edit/drives", "Between 0 and 512 disks start together.")
        : Drives > 0 && Seconds is not (>= 0.5 and <= 60) ? new("/edit/seconds", "Between 0.5 and 60 seconds from group to group.")
        : null;

    public override PowerSlice Applied(MachineState machine, PowerSlice slice, Stamp stamp) => slice with { Stagger = this };
}
