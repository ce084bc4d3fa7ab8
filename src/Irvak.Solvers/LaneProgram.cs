using Google.OrTools.Sat;
using Irvak.Core.Lanes;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Solvers;

/// <param name="Cards">The way each card is put; null for one that is left out.</param>
/// <param name="Proof">Null when nothing better exists; else how far the best could be away.</param>
internal sealed record LaneFound(IReadOnlyList<LaneOption?> Cards, IReadOnlyList<Place?> ModulePlaces, Throughput Lost, string? Proof);

/// <summary>
/// The same as a model of whole numbers. Parts that nothing tells apart are one kind, and the model says only how many of a kind sit
/// where: their exchange is no other layout. Carriers stay single, because modules ride on them.
/// </summary>
internal sealed class LaneProgram
{
    /// <param name="Parts">Numbers of its parts in the model's list.</param>
    /// <param name="Homes">Where they are, or were found.</param>
    /// <param name="Price">Of moving one: ten for a fitted part, one for a planned one.</param>
    private sealed record Kind(IReadOnlyList<int> Parts, IReadOnlySet<Place> Homes, int Price);

    /// <summary>A seat on a carrier, whatever slot that is in.</summary>
    private sealed record Seat(int Kind, int Card, int Index, BoolVar Var);

    private readonly LaneModel _lanes;
    private readonly CpModel _model = new();
    private readonly List<Kind> _cards;
    private readonly List<Kind> _modules;
    private readonly BoolVar[][] _puts;
    private readonly BoolVar[][] _sits;
    private readonly List<Seat> _rides = [];
    private readonly Dictionary<string, List<BoolVar>> _used = [];

    public static LaneFound Search(LaneModel lanes, double work, CancellationToken cancel) => new LaneProgram(lanes).Search(work, cancel);

    private LaneProgram(LaneModel lanes)
    {
        _lanes = lanes;
        _cards =
        [
            .. Enumerable
                .Range(0, lanes.Cards.Count)
                .GroupBy(c => IsCarrier(c) ? (object)c : (lanes.Cards[c].Unit.Card, lanes.Cards[c].Wants, lanes.Cards[c].FoundAt is null))
                .Select(g => Of(g, lanes.Cards)),
        ];
        _modules =
        [
            .. Enumerable
                .Range(0, lanes.Modules.Count)
                .GroupBy(m => (lanes.Modules[m].Unit.Drive, lanes.Modules[m].FoundAt is null))
                .Select(g => Of(g, lanes.Modules)),
        ];
        _puts = [.. _cards.Select((k, c) => Options(c).Select((_, o) => _model.NewBoolVar($"c{c}o{o}")).ToArray())];
        _sits = [.. _modules.Select((k, m) => Places(m).Select((_, p) => _model.NewBoolVar($"m{m}p{p}")).ToArray())];
        for (var m = 0; m < _modules.Count; m++)
        for (var c = 0; c < _cards.Count; c++)
            if (IsCarrier(_cards[c].Parts[0]))
                for (var i = 0; i < Options(c).Max(o => (int?)o.Widths.Count).GetValueOrDefault(); i++)
                    _rides.Add(new(m, c, i, _model.NewBoolVar($"m{m}c{c}i{i}")));
        Counts();
        Once();
        Opened();
        Roots();
    }

    private static Kind Of(IEnumerable<int> parts, IReadOnlyList<LanePart> all) =>
        parts.ToList() is var list
            ? new(list, list.Select(p => all[p].FoundAt ?? all[p].Place).ToHashSet(), all[list[0]].FoundAt is null ? 1 : 10)
            : throw new InvalidOperationException();

    private bool IsCarrier(int card) => _lanes.Cards[card].Unit.Card is { Role: CardRole.Carrier, Endpoints.Count: > 0 };

    private IReadOnlyList<LaneOption> Options(int kind) => _lanes.Options[_cards[kind].Parts[0]];

    private IReadOnlyList<ModuleOption> Places(int kind) => _lanes.Places[_modules[kind].Parts[0]];

