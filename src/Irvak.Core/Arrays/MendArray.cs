using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Arrays;

/// <summary>An array that lost drives which lie in no place any more, over the free drives that can make up for them.</summary>
public static class MendArray
{
    /// <summary>The first array that lacks drives, with as many free ones as it lost, of its kind and no smaller than its smallest member,
    /// in the order of the chassis; null where no array lacks one, or no drive is free for it.</summary>
    /// <param name="used">Places of drives that serve something else: a cache, the start of the system.</param>
    public static ArrayPlan? Of(ArrayInput q, IReadOnlyList<Place> used)
    {
        var taken = q.Arrays.SelectMany(a => a.Members.Concat(a.AllSpares)).Concat(used).ToHashSet();
        foreach (var now in q.Now.Where(n => n.IsLostAway))
        {
            if (q.Arrays.FirstOrDefault(a => a.Name == now.Name && q.StillAs(a) is not null) is not { } plan)
                continue;
            var members = plan.Members.Select(p => q.Found.At(p)!.Drive!).ToList();
            var least = members.Min(d => d.Bytes);
            bool MakesUp(DriveSheet drive) =>
                drive.Media == members[0].Media && drive.Protocol == members[0].Protocol && drive.Bytes >= least;
            Place[] free =
            [
                .. SheetPlaces
                    .InOrder(
                        q.Sheet,
                        q.Planned.Units.Where(u =>
                                u is { Value.Drive: { } d, Key.HoldsDrive: true } && MakesUp(d) && !taken.Contains(u.Key)
                            )
                            .Select(u => u.Key),
                        p => p
                    )
                    .Take(now.Unplaced),
            ];
            if (free.Length > 0)
                return plan with { Members = [.. plan.Members, .. free] };
        }
        return null;
    }
}
