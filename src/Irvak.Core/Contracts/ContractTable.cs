using System.Collections.Frozen;

namespace Irvak.Core.Contracts;

/// <summary>Least and most of a number, both taken.</summary>
public sealed record Span(double Least, double Most);

/// <summary>
/// How large what comes in may be: numbers by the name of their field, texts and lists by theirs where the usual limit does not suit.
/// A row <c>Type.Field</c> goes before a row <c>Field</c>. The bounds are wide: they tell what no machine has, not what is usual,
/// which the checks of sheets and the rules say. Common practice, no source.
/// </summary>
public static class ContractTable
{
    /// <summary>Characters of a text without a row of its own.</summary>
    public const int UsualText = 400;

    /// <summary>Entries of a list without a row of its own.</summary>
    public const int UsualCount = 1_000;

    /// <summary>Fields of a document that are not known here, and the characters of one of them.</summary>
    public const int MostUnknownFields = 100,
        LongestUnknownField = 20_000;

    private const double Much = 9_007_199_254_740_991; // counters: what a double holds exactly

    /// <summary>Numbers by field name.</summary>
    public static readonly FrozenDictionary<string, Span> Numbers = new Dictionary<string, Span>
    {
        // Memory and processors.
        ["CapacityMiB"] = new(1, 4_194_304),
        ["SizeMiB"] = new(0, 4_194_304),
        ["TotalMiB"] = new(0, int.MaxValue),
        ["CacheMiB"] = new(0, 4_194_304),
        ["ReservedMiB"] = new(0, 1_073_741_824),
        ["MiB"] = new(0, 1_073_741_824),
        ["MaximumGiB"] = new(0, 1_048_576),
        ["SlotLimitGiB"] = new(1, 1_048_576),
        ["TotalLimitGiB"] = new(1, 1_048_576),
        ["OsLimitGiB"] = new(0, 1_048_576),
        ["MemoryTotalGiB"] = new(1, 1_048_576),
        // Wider than what a backup takes: its own sentence says what that is.
        ["DataGB"] = new(0, 1_000_000_000),
        ["SourceMBs"] = new(0, 1_000_000_000),
        ["MediumGB"] = new(0, 1_000_000_000),
        ["MediumMBs"] = new(0, 1_000_000_000),
        ["Cartridge"] = new(0, 1_000),
        ["TapeDrive"] = new(0, 1_000),
        ["MemTotalKiB"] = new(1, 1_099_511_627_776),
        ["RateMTs"] = new(100, 20_000),
        ["ConfiguredMTs"] = new(0, 20_000),
        ["MemoryRateMTs"] = new(100, 20_000),
        ["RateLimitMTs"] = new(100, 20_000),
        ["Ranks"] = new(1, 16),
        ["RateRow.Ranks"] = new(1, 64),
        ["RanksPerChannel"] = new(1, 64),
        ["PerChannel"] = new(1, 8),
        ["Stack"] = new(1, 16),
        ["MilliVolt"] = new(500, 3_500),
        ["SupplyMilliVolt"] = new(500, 15_000),
        ["DeviceWidth"] = new(1, 64),
        ["DieLimitGbit"] = new(0.001, 1_024),
        ["InterleaveWays"] = new(1, 64),
        ["Cores"] = new(1, 65_536),
        ["Packages"] = new(1, 4096),
        ["MostSockets"] = new(1, 64),
        ["OsBits"] = new(8, 128),
        ["Devices"] = new(0, 4_096),

        // Drives and arrays.
        ["DriveSheet.Bytes"] = new(1, 1e15),
        ["Bytes"] = new(0, Much),
        ["FreeBytes"] = new(0, Much),
        ["BytesRead"] = new(0, Much),
        ["BytesWritten"] = new(0, Much),
        ["HeightMm"] = new(0.1, 1_000),
        ["LengthMm"] = new(1, 2_000),
        ["Rpm"] = new(0, 20_000),
        ["SectorBytes"] = new(1, 1_048_576),
        ["PhysicalSectorBytes"] = new(1, 1_073_741_824),
        ["LinkGbs"] = new(0.001, 1_000),
        ["LinkMostGbs"] = new(0.001, 1_000),
        ["LinkNowGbs"] = new(0.001, 1_000),
        ["RatedWritesTB"] = new(0.001, 10_000_000),
        ["WritesPerDay"] = new(0.0001, 1_000),
        ["WarrantyYears"] = new(0.1, 50),
        ["MttfHours"] = new(1, 1_000_000_000),
        ["UnreadableExponent"] = new(8, 24),
        ["DiskExponent"] = new(8, 24),
        ["FlashExponent"] = new(8, 24),
        ["ReadMBs"] = new(1, 1_000_000),
        ["WriteMBs"] = new(1, 1_000_000),
        ["LimitTB"] = new(0.000_001, 1_000_000),
        ["TB"] = new(0.000_001, 1_000_000),
        ["GiB"] = new(0.001, 1_048_576),
        ["DriveTB"] = new(0.000_001, 1_000_000),
        ["Groups"] = new(1, 64),
        ["StripKiB"] = new(4, 16_384),
        ["ChunkKiB"] = new(0, 1_048_576),
        ["WrittenGBPerDay"] = new(0, 10_000_000),
        ["SharedWrittenGBPerDay"] = new(0, 10_000_000),
        ["HotGB"] = new(0.000_001, 10_000_000),
        ["BaseGB"] = new(0, 1_000_000),
        ["StagingGB"] = new(0, 1_000_000),
        ["SharedGB"] = new(0, 1_000_000),
        ["GrowthGBPerYear"] = new(0, 1_000_000),
        ["BlockKiB"] = new(1, 65_536),
        ["Exponent"] = new(0, 3),
        ["Share"] = new(0.000_001, 1_000_000),
        ["DiskFailures"] = new(0, 1),
        ["FlashFailures"] = new(0, 1),
        ["RepairStartsHours"] = new(0, 10_000),
        ["SpareDays"] = new(0, 3_650),
        ["SpareTarget"] = new(0, 1),
        ["RepairsAtOnce"] = new(1, 16),
        ["RebuildShare"] = new(0, 1),
        ["MostDrives"] = new(1, 65_536),
        ["MostMembers"] = new(1, 65_536),
        ["Wanted"] = new(0, 65_536),
        ["Present"] = new(0, 65_536),
        ["ActivityPercent"] = new(0, 100),
        ["MinutesLeft"] = new(0, 100_000_000),

        // Lanes, cards, power, air.
        ["Gen"] = new(0, 6),
        ["HoldRate.Gen"] = new(0, 6),
        ["GenMost"] = new(0, 6),
        ["GenNow"] = new(0, 6),
        ["UplinkGen"] = new(0, 6),
        ["Lanes"] = new(0, 1_024),
        ["UplinkLanes"] = new(1, 64),
        ["Mech"] = new(0, 32),
        ["Elec"] = new(0, 32),
        ["Width"] = new(0, 64),
        ["WidthMost"] = new(0, 64),
        ["WidthNow"] = new(0, 64),
        ["Widths"] = new(1, 32),
        ["Splits"] = new(1, 32),
        ["Endpoints"] = new(1, 16),
        ["Lengths"] = new(1, 200),
        ["LanePitch"] = new(1, 16),
        ["Thick"] = new(1, 4),
        ["PayloadBytes"] = new(0, 65_536),
        ["BusFirst"] = new(0, 65_536),
        ["BusLast"] = new(0, 65_536),
        ["Node"] = new(-1, 4_096),
        ["Ports"] = new(0, 256),
        ["InnerPorts"] = new(0, 256),
        ["OuterPorts"] = new(0, 256),
        ["RatesGbs"] = new(0.001, 10_000),
        ["Mbs"] = new(0, 10_000_000),
        ["Supported"] = new(0, 10_000_000),
        ["N"] = new(1, 64),
        ["Units"] = new(0, 64),
        ["RackUnits"] = new(1, 64),
        ["Fans"] = new(0, 64),
        ["Cols"] = new(1, 512),
        ["Watt"] = new(0, 20_000),
        ["WattActive"] = new(0, 1_000),
        ["WattIdle"] = new(0, 1_000),
        ["WattLimit"] = new(0, 20_000),
        ["SlotWatt"] = new(0, 2_000),
        ["SpinUpAmp"] = new(0, 100),
        ["Amp12"] = new(0.001, 1_000),
        ["Amp5"] = new(0.001, 1_000),
        ["Wh"] = new(0, 10_000),
        ["Celsius"] = new(-60, 250),
        ["WarnCelsius"] = new(-60, 250),
        ["MostCelsius"] = new(-60, 250),
        ["GapMm"] = new(0, 100),
        ["ThickMm"] = new(0.001, 1_000),
        ["Compression"] = new(0, 1),
        ["Conductivity"] = new(0.001, 10_000),
        ["LengthM"] = new(0.001, 1_000),
        ["Ways"] = new(1, 64),
        ["Seconds"] = new(0, 600),
        ["Drives"] = new(0, 512),
        ["Count"] = new(1, 64),

        // What is counted or measured.
        ["Corrected"] = new(0, Much),
        ["Uncorrected"] = new(0, Much),
        ["Uncorrectable"] = new(0, Much),
        ["Reallocated"] = new(0, Much),
        ["Pending"] = new(0, Much),
        ["CableErrors"] = new(0, Much),
        ["MediaErrors"] = new(0, Much),
        ["GrownDefects"] = new(0, Much),
        ["Errors"] = new(0, Much),
        ["LoadCycles"] = new(0, Much),
        ["PowerCycles"] = new(0, Much),
        ["PowerOnHours"] = new(0, 10_000_000),
        ["CriticalWarning"] = new(0, 255),
        ["PercentUsed"] = new(0, 255),
        ["SparePercent"] = new(0, 255),
        ["SpareThresholdPercent"] = new(0, 255),
        ["Passes"] = new(0, 1_000_000_000),
        ["MBs"] = new(0, 100_000_000),
        ["Iops"] = new(0, 10_000_000_000),
        ["Latency99Ms"] = new(0, 100_000_000),
        ["IdlePercent"] = new(0, 100),
        ["MemoryWaitPercent"] = new(0, 100),
        ["StorageWaitPercent"] = new(0, 100),
        ["ProcessorWaitPercent"] = new(0, 100),
        ["AvailableKiB"] = new(0, 1_099_511_627_776),
        ["SwapTotalKiB"] = new(0, 1_099_511_627_776),
        ["SwapFreeKiB"] = new(0, 1_099_511_627_776),
        ["SwapInKiBs"] = new(0, 1_000_000_000),
        ["SwapOutKiBs"] = new(0, 1_000_000_000),
        ["WriteKiBs"] = new(0, 1_000_000_000),
        ["LogLines"] = new(0, int.MaxValue),
        ["Line"] = new(0, int.MaxValue),
        ["At"] = new(0, int.MaxValue),
        ["Number"] = new(1, 1_000_000),
        ["Targets"] = new(1, 1_000_000),

        // What is asked of quick sums, rehearsals and simulations.
        ["InstalledGiB"] = new(0, 1_048_576),
        ["LimitGiB"] = new(0, 1_048_576),
        ["WishGiB"] = new(0, 1_048_576),
        ["MemoryGiB"] = new(0, 1_048_576),
        ["BuyingRequest.RateMTs"] = new(0, 20_000),
        ["Bits"] = new(8, 128),
        ["ProcessorMTs"] = new(0, 20_000),
        ["BoardMTs"] = new(0, 20_000),
        ["Sockets"] = new(0, 64),
        ["FillRequest.Count"] = new(0, 1_024),
        ["WantedPieces.Count"] = new(0, 1_024),
        ["SpaceTB"] = new(0, 1_000_000),
        ["Failures"] = new(0, 1_000),
        ["NetworkGbs"] = new(0, 10_000),
        ["LastSeen"] = new(0, 1_000_000),

        // The rest.
        ["Value"] = new(0, 100_000_000),
        ["Minutes"] = new(0, 600),
        ["Screws"] = new(0, 200),
        ["InStock"] = new(0, 100_000),
        ["PriceEur"] = new(0, 1_000_000),
    }.ToFrozenDictionary();

