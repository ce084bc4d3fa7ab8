using Irvak.Core.Quantities;

namespace Irvak.Core.Filling;

/// <summary>
/// Which share of what is asked comes through when all drives read at once: every slot and uplink is shared in proportion to what is asked
/// of it. Own definition.
/// </summary>
internal static class FillFlow
{
    /// <param name="asked">What the new drives behind each end could move.</param>
    /// <returns>For each end the share that its drives get, 0 to 1.</returns>
    public static double[] Of(IReadOnlyList<FillEnd> ends, IReadOnlyList<Throughput> asked)
    {
        double[] wanted = [.. ends.Select((e, i) => (e.Before + asked[i]).MegabytesPerSecond)];
        double[] flows = [.. wanted];
        for (var depth = 0; ends.Any(e => e.Way.Count > depth); depth++)
            foreach (var part in Enumerable.Range(0, ends.Count).Where(i => ends[i].Way.Count > depth).GroupBy(i => ends[i].Way[depth].Id))
            {
                var sum = part.Sum(i => flows[i]);
                var most = ends[part.First()].Way[depth].MBs.MegabytesPerSecond;
                if (sum > most)
                    foreach (var i in part)
                        flows[i] *= most / sum;
            }
        return [.. Enumerable.Range(0, ends.Count).Select(i => wanted[i] > 0 ? flows[i] / wanted[i] : 1)];
    }
}
