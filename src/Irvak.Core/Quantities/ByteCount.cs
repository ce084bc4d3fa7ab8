namespace Irvak.Core.Quantities;

/// <summary>A count of bytes. Memory is spoken of in binary units (1 GiB = 2³⁰ bytes, IEC 80000-13).</summary>
/// <param name="Bytes">Bytes, zero or more for a size; a difference may be negative.</param>
public readonly record struct ByteCount(long Bytes) : IComparable<ByteCount>
{
    private const long KiB = 1L << 10;
    private const long MiB = 1L << 20;

    /// <summary>Mebibytes, rounded towards zero.</summary>
    public long WholeMiB => Bytes / MiB;

    /// <summary>Gibibytes, with fraction.</summary>
    public double GiB => Bytes / (double)(1L << 30);

    public static ByteCount FromKiB(long kib) => new(kib * KiB);

    public static ByteCount FromMiB(long mib) => new(mib * MiB);

    public static ByteCount operator +(ByteCount a, ByteCount b) => new(a.Bytes + b.Bytes);

    public static ByteCount operator -(ByteCount a, ByteCount b) => new(a.Bytes - b.Bytes);

    public static ByteCount Add(ByteCount left, ByteCount right) => left + right;

    public static ByteCount Subtract(ByteCount left, ByteCount right) => left - right;

    public static bool operator <(ByteCount a, ByteCount b) => a.Bytes < b.Bytes;

    public static bool operator >(ByteCount a, ByteCount b) => a.Bytes > b.Bytes;

    public static bool operator <=(ByteCount a, ByteCount b) => a.Bytes <= b.Bytes;

    public static bool operator >=(ByteCount a, ByteCount b) => a.Bytes >= b.Bytes;

    public int CompareTo(ByteCount other) => Bytes.CompareTo(other.Bytes);

    /// <summary>Whole gibibytes without a fraction ("32 GiB"), else one decimal ("503.6 GiB"); below one, mebibytes.</summary>
    public override string ToString() =>
        Math.Abs(Bytes) < 1L << 30 ? $"{WholeMiB} MiB"
        : Bytes % (1L << 30) == 0 ? $"{Throughput.Group(Bytes >> 30)} GiB"
        : $"{GiB:#,0.0} GiB".Replace(',', ' ');
}
