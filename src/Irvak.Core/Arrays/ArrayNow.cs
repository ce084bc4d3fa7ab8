using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Arrays;

/// <summary>How an array that is in use stands before the work.</summary>
/// <param name="Name">As the system names it.</param>
/// <param name="Words">Its state in words, after its name.</param>
/// <param name="Members">Places whose drives belong to it.</param>
/// <param name="Out">Those of them that are not in step: failed, dropped out, being rebuilt.</param>
/// <param name="Wanted">Members it should have; null when not told.</param>
/// <param name="Missing">Members not in step, wherever they are; null when not known.</param>
/// <param name="LevelKnown">False while nobody told how its drives share their data.</param>
public sealed record ArrayNow(
    string Name,
    RaidCondition Condition,
    string Words,
    IReadOnlyList<Place> Members,
    IReadOnlyList<Place> Out,
    int? Wanted,
    int? Missing,
    bool LevelKnown
)
{
    /// <summary>True when it is known to carry on without one more drive, as far as its state goes.</summary>
    public bool IsWhole => Condition is RaidCondition.Whole or RaidCondition.NeverFilled;

    /// <summary>Members that it has and nobody has put into a place yet.</summary>
    public int Unplaced => Wanted is { } wanted ? Math.Max(0, wanted - Members.Count) : 0;

    /// <summary>True when every member that is in step has its place: what is unplaced is what it lost, wherever that lies now.</summary>
    [JsonIgnore]
    public bool MissesLost =>
        Unplaced > 0 && Missing == Unplaced + Out.Count && Condition is RaidCondition.Degraded or RaidCondition.Rebuilding;

    /// <summary>What it holds as its listing tells; null when that does not.</summary>
    [JsonIgnore]
    public long? Bytes { get; init; }

    /// <summary>True when no drive that was found may be what it lost, or a person said that it is none of them.</summary>
    [JsonIgnore]
    public bool IsLostAway { get; init; }

    private static readonly Dictionary<Place, string> NoMembers = [];

    /// <summary>The array that each found drive belongs to, by its place: as a capture lists its members, else as its own record names
    /// it.</summary>
    public static IReadOnlyDictionary<Place, string> Membership(MachineState state, IReadOnlyList<SeenRaid> raids)
    {
        Dictionary<Place, string>? at = null;
        foreach (var (place, unit) in state.Found)
            if (unit.Drive is not null && ArrayOf(unit, raids) is { } name)
                (at ??= [])[place] = name;
        // A drive that fell out stands in no list any more: a person tells which it was.
        foreach (var (name, said) in state.ArraysSaid)
            if (said.Lost is { } lost && Place.Parse(lost) is var place && state.Found.ContainsKey(place))
                (at ??= [])[place] = name;
        return at ?? NoMembers;
    }

    /// <summary>Drives that share several arrays are judged by the largest: the small ones hold an appliance's own system.</summary>
    private static string? ArrayOf(Unit unit, IReadOnlyList<SeenRaid> raids) =>
        DriveName(unit) is { } drive && raids.Where(r => r.Members.Any(m => IsPart(m.Name, drive))).MaxBy(r => r.Bytes ?? 0) is { } raid
            ? raid.Name
        : unit.MemberOf is { } member && !IsMount(member) ? member
        : null;

    private static string? DriveName(Unit unit) => unit.SystemName?.Replace("/dev/", "") is { Length: > 0 } name ? name : null;

    /// <summary>Drives that may be the one which an array lost: as large as its smallest member, and claimed by nothing.</summary>
    public IReadOnlyList<Place> MayHaveLost(MachineState state)
    {
        if (Unplaced == 0 || Condition is not (RaidCondition.Degraded or RaidCondition.Rebuilding))
            return [];
        var taken = Membership(state, state.Seen.Raids);
        var least = Members.Min(m => state.Found[m].Drive?.Bytes);
        return
        [
            .. Sheets
                .SheetPlaces.All(state.Sheet!)
                .Where(p =>
                    state.Found.GetValueOrDefault(p) is { Drive: { } drive, MemberOf: null }
                    && !taken.ContainsKey(p)
                    && (least is null || drive.Bytes is null || drive.Bytes >= least)
                ),
        ];
    }

    /// <summary>"/srv", "/, /boot" and "[SWAP]" are where a drive is mounted, no array.</summary>
    public static bool IsMount(string memberOf) => memberOf.StartsWith('/') || memberOf.StartsWith('[');

    /// <summary>sda1 is a part of sda, nvme0n1p2 one of nvme0n1.</summary>
    public static bool IsPart(string part, string disk) =>
        part == disk
        || (
            part.StartsWith(disk, StringComparison.Ordinal)
            && part[disk.Length..] is var rest
            && (rest.All(char.IsAsciiDigit) || (rest[0] == 'p' && rest.Length > 1 && rest[1..].All(char.IsAsciiDigit)))
        );

    /// <summary>Every array that a found drive belongs to, with how it stands.</summary>
    public static IReadOnlyList<ArrayNow> Of(MachineState state)
    {
        var seen = state.Seen;
        var members = Membership(state, seen.Raids);
        if (members.Count == 0)
            return [];
        var inOrder = state.Sheet is { } sheet ? Sheets.SheetPlaces.InOrder(sheet, members, m => m.Key) : members;
        return
        [
            .. inOrder
                .GroupBy(m => m.Value, m => m.Key)
                .OrderBy(g => g.Key, StringComparer.OrdinalIgnoreCase)
                .Select(g => Of(state, g.Key, [.. g], seen)),
        ];
    }

    private static ArrayNow Of(MachineState state, string name, IReadOnlyList<Place> places, Observation seen)
    {
        var raid = seen.Raids.FirstOrDefault(r => string.Equals(r.Name, name, StringComparison.OrdinalIgnoreCase));
        var said = state.ArraysSaid.GetValueOrDefault(name);
        var health = raid is null ? null : RaidHealth.Of(raid);
        // Where no listing tells its members, a controller's table tells which of its drives are in trouble.
        var unlisted = raid is null || raid.Members.Count == 0;
        var trouble = unlisted || health is null or { Condition: RaidCondition.Unknown } ? Troubled(places, state, seen) : [];
        if (health is null or { Condition: RaidCondition.Unknown })
            health = ByHand(said) ?? ByDrives(trouble) ?? health;
        var gone = unlisted
            ? [.. trouble.Select(t => t.Place)]
            : places
                .Where(p => Role(raid!, state.Found[p]) is not ("active" or "write-mostly" or "spare" or "journal" or "unknown"))
                .ToList();
        var now = new ArrayNow(
            name,
            health?.Condition ?? RaidCondition.Unknown,
            health?.Words ?? "nobody told its state",
            places,
            gone,
            raid?.Wanted,
            health?.Missing,
            JobArrays.LevelOf(raid, said, places.Count) is not null || said?.Level is ArrayAnswers.Other or ArrayAnswers.None
        );
        var away = now.MissesLost && (said?.Lost == ArrayAnswers.NoneOfThese || now.MayHaveLost(state).Count == 0);
        return now with { Bytes = raid?.Bytes, IsLostAway = away };
    }

    /// <summary>A drive's part in an array; a member that the array does not list any more has dropped out.</summary>
    private static string? Role(SeenRaid raid, Unit unit) =>
        DriveName(unit) is { } drive ? raid.Members.FirstOrDefault(m => IsPart(m.Name, drive))?.Role : "unknown";

    private static RaidHealth? ByHand(ArraySaid? said) =>
        said?.State switch
        {
            ArrayAnswers.Whole => new(RaidCondition.Whole, "is whole, as somebody looked", 0),
            ArrayAnswers.Degraded => new(RaidCondition.Degraded, "is degraded, as somebody looked", null),
            ArrayAnswers.Rebuilding => new(RaidCondition.Rebuilding, "is being rebuilt, as somebody looked", null),
            ArrayAnswers.Down => new(RaidCondition.Failed, "does not run, as somebody looked", null),
            _ => null,
        };

    /// <summary>A controller's table tells the state of each drive; one bad word is enough, good words do not make an array
    /// whole.</summary>
    private static RaidHealth? ByDrives(List<(Place Place, string Word)> trouble)
    {
        if (trouble.FirstOrDefault(t => DriveState.IsFilling(t.Word)) is { Word: { } word } filling)
            return new(RaidCondition.Rebuilding, $"has a drive that is “{word}”, in {filling.Place.Name}", null);
        return trouble.Count == 0
            ? null
            : new(
                RaidCondition.Degraded,
                $"has {Say.Count(trouble.Count, "drive that is", "drives that are")} "
                    + $"“{trouble[0].Word}”, in {Say.Words([.. trouble.Select(t => t.Place.Name)])}",
                trouble.Count
            );
    }

    /// <summary>Places whose drives a table calls bad or being filled, each with its word.</summary>
    private static List<(Place Place, string Word)> Troubled(IReadOnlyList<Place> places, MachineState state, Observation seen)
    {
        var words = new Dictionary<string, string>(StringComparer.OrdinalIgnoreCase);
        foreach (var drive in seen.Drives)
            if (drive is { Serial: { } serial, State: { } told })
                words[serial] = told.ToLowerInvariant();
        return words.Count == 0
            ? []
            :
            [
                .. places
                    .Select(p => (Place: p, Word: words.GetValueOrDefault(state.Found[p].Serial ?? "") ?? ""))
                    .Where(t => DriveState.IsTrouble(t.Word) || DriveState.IsFilling(t.Word)),
            ];
    }
}

