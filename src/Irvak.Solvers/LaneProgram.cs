using Google.OrTools.Sat;
using Irvak.Core.Sheets;
using Irvak.Core.Lanes;

namespace Irvak.Solvers;

/// <param name="Cards">The way each card is put; null for one that is left out.</param>
/// <param name="Proof">Null when nothing better exists; else how far the best could be away.</param>
internal sealed record LaneFound(IReadOnlyList<LaneOption?> Cards, IReadOnlyList<string?> ModulePlaces, double Lost, string? Proof);

/// <summary>The same as a model of whole numbers.</summary>
internal static class LaneProgram
{
    public static LaneFound Search(LaneModel lanes, double work, CancellationToken cancel)
    {
        var model = new CpModel();
        var puts = lanes.Options.Select((options, c) => options.Select((_, o) => model.NewBoolVar($"c{c}o{o}")).ToArray()).ToArray();
        var sits = lanes.Places.Select((places, m) => places.Select((_, p) => model.NewBoolVar($"m{m}p{p}")).ToArray()).ToArray();
        // A module on a carrier: one variable for module, carrier and device, whatever the slot.
        var rides = lanes.Modules.Select((module, m) => lanes.Cards.SelectMany((card, c) => card.Unit.Card is { Role: CardRole.Carrier, Endpoints: { } ends } ? ends.Select((_, i) => (Card: c, Index: i, Var: model.NewBoolVar($"m{m}c{c}i{i}"))) : []).ToArray()).ToArray();
        for (var c = 0; c < puts.Length; c++) model.AddAtMostOne(puts[c]);
        for (var m = 0; m < sits.Length; m++) model.AddAtMostOne(sits[m].Concat(rides[m].Select(r => (ILiteral)r.Var)));

        var used = new Dictionary<string, List<BoolVar>>();
        void Use(string place, BoolVar by) => (used.TryGetValue(place, out var list) ? list : used[place] = []).Add(by);
        for (var c = 0; c < puts.Length; c++)
            for (var o = 0; o < puts[c].Length; o++)
            {
                Use(PlaceName.Short(lanes.Options[c][o].Place), puts[c][o]);
                foreach (var over in lanes.Options[c][o].Covers) Use(over, puts[c][o]);
            }
        for (var m = 0; m < sits.Length; m++)
            for (var p = 0; p < sits[m].Length; p++) Use(PlaceName.Short(lanes.Places[m][p].Place), sits[m][p]);
        // Modules that are no business of the search keep their places, and what they take from others.
        var held = lanes.Question.Planned.Units.Keys.Where(k => lanes.Cards.All(c => c.Place != k) && lanes.Modules.All(m => m.Place != k)).Select(PlaceName.Short).ToHashSet();
        foreach (var (place, by) in used)
            if (held.Contains(place)) foreach (var v in by) model.Add(v == 0);
            else model.AddAtMostOne(by);
        void Free(string? place, BoolVar by)
        {
            if (place is null) return;
            if (held.Contains(place)) { model.Add(by == 0); return; }
            foreach (var other in used.GetValueOrDefault(place) ?? []) model.AddAtMostOne([by, other]);
        }
        for (var c = 0; c < puts.Length; c++) for (var o = 0; o < puts[c].Length; o++) Free(lanes.Options[c][o].FreeOf, puts[c][o]);
        for (var m = 0; m < sits.Length; m++) for (var p = 0; p < sits[m].Length; p++) Free(lanes.Places[m][p].FreeOf, sits[m][p]);

        var lost = new List<LinearExpr>();
        for (var c = 0; c < puts.Length; c++) for (var o = 0; o < puts[c].Length; o++) lost.Add(puts[c][o] * Whole(lanes.Options[c][o].Lost));
        for (var m = 0; m < sits.Length; m++) for (var p = 0; p < sits[m].Length; p++) lost.Add(sits[m][p] * Whole(Math.Max(0, lanes.Modules[m].Wants - lanes.Places[m][p].MBs)));
        var taken = new Dictionary<(int, int), List<BoolVar>>();
        for (var m = 0; m < rides.Length; m++)
            foreach (var (card, index, ride) in rides[m])
            {
                (taken.TryGetValue((card, index), out var list) ? list : taken[(card, index)] = []).Add(ride);
                var opens = Enumerable.Range(0, puts[card].Length).Where(o => lanes.Options[card][o].Widths[index] > 0).ToList();
                model.Add(LinearExpr.Sum(opens.Select(o => puts[card][o])) >= ride);
                var wants = Whole(lanes.Modules[m].Wants);
                // Only what a narrow option really loses needs a variable of its own.
                var narrow = opens.Where(o => lanes.Options[card][o].MBs[index] < lanes.Modules[m].Wants).ToList();
                if (narrow.Count == 0) continue;
                var less = model.NewIntVar(0, wants, $"l{m}c{card}i{index}");
                foreach (var o in narrow) model.Add(less >= wants - Whole(lanes.Options[card][o].MBs[index])).OnlyEnforceIf([ride, puts[card][o]]);
                lost.Add(less);
            }
        foreach (var list in taken.Values) model.AddAtMostOne(list);
        AlikeInOrder(model, lanes, sits, rides);
        foreach (var root in lanes.Question.Sheet.Roots.Where(r => r.Lanes is not null))
        {
            var own = new List<LinearExpr>();
            for (var c = 0; c < puts.Length; c++) for (var o = 0; o < puts[c].Length; o++) if (lanes.Options[c][o].Root == root.Id && !Divides(lanes.Options[c][o])) own.Add(puts[c][o] * lanes.Options[c][o].Lanes);
            own.AddRange(Ridden(model, lanes, puts, rides, root.Id));
            for (var m = 0; m < sits.Length; m++) for (var p = 0; p < sits[m].Length; p++) if (lanes.Places[m][p].Root == root.Id) own.Add(sits[m][p] * lanes.Places[m][p].Lanes);
            var hanging = lanes.Question.Sheet.Roots.Where(r => r.Uplink == root.Id).Sum(r => r.UplinkLanes ?? 0);
            if (own.Count > 0) model.Add(LinearExpr.Sum(own) <= Math.Max(0, root.Lanes!.Value - hanging));
        }

        var all = puts.SelectMany(p => p).Concat(sits.SelectMany(s => s)).Concat(rides.SelectMany(r => r.Select(x => x.Var))).ToList();
        var placed = LinearExpr.Sum(all);
        var total = LinearExpr.Sum(lost);
        var moved = LinearExpr.Sum(MoveCosts(lanes, puts, sits, rides));
        var solver = new CpSolver { StringParameters = string.Create(System.Globalization.CultureInfo.InvariantCulture, $"num_workers:1,random_seed:1,max_deterministic_time:{work},symmetry_level:0") };
        using var stop = cancel.Register(solver.StopSearch);
        string? proof = null;
        foreach (var (name, goal, most) in new[] { ("parts placed", placed, true), ("bandwidth lost", total, false), ("moves", moved, false) })
        {
            cancel.ThrowIfCancellationRequested();
            if (most) model.Maximize(goal);
            else model.Minimize(goal);
            var status = solver.Solve(model);
            cancel.ThrowIfCancellationRequested();
            if (status is not (CpSolverStatus.Optimal or CpSolverStatus.Feasible)) break;
            if (status == CpSolverStatus.Feasible)
                proof ??= string.Create(System.Globalization.CultureInfo.InvariantCulture, $"Best found; in {name} the best could be {Math.Abs(solver.ObjectiveValue - solver.BestObjectiveBound):0} better.");
            var reached = (long)Math.Round(solver.ObjectiveValue);
            if (most) model.Add(goal >= reached);
            else model.Add(goal <= reached);
            model.ClearHints();
            foreach (var v in all) model.AddHint(v, solver.Value(v));
        }
        return new([.. puts.Select((p, c) => Array.FindIndex(p, v => solver.Value(v) == 1) is >= 0 and var o ? lanes.Options[c][o] : null)],
            Settled(lanes, [.. Enumerable.Range(0, sits.Length).Select(m => Seat(lanes, solver, puts, sits[m], rides[m], m))]), solver.Value(total), proof);
    }

