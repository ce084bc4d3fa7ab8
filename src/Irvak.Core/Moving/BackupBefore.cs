using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Quantities;

namespace Irvak.Core.Moving;

/// <summary>What may hold data before the work: an array, or a drive that belongs to none.</summary>
/// <param name="Name">An array by its name, a drive by its place.</param>
/// <param name="AtMostBytes">What fits on it, of an array of unknown level what fits on its drives; null when not known.
/// How much of it is used nobody knows but its system.</param>
/// <param name="Reads">What it reads in order, mean over its whole surface, before whatever lies on the way; null when not
/// known.</param>
public sealed record BackupVolume(string Name, long? AtMostBytes, Throughput? Reads);

/// <summary>The backup before a machine is opened, beside what the machine holds.</summary>
/// <param name="Volumes">What may hold data, arrays first.</param>
/// <param name="Plan">As somebody planned it; null while nobody did.</param>
/// <param name="Answer">Hours and media of the plan; null without one.</param>
public sealed record BackupBefore(IReadOnlyList<BackupVolume> Volumes, BackupQuestion? Plan, BackupAnswer? Answer)
{
    /// <summary>All of it, GB: a backup is of so much at most. Null when it is not known of one of them.</summary>
    public double? AtMostGB { get; } =
        Volumes.Count > 0 && Volumes.All(v => v.AtMostBytes is not null) ? Volumes.Sum(v => v.AtMostBytes!.Value / 1e9) : null;

    /// <summary>One after the other, all of it: the whole over the time that each takes. Null when it is not known of one of
    /// them.</summary>
    public Throughput? Reads { get; } = Together(Volumes);

    /// <summary>True when the work touches what may hold data: drives, arrays, or what keeps them.</summary>
    public required bool Touched { get; init; }

    /// <param name="touched">True when the work touches what may hold data.</param>
    public static BackupBefore Of(MoveInput q, ArraySheet arrays, bool touched)
    {
        var members = q.Now.SelectMany(n => n.Members).Concat(q.FoundArrays.SelectMany(a => a.AllSpares)).ToHashSet();
        var named = q
            .Now.Select(n => (Now: n, Figures: arrays.Found.FirstOrDefault(f => f.Plan.Name == n.Name)))
            .Select(a => new BackupVolume(a.Now.Name, a.Figures?.Capacity?.Usable ?? Drives(q, a.Now), Rate(a.Figures, q)));
        var alone = q
            .Found.Units.Where(u => u.Value.Drive is not null && !members.Contains(u.Key))
            .OrderBy(u => u.Key)
            .Select(u => new BackupVolume(
                Short(u.Key, u.Value),
                u.Value.Drive!.Bytes,
                DriveDefaults.OverAPass(u.Value.Drive, DriveDefaults.Reads(u.Value.Drive).Value)
            ));
        List<BackupVolume> volumes = [.. named, .. alone];
        return new(volumes, q.Backup, q.Backup is { Problem: null } plan ? BackupHours.Of(plan) : null) { Touched = touched };
    }

    /// <summary>An array whose level nobody told holds no more than its drives do; null while one of them is not known.</summary>
    private static long? Drives(MoveInput q, ArrayNow now)
    {
        var bytes = now.Members.Select(m => q.Found.At(m)?.Drive?.Bytes).ToList();
        return (now.Unplaced > 0 && !now.MissesLost) || bytes.Any(b => b is null) ? null : bytes.Sum();
    }

    private static string Short(Place place, Unit unit) =>
        unit.MemberOf is { } use && ArrayNow.IsMount(use) ? $"{place.Name}, {use}" : place.Name;

    private static Throughput? Rate(ArrayFigures? figures, MoveInput q) =>
        figures is { Why: null, ReadMBs: { } reads } ? DriveDefaults.OverAPass(q.Found.At(figures.Plan.Members[0])?.Drive, reads) : null;

    private static Throughput? Together(IReadOnlyList<BackupVolume> volumes)
    {
        if (volumes.Count == 0 || volumes.Any(v => v.AtMostBytes is not > 0 || v.Reads is null))
            return null;
        var bytes = volumes.Sum(v => (double)v.AtMostBytes!.Value);
        var hours = volumes.Sum(v => v.Reads!.Value.HoursFor(v.AtMostBytes!.Value));
        return new Throughput(bytes / hours / 3600 / 1e6);
    }
}
