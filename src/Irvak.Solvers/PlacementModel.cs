using Google.OrTools.Sat;
using Irvak.Core.Evidence;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers;

/// <summary>
/// The placement as a constraint model. What decides the score is how many channels of a socket are filled in which way, not which
/// ones, so the model first counts fillings; only for the last part of the score, the moves, channels are told apart.
/// The core judges every answer again; the model only proposes.
/// </summary>
internal sealed class PlacementModel
{
    private sealed record Class(string Socket, IReadOnlyList<FillUnit> Units, IReadOnlyList<ChannelFill> Fills, IntVar[] Count)
    {
        /// <summary>Pieces that one of its units takes: the two channels of a pair hold the same.</summary>
        public int Each => Units[0].Channels.Count;

        /// <summary>Ways that what is known already rules out; they are left out of what is built later.</summary>
        public bool[] Closed { get; } = new bool[Fills.Count];

        public IEnumerable<int> Open => Enumerable.Range(0, Fills.Count).Where(f => !Closed[f]);
    }

    private readonly MemoryInput _q;
    private readonly IReadOnlyList<Kind> _kinds;
    private readonly List<Class> _classes = [];
    private readonly List<(FillUnit Unit, IReadOnlyList<ChannelFill> Fills, BoolVar[] Takes)> _taken = [];
    private readonly long _unit;
    private long? _pieces,
        _memory,
        _fullest;
    private List<int> _steps = [];
    private int _processors = int.MaxValue;

    public PlacementModel(MemoryInput q, IReadOnlyList<Kind> kinds)
    {
        (_q, _kinds) = (q, kinds);
        // Capacities are counted in their common unit, so that the numbers stay small.
        _unit = Math.Max(1, kinds.Select(k => k.MiB).Where(m => m > 0).DefaultIfEmpty(1).Aggregate(Gcd));
        foreach (var group in FillUnit.Of(q).GroupBy(u => u.Class))
        {
            var units = group.ToList();
            var fills = ChannelFill.All(q, units[0].Socket, units[0].Slots, kinds);
            var count = fills.Select((_, i) => Model.NewIntVar(0, units.Count, $"{group.Key} {i}")).ToArray();
            Model.Add(LinearExpr.Sum(count) == units.Count);
            _classes.Add(new Class(units[0].Socket, units, fills, count));
        }
        foreach (var kind in kinds)
            Model.Add(Over(_classes, (c, f) => c.Each * f.Kinds.Count(k => k == kind)) <= kind.Pieces.Count);
        AddTable();
        AddFamilies();
        // Under a policy that allows nothing off the list, the total of the sheet is a wall; otherwise a verdict says what was logged.
        if (_q.Sheet.Memory.TotalLimitGiB is { } total && PolicyTable.SeverityOf(_q.Policy, Standing.Proven) == Severity.Stop)
            Model.Add(TotalMemory() <= total * 1024L / _unit);
        foreach (var socket in Sockets)
            if (_q.Planned.At(Place.Socket(socket.Key))?.Processor?.MemoryTotalGiB is { } gib)
                Model.Add(Capacity(socket) <= gib * 1024L / _unit);
    }

    public CpModel Model { get; } = new();

    private IEnumerable<IGrouping<string, Class>> Sockets => _classes.GroupBy(c => c.Socket);

    /// <summary>A sum over every way of filling, each weighted.</summary>
    private static LinearExpr Over(IEnumerable<Class> classes, Func<Class, ChannelFill, long> weight)
    {
        var (counts, weights) = (new List<IntVar>(), new List<long>());
        foreach (var c in classes)
            for (var i = 0; i < c.Fills.Count; i++)
                if (weight(c, c.Fills[i]) is not 0 and var w)
                {
                    counts.Add(c.Count[i]);
                    weights.Add(w);
                }
        return counts.Count == 0 ? LinearExpr.Constant(0) : LinearExpr.WeightedSum(counts, weights);
    }

    private LinearExpr Capacity(IEnumerable<Class> classes) => Over(classes, (c, f) => c.Each * f.MiB / _unit);

