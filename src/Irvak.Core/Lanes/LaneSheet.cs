using System.ComponentModel;
using System.Text.Json.Serialization;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Lanes;

[JsonConverter(typeof(JsonStringEnumConverter<EndState>))]
public enum EndState
{
    /// <summary>As wide and as quick as the device itself.</summary>
    [JsonStringEnumMemberName("full")]
    Full,

    /// <summary>Fewer lanes or an older generation than the device has.</summary>
    [JsonStringEnumMemberName("less")]
    Less,

    /// <summary>It gets no link.</summary>
    [JsonStringEnumMemberName("unseen")]
    Unseen,

    /// <summary>A place without a device.</summary>
    [JsonStringEnumMemberName("empty")]
    Empty,

    /// <summary>What leaves the machine.</summary>
    [JsonStringEnumMemberName("out")]
    Out,

    /// <summary>Width or generation is not known.</summary>
    [JsonStringEnumMemberName("unknown")]
    Unknown,
}

/// <summary>A device at the end of a link.</summary>
/// <param name="Place">Its own place; that of its card where it has none.</param>
/// <param name="Wants">Lanes that it has.</param>
/// <param name="Width">Lanes that it runs with, 0 without a link.</param>
/// <param name="Gen">Generation that it runs at; 0 without a link.</param>
/// <param name="MBs">Data that the link carries, MB/s.</param>
public sealed record LaneEnd(Place Place, string Name, EndState State, int? Wants, int? WantsGen, int Width, int Gen, Throughput MBs)
{
    /// <summary>Data that the device could move, MB/s; null when not known.</summary>
    public required Throughput? NeedMBs { get; init; }

    /// <summary>True when it comes in.</summary>
    public required bool New { get; init; }

    public string? Why { get; init; }
}

[JsonConverter(typeof(JsonStringEnumConverter<BranchState>))]
public enum BranchState
{
    [JsonStringEnumMemberName("used")]
    Used,

    [JsonStringEnumMemberName("free")]
    Free,

    /// <summary>Nobody looked what sits there.</summary>
    [JsonStringEnumMemberName("not-looked-at")]
    NotLookedAt,

    /// <summary>No processor behind it, or another place took its lanes.</summary>
    [JsonStringEnumMemberName("dark")]
    Dark,
}

/// <summary>A place that lanes are led to, with what hangs on it.</summary>
/// <param name="Root">What feeds it; null when not known.</param>
/// <param name="Mech">Mechanical width; null for what has none.</param>
/// <param name="Wired">Lanes that are led there; null when not known.</param>
/// <param name="Lanes">Lanes that are left there once other places took theirs.</param>
public sealed record LaneBranch(Place Place, string? Root, int? Mech, int? Wired, int? Lanes, int? Gen, BranchState State)
{
    /// <summary>What its place is made for: a card, a module, a board's own, or a drive of a bay.</summary>
    public PlaceKind Kind => Place.Kind;

    public required string? Why { get; init; }

    /// <summary>Lanes in use.</summary>
    public required int Used { get; init; }

    /// <summary>Lanes that end at a device without ever being opened.</summary>
    public required int Loose { get; init; }

    /// <summary>How the slot is to be divided; empty for whole.</summary>
    public required IReadOnlyList<int> Split { get; init; }

    /// <summary>True when a switch on the card shares the slot among its devices.</summary>
    public required bool Switched { get; init; }

    public required IReadOnlyList<LaneEnd> Ends { get; init; }

    public CardBus? Bus { get; init; }

    public string? Card { get; init; }

    [DefaultValue(false)]
    public bool CardNew { get; init; }
}

/// <summary>What feeds places with lanes.</summary>
/// <param name="Wired">Lanes that are led somewhere, uplinks of others included.</param>
/// <param name="Used">Lanes in use.</param>
/// <param name="Free">Lanes that could be used still: of places that are free, no more than it has; null when its lanes are not
/// known.</param>
/// <param name="NotLookedAt">Lanes led to places that nobody looked at, no more than it has left: they may be free or in use.</param>
/// <param name="Dark">True when its processor is missing.</param>
public sealed record RootLanes(string Id, int? Gen, int? Lanes, int Wired, int Used, int? Free, int NotLookedAt, bool Dark)
{
    public required string? Uplink { get; init; }

    public required int? UplinkLanes { get; init; }

    public required int? UplinkGen { get; init; }

    /// <summary>Data that its uplink carries, MB/s; null for a processor, or when not known.</summary>
    public required Throughput? UplinkMBs { get; init; }

    /// <summary>What the devices behind it could move together, MB/s.</summary>
    public required Throughput BehindMBs { get; init; }
}

