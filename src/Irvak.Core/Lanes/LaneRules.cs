using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Lanes;

/// <summary>What stands in the way of lanes.</summary>
public static class LaneRules
{
    public static readonly Rule Split = new(
        "LANE-SPLIT",
        Family.Lane,
        Severity.Stop,
        "{slot} is {now}: {card} shows {seen} of {all}.",
        "A card without a switch that has several devices needs a link for each; the slot opens one unless the firmware divides it.",
        "machine sheet; PCI Express Base Specification for the lanes",
        Basis.Sheet
    );

    public static readonly Rule Undivided = new(
        "LANE-NO-SPLIT",
        Family.Lane,
        Severity.Stop,
        "{slot} can’t be divided for {card}: at most {seen} of {all} would be seen.",
        "The firmware offers no setting that opens a link for each. A carrier with a switch of its own needs none.",
        "machine sheet",
        Basis.Sheet
    );

    public static readonly Rule Dark = new(
        "LANE-DARK",
        Family.Lane,
        Severity.Stop,
        "{place} {why}: {unit} gets no lanes.",
        "Lanes come from a processor, or from what it feeds.",
        "machine sheet",
        Basis.Sheet
    )
    {
        LeansOn = ["/slots/0/elec"],
    };

    public static readonly Rule Less = new(
        "LANE-LESS",
        Family.Lane,
        Severity.Note,
        "{unit} runs at {runs} in {place}, {lost} less than its {wants}.",
        "A link runs at what both ends have.",
        "PCI Express Base Specification",
        Basis.Standard
    )
    {
        LeansOn = ["/slots/0/elec"],
    };

    public static readonly Rule Narrow = new(
        "LANE-NARROW",
        Family.Lane,
        Severity.Care,
        "{unit} could move {need}, its link in {place} carries {has}.",
        "The link is the narrowest thing around it.",
        "PCI Express Base Specification; payload as usual for the generation: common practice, no source",
        Basis.Standard
    )
    {
        LeansOn = ["/slots/0/elec"],
    };

    public static readonly Rule Uplink = new(
        "LANE-UPLINK",
        Family.Lane,
        Severity.Care,
        "What hangs on {root} could move {need} together; its uplink of {width} carries {has}.",
        "Everything behind it shares it.",
        "machine sheet; PCI Express Base Specification",
        Basis.Sheet
    );

    public static readonly Rule Over = new(
        "LANE-ROOT",
        Family.Lane,
        Severity.Stop,
        "The plan takes {used} lanes of {root}, which has {lanes}.",
        "No more can run than there are.",
        "machine sheet",
        Basis.Sheet
    );

    public static readonly Rule Side = new(
        "LANE-SIDE",
        Family.Lane,
        Severity.Care,
        "{storage} in {from} and {network} in {to} sit on different processors.",
        "What is read on one side and sent on the other crosses the link between them, with more waiting.",
        "machine sheet; common practice, no source, for the loss",
        Basis.Practice
    );

    public static readonly Rule Shared = new(
        "LANE-OLD-BUS",
        Family.Lane,
        Severity.Note,
        "{places} share one bus of conventional PCI: {paper} on paper, about {use} in use, for all together.",
        "Every card waits for every other.",
        "PCI Local Bus Specification 3.0 for the rate; in use: from memory",
        Basis.Memory
    );

    public static readonly Rule Trained = new(
        "LANE-TRAINED",
        Family.Lane,
        Severity.Care,
        "{unit} in {place} runs at {runs}; both ends could do {could}. {cause}",
        "A link that finds errors while it trains takes fewer lanes or an older rate, and says nothing.",
        "PCI Express Base Specification; causes: common practice, no source",
        Basis.Practice
    );

