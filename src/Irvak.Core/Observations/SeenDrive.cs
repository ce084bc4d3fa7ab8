namespace Irvak.Core.Observations;

/// <summary>A drive as a capture shows it. Every value is null when the capture did not tell.</summary>
public sealed record SeenDrive
{
    /// <summary>Name in the system, such as <c>/dev/sda</c>.</summary>
    public string? Path { get; init; }

    public string? Maker { get; init; }

    public string? Model { get; init; }

    public string? Serial { get; init; }

    public string? Firmware { get; init; }

    /// <summary>Capacity, bytes.</summary>
    public long? Bytes { get; init; }

    public bool? Rotational { get; init; }

    /// <summary>Turns per minute; 0 for flash.</summary>
    public int? Rpm { get; init; }

    /// <summary>sata, sas, nvme or usb, in lower case.</summary>
    public string? Transport { get; init; }

    /// <summary>Logical sector, bytes.</summary>
    public int? SectorBytes { get; init; }

    public int? PhysicalSectorBytes { get; init; }

    /// <summary>Size of the case, "3.5" or "2.5".</summary>
    public string? Form { get; init; }

    /// <summary>Highest and present link rate, Gb/s.</summary>
    public double? LinkMostGbs { get; init; }

    public double? LinkNowGbs { get; init; }

    /// <summary>Where its parts are mounted, and what stacked device uses it.</summary>
    public IReadOnlyList<string> Uses { get; init; } = [];

    /// <summary>Array or pool it is a member of, as the capture names it.</summary>
    public string? MemberOf { get; init; }

    /// <summary>Enclosure as the controller counts it.</summary>
    public string? Enclosure { get; init; }

    /// <summary>Bay as the controller or the management page names it.</summary>
    public string? Bay { get; init; }

    /// <summary>State in the controller's own words.</summary>
    public string? State { get; init; }

    public SeenHealth? Health { get; init; }

    /// <summary>Line or byte of the capture, from 1.</summary>
    public int Line { get; init; }

    public bool InUse => Uses.Count > 0 || MemberOf is not null;
}

/// <summary>What a drive says of its own wear and faults. Null means that it did not say.</summary>
public sealed record SeenHealth
{
    public long? PowerOnHours { get; init; }

    public long? PowerCycles { get; init; }

    /// <summary>Sectors replaced by spare ones.</summary>
    public long? Reallocated { get; init; }

    /// <summary>Sectors that could not be read and wait for a decision.</summary>
    public long? Pending { get; init; }

    /// <summary>Errors that no correction could mend.</summary>
    public long? Uncorrectable { get; init; }

    /// <summary>Transfer errors on the cable; never resets.</summary>
    public long? CableErrors { get; init; }

    public long? LoadCycles { get; init; }

    /// <summary>Wear of flash, per cent of its rated life; may exceed 100.</summary>
    public int? PercentUsed { get; init; }

    /// <summary>Spare blocks left and the least that should be, per cent.</summary>
    public int? SparePercent { get; init; }

    public int? SpareThresholdPercent { get; init; }

    /// <summary>NVMe media and data integrity errors.</summary>
    public long? MediaErrors { get; init; }

    /// <summary>NVMe critical warning bits; bit 1 is temperature.</summary>
    public int? CriticalWarning { get; init; }

    /// <summary>SAS grown defects.</summary>
    public long? GrownDefects { get; init; }

    public long? BytesWritten { get; init; }

    public long? BytesRead { get; init; }

    public int? Celsius { get; init; }

    /// <summary>The drive's own warning temperature.</summary>
    public int? WarnCelsius { get; init; }

    /// <summary>Overall verdict of the drive; false when it expects to fail.</summary>
    public bool? Passed { get; init; }

    /// <summary>True when its last self-test failed.</summary>
    public bool? SelfTestFailed { get; init; }
}
