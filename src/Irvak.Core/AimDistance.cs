using Irvak.Core.Quantities;
using Irvak.Core.Runbooks;
using Irvak.Core.Verdicts;

namespace Irvak.Core;

/// <summary>One cell of the ledge: how far the plan is from a wish.</summary>
/// <param name="Found">Value as found.</param>
/// <param name="Planned">Value as planned.</param>
/// <param name="Wish">The wish or limit; null when none is set.</param>
/// <param name="IsLimit">True when staying below is good.</param>
public sealed record Distance(string Name, string Unit, double Found, double Planned, double? Wish, bool IsLimit);

/// <summary>The distances between the plan and the aim.</summary>
public static class AimDistance
{
    public static readonly Rule Memory = new("AIM-MEMORY", Severity.Care,
        "{planned} of memory, {short} short of the wish for {wish}.",
        "The aim is what the owner asked for.",
        "aim of this job", Basis.Sheet);

    public static readonly Rule Money = new("AIM-MONEY", Severity.Care,
        "The parts cost {planned}, {over} over the limit of {limit}.",
        "The limit is what the owner agreed to.",
        "aim of this job; price list of the shop", Basis.Sheet);

    public static IReadOnlyList<Distance> Of(Question q, Memory.MemorySheet memory, ShoppingList list)
    {
        var distances = new List<Distance>
        {
            new("Memory", "GiB", memory.Found.UsableMiB / 1024.0, memory.Planned.UsableMiB / 1024.0, q.Aim.MemoryGiB, false),
            new("Rate", "MT/s", memory.Found.Rate.HighMTs ?? 0, memory.Planned.Rate.HighMTs ?? 0, null, false),
            new("Money", "EUR", 0, (double)list.TotalEur, (double?)q.Aim.MoneyLimitEur, true),
            new("Slots left", "", Free(q, q.Found), Free(q, q.Planned), null, false),
        };
        return distances;
    }

    public static IEnumerable<Finding> Judge(Question q, Memory.MemorySheet memory, ShoppingList list)
    {
        var planned = ByteCount.FromMiB(memory.Planned.UsableMiB);
        if (q.Aim.MemoryGiB is { } wish && planned.WholeMiB < wish * 1024L)
        {
            var wanted = ByteCount.FromMiB(wish * 1024L);
            yield return Finding.Of(Memory, [], Worked.Sum("aim of this job", new("short", (wanted - planned).ToString(), true), new("wish", wanted.ToString()), new("planned", planned.ToString())),
                ("planned", planned.ToString()), ("short", (wanted - planned).ToString()), ("wish", wanted.ToString()));
        }
        if (q.Aim.MoneyLimitEur is { } limit && list.TotalEur > limit)
            yield return Finding.Of(Money, [], list.Sum(),
                ("planned", Quantities.Money.Euro(list.TotalEur).ToString()), ("over", Quantities.Money.Euro(list.TotalEur - limit).ToString()), ("limit", Quantities.Money.Euro(limit).ToString()));
    }

    private static int Free(Question q, Builds.Build build) =>
        q.Sheet.Channels.Sum(c => c.Slots.Count(s => build.ModuleAt(s) is null && build.HasProcessor(c.Socket)));
}
