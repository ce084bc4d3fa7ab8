using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Inputs;
using Irvak.Core.Lanes;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Paths;

/// <summary>Something that bytes pass on their way, shared by all drives that name it.</summary>
/// <param name="RawMBs">On paper; null when not known.</param>
/// <param name="Duplex">True when both directions run at once.</param>
internal sealed record Conduit(
    StageKind Kind,
    string Id,
    string Name,
    string Detail,
    Throughput? RawMBs,
    double Efficiency,
    string Source,
    bool Duplex
)
{
    public required IReadOnlyList<Place> Places { get; init; }

    /// <summary>What else uses it.</summary>
    public required IReadOnlyList<Neighbour> Others { get; init; }

    public Throughput? MBs => RawMBs * Efficiency;
}

/// <summary>Something else on a conduit, with what it could move, MB/s.</summary>
internal sealed record Neighbour(Place Place, string Name, Throughput MBs);

/// <summary>Which conduits lie between a drive and the processors, and from there to the network.</summary>
internal sealed partial class PathTrace(PathInput q, LaneSheet lanes)
{
    // Lanes between an expander and its controller.
    private const int WideLanes = 4;

    public static IReadOnlyList<PathFigures> All(PathInput q, LaneSheet lanes, Kept kept)
    {
        var trace = new PathTrace(q, lanes);
        List<PathFigures> paths = [.. q.Arrays.Select(a => PathSums.Of(q, trace, a, new PathQuestion(), kept)).OfType<PathFigures>()];
        if (paths.Count > 0)
            return paths;
        // Without an array the first drives stand for the rest; the others are worked out when somebody asks.
        paths.AddRange(
            Singles(q)
                .Take(MostSingles)
                .Select(p => PathSums.Of(q, trace, PathSheet.Alone(p), new PathQuestion(), kept))
                .OfType<PathFigures>()
        );
        return paths;
    }

    private const int MostSingles = 2;

    /// <summary>Places of drives that belong to no array, no cache and no boot set; a member of an array whose level nobody told is no
    /// drive for itself.</summary>
    public static IEnumerable<Place> Singles(PathInput q)
    {
        var used = q
            .Arrays.SelectMany(a => a.Members.Concat(a.AllSpares))
            .Concat(q.Caches.SelectMany(c => c.Places))
            .Concat(q.Boot?.Places ?? [])
            .Concat(q.Now.Where(n => !n.LevelKnown).SelectMany(n => n.Members).Where(p => !q.IsNew(p)))
            .ToHashSet();
        return SheetPlaces
            .All(q.Sheet)
            .Where(p => p.HoldsDrive && !used.Contains(p) && q.Planned.At(p)?.Drive is { Media: not DriveMedia.Tape });
    }

    /// <summary>Conduits from a drive inwards, the nearest first.</summary>
    public IReadOnlyList<Conduit> From(Place place)
    {
        var drive = q.Planned.At(place)?.Drive;
        return place.Kind == PlaceKind.Bay && _bays.FirstOrDefault(b => b.Names.Contains(place.Name)) is { } bays
                ? FromBay(place, drive, bays)
            : q.Sheet.M2.FirstOrDefault(m => Place.M2(m.Id) == place) is { } m2 ? FromModule(place, drive, m2)
            : [];
    }

    private readonly IReadOnlyList<BayGroup> _bays = q.Bays;

    // Drives in bays that are cabled alike hang on one controller.
    private readonly Dictionary<BayGroup, BayController?> _controllers = new(ReferenceEqualityComparer.Instance);

    private BayController? ControllerOf(BayGroup bays) =>
        _controllers.TryGetValue(bays, out var known) ? known : _controllers[bays] = q.ControllerOf(bays);