    /// <summary>The filled slots are the first ones of the board's own table.</summary>
    private void AddTable()
    {
        if (_q.Sheet.Memory is not { FillOrder: { } table, ChannelsKnown: true })
            return;
        LinearExpr? before = null;
        foreach (var slot in table)
        {
            if (_classes.FirstOrDefault(c => c.Units[0].Channels.Any(ch => ch.Slots.Contains(slot))) is not { } home)
                continue;
            var position = home.Units[0].Channels.First(ch => ch.Slots.Contains(slot)).Slots.ToList().IndexOf(slot);
            var filled = Over([home], (_, f) => f.Count > position ? 1 : 0);
            if (before is not null)
                Model.Add(before >= filled);
            before = filled;
        }
    }

    /// <summary>One family to a machine; with and without ECC apart where the board does not start with both.</summary>
    private void AddFamilies()
    {
        OneOf(_kinds.Select(k => k.Family).Distinct().Select(family => (Func<ChannelFill, bool>)(f => f.Family == family)).ToList());
        if (_q.Sheet.Memory.EccMixing == EccMixing.NoStart)
            OneOf([
                f => f.Kinds.Any(k => k.Module.Type == ModuleType.Unbuffered),
                f => f.Kinds.Any(k => k.Module.Type == ModuleType.UnbufferedEcc),
            ]);
    }

    private void OneOf(List<Func<ChannelFill, bool>> groups)
    {
        if (groups.Count < 2)
            return;
        var used = groups.Select((_, i) => Model.NewBoolVar($"group {i}")).ToArray();
        Model.AddAtMostOne(used);
        for (var g = 0; g < groups.Count; g++)
            foreach (var c in _classes)
                for (var i = 0; i < c.Fills.Count; i++)
                    if (groups[g](c.Fills[i]))
                        Model.Add(c.Count[i] <= LinearExpr.Term(used[g], c.Units.Count));
    }

    public LinearExpr TotalMemory() => Capacity(_classes);

    /// <summary>Pieces of these kinds that are used, each weighted.</summary>
    public LinearExpr Used(Func<Kind, long> weight) => Over(_classes, (c, f) => c.Each * f.Kinds.Sum(weight));

    public void AtLeast(long mib)
    {
        Model.Add(Capacity(_classes) >= (mib + _unit - 1) / _unit);
        MemoryReached((mib + _unit - 1) / _unit);
    }

    /// <summary>Every piece of a kind is used, or none is.</summary>
    public void Use(Func<Kind, bool> which, bool all)
    {
        var wanted = all ? _kinds.Where(which).Sum(k => k.Pieces.Count) : 0;
        Model.Add(Used(k => which(k) ? 1 : 0) == wanted);
    }

    public void RateAtLeast(int rateMTs)
    {
        foreach (var c in _classes)
            for (var f = 0; f < c.Fills.Count; f++)
                if (c.Fills[f].Count > 0 && c.Fills[f].Rate < rateMTs)
                    Model.Add(c.Count[f] == 0);
    }

    /// <summary>Every channel holds the same.</summary>
    public void Even()
    {
        var heights = _classes.SelectMany(c => c.Fills).Select(f => f.MiB).Where(m => m > 0).Distinct().ToList();
        var chosen = heights.Select(h => Model.NewBoolVar($"all {h}")).ToArray();
        Model.AddExactlyOne(chosen);
        foreach (var c in _classes)
            for (var f = 0; f < c.Fills.Count; f++)
                if (heights.IndexOf(c.Fills[f].MiB) is >= 0 and var h)
                    Model.Add(c.Count[f] == 0).OnlyEnforceIf(chosen[h].Not());
                else
                    Model.Add(c.Count[f] == 0);
    }

    /// <summary>So many modules are used; the fillings that would leave too few slots for them are closed.</summary>
    public void PiecesReached(long pieces)
    {
        _pieces = pieces;
        Narrow();
    }

    /// <summary>So much memory is used, in the model's unit.</summary>
    public void MemoryReached(long memory)
    {
        _memory = memory;
        Narrow();
    }

