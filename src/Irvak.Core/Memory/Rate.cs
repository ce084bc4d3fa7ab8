using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <summary>One candidate for the slowest: who limits to what.</summary>
/// <param name="Name">"Modules, new", "CPU 1", "Board table".</param>
/// <param name="RateMTs">Its limit; null when not known.</param>
/// <param name="Because">Where the limit comes from.</param>
public sealed record RateLimit(string Name, int? RateMTs, string Because, Basis Basis)
{
    public bool Limits { get; init; }
}

/// <summary>What the memory clocks at.</summary>
/// <param name="RateMTs">The rate of all channels; null when there are no modules or only a band is known.</param>
/// <param name="LowMTs">Lower end when only a band is known.</param>
/// <param name="HighMTs">Upper end of the band, or the rate itself.</param>
/// <param name="Limiter">Name of the candidate that decides.</param>
public sealed record RateResult(int? RateMTs, int? LowMTs, int? HighMTs, string? Limiter, IReadOnlyList<RateLimit> Chain)
{
    public static readonly RateResult None = new(null, null, null, null, []);

    /// <summary>Who sets the pace, to stand after a rate in a sentence: "by Board table", "as seen"; null when nobody is known
    /// to.</summary>
    public string? Pace =>
        Limiter is null ? null
        : Limiter == Rate.AsSeen ? "as seen"
        : $"by {Chain.FirstOrDefault(c => c.Limits)?.Name ?? Limiter}";

    public string Words =>
        RateMTs is { } r ? $"{r} MT/s"
        : HighMTs is { } h
            ? LowMTs is > 0 and var l ? $"{l} to {h} MT/s"
                : $"up to {h} MT/s"
        : "not known";
}

/// <summary>
/// All channels of a machine run at one rate: the highest bin of the generation that exceeds neither a module, nor a
/// processor, nor the board's table for that many modules in a channel.
/// </summary>
public static class Rate
{
    public static readonly Rule Drops = new(
        "MEM-RATE",
        Family.Memory,
        Severity.Care,
        "Memory slows from {before} to {after}: {limiter} sets the pace.",
        "Every channel runs at the rate of the slowest of module, processor "
            + "and board; more modules in a channel load its lines and cost rate.",
        "JEDEC JESD79-3F, -4, -5 for the bins; machine sheet for the table",
        Basis.Sheet
    )
    {
        LeansOn = ["/memory/rateLimitMTs"],
    };

    public static readonly Rule ClocksDown = new(
        "MEM-CLOCK",
        Family.Memory,
        Severity.Note,
        "The new modules clock down from {rated} to {rate} MT/s.",
        "A faster module runs at any lower bin of its generation; it is often cheaper than the exact one.",
        "JEDEC speed bins; common practice, no source, for the price",
        Basis.Standard
    );

    public static readonly Rule Unknown = new(
        "MEM-RATE-BAND",
        Family.Memory,
        Severity.Care,
        "The rate is not known: {band}. The sheet has no table for {count} modules in a channel.",
        "Without the board's own table only the typical range of its class can be said.",
        "typical for this class, sheet unknown (from memory)",
        Basis.Memory
    )
    {
        LeansOn = ["/memory/rateLimitMTs"],
    };

    // Lowest rate that boards of a class gave with so many modules in a channel. From memory; used only without a board table.
    private static readonly (MemoryGeneration Generation, ModuleFamily Family, int PerChannel, int LowMTs)[] Typical =
    [
        (MemoryGeneration.Ddr3, ModuleFamily.Unbuffered, 2, 1333),
        (MemoryGeneration.Ddr3, ModuleFamily.Registered, 2, 1066),
        (MemoryGeneration.Ddr3, ModuleFamily.Registered, 3, 800),
        (MemoryGeneration.Ddr3, ModuleFamily.LoadReduced, 2, 1333),
        (MemoryGeneration.Ddr3, ModuleFamily.LoadReduced, 3, 1066),
        (MemoryGeneration.Ddr4, ModuleFamily.Unbuffered, 2, 1866),
        (MemoryGeneration.Ddr4, ModuleFamily.Registered, 2, 1866),
        (MemoryGeneration.Ddr4, ModuleFamily.Registered, 3, 1600),
        (MemoryGeneration.Ddr4, ModuleFamily.LoadReduced, 2, 2133),
        (MemoryGeneration.Ddr4, ModuleFamily.LoadReduced, 3, 1600),
        (MemoryGeneration.Ddr5, ModuleFamily.Unbuffered, 2, 3600),
        (MemoryGeneration.Ddr5, ModuleFamily.Registered, 2, 4400),
    ];

