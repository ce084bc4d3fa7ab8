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

    /// <summary>Over every such drive of the plan, in the order of the chassis, kept as the other arrays are; null when no drive is
    /// free.</summary>
    /// <param name="used">Places of drives that serve something else: a cache, the start of the system.</param>
    public static ArrayPlan? Of(ArrayInput q, IReadOnlyList<Place> used)
    {
        var taken = q.Arrays.SelectMany(a => a.Members.Concat(a.AllSpares)).Concat(used).ToHashSet();
        List<Place> free =
        [
            .. SheetPlaces.InOrder(
                q.Sheet,
                q.Planned.Units.Where(u => u.Value.Drive is not null && u.Key.HoldsDrive && !taken.Contains(u.Key)).Select(u => u.Key),
                p => p
            ),
        ];
        return free.Count == 0
            ? null
            : new(Name(q.Arrays), LevelFor(free.Count), free, q.Arrays.Count > 0 ? q.Arrays[0].Host : ArrayHost.Kernel);
    }

    /// <summary>The level that so many drives usually get.</summary>
    public static ArrayLevel LevelFor(int drives) => Usual.First(u => drives >= u.Drives).Level;

    private static string Name(IReadOnlyList<ArrayPlan> arrays) =>
        Names.Select(n => n.ToString()).FirstOrDefault(n => arrays.All(a => a.Name != n)) ?? $"M{arrays.Count + 1}";
}