    /// <summary>No channel holds more, in the model's unit.</summary>
    public void FullestReached(long fullest)
    {
        _fullest = fullest;
        Narrow();
    }

    /// <summary>So many of the rate steps are reached.</summary>
    public void RateReached(long steps)
    {
        if (steps > 0)
            Close((_, f) => f.Count > 0 && Math.Min(f.Rate, _processors) < _steps[(int)steps - 1]);
        Narrow();
    }

    /// <summary>
    /// Closes each filling of one channel with which the others, filled to the brim, could not make up what is reached already.
    /// The model implies it; said outright, the later searches have less to look at.
    /// </summary>
    private void Narrow()
    {
        long Most(Class c) => c.Open.Select(f => c.Fills[f].MiB / _unit).DefaultIfEmpty(0).Max();
        var slots = _classes.Sum(c => (long)c.Units.Count * c.Each * c.Units[0].Slots);
        if (_fullest is { } top)
            Close((_, f) => f.MiB / _unit > top);
        var full = _classes.Sum(c => c.Units.Count * c.Each * Most(c));
        if (_pieces is { } pieces)
            Close((c, f) => c.Each * f.Count < pieces - (slots - ((long)c.Each * c.Units[0].Slots)));
        if (_memory is { } memory)
            Close((c, f) => c.Each * f.MiB / _unit < memory - (full - (c.Each * Most(c))));
    }

    private void Close(Func<Class, ChannelFill, bool> which)
    {
        foreach (var c in _classes)
        foreach (var f in c.Open.Where(f => which(c, c.Fills[f])).ToList())
        {
            c.Closed[f] = true;
            Model.Add(c.Count[f] == 0);
        }
    }

    public LinearExpr Pieces() => Over(_classes, (c, f) => c.Each * f.Count);

    /// <summary>How many of the possible rates are reached, from the slowest up.</summary>
    public LinearExpr RateSteps()
    {
        _processors = Sockets
            .Select(s => _q.Planned.At(Place.Socket(s.Key))?.Processor?.MemoryRateMTs)
            .OfType<int>()
            .DefaultIfEmpty(int.MaxValue)
            .Min();
        var steps = _steps = [
            .. _classes
                .SelectMany(c => c.Open.Select(f => c.Fills[f]))
                .Where(f => f.Count > 0)
                .Select(f => Math.Min(f.Rate, _processors))
                .Distinct()
                .Order()
                .Skip(1),
        ];
        if (steps.Count == 0)
            return LinearExpr.Constant(0);
        var reached = steps.Select(r => Model.NewBoolVar($"rate {r}")).ToArray();
        for (var i = 1; i < steps.Count; i++)
            Model.AddImplication(reached[i], reached[i - 1]);
        foreach (var c in _classes)
            for (var f = 0; f < c.Fills.Count; f++)
                // The first step beyond it is enough: the higher ones include it.
                if (c.Fills[f].Count > 0 && steps.FindIndex(s => Math.Min(c.Fills[f].Rate, _processors) < s) is >= 0 and var first)
                    Model.Add(c.Count[f] == 0).OnlyEnforceIf(reached[first]);
        return LinearExpr.Sum(reached);
    }

    /// <summary>Capacity of the fullest channel.</summary>
    public LinearExpr Fullest()
    {
        var heights = _classes.SelectMany(c => c.Fills).Select(f => f.MiB / _unit).Distinct().Order().ToList();
        if (heights.Count == 0)
            return LinearExpr.Constant(0);
        // above[i]: some channel holds more than heights[i].
        var above = heights.Select(h => Model.NewBoolVar($"above {h}")).ToArray();
        for (var i = 1; i < heights.Count; i++)
            Model.AddImplication(above[i], above[i - 1]);
        foreach (var c in _classes)
            for (var f = 0; f < c.Fills.Count; f++)
                if (heights.IndexOf(c.Fills[f].MiB / _unit) is > 0 and var own)
                    Model.Add(c.Count[f] == 0).OnlyEnforceIf(above[own - 1].Not());
        return LinearExpr.WeightedSum(above, heights.Select((h, i) => i + 1 < heights.Count ? heights[i + 1] - h : 0));
    }

