using System.Text;
using Irvak.Core.Sheets;

namespace Irvak.Core.Memory;

/// <summary>
/// Writes the label of a module (JEDEC standard 21-C, module label): the other way round from <see cref="ModuleLabel"/>. What is not
/// known is left out; a label is only as full as the sheet.
/// </summary>
public static class LabelWriter
{
    public static string Write(ModuleSheet m, LabelDetails? details = null)
    {
        var d = details ?? new LabelDetails();
        var parts = new List<string>();
        if (m.CapacityMiB is { } mib)
            parts.Add(mib % 1024 == 0 ? $"{mib / 1024}GB" : $"{mib}MB");
        if (RankWord(m, d) is { } ranks)
            parts.Add(ranks);
        if (m.Generation is { } g)
            parts.Add(Speed(g, m, d));
        return string.Join(' ', parts);
    }

    private static string? RankWord(ModuleSheet m, LabelDetails d)
    {
        if (m is not { Ranks: { } logical, DeviceWidth: { } width })
            return null;
        var high = m.Stack is > 1 and var h && logical % h == 0 ? h : 1;
        return $"{logical / high}{(high > 1 ? $"S{high}" : d.DualDie ? "D" : "")}Rx{width}";
    }

    private static string Speed(MemoryGeneration g, ModuleSheet m, LabelDetails d)
    {
        var text = new StringBuilder(
            g switch
            {
                MemoryGeneration.Ddr2 => "PC2",
                MemoryGeneration.Ddr3 => "PC3",
                MemoryGeneration.Ddr4 => "PC4",
                _ => "PC5",
            }
        );
        if (g == MemoryGeneration.Ddr3)
            text.Append(
                m.MilliVolt switch
                {
                    1350 => "L",
                    1250 => "U",
                    _ => "",
                }
            );
        if (m.RateMTs is not { } rate)
            return text.ToString();
        var letter = Letter(m, g);
        if (g is MemoryGeneration.Ddr2 or MemoryGeneration.Ddr3)
        {
            text.Append('-').Append((LabelTables.PrintedMBs(g, rate) ?? rate)).Append(letter);
            if (d is { Latencies: { } cl, SpdRevision: { } spd })
                text.Append($"-{cl}-{spd}");
            if (d is { Latencies: not null, RawCard: { } card })
                text.Append($"-{card}{d.CardRevision}");
        }
        else
        {
            text.Append('-').Append(rate).Append(d.Bin);
            if (letter is not null)
                text.Append('-').Append(letter);
            if (d is { RawCard: { } card, SpdRevision: { } spd } && letter is not null)
                text.Append($"{card}{d.CardRevision}-{spd}");
            if (d.Temperature is { } temperature)
                text.Append('-').Append(temperature);
        }
        if (d.Tail is { } tail)
            text.Append('-').Append(tail);
        return text.ToString();
    }

    private static string? Letter(ModuleSheet m, MemoryGeneration g) =>
        (m.Type, m.Form) switch
        {
            (ModuleType.Unbuffered, ModuleForm.SoDimm) => "S",
            (ModuleType.UnbufferedEcc, ModuleForm.SoDimm) => "T",
            (ModuleType.Unbuffered, _) => "U",
            (ModuleType.UnbufferedEcc, _) => "E",
            (ModuleType.Registered, _) => g == MemoryGeneration.Ddr2 ? "P" : "R",
            (ModuleType.LoadReduced, _) => "L",
            (ModuleType.FullyBuffered, _) => "F",
            _ => null,
        };
}
