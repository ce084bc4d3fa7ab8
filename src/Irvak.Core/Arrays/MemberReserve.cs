namespace Irvak.Core.Arrays;

/// <summary>What the keeper of an array takes of every member for its record and for rounding.</summary>
/// <param name="Bytes">Bytes of each member.</param>
/// <param name="Because">Why, in words, with the source.</param>
public sealed record MemberReserve(long Bytes, string Because)
{
    private const long MiB = 1L << 20;

    // md(4), metadata 1.2, data offset of large drives, rounded to the strip (likely). Controllers round down by a reserve of their own:
    // common practice, the usual 512 MiB. Pools: labels and slabs (likely).
    private static readonly MemberReserve Controller =
            new(512 * MiB, "the controller rounds each drive down, 512 MiB as usual (common practice, no source)"),
        Kernel = new(129 * MiB, "metadata and data offset of each drive (md(4), likely)"),
        Pool = new(21 * MiB, "labels and rounding of each drive (likely)");

    /// <summary>The firmware of a board writes a record at the end, 1 to 5 MB, and rounds to it.</summary>
    public static readonly MemberReserve Board = new(
        5 * MiB,
        "the board’s firmware keeps its record at the end of each drive, 5 MiB at most (common practice, from memory)"
    );

    /// <summary>Cards with a few ports and a RAID of their own tell nothing of it.</summary>
    public static readonly MemberReserve PortCard = new(
        64 * MiB,
        "what a port card keeps for itself is not known; 64 MiB of each drive at most (common practice, no source)"
    );

    /// <summary>As the kind of keeper usually has it.</summary>
    public static MemberReserve Of(ArrayHost host) =>
        host switch
        {
            ArrayHost.Controller => Controller,
            ArrayHost.Kernel => Kernel,
            _ => Pool,
        };
}