    private List<Conduit> FromBay(Place place, DriveSheet? drive, BayGroup bays)
    {
        var way = new List<Conduit>();
        if (ControllerOf(bays) is not { } controller)
        {
            if (EndOf(place) is { } end)
                way.Add(Lane(place, end.Branch, end.End));
            way.AddRange(Uplinks(bays.Root, place));
            return way;
        }
        if (controller.Card is { HoldsDrives: true })
        {
            if (EndOf(place) is { } end)
                way.Add(Lane(place, end.Branch, end.End));
        }
        else
        {
            var rate = drive is null ? null : BayController.Link(BayWiring.Rates(drive), bays.LinkGbs, controller.Sheet.LinkGbs);
            if (drive?.Protocol != DriveProtocol.Nvme)
                way.Add(
                    new(
                        StageKind.Links,
                        place.ToString(),
                        "Drive links",
                        rate is > 0 ? $"{Gbs(rate.Value)} Gb/s each" : "rate not known",
                        rate is > 0 ? BayWiring.OnPaper(rate.Value) : null,
                        BayWiring.Payload,
                        "SATA 3 and SPL-4 for the rate; 92 %: common practice, no source",
                        true
                    )
                    {
                        Places = [place],
                        Others = [],
                    }
                );
            var common = Highest(bays.LinkGbs, controller.Sheet.LinkGbs);
            var hub = q.Sheet.Boards.FirstOrDefault(b => b.Id == bays.Root && b.What is BoardKind.Expander or BoardKind.Multiplier);
            if (hub?.What == BoardKind.Multiplier)
                way.Add(
                    new(
                        StageKind.Multiplier,
                        hub.Id,
                        "Port multiplier",
                        $"one link of {Gbs(Math.Min(common ?? 6, 6))} Gb/s",
                        BayWiring.OnPaper(Math.Min(common ?? 6, 6)),
                        BayWiring.Payload,
                        "SATA 3; 92 %: common practice, no source",
                        false
                    )
                    {
                        Places = [Place.Board(hub.Id)],
                        Others = Elsewhere(bays, place),
                    }
                );
            else if (bays.Expander == true || hub is not null)
                way.Add(
                    new(
                        StageKind.Expander,
                        bays.Group,
                        "Expander",
                        common is { } c ? $"×{WideLanes} of {Gbs(c)} Gb/s" : "rate not known",
                        common is { } r ? WideLanes * BayWiring.OnPaper(r) : null,
                        BayWiring.Payload,
                        "SPL-4; four lanes to the controller and 92 %: common practice, no source",
                        true
                    )
                    {
                        Places = hub is null ? [] : [Place.Board(hub.Id)],
                        Others = Elsewhere(bays, place),
                    }
                );
        }
        way.AddRange(FromSlot(controller.Place, controller.Card));
        return way;
    }

    /// <summary>The slot that a controller sits in, and what lies above it, the nearest first.</summary>
    internal IEnumerable<Conduit> FromSlot(Place place, CardSheet? card)
    {
        if (lanes.Branches.FirstOrDefault(b => b.Place == place) is { } branch)
        {
            if (branch.Bus == CardBus.Pci)
                yield return OldBus(branch);
            else if (
                card is not { HoldsDrives: true }
                && branch.Ends.Where(e => e.State is EndState.Full or EndState.Less or EndState.Unknown).ToList() is { Count: > 0 } ends
            )
                yield return Lane(place, branch, Together(branch, ends), StageKind.Slot);
            foreach (var up in Uplinks(branch.Root, place))
                yield return up;
            yield break;
        }
        var root = q.Sheet.Boards.FirstOrDefault(b => Place.Board(b.Id) == place)?.Root;
        foreach (var up in Uplinks(root, place))
            yield return up;
    }

    private Conduit OldBus(LaneBranch branch) =>
        new(
            StageKind.Slot,
            "bus:" + branch.Root,
            "PCI bus",
            "32 bits, 33 MHz, shared",
            LinkRates.Pci,
            LinkRates.PciInUse / LinkRates.Pci,
            "PCI Local Bus Specification 3.0; in use: from memory",
            false
        )
        {
            Places = [branch.Place],
            Others =
            [
                .. lanes
                    .Branches.Where(b => b.Bus == CardBus.Pci && b.Root == branch.Root && b.Place != branch.Place)
                    .SelectMany(b => b.Ends)
                    .Where(e => e.State != EndState.Out)
                    .Select(e => new Neighbour(e.Place, e.Name, Throughput.Least(e.NeedMBs ?? Throughput.None, e.MBs))),
            ],
        };

