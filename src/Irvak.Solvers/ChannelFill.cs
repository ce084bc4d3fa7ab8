using Irvak.Core.Memory;
using Irvak.Core.Sheets;

namespace Irvak.Solvers;

/// <summary>Channels that are filled alike: one, or the two of a pair in a mode that wants pairs.</summary>
/// <param name="Own">Unit of its own in the model: the board's table tells its slots from those of other channels.</param>
internal sealed record FillUnit(string Socket, IReadOnlyList<Channel> Channels, int Slots, bool Own)
{
    public string Class => Own ? Channels[0].Id : $"{Socket}/{Slots}/{Channels.Count}";

    /// <summary>Units of a question in the order in which slots are filled.</summary>
    public static IReadOnlyList<FillUnit> Of(MemoryInput q)
    {
        var units = new List<FillUnit>();
        var paired =
            q.Mode is MemoryMode.Mirrored or MemoryMode.Lockstep
            && q.Sheet.Memory.ChannelsKnown
            && q.Sheet.Memory.Modes?.Contains(q.Mode) != false;
        var own = q.Sheet.Memory is { FillOrder: not null, ChannelsKnown: true };
        foreach (var socket in q.Sheet.Channels.Where(c => q.Planned.HasProcessor(c.Socket)).GroupBy(c => c.Socket))
        {
            var channels = socket.ToList();
            for (var i = 0; i < channels.Count; i += paired ? 2 : 1)
            {
                if (!paired)
                {
                    units.Add(new(socket.Key, [channels[i]], channels[i].Slots.Count, own));
                    continue;
                }
                // A channel without a partner stays empty.
                if (i + 1 < channels.Count)
                    units.Add(
                        new(socket.Key, [channels[i], channels[i + 1]], Math.Min(channels[i].Slots.Count, channels[i + 1].Slots.Count), own)
                    );
            }
        }
        var order = FillOrder.Of(q.Sheet).ToList();
        int First(FillUnit u) => order.IndexOf(u.Channels[0].Slots[0]) is >= 0 and var at ? at : int.MaxValue;
        return [.. units.Where(u => u.Slots > 0).OrderBy(First).ThenBy(u => u.Channels[0].Id, StringComparer.Ordinal)];
    }
}

/// <summary>What one channel may hold: kinds from the first slot on, those with more ranks first.</summary>
/// <param name="Rate">Rate that a channel filled so allows, MT/s; int.MaxValue when nothing limits it.</param>
internal sealed record ChannelFill(IReadOnlyList<Kind> Kinds, long MiB, int Rate)
{
    public int Count => Kinds.Count;

    public string? Family => Kinds.Count == 0 ? null : Kinds[0].Family;

    /// <summary>Every filling of a channel of so many slots that the rules of a single channel allow, the empty one first.</summary>
    public static IReadOnlyList<ChannelFill> All(MemoryInput q, string socket, int slots, IReadOnlyList<Kind> kinds)
    {
        // What the socket's processor refuses is asked of the core, with the piece alone in its first slot.
        var bare = PlacementSolver.Bare(q.Planned);
        var first = q.Sheet.Channels.First(c => c.Socket == socket).Slots[0];
        var able = kinds.Where(k => PlacementSolver.AgainstAlone(q, bare, first, k.Pieces[0].Unit) is null).ToList();
        var generation = q.Sheet.Memory.Generation ?? (kinds.Count > 0 ? kinds[0].Module.Generation : null) ?? MemoryGeneration.Ddr4;
        var fills = new List<ChannelFill>();
        void Add(List<Kind> held, int from)
        {
            if (!Allowed(q, held))
                return;
            fills.Add(new ChannelFill([.. held], held.Sum(k => (long)k.MiB), RateOf(q, generation, held)));
            if (held.Count == slots)
                return;
            for (var k = from; k < able.Count; k++)
            {
                if (held.Count(h => h == able[k]) == able[k].Pieces.Count)
                    continue;
                Add([.. held, able[k]], k);
            }
        }
        Add([], 0);
        return
        [
            .. fills.Where(f =>
                q.Mode != MemoryMode.RankSpare
                || f.Count == 0
                || q.Sheet.Memory.Modes?.Contains(q.Mode) == false
                || f.Kinds.Sum(k => k.Module.Ranks ?? 0) >= 2
            ),
        ];
    }

    private static bool Allowed(MemoryInput q, List<Kind> held)
    {
        var board = q.Sheet.Memory;
        if (held.Select(k => k.Family).Distinct().Count() > 1)
            return false;
        if (!board.ChannelsKnown)
            return true;
        var modules = held.Select(k => k.Module).ToList();
        if (board.RanksPerChannel is { } limit && ChannelLoad.SelectedRanks(modules) > limit)
            return false;
        return board.WidthsMix != false || !ChannelLoad.MixesWidths(modules);
    }

    private static int RateOf(MemoryInput q, MemoryGeneration generation, List<Kind> held)
    {
        var rate = int.MaxValue;
        foreach (var kind in held)
        {
            if (kind.Module.RateMTs is { } own)
                rate = Math.Min(rate, own);
            if (Core.Memory.Rate.Sure(q.Sheet.Memory, generation, kind.Module, q.Sheet.Memory.ChannelsKnown ? held.Count : 1) is { } board)
                rate = Math.Min(rate, board);
        }
        return rate == int.MaxValue ? rate : Bins.AtMost(generation, rate) ?? rate;
    }

    /// <summary>Modules that stay when a channel that held these is filled so: the best order among kinds of equal strength.</summary>
    public int Kept(IReadOnlyList<Kind?> found) => Best(found, 0, [.. Kinds]).Kept;

    /// <summary>The kinds slot by slot, in the order that leaves most in place.</summary>
    public IReadOnlyList<Kind> For(IReadOnlyList<Kind?> found) => Best(found, 0, [.. Kinds]).Order;

    private static (int Kept, IReadOnlyList<Kind> Order) Best(IReadOnlyList<Kind?> found, int at, List<Kind> left)
    {
        if (left.Count == 0)
            return (0, []);
        (int Kept, IReadOnlyList<Kind> Order) best = (-1, []);
        foreach (var next in left.Where(k => k.Order == left[0].Order).Distinct())
        {
            var rest = left.ToList();
            rest.Remove(next);
            var (kept, order) = Best(found, at + 1, rest);
            kept += at < found.Count && found[at] == next ? 1 : 0;
            if (kept > best.Kept)
                best = (kept, [next, .. order]);
        }
        return best;
    }
}