    /// <summary>Most characters of texts that may be longer than usual, or must be shorter.</summary>
    public static readonly FrozenDictionary<string, int> Texts = new Dictionary<string, int>
    {
        ["SetNote.Text"] = 2_000,
        ["AnswerCheck.Note"] = 2_000,
        ["SetTick.Wording"] = 1_000,
        ["AnswerUnknown.Value"] = 8_000,
        ["Together.What"] = 1_000,
        ["Arrange.What"] = 1_000,
        ["OpeningStep.Text"] = 1_000,
        ["OpeningStep.Caution"] = 1_000,
        ["EvidenceRecord.Seen"] = 2_000,
        ["SeenFault.Text"] = 2_000,
        ["SeenLoad.ProcessorName"] = 400,
        ["HandOver.To"] = 120,
        ["JobDocument.Title"] = 120,
        ["JobDocument.Owner"] = 120,
        ["JobDocument.BegunBy"] = 80,
        ["JobDocumentEntry.Who"] = 80,
        ["Carried.Note"] = 500,
    }.ToFrozenDictionary();

    /// <summary>Texts that are read and not kept as text: captures and lists. Whatever they hold is for their readers to judge.</summary>
    public static readonly FrozenSet<string> Raw = new[]
    {
        "BeginRequest.Capture",
        "ListRequest.Text",
        "ListTableRequest.Text",
        "LabelsRequest.Text",
        "QuickBoardRequest.Modules",
        "ClockRequest.Modules",
        "Carried.Modules",
    }.ToFrozenSet();