    internal static IEnumerable<Finding> Judge(LaneInput q, LaneSheet lanes)
    {
        foreach (var branch in lanes.Branches)
        foreach (var finding in OfBranch(q, branch))
            yield return finding;
        foreach (var root in lanes.Roots)
        {
            if (root.Lanes is { } has && root.Used > has)
                yield return Finding.Of(
                    Over,
                    [.. lanes.Branches.Where(b => b.Root == root.Id && b.Used > 0).Select(b => b.Place)],
                    Worked.Against(Over.Source, ("lanes used", $"{root.Used}"), ">", ("lanes it has", $"{has}")),
                    ("used", root.Used),
                    ("root", root.Id),
                    ("lanes", has)
                );
            var behind = lanes.Branches.Where(b => Topology.Way(q.Sheet, b.Root).Any(r => r.Id == root.Id)).ToList();
            if (
                root.UplinkMBs is { } carries
                && root.BehindMBs > carries * Tolerance
                && behind.SelectMany(b => b.Ends).Any(e => q.Changed.Contains(e.Place))
            )
                yield return Finding.Of(
                    Uplink,
                    [.. behind.SelectMany(b => b.Ends).Where(e => e.NeedMBs is { Passes: true }).Select(e => e.Place).Distinct()],
                    Worked.Sum(
                        "machine sheet; PCI Express Base Specification",
                        new WorkedLine("share left to each at full load", Percent(carries / root.BehindMBs), true),
                        [
                            .. behind
                                .SelectMany(b => b.Ends)
                                .Where(e => e.NeedMBs is { Passes: true })
                                .Select(e => new WorkedLine(e.Name, $"{Throughput.Least(e.NeedMBs!.Value, e.MBs)}")),
                            new WorkedLine($"uplink ×{root.UplinkLanes} of generation {root.UplinkGen}", $"{carries}"),
                        ]
                    ),
                    ("root", root.Id),
                    ("need", root.BehindMBs),
                    ("width", $"×{root.UplinkLanes} gen {root.UplinkGen}"),
                    ("has", carries)
                );
        }
        if (Sides(q, lanes) is { } side)
            yield return side;
        foreach (
            var bus in lanes
                .Branches.Where(b => b.Bus == CardBus.Pci && b.State == BranchState.Used)
                .GroupBy(b => b.Root)
                .Where(g => g.Count() > 1)
        )
        {
            Place[] places = [.. bus.Select(b => b.Place)];
            yield return Finding.Of(
                Shared,
                places,
                Worked.Sum(
                    Shared.Source,
                    new("on paper", $"{LinkRates.Pci}", true),
                    new("bus", "32 bit × 33.3 MHz"),
                    new("in use", $"{LinkRates.PciInUse}")
                ),
                ("places", Stated.At(places)),
                ("paper", LinkRates.Pci),
                ("use", LinkRates.PciInUse)
            );
        }
        foreach (var link in q.Links.Where(l => l.TrainedDown && q.Planned.At(l.Place) is { } unit && !q.IsNew(l.Place)))
            yield return Finding.Of(
                Trained,
                [link.Place],
                Worked.Against(Trained.Source, ("runs", Link(link.Width, link.Gen)), "<", ("could", Link(link.CouldWidth, link.CouldGen))),
                ("unit", q.Planned.At(link.Place)!.Short),
                ("place", Stated.At(link.Place)),
                ("runs", Link(link.Width, link.Gen)),
                ("could", Link(link.CouldWidth, link.CouldGen)),
                ("cause", link.Cause)
            );
    }

    // A few per cent too many are not noticed.
    private const double Tolerance = 1.05;

    private static IEnumerable<Finding> OfBranch(LaneInput q, LaneBranch branch)
    {
        var touched =
            q.Changed.Contains(branch.Place)
            || branch.Ends.Any(e => q.Changed.Contains(e.Place))
            || q.Splits.ContainsKey(branch.Place.Name);
        var at = ("place", Stated.At(branch.Place));
        if (branch.Lanes == 0 && branch.Bus is null && branch.Ends.FirstOrDefault(e => e.State == EndState.Unseen) is { } first)
        {
            yield return Finding.Of(
                Dark,
                [branch.Place],
                null,
                at,
                ("why", branch.Why ?? "has no lanes"),
                ("unit", branch.Card ?? first.Name)
            );
            yield break;
        }
        if (
            branch is { Card: not null, Switched: false }
            && branch.Ends.Where(e => e.State == EndState.Unseen).ToList() is { Count: > 0 } unseen
            && (touched || q.FoundSplitOf(branch.Place.Name) is not null)
        )
        {
            foreach (var finding in OfUnseen(q, branch, unseen))
                yield return finding;
        }
        if (touched)
            foreach (var finding in branch.Ends.Select(e => OfEnd(branch, e)).OfType<Finding>())
                yield return finding;
    }