    public static RateResult Of(MemoryInput q, Build build)
    {
        var modules = build.Modules(q.Sheet).ToList();
        if (modules.Count == 0)
            return RateResult.None;
        var generation = q.Sheet.Memory.Generation ?? modules.Select(m => m.Module.Generation).FirstOrDefault(g => g is not null);
        if (generation is not { } gen)
            return RateResult.None;

        var chain = new List<RateLimit>();
        AddModules(q, modules, chain);
        AddProcessors(q, build, chain);
        var (board, low) = BoardLimit(q, build, gen, modules);
        chain.Add(board);
        var sum = Conclude(gen, chain, low);
        // What runs unchanged was seen to run.
        return q.MeasuredMTs is { } measured && q.RunsAsFound(build)
            ? new(
                measured,
                null,
                measured,
                AsSeen,
                [
                    .. sum.Chain.Select(c => c with { Limits = false }),
                    new(AsSeen, measured, "told by the firmware of every module", Basis.Proven) { Limits = true },
                ]
            )
            : sum;
    }

    internal const string AsSeen = "As seen";

    private static RateResult Conclude(MemoryGeneration gen, List<RateLimit> chain, int? low)
    {
        var known = chain.Where(c => c.RateMTs is not null).ToList();
        if (known.Count == 0)
            return RateResult.None with { Chain = chain };
        var slowest = known.Min(c => c.RateMTs!.Value);
        var limiter = known.First(c => c.RateMTs == slowest);
        var rate = Bins.AtMost(gen, slowest) ?? slowest;
        var marked = chain.Select(c => c with { Limits = ReferenceEquals(c, limiter) }).ToList();
        var moduleUnknown = chain.Any(c => c.RateMTs is null);
        // Where even the least that the class gives is what the slowest allows, nothing is left to be known.
        if (low is { } l && (l < rate || moduleUnknown))
            return new RateResult(null, Math.Min(l, rate) is var least && least == rate ? null : least, rate, "Board table", marked);
        return moduleUnknown
            ? new RateResult(null, null, rate, limiter.Name, marked)
            : new RateResult(rate, null, rate, limiter.Name, marked);
    }

    private static void AddModules(MemoryInput q, List<(Channel Channel, string Slot, ModuleSheet Module)> modules, List<RateLimit> chain)
    {
        foreach (var group in modules.GroupBy(m => q.IsNew(Place.Slot(m.Slot))).OrderBy(g => g.Key))
        {
            var rates = group.Where(m => m.Module.RateMTs is not null).ToList();
            var name = group.Key ? "Modules, new" : "Modules, found";
            if (rates.Count < group.Count())
                chain.Add(new(name, null, $"{group.Count() - rates.Count} without a known rate", Basis.Sheet));
            if (rates.Count == 0)
                continue;
            var slowest = rates.MinBy(m => m.Module.RateMTs!.Value);
            chain.Add(new(name, slowest.Module.RateMTs, $"{slowest.Slot}, {slowest.Module.Short}", Basis.Sheet));
        }
    }

    private static void AddProcessors(MemoryInput q, Build build, List<RateLimit> chain)
    {
        foreach (var socket in q.Sheet.Sockets)
        {
            if (build.At(Place.Socket(socket.Id)) is not { } unit)
            {
                if (build.HasProcessor(socket.Id))
                    chain.Add(Unnamed(q.Sheet, socket.Id));
                continue;
            }
            chain.Add(
                new(
                    socket.Id,
                    unit.Processor?.MemoryRateMTs,
                    unit.Processor?.MemoryRateMTs is null ? "its sheet is not known" : unit.Long,
                    Basis.Sheet
                )
            );
        }
    }

    /// <summary>A processor that is there and that nobody named: what it drives is known where all that the sheet lists drive the
    /// same.</summary>
    private static RateLimit Unnamed(MachineSheet sheet, string socket)
    {
        var rates = sheet.Processors.Select(p => p.MemoryRateMTs).Distinct().ToList();
        return rates is [{ } same]
            ? new(
                socket,
                same,
                sheet.Processors.Count == 1 ? $"{sheet.Processors[0].Name}, by the sheet" : "all that the sheet lists",
                Basis.Sheet
            )
            : new(socket, null, "nobody looked which it is", Basis.Sheet);
    }

    private static (RateLimit Limit, int? Low) BoardLimit(
        MemoryInput q,
        Build build,
        MemoryGeneration gen,
        List<(Channel Channel, string Slot, ModuleSheet Module)> modules
    )
    {
        var board = q.Sheet.Memory;
        var most = 0;
        int? limit = null,
            low = null;
        var because = "";
        var missing = false;
        foreach (var channel in modules.GroupBy(m => m.Channel))
        {
            var count = board.ChannelsKnown ? channel.Count() : 1;
            most = Math.Max(most, count);
            foreach (var (_, _, module) in channel)
            {
                var row = Row(board, module, count) ?? Alike(board, module, count);
                if (row is null)
                {
                    missing = true;
                    if (count > 1 && module.Type is { } type && TypicalLow(gen, type.Family(), count) is { } typical)
                        low = Math.Min(low ?? int.MaxValue, typical);
                    continue;
                }
                if (limit is null || row.RateMTs < limit)
                    (limit, because) = (row.RateMTs, $"{count} in a channel{(row.Ranks is { } r ? $", {r} ranks" : "")}");
            }
        }
        if (!missing)
            return (new("Board table", limit, because, Basis.Sheet), null);
        if (board.RateLimitMTs is { } top)
            return (
                new("Board", Math.Min(limit ?? top, top), most > 1 ? "top rate; no table for more in a channel" : "top rate", Basis.Sheet),
                most > 1 ? low ?? 0 : null
            );
        return (new("Board table", limit, "the sheet has none", Basis.Sheet), low);
    }

