namespace Irvak.Core.Quantities;

/// <summary>Data rate of memory in millions of transfers per second, by the rounded name of its bin ("2133").</summary>
/// <param name="MegaTransfers">MT/s as printed on a label, 200 to 20 000.</param>
public readonly record struct TransferRate(int MegaTransfers) : IComparable<TransferRate>
{
    /// <summary>
    /// The exact rate behind the printed one: the nearest multiple of 200/3 MT/s where that rounds to the name
    /// (1333⅓, 2133⅓; JEDEC JESD79-2F, -3F, -4), which leaves the multiples of 400 of DDR5 (JESD79-5) as they are.
    /// </summary>
    public double Exact
    {
        get
        {
            const double step = 200.0 / 3.0;
            var near = Math.Round(MegaTransfers / step) * step;
            return Math.Abs(near - MegaTransfers) <= 1 ? near : MegaTransfers;
        }
    }

    /// <summary>What a channel carries at most: 8 bytes a transfer (JEDEC module width).</summary>
    public Throughput OverAModule => new(Exact * 8);

    public static bool operator <(TransferRate a, TransferRate b) => a.MegaTransfers < b.MegaTransfers;

    public static bool operator >(TransferRate a, TransferRate b) => a.MegaTransfers > b.MegaTransfers;

    public static bool operator <=(TransferRate a, TransferRate b) => a.MegaTransfers <= b.MegaTransfers;

    public static bool operator >=(TransferRate a, TransferRate b) => a.MegaTransfers >= b.MegaTransfers;

    public int CompareTo(TransferRate other) => MegaTransfers.CompareTo(other.MegaTransfers);

    public override string ToString() => $"{MegaTransfers} MT/s";
}
