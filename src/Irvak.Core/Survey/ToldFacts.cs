using System.Collections.Immutable;
using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Controllers;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Survey;

/// <summary>What is known of a machine as a whole: each fact as the answer that it is, with who told it and how it is put right or taken
/// back.</summary>
public static class ToldFacts
{
    private const string ToldBySheet = "sheet",
        OfSystem = "system.",
        OfArray = "array.",
        OfProcessor = "processor.";

    /// <summary>One fact.</summary>
    /// <param name="Says">As an answer says it; null where it is not known.</param>
    /// <param name="Without">The machine as if nobody had told it.</param>
    private sealed record Row(string Path, string Name, Func<MachineState, string?> Says, Func<MachineState, MachineState> Without);

    private static readonly ImmutableArray<Row> Rows =
    [
        System("serial", "Serial number", s => s.Serial, s => s with { Serial = null }),
        System("hostName", "Name in the network", s => s.HostName, s => s with { HostName = null }),
        System("boardRevision", "Board revision", s => s.BoardRevision, s => s with { BoardRevision = null }),
        System("firmware", "Firmware", s => s.Firmware, s => s with { Firmware = null }),
        System("managementAddress", "Management page", s => s.ManagementAddress, s => s with { ManagementAddress = null }),
        System("osKind", "System", s => s.OsKind is { } kind ? MemoryUnknowns.Systems[(int)kind] : null, s => s with { OsKind = null }),
        System("osBits", "Word size", s => Word(s.OsBits), s => s with { OsBits = null }),
        System(
            "osExtended",
            "Address extension",
            s => s.OsExtended is { } extended ? MemoryUnknowns.YesNo[extended ? 0 : 1] : null,
            s => s with { OsExtended = null }
        ),
        System("osLimitGiB", "Its edition ends at", s => Word(s.OsLimitGiB), s => s with { OsLimitGiB = null }),
        new(
            OfSystem + "memTotal",
            "System shows",
            s => s.System.MemTotalKiB is { } kib ? FormattableString.Invariant($"{kib / 1_048_576.0:0.0} GiB") : null,
            s => s
        ),
        Board(
            "memory.generation",
            "Memory generation",
            b => b.Generation?.ToString().ToUpperInvariant(),
            b => b with { Generation = null }
        ),
        Board("memory.form", "Memory slots", b => b.Form?.ToString().ToLowerInvariant(), b => b with { Form = null }),
        Board(
            "memory.types",
            "Module types",
            b => b.Types is { } types ? string.Join(',', types.Select(UnknownRegister.WordOf)) : null,
            b => b with { Types = null }
        ),
        Board("memory.rateLimitMTs", "Top memory rate", b => Word(b.RateLimitMTs), b => b with { RateLimitMTs = null }),
        Board("memory.slotLimitGiB", "Largest module listed", b => Word(b.SlotLimitGiB), b => b with { SlotLimitGiB = null }),
        Board("memory.totalLimitGiB", "Largest total listed", b => Word(b.TotalLimitGiB), b => b with { TotalLimitGiB = null }),
        new(
            "channels",
            "Channels",
            s =>
                s.Sheet is { Memory.ChannelsKnown: true } sheet
                    ? string.Join(" | ", sheet.Channels.Select(c => string.Join(' ', c.Slots)))
                    : null,
            s => s with { Sheet = s.Sheet! with { Memory = s.Sheet.Memory with { ChannelsKnown = false } } }
        ),
    ];

    /// <summary>True for an answer that went into the machine's sheet: another sheet says its own.</summary>
    public static bool IsOfSheet(string path) => path == "channels" || path.StartsWith("memory.", StringComparison.Ordinal);

    /// <summary>What is known about a question, as an answer says it; null when it is not, and for a question about a place.</summary>
    public static string? At(MachineState state, string path) => RowOf(state, path)?.Says(state);

    /// <summary>The machine after a person's word is taken back: what stood before stands again.</summary>
    internal static MachineState TakenBack(MachineState state, string path)
    {
        var before = state.Told[path];
        var after = before.Length > 0 ? UnknownRegister.Apply(state, new(path, before)) : RowOf(state, path)!.Without(state);
        return after with
        {
            Told = state.Told.Remove(path),
            Settled = Contradictions.Key(path) is { } fact ? after.Settled.Remove(fact) : after.Settled,
        };
    }

