using Irvak.Core.Arrays;
using Irvak.Core.Lanes;
using Irvak.Core.Observations;
using Irvak.Core.Paths;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Expectations;

/// <summary>The lines that changed cards and arrays must show of links and of benchmarks.</summary>
public static class ExpectedLinks
{
    public const string LinkScreen = "Links of cards",
        BenchmarkScreen = "Benchmarks";

    internal const string LinkPrefix = "link.",
        BenchmarkPrefix = "bench.";

    public static bool IsOne(string key) =>
        key.StartsWith(LinkPrefix, StringComparison.Ordinal) || key.StartsWith(BenchmarkPrefix, StringComparison.Ordinal);

    public static IEnumerable<Expectation> Of(ArrayInput q, LaneSheet lanes, PathSheet paths)
    {
        foreach (var branch in lanes.Branches.Where(b => b is { Kind: PlaceKind.Card or PlaceKind.M2, State: BranchState.Used, Bus: null }))
        foreach (var end in branch.Ends.Where(e => e.State is EndState.Full or EndState.Less && e.New))
            yield return new(
                LinkPrefix + end.Place,
                LinkScreen,
                $"{end.Name} in {end.Place.Name}",
                LaneRules.Link(end.Width, end.Gen),
                end.Width,
                end.Width,
                "lanes",
                [end.Place]
            )
            {
                Source = "widths and generations of both ends",
                Named = LaneRules.Link(end.Width, end.Gen),
            };
        foreach (
            var path in paths.Planned.Where(p => q.Arrays.FirstOrDefault(a => a.Name == p.Name) is { } plan && q.StillAs(plan) is null)
        )
        foreach (var (way, word) in new[] { (PathWay.Read, "read"), (PathWay.Write, "write") })
            if (path.Of(way) is { Band: { } band, LocalMBs.Passes: true } flow)
            {
                var (low, high) = (band.Low.MegabytesPerSecond, band.High.MegabytesPerSecond);
                yield return new(
                    $"{BenchmarkPrefix}{path.Name}.{word}",
                    BenchmarkScreen,
                    $"{path.Name}, {(way == PathWay.Read ? "reading" : "writing")} in order on the machine itself, {Size(path)}",
                    $"{low:0} to {high:0} MB/s",
                    low,
                    high,
                    "MB/s",
                    []
                )
                {
                    Source = "narrowest stage of its path × the usual band (common practice, no source)",
                    Most = Physical(flow) is { } most && most > band.High ? most.MegabytesPerSecond : null,
                    Why = flow.Stages.Where(s => !s.IsNetwork && s.MBs is not null).MinBy(s => s.MBs)?.Why,
                };
            }
    }

    /// <summary>What the links on the way carry on paper, before packets take their share: no benchmark of the drives themselves reads
    /// more.</summary>
    private static Throughput? Physical(PathFlow flow) =>
        flow.Stages.Where(s => !s.IsNetwork && s.Kind != StageKind.Drives && s.MBs is { Passes: true }).Min(s => s.MBs / s.Efficiency);

    private static string Size(PathFigures path) =>
        path.TestGiB > 0 ? $"over {path.TestGiB:0} GiB or with direct requests" : "with direct requests";

    /// <summary>What a capture tells of such a line; null when it says nothing about it.</summary>
    internal static ComparedLine? Compare(MachineSheet sheet, Expectation e, Observation after)
    {
        if (e.Key.StartsWith(LinkPrefix, StringComparison.Ordinal))
        {
            if (after.Pci.Count == 0)
                return null;
            var place = Place.Parse(e.Key[LinkPrefix.Length..]);
            if (SeenLinks.Of(sheet, after).FirstOrDefault(l => l.Place == place) is not { } link)
                return place.Kind == PlaceKind.Card && after.Pci.Any(p => p.Slot is not null)
                    ? new(e, LineState.Deviates, "no device seen in it", "capture", 0)
                    : null;
            var words = LaneRules.Link(link.Width, link.Gen);
            return new(
                e,
                words == e.Named ? LineState.AsExpected : LineState.Deviates,
                link.TrainedDown ? $"{words}. {link.Cause}" : words,
                "capture",
                link.Width
            );
        }
        var parts = e.Key[BenchmarkPrefix.Length..];
        var (array, way) = (parts[..parts.LastIndexOf('.')], parts[(parts.LastIndexOf('.') + 1)..]);
        var seen = after.Benchmarks.FirstOrDefault(b =>
            b.MBs is not null
            && b.Name.Contains(array, StringComparison.OrdinalIgnoreCase)
            && b.Kind.Contains(way, StringComparison.OrdinalIgnoreCase)
            && !b.Kind.Contains("rand", StringComparison.OrdinalIgnoreCase)
        )
            ?? after
                .Benchmarks.Where(b => b.MBs is not null && string.Equals(b.Kind, way, StringComparison.OrdinalIgnoreCase))
                .ToList() switch
            {
                [var only] => only,
                _ => null,
            };
        return seen?.MBs is not { MegabytesPerSecond: var rate }
            ? null
            : new(e, e.Holds(rate) ? LineState.AsExpected : LineState.Deviates, $"{rate:0} MB/s ({seen.Name})", "capture", rate);
    }
}
