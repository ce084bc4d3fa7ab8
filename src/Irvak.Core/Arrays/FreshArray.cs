using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Arrays;

/// <summary>The array that is offered first for drives that belong to none.</summary>
public static class FreshArray
{
    // From so many drives on, so much redundancy is usual. Common practice, no source.
    private static readonly (int Drives, ArrayLevel Level)[] Usual =
    [
        (6, ArrayLevel.Parity2),
        (3, ArrayLevel.Parity1),
        (2, ArrayLevel.Mirror),
        (1, ArrayLevel.Single),
    ];

    private const string Names = "MNOPQRSTUVWXYZABCDEFGHIJKL";

    // Drives of one size differ between makers by less. Common practice, no source.
    private const double Alike = 0.01;

    /// <summary>Over those free drives of the plan that are alike, the most of them, in the order of the chassis: no sticks and cards,
    /// never what the system starts from. Kept by the RAID card that is behind all of them, else as the other arrays are; null when no
    /// drive is free.</summary>
    /// <param name="used">Places of drives that serve something else: a cache, the start of the system.</param>
    /// <param name="keeper">The card that would keep an array; null when there is none.</param>
    public static ArrayPlan? Of(ArrayInput q, IReadOnlyList<Place> used, Func<ArrayPlan, ArrayHost?> keeper)
    {
        var taken = q.Arrays.SelectMany(a => a.Members.Concat(a.AllSpares)).Concat(used).ToHashSet();
        List<Place> free =
        [
            .. SheetPlaces.InOrder(
                q.Sheet,
                q.Planned.Units.Where(u =>
                        u is { Value.Drive: { } drive, Key.HoldsDrive: true } && !PortMedia.IsFrail(drive) && !taken.Contains(u.Key)
                    )
                    .Select(u => u.Key),
                p => p
            ),
        ];
        if (free.Count == 0)
            return null;
        var alike = OfOneKind(q, free);
        var plan = new ArrayPlan(Name(q.Arrays), LevelFor(alike.Count), alike, q.Arrays.Count > 0 ? q.Arrays[0].Host : ArrayHost.Kernel);
        return keeper(plan with { Host = ArrayHost.Controller }) is { } host ? plan with { Host = host } : plan;
    }

    /// <summary>The largest set of drives of one medium, plug and size; of two as large the one of more space.</summary>
    private static List<Place> OfOneKind(ArrayInput q, List<Place> free)
    {
        DriveSheet At(Place p) => q.Planned.At(p)!.Drive!;
        bool IsLike(DriveSheet a, DriveSheet b) =>
            (a.Media, a.Protocol) == (b.Media, b.Protocol)
            && (
                a.Bytes is null ? b.Bytes is null : b.Bytes is not null && Math.Abs(a.Bytes.Value - b.Bytes.Value) <= a.Bytes.Value * Alike
            );
        return free.Select(p => free.Where(o => IsLike(At(p), At(o))).ToList())
            .OrderByDescending(g => g.Count)
            .ThenByDescending(g => g.Sum(p => (double)(At(p).Bytes ?? 0)))
            .First();
    }

    /// <summary>The level that so many drives usually get.</summary>
    public static ArrayLevel LevelFor(int drives) => Usual.First(u => drives >= u.Drives).Level;

    private static string Name(IReadOnlyList<ArrayPlan> arrays) =>
        Names.Select(n => n.ToString()).FirstOrDefault(n => arrays.All(a => a.Name != n)) ?? $"M{arrays.Count + 1}";
}
