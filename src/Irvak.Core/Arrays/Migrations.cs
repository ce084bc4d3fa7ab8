using Irvak.Core.Sheets;

namespace Irvak.Core.Arrays;

/// <summary>Another level that an array can be turned into while it keeps its data.</summary>
/// <param name="Drives">Drives to add for it; 0 when it takes those that are there.</param>
/// <param name="Hours">Until it is done, at the rate of a rebuild; nothing else may be changed meanwhile.</param>
/// <param name="Usable">Bytes afterwards.</param>
public sealed record MigrationRow(string Name, string? Code, int Drives, double Hours, long Usable, string Words);

/// <summary>
/// Legal ways from one level to another. Kernel: mdadm(8), grow mode. Pools: a single drive or mirror takes further halves, parity groups
/// keep their kind (OpenZFS zpool-attach(8)). Controllers: common practice, no source.
/// </summary>
public static class Migrations
{
    private sealed record Way(ArrayLevel From, ArrayLevel To, int Adds, ArrayHost[] Hosts, string Words);

    private static readonly ArrayHost[] Both = [ArrayHost.Kernel, ArrayHost.Controller];

    private static readonly Way[] Ways =
    [
        new(
            ArrayLevel.Single,
            ArrayLevel.Mirror,
            1,
            [ArrayHost.Kernel, ArrayHost.Controller, ArrayHost.Pool],
            "the second half is filled from the first"
        ),
        new(ArrayLevel.Mirror, ArrayLevel.Mirror, 1, [ArrayHost.Kernel, ArrayHost.Pool], "one copy more"),
        new(ArrayLevel.Mirror, ArrayLevel.Parity1, 1, Both, "from two halves to data and parity over three"),
        new(ArrayLevel.Parity1, ArrayLevel.Parity1, 1, Both, "one drive more of space"),
        new(ArrayLevel.Parity1, ArrayLevel.Parity2, 1, Both, "the new drive takes the second parity"),
        new(ArrayLevel.Parity2, ArrayLevel.Parity2, 1, Both, "one drive more of space"),
        new(ArrayLevel.Parity2, ArrayLevel.Parity1, 0, [ArrayHost.Kernel], "one parity less: more space, less safety"),
        new(ArrayLevel.Stripe, ArrayLevel.Parity1, 1, Both, "the new drive takes the parity"),
        new(ArrayLevel.Pairs, ArrayLevel.Pairs, 2, [ArrayHost.Kernel, ArrayHost.Controller, ArrayHost.Pool], "one pair more"),
    ];

    public static IReadOnlyList<MigrationRow> Of(ArrayPlan plan, ArrayShape shape, IReadOnlyList<DriveSheet> drives, Rebuild? rebuild)
    {
        if (plan.Groups > 1 || drives.Count == 0)
            return [];
        var smallest = drives.Min(d => d.Bytes ?? 0);
        // Every block of every member is read once and written once, at the rate that a rebuild gets.
        var rate = rebuild?.MBs
            ?? Irvak.Core.Drives.DriveDefaults.UsualRebuildShare
                * drives.Min(d => Irvak.Core.Drives.DriveDefaults.OverAPass(d, Irvak.Core.Drives.DriveDefaults.Writes(d).Value));
        var rows = new List<MigrationRow>();
        foreach (var way in Ways.Where(w => w.From == plan.Level && w.Hosts.Contains(plan.Host)))
        {
            long[] bytes = [.. drives.Select(d => d.Bytes ?? 0), .. Enumerable.Repeat(smallest, way.Adds)];
            if (ArrayShape.Of(plan, way.To, 1, bytes).Shape is not { } after)
                continue;
            // A copy or a pair that joins is filled once; anything else is laid out anew.
            var filled = way.To is ArrayLevel.Mirror || (way.From == ArrayLevel.Pairs && way.To == ArrayLevel.Pairs);
            rows.Add(
                new(
                    LevelTable.Words(way.To, 1),
                    LevelTable.Code(way.To, 1),
                    way.Adds,
                    rate.HoursFor((filled ? 1.0 : 2) * smallest),
                    ArrayCapacity.Of(after).Usable,
                    way.Words
                )
            );
        }
        return rows;
    }
}
