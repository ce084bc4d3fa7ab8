using Irvak.Core.Arrays;
using Irvak.Core.Drives;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Paths;

internal static partial class PathSums
{
    private static PathStage Drives(Loaded a, PathWay way)
    {
        var read = way is PathWay.Read or PathWay.Scrub;
        var slowest = a.Drives.MinBy(d => read ? DriveDefaults.Reads(d).Value : DriveDefaults.Writes(d).Value)!;
        var rate = read ? DriveDefaults.Reads(slowest) : DriveDefaults.Writes(slowest);
        switch (way)
        {
            case PathWay.Small:
            {
                var request = Workloads.Of(a.Plan.Use).RequestKiB;
                var each = DriveDefaults.Requests(slowest);
                var all = Throughput.OfBytes(a.Count * each.Value * request * 1024);
                var written = all / a.Penalty;
                return new(StageKind.Drives, "Drives", $"{Words(a)}, {request} KiB at random", all, 1, a.Penalty, written, [])
                {
                    Places = a.Plan.Members,
                    Why = Worked.Sum(
                        each.Source,
                        new WorkedLine("written", $"{written}", true),
                        new WorkedLine("drives", $"{a.Count}"),
                        new WorkedLine("requests a second, each", $"{each.Value:0}"),
                        new WorkedLine("transfers for one small write", $"{a.Penalty}"),
                        new WorkedLine("a request", $"{request} KiB")
                    ),
                };
            }
            case PathWay.Rebuild or PathWay.Scrub:
            {
                var share = way == PathWay.Rebuild ? a.RebuildShare : 1;
                var mean = a.Drives.Min(d =>
                    way == PathWay.Rebuild ? OverAPass(d) : DriveDefaults.OverAPass(d, DriveDefaults.Reads(d).Value)
                );
                return new(
                    StageKind.Drives,
                    "Drives",
                    way == PathWay.Rebuild ? "one written, beside other work" : "all read at once",
                    mean,
                    share,
                    1,
                    mean * share,
                    []
                )
                {
                    Places = a.Plan.Members,
                    Why = Worked.Sum(
                        "mean over the tracks; share: common practice, no source",
                        new WorkedLine("each", $"{mean * share}", true),
                        new WorkedLine("mean of a full pass", $"{mean}"),
                        new WorkedLine("share that it gets beside other work", Percent(share))
                    ),
                };
            }
            default:
            {
                var mbs = Ceiling(a, way);
                return new(
                    StageKind.Drives,
                    "Drives",
                    $"{a.Data} of {Words(a)} at {rate.Value}",
                    mbs,
                    1,
                    way == PathWay.Write ? a.Count / (double)a.Data : 1,
                    mbs,
                    []
                )
                {
                    Places = a.Plan.Members,
                    Why = Worked.Sum(
                        rate.Source,
                        new WorkedLine(way == PathWay.Write ? "written in order" : "read in order, outer tracks", $"{mbs}", true),
                        new WorkedLine("drives that carry data side by side", $"{a.Data}"),
                        new WorkedLine("the slowest of them", $"{rate.Value}")
                    ),
                };
            }
        }
    }

    /// <summary>Mean rate at which a drive can be read and written over its whole surface.</summary>
    private static Throughput OverAPass(DriveSheet d) =>
        Throughput.Least(
            DriveDefaults.OverAPass(d, DriveDefaults.Reads(d).Value),
            DriveDefaults.OverAPass(d, DriveDefaults.Writes(d).Value)
        );

    private static string Words(Loaded a) => Verdicts.Say.Count(a.Count, "drive", "drives");

    /// <summary>What the drives of an array could move of the user's bytes.</summary>
    private static Throughput Ceiling(Loaded a, PathWay way) =>
        a.Data * a.Drives.Min(d => way == PathWay.Read ? DriveDefaults.Reads(d).Value : DriveDefaults.Writes(d).Value);
}
