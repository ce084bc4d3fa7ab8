using System.ComponentModel;
using System.Text.Json.Serialization;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Survey;

[JsonConverter(typeof(JsonStringEnumConverter<AnswerKind>))]
public enum AnswerKind
{
    [JsonStringEnumMemberName("choice")]
    Choice,

    [JsonStringEnumMemberName("several")]
    Several,

    [JsonStringEnumMemberName("number")]
    Number,

    [JsonStringEnumMemberName("text")]
    Text,

    [JsonStringEnumMemberName("place")]
    Place,
}

/// <summary>Something about the machine that nobody has told yet.</summary>
/// <param name="Path">Stable name, used by the answer.</param>
/// <param name="Question">What to find out.</param>
/// <param name="Blocks">What can't be computed until then; everything else can.</param>
/// <param name="Where">Where a person finds it.</param>
/// <param name="Place">The place it is about, if any.</param>
public sealed record Unknown(
    string Path,
    string Question,
    string Blocks,
    string Where,
    AnswerKind Kind,
    IReadOnlyList<string> Options,
    string? Unit = null,
    Place? Place = null
)
{
    /// <summary>True when the work can go on without it.</summary>
    [DefaultValue(false)]
    public bool Optional { get; init; }
}

/// <summary>What can be unknown about a machine, how it is asked, and how an answer enters the sheet.</summary>
public static class UnknownRegister
{
    private static readonly string[] Generations = ["DDR2", "DDR3", "DDR4", "DDR5"];
    private static readonly string[] Forms = ["dimm", "sodimm"];
    private static readonly string[] Types = ["unbuffered", "unbuffered-ecc", "registered", "load-reduced", "fully-buffered"];
    private static readonly string[] Bits = ["64", "32"];
    private static readonly string[] Systems = ["Linux", "another desktop or server system", "none yet"];
    private const string AnotherRevision = "another one";
    private static readonly string[] YesNo = ["yes", "no"];

