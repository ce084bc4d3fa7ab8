using Irvak.Core.Arrays;
using Irvak.Core.Drives;
using Irvak.Core.Inputs;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Paths;

/// <summary>How much of the user's bytes every stage lets through.</summary>
internal static partial class PathSums
{
    // Where a benchmark should come out of what is predicted. Common practice, no source.
    private const double ReadLow = 0.85,
        WriteLow = 0.75,
        High = 1.02;

    // A test this many times the memory leaves its cache behind. Common practice, no source.
    private const double TimesMemory = 4;

    /// <summary>Inner tracks of a disk against outer ones. Common practice, no source: measured 0.45 to 0.6.</summary>
    private const double InnerShare = 0.5;

    /// <summary>One array's drives with what lies between them and the processors.</summary>
    /// <param name="Data">Drives that carry data side by side.</param>
    private sealed record Loaded(
        double RebuildShare,
        ArrayPlan Plan,
        ArrayShape Shape,
        IReadOnlyList<DriveSheet> Drives,
        int Count,
        int Data,
        double Scale,
        IReadOnlyList<(Place Place, IReadOnlyList<Conduit> Way)> Ways
    )
    {
        /// <summary>Members of the group that a rebuild is about.</summary>
        public required int Group { get; init; }

        public required int Penalty { get; init; }

        /// <summary>From the processors to the user.</summary>
        public required IReadOnlyList<Conduit> Network { get; init; }

        /// <summary>What else uses a conduit: not these drives, and where both directions run at once not the card that their bytes leave
        /// by.</summary>
        public List<Neighbour> Others(Conduit at) =>
            [.. at.Others.Where(o => !Plan.Members.Contains(o.Place) && !(at.Duplex && Network.Any(n => n.Places.Contains(o.Place))))];
    }

    public static PathFigures? Of(PathInput q, PathTrace trace, ArrayPlan plan, PathQuestion ask, Kept kept)
    {
        List<DriveSheet> drives = [.. plan.Members.Select(m => q.Planned.At(m)?.Drive).OfType<DriveSheet>()];
        // Over some of its members it would be the path of another array.
        if (drives.Count < plan.Members.Count || drives.Count == 0 || (q.NowOf(plan.Name)?.Unplaced > 0 && q.StillAs(plan) is not null))
            return null;
        var count = ask.Drives ?? drives.Count;
        // The path of drives whose size is not known is known all the same.
        long[] bytes =
            count == drives.Count ? [.. drives.Select(d => d.Bytes ?? 1)] : [.. Enumerable.Repeat(drives.Min(d => d.Bytes ?? 1), count)];
        if (ArrayShape.Of(plan.Level, plan.Host, bytes, plan.Groups).Shape is not { } shape)
            return null;
        var penalty = LevelTable.Of(plan.Level).Penalty is var p && p < 0 ? shape.Groups[0].Count : p;
        var group = shape.Groups.Where(g => g.Tolerance > 0).Select(g => g.Count).DefaultIfEmpty(0).Max();
        var (network, gbs, root) = trace.ToNetwork(ask.NetworkGbs);
        var loaded = new Loaded(
            q.Figures.RebuildShare ?? DriveDefaults.UsualRebuildShare,
            plan,
            shape,
            drives,
            count,
            Arrays.Requests.DataDrives(shape),
            count / (double)drives.Count,
            [.. plan.Members.Select(m => (m, trace.From(m)))]
        )
        {
            Group = group,
            Penalty = penalty,
            Network = network,
        };
        var apart =
            gbs is not null
            && root is not null
            && trace.Side(plan.Members[0]) is { } side
            && trace.SideOf(root) is { } other
            && side != other
                ? (side, other)
                : ((string, string)?)null;
        // Another drive elsewhere leaves all of this as it is.
        var flows = kept.Of(plan.Name, (loaded, apart), static i => Flows(i.loaded, i.apart));
        var (test, why) = TestSize(q, plan);
        return new(plan.Name, LevelTable.Words(plan.Level, plan.Groups), count, gbs, flows, test, why);
    }

