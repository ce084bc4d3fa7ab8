using Google.OrTools.Sat;
using Irvak.Core;
using Irvak.Core.Memory;
using Irvak.Core.Sheets;

namespace Irvak.Solvers;

/// <summary>
/// The placement as a constraint model: one choice for each slot and kind, the rules of the core as constraints, the parts of the
/// score as expressions. The core judges every answer again; the model only proposes.
/// </summary>
internal sealed class PlacementModel
{
    private readonly Question _q;
    private readonly IReadOnlyList<Kind> _kinds;
    private readonly CpModel _model = new();
    private readonly Dictionary<string, BoolVar[]> _at = [];
    private readonly List<(Channel Channel, IReadOnlyList<string> Slots)> _channels = [];
    private readonly int _unit;

    public PlacementModel(Question q, IReadOnlyList<Kind> kinds)
    {
        (_q, _kinds) = (q, kinds);
        // Capacities are counted in their common unit, so that the numbers stay small.
        _unit = Math.Max(1, kinds.Select(k => k.MiB).Where(m => m > 0).DefaultIfEmpty(1).Aggregate(Gcd));
        foreach (var channel in q.Sheet.Channels.Where(c => q.Planned.HasProcessor(c.Socket)))
        {
            _channels.Add((channel, channel.Slots));
            foreach (var slot in channel.Slots) _at[slot] = [.. kinds.Select(k => _model.NewBoolVar($"{slot} {k.Number}"))];
        }
        AddPieces();
        AddChannels();
        AddTable();
        AddFamilies();
        AddProcessors();
        if (Modes.Of(q, q.Planned, q.Mode).Offered != false) AddMode();
    }

    /// <summary>What the chosen mode asks of the population.</summary>
    private void AddMode()
    {
        if (!_q.Sheet.Memory.ChannelsKnown) return;
        if (_q.Mode == MemoryMode.RankSpare)
            foreach (var (_, slots) in _channels)
            {
                var ranks = LinearExpr.WeightedSum(slots.SelectMany(s => _at[s]).ToArray(), slots.SelectMany(_ => _kinds.Select(k => (long)(k.Module.Ranks ?? 0))).ToArray());
                foreach (var slot in slots)
                    foreach (var choice in _at[slot]) _model.Add(ranks >= 2).OnlyEnforceIf(choice);
            }
        if (_q.Mode is not (MemoryMode.Mirrored or MemoryMode.Lockstep)) return;
        foreach (var socket in _channels.GroupBy(c => c.Channel.Socket))
        {
            var channels = socket.ToList();
            for (var i = 0; i < channels.Count; i += 2)
                for (var slot = 0; slot < Math.Max(channels[i].Slots.Count, i + 1 < channels.Count ? channels[i + 1].Slots.Count : 0); slot++)
                    foreach (var kind in _kinds)
                    {
                        var one = slot < channels[i].Slots.Count ? At(channels[i].Slots[slot], kind) : null;
                        var two = i + 1 < channels.Count && slot < channels[i + 1].Slots.Count ? At(channels[i + 1].Slots[slot], kind) : null;
                        if (one is not null && two is not null) _model.Add(one == two);
                        else _model.Add((one ?? two)! == 0);
                    }
        }
    }

    public CpModel Model => _model;

    public IEnumerable<string> Slots => _channels.SelectMany(c => c.Slots);

    public BoolVar At(string slot, Kind kind) => _at[slot][kind.Number];

    private LinearExpr Filled(string slot) => LinearExpr.Sum(_at[slot]);

    private LinearExpr Capacity(IEnumerable<string> slots) =>
        LinearExpr.WeightedSum(slots.SelectMany(s => _at[s]).ToArray(), slots.SelectMany(_ => _kinds.Select(k => (long)(k.MiB / _unit))).ToArray());

    private void AddPieces()
    {
        foreach (var slot in Slots) _model.AddAtMostOne(_at[slot]);
        foreach (var kind in _kinds) _model.Add(LinearExpr.Sum(Slots.Select(s => At(s, kind))) <= kind.Pieces.Count);
    }

    /// <summary>The first slot first, the module with more ranks there; ranks and widths as the board allows.</summary>
    private void AddChannels()
    {
        var board = _q.Sheet.Memory;
        var orders = _kinds.Select(k => (long)k.Order).ToArray();
        foreach (var (_, slots) in _channels)
        {
            for (var i = 1; i < slots.Count && board.ChannelsKnown; i++)
                _model.Add(LinearExpr.WeightedSum(_at[slots[i - 1]], orders) >= LinearExpr.WeightedSum(_at[slots[i]], orders));
            if (board is { RanksPerChannel: { } limit, ChannelsKnown: true })
                _model.Add(LinearExpr.WeightedSum(slots.SelectMany(s => _at[s]).ToArray(), slots.SelectMany(_ => _kinds.Select(k => (long)Counted(k.Module))).ToArray()) <= limit);
            if (board.WidthsMix != false || !board.ChannelsKnown) continue;
            var widths = _kinds.Where(k => k.Module.DeviceWidth is not null).GroupBy(k => k.Module.DeviceWidth!.Value).ToList();
            if (widths.Count > 1) AddOneOf(widths.Select(w => slots.SelectMany(s => w.Select(k => At(s, k)))));
        }
    }