    private LanePart Module(int kind) => _lanes.Modules[_modules[kind].Parts[0]];

    private IEnumerable<(int Kind, LaneOption Option, BoolVar Var)> AllPuts =>
        _puts.SelectMany((p, c) => p.Select((v, o) => (c, Options(c)[o], v)));

    private IEnumerable<(int Kind, ModuleOption Option, BoolVar Var)> AllSits =>
        _sits.SelectMany((s, m) => s.Select((v, p) => (m, Places(m)[p], v)));

    /// <summary>No more of a kind than there are.</summary>
    private void Counts()
    {
        for (var c = 0; c < _cards.Count; c++)
            _model.Add(LinearExpr.Sum(_puts[c]) <= _cards[c].Parts.Count);
        for (var m = 0; m < _modules.Count; m++)
            _model.Add(LinearExpr.Sum([.. _sits[m], .. _rides.Where(r => r.Kind == m).Select(r => r.Var)]) <= _modules[m].Parts.Count);
    }

    /// <summary>One part in a place, none in a place that is covered, held by something else, or whose lanes another took.</summary>
    private void Once()
    {
        void Use(string place, BoolVar by) => (_used.TryGetValue(place, out var list) ? list : _used[place] = []).Add(by);
        foreach (var (_, option, put) in AllPuts)
        {
            Use(option.Place.Name, put);
            foreach (var over in option.Covers)
                Use(over, put);
        }
        foreach (var (_, option, sit) in AllSits)
            Use(option.Place.Name, sit);
        // A place that is only covered holds nothing, and takes no lanes from another.
        var holds = AllPuts
            .Select(p => (p.Option.Place, p.Var))
            .Concat(AllSits.Select(s => (s.Option.Place, s.Var)))
            .ToLookup(h => h.Place.Name, h => h.Var);
        // What is no business of the search keeps its place, and what it takes from others.
        var held = _lanes
            .LaneInput.Planned.Units.Keys.Where(k => _lanes.Cards.All(c => c.Place != k) && _lanes.Modules.All(m => m.Place != k))
            .Select(p => p.Name)
            .ToHashSet();
        foreach (var (place, by) in _used)
            if (held.Contains(place))
                foreach (var v in by)
                    _model.Add(v == 0);
            else
                _model.AddAtMostOne(by);
        foreach (var (places, by) in AllPuts.Select(p => (p.Option.FreeOf, p.Var)).Concat(AllSits.Select(s => (s.Option.FreeOf, s.Var))))
        foreach (var free in places)
            if (held.Contains(free))
                _model.Add(by == 0);
            else
                foreach (var other in holds[free])
                    _model.AddAtMostOne([by, other]);
        foreach (var seat in _rides.GroupBy(r => (r.Card, r.Index)))
            _model.AddAtMostOne(seat.Select(r => r.Var));
    }

    /// <summary>A module rides where its carrier opens a link for it.</summary>
    private void Opened()
    {
        foreach (var ride in _rides)
            _model.Add(LinearExpr.Sum(_puts[ride.Card].Where((_, o) => Options(ride.Card)[o].Widths[ride.Index] > 0)) >= ride.Var);
    }

