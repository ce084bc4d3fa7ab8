using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Power;

/// <summary>What is drawn at one moment of the start.</summary>
/// <param name="Seconds">Since the power came on.</param>
/// <param name="Watt12">By disks on 12 V.</param>
/// <param name="Watt5">By disks on 5 V.</param>
/// <param name="Rest">By all else, W.</param>
public sealed record StartPoint(double Seconds, double Watt12, double Watt5, double Rest)
{
    public double Total => Watt12 + Watt5 + Rest;
}

/// <summary>One voltage of the supplies.</summary>
/// <param name="PeakAmp">Most over the start, A.</param>
/// <param name="LimitAmp">What the label tells, of the smallest supply where there are several; null when not known.</param>
public sealed record RailLine(string Rail, double PeakAmp, double SteadyAmp, double? LimitAmp);

/// <summary>Plugs of one kind.</summary>
/// <param name="Has">Plugs that the supplies offer; null when the sheet does not tell.</param>
/// <param name="AmpEach">Most that starts on one plug on 12 V, shared as evenly as it goes, A; null where that is no question.</param>
public sealed record PlugLine(string What, int? Has, int Wants, double? AmpEach);

/// <summary>How hot a drive was seen.</summary>
public sealed record HeatLine(Place Place, string Part, int Celsius, HeatBand Band, string Limits, string Source);

/// <summary>What moves the air, as somebody saw it.</summary>
public sealed record AirLine(string Part, string Words, AirState State);

/// <summary>A pad with its thickness.</summary>
/// <param name="ThickMm">Before it is pressed together, mm.</param>
/// <param name="Part">Pad of the shelf that fills the gap while pressed by 10 to 30 %; null when none does.</param>
public sealed record PadLine(
    Place Place,
    string Part,
    double GapMm,
    double Compression,
    double ThickMm,
    string? ShelfPartId,
    string? Pad,
    string? PadWords
)
{
    public required Worked Why { get; init; }
}

