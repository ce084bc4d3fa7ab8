using System.Text.Json.Serialization;
using Irvak.Core.Builds;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Memory;

/// <summary>What the operating system is expected to show, as a band.</summary>
public sealed record OsBand(ByteCount Low, ByteCount High, Worked Why)
{
    /// <summary>What the system of the machine as found said itself.</summary>
    public static OsBand AsSeen(ByteCount total) =>
        new(
            total,
            total,
            Worked.Sum(
                "/proc/meminfo, or what the system's own page shows",
                new WorkedLine("told by the system", $"{total.GiB:0.0} GiB", true)
            )
        )
        {
            Seen = true,
        };

    /// <summary>True for what was seen; a sum can be as narrow, and is none.</summary>
    [JsonIgnore]
    public bool Seen { get; init; }

    public bool Holds(ByteCount seen) => seen >= Low && seen <= High;

    /// <summary>"503.6 ± 0.1 GiB".</summary>
    public string Words =>
        Seen ? $"{Low.GiB:0.0} GiB seen" : $"{(Low.GiB + High.GiB) / 2:0.0} ± {Math.Max(0.05, (High.GiB - Low.GiB) / 2):0.0#} GiB";
}

/// <summary>What the share depends on.</summary>
/// <param name="Bits">Word size of the system, 32 or 64.</param>
/// <param name="Extended">Address extension of a 32-bit system.</param>
/// <param name="LimitGiB">Limit of the system's edition; null for none.</param>
/// <param name="ReservedMiB">Held back by firmware and graphics; null when not known.</param>
/// <param name="Graphics">True when the processor draws the screen, or may, and takes memory for it.</param>
/// <param name="Kind">Kind of the system; null when it is not known, and the band holds for each.</param>
public sealed record OsQuestion(
    ByteCount Installed,
    int Bits,
    bool Extended,
    int? LimitGiB,
    int? ReservedMiB,
    bool Graphics,
    Observations.OsKind? Kind = null
);

/// <summary>
/// Share of memory that the operating system keeps from view. Linux page structures take 64 bytes per 4 KiB page (1/64);
/// kernel and firmware take 0.06 to 0.4 GiB more, graphics its own share.
/// </summary>
public static class OsShare
{
    public static readonly Rule Below4 = new(
        "MEM-OS32",
        Family.Memory,
        Severity.Care,
        "The installed 32-bit system sees {planned} and uses at most 4 GiB.",
        "Without address extension 32 bits reach 4 GiB, and devices take 0.4 to 1.2 GiB of that. Only another system changes it.",
        "2³² addresses; the device hole is common practice, no source",
        Basis.Standard
    )
    {
        LeansOn = ["/memory/reservedMiB"],
    };

    public static readonly Rule Beyond = new(
        "MEM-OS-LIMIT",
        Family.Memory,
        Severity.Care,
        "The installed system uses at most {limit} of the planned {planned}.",
        "Editions of a system end at limits of their own, and address extension "
            + "at 64 GiB; more memory is of use only after a change of system.",
        "limit of the installed system, as told; 2³⁶ addresses",
        Basis.Sheet
    )
    {
        LeansOn = ["/memory/reservedMiB"],
    };

    // A machine of 24 GiB with 64-bit Linux was read: 86 MiB beyond the page structures.
    private static readonly ByteCount Kernel = ByteCount.FromMiB(64);
    private static readonly ByteCount KernelMost = ByteCount.FromMiB(410);
    private static readonly ByteCount OtherLeast = ByteCount.FromMiB(32);
    private static readonly ByteCount FourGiB = ByteCount.FromMiB(4096);