    /// <summary>No more lanes of a root than it has. A divided slot takes what its modules use, everything else what it trains
    /// at.</summary>
    private void Roots()
    {
        foreach (var root in _lanes.LaneInput.Sheet.Roots.Where(r => r.Lanes is not null))
        {
            var left = Math.Max(
                0,
                root.Lanes!.Value - _lanes.LaneInput.Sheet.Roots.Where(r => r.Uplink == root.Id).Sum(r => r.UplinkLanes ?? 0)
            );
            // Where all its places together can't overdraw it nothing needs to be counted.
            var most =
                AllPuts.Where(p => p.Option.Root == root.Id).GroupBy(p => p.Option.Place).Sum(g => g.Max(p => p.Option.Lanes))
                + AllSits.Where(s => s.Option.Root == root.Id).GroupBy(s => s.Option.Place).Sum(g => g.Max(s => s.Option.Lanes));
            if (most <= left)
                continue;
            List<LinearExpr> own =
            [
                .. AllPuts.Where(p => p.Option.Root == root.Id && p.Option.Split is null).Select(p => p.Var * p.Option.Lanes),
                .. AllSits.Where(s => s.Option.Root == root.Id).Select(s => s.Var * s.Option.Lanes),
            ];
            foreach (var seat in _rides.GroupBy(r => (r.Card, r.Index)))
            {
                var options = Enumerable
                    .Range(0, _puts[seat.Key.Card].Length)
                    .Where(o =>
                        Options(seat.Key.Card)[o] is { Split: not null } option
                        && option.Root == root.Id
                        && option.Widths[seat.Key.Index] > 0
                    )
                    .ToList();
                if (options.Count == 0)
                    continue;
                var taken = _model.NewIntVar(
                    0,
                    options.Max(o => Options(seat.Key.Card)[o].Widths[seat.Key.Index]),
                    $"r{root.Id}c{seat.Key.Card}i{seat.Key.Index}"
                );
                foreach (var o in options)
                foreach (var ride in seat)
                    _model
                        .Add(
                            taken
                                >= Splitting.Trains(
                                    Options(seat.Key.Card)[o].Widths[seat.Key.Index],
                                    Module(ride.Kind).Unit.Drive!.Lanes ?? 4
                                )
                        )
                        .OnlyEnforceIf([ride.Var, _puts[seat.Key.Card][o]]);
                own.Add(taken);
            }
            if (own.Count > 0)
                _model.Add(LinearExpr.Sum(own) <= left);
        }
    }

    /// <summary>What devices could move more than their links carry.</summary>
    private List<LinearExpr> Lost()
    {
        List<LinearExpr> lost =
        [
            .. AllPuts.Select(p => p.Var * Whole(p.Option.Lost)),
            .. AllSits.Select(s => s.Var * Whole(Throughput.Rest(Module(s.Kind).Wants, s.Option.MBs))),
        ];
        foreach (var ride in _rides)
        {
            var wants = Whole(Module(ride.Kind).Wants);
            // Only what a narrow option really loses needs a variable of its own.
            var narrow = Enumerable
                .Range(0, _puts[ride.Card].Length)
                .Where(o => Options(ride.Card)[o].Widths[ride.Index] > 0 && Options(ride.Card)[o].MBs[ride.Index] < Module(ride.Kind).Wants)
                .ToList();
            if (narrow.Count == 0)
                continue;
            var less = _model.NewIntVar(0, wants, $"l{ride.Kind}c{ride.Card}i{ride.Index}");
            foreach (var o in narrow)
                _model.Add(less >= wants - Whole(Options(ride.Card)[o].MBs[ride.Index])).OnlyEnforceIf([ride.Var, _puts[ride.Card][o]]);
            lost.Add(less);
        }
        return lost;
    }

    /// <summary>Parts away from the homes of their kind, and slots that are divided otherwise. Riding along with a carrier is no
    /// move.</summary>
    private IEnumerable<LinearExpr> Moves()
    {
        foreach (var (kind, option, put) in AllPuts)
        {
            var cost = _cards[kind].Homes.Contains(option.Place) ? 0 : _cards[kind].Price;
            if (option.Split is { } split && !split.SequenceEqual(_lanes.LaneInput.SplitOf(option.Slot!)))
                cost++;
            if (cost > 0)
                yield return put * cost;
        }
        foreach (var (kind, option, sit) in AllSits)
            if (!_modules[kind].Homes.Contains(option.Place))
                yield return sit * _modules[kind].Price;
        foreach (var ride in _rides)
            if (!_modules[ride.Kind].Homes.Contains(AtHome(ride)))
                yield return ride.Var * _modules[ride.Kind].Price;
    }

    /// <summary>Where a seat is as long as its carrier stays.</summary>
    private Place AtHome(Seat ride) => Place.M2(CarrierPlaces.Name(_lanes.Cards[_cards[ride.Card].Parts[0]].Place.Name, ride.Index));

