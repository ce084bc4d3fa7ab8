using Irvak.Core.Builds;
using Irvak.Core.Inputs;
using Irvak.Core.Sheets;

namespace Irvak.Core.Drives;

/// <summary>What a plan changes of drives.</summary>
public static class DriveChanges
{
    /// <summary>Changes of drives in the order of the chassis, not of the letters of its places.</summary>
    public static IEnumerable<Change> InOrder(PlanInput q)
    {
        List<Change> drives = [.. q.Changes.Where(c => c.Place.HoldsDrive)];
        return drives.Count < 2 ? drives : SheetPlaces.InOrder(q.Sheet, drives, c => c.Place);
    }
}