    private static List<PathFlow> Flows(Loaded a, (string, string)? apart)
    {
        List<PathFlow> flows = [Flow(a, PathWay.Read, apart), Flow(a, PathWay.Write, apart), Flow(a, PathWay.Small, apart)];
        if (a.Group > 0)
        {
            flows.Add(Flow(a with { Network = [] }, PathWay.Rebuild, null));
            flows.Add(Flow(a with { Network = [] }, PathWay.Scrub, null));
        }
        return flows;
    }

    /// <summary>What a rebuild gets of the path behind the drives themselves, MB/s; null when nothing there is known.</summary>
    public static Throughput? RebuildLimit(PathFigures path) =>
        path.Of(PathWay.Rebuild)?.Stages.Where(s => s.Kind != StageKind.Drives).Min(s => s.MBs);

    private static PathFlow Flow(Loaded a, PathWay way, (string, string)? apart)
    {
        List<PathStage> stages = [Drives(a, way)];
        foreach (var kind in new[] { StageKind.Links, StageKind.Expander, StageKind.Multiplier, StageKind.Slot, StageKind.Uplink })
            stages.AddRange(Shared(a, way, kind));
        if (apart is var (from, to))
            stages.Add(
                new(StageKind.Sockets, "Socket link", $"{from} to {to}", null, 1, 1, null, [])
                {
                    Places = [],
                    Why = Worked.Sum("machine sheet", new WorkedLine("its rate", "not on the sheet", true)),
                }
            );
        foreach (var n in a.Network)
        {
            // Bytes that came in by an uplink leave by it in its other direction: it is one link and limits once.
            if (
                n.Kind == StageKind.NetworkUplink
                && stages.FindIndex(s => s.Kind == StageKind.Uplink && s.Name == n.Name && s.MBs <= n.MBs * 1.001) is >= 0 and var same
            )
                stages[same] = stages[same] with { Detail = stages[same].Detail + ", in and out" };
            else
                stages.Add(Stage(n, way, n.MBs, 1, null, 1, a));
        }
        var known = stages
            .Select((s, i) => (Stage: s, At: i))
            .Where(x => x.Stage.MBs is not null)
            .OrderBy(x => x.Stage.MBs)
            .ThenBy(x => x.At)
            .ToList();
        var end = known.Count > 0 ? known[0].Stage.MBs!.Value : Throughput.None;
        var local = stages.Where(s => !s.IsNetwork && s.MBs is not null).Min(s => s.MBs!.Value);
        var disks = a.Drives.Any(d => d.Media != DriveMedia.Flash);
        var inner =
            disks && way is PathWay.Read or PathWay.Write ? Throughput.Least(end, stages[0].MBs!.Value * InnerShare) : (Throughput?)null;
        double? hours = way is PathWay.Rebuild or PathWay.Scrub && end.Passes ? end.HoursFor(a.Drives.Max(d => d.Bytes ?? 0)) : null;
        BenchmarkBand? Band(Throughput rate) =>
            !rate.Passes ? null
            : way == PathWay.Read ? new(rate * ReadLow, rate * High)
            : way == PathWay.Write ? new(rate * WriteLow, rate * High)
            : null;
        return new(
            way,
            stages,
            known.Count > 0 ? known[0].At : null,
            known.Count > 1 ? known[1].At : null,
            end,
            inner,
            local,
            Lifts(known.Select(k => k.Stage).ToList())
        )
        {
            Band = Band(local),
            NetworkBand = a.Network.Count > 0 ? Band(end) : null,
            Hours = hours is > 0 ? hours : null,
            Verdict = Tell(a, way, known.Select(k => k.Stage).ToList(), end, hours),
        };
    }

    /// <summary>What arrives with the narrowest lifted, then the two narrowest, and so on, as long as it makes a difference.</summary>
    private static List<PathLift> Lifts(List<PathStage> byWidth)
    {
        var lifts = new List<PathLift>();
        for (var i = 0; i + 1 < byWidth.Count; i++)
            if (byWidth[i + 1].MBs > byWidth[i].MBs * 1.001)
                lifts.Add(new(byWidth[i].Name, byWidth[i + 1].MBs!.Value));
        return lifts;
    }

