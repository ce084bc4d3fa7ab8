using Irvak.Core.Builds;
using Irvak.Core.Drives;
using Irvak.Core.Paths;
using Irvak.Core.Sheets;

namespace Irvak.Core.Lanes;

/// <summary>Every place that lanes are led to, with the links of the plan.</summary>
internal static class Branches
{
    public static IReadOnlyList<LaneBranch> Of(Question q) =>
    [
        .. q.Sheet.Slots.Select(s => Slot(q, s)),
        .. q.Sheet.M2.Where(m => m.On is null && m.Lanes is > 0).Select(m => Module(q, m)),
        .. q.Sheet.Boards.Where(b => b.Elec is > 0).Select(b => Board(q, b)),
        .. q.Sheet.Bays.Where(b => b.Root is not null && q.Sheet.Roots.Any(r => r.Id == b.Root) && BayWiring.LanesOf(b.Bus) is > 0).SelectMany(b => b.Names.Select(n => Bay(q, b, n))),
    ];

    private static LaneBranch Slot(Question q, ExpansionSlot slot)
    {
        var place = PlaceName.Card(slot.Id);
        var (dark, why) = CoveredBy(q, slot) is { } over ? (true, $"covered by {over}") : Darkness(q, slot.Id, slot.Root);
        if (slot.Bus is "pci") return Old(q, slot, place, dark, why);
        var lanes = dark ? 0 : Topology.LanesLeft(q, slot.Id) ?? slot.Elec;
        var unit = q.Planned.At(place);
        var split = q.SplitOf(slot.Id);
        var ends = unit is null ? Leaving(q, place) : OfCard(q, slot, place, unit, lanes, split);
        var live = ends.Where(e => e.State is EndState.Full or EndState.Less or EndState.Unknown).ToList();
        var switched = unit?.Card is { HasSwitch: true, Endpoints.Count: > 1 };
        var used = dark || unit is null ? 0 : switched ? Splitting.Trains(lanes, unit.Card!.Elec ?? unit.Card.Mech ?? lanes) : live.Sum(e => e.Width);
        return new(place, "card", slot.Root, slot.Mech, slot.Elec, lanes, q.GenOf(slot), dark ? BranchState.Dark : unit is null ? BranchState.Free : BranchState.Used, why ?? (q.GenOf(slot) < slot.Gen ? $"held at gen {q.GenOf(slot)}" : null), used,
            unit?.Card is { Endpoints.Count: > 1, HasSwitch: not true } ? Loose(lanes, ends) : 0, split, switched, ends, null, unit?.Card is { Endpoints.Count: > 0 } ? unit.Short : null, q.IsNew(place));
    }

    /// <summary>Lanes that reach a device which is never opened.</summary>
    private static int Loose(int lanes, IReadOnlyList<LaneEnd> ends)
    {
        var left = lanes - ends.Sum(e => e.Width);
        return Math.Max(0, Math.Min(left, ends.Where(e => e.State == EndState.Unseen).Sum(e => e.Wants ?? 0)));
    }

    private static IReadOnlyList<LaneEnd> OfCard(Question q, ExpansionSlot slot, string place, Unit unit, int lanes, IReadOnlyList<int> split)
    {
        var card = unit.Card;
        if (card is not { Endpoints.Count: > 0 }) return [Single(q, place, unit, lanes, q.GenOf(slot), Need(q, place, unit))];
        var gen = Math.Min(q.GenOf(slot), card.Gen ?? slot.Gen);
        var shared = card.HasSwitch == true;
        var up = Splitting.Trains(lanes, card.Elec ?? card.Mech ?? lanes);
        var links = shared ? [.. card.Endpoints.Select((w, i) => new OpenedLink(i, up > 0 ? w : 0))] : Splitting.Open(lanes, split, card.Endpoints, card.LanePitch);
        var places = Holders(q, slot, place, card);
        return [.. card.Endpoints.Select((wide, i) => Endpoint(q, places.ElementAtOrDefault(i) ?? place, i, wide, links[i].Width, gen, shared, lanes, split, slot))];
    }

    /// <summary>Places of the devices of a carrier or port card, in order.</summary>
    private static IReadOnlyList<string> Holders(Question q, ExpansionSlot slot, string place, CardSheet card) => card.Role == CardRole.Carrier
        ? [.. card.Endpoints!.Select((_, i) => PlaceName.M2(CarrierPlaces.Name(slot.Id, i)))]
        : [.. q.Sheet.Bays.Where(b => q.ControllerOf(b)?.Place == place).SelectMany(b => b.Names.Select(PlaceName.Bay)).Where(p => q.Planned.At(p)?.Drive?.Protocol == DriveProtocol.Nvme)];

