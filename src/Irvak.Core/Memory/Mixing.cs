using Irvak.Core.Builds;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <summary>One way in which modules differ.</summary>
/// <param name="What">What differs, with the values.</param>
/// <param name="Risks">What it costs or risks; null when nothing.</param>
/// <param name="Spares">What it does not do, though people say so.</param>
public sealed record MixedFact(string What, string? Risks, string Spares, Basis Basis);

/// <summary>Facts about modules that differ: never a wall of cares, one note each.</summary>
public static class Mixing
{
    public static readonly Rule Makers = new(
        "MEM-CODE",
        Family.Memory,
        Severity.Note,
        "Modules of {makers} run together; faults are harder to place.",
        "Modules are interchangeable by standard; two makers' timings only meet at the slower one.",
        "JEDEC standard 21-C; common practice, no source, for fault finding",
        Basis.Practice
    );

    public static readonly Rule Kinds = new(
        "MEM-MIX",
        Family.Memory,
        Severity.Note,
        "{kinds} stand side by side; each channel works at what its modules share.",
        "Sizes and ranks may differ between channels; the surplus of a larger one is not interleaved.",
        "common practice, no source",
        Basis.Practice
    );

    public static IEnumerable<Finding> Judge(MemoryInput q, Build build)
    {
        var modules = build.Modules(q.Sheet).ToList();
        var makers = modules.Select(m => m.Module.Maker).OfType<string>().Distinct().Order(StringComparer.Ordinal).ToList();
        if (makers.Count > 1)
            yield return Finding.Of(Makers, [], null, ("makers", Say.Words(makers)));
        // A listing does not tell the chip width; what is not known of some is compared for none.
        var widths = modules.All(m => m.Module.DeviceWidth is not null);
        var ranks = modules.All(m => m.Module.Ranks is not null);
        var kinds = modules
            .Select(m =>
                m.Module.CapacityMiB is { } c
                    ? $"{c / 1024.0:0.##} "
                        + $"GB{(ranks && m.Module.Ranks is { } r ? $" {r}R" : "")}"
                        + $"{(widths && m.Module.DeviceWidth is { } w ? $"x{w}" : "")}"
                    : null
            )
            .OfType<string>()
            .Distinct()
            .Order(StringComparer.Ordinal)
            .ToList();
        if (kinds.Count > 1)
            yield return Finding.Of(Kinds, [], null, ("kinds", Say.Words(kinds)));
    }

    /// <summary>Everything in which the modules differ, with what that does and what it does not.</summary>
    public static IReadOnlyList<MixedFact> Facts(MemoryInput q, Build build)
    {
        var modules = build.Modules(q.Sheet).ToList();
        var facts = new List<MixedFact>();
        void Add(string name, List<string> values, string? risks, string spares, Basis basis)
        {
            if (values.Count > 1)
                facts.Add(new($"{name}: {Say.Words([.. values.Take(6)])}", risks, spares, basis));
        }
        void Differ(string name, Func<ModuleSheet, int?> of, Func<int, string> say, string? risks, string spares, Basis basis) =>
            Add(name, [.. modules.Select(m => of(m.Module)).OfType<int>().Distinct().Order().Select(say)], risks, spares, basis);
        void DifferInWords(string name, Func<ModuleSheet, string?> of, string risks, string spares) =>
            Add(
                name,
                [.. modules.Select(m => of(m.Module)).OfType<string>().Distinct().Order(StringComparer.Ordinal)],
                risks,
                spares,
                Basis.Practice
            );
        Differ("Rate", m => m.RateMTs, v => $"{v}", "all run at the lowest bin", "the faster ones are not harmed", Basis.Standard);
        Differ(
            "Capacity",
            m => m.CapacityMiB,
            v => v % 1024 == 0 ? $"{v / 1024} GB" : $"{v} MB",
            q.Sheet.Memory.ChannelsKnown && UnevenChannels(q, modules)
                ? "the surplus of the fuller channels is not interleaved over all"
                : null,
            "nothing is lost, and the channels stay as wide",
            Basis.Practice
        );
        Differ(
            "Ranks",
            m => m.Ranks,
            v => $"{v}",
            "the one with more ranks belongs into the first slot",
            "no rate by itself; only the board's table says so",
            Basis.Practice
        );
        Differ(
            "Chip width",
            m => m.DeviceWidth,
            v => $"×{v}",
            "correction of a whole chip falls to the wider one's level",
            "single bits are corrected as before",
            Basis.Practice
        );
        Differ(
            "Voltage",
            m => m.MilliVolt,
            Voltage.Volts,
            "all run at the higher one, a little warmer",
            "1.35 V modules are made for 1.5 V too",
            Basis.Standard
        );
        DifferInWords(
            "Maker",
            m => m.Maker,
            "a fault is harder to place",
            "makers build to one standard; it neither slows nor breaks anything"
        );
        DifferInWords("Part number", m => m.PartNumber, "latencies meet at the slowest", "no capacity and no channel is lost");
        return facts;
    }

    private static bool UnevenChannels(MemoryInput q, List<(Channel Channel, string Slot, ModuleSheet Module)> modules) =>
        modules
            .GroupBy(m => m.Channel.Socket)
            .Any(s => s.GroupBy(m => m.Channel.Id).Select(c => c.Sum(m => (long)(m.Module.CapacityMiB ?? 0))).Distinct().Count() > 1);
}