    private static bool Divides(LaneOption option) => option.Split is not null;

    /// <summary>Lanes that the modules of divided slots take from a root: a link without a module takes none.</summary>
    private static IEnumerable<LinearExpr> Ridden(CpModel model, LaneModel lanes, BoolVar[][] puts, (int Card, int Index, BoolVar Var)[][] rides, string root)
    {
        foreach (var seat in rides.SelectMany((r, m) => r.Select(x => (x.Card, x.Index, x.Var, Module: m))).GroupBy(x => (x.Card, x.Index)))
        {
            var options = Enumerable.Range(0, puts[seat.Key.Card].Length).Where(o => lanes.Options[seat.Key.Card][o] is var option && Divides(option) && option.Root == root && option.Widths[seat.Key.Index] > 0).ToList();
            if (options.Count == 0) continue;
            var taken = model.NewIntVar(0, options.Max(o => lanes.Options[seat.Key.Card][o].Widths[seat.Key.Index]), $"r{root}c{seat.Key.Card}i{seat.Key.Index}");
            foreach (var o in options)
                foreach (var ride in seat)
                    model.Add(taken >= Splitting.Trains(lanes.Options[seat.Key.Card][o].Widths[seat.Key.Index], lanes.Modules[ride.Module].Unit.Drive!.Lanes ?? 4)).OnlyEnforceIf([ride.Var, puts[seat.Key.Card][o]]);
            yield return taken;
        }
    }

