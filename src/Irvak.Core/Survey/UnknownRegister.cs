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

    /// <summary>True for what the purpose of the job has nothing to do with, and for what somebody left aside.</summary>
    [DefaultValue(false)]
    public bool Aside { get; init; }

    /// <summary>True where somebody left it aside; it is asked again by a press.</summary>
    [DefaultValue(false)]
    public bool LeftAside { get; init; }
}

/// <summary>What can be unknown about a machine, how it is asked, and how an answer enters the sheet.</summary>
public static class UnknownRegister
{
    /// <summary>The unknowns of a job, those that block most first. Empty without a sheet.</summary>
    public static IReadOnlyList<Unknown> Of(MachineState state) =>
        state.Sheet is not { } sheet
            ? []
            :
            [
                .. PlaceUnknowns.Arrays(state),
                // A shelf of drives has no memory to ask about.
                .. sheet.Channels.Count == 0 ? [] : MemoryUnknowns.Of(state, sheet),
                .. PlaceUnknowns.Of(state, sheet),
            ];

    /// <summary>Those of them that are about no single place and no array.</summary>
    public static IReadOnlyList<Unknown> OfMachine(MachineState state, MachineSheet sheet) =>
        [.. sheet.Channels.Count == 0 ? [] : MemoryUnknowns.OfMachine(state, sheet), .. PlaceUnknowns.OfMachine(state, sheet)];

    /// <summary>Why an answer can't be taken; null when it can.</summary>
    public static SheetProblem? Refusal(MachineState state, AnswerUnknown answer)
    {
        if (state.Sheet is null)
            return new("/edit", "The machine has no sheet yet.");
        return answer.Path switch
        {
            "memory.generation" when !MemoryUnknowns.Generations.Contains(answer.Value) => new(
                "/edit/value",
                "The generation is DDR2, DDR3, DDR4 or DDR5."
            ),
            "memory.form" when !MemoryUnknowns.Forms.Contains(answer.Value) => new("/edit/value", "The form is dimm or sodimm."),
            "memory.types" when Split(answer.Value, ',') is var t && (t.Count == 0 || t.Any(x => !MemoryUnknowns.Types.Contains(x))) => new(
                "/edit/value",
                "Name types as " + string.Join(", ", MemoryUnknowns.Types) + "."
            ),
            "memory.rateLimitMTs" when !InRange(answer.Value, 200, 20_000) => new(
                "/edit/value",
                "A rate lies between 200 and 20 000 MT/s."
            ),
            "memory.slotLimitGiB" or "memory.totalLimitGiB" when !InRange(answer.Value, 1, 1_048_576) => new(
                "/edit/value",
                "A limit is a whole number of GiB, 1 or more."
            ),
            "system.boardRevision" => PlaceUnknowns.Revisions(state.Sheet) is var names
            && (names.Contains(answer.Value) || answer.Value == PlaceUnknowns.AnotherRevision)
                ? null
                : new(
                    "/edit/value",
                    $"The sheet tells revisions {Verdicts.Say.Words(names)} apart; else answer “{PlaceUnknowns.AnotherRevision}”."
                ),
            "system.serial" or "system.hostName" or "system.managementAddress" or "system.firmware" => answer.Value.Trim().Length
                is > 0
                    and <= 120
                ? null
                : new("/edit/value", "Write 1 to 120 characters."),
            "system.osKind" => MemoryUnknowns.Systems.Contains(answer.Value)
                ? null
                : new("/edit/value", $"A system is {Verdicts.Say.Words(MemoryUnknowns.Systems)}."),
            "system.osBits" when !MemoryUnknowns.Bits.Contains(answer.Value) => new("/edit/value", "A system is 64 or 32 bit."),
            "system.osExtended" when !MemoryUnknowns.YesNo.Contains(answer.Value) => new("/edit/value", "Answer yes or no."),
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
                System = state.System with { OsKind = (Observations.OsKind)System.Array.IndexOf(MemoryUnknowns.Systems, answer.Value) },
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
        if (what is not ("level" or "state" or "lost" or "keeper"))
            return new("/edit/path", $"{what} of an array is nothing that can be answered.");
        if (ArrayNow.Of(state).FirstOrDefault(a => a.Name == array) is not { } now)
            return new("/edit/path", $"No found drive belongs to {array}.");
        IReadOnlyList<string> words = what switch
        {
            "level" => ArrayAnswers.Levels,
            "state" => ArrayAnswers.States,
            "keeper" => ArrayAnswers.Keepers,
            _ => [.. now.MayHaveLost(state).Select(p => p.Name), ArrayAnswers.NoneOfThese],
        };
        return words.Contains(value) ? null : new("/edit/value", $"Answer {Verdicts.Say.Words(words)}.");
    }

    private static ArraySaid Said(MachineState state, string array, string what, string value) =>
        (state.ArraysSaid.GetValueOrDefault(array) ?? new ArraySaid()) is var said && what == "level" ? said with { Level = value }
        : what == "state" ? said with { State = value }
        : what == "keeper" ? said with { Keeper = value }
        : said with
        {
            Lost = state.Found.Keys.FirstOrDefault(p => p.Name == value && state.Found[p].Drive is not null)?.ToString()
                ?? ArrayAnswers.NoneOfThese,
        };

    private static readonly (string Word, ModuleType Type)[] ModuleTypes =
    [
        ("unbuffered", ModuleType.Unbuffered),
        ("unbuffered-ecc", ModuleType.UnbufferedEcc),
        ("registered", ModuleType.Registered),
        ("fully-buffered", ModuleType.FullyBuffered),
        ("load-reduced", ModuleType.LoadReduced),
    ];

    private static ModuleType TypeOf(string word) => ModuleTypes.First(t => t.Word == word).Type;

    /// <summary>A module type as an answer names it.</summary>
    internal static string WordOf(ModuleType type) => ModuleTypes.First(t => t.Type == type).Word;

    private static SheetProblem? RefuseProcessor(MachineState state, AnswerUnknown answer)
    {
        var place = Place.Parse(answer.Path["processor.".Length..]);
        if (state.Found.GetValueOrDefault(place)?.Processor is null)
            return new("/edit/path", $"No processor was found in {place.Name}.");
        return InRange(answer.Value, 200, 20_000) ? null : new("/edit/value", "A rate lies between 200 and 20 000 MT/s.");
    }

    private static MachineState ApplyProcessor(MachineState state, AnswerUnknown answer) =>
        Rated(state, Place.Parse(answer.Path["processor.".Length..]), int.Parse(answer.Value));

    /// <summary>The machine with another memory rate for the processor in a place, and for the same part in the other sockets, which has
    /// the same sheet.</summary>
    /// <param name="rate">MT/s; null for not known.</param>
    internal static MachineState Rated(MachineState state, Place socket, int? rate)
    {
        var found = state.Found;
        if (found.GetValueOrDefault(socket)?.Processor is not { } processor)
            return state;
        foreach (var (place, unit) in state.Found.Where(p => p.Value.Processor?.Name == processor.Name))
            found = found.SetItem(place, unit with { Processor = unit.Processor! with { MemoryRateMTs = rate } });
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