    /// <summary>
    /// A stage of the way to the processors. Several cards side by side are one stage: what is spread over the drives is limited by the
    /// one whose share is narrowest.
    /// </summary>
    private static IEnumerable<PathStage> Shared(Loaded a, PathWay way, StageKind kind)
    {
        // An uplink above another is a stage of its own: one behind the other, not side by side.
        var level = 0;
        while (true)
        {
            var here = a
                .Ways.Select(w => w.Way.Where(c => c.Kind == kind).Skip(level).FirstOrDefault())
                .OfType<Conduit>()
                .GroupBy(c => c.Id)
                .ToList();
            if (here.Count == 0)
                yield break;
            var traffic = Traffic(a, way, here[0].First());
            if (traffic == 0)
            {
                level++;
                continue;
            }
            Throughput? least = null;
            var narrow = here[0].First();
            var share = 1.0;
            foreach (var conduit in here)
            {
                var c = conduit.First();
                if (c.MBs is not { } mbs)
                    continue;
                var part =
                    kind == StageKind.Links ? 1.0 / a.Count
                    : way is PathWay.Rebuild ? Math.Min(1, conduit.Count() * a.Scale / Math.Max(1, a.Group))
                    : conduit.Count() / (double)a.Ways.Count;
                var through = way == PathWay.Scrub ? mbs / Math.Max(1, part * a.Count) : mbs / (part * traffic);
                if (least is null || through < least)
                    (least, narrow, share) = (through, c, part);
            }
            yield return Stage(narrow, way, least, traffic, here.Count > 1 ? here.Count : null, share, a);
            level++;
        }
    }

    /// <summary>Bytes that pass a conduit for one byte of the user; 0 where the work stays behind the controller.</summary>
    private static double Traffic(Loaded a, PathWay way, Conduit at)
    {
        // With a controller that keeps the array only the host's own data crosses the slot.
        var behind = at.Kind is StageKind.Links or StageKind.Expander or StageKind.Multiplier || a.Plan.Host != ArrayHost.Controller;
        return way switch
        {
            PathWay.Read => at.Kind == StageKind.Links ? a.Count / (double)a.Data : 1,
            PathWay.Write => behind ? a.Count / (double)a.Data : 1,
            PathWay.Small => behind ? a.Penalty : 1,
            // All others are read and one is written; a mirror reads one. Both directions at once where the link can.
            PathWay.Rebuild => !behind ? 0
            : at.Kind == StageKind.Links ? a.Count
            : Sources(a) + (at.Duplex ? 0 : 1),
            _ => !behind ? 0 : a.Count,
        };
    }

    private static int Sources(Loaded a) => a.Plan.Level is ArrayLevel.Mirror or ArrayLevel.Pairs ? 1 : Math.Max(1, a.Group - 1);

    private static PathStage Stage(Conduit c, PathWay way, Throughput? mbs, double traffic, int? parallel, double share, Loaded a)
    {
        List<WorkedLine> lines =
        [
            new(parallel is null ? "on paper" : $"on paper, one of {parallel}", c.RawMBs is { } raw ? $"{raw}" : "not known"),
            new("of it data", Percent(c.Efficiency)),
        ];
        if (c.Kind != StageKind.Links && share < 1)
            lines.Add(new("of the drives hang on it", Percent(share)));
        if (c.Kind == StageKind.Links && way is PathWay.Read or PathWay.Write)
            lines.Add(new("drives that carry data side by side", $"{a.Data}"));
        if (c.Kind != StageKind.Links && traffic > 1.0001)
            lines.Add(new("bytes that pass for one of the user’s", traffic.ToString("0.##")));
        var others = a.Others(c);
        var shared = way is PathWay.Read or PathWay.Write ? Left(c, others, mbs, Ceiling(a, way) * traffic * share) : null;
        if (others.Count > 0)
            lines.Add(new("used too by", others.Count > 3 ? $"{others.Count} others" : string.Join(", ", others.Select(o => o.Name))));
        if (shared is { } left)
            lines.Add(new("left while they run too", $"{left}"));
        return new(
            c.Kind,
            parallel is > 1 && c.Kind != StageKind.Links ? $"{c.Name} and {parallel - 1} more" : c.Name,
            c.Detail,
            c.RawMBs,
            c.Efficiency,
            traffic,
            mbs,
            [.. others.Select(o => o.Name)]
        )
        {
            Places = c.Places,
            Why = new Worked(lines, new WorkedLine("lets through", mbs is { } v ? $"{v}" : "not known", true), c.Source),
            SharedMBs = shared,
        };
    }