    private List<Conduit> FromModule(Place place, DriveSheet? drive, M2Place m2)
    {
        var way = new List<Conduit>();
        if (drive?.Protocol == DriveProtocol.Sata)
            way.Add(
                new(
                    StageKind.Links,
                    place.ToString(),
                    "Drive links",
                    "6 Gb/s",
                    BayWiring.OnPaper(6),
                    BayWiring.Payload,
                    "SATA 3; 92 %: common practice, no source",
                    true
                )
                {
                    Places = [place],
                    Others = [],
                }
            );
        else if (EndOf(place) is { } end)
        {
            way.Add(Lane(place, end.Branch, end.End));
            // With a switch the slot is shared; without one each has its own lanes of it.
            if (end.Branch.Switched && end.Branch is { Gen: { } gen })
            {
                var at = Math.Min(gen, q.Planned.At(end.Branch.Place)?.Card?.Gen ?? gen);
                way.Add(
                    new(
                        StageKind.Slot,
                        end.Branch.Place.ToString(),
                        $"Slot {end.Branch.Place.Name}",
                        $"×{end.Branch.Used} gen {at}, behind a switch",
                        end.Branch.Used * LinkRates.Lane(at),
                        LinkRates.Payload(at, PayloadAt(end.Branch.Place, at).Bytes),
                        Pcie,
                        true
                    )
                    {
                        Places = [end.Branch.Place],
                        Others = [],
                    }
                );
            }
        }
        way.AddRange(Uplinks(m2.On is { } slot ? q.Sheet.Slots.FirstOrDefault(s => s.Id == slot)?.Root : m2.Root, place));
        return way;
    }

    private const string Pcie = "PCI Express Base Specification";

    /// <summary>
    /// Bytes in a packet: as a capture shows them of this card; of a new one the most that any card of this machine agreed on, for its
    /// roots allow that much; else what links of that generation usually agree on.
    /// </summary>
    private (int Bytes, string Basis) PayloadAt(Place place, int gen) =>
        q.Lanes.Links.FirstOrDefault(l => l.Place == place && !q.IsNew(place))?.Payload is { } seen ? (seen, "by capture")
        : q.Lanes.Links.Max(l => l.Payload) is { } most && most > LinkRates.UsualPayload(gen) ? (most, "by capture, of another card here")
        : (LinkRates.UsualPayload(gen), "as usual");

    /// <summary>Several chips of one card, each with its link, are as wide as these together; with one that is not known, nobody knows
    /// how wide.</summary>
    private static LaneEnd Together(LaneBranch branch, List<LaneEnd> ends) =>
        branch.Switched ? ends[0] with { Width = branch.Used }
        : ends.FirstOrDefault(e => e is { Width: 0, State: EndState.Unknown }) is { } open ? open
        : ends[0] with { Width = ends.Sum(e => e.Width) };

    private Conduit Lane(Place place, LaneBranch branch, LaneEnd end, StageKind kind = StageKind.Links)
    {
        var known = end is { Gen: > 0, Width: > 0 };
        var none = end is { Width: 0, State: not EndState.Unknown };
        var (payload, basis) = known ? PayloadAt(branch.Place, end.Gen) : (0, "");
        return new(
            kind,
            place.ToString(),
            kind == StageKind.Slot ? $"Slot {branch.Place.Name}" : "Drive links",
            known ? $"×{end.Width} gen {end.Gen}, payload {payload} {basis}"
                : none ? "no link opens"
                : "what link opens is not known",
            none ? Throughput.None
                : known ? end.Width * LinkRates.Lane(end.Gen)
                : null,
            known ? LinkRates.Payload(end.Gen, payload) : 1,
            Pcie,
            true
        )
        {
            Places = [branch.Place],
            Others = [],
        };
    }

