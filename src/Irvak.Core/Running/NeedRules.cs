using System.Globalization;
using Irvak.Core.Memory;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Running;

/// <summary>Whether the planned memory is enough for what runs on the machine.</summary>
public static class NeedRules
{
    public static readonly Rule Runs = new(
        "AIM-RUNS",
        Family.Aim,
        Severity.Care,
        "What runs on it needs {need}, {wish} with a tenth of room; {planned} is planned.",
        "A machine short of memory swaps, and everything on it waits for the drives.",
        "what runs on it, of this job; " + RunTable.Source,
        Basis.Practice
    )
    {
        Sheet = WorkingSheet.Memory,
    };

    /// <param name="planned">Memory as planned; nothing is said where it is not known.</param>
    public static IEnumerable<Finding> Judge(MemoryNeed need, MemoryFigures planned)
    {
        if (!planned.AllKnown || need is not { ListGiB: { } sum, ListWishGiB: { } wish } || planned.UsableMiB >= wish * 1024L)
            yield break;
        yield return Finding.Of(
            Runs,
            [],
            Worked.Sum(
                Runs.Source,
                new("with a tenth of room", $"{Number(sum)} ÷ {Number(1 - MemoryNeed.Room)} = {wish} GiB", true),
                [.. need.Things.Select(t => new WorkedLine(t.Thing.Name, Words(t)))]
            ),
            ("need", (need.IsLeast ? "at least " : "") + $"{Number(sum)} GiB"),
            ("wish", $"{wish} GiB"),
            ("planned", ByteCount.FromMiB(planned.UsableMiB))
        );
    }

    private static string Words(ThingNeeds t) =>
        t.EachGiB is not { } each
            ? "not known"
            : (t.Thing.Count == 1 ? $"{Number(each)} GiB" : $"{t.Thing.Count} · {Number(each)} = {Number(t.SumGiB!.Value)} GiB")
                + (t.IsUsual ? ", as is usual" : "");

    private static string Number(double value) => value.ToString("0.##", CultureInfo.InvariantCulture);
}
