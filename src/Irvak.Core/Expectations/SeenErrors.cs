using Irvak.Core.Observations;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Expectations;

/// <summary>What a memory test and the error counters tell, in the words of the line they answer.</summary>
internal static class SeenErrors
{
    /// <summary>
    /// From inside a running system a test can't reach what the system itself holds, so a pass over three quarters of what is installed
    /// counts as one over the memory. Common practice, no source.
    /// </summary>
    public const double LeastShare = 0.75;

    /// <summary>A finding counts at once; a clean result only after a whole pass over enough memory.</summary>
    /// <param name="installedMiB">Planned memory.</param>
    public static ComparedLine? Test(Expectation e, SeenMemoryTest? test, long installedMiB)
    {
        if (test is null)
            return null;
        if (test.Errors > 0)
            return new(
                e,
                LineState.Deviates,
                $"{Say.Count((int)Math.Min(test.Errors, int.MaxValue), "error", "errors")}"
                    + $"{(test.Failed.Count > 0 ? " at " + string.Join(", ", test.Failed.Take(3)) : "")}",
                "capture",
                test.Errors
            );
        var amount = $"{test.MiB / 1024:0.#} of {ByteCount.FromMiB(installedMiB)}";
        if (!test.Finished && test.Passes == 0)
            return new(e, LineState.NotYet, $"not finished, {amount}", "capture", null);
        return test.MiB < LeastShare * installedMiB
            ? new(e, LineState.NotYet, $"only {amount} tested", "capture", null)
            : new(e, LineState.AsExpected, $"0 errors, {(test.Passes > 1 ? $"{test.Passes} passes, " : "")}{amount}", "capture", 0);
    }

    /// <summary>The counters, else lines of the log; a capture with neither says nothing about errors.</summary>
    public static ComparedLine? Counters(Expectation e, Observation after)
    {
        if (after.MemoryErrors is { Any: true } counted)
            return new(e, LineState.Deviates, counted.Words, "capture", (double)counted.Corrected + counted.Uncorrected);
        var lines = after.Faults.Count(f => f.Text.Contains("EDAC", StringComparison.OrdinalIgnoreCase));
        if (lines > 0)
            return new(
                e,
                LineState.Deviates,
                lines == 1 ? "1 line of the log tells of a memory error" : $"{lines} lines of the log tell of memory errors",
                "capture",
                lines
            );
        return after.MemoryErrors is null ? null : new(e, LineState.AsExpected, "0 errors", "capture", 0);
    }

    /// <summary>Slots whose module has counted errors, most first; none where the system doesn't know which.</summary>
    public static IReadOnlyList<string> Slots(MachineSheet sheet, Observation? after) =>
        after?.MemoryErrors is not { } counts
            ? []
            :
            [
                .. counts
                    .Modules.Where(m => m.Any)
                    .OrderByDescending(m => m.Uncorrected)
                    .ThenByDescending(m => m.Corrected)
                    .Select(m => SlotMatch.Named(sheet, m.Label))
                    .OfType<string>()
                    .Distinct(),
            ];
}