    private static int Whole(double mbs) => (int)Math.Ceiling(mbs);

    /// <summary>Where a module is put, and where that would be with every carrier in its old slot.</summary>
    private static (string? Seat, string? Home) Seat(LaneModel lanes, CpSolver solver, BoolVar[][] puts, BoolVar[] sits, (int Card, int Index, BoolVar Var)[] rides, int module)
    {
        if (Array.FindIndex(sits, v => solver.Value(v) == 1) is >= 0 and var p) return (lanes.Places[module][p].Place, lanes.Places[module][p].Place);
        foreach (var (card, index, ride) in rides)
            if (solver.Value(ride) == 1 && Array.FindIndex(puts[card], v => solver.Value(v) == 1) is >= 0 and var o) return (PlaceName.M2(CarrierPlaces.Name(lanes.Options[card][o].Slot!, index)), AtHome(lanes, card, index));
        return (null, null);
    }

    /// <summary>Ten for a fitted part that moves, one for a planned one or for a slot that is divided otherwise.</summary>
    private static IEnumerable<LinearExpr> MoveCosts(LaneModel lanes, BoolVar[][] puts, BoolVar[][] sits, (int Card, int Index, BoolVar Var)[][] rides)
    {
        for (var c = 0; c < puts.Length; c++)
            for (var o = 0; o < puts[c].Length; o++)
            {
                var (part, option) = (lanes.Cards[c], lanes.Options[c][o]);
                var cost = option.Place == (part.FoundAt ?? part.Place) ? 0 : part.FoundAt is null ? 1 : 10;
                if (option.Split is { } split && !split.SequenceEqual(lanes.Question.SplitOf(option.Slot!))) cost++;
                if (cost > 0) yield return puts[c][o] * cost;
            }
        for (var m = 0; m < sits.Length; m++)
        {
            // Modules that nothing tells apart have their homes in common.
            var (homes, price) = (Alike(lanes, m).Select(k => lanes.Modules[k].FoundAt ?? lanes.Modules[k].Place).ToHashSet(), lanes.Modules[m].FoundAt is null ? 1 : 10);
            for (var p = 0; p < sits[m].Length; p++) if (!homes.Contains(lanes.Places[m][p].Place)) yield return sits[m][p] * price;
            // Riding along with its carrier is no move of the module.
            foreach (var (card, index, ride) in rides[m]) if (!homes.Contains(AtHome(lanes, card, index))) yield return ride * price;
        }
    }

    /// <summary>Where a seat on a carrier is as long as the carrier stays.</summary>
    private static string AtHome(LaneModel lanes, int card, int index) => PlaceName.M2(CarrierPlaces.Name(PlaceName.Short(lanes.Cards[card].Place), index));

    private static IEnumerable<int> Alike(LaneModel lanes, int module) => lanes.Modules[module].FoundAt is not null ? [module]
        : Enumerable.Range(0, lanes.Modules.Count).Where(k => lanes.Modules[k].FoundAt is null && lanes.Modules[k].Unit.Drive == lanes.Modules[module].Unit.Drive);

    /// <summary>Among modules that nothing tells apart each keeps its home where that is one of their seats.</summary>
    private static string?[] Settled(LaneModel lanes, (string? Seat, string? Home)[] seats)
    {
        var settled = new string?[seats.Length];
        foreach (var group in Enumerable.Range(0, seats.Length).GroupBy(m => Alike(lanes, m).First()))
        {
            var free = group.Select(m => seats[m]).ToList();
            var waiting = new List<int>();
            foreach (var m in group)
                if (free.FindIndex(s => s.Home is not null && s.Home == (lanes.Modules[m].FoundAt ?? lanes.Modules[m].Place)) is >= 0 and var at) { settled[m] = free[at].Seat; free.RemoveAt(at); }
                else waiting.Add(m);
            foreach (var (m, seat) in waiting.Zip(free.OrderBy(s => s.Seat is null))) settled[m] = seat.Seat;
        }
        return settled;
    }

    /// <summary>Modules that nothing tells apart are taken in their order: the same layout with two of them exchanged is not looked at twice.</summary>
    private static void AlikeInOrder(CpModel model, LaneModel lanes, BoolVar[][] sits, (int Card, int Index, BoolVar Var)[][] rides)
    {
        for (var m = 1; m < sits.Length; m++)
        {
            var (one, other) = (lanes.Modules[m - 1], lanes.Modules[m]);
            if (one.FoundAt is not null || other.FoundAt is not null || one.Unit.Drive != other.Unit.Drive) continue;
            var all = sits[m - 1].Length + rides[m - 1].Length + 1;
            LinearExpr At(int i) => LinearExpr.Sum([.. sits[i].Select((v, k) => v * (k - all)), .. rides[i].Select((r, k) => r.Var * (sits[i].Length + k - all))]);
            model.Add(At(m - 1) <= At(m));
        }
    }
}
