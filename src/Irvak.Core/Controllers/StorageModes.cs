using System.Collections.Immutable;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Controllers;

/// <summary>Storage modes of a board’s own controllers: as somebody said, as captures show them, as arrays need them.</summary>
public static class StorageModes
{
    public static readonly ImmutableSortedDictionary<string, StorageMode> None = ImmutableSortedDictionary.Create<string, StorageMode>(
        StringComparer.Ordinal
    );

    public static string Words(StorageMode mode) => mode == StorageMode.Raid ? "RAID" : "plain";

    /// <summary>The modes before the work, by the board’s name: what somebody said, else what captures show.</summary>
    public static IReadOnlyDictionary<string, StorageMode> Found(MachineState machine, ImmutableSortedDictionary<string, StorageMode> said)
    {
        // Which of several a listing shows can't be told.
        if (machine.Sheet is not { } sheet || BayController.Boards(sheet).ToList() is not [var only] || said.ContainsKey(only.Id))
            return said;
        return machine.Readings.Values.Select(Seen).LastOrDefault(m => m is not null) is { } mode ? said.SetItem(only.Id, mode) : said;
    }

    // Classes of the PCI Code and ID Assignment Specification: 01 04 RAID, 01 06 SATA. What is on the first bus is on the board or in the
    // processor's own hub (common practice, no source).
    private const string RaidClass = "0104",
        SataClass = "0106";

    /// <summary>The mode as a listing of the bus shows it; null when it shows none.</summary>
    public static StorageMode? Seen(Observation seen)
    {
        var onBoard = seen.Pci.Where(p => Bus(p.Address) == "00").ToList();
        var (raid, plain) = (
            onBoard.Any(p => Is(p, RaidClass, "RAID bus controller")),
            onBoard.Any(p => Is(p, SataClass, "SATA controller"))
        );
        // Of both it can't be told which one keeps the drives: RAID of a processor's lanes stands beside plain SATA ports.
        return raid == plain ? null
            : raid ? StorageMode.Raid
            : StorageMode.Plain;
    }

    private static bool Is(SeenPci device, string code, string words) =>
        device.ClassCode is { } its ? its == code : string.Equals(device.Class, words, StringComparison.OrdinalIgnoreCase);

    /// <summary>Of <c>[dddd:]bb:dd.f</c>.</summary>
    private static string Bus(string address) => address.Split(':') is { Length: >= 2 } parts ? parts[^2] : "";

    /// <summary>True when an array is kept by a controller, and every member of it is known to hang on this board’s.</summary>
    public static bool Keeps(BoardPlace board, ArrayPlan array, Func<Place, BayController?> at) =>
        array is { Host: ArrayHost.Controller, Level: not ArrayLevel.Single }
        && array.Members.All(m => at(m)?.Place == Place.Board(board.Id));
}
