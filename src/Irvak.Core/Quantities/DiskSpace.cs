namespace Irvak.Core.Quantities;

/// <summary>Space on drives. It is spoken of in decimal units (1 TB = 10¹² bytes, ISO/IEC 80000-13 leaves them to the SI), while most
/// systems show binary ones.</summary>
/// <param name="Bytes">Bytes, zero or more for a size; a difference may be negative.</param>
public readonly record struct DiskSpace(long Bytes)
{
    private const long GiB = 1L << 30,
        TiB = 1L << 40;

    /// <summary>"36.0 TB": as sums over drives are written.</summary>
    public override string ToString() => TB(Bytes);

    /// <summary>"36.0 TB", below one "480.1 GB".</summary>
    public static string TB(long bytes) => Math.Abs(bytes) < 1_000_000_000_000 ? $"{bytes / 1e9:0.#} GB" : $"{bytes / 1e12:0.0} TB";

    /// <summary>"32.74 TiB": binary, as most systems show it.</summary>
    public static string Binary(long bytes) => Math.Abs(bytes) < TiB ? $"{bytes / (double)GiB:0.0} GiB" : $"{bytes / (double)TiB:0.00} TiB";

    /// <summary>As one drive is called: "4 TB", "1.92 TB", "480 GB".</summary>
    public static string Nominal(long bytes)
    {
        var (value, unit) = bytes >= 1_000_000_000_000 ? (bytes / 1e12, "TB") : (bytes / 1e9, "GB");
        return $"{Math.Round(value, value >= 100 ? 0 : 2):0.##} {unit}";
    }
}
