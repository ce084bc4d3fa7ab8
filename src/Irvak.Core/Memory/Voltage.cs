using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <summary>Supply voltage: a channel has one, and a board may have only the lower one.</summary>
public static class Voltage
{
    public static readonly Rule TooHigh = new(
        "MEM-VOLT",
        Family.Memory,
        Severity.Stop,
        "{place} {needs|need} {module}; the board supplies {board} only.",
        "A module made for the higher voltage is not guaranteed to work at the lower one, and such boards refuse it.",
        "JEDEC JESD79-3-1A (1.35 V); machine sheet, supply voltage",
        Basis.Sheet
    );

    public static readonly Rule Mixed = new(
        "MEM-VOLT-MIX",
        Family.Memory,
        Severity.Note,
        "{few} could run at {low}, the others need {high}: all run at {high}.",
        "All modules share one supply. A 1.35 V module takes 1.5 V as well, so the higher voltage serves all.",
        "JEDEC JESD79-3-1A",
        Basis.Standard
    );

    public static IEnumerable<Finding> Judge(MemoryInput q, IReadOnlyList<(Channel Channel, string Slot, ModuleSheet Module)> modules)
    {
        var told = modules.Where(m => m.Module.MilliVolt is not null).ToList();
        if (told.Count == 0)
            yield break;
        if (q.Sheet.Memory.SupplyMilliVolt is { } supply)
        {
            foreach (var (_, slot, module) in told)
                if (module.MilliVolt > supply)
                    yield return Finding.Of(
                        TooHigh,
                        [Place.Slot(slot)],
                        Worked.Against(TooHigh.Source, ("module", Volts(module.MilliVolt!.Value)), ">", ("board", Volts(supply))),
                        ("place", Stated.At(Place.Slot(slot))),
                        ("module", Volts(module.MilliVolt!.Value)),
                        ("board", Volts(supply))
                    );
            yield break;
        }
        var high = told.Max(m => m.Module.MilliVolt!.Value);
        var few = told.Where(m => m.Module.MilliVolt < high).ToList();
        if (few.Count == 0)
            yield break;
        Place[] places = [.. few.Select(m => Place.Slot(m.Slot))];
        yield return Finding.Of(
            Mixed,
            places,
            Worked.Against(Mixed.Source, ("lowest", Volts(few.Min(m => m.Module.MilliVolt!.Value))), "<", ("highest", Volts(high))),
            ("few", Stated.At(places)),
            ("low", Volts(few.Min(m => m.Module.MilliVolt!.Value))),
            ("high", Volts(high))
        );
    }

    public static string Volts(int milliVolt) => $"{milliVolt / 1000.0:0.0#} V";
}
