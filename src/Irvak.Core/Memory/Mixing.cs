using Irvak.Core.Builds;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <summary>Facts about modules that differ: never a wall of cares, one note each.</summary>
public static class Mixing
{
    public static readonly Rule Makers = new("MEM-CODE", Severity.Note,
        "Modules of {makers} run together; faults are harder to place.",
        "Modules are interchangeable by standard; two makers' timings only meet at the slower one.",
        "JEDEC standard 21-C; common practice, no source, for fault finding", Basis.Practice);

    public static readonly Rule Kinds = new("MEM-MIX", Severity.Note,
        "{kinds} stand side by side; each channel works at what its modules share.",
        "Sizes and ranks may differ between channels; the surplus of a larger one is not interleaved.",
        "common practice, no source", Basis.Practice);

    public static IEnumerable<Finding> Judge(Question q, Build build)
    {
        var modules = build.Modules(q.Sheet).ToList();
        var makers = modules.Select(m => m.Module.Maker).OfType<string>().Distinct().Order(StringComparer.Ordinal).ToList();
        if (makers.Count > 1)
            yield return Finding.Of(Makers, [], null, ("makers", Say.Words(makers)));
        // A listing does not tell the chip width; what is not known of some is compared for none.
        var widths = modules.All(m => m.Module.DeviceWidth is not null);
        var kinds = modules.Select(m => m.Module.CapacityMiB is { } c
                ? $"{c / 1024.0:0.##} GB{(m.Module.Ranks is { } r ? $" {r}R" : "")}{(widths && m.Module.DeviceWidth is { } w ? $"x{w}" : "")}" : null)
            .OfType<string>().Distinct().Order(StringComparer.Ordinal).ToList();
        if (kinds.Count > 1)
            yield return Finding.Of(Kinds, [], null, ("kinds", Say.Words(kinds)));
    }
}
