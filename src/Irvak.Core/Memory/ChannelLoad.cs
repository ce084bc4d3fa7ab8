using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <summary>What the modules of one channel must share: select lines for ranks, and for some controllers chips alike.</summary>
public static class ChannelLoad
{
    public static readonly Rule Ranks = new(
        "MEM-RANKS",
        Family.Memory,
        Severity.Stop,
        "{Channel|Channels} {channel} would hold {ranks} ranks{| each}; the sheet ends at {limit}.",
        "Each rank has its own select line, and the controller has only so many "
            + "for a channel. What lies beyond is not seen, or the machine does not start.",
        "machine sheet, ranks per channel",
        Basis.Sheet
    );

    public static readonly Rule RanksTypical = new(
        "MEM-RANKS-TYPICAL",
        Family.Memory,
        Severity.Care,
        "{Channel|Channels} {channel} would hold {ranks} ranks{| each}; boards of this class take {limit}, this sheet does not say.",
        "Each rank has its own select line; without the board's own figure only its class can be named.",
        "typical for this class, sheet unknown (from memory)",
        Basis.Memory
    );

    public static readonly Rule Widths = new(
        "MEM-WIDTH",
        Family.Memory,
        Severity.Note,
        "{Channel|Channels} {channel} {mixes|mix} ×{low} and ×{high} chips: "
            + "correction of a whole failed chip falls back to the level of ×{high}.",
        "A code that replaces a failed ×4 chip is not wide enough for a ×8 one.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule WidthsRefused = new(
        "MEM-WIDTH-NO",
        Family.Memory,
        Severity.Stop,
        "{Channel|Channels} {channel} {mixes|mix} ×{low} and ×{high} chips; this board does not start with both.",
        "The board's sheet says so.",
        "machine sheet, mixing of chip widths",
        Basis.Sheet
    );

    public static readonly Rule Stacked = new(
        "MEM-3DS",
        Family.Memory,
        Severity.Care,
        "{few} {verb} stacked (3DS), the rest is planar; most boards refuse both together.",
        "Stacked dies are addressed by extra lines and train differently.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Dies = new(
        "MEM-DIE-MIX",
        Family.Memory,
        Severity.Care,
        "{Channel|Channels} {channel} {mixes|mix} chips of {dies}; many boards refuse that in one channel.",
        "24 Gbit chips have an address range that is no power of two, so the ranks of a channel don't line up.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Dense = new(
        "MEM-DIE",
        Family.Memory,
        Severity.Stop,
        "{place} {has|have} chips of {die} Gbit; {who} ends at {limit}: {it is|they are} seen in half, or the machine does not start.",
        "Denser chips need address lines that older memory controllers don't have.",
        "machine sheet or processor's sheet, chip density",
        Basis.Sheet
    );

    // Ranks that a channel takes by class. From memory; used only where the sheet is silent.
    private static int? Typical(ModuleFamily family) =>
        family switch
        {
            ModuleFamily.Unbuffered => 4,
            ModuleFamily.Registered => 8,
            _ => null,
        };

    public static IEnumerable<Finding> Judge(
        MemoryInput q,
        Build build,
        IReadOnlyList<(Channel Channel, string Slot, ModuleSheet Module)> modules
    )
    {
        foreach (var (_, slot, module) in modules)
            if (JudgeDensity(q, build, slot, module) is { } dense)
                yield return dense;
        if (q.Sheet.Memory.ChannelsKnown)
            foreach (var channel in modules.GroupBy(m => m.Channel))
            foreach (var finding in JudgeChannel(q, channel.Key, [.. channel]))
                yield return finding;
        var stacked = modules.Where(m => m.Module.Stack > 1).ToList();
        if (stacked.Count == 0 || modules.All(m => m.Module.Stack > 1 || m.Module.Type is null))
            yield break;
        Place[] places = [.. stacked.Select(m => Place.Slot(m.Slot))];
        yield return Finding.Of(Stacked, places, null, ("few", Stated.At(places)), ("verb", places.Length == 1 ? "is" : "are"));
    }

