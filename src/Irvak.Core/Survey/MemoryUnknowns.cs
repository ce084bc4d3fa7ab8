using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Survey;

/// <summary>What can be unknown of a machine's memory, its processors and the system that uses them.</summary>
internal static class MemoryUnknowns
{
    internal static readonly string[] Generations = ["DDR2", "DDR3", "DDR4", "DDR5"];
    internal static readonly string[] Forms = ["dimm", "sodimm"];
    internal static readonly string[] Types = ["unbuffered", "unbuffered-ecc", "registered", "load-reduced", "fully-buffered"];
    internal static readonly string[] Bits = ["64", "32"];
    internal static readonly string[] Systems = ["Linux", "another desktop or server system", "none yet"];
    internal static readonly string[] YesNo = ["yes", "no"];

    /// <summary>What the board takes.</summary>
    private static readonly (Func<MachineState, MachineSheet, bool> Open, Func<MachineSheet, Unknown> Ask)[] Board =
    [
        (
            (_, sheet) => sheet.Memory.Generation is null,
            _ =>
                new(
                    "memory.generation",
                    "Which memory generation does the board take?",
                    "every check of a module",
                    "printed beside the slots, or on a module",
                    AnswerKind.Choice,
                    Generations
                )
        ),
        (
            (_, sheet) => sheet.Memory.Form is null,
            _ =>
                new(
                    "memory.form",
                    "Full DIMM or SO-DIMM slots?",
                    "whether a module fits its slot",
                    "length of the slot: 133 mm or 70 mm",
                    AnswerKind.Choice,
                    Forms
                )
        ),
        (
            (_, sheet) => sheet.Memory.Types is null,
            sheet =>
                new(
                    "memory.types",
                    "Which module types does it take?",
                    "whether a module starts at all",
                    "maker's sheet, or the type of the modules that run in it",
                    AnswerKind.Several,
                    Types
                )
        ),
        (
            (_, sheet) => !sheet.Memory.ChannelsKnown,
            sheet =>
                new(
                    "channels",
                    "Which slots belong to which channel?",
                    "fill order, interleave, rate with two in a channel",
                    "colours beside the slots, maker's sheet. Write A1 A2 | B1 B2",
                    AnswerKind.Text,
                    []
                )
        ),
    ];

    /// <summary>The rate that the board drives.</summary>
    private static readonly (Func<MachineState, MachineSheet, bool> Open, Func<MachineSheet, Unknown> Ask)[] Rates =
    [
        (
            (_, sheet) => sheet.Memory.Rates is null && sheet.Memory.RateLimitMTs is null,
            sheet =>
                new(
                    "memory.rateLimitMTs",
                    "Which is the board's top memory rate?",
                    "the rate after the change",
                    "maker's sheet, or the highest rate in the firmware set-up",
                    AnswerKind.Number,
                    [],
                    "MT/s"
                )
        ),
    ];

    /// <summary>Where the maker's list and the installed system end.</summary>
    private static readonly (Func<MachineState, MachineSheet, bool> Open, Func<MachineSheet, Unknown> Ask)[] Limits =
    [
        (
            (_, sheet) => sheet.Memory.SlotLimitGiB is null,
            sheet =>
                new(
                    "memory.slotLimitGiB",
                    "Which is the largest module the maker lists?",
                    "what is off the maker's list",
                    "maker's sheet",
                    AnswerKind.Number,
                    [],
                    "GiB"
                )
        ),
        (
            (_, sheet) => sheet.Memory.TotalLimitGiB is null,
            sheet =>
                new(
                    "memory.totalLimitGiB",
                    "Which is the largest total the maker lists?",
                    "what is off the maker's list",
                    "maker's sheet",
                    AnswerKind.Number,
                    [],
                    "GiB"
                )
        ),
        (
            (state, _) => state.System.OsKind is null,
            _ =>
                new(
                    "system.osKind",
                    "Which kind of system is installed?",
                    "what it will show after the work",
                    "the screen it starts with, or ask the owner",
                    AnswerKind.Choice,
                    Systems
                )
        ),
        (
            (state, _) => state.System is { OsBits: null, OsKind: not Observations.OsKind.None },
            _ =>
                new(
                    "system.osBits",
                    "Is the installed system 64-bit or 32-bit?",
                    "how much of the memory it will use",
                    "system page, or uname -m",
                    AnswerKind.Choice,
                    Bits
                )
        ),
        (
            (state, _) => state.System is { OsBits: 32, OsExtended: null },
            _ =>
                new(
                    "system.osExtended",
                    "Does the 32-bit system use address extension?",
                    "whether it reaches beyond 4 GiB",
                    "pae among the flags of /proc/cpuinfo and a kernel built for it; client editions mostly not",
                    AnswerKind.Choice,
                    YesNo
                )
                {
                    Optional = true,
                }
        ),
        (
            (state, _) => state.System is { OsBits: 64, OsLimitGiB: null },
            _ =>
                new(
                    "system.osLimitGiB",
                    "At how much memory does the edition of the system end, 0 for no limit?",
                    "how much of the memory it will use",
                    "licence or edition of the system; Linux has none that matters",
                    AnswerKind.Number,
                    [],
                    "GiB"
                )
                {
                    Optional = true,
                }
        ),
    ];