/// <summary>What to enter in the firmware for one slot.</summary>
/// <param name="Now">How it was found; null when nobody looked.</param>
/// <param name="Enter">What is to be entered; null when it has no setting.</param>
/// <param name="Offered">What the firmware offers, whole first.</param>
/// <param name="Gen">Generation that its sheet tells.</param>
public sealed record SplitLine(
    string Slot,
    int Lanes,
    IReadOnlyList<int>? Now,
    IReadOnlyList<int>? Enter,
    bool Changes,
    IReadOnlyList<IReadOnlyList<int>> Offered,
    IReadOnlyList<int>? Best,
    int Gen
)
{
    /// <summary>An older one that something holds it at; null when nothing does.</summary>
    public required int? HeldAt { get; init; }
}

/// <summary>Roots, places and devices with the links between them.</summary>
/// <param name="Left">Lanes that could be used still; null when that is not known.</param>
/// <param name="LeftAtLeast">Those of them that are known to be free; null when lanes are not known.</param>
public sealed record LaneSheet(
    IReadOnlyList<RootLanes> Roots,
    IReadOnlyList<LaneBranch> Branches,
    IReadOnlyList<SplitLine> Splits,
    int Used,
    int? Left,
    int? LeftAtLeast
)
{
    public static LaneSheet Of(LaneInput q)
    {
        var branches = Lanes.Branches.Of(q);
        List<RootLanes> roots = [.. q.Sheet.Roots.Select(r => Root(q, r, branches))];
        int? left =
            roots.Count == 0 || roots.Any(r => r is { Free: null, Dark: false })
                ? null
                : roots.Where(r => r is { Dark: false, Free: not null }).Sum(r => r.Free!.Value);
        return new(
            roots,
            branches,
            [.. q.Sheet.Slots.Where(s => s.Bus is null or CardBus.Pcie).Select(s => Line(q, s))],
            branches.Sum(b => b.Used),
            roots.Any(r => r is { Dark: false, NotLookedAt: > 0 }) ? null : left,
            left
        );
    }

    private static RootLanes Root(LaneInput q, LaneRoot root, IReadOnlyList<LaneBranch> branches)
    {
        var own = branches.Where(b => b.Root == root.Id).ToList();
        var (_, uplinks, apart) = Topology.Wired(q.Sheet, root);
        var hanging = apart ? 0 : uplinks;
        var dark = Topology.IsDark(q, root.Id);
        var used = own.Sum(b => b.Used) + hanging;
        int Lanes(BranchState state) => own.Where(b => b.State == state).Sum(b => b.Lanes ?? 0);
        int? free =
            root.Lanes is { } lanes ? Math.Max(0, Math.Min(Lanes(BranchState.Free), lanes - used))
            : own.All(b => b.Wired is 0) ? 0
            : null;
        var unseen = root.Lanes is { } all
            ? Math.Max(0, Math.Min(Lanes(BranchState.NotLookedAt), all - used - (free ?? 0)))
            : Lanes(BranchState.NotLookedAt);
        var behind = Throughput.Sum(
            branches
                .Where(b => Topology.Way(q.Sheet, b.Root).Any(r => r.Id == root.Id))
                .SelectMany(b => b.Ends)
                .Select(e => e.NeedMBs is { } need ? Throughput.Least(need, e.MBs) : Throughput.None)
        );
        return new(root.Id, root.Gen, root.Lanes, own.Sum(b => b.Wired ?? 0) + hanging, used, free, unseen, dark)
        {
            Uplink = root.Uplink,
            UplinkLanes = root.UplinkLanes,
            UplinkGen = root.UplinkGen,
            UplinkMBs = Topology.Uplink(root),
            BehindMBs = behind,
        };
    }

    private static SplitLine Line(LaneInput q, ExpansionSlot slot)
    {
        var lanes = Topology.LanesLeft(q, slot.Id) ?? slot.Elec;
        var now = q.FoundSplitOf(slot.Id);
        int? held = q.GenOf(slot) is var gen && gen < slot.Gen ? gen : null;
        var card = q.Planned.At(Place.Card(slot.Id))?.Card;
        var best = card is { Endpoints.Count: > 1, IsOneDevice: not true }
            ? Splitting.Best(lanes, slot.Splits ?? [], card.Endpoints, card.LanePitch)
            : null;
        if (slot.Splits is not { Count: > 0 } offered)
            return new(slot.Id, lanes, now, null, false, [], best, slot.Gen) { HeldAt = held };
        var planned = q.SplitOf(slot.Id);
        return new(
            slot.Id,
            lanes,
            now,
            planned,
            !planned.SequenceEqual(now ?? []),
            [
                [],
                .. offered,
            ],
            best,
            slot.Gen
        )
        {
            HeldAt = held,
        };
    }
}
