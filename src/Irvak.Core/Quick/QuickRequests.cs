using System.Text.Json.Serialization;
using Irvak.Core.Contracts;
using Irvak.Core.Memory;
using Irvak.Core.Observations;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Quick;

/// <param name="InstalledGiB">What the slots hold.</param>
public sealed record OsRequest(
    double InstalledGiB,
    int Bits,
    bool Extended,
    int? LimitGiB,
    int? ReservedMiB,
    bool Graphics,
    OsKind? Kind = null
)
{
    /// <summary>What is wrong with the question, with a path; null when nothing is.</summary>
    [JsonIgnore]
    public SheetProblem? Problem =>
        InstalledGiB is not (> 0 and <= 1_048_576) ? new("/installedGiB", "Memory lies between 0 and 1 048 576 GiB.")
        : Bits is not (32 or 64) ? new("/bits", "A system is 64 or 32 bit.")
        : LimitGiB is <= 0 ? new("/limitGiB", "A limit is 1 GiB or more.")
        : ReservedMiB is < 0 or > 1_048_576 ? new("/reservedMiB", "A share lies between 0 and 1 048 576 MiB.")
        : null;

    public OsQuestion Asked() =>
        new(new ByteCount((long)(InstalledGiB * (1L << 30))), Bits, Extended, LimitGiB, ReservedMiB, Graphics, Kind);
}

/// <param name="Modules">One label a line.</param>
/// <param name="PerChannel">Modules in each channel.</param>
/// <param name="ProcessorMTs">The processor's limit; null when not known.</param>
/// <param name="BoardMTs">The board's limit with so many in a channel; null when not known.</param>
public sealed record ClockRequest(string? Modules, int PerChannel, int? ProcessorMTs, int? BoardMTs)
{
    /// <summary>What is wrong with the question, with a path; null when nothing is.</summary>
    [JsonIgnore]
    public SheetProblem? Problem =>
        ModuleLines.TooLong(Modules, "/modules")
        ?? (
            PerChannel is < 1 or > QuickClock.MostPerChannel
                ? new("/perChannel", $"A channel holds 1 to {QuickClock.MostPerChannel} modules.")
            : ProcessorMTs is <= 0 or > 20_000 ? new("/processorMTs", "A rate lies between 1 and 20 000 MT/s.")
            : BoardMTs is <= 0 or > 20_000 ? new("/boardMTs", "A rate lies between 1 and 20 000 MT/s.")
            : null
        );
}

/// <param name="SheetId">The board.</param>
/// <param name="Sockets">Sockets with a processor; 0 for all.</param>
/// <param name="Count">How many modules alike.</param>
public sealed record FillRequest(string SheetId, int Sockets, int Count)
{
    /// <summary>What is wrong with the question, with a path; null when nothing is.</summary>
    [JsonIgnore]
    public SheetProblem? Problem =>
        Count is < 0 or > ModuleLines.MostPieces ? new("/count", $"Between 0 and {ModuleLines.MostPieces} modules.") : null;

    /// <summary>Why a board can't be asked about; null when it can.</summary>
    public static SheetProblem? ProblemOf(MachineSheet sheet) =>
        QuickBoardRequest.ProblemOf(sheet)
        ?? (
            sheet.Memory.ChannelsKnown
                ? null
                : new("/sheetId", $"Which slots of {sheet.FullName} share a channel is not known yet: add it to its sheet.")
        );
}

/// <param name="SheetId">The board.</param>
/// <param name="Sockets">Sockets with a processor; 0 for all.</param>
/// <param name="Processor">One of the sheet's processors by name; null for its first.</param>
/// <param name="Modules">One label a line, with how many: "4 × 16GB 2Rx4 PC4-2400T-R".</param>
/// <param name="OsBits">Word size of the system; null when it does not matter.</param>
public sealed record QuickBoardRequest(string SheetId, int Sockets, string? Processor, string? Modules, int? OsBits, MemoryMode Mode)
{
    /// <summary>What is wrong with the question, with a path; null when nothing is.</summary>
    [JsonIgnore]
    public SheetProblem? Problem =>
        ModuleLines.TooLong(Modules, "/modules") ?? (OsBits is null or 32 or 64 ? null : new("/osBits", "A system is 64 or 32 bit."));

    /// <summary>Why a board can't be asked about; null when it can.</summary>
    public static SheetProblem? ProblemOf(MachineSheet sheet) =>
        sheet.Channels.Count == 0 ? new("/sheetId", $"{sheet.FullName} has no memory slots.") : null;
}
