using Irvak.Core.Observations;
using Irvak.Core.Places;

namespace Irvak.Core.Arrays;

/// <summary>Bays whose drives may be changed while the machine runs.</summary>
public static class HotBays
{
    /// <summary>True when nothing is touched but bays that may be served running.</summary>
    public static bool AllHot(ArrayInput q) => q.Changes.Count > 0 && Of(q) is var hot && q.Changes.All(c => hot.Contains(c.Place));

    /// <summary>Bays that may be served running: by the sheet, and not while an array rests on them that is not known to spare a
    /// drive.</summary>
    public static HashSet<Place> Of(ArrayInput q) =>
        [
            .. q
                .Sheet.Bays.Where(b => b.HotPlug == true)
                .SelectMany(b => b.Names)
                .Select(Place.Bay)
                .Where(p => !q.Now.Any(n => n.Members.Contains(p) && !MayRun(q, n))),
        ];

    private static bool MayRun(ArrayInput q, ArrayNow now) =>
        now.LevelKnown
        && (
            now.Condition is RaidCondition.Whole or RaidCondition.NeverFilled or RaidCondition.Degraded or RaidCondition.Syncing
            || !q.Arrays.Any(a => a.Name == now.Name)
        );
}