    /// <summary>What persons told, without what a capture tells now.</summary>
    internal static ImmutableSortedDictionary<string, string> Overruled(MachineState state, SystemFacts? facts) =>
        facts?.Origins is { } origins
            ? state.Told.RemoveRange(
                origins.Keys.Select(o => OfSystem + o).Where(p => Contradictions.Key(p) is not { } fact || !state.Settled.ContainsKey(fact))
            )
            : state.Told;

    /// <summary>Facts that the purposes of the job are about, those that somebody answered among them. Empty without a sheet.</summary>
    /// <param name="controllers">How the firmware sets the board's own controllers.</param>
    /// <param name="purposes">Of the job; none where nobody said.</param>
    public static IReadOnlyList<ToldFact> Of(MachineState state, ControllerSlice controllers, IReadOnlyList<Purpose> purposes)
    {
        if (state.Sheet is not { } sheet)
            return [];
        var asks = Questions(state, sheet, controllers, purposes);
        var facts = new List<ToldFact>();
        foreach (var row in All(state).Where(r => sheet.Channels.Count > 0 || !IsOfComputer(r.Path)))
        {
            if (row.Says(state) is not { } value)
                continue;
            var told = state.Told.TryGetValue(row.Path, out var before);
            var ask = asks.GetValueOrDefault(row.Path);
            // Nobody asked for channels that a sheet tells, nor for memory in a job about drives.
            if (!told && (row.Path == "channels" || ask is { Aside: true }))
                continue;
            facts.Add(
                new(
                    row.Path,
                    row.Name,
                    value,
                    told ? SurveyFold.ByHand : Origin(state, row.Path),
                    ask,
                    told ? new TakeBack(row.Path) : null,
                    string.IsNullOrEmpty(before) ? null : before
                )
            );
        }
        return [.. facts, .. Modes(controllers, asks)];
    }

    private static bool IsOfComputer(string path) => IsOfSheet(path) || path.StartsWith("system.os", StringComparison.Ordinal);

    private static string Origin(MachineState state, string path) =>
        path.StartsWith(OfSystem, StringComparison.Ordinal)
            ? state.System.Origins?.GetValueOrDefault(path[OfSystem.Length..]) ?? SurveyFold.ByHand
        : IsOfSheet(path) ? ToldBySheet
        : SurveyFold.ByHand;

    /// <summary>The questions that known facts answer: those of the machine as if none of them were known, and those that follow from
    /// an answer that stands.</summary>
    private static Dictionary<string, Unknown> Questions(
        MachineState state,
        MachineSheet sheet,
        ControllerSlice controllers,
        IReadOnlyList<Purpose> purposes
    )
    {
        var blank = new SystemFacts();
        var memory = sheet.Memory with
        {
            Generation = null,
            Form = null,
            Types = null,
            RateLimitMTs = null,
            SlotLimitGiB = null,
            TotalLimitGiB = null,
            ChannelsKnown = false,
        };
        var none = state with { System = blank, Sheet = sheet with { Memory = memory }, ArraysSaid = state.ArraysSaid.Clear() };
        var follow = state with
        {
            System = state.System with { OsExtended = null, OsLimitGiB = null },
            ArraysSaid = state.ArraysSaid.ToImmutableSortedDictionary(
                a => a.Key,
                a => a.Value with { Keeper = null, Lost = null },
                StringComparer.Ordinal
            ),
            Found = Unrated(state),
        };
        var all = new[] { none, follow }.SelectMany(s =>
            UnknownRegister
                .OfMachine(s, s.Sheet!)
                // How arrays stand is worked out only where somebody told of one.
                .Concat(state.ArraysSaid.Count == 0 ? [] : PlaceUnknowns.Arrays(s))
        );
        var modes = ModeUnknowns.Of(state, controllers with { FoundModes = controllers.FoundModes.Clear() });
        return AskedFor.Of([.. all.Concat(modes).DistinctBy(u => u.Path)], purposes).ToDictionary(u => u.Path);
    }