    /// <summary>
    /// What a board surely gives a module that shares its channel with others: its table, else its top rate for one module, else the
    /// lower end of its class. Null where nothing limits it.
    /// </summary>
    public static int? Sure(MemoryBoard board, MemoryGeneration generation, ModuleSheet module, int perChannel)
    {
        if (Row(board, module, perChannel) is { } row)
            return row.RateMTs;
        if (perChannel == 1)
            return board.RateLimitMTs;
        var typical = module.Type is { } type ? TypicalLow(generation, type.Family(), perChannel) : null;
        return board.RateLimitMTs is { } top ? Math.Min(top, typical ?? 0) : typical;
    }

    private static RateRow? Row(MemoryBoard board, ModuleSheet module, int count) =>
        board
            .Rates?.Where(r =>
                r.PerChannel == count && (r.Type is null || r.Type == module.Type) && (r.Ranks is null || r.Ranks == module.Ranks)
            )
            .OrderBy(r => (r.Type is null ? 1 : 0) + (r.Ranks is null ? 1 : 0))
            .ThenBy(r => r.RateMTs)
            .FirstOrDefault();

    /// <summary>Rows that a module of unknown type or ranks may fall under, where all of them give the same.</summary>
    private static RateRow? Alike(MemoryBoard board, ModuleSheet module, int count)
    {
        if (module is { Type: not null, Ranks: not null })
            return null;
        var may = board
            .Rates?.Where(r =>
                r.PerChannel == count
                && (r.Type is null || module.Type is null || r.Type == module.Type)
                && (r.Ranks is null || module.Ranks is null || r.Ranks == module.Ranks)
            )
            .ToList()
            ?? [];
        return may.Count > 0 && may.All(r => r.RateMTs == may[0].RateMTs) ? may[0] : null;
    }

    private static int? TypicalLow(MemoryGeneration gen, ModuleFamily family, int count)
    {
        foreach (var row in Typical)
            if (row.Generation == gen && row.Family == family && row.PerChannel == count)
                return row.LowMTs;
        return null;
    }

    public static Worked Sum(RateResult rate) =>
        new(
            [.. rate.Chain.Select(c => new WorkedLine($"{c.Name}: {c.Because}", c.RateMTs is { } r ? $"{r}" : "not known", c.Limits))],
            new WorkedLine("slowest, as a bin of the generation", rate.Words, true),
            "JEDEC speed bins; rate = the highest bin not above any of them"
        );

    public static IEnumerable<Finding> Judge(MemoryInput q, RateResult found, RateResult planned)
    {
        Place[] added = [.. q.Changes.Where(c => c.In is not null && c.Place.IsSlot).Select(c => c.Place)];
        if (found.RateMTs is { } before && planned.RateMTs is { } after && after < before)
            yield return Finding.Of(
                Drops,
                added,
                Sum(planned),
                ("before", before),
                ("after", $"{after} MT/s"),
                ("limiter", LimiterWords(planned))
            );
        if (planned.RateMTs is null && planned.LowMTs is not null)
            yield return Finding.Of(Unknown, added, Sum(planned), ("band", planned.Words), ("count", MostPerChannel(q)));
        if (planned.RateMTs is not { } rate)
            yield break;
        var faster = q.Changes.Where(c => c.BringsPart && c.In!.Module?.RateMTs > rate + 1).ToList();
        if (faster.Count > 0)
            yield return Finding.Of(
                ClocksDown,
                [.. faster.Select(c => c.Place)],
                Sum(planned),
                ("rated", faster.Max(c => c.In!.Module!.RateMTs!.Value)),
                ("rate", rate)
            );
    }

    private static string MostPerChannel(MemoryInput q) =>
        $"{q.Sheet.Channels.Max(c => c.Slots.Count(s => q.Planned.ModuleAt(s) is not null))}";

    private static string LimiterWords(RateResult rate)
    {
        var limiter = rate.Chain.FirstOrDefault(c => c.Limits);
        return limiter is null
            ? "something not known"
            : limiter.Name switch
            {
                "Board table" or "Board" => $"the board ({limiter.Because})",
                "Modules, new" => $"the new module in {limiter.Because}",
                "Modules, found" => $"the module in {limiter.Because}",
                _ => limiter.Name,
            };
    }
}