    /// <summary>Links of a card that are never opened.</summary>
    private static IEnumerable<Finding> OfUnseen(LaneInput q, LaneBranch branch, List<LaneEnd> unseen)
    {
        var here = branch.Ends.Count(e => e.State is not EndState.Empty and not EndState.Out);
        var card = q.Planned.At(branch.Place)!.Card!;
        var best = Splitting.Best(
            branch.Lanes ?? 0,
            q.Sheet.Slots.First(s => Place.Card(s.Id) == branch.Place).Splits ?? [],
            card.Endpoints!,
            card.LanePitch
        );
        var could = Splitting
            .Open(branch.Lanes ?? 0, best, card.Endpoints!, card.LanePitch)
            .Zip(branch.Ends)
            .Count(p => p.First.IsSeen && p.Second.State is not EndState.Empty and not EndState.Out);
        IReadOnlyList<Place> places = [.. unseen.Select(e => e.Place).Prepend(branch.Place).Distinct()];
        if (could > here - unseen.Count)
            yield return Finding.Of(
                Split,
                places,
                Worked.Sum(
                    "machine sheet; carrier's sheet",
                    new WorkedLine("links never opened", $"{unseen.Count}", true),
                    new WorkedLine("the slot is set to", Splitting.Words(branch.Split)),
                    new WorkedLine("links that this opens for devices", $"{here - unseen.Count}"),
                    new WorkedLine("links that the devices need", $"{here}"),
                    new WorkedLine("to enter in the firmware", Splitting.Words(best))
                ),
                ("slot", Stated.At(branch.Place)),
                ("card", card.Role == CardRole.Carrier ? "the carrier" : branch.Card!),
                ("now", branch.Split.Count == 0 ? "not divided" : "divided " + Splitting.Words(branch.Split)),
                ("seen", here - unseen.Count == 1 ? "one" : $"{here - unseen.Count}"),
                ("all", here)
            );
        if (could < here)
            yield return Finding.Of(
                Undivided,
                places,
                Worked.Against(Undivided.Source, ("devices that a link opens for", $"{could}"), "<", ("devices on the card", $"{here}")),
                ("slot", Stated.At(branch.Place)),
                ("card", branch.Card!),
                ("seen", could),
                ("all", here)
            );
    }

    /// <summary>A link that carries less than its device could move.</summary>
    private static Finding? OfEnd(LaneBranch branch, LaneEnd end)
    {
        var unit = ("unit", end.Name);
        if (end is { State: EndState.Less, NeedMBs: { } need, MBs.Passes: true } && branch.Bus is null && need > end.MBs * Tolerance)
            return Finding.Of(
                Narrow,
                [end.Place],
                Worked.Sum(
                    "PCI Express Base Specification",
                    new WorkedLine("carried", $"{end.MBs}", true),
                    new WorkedLine("lanes", $"{end.Width}"),
                    new WorkedLine($"one lane of generation {end.Gen}", $"{LinkRates.Lane(end.Gen)}"),
                    new WorkedLine(
                        $"data in packets of {LinkRates.UsualPayload(end.Gen)} bytes, as usual",
                        Percent(LinkRates.Payload(end.Gen, LinkRates.UsualPayload(end.Gen)))
                    )
                ),
                unit,
                ("need", need),
                ("place", Stated.At(end.Place)),
                ("has", end.MBs)
            );
        if (end is { State: EndState.Less, Wants: { } wants, WantsGen: { } gen })
            return Finding.Of(
                Less,
                [end.Place],
                Worked.Sum(
                    "PCI Express Base Specification",
                    new("lost", Percent(1 - (end.MBs / LinkRates.Pcie(gen, wants))), true),
                    new($"runs {Link(end.Width, end.Gen)}", $"{end.MBs}"),
                    new($"could {Link(wants, gen)}", $"{LinkRates.Pcie(gen, wants)}")
                ),
                unit,
                ("runs", Link(end.Width, end.Gen)),
                ("place", Stated.At(end.Place)),
                ("lost", Percent(1 - (end.MBs / LinkRates.Pcie(gen, wants)))),
                ("wants", Link(wants, gen))
            );
        return null;
    }

    /// <summary>The controller that keeps arrays and the quickest network card on different processors.</summary>
    private static Finding? Sides(LaneInput q, LaneSheet lanes)
    {
        if (q.Sheet.Sockets.Count < 2)
            return null;
        var cards = lanes.Branches.Where(b => b.State == BranchState.Used && q.Planned.At(b.Place)?.Card is not null).ToList();
        var storage = cards
            .Where(b => q.Planned.At(b.Place)!.Card!.Controller is not null && b.Ends.Any(e => e.NeedMBs is { Passes: true }))
            .MaxBy(b => b.Ends.Max(e => e.NeedMBs));
        var network = cards
            .Where(b => q.Planned.At(b.Place)!.Card!.Network is { RatesGbs.Count: > 0 } n && n.RatesGbs.Max() >= 10)
            .MaxBy(b => q.Planned.At(b.Place)!.Card!.Network!.RatesGbs.Max());
        if (storage is null || network is null || !(q.Changed.Contains(storage.Place) || q.Changed.Contains(network.Place)))
            return null;
        var (a, b) = (Topology.Top(q.Sheet, storage.Root), Topology.Top(q.Sheet, network.Root));
        return a is null || b is null || a == b
            ? null
            : Finding.Of(
                Side,
                [storage.Place, network.Place],
                null,
                ("storage", q.Planned.At(storage.Place)!.Short),
                ("from", Stated.At(storage.Place)),
                ("network", q.Planned.At(network.Place)!.Short),
                ("to", Stated.At(network.Place))
            );
    }

    internal static string Link(int width, int gen) => gen > 0 ? $"×{width} gen {gen}" : $"×{width}";

    private static string Percent(double share) => $"{100 * share:0} %";
}