    /// <summary>Null when the word size of the system is not known.</summary>
    /// <param name="usableMiB">What the chosen mode leaves of the build's memory.</param>
    public static OsBand? Of(MemoryInput q, Build build, long usableMiB)
    {
        var installed = ByteCount.FromMiB(usableMiB);
        if (q.System.OsBits is not { } bits || installed.Bytes == 0 || q.System.OsKind == Observations.OsKind.None)
            return null;
        if (
            bits == 64
            && q.System.MemTotalKiB is { } before
            && ByteCount.FromMiB(q.Found.InstalledIn(q.Sheet)) is { Bytes: > 0 } found
            && !(q.System.OsEndsAtGiB * 1024L < usableMiB)
        )
            return FromBefore(ByteCount.FromKiB(before), found, installed, q.System.OsKind);
        return Of(
            new OsQuestion(
                installed,
                bits,
                q.System.OsExtended == true,
                q.System.OsEndsAtGiB,
                q.Sheet.Memory.ReservedMiB,
                MayDraw(q, build),
                q.System.OsKind
            )
        );
    }

    /// <summary>Processors of a machine with one socket draw the screen unless their sheet denies it; those made for company don't (common
    /// practice, no source).</summary>
    private static bool MayDraw(MemoryInput q, Build build) =>
        build.Units.Values.Any(u => u.Processor?.Graphics == true)
        || (q.Sheet.Sockets.Count == 1 && !build.Units.Values.Any(u => u.Processor?.Graphics == false));

    // A system gives the processor's graphics an eighth of the memory at most, and never more than 4 GiB. Common practice, no source.
    private static ByteCount GraphicsMost(ByteCount installed) => new(Math.Min(installed.Bytes / 8, 4L << 30));

    /// <summary>The band from what is installed and what is known of the system alone.</summary>
    public static OsBand Of(OsQuestion q)
    {
        var installed = q.Installed;
        if (q.Bits == 32)
            return Small(installed, q.Extended ? ByteCount.FromMiB(65_536) : FourGiB);
        if (q.LimitGiB is { } most && installed > ByteCount.FromMiB(most * 1024L))
            return Capped(ByteCount.FromMiB(most * 1024L), installed);
        var reserved = ByteCount.FromMiB(q.ReservedMiB ?? 0);
        var pages = new ByteCount(installed.Bytes / 64);
        // Only Linux leaves page structures and kernel out of its total; what kind it is decides, and not knowing widens the band.
        var (linux, other) = (q.Kind is null or Observations.OsKind.Linux, q.Kind is null or Observations.OsKind.Other);
        var high = installed - reserved - (other ? OtherLeast : pages + Kernel);
        var low = installed - reserved - (linux ? pages + KernelMost : OtherLeast);
        if (q.ReservedMiB is null)
            low -= ByteCount.FromMiB(512) + (q.Graphics ? GraphicsMost(installed) : new ByteCount(0));
        if (low.Bytes < 0)
            low = new ByteCount(0);
        if (high < low)
            high = low;
        List<WorkedLine> lines =
        [
            new("installed", installed.ToString()),
            new("held back by firmware", q.ReservedMiB is not null ? reserved.ToString() : "0 to 0.5 GiB, sheet unknown"),
            .. q.ReservedMiB is null && q.Graphics
                ? new WorkedLine[] { new("graphics in the processor, at most", $"{GraphicsMost(installed).GiB:0.0} GiB") }
                : [],
            .. linux
                ? new WorkedLine[]
                {
                    new($"page structures, 1/64{(other ? ", if it is Linux" : "")}", pages.ToString()),
                    new($"kernel{(other ? ", if it is Linux" : "")}", "0.06 to 0.4 GiB"),
                }
                : [],
            .. other && !linux ? new WorkedLine[] { new("held back by the hardware, at least", $"{OtherLeast.GiB:0.00} GiB") } : [],
        ];
        return new OsBand(
            low,
            high,
            Worked.Sum(
                linux
                    ? "Linux page structures; kernel share common practice, no source"
                    : "what the hardware holds back: common practice, no source",
                new("expected", $"{low.GiB:0.0} to {high.GiB:0.0} GiB", true),
                [.. lines]
            )
        );
    }

