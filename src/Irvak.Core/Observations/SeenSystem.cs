using Irvak.Core.Quantities;

namespace Irvak.Core.Observations;

/// <summary>A device on the PCI bus.</summary>
public sealed record SeenPci
{
    /// <summary>Address <c>[dddd:]bb:dd.f</c>.</summary>
    public required string Address { get; init; }

    /// <summary>Class in words, such as "SATA controller".</summary>
    public string? Class { get; init; }

    /// <summary>Class code in hexadecimal, such as 0106; null without numbers in the listing.</summary>
    public string? ClassCode { get; init; }

    public string? Name { get; init; }

    /// <summary>Number of the slot printed on the chassis, as the firmware tells it.</summary>
    public string? Slot { get; init; }

    /// <summary>Generation and width the link could have; 0 for an old bus.</summary>
    public int? GenMost { get; init; }

    public int? WidthMost { get; init; }

    public int? GenNow { get; init; }

    public int? WidthNow { get; init; }

    /// <summary>Configured maximum payload, bytes.</summary>
    public int? PayloadBytes { get; init; }

    /// <summary>Power limit of the slot, W.</summary>
    public double? SlotWatt { get; init; }

    /// <summary>Memory node it is near; null when not told.</summary>
    public int? Node { get; init; }

    /// <summary>Driver in use.</summary>
    public string? Driver { get; init; }

    /// <summary>Buses behind a bridge, first and last; null for an endpoint.</summary>
    public int? BusFirst { get; init; }

    public int? BusLast { get; init; }

    public bool IsBridge => BusFirst is not null;

    public int Line { get; init; }
}

/// <summary>A card slot as the firmware lists it (SMBIOS type 9).</summary>
public sealed record SeenSlot(string Name, string? Type, int? Width, int? Gen, bool? InUse, string? Address, int Line);

/// <summary>A battery of the machine itself.</summary>
/// <param name="Wh">What it was made to hold; null when not told.</param>
public sealed record SeenBattery(string? Name, int? Wh, int Line);

/// <summary>A kernel or firmware array.</summary>
public sealed record SeenRaid
{
    public required string Name { get; init; }

    /// <summary>Level as printed: raid1, raid5, raid10 …</summary>
    public string? Level { get; init; }

    /// <summary>Size, bytes.</summary>
    public long? Bytes { get; init; }

    public IReadOnlyList<SeenMember> Members { get; init; } = [];

    /// <summary>Members it should have, and those in step; spares and members being rebuilt are not counted.</summary>
    public int? Wanted { get; init; }

    public int? Present { get; init; }

    /// <summary>One letter for each of its places: U or A in step, _ or . not, R being replaced; null when not told.</summary>
    public string? InStep { get; init; }

    public string? State { get; init; }

    public int? ChunkKiB { get; init; }

    /// <summary>What runs on it: resync, recovery, check or reshape; null when nothing does.</summary>
    public string? Activity { get; init; }

    public double? ActivityPercent { get; init; }

    public double? MinutesLeft { get; init; }

    /// <summary>True when the record on its drives is a firmware's own: the kernel runs the array and does not own it. Null when not
    /// told.</summary>
    public bool? OfFirmware { get; init; }

    public int Line { get; init; }
}

/// <param name="Name">Name in the system, without <c>/dev/</c>.</param>
/// <param name="Role">active, failed, spare, journal, replacement, rebuilding, write-mostly, or unknown in an array that does not
/// run.</param>
public sealed record SeenMember(string Name, string Role);

/// <summary>A network port.</summary>
public sealed record SeenPort
{
    public required string Name { get; init; }

    /// <summary>Present rate, Mb/s; null when down or unknown.</summary>
    public int? Mbs { get; init; }

    /// <summary>Rates it supports, Mb/s.</summary>
    public IReadOnlyList<int> Supported { get; init; } = [];

    public bool? Link { get; init; }

    /// <summary>Kind of socket in the tool's words.</summary>
    public string? Socket { get; init; }

    public string? Address { get; init; }

    public int Line { get; init; }
}

/// <summary>How loaded the machine is.</summary>
public sealed record SeenLoad
{
    public long? AvailableKiB { get; init; }

    public long? SwapTotalKiB { get; init; }

    public long? SwapFreeKiB { get; init; }

    /// <summary>Share of the last five minutes in which something waited for memory, per cent.</summary>
    public double? MemoryWaitPercent { get; init; }

    public double? StorageWaitPercent { get; init; }

    public double? ProcessorWaitPercent { get; init; }

    /// <summary>Blocks of 1 KiB swapped in and out per second, mean of the lines after the first.</summary>
    public double? SwapInKiBs { get; init; }

    public double? SwapOutKiBs { get; init; }

    /// <summary>Blocks of 1 KiB written per second, mean of the lines after the first.</summary>
    public double? WriteKiBs { get; init; }

    /// <summary>Share of time without work, per cent.</summary>
    public double? IdlePercent { get; init; }

    public int? Cores { get; init; }

    /// <summary>Sockets with a processor; null when they are not told, or are those of a virtual machine.</summary>
    public int? Packages { get; init; }

    public string? ProcessorName { get; init; }
}

/// <summary>A volume as the installed system shows it.</summary>
public sealed record SeenVolume(string Name, long? Bytes, long? FreeBytes, string? FileSystem, int Line);

/// <summary>One benchmark of the common I/O tester.</summary>
public sealed record SeenBenchmark(string Name, string Kind, Throughput? MBs, double? Iops, double? Latency99Ms, int Line);

/// <summary>What a module's own memory chip says (SPD).</summary>
public sealed record SeenSpd(Sheets.ModuleSheet Module, string? Serial, string? MakerCode, bool ChecksumRight, int Line);

/// <summary>A line of the system's log that speaks of a fault.</summary>
public sealed record SeenFault(string Text, int Line);