/// <summary>How a person tells of an array: the words offered.</summary>
public static class ArrayAnswers
{
    public const string Whole = "whole",
        Degraded = "degraded",
        Rebuilding = "being rebuilt",
        Down = "does not run",
        Other = "a pool, or another kind",
        None = "no array, only in use",
        NoneOfThese = "none of these";

    public static readonly IReadOnlyList<string> States = [Whole, Degraded, Rebuilding, Down];

    // What keeps an array, in words that people know it by.
    private static readonly ImmutableArray<(string Word, ArrayHost Host)> Kept =
    [
        ("a controller, or the board’s firmware", ArrayHost.Controller),
        ("the system’s kernel", ArrayHost.Kernel),
        ("a pool of the file system", ArrayHost.Pool),
    ];

    public static IReadOnlyList<string> Keepers { get; } = [.. Kept.Select(k => k.Word)];

    /// <summary>What a person says that keeps it; null while nobody did.</summary>
    public static ArrayHost? HostOf(string? word) => Kept.FirstOrDefault(k => k.Word == word) is { Word: not null } kept ? kept.Host : null;

    public static readonly ImmutableArray<(string Word, ArrayLevel? Level)> All =
    [
        .. new[]
        {
            ArrayLevel.Mirror,
            ArrayLevel.Parity1,
            ArrayLevel.Parity2,
            ArrayLevel.Parity3,
            ArrayLevel.Pairs,
            ArrayLevel.Stripe,
            ArrayLevel.Span,
        }.Select(l => (LevelTable.Code(l, 1) ?? LevelTable.Words(l, 1).ToLowerInvariant(), (ArrayLevel?)l)),
        (Other, null),
        (None, null),
    ];

    public static IReadOnlyList<string> Levels { get; } = [.. All.Select(a => a.Word)];

    public static ArrayLevel? LevelOf(string? word) => All.FirstOrDefault(a => a.Word == word).Level;
}