    /// <summary>The difference of two captures is far sharper than the absolute value: added × 63/64 ± 64 MiB.</summary>
    private static OsBand FromBefore(ByteCount before, ByteCount found, ByteCount installed, Observations.OsKind? kind)
    {
        var added = installed - found; // negative when the mode or the plan takes memory away
        var pages = new ByteCount(added.Bytes / 64);
        var slack = ByteCount.FromMiB(64);
        var (linux, other) = (before + added - pages, before + added);
        var (one, two) = kind switch
        {
            Observations.OsKind.Linux => (linux, linux),
            Observations.OsKind.Other => (other, other),
            _ => (linux, other),
        };
        var (low, high) = one < two ? (one, two) : (two, one);
        List<WorkedLine> lines =
        [
            new("shown before", $"{before.GiB:0.0} GiB"),
            new("added", added.Bytes == 0 ? "nothing" : added.ToString()),
        ];
        if (kind != Observations.OsKind.Other)
            lines.Add(new($"added × 63/64{(kind is null ? ", if it is Linux" : "")}", $"{added.GiB * 63 / 64:0.0} GiB"));
        return new OsBand(
            low - slack,
            high + slack,
            Worked.Sum(
                kind == Observations.OsKind.Other ? "the difference of two captures" : "Linux page structures: 64 bytes per 4 KiB page",
                new(
                    low == high ? "expected, ± 64 MiB" : "expected",
                    low == high ? $"{low.GiB:0.0} GiB" : $"{low.GiB:0.0} to {high.GiB:0.0} GiB",
                    true
                ),
                [.. lines]
            )
        );
    }

    /// <summary>A 32-bit system: what its addresses reach, less the hole that devices take.</summary>
    private static OsBand Small(ByteCount installed, ByteCount reach)
    {
        var top = installed < reach ? installed : reach;
        var low = top - ByteCount.FromMiB(1229);
        return new OsBand(
            low.Bytes < 0 ? new ByteCount(0) : low,
            top - ByteCount.FromMiB(102),
            Worked.Sum(
                "2³² addresses, 2³⁶ with extension; device hole 0.4 to 1.2 GiB, common practice, no source",
                new("expected", $"{Math.Max(0, top.GiB - 1.2):0.0} to {top.GiB - 0.1:0.0} GiB", true),
                new("installed", installed.ToString()),
                new("reach of its addresses", reach.ToString())
            )
        );
    }

    /// <summary>A system whose edition ends at a limit of its own.</summary>
    private static OsBand Capped(ByteCount limit, ByteCount installed)
    {
        var low = limit - ByteCount.FromMiB(512) - new ByteCount(limit.Bytes / 64);
        return new OsBand(
            low.Bytes < 0 ? new ByteCount(0) : low,
            limit,
            Worked.Sum(
                "limit of the installed system, as told",
                new("expected", $"{low.GiB:0.0} to {limit.GiB:0.0} GiB", true),
                new("installed", installed.ToString()),
                new("the system uses at most", limit.ToString())
            )
        );
    }

    public static IEnumerable<Finding> Judge(MemoryInput q, Build build, long usableMiB)
    {
        var usable = ByteCount.FromMiB(usableMiB);
        var told = ("planned", usable.ToString());
        if (q.System.OsBits == 32 && q.System.OsExtended == true)
        {
            if (usable > ByteCount.FromMiB(65_536))
                yield return Finding.Of(Beyond, [], Of(q, build, usableMiB)?.Why, told, ("limit", "64 GiB"));
        }
        else if (q.System.OsBits == 32)
        {
            if (usable > FourGiB)
                yield return Finding.Of(Below4, [], Small(usable, FourGiB).Why, told);
        }
        else if (q.System.OsEndsAtGiB is { } most && usable > ByteCount.FromMiB(most * 1024L))
            yield return Finding.Of(Beyond, [], Of(q, build, usableMiB)?.Why, told, ("limit", ByteCount.FromMiB(most * 1024L)));
    }
}