    /// <summary>Ranks that select lines are needed for; a buffer hides them.</summary>
    private static int Counted(ModuleSheet m) => m.Type is ModuleType.LoadReduced or ModuleType.FullyBuffered or null ? 0 : m.Ranks ?? 0;

    /// <summary>Of several groups of choices only one may be used.</summary>
    private void AddOneOf(IEnumerable<IEnumerable<BoolVar>> groups)
    {
        var used = new List<BoolVar>();
        foreach (var group in groups)
        {
            var any = _model.NewBoolVar($"group {used.Count}");
            foreach (var choice in group) _model.AddImplication(choice, any);
            used.Add(any);
        }
        _model.AddAtMostOne(used);
    }

    private void AddTable()
    {
        if (_q.Sheet.Memory is not { FillOrder: { } table, ChannelsKnown: true }) return;
        var order = table.Where(_at.ContainsKey).ToList();
        for (var i = 1; i < order.Count; i++) _model.Add(Filled(order[i - 1]) >= Filled(order[i]));
    }

    private void AddFamilies()
    {
        var families = _kinds.GroupBy(k => k.Family).ToList();
        if (families.Count > 1) AddOneOf(families.Select(f => Slots.SelectMany(s => f.Select(k => At(s, k)))));
        if (_q.Sheet.Memory.EccMixing != EccMixing.NoStart) return;
        var plain = _kinds.Where(k => k.Module.Type == ModuleType.Unbuffered).ToList();
        var with = _kinds.Where(k => k.Module.Type == ModuleType.UnbufferedEcc).ToList();
        if (plain.Count > 0 && with.Count > 0) AddOneOf([Slots.SelectMany(s => plain.Select(k => At(s, k))), Slots.SelectMany(s => with.Select(k => At(s, k)))]);
    }

    private void AddProcessors()
    {
        foreach (var socket in _channels.GroupBy(c => c.Channel.Socket))
        {
            if (_q.Planned.At(PlaceName.Socket(socket.Key))?.Processor is not { } processor) continue;
            var slots = socket.SelectMany(c => c.Slots).ToList();
            if (processor.MemoryTotalGiB is { } gib) _model.Add(Capacity(slots) <= gib * 1024L / _unit);
            foreach (var kind in _kinds.Where(k => k.Module.Type is { } t && processor.MemoryTypes is { Count: > 0 } types && !types.Contains(t)
                || (processor.DieLimitGbit is { } die && Bins.DieGbit(k.Module) > die)))
                foreach (var slot in slots) _model.Add(At(slot, kind) == 0);
        }
    }

    public LinearExpr TotalMemory() => Capacity(Slots);

    public LinearExpr Count() => LinearExpr.Sum(Slots.SelectMany(s => _at[s]));

    /// <summary>How many of the possible rates are reached, from the slowest up.</summary>
    public LinearExpr RateSteps(MemoryGeneration generation)
    {
        var processors = _channels.Select(c => c.Channel.Socket).Distinct().Select(s => _q.Planned.At(PlaceName.Socket(s))?.Processor?.MemoryRateMTs).OfType<int>().DefaultIfEmpty(int.MaxValue).Min();
        var counts = Enumerable.Range(1, _channels.Max(c => c.Slots.Count)).ToList();
        var limits = _kinds.ToDictionary(k => k, k => counts.Select(n => Math.Min(Math.Min(k.Module.RateMTs ?? int.MaxValue, processors), Rate.Sure(_q.Sheet.Memory, generation, k.Module, _q.Sheet.Memory.ChannelsKnown ? n : 1) ?? int.MaxValue)).Select(r => r == int.MaxValue ? r : Bins.AtMost(generation, r) ?? r).ToList());
        var steps = limits.Values.SelectMany(l => l).Distinct().Order().Skip(1).ToList();
        if (steps.Count == 0) return LinearExpr.Constant(0);
        var reached = steps.Select(r => _model.NewBoolVar($"rate {r}")).ToArray();
        for (var i = 1; i < steps.Count; i++) _model.AddImplication(reached[i], reached[i - 1]);
        foreach (var (channel, slots) in _channels)
            for (var n = 1; n <= slots.Count; n++)
            {
                var many = _model.NewBoolVar($"{channel.Id} holds {n}");
                var filled = LinearExpr.Sum(slots.SelectMany(s => _at[s]));
                _model.Add(filled == n).OnlyEnforceIf(many);
                _model.Add(filled != n).OnlyEnforceIf(many.Not());
                foreach (var kind in _kinds)
                    for (var i = 0; i < steps.Count; i++)
                        if (limits[kind][n - 1] < steps[i])
                            foreach (var slot in slots) _model.AddBoolOr([many.Not(), At(slot, kind).Not(), reached[i].Not()]);
            }
        return LinearExpr.Sum(reached);
    }

