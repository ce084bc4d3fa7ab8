using Irvak.Core.Sheets;

namespace Irvak.Core.Observations;

/// <summary>What a capture shows of a machine. Every value is null when the capture did not tell.</summary>
public sealed record Observation
{
    public string? Maker { get; init; }

    public string? Product { get; init; }

    public string? Serial { get; init; }

    public string? BoardVersion { get; init; }

    /// <summary>Kind of chassis in the words of DMTF DSP0134, type 3: "Notebook".</summary>
    public string? ChassisType { get; init; }

    /// <summary>Height in rack units.</summary>
    public int? RackUnits { get; init; }

    public IReadOnlyList<SeenBattery> Batteries { get; init; } = [];

    public string? FirmwareVersion { get; init; }

    public string? FirmwareDate { get; init; }

    public IReadOnlyList<SeenProcessor> Processors { get; init; } = [];

    public IReadOnlyList<SeenArray> Arrays { get; init; } = [];

    public IReadOnlyList<SeenDevice> Devices { get; init; } = [];

    /// <summary>MemTotal of <c>/proc/meminfo</c>, KiB.</summary>
    public long? MemTotalKiB { get; init; }

    /// <summary>Word size that the capture betrays: 32 or 64; null when it does not.</summary>
    public int? OsBits { get; init; }

    /// <summary>Kind of the system that it was taken on; null when it does not betray it.</summary>
    public OsKind? OsKind { get; init; }

    public IReadOnlyList<SeenSlot> Slots { get; init; } = [];

    public IReadOnlyList<SeenPci> Pci { get; init; } = [];

    public IReadOnlyList<SeenDrive> Drives { get; init; } = [];

    public IReadOnlyList<SeenRaid> Raids { get; init; } = [];

    public IReadOnlyList<SeenPort> Ports { get; init; } = [];

    public IReadOnlyList<SeenVolume> Volumes { get; init; } = [];

    public IReadOnlyList<SeenBenchmark> Benchmarks { get; init; } = [];

    public IReadOnlyList<SeenSpd> Spds { get; init; } = [];

    public IReadOnlyList<SeenFault> Faults { get; init; } = [];

    /// <summary>Counted memory errors; null when no counter was read.</summary>
    public SeenErrorCounts? MemoryErrors { get; init; }

    /// <summary>Result of a memory test; null when none was read.</summary>
    public SeenMemoryTest? MemoryTest { get; init; }

    public SeenLoad? Load { get; init; }

    /// <summary>Name of the machine in the network.</summary>
    public string? HostName { get; init; }

    /// <summary>Address of the management page.</summary>
    public string? ManagementAddress { get; init; }

    /// <summary>Lines of the system's log that were looked through; null when no log was read.</summary>
    public int? LogLines { get; init; }

    /// <summary>Where single facts stand in the capture: <c>serial</c>, <c>firmware</c>, <c>memTotal</c> … with their line or
    /// byte.</summary>
    public IReadOnlyDictionary<string, int>? At { get; init; }

    /// <summary>What <see cref="SeenDevice.Line"/> and its like count: lines, or bytes of a binary capture.</summary>
    public string CountsIn { get; init; } = "line";

    public bool IsEmpty =>
        Devices.Count == 0
        && Processors.Count == 0
        && Product is null
        && MemTotalKiB is null
        && FirmwareVersion is null
        && Slots.Count == 0
        && Pci.Count == 0
        && Drives.Count == 0
        && Raids.Count == 0
        && Ports.Count == 0
        && Volumes.Count == 0
        && Benchmarks.Count == 0
        && Spds.Count == 0
        && Faults.Count == 0
        && Load is null
        && MemoryErrors is null
        && MemoryTest is null
        && LogLines is null
        && HostName is null
        && ManagementAddress is null;

    /// <summary>Memory of all devices, MiB; null when no device is told, or the size of one is not.</summary>
    public long? InstalledMiB =>
        Devices.Count == 0 || Devices.Any(d => d.SizeMiB is null) ? null : Devices.Sum(d => (long)d.SizeMiB!.Value);
}

/// <param name="Designation">Socket name.</param>
/// <param name="Populated">False when the socket is empty.</param>
public sealed record SeenProcessor(string? Designation, string? Version, bool Populated, int Line);

/// <summary>A physical memory array (SMBIOS type 16).</summary>
public sealed record SeenArray(string? Handle, int? MaximumGiB, int? Devices, string? ErrorCorrection, bool IsSystemMemory, int Line);

/// <summary>A memory device (SMBIOS type 17): one slot with what sits in it.</summary>
public sealed record SeenDevice
{
    public string? Locator { get; init; }

    public string? Bank { get; init; }

    public string? ArrayHandle { get; init; }

    /// <summary>MiB; 0 when the slot is empty, null when the firmware does not know.</summary>
    public int? SizeMiB { get; init; }

    public ModuleSheet? Module { get; init; }

    public string? Serial { get; init; }

    /// <summary>Rate it runs at, MT/s.</summary>
    public int? ConfiguredMTs { get; init; }

    /// <summary>First line of the record in the capture, from 1.</summary>
    public int Line { get; init; }

    public bool IsEmpty => SizeMiB == 0;
}
