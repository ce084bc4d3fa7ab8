using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Edits;
using Irvak.Core.Lanes;
using Irvak.Core.Paths;
using Irvak.Core.Places;
using Irvak.Core.Quantities;

namespace Irvak.Core.Filling;

/// <summary>What one controller gets.</summary>
/// <param name="At">Its place; empty for bays that need none.</param>
/// <param name="Why">Why it takes none of them, or no more; null when it has room left.</param>
/// <param name="Bays">Bays of the new drives.</param>
public sealed record FillRow(Place At, string Name, string? Why, IReadOnlyList<string> Bays)
{
    /// <summary>Ports that it has, and those that drives take once it is done; null when not known.</summary>
    public int? Ports { get; init; }

    public int? PortsUsed { get; init; }

    /// <summary>Drives behind it already.</summary>
    public int Before { get; init; }

    /// <summary>What each new drive gets when all read at once; null without any.</summary>
    public Throughput? EachMBs { get; init; }

    /// <summary>The narrowest part of its way inwards; null while not known, and where nothing is narrower than its ports.</summary>
    public Throughput? WayMBs { get; init; }

    /// <summary>True when every part of that way is known.</summary>
    public bool WayKnown { get; init; }

    /// <summary>What each would get if all of them hung on it alone; null when it can't take all.</summary>
    public Throughput? AloneMBs { get; init; }

    /// <summary>Cables in words.</summary>
    public IReadOnlyList<string> Cables { get; init; } = [];
}

/// <summary>Like drives for free bays, spread over controllers so that the slowest of them loses least, then so that the loss of one
/// controller takes fewest.</summary>
/// <param name="Wanted">Drives that were asked for; all that suit when nobody said.</param>
/// <param name="Placed">Drives that find a bay and a port.</param>
/// <param name="DriveMBs">What one reads by itself.</param>
/// <param name="EachMBs">What the slowest placed one gets when all read at once.</param>
/// <param name="MostBehindOne">New drives that go away with one controller.</param>
/// <param name="Said">What was done and why, in sentences.</param>
public sealed record BayFill(
    IReadOnlyList<FillRow> Rows,
    int Wanted,
    int Placed,
    Throughput DriveMBs,
    Throughput? EachMBs,
    int MostBehindOne,
    IReadOnlyList<string> Said
)
{
    /// <summary>What puts it into the plan; null when no drive finds a place.</summary>
    public Edit? Take { get; init; }

    public static BayFill Of(PathInput q, FillQuestion ask)
    {
        var drive = ask.Unit.Drive!;
        var ends = FillEnd.All(q, new PathTrace(q, LaneSheet.Of(q.Lanes)), drive);
        var open = ask.Over is { } over ? [.. ends.Where(e => over.Contains(e.Controller.Place))] : ends;
        var blocks = FillBlock.Of(q, drive).Where(b => !ask.Alone.Contains(b.Group.Group)).ToList();
        var free = blocks.Sum(b => b.Free.Count);
        var wanted = ask.Count ?? free;
        var search = new FillSearch(q, open, blocks, wanted, drive);
        var spread = ask.OneKeeper ? search.BehindOne() : search.OverAll();
        var rows = RowsOf(search, spread);
        var fill = new BayFill(
            rows,
            wanted,
            rows.Sum(r => r.Bays.Count),
            DriveDefaults.Reads(drive).Value,
            spread.Slowest(),
            rows.Where(r => r.At != Place.None).Select(r => r.Bays.Count).DefaultIfEmpty(0).Max(),
            []
        );
        return fill with
        {
            Said = [.. FillWords.Of(fill, ask, free, spread.All.Sum(p => p.Bays.Count(p.Block.Unseen.Contains)))],
            Take = fill.Placed == 0 ? null : Taken(q, ask, spread, fill.Placed),
        };
    }

    private static List<FillRow> RowsOf(FillSearch search, FillSpread spread)
    {
        var shares = spread.Shares();
        var rows = spread
            .Ends.Select(
                (e, i) =>
                    new FillRow(e.Controller.Place, e.Name, e.Why ?? spread.Full(i), [.. spread.Of(i).SelectMany(p => p.Bays)])
                    {
                        Ports = e.Controller.Sheet.InnerPorts,
                        PortsUsed = e.Controller.Sheet.InnerPorts is null ? null : e.PortsBefore + spread.Ports[i],
                        Before = e.DrivesBefore,
                        EachMBs = shares[i],
                        WayKnown = e.WayKnown,
                        WayMBs = e is { WayKnown: true, Way.Count: > 0 } ? e.Way.Min(w => w.MBs) : null,
                        AloneMBs = search.Alone(i),
                        Cables = [.. Cables(e, spread.Of(i))],
                    }
            )
            .ToList();
        if (spread.Bare.Count > 0)
            rows.Add(new(Place.None, "no controller, or none that is known", null, [.. spread.Bare.SelectMany(p => p.Bays)]));
        return rows;
    }

    private static Together Taken(PathInput q, FillQuestion ask, FillSpread spread, int placed)
    {
        List<Edit> edits = [.. spread.All.SelectMany(p => p.Bays).Select(b => new Fit(Place.Bay(b), ask.Unit))];
        for (var i = 0; i < spread.Ends.Count; i++)
            foreach (var group in spread.Of(i).GroupBy(p => p.Block.Group))
            {
                // A block goes as a whole: its other bays hang on the same plug.
                var bays = group.SelectMany(p => p.Block.Names).ToList();
                var to = spread.Ends[i].Controller.Place;
                if (bays.All(b => q.ControllerAt(Place.Bay(b))?.Place == to))
                    continue;
                // Cabled apart before, single bays count more than their group: then each is told.
                var whole = group.First().Block.Shared || (bays.Count == group.Key.Names.Count && !bays.Any(q.Wires.Bays.ContainsKey));
                edits.Add(new WireBays(group.Key.Group, to, whole ? null : bays));
            }
        return new($"puts {placed} × {ask.Unit.Short} into free bays{(spread.Ends.Count > 1 ? ", over the controllers" : "")}", edits);
    }

    private static IEnumerable<string> Cables(FillEnd end, IEnumerable<FillPart> parts) =>
        parts
            .GroupBy(p => p.Block.Group)
            .Select(g =>
            {
                var names = g.Key.Names.ToList();
                return Cabling.Of(end.Controller, g.Key, [.. g.SelectMany(p => p.Bays).Select(b => names.IndexOf(b))])?.Words;
            })
            .OfType<string>();
}