    /// <summary>The unknowns of a job, those that block most first. Empty without a sheet.</summary>
    public static IReadOnlyList<Unknown> Of(MachineState state)
    {
        if (state.Sheet is not { } sheet)
            return [];
        var board = sheet.Memory;
        var unknowns = new List<Unknown>();
        // A shelf of drives has no memory to ask about.
        if (sheet.Channels.Count == 0)
        {
            AddOthers(state, sheet, unknowns);
            return unknowns;
        }
        if (board.Generation is null)
            unknowns.Add(
                new(
                    "memory.generation",
                    "Which memory generation does the board take?",
                    "every check of a module",
                    "printed beside the slots, or on a module",
                    AnswerKind.Choice,
                    Generations
                )
            );
        if (board.Form is null)
            unknowns.Add(
                new(
                    "memory.form",
                    "Full DIMM or SO-DIMM slots?",
                    "whether a module fits its slot",
                    "length of the slot: 133 mm or 70 mm",
                    AnswerKind.Choice,
                    Forms
                )
            );
        if (board.Types is null)
            unknowns.Add(
                new(
                    "memory.types",
                    "Which module types does it take?",
                    "whether a module starts at all",
                    "maker's sheet, or the type of the modules that run in it",
                    AnswerKind.Several,
                    Types
                )
            );
        if (!board.ChannelsKnown)
            unknowns.Add(
                new(
                    "channels",
                    "Which slots belong to which channel?",
                    "fill order, interleave, rate with two in a channel",
                    "colours beside the slots, maker's sheet. Write A1 A2 | B1 B2",
                    AnswerKind.Text,
                    []
                )
            );
        foreach (var socket in sheet.Sockets)
            if (Place.Socket(socket.Id) is var place && !state.Found.ContainsKey(place) && !state.FoundEmpty.Contains(place))
                unknowns.Add(
                    socket.Soldered
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
                        )
                );
        // A slot behind an empty socket can't hold anything that counts; nobody needs to look.
        foreach (
            var place in sheet
                .Channels.Where(c => !state.FoundEmpty.Contains(Place.Socket(c.Socket)))
                .SelectMany(c => c.Slots)
                .Select(Place.Slot)
        )
            if (!state.Found.ContainsKey(place) && !state.FoundEmpty.Contains(place))
                unknowns.Add(
                    new(
                        "found." + place,
                        $"What sits in {place.Name}?",
                        "total, rate, mixing",
                        "the label on the module",
                        AnswerKind.Place,
                        [],
                        Place: place
                    )
                );
        if (board.Rates is null && board.RateLimitMTs is null)
            unknowns.Add(
                new(
                    "memory.rateLimitMTs",
                    "Which is the board's top memory rate?",
                    "the rate after the change",
                    "maker's sheet, or the highest rate in the firmware set-up",
                    AnswerKind.Number,
                    [],
                    "MT/s"
                )
            );
        foreach (var (place, unit) in state.Found.Where(p => p.Key.IsSocket && p.Value.Processor is { MemoryRateMTs: null }))
            unknowns.Add(
                new(
                    "processor." + place,
                    $"Which memory rate does {unit.Processor!.Name} drive?",
                    "the rate after the change",
                    "processor's sheet, memory types",
                    AnswerKind.Number,
                    [],
                    "MT/s",
                    place
                )
            );
        if (board.SlotLimitGiB is null)
            unknowns.Add(
                new(
                    "memory.slotLimitGiB",
                    "Which is the largest module the maker lists?",
                    "what is off the maker's list",
                    "maker's sheet",
                    AnswerKind.Number,
                    [],
                    "GiB"
                )
            );
        if (board.TotalLimitGiB is null)
            unknowns.Add(
                new(
                    "memory.totalLimitGiB",
                    "Which is the largest total the maker lists?",
                    "what is off the maker's list",
                    "maker's sheet",
                    AnswerKind.Number,
                    [],
                    "GiB"
                )
            );
        if (state.System.OsKind is null)
            unknowns.Add(
                new(
                    "system.osKind",
                    "Which kind of system is installed?",
                    "how much of the memory it will show",
                    "the screen it starts with, or ask the owner",
                    AnswerKind.Choice,
                    Systems
                )
            );
        if (state.System is { OsBits: null, OsKind: not Observations.OsKind.None })
            unknowns.Add(
                new(
                    "system.osBits",
                    "Is the installed system 64-bit or 32-bit?",
                    "how much of the memory it will use",
                    "system page, or uname -m",
                    AnswerKind.Choice,
                    Bits
                )
            );
        if (state.System is { OsBits: 32, OsExtended: null })
            unknowns.Add(
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
            );
        if (state.System is { OsBits: 64, OsLimitGiB: null })
            unknowns.Add(
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
            );
        AddOthers(state, sheet, unknowns);
        return unknowns;
    }

    /// <summary>Bays, card slots and the rest: one line for a group, so that a shelf of 60 bays asks once.</summary>
    private static void AddOthers(MachineState state, MachineSheet sheet, List<Unknown> unknowns)
    {
        bool Open(Place place) => !state.Found.ContainsKey(place) && !state.FoundEmpty.Contains(place);
        void Group(string one, string blocks, string where, IEnumerable<Place> places)
        {
            var open = places.Where(Open).ToList();
            if (open.Count == 0)
                return;
            var names = open.Count == 1 ? open[0].Name : $"{open[0].Name} to {open[^1].Name} ({open.Count} left)";
            unknowns.Add(
                new(
                    "found." + open[0],
                    $"What sits in {(open.Count == 1 ? one : one + "s")} {names}?",
                    blocks,
                    where,
                    AnswerKind.Place,
                    [],
                    Place: open[0]
                )
                {
                    Optional = true,
                }
            );
        }
        foreach (var group in sheet.Bays)
            Group(
                "bay",
                "which drive is which, arrays, free bays",
                "lamps and labels at the front, or a capture of the controller",
                group.Names.Select(Place.Bay)
            );
        Group(
            "card slot",
            "free slots, lanes, power",
            "brackets at the rear, or lspci -vv with the firmware listing",
            sheet.Slots.Select(s => Place.Card(s.Id))
        );
        Group("M.2 place", "free places for flash", "open the machine, or nvme list", sheet.M2.Select(m => Place.M2(m.Id)));
        foreach (var array in ArrayNow.Of(state))
        {
            if (state.ArraysSaid.GetValueOrDefault(array.Name)?.Lost is null && array.MayHaveLost(state) is { Count: > 0 } lost)
                unknowns.Insert(
                    0,
                    new(
                        $"array.{array.Name}.lost",
                        $"Which drive did {array.Name} lose? It {array.Words}.",
                        "which of them may be pulled, and in which order",
                        "serial numbers and lamps: the one that is dark, or that the log names",
                        AnswerKind.Choice,
                        [.. lost.Select(p => p.Name), ArrayAnswers.NoneOfThese],
                        Place: lost[0]
                    )
                );
            if (
                array.Condition == Observations.RaidCondition.Unknown
                && state.ArraysSaid.GetValueOrDefault(array.Name)?.Level != ArrayAnswers.None
            )
                unknowns.Insert(
                    0,
                    new(
                        $"array.{array.Name}.state",
                        $"Is {array.Name} whole?",
                        "which of its drives may be pulled, and whether while it runs",
                        "the controller's or appliance's page, or /proc/mdstat",
                        AnswerKind.Choice,
                        ArrayAnswers.States,
                        Place: array.Members[0]
                    )
                );
            if (!array.LevelKnown)
                unknowns.Insert(
                    0,
                    new(
                        $"array.{array.Name}.level",
                        $"How do the drives in {Members(array)} share their data in {array.Name}?",
                        "which of them may be pulled, and whether while it runs",
                        "the controller's or appliance's page, or /proc/mdstat",
                        AnswerKind.Choice,
                        ArrayAnswers.Levels,
                        Place: array.Members[0]
                    )
                );
        }
        if (state.System.BoardRevision is null && Revisions(sheet) is { Count: > 0 } revisions)
            unknowns.Add(
                new(
                    "system.boardRevision",
                    "Which revision is the board?",
                    "slots and processors that only some revisions have",
                    "printed on the board, or dmidecode -t baseboard",
                    AnswerKind.Choice,
                    [.. revisions, AnotherRevision]
                )
                {
                    Optional = true,
                }
            );
        if (state.System.Firmware is null && (sheet.Firmware?.Needs.Count > 0 || sheet.Processors.Any(p => p.Firmware is not null)))
            unknowns.Add(
                new(
                    "system.firmware",
                    "Which version of its firmware is installed?",
                    "whether it knows the new parts",
                    "first screen, set-up, or dmidecode -t bios",
                    AnswerKind.Text,
                    []
                )
                {
                    Optional = true,
                }
            );
        if (state.System.Serial is null)
            unknowns.Add(
                new(
                    "system.serial",
                    "Which serial number has the machine?",
                    "the record and the warranty",
                    sheet.Battery.Count > 0 ? "label underneath" : "label at the rear or on its pull-out tag",
                    AnswerKind.Text,
                    []
                )
                {
                    Optional = true,
                }
            );
        if (state.System.HostName is null)
            unknowns.Add(
                new(
                    "system.hostName",
                    "What is it called in the network?",
                    "the hand-over note, finding it again",
                    "uname -n, or the owner",
                    AnswerKind.Text,
                    []
                )
                {
                    Optional = true,
                }
            );
        if (
            state.System.ManagementAddress is null
            && sheet.Chassis.Kind is ChassisKind.Rack or ChassisKind.Tower or ChassisKind.Edge or ChassisKind.Shelf
        )
            unknowns.Add(
                new(
                    "system.managementAddress",
                    "Where is its management page?",
                    "looking in without going there",
                    "sticker, ipmitool lan print, or none",
                    AnswerKind.Text,
                    []
                )
                {
                    Optional = true,
                }
            );
    }

    // A number alone is no place; names of bays that are words speak for themselves.
    private static string Members(ArrayNow array)
    {
        var names = array.Members.Select(p => p.Name).ToList();
        var bays = names.Count > 1 && array.Members.All(m => m.IsBay) && names.All(n => int.TryParse(n, out _)) ? "bays " : "";
        return bays + (names.Count > 4 ? $"{names[0]} to {names[^1]} ({names.Count})" : Verdicts.Say.Words(names));
    }

    /// <summary>The revisions that the sheet tells apart, each once.</summary>
    private static List<string> Revisions(MachineSheet sheet) =>
        [.. sheet.Revisions.Select(r => r.Name).Concat(sheet.Processors.SelectMany(p => p.Revisions ?? [])).Distinct()];

    /// <summary>Why an answer can't be taken; null when it can.</summary>
    public static SheetProblem? Refusal(MachineState state, AnswerUnknown answer)
    {
        if (state.Sheet is null)
            return new("/edit", "The machine has no sheet yet.");
        return answer.Path switch
        {
            "memory.generation" when !Generations.Contains(answer.Value) => new(
                "/edit/value",
                "The generation is DDR2, DDR3, DDR4 or DDR5."
            ),
            "memory.form" when !Forms.Contains(answer.Value) => new("/edit/value", "The form is dimm or sodimm."),
            "memory.types" when Split(answer.Value, ',') is var t && (t.Count == 0 || t.Any(x => !Types.Contains(x))) => new(
                "/edit/value",
                "Name types as " + string.Join(", ", Types) + "."
            ),
            "memory.rateLimitMTs" when !InRange(answer.Value, 200, 20_000) => new(
                "/edit/value",
                "A rate lies between 200 and 20 000 MT/s."
            ),
            "memory.slotLimitGiB" or "memory.totalLimitGiB" when !InRange(answer.Value, 1, 1_048_576) => new(
                "/edit/value",
                "A limit is a whole number of GiB, 1 or more."
            ),
            "system.boardRevision" => Revisions(state.Sheet) is var names
            && (names.Contains(answer.Value) || answer.Value == AnotherRevision)
                ? null
                : new(
                    "/edit/value",
                    $"The sheet tells revisions {Verdicts.Say.Words(Revisions(state.Sheet))} apart; else answer “{AnotherRevision}”."
                ),
            "system.serial" or "system.hostName" or "system.managementAddress" or "system.firmware" => answer.Value.Trim().Length
                is > 0
                    and <= 120
                ? null
                : new("/edit/value", "Write 1 to 120 characters."),
            "system.osKind" => Systems.Contains(answer.Value) ? null : new("/edit/value", $"A system is {Verdicts.Say.Words(Systems)}."),
            "system.osBits" when !Bits.Contains(answer.Value) => new("/edit/value", "A system is 64 or 32 bit."),
            "system.osExtended" when !YesNo.Contains(answer.Value) => new("/edit/value", "Answer yes or no."),
            "system.osLimitGiB" when !InRange(answer.Value, 0, 1_048_576) => new(
                "/edit/value",
                "A limit is a whole number of GiB, 0 for none."
            ),
            "channels" => RefuseChannels(state.Sheet, answer.Value),
            _ when answer.Path.StartsWith("processor.", StringComparison.Ordinal) => RefuseProcessor(state, answer),
            _ when ArrayPath(answer.Path) is var (array, what) => RefuseArray(state, array, what, answer.Value),
            "memory.generation"
            or "memory.form"
            or "memory.types"
            or "memory.rateLimitMTs"
            or "memory.slotLimitGiB"
            or "memory.totalLimitGiB"
            or "system.osBits"
            or "system.osExtended"
            or "system.osLimitGiB" => null,
            _ => new("/edit/path", $"{answer.Path} is nothing that can be answered."),
        };
    }

    public static MachineState Apply(MachineState state, AnswerUnknown answer)
    {
        var sheet = state.Sheet!;
        var board = sheet.Memory;
        return answer.Path switch
        {
            "system.osKind" => state with
            {
                System = state.System with { OsKind = (Observations.OsKind)System.Array.IndexOf(Systems, answer.Value) },
            },
            "system.osBits" => state with { System = state.System with { OsBits = int.Parse(answer.Value) } },
            "system.osExtended" => state with { System = state.System with { OsExtended = answer.Value == "yes" } },
            "system.osLimitGiB" => state with { System = state.System with { OsLimitGiB = int.Parse(answer.Value) } },
            "system.boardRevision" => state with { System = state.System with { BoardRevision = answer.Value } },
            "system.firmware" => state with { System = state.System with { Firmware = answer.Value.Trim() } },
            "system.serial" => state with { System = state.System with { Serial = answer.Value.Trim() } },
            "system.hostName" => state with { System = state.System with { HostName = answer.Value.Trim() } },
            "system.managementAddress" => state with { System = state.System with { ManagementAddress = answer.Value.Trim() } },
            "channels" => state with
            {
                Sheet = sheet with { Channels = ParseChannels(sheet, answer.Value), Memory = board with { ChannelsKnown = true } },
            },
            "memory.generation" => With(board with { Generation = Enum.Parse<MemoryGeneration>(answer.Value, true) }),
            "memory.form" => With(board with { Form = Enum.Parse<ModuleForm>(answer.Value, true) }),
            "memory.types" => With(board with { Types = [.. Split(answer.Value, ',').Select(TypeOf)] }),
            "memory.rateLimitMTs" => With(board with { RateLimitMTs = int.Parse(answer.Value) }),
            "memory.slotLimitGiB" => With(board with { SlotLimitGiB = int.Parse(answer.Value) }),
            "memory.totalLimitGiB" => With(board with { TotalLimitGiB = int.Parse(answer.Value) }),
            _ when ArrayPath(answer.Path) is var (array, what) => state with
            {
                ArraysSaid = state.ArraysSaid.SetItem(array, Said(state, array, what, answer.Value)),
            },
            _ => ApplyProcessor(state, answer),
        };

        MachineState With(MemoryBoard changed) => state with { Sheet = sheet with { Memory = changed } };
    }

    /// <summary>"array.md0.level" is the level of md0.</summary>
    private static (string Array, string What)? ArrayPath(string path) =>
        path.StartsWith("array.", StringComparison.Ordinal) && path.LastIndexOf('.') is > 6 and var dot
            ? (path[6..dot], path[(dot + 1)..])
            : null;

    private static SheetProblem? RefuseArray(MachineState state, string array, string what, string value)
    {
        if (what is not ("level" or "state" or "lost"))
            return new("/edit/path", $"{what} of an array is nothing that can be answered.");
        if (ArrayNow.Of(state).FirstOrDefault(a => a.Name == array) is not { } now)
            return new("/edit/path", $"No found drive belongs to {array}.");
        IReadOnlyList<string> words = what switch
        {
            "level" => ArrayAnswers.Levels,
            "state" => ArrayAnswers.States,
            _ => [.. now.MayHaveLost(state).Select(p => p.Name), ArrayAnswers.NoneOfThese],
        };
        return words.Contains(value) ? null : new("/edit/value", $"Answer {Verdicts.Say.Words(words)}.");
    }

    private static ArraySaid Said(MachineState state, string array, string what, string value) =>
        (state.ArraysSaid.GetValueOrDefault(array) ?? new ArraySaid()) is var said && what == "level" ? said with { Level = value }
        : what == "state" ? said with { State = value }
        : said with
        {
            Lost = state.Found.Keys.FirstOrDefault(p => p.Name == value && state.Found[p].Drive is not null)?.ToString()
                ?? ArrayAnswers.NoneOfThese,
        };

    private static ModuleType TypeOf(string word) =>
        word switch
        {
            "unbuffered" => ModuleType.Unbuffered,
            "unbuffered-ecc" => ModuleType.UnbufferedEcc,
            "registered" => ModuleType.Registered,
            "fully-buffered" => ModuleType.FullyBuffered,
            _ => ModuleType.LoadReduced,
        };

    private static SheetProblem? RefuseProcessor(MachineState state, AnswerUnknown answer)
    {
        var place = Place.Parse(answer.Path["processor.".Length..]);
        if (state.Found.GetValueOrDefault(place)?.Processor is null)
            return new("/edit/path", $"No processor was found in {place.Name}.");
        return InRange(answer.Value, 200, 20_000) ? null : new("/edit/value", "A rate lies between 200 and 20 000 MT/s.");
    }

    private static MachineState ApplyProcessor(MachineState state, AnswerUnknown answer)
    {
        var name = state.Found[Place.Parse(answer.Path["processor.".Length..])].Processor!.Name;
        // The same part in the other socket has the same sheet.
        var found = state.Found;
        foreach (var (place, unit) in state.Found.Where(p => p.Value.Processor?.Name == name))
            found = found.SetItem(place, unit with { Processor = unit.Processor! with { MemoryRateMTs = int.Parse(answer.Value) } });
        return state with { Found = found };
    }

    private static SheetProblem? RefuseChannels(MachineSheet sheet, string value)
    {
        var have = sheet.Channels.SelectMany(c => c.Slots).ToHashSet();
        var named = Split(value, '|').SelectMany(c => Split(c, ' ')).ToList();
        if (named.FirstOrDefault(n => !have.Contains(n)) is { } strange)
            return new("/edit/value", $"{strange} is no slot of this board: {string.Join(' ', have)}.");
        if (named.Count != named.Distinct().Count())
            return new("/edit/value", "A slot stands in one channel only.");
        return named.Count == have.Count
            ? null
            : new("/edit/value", $"Name every slot once; {string.Join(' ', have.Except(named))} is missing.");
    }

    private static List<Channel> ParseChannels(MachineSheet sheet, string value)
    {
        var names = "ABCDEFGHIJKLMNOPQRSTUVWXYZ";
        return
        [
            .. Split(value, '|')
                .Select(
                    (c, i) =>
                    {
                        var slots = Split(c, ' ');
                        return new Channel(
                            i < names.Length ? names[i].ToString() : $"{i + 1}",
                            sheet.Channels.First(old => old.Slots.Contains(slots[0])).Socket,
                            slots
                        );
                    }
                ),
        ];
    }

    private static bool InRange(string text, int low, int high) => int.TryParse(text, out var n) && n >= low && n <= high;

    private static List<string> Split(string text, char at) =>
        [.. text.Split(at, StringSplitOptions.RemoveEmptyEntries | StringSplitOptions.TrimEntries)];
}
