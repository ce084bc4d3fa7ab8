using Irvak.Core.Builds;
using Irvak.Core.Evidence;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <summary>Limits on the maker's sheet, weighed by policy and evidence; and the processor's own, which are hard.</summary>
public static class Limits
{
    public static readonly Rule Slot = new(
        "MEM-SLOT",
        Family.Memory,
        Severity.Care,
        "{module} a module in {place}: the sheet ends at {limit} a slot, {counts}.",
        "A maker's sheet lists what existed and was tried when it was written; "
            + "larger modules often run. The policy and what was logged decide.",
        "machine sheet, largest module",
        Basis.Sheet
    )
    {
        LeansOn = ["/memory/slotLimitGiB"],
    };

    public static readonly Rule Total = new(
        "MEM-TOTAL",
        Family.Memory,
        Severity.Care,
        "{planned} is more than the sheet's {limit}, {counts}.",
        "The total on a sheet is often slots times the largest module of its day. The policy and what was logged decide.",
        "machine sheet, largest total",
        Basis.Sheet
    )
    {
        LeansOn = ["/memory/totalLimitGiB"],
    };

    public static readonly Rule Processor = new(
        "MEM-CPU-TOTAL",
        Family.Memory,
        Severity.Stop,
        "{socket} addresses {limit}; {planned} hang on it.",
        "The memory controller has only so many address lines.",
        "processor's sheet",
        Basis.Sheet
    );

    public static readonly Rule ProcessorAsked = new(
        "MEM-CPU-TOTAL-ASK",
        Family.Memory,
        Severity.Note,
        "How much memory {name} in {socket} addresses is not known: {planned} are to hang on it.",
        "The memory controller has only so many address lines; what runs on it already shows the least it can.",
        "processor's sheet",
        Basis.Sheet
    );

    public static readonly Rule Warranty = new(
        "MEM-WARRANTY",
        Family.Memory,
        Severity.Note,
        "{count} off the maker's list: support may ask to see the fault without {them}.",
        "Makers tie support to listed parts under every policy.",
        "common practice, no source",
        Basis.Practice
    );

    public static IEnumerable<Finding> Judge(MemoryInput q, Build build)
    {
        var off = new List<string>();
        foreach (var (_, slot, module) in build.Modules(q.Sheet))
        {
            if (!MakersList.Names(q.Sheet, build.At(Place.Slot(slot))) && TrackOf(q, module) is not null)
                off.Add(slot);
        }
        foreach (var group in off.GroupBy(s => build.ModuleAt(s)!.CapacityMiB).OrderBy(g => g.Key))
            if (JudgeSlots(q, build, [.. group]) is { } finding)
                yield return finding;
        if (JudgeTotal(q, build) is { } total)
            yield return total;
        foreach (var finding in JudgeProcessors(q, build))
            yield return finding;
        if (off.Count > 0)
            yield return Finding.Of(
                Warranty,
                [.. off.Select(Place.Slot)],
                Worked.Sum(
                    Warranty.Source,
                    new("modules off the list", $"{off.Count}", true),
                    [.. off.Select(s => new WorkedLine(s, build.ModuleAt(s)?.PartNumber ?? "no part number"))]
                ),
                ("count", off.Count == 1 ? "One module is" : $"{off.Count} modules are"),
                ("them", off.Count == 1 ? "it" : "them")
            );
    }

    /// <summary>The track record of one planned module that exceeds the sheet; null when the sheet covers it.</summary>
    public static Track? TrackOf(MemoryInput q, ModuleSheet module) =>
        q.Sheet.Memory.SlotLimitGiB is { } limit && module.CapacityMiB is { } mib && mib > limit * 1024L
            ? q.Evidence.ForModule(q.Sheet.Id, q.System.Firmware, module)
            : null;

    /// <summary>Every kind of new module beyond the sheet, with its evidence; the handover names them under every policy.</summary>
    public static IReadOnlyList<OffListPart> OffList(MemoryInput q) =>
        [
            .. q
                .Changes.Where(c => c.BringsPart && c.In!.Module is not null && !MakersList.Answers(q.Sheet, c.In))
                .Select(c => (c.Place, Module: c.In!.Module!, Track: TrackOf(q, c.In!.Module!)))
                .Where(x => x.Track is not null)
                .GroupBy(x => x.Module.Long)
                .Select(g => new OffListPart(
                    $"{g.Count()} × {g.Key}",
                    [.. g.Select(x => x.Place)],
                    $"sheet ends at {ByteCount.FromMiB(q.Sheet.Memory.SlotLimitGiB!.Value * 1024L)} a slot; {g.First().Track!.Counts}",
                    q.Policy.Support()
                )),
        ];

