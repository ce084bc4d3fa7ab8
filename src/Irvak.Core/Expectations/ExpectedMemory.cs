using Irvak.Core.Inputs;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Quantities;

namespace Irvak.Core.Expectations;

/// <summary>The lines that a memory upgrade must show.</summary>
public static class ExpectedMemory
{
    public const string Firmware = "Firmware set-up",
        OperatingSystem = "Operating system",
        Test = "Memory test";
    public const string TotalKey = "firmware.total",
        RateKey = "firmware.rate",
        OsKey = "os.total";

    private const string SocketPrefix = "firmware.socket.";

    public static string SocketKey(string socket) => SocketPrefix + socket;

    /// <summary>The socket that a line is about; null for another line.</summary>
    public static string? SocketOf(string key) =>
        key.StartsWith(SocketPrefix, StringComparison.Ordinal) ? key[SocketPrefix.Length..] : null;

    public const string ErrorsKey = "test.errors",
        TestKey = "test.pass";

    private const string SlotPrefix = "firmware.slot.";

    public static string SlotKey(string slot) => SlotPrefix + slot;

    /// <summary>The slot that a line is about; null for another line.</summary>
    public static string? SlotOf(string key) => key.StartsWith(SlotPrefix, StringComparison.Ordinal) ? key[SlotPrefix.Length..] : null;

    public static IReadOnlyList<Expectation> Of(PlanInput q, MemorySheet memory)
    {
        var total = memory.Planned.InstalledMiB;
        // Of modules that nobody looked at no size is expected; a processor shows itself all the same, and a test can fail.
        if (total == 0)
            return q.Changes.Any(c => c.Place.IsSocket) ? [.. Processors(q), .. Tests(memory)] : [];
        var lines = new List<Expectation>
        {
            memory.Planned.AllKnown
                ? new(
                    TotalKey,
                    Firmware,
                    "Memory, total",
                    $"{ByteCount.FromMiB(total)} · {Throughput.Group(total)} MB",
                    total,
                    total,
                    "MiB",
                    []
                )
                {
                    Source = "sum of the modules",
                }
                : new(
                    TotalKey,
                    Firmware,
                    "Memory, total",
                    $"at least {ByteCount.FromMiB(total)} · {Throughput.Group(total)} MB",
                    total,
                    long.MaxValue,
                    "MiB",
                    []
                )
                {
                    Source = "sum of the modules that are known; a slot was not looked at",
                },
        };
        if (memory.Planned.Rate.RateMTs is { } rate)
            lines.Add(
                new(RateKey, Firmware, "Memory rate", $"{rate} MT/s", rate - 1, rate + 1, "MT/s", [])
                {
                    Source = "slowest of module, processor, board",
                    Why = Rate.Sum(memory.Planned.Rate),
                }
            );
        else if (memory.Planned.Rate.HighMTs is { } high)
            lines.Add(
                new(
                    RateKey,
                    Firmware,
                    "Memory rate",
                    memory.Planned.Rate.Words,
                    (memory.Planned.Rate.LowMTs ?? 0) - 1,
                    high + 1,
                    "MT/s",
                    []
                )
                {
                    Source = "typical for this class, sheet unknown (from memory)",
                    Why = Rate.Sum(memory.Planned.Rate),
                }
            );
        foreach (var (_, slot, module) in q.Planned.Modules(q.Sheet))
            if (module.CapacityMiB is { } mib)
                lines.Add(
                    new(SlotKey(slot), Firmware, $"Slot {slot}", ByteCount.FromMiB(mib).ToString(), mib, mib, "MiB", [Place.Slot(slot)])
                    {
                        Source = "the module planned there",
                    }
                );
        if (memory.Planned.OsTotal is { } band)
            lines.Add(
                new(OsKey, OperatingSystem, "Memory, total", band.Words, band.Low.GiB, band.High.GiB, "GiB", [])
                {
                    Source = "installed less the reserved share",
                    Why = band.Why,
                    Most = ByteCount.FromMiB(total).GiB,
                }
            );
        lines.AddRange(Processors(q));
        if (q.Changes.Any(c => c.Place.IsSlot || c.Place.IsSocket))
            lines.AddRange(Tests(memory));
        return lines;
    }

    private static IEnumerable<Expectation> Processors(PlanInput q) =>
        from change in q.Changes
        where change.Place.IsSocket && change.In?.Processor is not null
        select new Expectation(
            SocketKey(change.Place.Name),
            Firmware,
            $"Processor {change.Place.Name}",
            change.In!.Processor!.Name,
            0,
            0,
            "",
            [change.Place]
        )
        {
            Source = "the processor planned there",
            Named = change.In.Processor.Name,
        };

    /// <summary>What a test and the error counters must show before the machine goes back; a single pass is common practice, no
    /// source.</summary>
    private static IEnumerable<Expectation> Tests(MemorySheet memory)
    {
        yield return new(TestKey, Test, "One full pass", "0 errors", 0, 0, "errors", []) { Source = "common practice, no source" };
        if (memory.Planned.Ecc.State == EccState.On)
            yield return new(ErrorsKey, OperatingSystem, "Error counters", "0 errors", 0, 0, "errors", [])
            {
                Source = "common practice, no source",
            };
    }
}