    private static LaneEnd Endpoint(Question q, string place, int index, int wide, int width, int gen, bool shared, int lanes, IReadOnlyList<int> split, ExpansionSlot slot)
    {
        var drive = PlaceName.Kind(place) == "card" ? null : q.Planned.At(place);
        var name = drive?.Short ?? $"{index + 1}, empty";
        if (drive?.Drive is not { } sheet) return new(place, name, EndState.Empty, wide, null, 0, 0, 0, null, false, width == 0 ? "would not be seen" : null);
        var runs = Splitting.Trains(width, sheet.Lanes ?? wide);
        var at = Math.Min(gen, sheet.Gen ?? gen);
        if (runs == 0)
            return new(place, name, EndState.Unseen, sheet.Lanes ?? wide, sheet.Gen, 0, 0, 0, null, q.IsNew(place), lanes == 0 ? $"{slot.Id} has no lanes" : $"{slot.Id} is {(split.Count == 0 ? "not divided" : "divided " + Splitting.Words(split))}");
        return End(place, name, sheet.Lanes ?? wide, sheet.Gen, runs, at, DriveDefaults.ReadMBs(sheet).Value, q.IsNew(place), shared ? "behind the card’s switch" : null);
    }

    private static LaneBranch Module(Question q, M2Place m2)
    {
        var place = PlaceName.M2(m2.Id);
        var (dark, why) = Darkness(q, m2.Id, m2.Root);
        var lanes = dark ? 0 : Topology.LanesLeft(q, m2.Id) ?? 0;
        var unit = q.Planned.At(place);
        IReadOnlyList<LaneEnd> ends = unit is null ? Leaving(q, place) : unit.Drive?.Protocol == DriveProtocol.Sata ? [] : [Single(q, place, unit, lanes, m2.Gen, Need(q, place, unit))];
        return new(place, "m2", m2.Root, null, m2.Lanes, lanes, m2.Gen, dark ? BranchState.Dark : unit is null ? BranchState.Free : BranchState.Used, why, ends.Where(e => e.State != EndState.Out).Sum(e => e.Width), 0, [], false, ends);
    }

    private static LaneBranch Board(Question q, BoardPlace board)
    {
        var place = PlaceName.Board(board.Id);
        var (dark, why) = Darkness(q, board.Id, board.Root);
        var lanes = dark ? 0 : Topology.LanesLeft(q, board.Id) ?? 0;
        var unit = q.Planned.At(place);
        var gen = board.Gen ?? q.Sheet.Roots.FirstOrDefault(r => r.Id == board.Root)?.Gen;
        if (board.What != "mezzanine" && unit is null)
        {
            var width = Splitting.Trains(lanes, board.Elec!.Value);
            var soldered = End(place, $"{board.What}, on board", board.Elec, gen, width, dark ? 0 : gen ?? 0, null, false, null);
            return new(place, "board", board.Root, null, board.Elec, lanes, gen, dark ? BranchState.Dark : BranchState.Used, why, width, 0, [], false, [soldered]);
        }
        IReadOnlyList<LaneEnd> ends = unit is null ? Leaving(q, place) : [Single(q, place, unit, lanes, gen, Need(q, place, unit))];
        return new(place, "board", board.Root, null, board.Elec, lanes, gen, dark ? BranchState.Dark : unit is null ? BranchState.Free : BranchState.Used, why, ends.Where(e => e.State != EndState.Out).Sum(e => e.Width), 0, [], false, ends);
    }

    private static LaneBranch Bay(Question q, BayGroup bays, string name)
    {
        var place = PlaceName.Bay(name);
        var (dark, why) = Darkness(q, name, bays.Root);
        var wired = BayWiring.LanesOf(bays.Bus)!.Value;
        var lanes = dark ? 0 : wired;
        var gen = q.Sheet.Roots.FirstOrDefault(r => r.Id == bays.Root)?.Gen;
        var unit = q.Planned.At(place);
        IReadOnlyList<LaneEnd> ends = unit is null ? Leaving(q, place) : [Single(q, place, unit, lanes, gen, Need(q, place, unit))];
        return new(place, "bay", bays.Root, null, wired, lanes, gen, dark ? BranchState.Dark : unit is null ? BranchState.Free : BranchState.Used, why, ends.Where(e => e.State != EndState.Out).Sum(e => e.Width), 0, [], false, ends);
    }

