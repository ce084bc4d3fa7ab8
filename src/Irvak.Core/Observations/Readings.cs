namespace Irvak.Core.Observations;

/// <summary>All captures of a job taken together.</summary>
public static class Readings
{
    /// <summary>The newer over the older: what it tells counts, what it does not tell stands.</summary>
    public static Observation Over(Observation old, Observation seen) =>
        seen with
        {
            Maker = seen.Maker ?? old.Maker,
            Product = seen.Product ?? old.Product,
            Serial = seen.Serial ?? old.Serial,
            BoardVersion = seen.BoardVersion ?? old.BoardVersion,
            ChassisType = seen.ChassisType ?? old.ChassisType,
            RackUnits = seen.RackUnits ?? old.RackUnits,
            Batteries = Either(seen.Batteries, old.Batteries),
            FirmwareVersion = seen.FirmwareVersion ?? old.FirmwareVersion,
            FirmwareDate = seen.FirmwareDate ?? old.FirmwareDate,
            MemTotalKiB = seen.MemTotalKiB ?? old.MemTotalKiB,
            OsBits = seen.OsBits ?? old.OsBits,
            OsKind = seen.OsKind ?? old.OsKind,
            HostName = seen.HostName ?? old.HostName,
            ManagementAddress = seen.ManagementAddress ?? old.ManagementAddress,
            LogLines = seen.LogLines ?? old.LogLines,
            MemoryErrors = seen.MemoryErrors ?? old.MemoryErrors,
            MemoryTest = seen.MemoryTest ?? old.MemoryTest,
            Load = seen.Load is { } now && old.Load is { } before ? Over(before, now) : seen.Load ?? old.Load,
            Processors = Either(seen.Processors, old.Processors),
            Arrays = Either(seen.Arrays, old.Arrays),
            Devices = Either(seen.Devices, old.Devices),
            Slots = Either(seen.Slots, old.Slots),
            Pci = Either(seen.Pci, old.Pci),
            Drives = SeenDrives.Join(seen.Drives, old.Drives),
            Raids = Either(seen.Raids, old.Raids),
            Ports = Either(seen.Ports, old.Ports),
            Volumes = Either(seen.Volumes, old.Volumes),
            Benchmarks = Either(seen.Benchmarks, old.Benchmarks),
            Spds = Either(seen.Spds, old.Spds),
            Faults = seen.LogLines is null && seen.Faults.Count == 0 ? old.Faults : seen.Faults,
        };

    /// <summary>Everything that any of these captures shows.</summary>
    /// <param name="captures">Oldest first.</param>
    public static Observation All(IEnumerable<Observation> captures) => captures.Aggregate(new Observation(), Over);

    private static IReadOnlyList<T> Either<T>(IReadOnlyList<T> seen, IReadOnlyList<T> old) => seen.Count > 0 ? seen : old;

    private static SeenLoad Over(SeenLoad old, SeenLoad seen) =>
        new()
        {
            AvailableKiB = seen.AvailableKiB ?? old.AvailableKiB,
            SwapTotalKiB = seen.SwapTotalKiB ?? old.SwapTotalKiB,
            SwapFreeKiB = seen.SwapFreeKiB ?? old.SwapFreeKiB,
            MemoryWaitPercent = seen.MemoryWaitPercent ?? old.MemoryWaitPercent,
            StorageWaitPercent = seen.StorageWaitPercent ?? old.StorageWaitPercent,
            ProcessorWaitPercent = seen.ProcessorWaitPercent ?? old.ProcessorWaitPercent,
            SwapInKiBs = seen.SwapInKiBs ?? old.SwapInKiBs,
            SwapOutKiBs = seen.SwapOutKiBs ?? old.SwapOutKiBs,
            WriteKiBs = seen.WriteKiBs ?? old.WriteKiBs,
            IdlePercent = seen.IdlePercent ?? old.IdlePercent,
            Cores = seen.Cores ?? old.Cores,
            Packages = seen.Packages ?? old.Packages,
            ProcessorName = seen.ProcessorName ?? old.ProcessorName,
        };
}