    public static IEnumerable<Unknown> Of(MachineState state, MachineSheet sheet) =>
        [
            .. Open(Board, state, sheet),
            .. Sockets(state, sheet),
            .. Slots(state, sheet),
            .. Open(Rates, state, sheet),
            .. Processors(state),
            .. Open(Limits, state, sheet),
        ];

    /// <summary>Those of them that are about no single place.</summary>
    public static IEnumerable<Unknown> OfMachine(MachineState state, MachineSheet sheet) =>
        [.. Open(Board, state, sheet), .. Open(Rates, state, sheet), .. Processors(state), .. Open(Limits, state, sheet)];

    /// <summary>Those of a table that nobody told yet.</summary>
    internal static IEnumerable<Unknown> Open(
        (Func<MachineState, MachineSheet, bool> Open, Func<MachineSheet, Unknown> Ask)[] table,
        MachineState state,
        MachineSheet sheet
    ) => table.Where(u => u.Open(state, sheet)).Select(u => u.Ask(sheet));

    private static IEnumerable<Unknown> Sockets(MachineState state, MachineSheet sheet)
    {
        foreach (var socket in sheet.Sockets)
            if (Place.Socket(socket.Id) is var place && !state.Found.ContainsKey(place) && !state.FoundEmpty.Contains(place))
                yield return socket.Soldered
                    ? new(
                        "found." + place,
                        $"Which processor is soldered at {socket.Id}?",
                        "the memory rate and total that it drives",
                        "maker's sheet, or the system's page",
                        AnswerKind.Place,
                        [],
                        Place: place
                    )
                    : new(
                        "found." + place,
                        $"Is there a processor in {socket.Id}?",
                        "whether its slots can be used",
                        "under the heat sink, or on the system's page",
                        AnswerKind.Place,
                        [],
                        Place: place
                    );
    }

    private static IEnumerable<Unknown> Slots(MachineState state, MachineSheet sheet)
    {
        // A slot behind an empty socket can't hold anything that counts; nobody needs to look.
        foreach (
            var place in sheet
                .Channels.Where(c => !state.FoundEmpty.Contains(Place.Socket(c.Socket)))
                .SelectMany(c => c.Slots)
                .Select(Place.Slot)
        )
            if (!state.Found.ContainsKey(place) && !state.FoundEmpty.Contains(place))
                yield return new(
                    "found." + place,
                    $"What sits in {place.Name}?",
                    "total, rate, mixing",
                    "the label on the module",
                    AnswerKind.Place,
                    [],
                    Place: place
                );
    }

    private static IEnumerable<Unknown> Processors(MachineState state)
    {
        // Like processors are asked of once: what is answered goes for all of them.
        foreach (
            var (place, unit) in state
                .Found.Where(p => p.Key.IsSocket && p.Value.Processor is { MemoryRateMTs: null })
                .OrderBy(p => p.Key)
                .DistinctBy(p => p.Value.Processor!.Name)
        )
            yield return new(
                "processor." + place,
                $"Which memory rate does {unit.Processor!.Name} drive?",
                "the rate after the change",
                "processor's sheet, memory types",
                AnswerKind.Number,
                [],
                "MT/s",
                place
            );
    }
}