/// <summary>Current and heat of a plan.</summary>
/// <param name="SteadyWatt">Everything at work, W.</param>
/// <param name="PeakWatt">Most during the start, W.</param>
/// <param name="SupplyWatt">What the supplies give together; null when not known.</param>
/// <param name="LimitWatt">What one of them must carry alone where there are several, else all of it; null when not known.</param>
public sealed record PowerSheet(
    IReadOnlyList<PowerLine> Lines,
    double SteadyWatt,
    double IdleWatt,
    double PeakWatt,
    double PeakSeconds,
    double? SupplyWatt,
    double? LimitWatt,
    bool Redundant
)
{
    /// <summary>Most on 12 V by starting disks, A.</summary>
    public required double Amp12 { get; init; }

    /// <summary>Disks that start together; 0 for all.</summary>
    public required int Group { get; init; }

    public required double Seconds { get; init; }

    /// <summary>Largest group with which the start stays below the limit; null when all at once does, or none does.</summary>
    public required int? Suggested { get; init; }

    public required IReadOnlyList<StartPoint> Start { get; init; }

    public required IReadOnlyList<RailLine> Rails { get; init; }

    public required IReadOnlyList<PlugLine> Plugs { get; init; }

    /// <summary>Leads that drives hang on, where the sheet tells how many there are.</summary>
    public required IReadOnlyList<LeadLine> Leads { get; init; }

    public required IReadOnlyList<HeatLine> Heat { get; init; }

    public required IReadOnlyList<AirLine> Air { get; init; }

    public required IReadOnlyList<PadLine> Pads { get; init; }

    /// <summary>Sockets that nobody looked at: what sits there is not counted.</summary>
    public required IReadOnlyList<string> Unseen { get; init; }

    /// <summary>Share of a supply that stays free. Common practice, no source.</summary>
    public const double Headroom = 0.2;

    /// <summary>Current of a SATA power plug on one rail: three pins of 1.5 A (SFF-8482, SATA 3).</summary>
    public const double PlugAmp = 4.5;

    // A disk takes 5 to 15 s to come up to speed. Common practice, no source.
    internal const double SpinSeconds = 10;

    private const double Shown = 30,
        Step = 0.5;

    public static PowerSheet Of(PowerInput q)
    {
        List<PowerLine> lines = [.. Draws.Of(q.Sheet, q.Planned)];
        var (steady, idle) = (lines.Sum(l => l.Active), lines.Sum(l => l.Idle));
        var supplies = q.Sheet.Supplies;
        double? all = supplies.Count == 0 || supplies.Any(s => s.Watt is null) ? null : supplies.Sum(s => s.Watt!.Value);
        var redundant = supplies.Count(s => !s.External) > 1;
        double? limit =
            all is null ? null
            : redundant ? supplies.Min(s => s.Watt!.Value)
            : all;
        var start = Curve(lines, q.Stagger.Drives, q.Stagger.Seconds);
        var peak = start.MaxBy(p => p.Total)!;
        int? suggested = null;
        if (limit is { } most && start.Max(p => p.Total) > most * (1 - Headroom))
            for (var group = lines.Count(l => l.SpinAmp12 + l.SpinAmp5 > 0) - 1; group >= 1 && suggested is null; group--)
                if (Curve(lines, group, Math.Max(q.Stagger.Seconds, SpinSeconds)).Max(p => p.Total) <= most * (1 - Headroom))
                    suggested = group;
        return new(lines, steady, idle, peak.Total, peak.Seconds, all, limit, redundant)
        {
            Amp12 = start.Max(p => p.Watt12) / 12,
            Group = q.Stagger.Drives,
            Seconds = q.Stagger.Seconds,
            Suggested = suggested,
            Start = start,
            Rails = RailsOf(q, start),
            Plugs = PlugsOf(q, lines),
            Leads = LeadLoads.Of(q, lines),
            Heat = [.. HeatBands.Of(q)],
            Air = [.. AirParts.Of(q.Sheet).Select(a => new AirLine(a, AirParts.Words(a), q.Air.GetValueOrDefault(a)))],
            Pads = [.. Padding.Of(q)],
            Unseen = [.. q.Sheet.Sockets.Select(s => s.Id).Where(s => q.Planned.At(Place.Socket(s)) is null && !q.LacksProcessor(s))],
        };
    }

    /// <summary>The first half minute, or longer where groups start later: disks that are up run on, those whose turn has not come draw
    /// nothing.</summary>
    /// <param name="group">Disks that start together; 0 for all.</param>
    /// <param name="seconds">From group to group.</param>
    public static IReadOnlyList<StartPoint> Curve(IReadOnlyList<PowerLine> lines, int group, double seconds)
    {
        var disks = lines.Where(l => l.SpinAmp12 + l.SpinAmp5 > 0).ToList();
        var (rest, atRest) = (lines.Except(disks).Sum(l => l.Active), lines.Except(disks).Sum(l => l.Idle));
        var groups =
            group <= 0
                ? disks.Count == 0
                    ? []
                    : new[] { disks.ToArray() }
                : [.. disks.Chunk(group)];
        var last = groups.Length == 0 ? Shown : Math.Max(Shown, ((groups.Length - 1) * seconds) + SpinSeconds + 2);
        // Before a group's turn, while it spins up, and after: the sums of each group are made once.
        var sums = groups
            .Select(g => (Spin12: g.Sum(d => d.SpinAmp12 * 12), Spin5: g.Sum(d => d.SpinAmp5 * 5), Up: g.Sum(d => d.Active)))
            .ToList();
        var points = new List<StartPoint>();
        for (var t = 0.0; t <= last; t += last > 240 ? 2 : Step)
        {
            double on12 = 0,
                on5 = 0;
            for (var g = 0; g < sums.Count; g++)
            {
                var since = t - (g * seconds);
                if (since < 0)
                    break;
                if (since < SpinSeconds)
                    (on12, on5) = (on12 + sums[g].Spin12, on5 + sums[g].Spin5);
                // The electronics go on drawing from 5 V what they did; the rest turns the platters.
                else
                    (on12, on5) = (on12 + Math.Max(0, sums[g].Up - sums[g].Spin5), on5 + Math.Min(sums[g].Up, sums[g].Spin5));
            }
            // While disks come up to speed the processors wait for them: nothing computes yet.
            points.Add(new(t, on12, on5, groups.Length > 0 && t < ((groups.Length - 1) * seconds) + SpinSeconds ? atRest : rest));
        }
        return points;
    }

    /// <summary>Disks draw from 12 V and 5 V themselves; boards make all their voltages from 12 V.</summary>
    private static List<RailLine> RailsOf(PowerInput q, IReadOnlyList<StartPoint> start)
    {
        double? Limit(Func<PowerSupply, double?> of) =>
            q.Sheet.Supplies.Count == 0 || q.Sheet.Supplies.Any(s => of(s) is null) ? null : q.Sheet.Supplies.Min(of);
        return
        [
            new("12 V", start.Max(p => (p.Watt12 + p.Rest) / 12), (start[^1].Watt12 + start[^1].Rest) / 12, Limit(s => s.Amp12)),
            new("5 V", start.Max(p => p.Watt5 / 5), start[^1].Watt5 / 5, Limit(s => s.Amp5)),
        ];
    }

    /// <summary>True for bays whose drives each have a power plug of the supply.</summary>
    internal static bool IsPluggedAlone(BayGroup bays) => bays is { HotPlug: false, Feed: null, Plug: null } && bays.Stance != "caddy";

    /// <summary>The plugs alone, without the start and the heat.</summary>
    internal static IReadOnlyList<PlugLine> PlugsOf(PowerInput q) => PlugsOf(q, [.. Draws.Of(q.Sheet, q.Planned)]);

    private static List<PlugLine> PlugsOf(PowerInput q, IReadOnlyList<PowerLine> lines)
    {
        var plugs = new List<PlugLine>();
        var told = q.Sheet.Supplies.Count > 0 && q.Sheet.Supplies.All(s => s.Connectors is not null);
        int? Has(Func<string, bool> which) =>
            told ? q.Sheet.Supplies.SelectMany(s => s.Connectors ?? []).Where(c => which(c.What)).Sum(c => c.Count) : null;
        // A backplane is fed by its own plugs, however many drives it holds; single bays are plugged one by one.
        foreach (
            var feed in q
                .Sheet.Bays.Where(b => b.Names.Any(n => q.Planned.At(Place.Bay(n))?.Drive is not null))
                .SelectMany(b => b.Feed ?? [])
                .GroupBy(f => f.What)
        )
            plugs.Add(
                new(feed.Key, Has(w => string.Equals(w, feed.Key, StringComparison.OrdinalIgnoreCase)), feed.Sum(f => f.Count), null)
            );
        List<Place> cabled =
        [
            .. q.Sheet.Bays.Where(IsPluggedAlone).SelectMany(b => b.Names.Select(Place.Bay)).Where(p => q.Planned.At(p)?.Drive is not null),
        ];
        if (cabled.Count > 0)
        {
            var has = Has(w => w.Contains("SATA", StringComparison.OrdinalIgnoreCase));
            var each = has is > 0 and var n ? (int)Math.Ceiling(cabled.Count / (double)n) : 1;
            plugs.Add(
                new(
                    "SATA power",
                    has,
                    cabled.Count,
                    lines.Where(l => cabled.Contains(l.Place)).OrderByDescending(l => l.SpinAmp12).Take(each).Sum(l => l.SpinAmp12)
                )
            );
        }
        var cards = q
            .Sheet.Slots.Select(s => (Slot: s, q.Planned.At(Place.Card(s.Id))?.Card))
            .Where(c => c.Card is { Role: CardRole.Graphics, Watt: { } w } && w > Lanes.CardFit.SlotWatt(c.Slot))
            .ToList();
        if (cards.Count > 0)
            plugs.Add(
                new(
                    "card power",
                    Has(w => w.Contains("card", StringComparison.OrdinalIgnoreCase)),
                    cards.Sum(c => (int)Math.Ceiling((c.Card!.Watt!.Value - Lanes.CardFit.SlotWatt(c.Slot)) / 150.0)),
                    null
                )
            );
        return plugs;
    }
}