    /// <summary>The slot whose thick card covers this one; null when none does, or when something sits here.</summary>
    private static string? CoveredBy(Question q, ExpansionSlot slot)
    {
        if (q.Planned.At(PlaceName.Card(slot.Id)) is not null) return null;
        var at = q.Sheet.Slots.ToList().IndexOf(slot);
        return Enumerable.Range(1, 3).Where(n => at - n >= 0).Select(n => (Slot: q.Sheet.Slots[at - n], By: n)).FirstOrDefault(x => q.Planned.At(PlaceName.Card(x.Slot.Id))?.Card?.Thick > x.By).Slot?.Id;
    }

    /// <summary>A slot of a conventional bus: no lanes of its own, a share of the bus.</summary>
    private static LaneBranch Old(Question q, ExpansionSlot slot, string place, bool dark, string? why)
    {
        var unit = q.Planned.At(place);
        IReadOnlyList<LaneEnd> ends = unit is null ? Leaving(q, place) : [new(place, unit.Short, dark ? EndState.Unseen : EndState.Full, null, null, 0, 0, LinkRates.PciInUseMBs, Need(q, place, unit), q.IsNew(place), "shares the bus with every card on it")];
        return new(place, "card", slot.Root, null, 0, 0, null, dark ? BranchState.Dark : unit is null ? BranchState.Free : BranchState.Used, why, 0, 0, [], false, ends, "pci");
    }

    private static LaneEnd Single(Question q, string place, Unit unit, int lanes, int? slotGen, double? need)
    {
        var wants = unit.Card is { } card ? card.Elec is > 0 ? card.Elec : card.Mech is > 0 ? card.Mech : null : unit.Drive?.Lanes;
        var gen = unit.Card?.Gen is > 0 ? unit.Card.Gen : unit.Drive?.Gen;
        // An expander takes its current from the slot and nothing else.
        if (unit.Card is { Role: CardRole.Expander, Elec: 0 }) return new(place, unit.Short, EndState.Full, 0, null, 0, 0, 0, null, q.IsNew(place), "takes its current from the slot, no lanes");
        if (lanes == 0) return new(place, unit.Short, EndState.Unseen, wants, gen, 0, 0, 0, null, q.IsNew(place), $"{PlaceName.Short(place)} has no lanes");
        var width = Splitting.Trains(lanes, wants ?? lanes);
        var at = gen is null ? slotGen : slotGen is null ? gen : Math.Min(gen.Value, slotGen.Value);
        return End(place, unit.Short, wants, gen, width, at ?? 0, need, q.IsNew(place), null);
    }

    private static LaneEnd End(string place, string name, int? wants, int? wantsGen, int width, int gen, double? need, bool isNew, string? why)
    {
        var state = width == 0 ? EndState.Unseen : wants is null || gen == 0 || wantsGen is null ? EndState.Unknown : width < wants || gen < wantsGen ? EndState.Less : EndState.Full;
        return new(place, name, state, wants, wantsGen, width, gen, gen > 0 ? LinkRates.PcieMBs(gen, width) : 0, need, isNew, why);
    }

    private static IReadOnlyList<LaneEnd> Leaving(Question q, string place) =>
        q.Found.At(place) is { } was && q.Changed.Contains(place) ? [new(place, was.Short, EndState.Out, was.Card?.Elec ?? was.Drive?.Lanes, null, 0, 0, 0, null, false)] : [];

    private static (bool Dark, string? Why) Darkness(Question q, string id, string? root)
    {
        if (Topology.IsDark(q, root)) return (true, $"stays dark until {Topology.Top(q.Sheet, root)} is filled");
        if (Topology.Taken(q, id) is { } taken) return (taken.Lanes == 0, taken.Lanes == 0 ? $"{taken.When} took its lanes" : $"{taken.When} leaves it ×{taken.Lanes}");
        return (false, null);
    }

    /// <summary>What a device could move, MB/s: lines of a network card, drives behind a controller; null when not known.</summary>
    internal static double? Need(Question q, string place, Unit unit)
    {
        if (unit.Drive is { } drive) return DriveDefaults.ReadMBs(drive).Value;
        if (unit.Card?.Network is { RatesGbs.Count: > 0 } network) return network.Ports * LinkRates.EthernetMBs(network.RatesGbs.Max());
        if (unit.Card?.Controller is null) return null;
        var drives = q.Sheet.Bays.Where(b => q.ControllerOf(b)?.Place == place).SelectMany(b => b.Names).Select(n => q.Planned.At(PlaceName.Bay(n))?.Drive).Where(d => d is not null).ToList();
        return drives.Count == 0 ? null : drives.Sum(d => DriveDefaults.ReadMBs(d).Value);
    }
}
