using System.Text.Json.Serialization;
using Irvak.Core.Arrays;
using Irvak.Core.Contracts;
using Irvak.Core.Inputs;
using Irvak.Core.Lanes;
using Irvak.Core.Places;
using Irvak.Core.Quantities;

namespace Irvak.Core.Paths;

/// <summary>What goes over a path.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<PathWay>))]
public enum PathWay
{
    [JsonStringEnumMemberName("read")]
    Read,

    [JsonStringEnumMemberName("write")]
    Write,

    /// <summary>Single small writes at random.</summary>
    [JsonStringEnumMemberName("small")]
    Small,

    [JsonStringEnumMemberName("rebuild")]
    Rebuild,

    [JsonStringEnumMemberName("scrub")]
    Scrub,
}

/// <param name="NetworkGbs">Line to the user instead of the planned one, Gb/s; null for the planned one.</param>
/// <param name="Drives">Drives of the same kind instead of those planned; null for those.</param>
public sealed record PathQuestion(double? NetworkGbs = null, int? Drives = null)
{
    /// <summary>What is wrong with it, with a path; null when nothing is.</summary>
    [JsonIgnore]
    public SheetProblem? Problem =>
        NetworkGbs is { } g && g is not (> 0 and <= 1600) ? new("/networkGbs", "A line carries more than 0 and at most 1600 Gb/s.")
        : Drives is < 1 or > ArrayPlan.MostMembers ? new("/drives", $"Between 1 and {ArrayPlan.MostMembers} drives.")
        : null;
}

/// <summary>One stage of a path.</summary>
/// <param name="Detail">What it is, in a few words.</param>
/// <param name="RawMBs">On paper, MB/s; null when not known.</param>
/// <param name="Efficiency">Share of it that carries data.</param>
/// <param name="Traffic">Bytes that pass here for one byte of the user.</param>
/// <param name="MBs">What it lets through of the user's bytes, MB/s; null when not known.</param>
/// <param name="Others">What else uses it.</param>
public sealed record PathStage(
    StageKind Kind,
    string Name,
    string Detail,
    Throughput? RawMBs,
    double Efficiency,
    double Traffic,
    Throughput? MBs,
    IReadOnlyList<string> Others
)
{
    public required IReadOnlyList<Place> Places { get; init; }

    public required Worked Why { get; init; }

    /// <summary>What is left of it while all of that runs too, MB/s; null when nothing is lost by it.</summary>
    public Throughput? SharedMBs { get; init; }

    [JsonIgnore]
    public bool IsNetwork => Kind is StageKind.NetworkSlot or StageKind.NetworkUplink or StageKind.Network;
}

/// <summary>What would arrive with a stage lifted, and every narrower one before it.</summary>
public sealed record PathLift(string Stage, Throughput ToMBs);

/// <summary>Where a benchmark should come out, MB/s.</summary>
public sealed record BenchmarkBand(Throughput Low, Throughput High);

/// <summary>One way over the path.</summary>
/// <param name="Pinch">Number of the narrowest stage, from 0; null when nothing is known.</param>
/// <param name="Next">The one that would be narrowest with that lifted; null when there is none.</param>
/// <param name="EndMBs">What arrives, MB/s; of a rebuild or a check the rate of each drive.</param>
/// <param name="InnerMBs">The same on inner tracks; null without disks.</param>
/// <param name="LocalMBs">Without the network.</param>
public sealed record PathFlow(
    PathWay Way,
    IReadOnlyList<PathStage> Stages,
    int? Pinch,
    int? Next,
    Throughput EndMBs,
    Throughput? InnerMBs,
    Throughput LocalMBs,
    IReadOnlyList<PathLift> Lifts
)
{
    /// <summary>Of a benchmark on the machine itself; null where none applies.</summary>
    public required BenchmarkBand? Band { get; init; }

    /// <summary>Of one over the network.</summary>
    public required BenchmarkBand? NetworkBand { get; init; }

    /// <summary>Of a rebuild or a check.</summary>
    public required double? Hours { get; init; }

    public required string Verdict { get; init; }
}