    /// <summary>Texts that may have several lines.</summary>
    public static readonly FrozenSet<string> ManyLines = new[]
    {
        "SetNote.Text",
        "AnswerCheck.Note",
        "SetTick.Wording",
        "OpeningStep.Text",
        "OpeningStep.Caution",
        "EvidenceRecord.Seen",
        "SeenFault.Text",
        "Carried.Note",
    }.ToFrozenSet();

    /// <summary>Most entries of lists that may be longer than usual, or must be shorter.</summary>
    public static readonly FrozenDictionary<string, int> Counts = new Dictionary<string, int>
    {
        ["Together.Edits"] = 256,
        ["MachineSheet.Listed"] = 5_000,
        ["ListTableRequest.Before"] = 5_000,
        ["ArrayPlan.Members"] = 512,
        ["ArrayPlan.Spares"] = 512,
        ["CachePlan.Places"] = 16,
        ["CachePlan.Volumes"] = 16,
        ["BootPlan.Places"] = 4,
        ["SetSplit.Widths"] = 32,
        ["Observation.Pci"] = 4_096,
        ["Observation.Drives"] = 4_096,
        ["Observation.Devices"] = 4_096,
        ["Observation.Faults"] = 10_000,
        ["SeenDrive.Uses"] = 4_096,
        ["JobDocument.Entries"] = 10_000,
        ["JobDocumentEntry.Targets"] = 10_000,
    }.ToFrozenDictionary();
}