    private static IEnumerable<Finding> JudgeChannel(
        MemoryInput q,
        Channel channel,
        IReadOnlyList<(Channel Channel, string Slot, ModuleSheet Module)> modules
    )
    {
        Place[] places = [.. modules.Select(m => Place.Slot(m.Slot))];
        if (TooManyRanks(q, channel, modules, places) is { } ranks)
            yield return ranks;
        var widths = modules.Select(m => m.Module.DeviceWidth).OfType<int>().Distinct().Order().ToList();
        if (widths.Count > 1)
            yield return Finding.Of(
                q.Sheet.Memory.WidthsMix == false ? WidthsRefused : Widths,
                places,
                Worked.Sum(
                    "modules’ labels",
                    new("chip widths in one channel", string.Join(" and ", widths), true),
                    [
                        .. modules
                            .Where(m => m.Module.DeviceWidth is not null)
                            .Select(m => new WorkedLine(m.Slot, $"×{m.Module.DeviceWidth}")),
                    ]
                ),
                ("channel", channel.Id),
                ("low", widths[0]),
                ("high", widths[^1])
            );
        var dies = modules.Select(m => Bins.DieGbit(m.Module)).OfType<double>().Distinct().Order().ToList();
        if (dies.Contains(24) && dies.Count > 1)
            yield return Finding.Of(
                Dies,
                places,
                Worked.Sum(
                    "modules’ labels: capacity over chips",
                    new("densities in one channel", string.Join(" and ", dies.Select(d => $"{d:0.##} Gbit")), true),
                    [
                        .. modules
                            .Where(m => Bins.DieGbit(m.Module) is not null)
                            .Select(m => new WorkedLine(m.Slot, $"{Bins.DieGbit(m.Module):0.##} Gbit")),
                    ]
                ),
                ("channel", channel.Id),
                ("dies", Say.Words([.. dies.Select(d => $"{d:0.##} Gbit")]))
            );
    }

    /// <summary>
    /// Ranks of a channel that need select lines; null when they are not known or a buffer hides them. Dies of a stack are chosen by
    /// address lines, not by select lines of their own.
    /// </summary>
    public static int? SelectedRanks(IEnumerable<ModuleSheet> modules)
    {
        var ranks = 0;
        foreach (var m in modules)
        {
            if (m is not { Ranks: { } own, Type: not (null or ModuleType.LoadReduced or ModuleType.FullyBuffered) })
                return null;
            ranks += own / (m.Stack ?? 1);
        }
        return ranks;
    }

    public static bool MixesWidths(IEnumerable<ModuleSheet> modules) =>
        modules.Select(m => m.DeviceWidth).OfType<int>().Distinct().Count() > 1;

    private static Finding? TooManyRanks(
        MemoryInput q,
        Channel channel,
        IReadOnlyList<(Channel Channel, string Slot, ModuleSheet Module)> modules,
        Place[] places
    )
    {
        if (SelectedRanks(modules.Select(m => m.Module)) is not { } ranks)
            return null;
        var told = q.Sheet.Memory.RanksPerChannel;
        if ((told ?? Typical(modules[0].Module.Type!.Value.Family())) is not { } limit || ranks <= limit)
            return null;
        var sum = Worked.Sum(
            told is null ? RanksTypical.Source : Ranks.Source,
            new("ranks of the channel", $"{ranks} > {limit}", true),
            new("modules", string.Join(" + ", modules.Select(m => $"{m.Module.Ranks / (m.Module.Stack ?? 1)}"))),
            new("limit", $"{limit}")
        );
        return Finding.Of(told is null ? RanksTypical : Ranks, places, sum, ("channel", channel.Id), ("ranks", ranks), ("limit", limit));
    }

    private static Finding? JudgeDensity(MemoryInput q, Build build, string slot, ModuleSheet module)
    {
        if (Bins.DieGbit(module) is not { } die)
            return null;
        var socket = FillOrder.SocketOf(q.Sheet, slot);
        var processor = build.At(Place.Socket(socket))?.Processor?.DieLimitGbit;
        var board = q.Sheet.Memory.DieLimitGbit;
        var byBoard = board is { } b && (processor is not { } p || b <= p);
        if ((byBoard ? board : processor) is not { } limit || die <= limit)
            return null;
        return Finding.Of(
            Dense,
            [Place.Slot(slot)],
            Worked.Sum(
                Dense.Source,
                new("chip density", $"{die:0.##} > {limit:0.##} Gbit", true),
                new("GB × 8 × width ÷ (64 × ranks)", $"{die:0.##} Gbit"),
                new("limit", $"{limit:0.##} Gbit")
            ),
            ("place", Stated.At(Place.Slot(slot))),
            ("die", $"{die:0.##}"),
            ("who", byBoard ? "the board" : Say.Place(Place.Socket(socket))),
            ("limit", $"{limit:0.##}")
        );
    }
}