    /// <summary>What was found, with processors whose rate a person told as if nobody had.</summary>
    private static ImmutableSortedDictionary<Place, Unit> Unrated(MachineState state)
    {
        var found = state.Found;
        foreach (var path in state.Told.Keys.Where(p => p.StartsWith(OfProcessor, StringComparison.Ordinal)))
            if (Place.Parse(path[OfProcessor.Length..]) is var place && found.GetValueOrDefault(place) is { Processor: { } cpu } unit)
                found = found.SetItem(place, unit with { Processor = cpu with { MemoryRateMTs = null } });
        return found;
    }

    /// <summary>The rows of the table, those of arrays that somebody told of, and those of processors whose rate somebody told.</summary>
    private static IEnumerable<Row> All(MachineState state) =>
        [
            .. Rows,
            .. state.ArraysSaid.Keys.SelectMany(a => Parts.Select(p => Array(a, p.What))),
            .. state.Told.Keys.Where(p => p.StartsWith(OfProcessor, StringComparison.Ordinal)).Select(p => Processor(state, p)),
        ];

    private static Row? RowOf(MachineState state, string path) =>
        path.StartsWith(OfProcessor, StringComparison.Ordinal) ? Processor(state, path)
        : path.StartsWith(OfArray, StringComparison.Ordinal)
        && path.LastIndexOf('.') is > 6 and var dot
        && Parts.Any(p => p.What == path[(dot + 1)..])
            ? Array(path[OfArray.Length..dot], path[(dot + 1)..])
        : Rows.FirstOrDefault(r => r.Path == path);

    private static readonly ImmutableArray<(
        string What,
        string Name,
        Func<ArraySaid, string?> Says,
        Func<ArraySaid, ArraySaid> Without
    )> Parts =
    [
        ("level", "level", a => a.Level, a => a with { Level = null }),
        ("state", "state", a => a.State, a => a with { State = null }),
        ("keeper", "kept by", a => a.Keeper, a => a with { Keeper = null }),
        (
            "lost",
            "lost drive",
            a =>
                a.Lost is { } lost
                    ? lost == ArrayAnswers.NoneOfThese
                        ? lost
                        : Place.NameIn(lost)
                    : null,
            a => a with { Lost = null }
        ),
    ];

    private static Row Array(string array, string what)
    {
        var part = Parts.First(p => p.What == what);
        return new(
            $"{OfArray}{array}.{what}",
            $"{array}, {part.Name}",
            s => s.ArraysSaid.GetValueOrDefault(array) is { } said ? part.Says(said) : null,
            s =>
                s with
                {
                    ArraysSaid = s.ArraysSaid.GetValueOrDefault(array) is { } said
                        ? part.Without(said) is var left && left == new ArraySaid()
                            ? s.ArraysSaid.Remove(array)
                            : s.ArraysSaid.SetItem(array, left)
                        : s.ArraysSaid,
                }
        );
    }

    private static Row Processor(MachineState state, string path)
    {
        var place = Place.Parse(path[OfProcessor.Length..]);
        return new(
            path,
            $"Memory rate of {state.Found.GetValueOrDefault(place)?.Processor?.Name ?? place.Name}",
            s => Word(s.Found.GetValueOrDefault(place)?.Processor?.MemoryRateMTs),
            s => UnknownRegister.Rated(s, place, null)
        );
    }

    private static IEnumerable<ToldFact> Modes(ControllerSlice controllers, Dictionary<string, Unknown> asks)
    {
        foreach (var (board, mode) in controllers.FoundModes)
            if (ModeUnknowns.PathOf(board) is var path)
                yield return new(
                    path,
                    $"Storage mode of {board}",
                    StorageModes.Words(mode),
                    SurveyFold.ByHand,
                    asks.GetValueOrDefault(path),
                    new SetStorageMode(board, null, true),
                    null
                );
    }

    private static string? Word(int? number) => number is { } n ? $"{n}" : null;

    private static Row System(string path, string name, Func<SystemFacts, string?> says, Func<SystemFacts, SystemFacts> without) =>
        new(OfSystem + path, name, s => says(s.System), s => s with { System = without(s.System) });

    private static Row Board(string path, string name, Func<MemoryBoard, string?> says, Func<MemoryBoard, MemoryBoard> without) =>
        new(
            path,
            name,
            s => s.Sheet is { } sheet ? says(sheet.Memory) : null,
            s => s with { Sheet = s.Sheet! with { Memory = without(s.Sheet.Memory) } }
        );
}