    /// <summary>
    /// Channels that a transfer spans, over all sockets, in parts of <see cref="Fine"/>. A socket's share is its capacity divided by that
    /// of its fullest channel, so for each possible fullest channel the division is by a known number.
    /// </summary>
    public LinearExpr Channels()
    {
        var parts = new List<LinearExpr>();
        foreach (var socket in _channels.GroupBy(c => c.Channel.Socket))
        {
            var slots = socket.SelectMany(c => c.Slots).ToList();
            var total = Capacity(slots);
            var most = Sums(slots.Count);
            var fullest = socket.Max(c => c.Slots.Count);
            var heights = Heights(fullest);
            var chosen = heights.Select(h => _model.NewBoolVar($"{socket.Key} up to {h}")).ToArray();
            _model.AddExactlyOne(chosen);
            for (var i = 0; i < heights.Count; i++)
            {
                foreach (var (_, own) in socket) _model.Add(Capacity(own) <= heights[i]).OnlyEnforceIf(chosen[i]);
                if (heights[i] == 0) continue;
                var share = _model.NewIntVar(0, most, $"{socket.Key} share {heights[i]}");
                _model.Add(share <= total);
                _model.Add(share == 0).OnlyEnforceIf(chosen[i].Not());
                parts.Add(LinearExpr.Term(share, Fine / heights[i]));
            }
        }
        return LinearExpr.Sum(parts);
    }

    /// <summary>Parts of one channel in <see cref="Channels"/>.</summary>
    public const long Fine = 1_000_000_000;

    private long Sums(int slots) => _kinds.SelectMany(k => Enumerable.Repeat((long)(k.MiB / _unit), Math.Min(slots, k.Pieces.Count))).OrderDescending().Take(slots).Sum();

    /// <summary>What one channel can hold: every sum of so many modules that are there.</summary>
    private List<long> Heights(int slots)
    {
        var sums = new HashSet<long> { 0 };
        void Add(int kind, int left, long sum)
        {
            sums.Add(sum);
            for (var k = kind; k < _kinds.Count && left > 0; k++)
                for (var n = 1; n <= Math.Min(left, _kinds[k].Pieces.Count); n++) Add(k + 1, left - n, sum + (n * (long)(_kinds[k].MiB / _unit)));
        }
        Add(0, slots, 0);
        return [.. sums.Order()];
    }

    /// <summary>Largest difference between sockets.</summary>
    public LinearExpr Imbalance()
    {
        var sockets = _channels.GroupBy(c => c.Channel.Socket).Select(s => Capacity(s.SelectMany(c => c.Slots).ToList())).ToList();
        if (sockets.Count < 2) return LinearExpr.Constant(0);
        var all = Sums(_at.Count);
        var (low, high) = (_model.NewIntVar(0, all, "least"), _model.NewIntVar(0, all, "most"));
        foreach (var socket in sockets)
        {
            _model.Add(low <= socket);
            _model.Add(high >= socket);
        }
        return high - low;
    }

    /// <summary>Modules that stay where they were found.</summary>
    public LinearExpr Kept()
    {
        var kept = new List<BoolVar>();
        foreach (var kind in _kinds)
            foreach (var piece in kind.Pieces)
                if (piece.From is { } from && _at.ContainsKey(from)) kept.Add(At(from, kind));
        return LinearExpr.Sum(kept);
    }

    /// <summary>Early slots of the fill order, and strong kinds there: the last choice between equals, so that the answer is always the same one.</summary>
    public LinearExpr Tidy()
    {
        var order = FillOrder.Of(_q.Sheet).Where(_at.ContainsKey).ToList();
        foreach (var slot in Slots) if (!order.Contains(slot)) order.Add(slot);
        var (choices, weights) = (new List<BoolVar>(), new List<long>());
        for (var i = 0; i < order.Count; i++)
            foreach (var kind in _kinds)
            {
                choices.Add(At(order[i], kind));
                weights.Add(((i + 1) * 16) - (long)(order.Count - i) * kind.Order);
            }
        return LinearExpr.WeightedSum(choices.ToArray(), weights.ToArray());
    }

    private static int Gcd(int a, int b) => b == 0 ? a : Gcd(b, a % b);
}