/// <summary>The path of one array, or of one drive that belongs to none.</summary>
/// <param name="Name">The array's name, or the place of a single drive.</param>
/// <param name="Drives">Drives counted.</param>
/// <param name="NetworkGbs">Line at its end, Gb/s; null without one.</param>
/// <param name="TestGiB">Smallest test that no cache answers, GiB.</param>
public sealed record PathFigures(
    string Name,
    string Words,
    int Drives,
    double? NetworkGbs,
    IReadOnlyList<PathFlow> Flows,
    double TestGiB,
    string TestWhy
)
{
    public PathFlow? Of(PathWay way) => Flows.FirstOrDefault(f => f.Way == way);
}

/// <summary>Paths of the plan, and reading and writing of the machine as found beside them.</summary>
/// <param name="Singles">Drives that belong to no array, without their kind; their paths are worked out when asked for.</param>
public sealed record PathSheet(IReadOnlyList<PathFigures> Planned, IReadOnlyList<PathFigures> Found, IReadOnlyList<string> Singles)
{
    /// <summary>A drive as an array of its own.</summary>
    internal static ArrayPlan Alone(Place place) => new(place.Name, ArrayLevel.Single, [place]);

    public static PathSheet Of(PathInput q, LaneSheet lanes, Kept? kept = null)
    {
        kept ??= new Kept();
        var planned = PathTrace.All(q, lanes, kept.Within("planned"));
        List<string> singles = [.. PathTrace.Singles(q).Select(p => p.Name)];
        // Arrays that come in stand beside nothing; single drives beside those that were found.
        if (q.FoundArrays.Count == 0 && q.Arrays.Count > 0)
            return new(planned, [], singles);
        var found = AsFound(q);
        var foundLanes = kept.Of("found lanes", found.Lanes, LaneSheet.Of);
        return new(planned, PathTrace.All(found, foundLanes, kept.Within("found")), singles);
    }

    private static PathInput AsFound(PathInput q) =>
        q with
        {
            Planned = q.Found,
            Arrays = q.FoundArrays,
            Caches = [],
            Boot = null,
            Changes = [],
            Wires = Controllers.Wires.None,
            Lanes = q.Lanes with { Planned = q.Found, Changes = [], Splits = NoSplits, Wires = Controllers.Wires.None },
        };

    /// <summary>The same paths with tests as large as the memory asks for.</summary>
    /// <param name="q">The input they were traced from, but for the memory.</param>
    public PathSheet Tested(PathInput q) =>
        this with
        {
            Planned = [.. Planned.Select(p => PathSums.Tested(q, p))],
            Found = [.. Found.Select(p => PathSums.Tested(AsFound(q), p))],
        };

    private static readonly Dictionary<string, IReadOnlyList<int>> NoSplits = [];

    /// <summary>What the planned paths let through to each array.</summary>
    public IReadOnlyList<ArrayPace> Paces() =>
        [.. Planned.Select(p => new ArrayPace(p.Name, PathSums.RebuildLimit(p), p.Of(PathWay.Scrub)?.Hours))];

    /// <summary>One path with another line or another count of drives; null when there is none of that name, or so many drives don't make
    /// it.</summary>
    public static PathFigures? Asked(PathInput q, string name, PathQuestion ask)
    {
        var plan = q.Arrays.FirstOrDefault(a => a.Name == name)
            ?? new[] { Place.Bay(name), Place.M2(name) }.Where(p => q.Planned.At(p)?.Drive is not null).Select(Alone).FirstOrDefault();
        return plan is null ? null : PathSums.Of(q, new PathTrace(q, LaneSheet.Of(q.Lanes)), plan, ask, new Kept());
    }

    /// <summary>What reaches the user at most: the quickest of these arrays; of single drives where there is no array; null without
    /// any.</summary>
    public static Throughput? Best(IReadOnlyList<PathFigures> paths, IReadOnlyList<ArrayPlan> arrays, PathWay way = PathWay.Read)
    {
        var own = paths.Where(p => arrays.Any(a => a.Name == p.Name)).ToList();
        return (own.Count > 0 ? own : paths).Select(p => p.Of(way)?.EndMBs).Max();
    }
}
