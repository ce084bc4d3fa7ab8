using Irvak.Core.Builds;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <summary>One slot of the ladder.</summary>
/// <param name="Order">Place in the fill order from 1; null when not known.</param>
/// <param name="Usable">False behind an empty socket.</param>
public sealed record LadderSlot(string Slot, string Channel, string Socket, int? Order, bool Usable);

/// <summary>The memory side of one build.</summary>
public sealed record MemoryFigures(long InstalledMiB, RateResult Rate, IReadOnlyList<SocketInterleave> Interleave, string Ecc, OsBand? OsTotal);

/// <summary>The sheet of results for memory: as found and as planned side by side.</summary>
/// <param name="NextFree">The slot that is filled next; null when none is left or the order is not known.</param>
public sealed record MemorySheet(IReadOnlyList<LadderSlot> Ladder, string? NextFree, MemoryFigures Found, MemoryFigures Planned)
{
    public static MemorySheet Of(Question q) => new(LadderOf(q), FillOrder.NextFree(q.Sheet, q.Planned), Figures(q, q.Found), Figures(q, q.Planned));

    public static IEnumerable<Finding> Judge(Question q, MemorySheet sheet) =>
    [
        .. Legality.Judge(q, q.Planned),
        .. Limits.Judge(q, q.Planned),
        .. FillOrder.Judge(q, q.Planned),
        .. Rate.Judge(q, sheet.Found.Rate, sheet.Planned.Rate),
        .. Memory.Interleave.Judge(q, q.Planned, sheet.Planned.Interleave),
        .. OsShare.Judge(q, q.Planned),
        .. Mixing.Judge(q, q.Planned),
    ];

    private static MemoryFigures Figures(Question q, Build build)
    {
        var rate = Rate.Of(q, build);
        return new MemoryFigures(build.InstalledMiB, rate, Memory.Interleave.Of(q, build, rate), EccOf(q, build), OsShare.Of(q, build));
    }

    private static List<LadderSlot> LadderOf(Question q)
    {
        // Slots behind an empty socket are left out, so that the numbers say what comes next on this machine.
        var order = FillOrder.Of(q.Sheet).Where(s => q.Planned.HasProcessor(FillOrder.SocketOf(q.Sheet, s))).ToList();
        var number = order.Select((slot, i) => (slot, i)).ToDictionary(x => x.slot, x => x.i + 1);
        return [.. q.Sheet.Channels.SelectMany(c => c.Slots.Select(s => new LadderSlot(
            s, c.Id, c.Socket, number.TryGetValue(s, out var n) ? n : null, q.Planned.HasProcessor(c.Socket))))];
    }

    private static string EccOf(Question q, Build build)
    {
        var types = build.Modules(q.Sheet).Select(m => m.Module.Type).ToList();
        if (types.Count == 0) return "no modules";
        if (types.Any(t => t is null)) return "not known";
        return types.All(t => t!.Value.HasEcc()) ? "on" : types.Any(t => t!.Value.HasEcc()) ? "off, mixed" : "none";
    }
}