    private LaneFound Search(double work, CancellationToken cancel)
    {
        List<BoolVar> all = [.. AllPuts.Select(p => p.Var), .. AllSits.Select(s => s.Var), .. _rides.Select(r => r.Var)];
        var total = LinearExpr.Sum(Lost());
        var solver = new CpSolver { StringParameters = $"num_workers:1,random_seed:1,max_deterministic_time:{work}" };
        using var stop = cancel.Register(solver.StopSearch);
        string? proof = null;
        foreach (
            var (name, goal, most) in new[]
            {
                ("parts placed", LinearExpr.Sum(all), true),
                ("bandwidth lost", total, false),
                ("moves", LinearExpr.Sum(Moves()), false),
            }
        )
        {
            cancel.ThrowIfCancellationRequested();
            if (most)
                _model.Maximize(goal);
            else
                _model.Minimize(goal);
            var status = solver.Solve(_model);
            cancel.ThrowIfCancellationRequested();
            if (status is not (CpSolverStatus.Optimal or CpSolverStatus.Feasible))
                break;
            if (status == CpSolverStatus.Feasible)
                proof ??=
                    $"Best found; in {name} the best could be {Math.Abs(solver.ObjectiveValue - solver.BestObjectiveBound):0} better.";
            var reached = (long)Math.Round(solver.ObjectiveValue);
            if (most)
                _model.Add(goal >= reached);
            else
                _model.Add(goal <= reached);
            _model.ClearHints();
            foreach (var v in all)
                _model.AddHint(v, solver.Value(v));
        }
        return Read(solver, solver.Value(total), proof);
    }

    private LaneFound Read(CpSolver solver, double lost, string? proof)
    {
        var cards = new LaneOption?[_lanes.Cards.Count];
        for (var c = 0; c < _cards.Count; c++)
            foreach (
                var (part, option) in Shared(
                    _cards[c],
                    _lanes.Cards,
                    [
                        .. _puts[c]
                            .Select((v, o) => (v, o))
                            .Where(x => solver.Value(x.v) == 1)
                            .Select(x => (Options(c)[x.o], Options(c)[x.o].Place)),
                    ]
                )
            )
                cards[part] = option;
        var modules = new Place?[_lanes.Modules.Count];
        for (var m = 0; m < _modules.Count; m++)
        {
            List<(Place, Place)> seats =
            [
                .. _sits[m]
                    .Select((v, p) => (v, p))
                    .Where(x => solver.Value(x.v) == 1)
                    .Select(x => (Places(m)[x.p].Place, Places(m)[x.p].Place)),
            ];
            foreach (var ride in _rides.Where(r => r.Kind == m && solver.Value(r.Var) == 1))
                seats.Add((Place.M2(CarrierPlaces.Name(cards[_cards[ride.Card].Parts[0]]!.Slot!, ride.Index)), AtHome(ride)));
            foreach (var (part, seat) in Shared(_modules[m], _lanes.Modules, seats))
                modules[part] = seat;
        }
        return new(cards, modules, new(lost), proof);
    }

    /// <summary>The seats of a kind among its parts: each keeps its home where that is one of them.</summary>
    private static IEnumerable<(int Part, T Seat)> Shared<T>(Kind kind, IReadOnlyList<LanePart> parts, List<(T Seat, Place Home)> seats)
    {
        var free = seats.ToList();
        var waiting = new List<int>();
        foreach (var part in kind.Parts)
            if (free.FindIndex(s => s.Home == (parts[part].FoundAt ?? parts[part].Place)) is >= 0 and var at)
            {
                yield return (part, free[at].Seat);
                free.RemoveAt(at);
            }
            else
                waiting.Add(part);
        foreach (var (part, seat) in waiting.Zip(free))
            yield return (part, seat.Seat);
    }

    private static int Whole(Throughput rate) => (int)Math.Ceiling(rate.MegabytesPerSecond);
}
