using Irvak.Core.Lanes;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Paths;

internal sealed partial class PathTrace
{
    /// <summary>From the processors to the network: the slot of its card, what lies above it, and the line.</summary>
    public (IReadOnlyList<Conduit> Way, double? Gbs, string? Root) ToNetwork(double? instead) =>
        instead is null ? _network ??= Network(null) : Network(instead);

    private (IReadOnlyList<Conduit> Way, double? Gbs, string? Root)? _network;

    private (IReadOnlyList<Conduit> Way, double? Gbs, string? Root) Network(double? instead)
    {
        var cards = q
            .Planned.Units.Where(u => u.Value.Card?.Network is { RatesGbs.Count: > 0 })
            .OrderByDescending(u => u.Value.Card!.Network!.RatesGbs.Max())
            .ThenBy(u => u.Key)
            .ToList();
        var board = q.Sheet.Ports.Select(p => PortGbs(p.What)).Max();
        var way = new List<Conduit>();
        string? root = null;
        double? gbs = null;
        var name = "on board";
        if (cards.Count > 0 && cards[0].Value.Card!.Network!.RatesGbs.Max() is var card && card >= (board ?? 0))
        {
            var (place, unit) = cards[0];
            gbs = card;
            name = $"{unit.Short}, one port";
            if (lanes.Branches.FirstOrDefault(b => b.Place == place) is { } branch)
                (way, root) = ([.. OverCard(place, branch)], branch.Root);
        }
        else if (board is not null)
        {
            gbs = board;
            if (
                q.Sheet.Boards.FirstOrDefault(b => b.What == BoardKind.Network && b.Elec is > 0) is { } chip
                && lanes.Branches.FirstOrDefault(b => b.Place == Place.Board(chip.Id)) is { Ends.Count: > 0 } branch
            )
            {
                root = branch.Root;
                way.Add(
                    Lane(branch.Place, branch, branch.Ends[0], StageKind.Slot) with
                    {
                        Kind = StageKind.NetworkSlot,
                        Name = "Network chip",
                    }
                );
            }
        }
        if (instead is { } asked)
            (gbs, name) = (asked, "what if");
        if (gbs is { } line)
            way.Add(Line(line, name, cards.Count > 0 ? [cards[0].Key] : []));
        return (way, gbs, root);
    }

    /// <summary>From the processors to a network card: uplinks in the other direction, then the card's own lanes or bus.</summary>
    private IEnumerable<Conduit> OverCard(Place place, LaneBranch branch)
    {
        foreach (var up in Uplinks(branch.Root, place).Reverse())
            yield return up with
            {
                Kind = StageKind.NetworkUplink,
            };
        if (branch.Bus == CardBus.Pci)
            yield return OldBus(branch) with
            {
                Kind = StageKind.NetworkSlot,
            };
        else if (branch.Ends.FirstOrDefault(e => e.State != EndState.Out) is { } end)
            yield return Lane(place, branch, end, StageKind.Slot) with
            {
                Kind = StageKind.NetworkSlot,
            };
    }

    private Conduit Line(double gigabits, string name, IReadOnlyList<Place> places) =>
        new(
            StageKind.Network,
            "port",
            "Network",
            $"{Gbs(gigabits)} Gb/s, {name}",
            Throughput.OfGigabits(gigabits),
            LinkRates.EthernetShare(q.FrameBytes),
            $"IEEE 802.3: frames of {q.FrameBytes} with time stamps",
            true
        )
        {
            Places = places,
            Others = [],
        };

    /// <summary>Rate of a line as the sheet writes it: "10 Gb"; null for another kind of socket.</summary>
    private static double? PortGbs(string what)
    {
        var parts = what.Split(' ');
        return
            parts.Length >= 2
            && parts[1] == "Gb"
            && double.TryParse(parts[0], System.Globalization.CultureInfo.InvariantCulture, out var gbs)
            ? gbs
            : null;
    }
}
