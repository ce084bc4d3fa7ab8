using System.ComponentModel;
using Irvak.Core.Builds;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <summary>One slot of the ladder.</summary>
/// <param name="Order">Place in the fill order from 1; null when not known.</param>
/// <param name="General">Place in the general order, where the board's own differs from it; else null.</param>
/// <param name="Usable">False behind an empty socket.</param>
/// <param name="Assumed">True where nothing tells which slot of its channel comes first, so that the number is a guess.</param>
public sealed record LadderSlot(
    string Slot,
    string Channel,
    string Socket,
    int? Order,
    bool Usable,
    int? General = null,
    bool Assumed = false
);

/// <summary>The memory side of one build.</summary>
/// <param name="UsableMiB">What the chosen mode leaves.</param>
/// <param name="BandwidthMBs">All sockets together; null when a rate is not known.</param>
public sealed record MemoryFigures(
    long InstalledMiB,
    long UsableMiB,
    RateResult Rate,
    IReadOnlyList<SocketInterleave> Interleave,
    EccResult Ecc,
    OsBand? OsTotal,
    IReadOnlyList<ModeFigures> Modes,
    Throughput? BandwidthMBs
)
{
    /// <summary>False while a slot was not looked at, or the size of a module is not known: the sums are then "at least".</summary>
    [DefaultValue(true)]
    public bool AllKnown { get; init; } = true;

    /// <summary>What is installed, in words: "32 GiB", "at least 16 GiB", "not known".</summary>
    public string Words =>
        AllKnown ? Quantities.ByteCount.FromMiB(InstalledMiB).ToString()
        : InstalledMiB == 0 ? "not known"
        : $"at least {Quantities.ByteCount.FromMiB(InstalledMiB)}";
}

/// <summary>The sheet of results for memory: as found and as planned side by side.</summary>
/// <param name="NextFree">The slot that is filled next; null when none is left or the order is not known.</param>
/// <param name="Mode">The mode that the firmware is to be set to.</param>
/// <param name="Mixed">What differs between the planned modules, and what it does.</param>
public sealed record MemorySheet(
    IReadOnlyList<LadderSlot> Ladder,
    string? NextFree,
    MemoryFigures Found,
    MemoryFigures Planned,
    MemoryMode Mode,
    IReadOnlyList<MixedFact> Mixed
)
{
    public static MemorySheet Of(MemoryInput q) =>
        new(
            LadderOf(q),
            FillOrder.NextFree(q.Sheet, q.Planned),
            Figures(q, q.Found, MemoryMode.Independent),
            Figures(q, q.Planned, q.Mode),
            q.Mode,
            Mixing.Facts(q, q.Planned)
        );

    public static IEnumerable<Finding> Judge(MemoryInput q, MemorySheet sheet)
    {
        var modules = q.Planned.Modules(q.Sheet);
        return
        [
            .. Legality.Judge(q, q.Planned),
            .. Voltage.Judge(q, modules),
            .. ChannelLoad.Judge(q, q.Planned, modules),
            .. EccUse.Judge(sheet.Planned.Ecc),
            .. Limits.Judge(q, q.Planned),
            .. FillOrder.Judge(q, q.Planned),
            .. Rate.Judge(q, sheet.Found.Rate, sheet.Planned.Rate),
            .. Memory.Interleave.Judge(q, q.Planned, sheet.Planned.Interleave),
            .. Memory.Modes.Judge(q, sheet.Planned.Modes),
            .. OsShare.Judge(q, q.Planned, sheet.Planned.UsableMiB),
            .. Mixing.Judge(q, q.Planned),
        ];
    }

    private static MemoryFigures Figures(MemoryInput q, Build build, MemoryMode mode)
    {
        var rate = Rate.Of(q, build);
        var modes = Memory.Modes.Of(q, build);
        var chosen = modes.First(m => m.Mode == mode);
        var installed = build.InstalledIn(q.Sheet);
        var usable = chosen is { Works: true, UsableMiB: { } left } ? left : installed;
        var ecc = EccResult.Of(q, build, build.Modules(q.Sheet));
        var interleave = Memory.Interleave.Of(q, build, rate);
        Throughput? all = interleave.Any(i => i.BandwidthMBs is null && i.Bands.Count > 0)
            ? null
            : Throughput.Sum(interleave.Select(i => i.BandwidthMBs).OfType<Throughput>());
        var known = q.AllSlotsKnown(build);
        return new MemoryFigures(
            installed,
            usable,
            rate,
            interleave,
            ecc,
                // What the running system said of itself needs no sum.
                ReferenceEquals(build, q.Found) && q.System.MemTotalKiB is { } seen
                    ? OsBand.AsSeen(ByteCount.FromKiB(seen))
                : known ? OsShare.Of(q, build, usable)
                : null,
            modes,
            all is { Passes: true } ? all : null
        )
        {
            AllKnown = known,
        };
    }

    private static List<LadderSlot> LadderOf(MemoryInput q)
    {
        // Slots behind an empty socket are left out, so that the numbers say what comes next on this machine.
        var own = Numbers(q, FillOrder.Of(q.Sheet));
        var general = q.Sheet.Memory is { ChannelsKnown: true, FillOrder: not null } ? Numbers(q, FillOrder.General(q.Sheet)) : own;
        return
        [
            .. q.Sheet.Channels.SelectMany(c =>
                c.Slots.Select(s => new LadderSlot(
                    s,
                    c.Id,
                    c.Socket,
                    At(own, s),
                    q.Planned.HasProcessor(c.Socket),
                    At(general, s) == At(own, s) ? null : At(general, s),
                    FillOrder.IsAssumed(q, c)
                ))
            ),
        ];
    }

    private static Dictionary<string, int> Numbers(MemoryInput q, IReadOnlyList<string> order) =>
        FillOrder.Usable(order, q.Sheet, q.Planned).Select((slot, i) => (slot, i)).ToDictionary(x => x.slot, x => x.i + 1);

    private static int? At(Dictionary<string, int> numbers, string slot) => numbers.TryGetValue(slot, out var n) ? n : null;
}
