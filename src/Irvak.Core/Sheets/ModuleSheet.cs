using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

/// <summary>What a memory module is. A field that is not known is null, and blocks only what depends on it.</summary>
public sealed record ModuleSheet : KeepsMore
{
    public string? Maker { get; init; }

    public string? PartNumber { get; init; }

    public MemoryGeneration? Generation { get; init; }

    public ModuleForm? Form { get; init; }

    public ModuleType? Type { get; init; }

    /// <summary>Capacity in MiB, 1 to 4 194 304.</summary>
    public int? CapacityMiB { get; init; }

    /// <summary>Logical ranks, 1 to 16.</summary>
    public int? Ranks { get; init; }

    /// <summary>Dies of a 3DS stack, 2, 4 or 8; null or 1 for planar chips. They are counted in <see cref="Ranks"/> already.</summary>
    public int? Stack { get; init; }

    /// <summary>Supply voltage, mV; null when not told. DDR3: 1500, 1350 or 1250.</summary>
    public int? MilliVolt { get; init; }

    /// <summary>Bits per chip: 4, 8 or 16.</summary>
    public int? DeviceWidth { get; init; }

    /// <summary>Rated speed in MT/s, by the name of its bin.</summary>
    public int? RateMTs { get; init; }

    /// <summary>Short name for plate, ladder and lists: "32 GB R 4800".</summary>
    public string Short =>
        string.Join(
            ' ',
            new[]
            {
                CapacityMiB is { } c ? (c % 1024 == 0 ? $"{c / 1024} GB" : $"{c} MB") : "? GB",
                Type?.Letter(),
                RateMTs?.ToString(),
            }.Where(s => s is not null)
        );

    /// <summary>Name for lists: "32 GB registered DDR5-4800, 2Rx8".</summary>
    public string Long
    {
        get
        {
            var size = CapacityMiB is { } c ? (c % 1024 == 0 ? $"{c / 1024} GB" : $"{c} MB") : "module of unknown size";
            var kind = string.Join(' ', new[] { Type?.Name(), Form == ModuleForm.SoDimm ? "SO-DIMM" : null }.Where(s => s is not null));
            var gen = (Generation?.Name(), RateMTs) switch
            {
                ({ } g, { } r) => $"{g}-{r}",
                ({ } g, null) => g,
                (null, { } r) => $"{r} MT/s",
                _ => "",
            };
            var ranks = (Ranks, DeviceWidth) switch
            {
                ({ } r, { } w) => $", {r}Rx{w}",
                ({ } r, null) => $", {r}R",
                _ => "",
            };
            return string.Join(' ', new[] { size, kind, gen }.Where(s => s.Length > 0)) + ranks;
        }
    }
}
