using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Paths;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Filling;

/// <summary>Looks for the spread that leaves the slowest drive most.</summary>
internal sealed class FillSearch(PathInput q, IReadOnlyList<FillEnd> ends, IReadOnlyList<FillBlock> blocks, int wanted, DriveSheet drive)
{
    // Shares that differ by less are alike.
    private const double Alike = 1e-6;

    private IEnumerable<int> Able => Enumerable.Range(0, ends.Count).Where(i => ends[i].Why is null);

    /// <summary>Each block goes where the slowest of all drives keeps most; of equal ones where fewest new drives hang. A controller that
    /// would get less than half of an even share, and without which nothing is lost, gets none.</summary>
    public FillSpread OverAll()
    {
        var allowed = Able.ToHashSet();
        var best = Over(allowed);
        while (true)
        {
            var used = allowed.Where(i => best.Count(i) > 0).ToList();
            if (used.Count < 2)
                return best;
            var least = used.MinBy(best.Count);
            if (best.Count(least) * 2 * used.Count >= best.Total)
                return best;
            var without = Over([.. allowed.Where(i => i != least)]);
            if (without.Total < best.Total || IsMore(best.Slowest(), without.Slowest()))
                return best;
            allowed.Remove(least);
            without.Fill(least, "is not needed");
            best = without;
        }
    }

    /// <summary>All behind one: the controller that takes most of them, then the one behind which each keeps most.</summary>
    public FillSpread BehindOne() =>
        Able.Select(i => Over([i])).OrderByDescending(s => s.Total).ThenByDescending(s => s.Slowest()).FirstOrDefault() ?? Over([]);

    /// <summary>What each would get if all of them hung on one alone; null when it can't take all.</summary>
    public Throughput? Alone(int end)
    {
        if (ends[end].Why is not null)
            return null;
        var alone = Over([end]);
        return alone.Total > 0 && alone.All.Sum(p => p.Bays.Count) >= wanted ? alone.Slowest() : null;
    }

    private FillSpread Over(HashSet<int> allowed)
    {
        var spread = new FillSpread(ends, drive);
        var left = wanted;
        foreach (var block in blocks.TakeWhile(_ => left > 0))
        {
            var part = new FillPart(block, [.. block.Free.Take(left)]);
            if (IsBare(block))
                spread.Bare.Add(part);
            else if (BestEnd(spread, allowed, part) is { } end)
            {
                part = part with { Bays = [.. part.Bays.Take(Room(spread, end, part))] };
                spread.Add(end, part, PortsOf(block, part.Bays.Count));
            }
            else
                continue;
            left -= part.Bays.Count;
        }
        foreach (var group in blocks.Select(b => b.Group).Distinct())
            spread.InOrder(group);
        foreach (var i in allowed)
            if (ends[i].PortsLeft - spread.Ports[i] <= 0)
                spread.Fill(i, "no port is left");
            else if (ends[i].DrivesLeft - spread.Count(i) <= 0)
                spread.Fill(i, "takes no more drives");
        return spread;
    }

    private int? BestEnd(FillSpread spread, HashSet<int> allowed, FillPart part)
    {
        (int End, Throughput? Slowest, int Count)? best = null;
        foreach (var i in allowed.Where(i => Takes(i, part.Block)).Order())
        {
            var room = Room(spread, i, part);
            if (room == 0)
                continue;
            var (slowest, count) = (spread.Slowest((i, part with { Bays = [.. part.Bays.Take(room)] })), spread.Count(i) + room);
            if (best is not { } b || IsMore(slowest, b.Slowest) || (!IsMore(b.Slowest, slowest) && count < b.Count))
                best = (i, slowest, count);
        }
        return best?.End;
    }

    private static bool IsMore(Throughput? a, Throughput? b) => a is { } one && (b is not { } other || one / other > 1 + Alike);

    /// <summary>Bays on lanes of their own need no controller; where none is in the plan at all, nobody knows what they hang on.</summary>
    private bool IsBare(FillBlock block) =>
        ends.Count == 0 || (drive.Protocol == DriveProtocol.Nvme && q.Sheet.Roots.Any(r => r.Id == block.Group.Root));

    /// <summary>What sits there already keeps its controller.</summary>
    private bool Takes(int end, FillBlock block) =>
        ends[end].Why is null
        && (block.Held == 0 || q.ControllerAt(Place.Bay(block.Free[0])) is not { } now || now.Place == ends[end].Controller.Place)
        && BayController.Link(BayWiring.Rates(drive), block.Group.LinkGbs, ends[end].Controller.Sheet.LinkGbs) != 0;

    /// <summary>Drives of a part that find a port.</summary>
    private int Room(FillSpread spread, int end, FillPart part)
    {
        var ports = ends[end].PortsLeft - spread.Ports[end] ?? int.MaxValue;
        var byPorts =
            !part.Block.Shared ? ports
            : ports >= PortsOf(part.Block, part.Bays.Count) ? int.MaxValue
            : 0;
        var byCount = ends[end].DrivesLeft - spread.Count(end) ?? int.MaxValue;
        return Math.Max(0, Math.Min(part.Bays.Count, Math.Min(byPorts, byCount)));
    }

    /// <summary>Ports that so many new drives take; those of a shared cable are taken once.</summary>
    private int PortsOf(FillBlock block, int drives) =>
        block is { Shared: true, Held: > 0 } ? 0 : ControllerFit.PortsFor(q, block.Group, drives);
}
