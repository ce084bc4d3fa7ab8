namespace Irvak.Core.Controllers;

/// <summary>A school of keeping arrays, in words that hold for every array of it.</summary>
/// <param name="Writes">Where a small write waits.</param>
/// <param name="Parity">What works out redundancy.</param>
/// <param name="Repairs">When a repair runs.</param>
/// <param name="Moves">What reads the drives elsewhere.</param>
/// <param name="Tells">How a failure is heard of.</param>
/// <param name="Trim">Whether TRIM reaches flash.</param>
/// <param name="Starts">How a system starts from it.</param>
public sealed record KeeperSchool(
    string Name,
    string Writes,
    string Parity,
    string Repairs,
    string Moves,
    string Tells,
    string Trim,
    string Starts
);

/// <summary>The schools. Common practice, no source, but for TRIM through the kernel's arrays: Linux kernel documentation, md.</summary>
public static class KeeperSchools
{
    public static readonly KeeperSchool Board = new(
        "the board’s own RAID",
        "straight to the drives; “write-back” there is main memory without protection: leave it off unless it is scratch",
        "the processor, through its driver",
        "only once its driver runs: until then it stays degraded",
        "boards of the same family with the same or a newer option ROM, all members in; half a mirror by itself at best",
        "its program in the system, where it is installed",
        "by level and version",
        "by its option ROM; an installer wants its driver on the stick"
    );

    public static readonly KeeperSchool PortCard = new(
        "the card’s own RAID",
        "straight to the drives; it has no cache that outlives a power cut",
        "its chip or its driver",
        "by itself or by its driver; look which",
        "the same card with the same or newer firmware; keep a second one",
        "its program in the system, where it is installed",
        "mostly not",
        "seldom; look whether its firmware offers it"
    );

    public static readonly KeeperSchool Card = new(
        "the RAID card",
        "in its guarded cache, where its unit is charged; else at the drives",
        "its own processor",
        "by itself, before any system runs",
        "cards of the same family with the same or newer firmware: import as foreign, all members in",
        "its program, its lamp, its beeper",
        "mostly not",
        "as one drive; an installer may want its driver"
    );

    public static readonly KeeperSchool Carrier = new(
        "the carrier’s own mirror",
        "straight to the modules; it has no cache that outlives a power cut",
        "its chip",
        "by itself, before any system runs",
        "the same carrier; half a mirror mostly starts by itself in an M.2 place",
        "its page in the set-up, or its program",
        "mostly passes; look at its sheet",
        "as one drive, without a driver where its chip shows one; for this it is made"
    );

    public static readonly KeeperSchool Kernel = new(
        "plain ports and the kernel’s RAID",
        "at the drives; a bitmap shortens the sync after a crash",
        "the processor",
        "by itself, once the system runs",
        "any machine whose kernel knows it, behind any plain ports",
        "by mail, where it was set up",
        "passes mirrors and stripes; parity only where drives return zeros and the kernel is told so",
        "with a boot partition on every member, written by the installer or by hand"
    );

    public static readonly KeeperSchool Pool = new(
        "plain ports and a copy-on-write pool",
        "at the drives; what must be safe at once waits, unless a log device takes it",
        "the processor, with a checksum for every block",
        "by itself, and only what is written on it",
        "any machine with that file system, behind any plain ports",
        "by mail, where it was set up; it names the damaged files",
        "passes",
        "where the installer makes the pool"
    );
}