    /// <summary>Sum of the squares of the channels' capacities.</summary>
    public LinearExpr Spread() => Over(_classes, (c, f) => c.Each * (f.MiB / _unit) * (f.MiB / _unit));

    /// <summary>Largest difference between sockets.</summary>
    public LinearExpr Imbalance()
    {
        var sockets = Sockets.Select(s => Capacity(s)).ToList();
        if (sockets.Count < 2)
            return LinearExpr.Constant(0);
        var all = _kinds.Sum(k => k.Pieces.Count * (k.MiB / _unit));
        var (low, high) = (Model.NewIntVar(0, all, "least"), Model.NewIntVar(0, all, "most"));
        foreach (var socket in sockets)
        {
            Model.Add(low <= socket);
            Model.Add(high >= socket);
        }
        return high - low;
    }

    /// <summary>
    /// Modules that stay where they were found; between equals, full channels early in the order, so that the answer is always the same.
    /// From here on channels are told apart.
    /// </summary>
    public LinearExpr Kept()
    {
        var (choices, weights) = (new List<BoolVar>(), new List<long>());
        var strongest = _classes.SelectMany(c => c.Fills).Select(f => (f.MiB / _unit) + f.Count).DefaultIfEmpty(0).Max();
        var most = (strongest * FillUnit.Of(_q).Count * FillUnit.Of(_q).Count) + 1;
        foreach (var c in _classes)
        {
            var open = c.Open.ToList();
            var fills = open.Select(f => c.Fills[f]).ToList();
            var takes = c.Units.Select(_ => fills.Select(f => Model.NewBoolVar("")).ToArray()).ToArray();
            for (var u = 0; u < c.Units.Count; u++)
            {
                Model.AddExactlyOne(takes[u]);
                _taken.Add((c.Units[u], fills, takes[u]));
                for (var f = 0; f < fills.Count; f++)
                {
                    choices.Add(takes[u][f]);
                    weights.Add(
                        (c.Units[u].Channels.Sum(ch => (long)fills[f].Kept(Found(ch))) * most)
                            + ((c.Units.Count - u) * ((fills[f].MiB / _unit) + fills[f].Count))
                    );
                }
            }
            for (var f = 0; f < fills.Count; f++)
                Model.Add(LinearExpr.Sum(takes.Select(t => t[f])) == c.Count[open[f]]);
        }
        return choices.Count == 0 ? LinearExpr.Constant(0) : LinearExpr.WeightedSum(choices, weights);
    }

    private List<Kind?> Found(Channel channel) =>
        [.. channel.Slots.Select(s => _kinds.FirstOrDefault(k => k.Pieces.Any(p => p.From == s)))];

    /// <summary>The slots of an answer with the kind in each.</summary>
    public Dictionary<string, Kind> Read(CpSolver solver)
    {
        var chosen = new Dictionary<string, Kind>();
        void Put(FillUnit unit, ChannelFill fill)
        {
            foreach (var channel in unit.Channels)
            {
                var order = fill.For(Found(channel));
                for (var i = 0; i < order.Count; i++)
                    chosen[channel.Slots[i]] = order[i];
            }
        }
        if (_taken.Count > 0)
        {
            foreach (var (unit, fills, takes) in _taken)
                for (var f = 0; f < fills.Count; f++)
                    if (solver.BooleanValue(takes[f]))
                        Put(unit, fills[f]);
            return chosen;
        }
        foreach (var c in _classes)
        {
            var unit = 0;
            foreach (var (f, n) in c.Fills.Select((f, i) => (f, n: solver.Value(c.Count[i]))).OrderByDescending(x => x.f.MiB))
                for (var i = 0; i < n; i++)
                    Put(c.Units[unit++], f);
        }
        return chosen;
    }

    /// <summary>The last answer as the start of the next search.</summary>
    public void Hint(CpSolver solver)
    {
        Model.ClearHints();
        foreach (var c in _classes)
        foreach (var count in c.Count)
            Model.AddHint(count, solver.Value(count));
    }

    private static int Gcd(int a, int b) => b == 0 ? a : Gcd(b, a % b);
}