    /// <summary>Each gets by what it could move; null while there is enough for all.</summary>
    /// <param name="own">What these drives could send through it.</param>
    private static Throughput? Left(Conduit c, List<Neighbour> others, Throughput? mbs, Throughput own)
    {
        var rest = Throughput.Sum(others.Select(o => o.MBs));
        return mbs is { } through && c.MBs is { } has && rest.Passes && own + rest > has ? through * (own / (own + rest)) : null;
    }

    /// <summary>A path with the test that the memory asks for.</summary>
    internal static PathFigures Tested(PathInput q, PathFigures path)
    {
        var (gib, why) = TestSize(
            q,
            q.Arrays.FirstOrDefault(a => a.Name == path.Name) ?? PathSheet.Alone(PathTrace.Singles(q).First(s => s.Name == path.Name))
        );
        return path with { TestGiB = gib, TestWhy = why };
    }

    /// <summary>The smallest test that no cache on the way answers, GiB; 0 while the memory is not known, which might answer it.</summary>
    private static (double GiB, string Why) TestSize(PathInput q, ArrayPlan plan)
    {
        // A machine whose sheet tells of no slot has memory all the same.
        if (q.MemoryMiB is not > 0)
            return (0, "How large a test must be is not known before every slot of the memory is: use direct requests, which pass it by");
        var memory = TimesMemory * q.MemoryMiB.Value / 1024.0;
        var behind = plan.Members.Where(m => m.IsBay).Select(m => q.ControllerAt(m)?.Sheet.CacheMiB ?? 0).DefaultIfEmpty(0).Max() / 1024.0;
        var flash =
            q.Caches.Where(c => c.Volumes.Any(v => v.Array == plan.Name)).Sum(c => c.Places.Sum(p => q.Planned.At(p)?.Drive?.Bytes ?? 0))
            / Math.Pow(2, 30);
        var most = Math.Max(memory, Math.Max(behind, flash));
        return (
            most,
            most == memory ? "four times the memory, or direct requests that pass it by"
            : most == flash ? "more than the cache of flash before it"
            : "more than the controller’s cache"
        );
    }

    private static string Tell(Loaded a, PathWay way, List<PathStage> byWidth, Throughput end, double? hours)
    {
        if (byWidth.Count == 0)
            return "Nothing of this path is known.";
        var narrow = "the " + Lower(byWidth[0].Name);
        if (!end.Passes)
            return $"Nothing passes at {narrow}: {Lower(byWidth[0].Detail)}.";
        var next = byWidth.Count > 1 ? $" With that lifted, {byWidth[1].MBs!.Value} at the {Lower(byWidth[1].Name)}." : "";
        return way switch
        {
            PathWay.Rebuild => $"A drive is filled again at {end}, {hours:0.#} h; narrowest is {narrow}.",
            PathWay.Scrub => $"Every drive is read at {end}, {hours:0.#} h; narrowest is {narrow}.",
            _ => $"{end} {(way == PathWay.Read ? "arrive" : "are taken")}; narrowest is {narrow}.{next}",
        };
    }

    /// <summary>A stage's name within a sentence.</summary>
    internal static string Lower(string name) =>
        name.StartsWith("PCI", StringComparison.Ordinal) ? name : $"{char.ToLowerInvariant(name[0])}{name[1..]}";

    private static string Percent(double share) => $"{100 * share:0.#} %";
}
