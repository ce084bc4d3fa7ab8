using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Moving;

/// <summary>Plans the backup before the machine is opened; null for none.</summary>
[EditName("planBackup")]
public sealed record PlanBackup(BackupQuestion? Backup) : SliceEdit<MovingSlice>
{
    public override IEnumerable<string> Touches() => ["backup"];

    public override string ValueAt(string subject) => Backup is null ? "none planned" : BackupHours.Words(Backup);

    public override string Tell() => Backup is null ? "plans no backup" : $"plans a backup of {BackupHours.Words(Backup)}";

    public override SheetProblem? Refusal(MachineState machine, MovingSlice slice) =>
        Backup?.Problem is { } wrong ? wrong with { Path = "/edit/backup" + wrong.Path } : null;

    public override MovingSlice Applied(MachineState machine, MovingSlice slice, Stamp stamp) => slice with { Backup = Backup };
}