    private static Finding? JudgeSlots(MemoryInput q, Build build, IReadOnlyList<string> slots)
    {
        var module = build.ModuleAt(slots[0])!;
        var track = TrackOf(q, module)!;
        if (PolicyTable.SeverityOf(q.Policy, track.Standing) is not { } severity)
            return null;
        Place[] places = [.. slots.Select(Place.Slot)];
        var limit = ByteCount.FromMiB(q.Sheet.Memory.SlotLimitGiB!.Value * 1024L);
        return Finding.Of(
            Slot,
            places,
            Sum(q, track, limit, ByteCount.FromMiB(module.CapacityMiB!.Value), "one module"),
            ("place", Stated.At(places)),
            ("module", ByteCount.FromMiB(module.CapacityMiB!.Value)),
            ("limit", limit.ToString()),
            ("counts", track.Counts)
        ) with
        {
            Severity = severity,
            Basis = track.Works + track.Fails > 0 ? Basis.Proven : Basis.Sheet,
        };
    }

    private static Finding? JudgeTotal(MemoryInput q, Build build)
    {
        var planned = ByteCount.FromMiB(build.InstalledMiB);
        if (q.Sheet.Memory.TotalLimitGiB is not { } gib || planned.WholeMiB <= gib * 1024L)
            return null;
        var track = q.Evidence.ForTotal(q.Sheet.Id, q.System.Firmware, planned.WholeMiB);
        if (PolicyTable.SeverityOf(q.Policy, track.Standing) is not { } severity)
            return null;
        var limit = ByteCount.FromMiB(gib * 1024L);
        Place[] places = [.. q.Changes.Where(c => c.BringsPart && c.Place.IsSlot).Select(c => c.Place)];
        return Finding.Of(
            Total,
            places,
            Sum(q, track, limit, planned, "all modules"),
            ("planned", planned),
            ("limit", limit.ToString()),
            ("counts", track.Counts)
        ) with
        {
            Severity = severity,
            Basis = track.Works + track.Fails > 0 ? Basis.Proven : Basis.Sheet,
        };
    }

    private static IEnumerable<Finding> JudgeProcessors(MemoryInput q, Build build)
    {
        foreach (var socket in q.Sheet.Sockets)
        {
            if (build.At(Place.Socket(socket.Id))?.Processor is not { } processor)
                continue;
            var slots = q.Sheet.Channels.Where(c => c.Socket == socket.Id).SelectMany(c => c.Slots).ToList();
            long On(Build of) => slots.Sum(s => (long)(of.ModuleAt(s)?.CapacityMiB ?? 0));
            var planned = On(build);
            var known = processor.MemoryTotalGiB is { } gib ? ByteCount.FromMiB(gib * 1024L) : (ByteCount?)null;
            // What the same processor runs with already is no question.
            var seen = q.IsNew(Place.Socket(socket.Id)) ? 0 : On(q.Found);
            if (known is { } limit ? planned <= limit.WholeMiB : planned <= seen)
                continue;
            Place[] places = [.. slots.Where(s => q.IsNew(Place.Slot(s))).Select(Place.Slot)];
            // A module whose size nobody told adds to it, and nobody knows how much.
            var untold = slots.Any(s => build.ModuleAt(s) is { CapacityMiB: null });
            Stated sum = untold ? $"at least {ByteCount.FromMiB(planned)}" : ByteCount.FromMiB(planned);
            var (at, on) = (("socket", Stated.At(Place.Socket(socket.Id))), ("planned", sum));
            yield return known is { } most
                ? Finding.Of(
                    Processor,
                    places,
                    Worked.Against(Processor.Source, ("planned on it", sum.ToString()), ">", ("addresses", most.ToString())),
                    at,
                    ("limit", most),
                    on
                )
                : Finding.Of(
                    ProcessorAsked,
                    places,
                    Worked.Sum(
                        ProcessorAsked.Source,
                        new WorkedLine("addresses", "not known", true),
                        new WorkedLine("hangs on it now", ByteCount.FromMiB(seen).ToString()),
                        new WorkedLine("planned on it", sum.ToString())
                    ),
                    at,
                    ("name", processor.Name),
                    on
                );
        }
    }

    private static Worked Sum(MemoryInput q, Track track, ByteCount limit, ByteCount value, string what)
    {
        var lines = new List<WorkedLine>
        {
            new($"{what}, planned", value.ToString()),
            new("on the maker's sheet", limit.ToString()),
            new("logged in this machine", track.Counts),
        };
        if (track.Works + track.Fails > 0)
            lines.Add(new("90 % interval of the success rate", $"{track.Interval.Low * 100:0} to {track.Interval.High * 100:0} %"));
        if (track.LastFailed)
            lines.Add(new("last report", track.Records[^1].Seen));
        var severity = PolicyTable.SeverityOf(q.Policy, track.Standing)!.Value;
        return new Worked(
            lines,
            new WorkedLine($"policy {q.Policy.Name()}, {StandingWords(track.Standing)}", severity.ToString().ToLowerInvariant(), true),
            "Jeffreys' interval: Brown, Cai, DasGupta 2001; policy table of this shop"
        );
    }

    private static string StandingWords(Standing standing) =>
        standing switch
        {
            Standing.Proven => "three or more worked, none failed",
            Standing.LastFailed => "the last report failed",
            Standing.FewOrMixed => "fewer than three, or mixed",
            _ => "on the list",
        };
}