    // Devices behind an uplink, with the places of their branches.
    private readonly Dictionary<string, List<(Place Place, LaneEnd End)>> _behind = [];

    private IEnumerable<Conduit> Uplinks(string? root, Place place)
    {
        foreach (var up in Topology.Way(q.Sheet, root).Where(r => r.Uplink is not null))
        {
            var known = up is { UplinkGen: not null, UplinkLanes: not null };
            // A bridge to the old bus is that bus; its own uplink is never the narrower of the two.
            if (!known)
                continue;
            if (!_behind.TryGetValue(up.Id, out var behind))
                _behind[up.Id] = behind = [
                    .. lanes
                        .Branches.Where(b => Topology.Way(q.Sheet, b.Root).Any(r => r.Id == up.Id))
                        .SelectMany(b => b.Ends.Where(e => e.NeedMBs is { Passes: true }).Select(e => (b.Place, End: e))),
                ];
            yield return new(
                StageKind.Uplink,
                up.Id,
                $"Uplink of {up.Id}",
                $"×{up.UplinkLanes} gen {up.UplinkGen} to {up.Uplink}",
                up.UplinkLanes!.Value * LinkRates.Lane(up.UplinkGen!.Value),
                LinkRates.Payload(up.UplinkGen.Value, LinkRates.UsualPayload(up.UplinkGen.Value)),
                Pcie,
                true
            )
            {
                Places = [],
                Others =
                [
                    .. behind
                        .Where(b => b.Place != place && b.End.Place != place)
                        .Select(b => new Neighbour(b.End.Place, b.End.Name, Throughput.Least(b.End.NeedMBs!.Value, b.End.MBs))),
                ],
            };
        }
    }

    /// <summary>The processor that a drive's path reaches.</summary>
    public string? Side(Place place) =>
        place.Kind == PlaceKind.M2 ? Topology.Top(q.Sheet, q.Sheet.M2.FirstOrDefault(m => Place.M2(m.Id) == place)?.Root)
        : _bays.FirstOrDefault(b => b.Names.Contains(place.Name)) is { } bays
            ? ControllerOf(bays) is { } c
                    ? Topology.Top(
                        q.Sheet,
                        lanes.Branches.FirstOrDefault(b => b.Place == c.Place)?.Root
                            ?? q.Sheet.Boards.FirstOrDefault(b => Place.Board(b.Id) == c.Place)?.Root
                    )
                : Topology.Top(q.Sheet, bays.Root)
        : null;

    public string? SideOf(string? root) => Topology.Top(q.Sheet, root);

    // Every drive of a plan asks for its own; they are looked up once.
    private Dictionary<Place, (LaneBranch Branch, LaneEnd End)>? _ends;

    private (LaneBranch Branch, LaneEnd End)? EndOf(Place place)
    {
        if (_ends is null)
        {
            _ends = [];
            foreach (var branch in lanes.Branches)
            foreach (var end in branch.Ends)
                if (end.State is not EndState.Empty and not EndState.Out)
                    _ends.TryAdd(end.Place, (branch, end));
        }
        return _ends.TryGetValue(place, out var found) ? found : null;
    }

    /// <summary>Other drives behind the same backplane.</summary>
    private List<Neighbour> Elsewhere(BayGroup bays, Place place) =>
        [
            .. bays
                .Names.Select(Place.Bay)
                .Where(p => p != place && q.Planned.At(p)?.Drive is not null)
                .Select(p => new Neighbour(p, p.Name, DriveDefaults.Reads(q.Planned.At(p)!.Drive).Value)),
        ];

    private static double? Highest(IReadOnlyList<double>? one, IReadOnlyList<double>? other) =>
        one is { Count: > 0 } && other is { Count: > 0 } ? one.Intersect(other).Select(v => (double?)v).Max()
        : one is { Count: > 0 } ? one.Max()
        : other is { Count: > 0 } ? other.Max()
        : null;

    private static string Gbs(double rate) => rate.ToString("0.##");
}
