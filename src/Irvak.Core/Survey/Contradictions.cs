using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Survey;

/// <summary>What one source says.</summary>
/// <param name="By">Kind of the capture, "sheet" or "by hand".</param>
/// <param name="Says">The value in words, with its line.</param>
/// <param name="Unit">What it says sits in the place; null for an empty place, and where the subject is no place.</param>
public sealed record SaidBy(string By, string Says, Unit? Unit = null);

/// <summary>Sources that contradict each other.</summary>
/// <param name="Key">What is decided about: a place, or a fact of the machine such as <c>fact:serial</c>.</param>
/// <param name="Subject">What it is about, in words.</param>
/// <param name="Place">The place; null for a fact of the machine.</param>
/// <param name="Believed">The source whose word counts now; null when none does.</param>
public sealed record Dispute(string Key, string Subject, Place? Place, IReadOnlyList<SaidBy> Claims, string? Believed);

/// <summary>Captures that disagree with each other, with the sheet or with a person. Nothing is thrown away; a person decides.</summary>
public static class Contradictions
{
    public static IReadOnlyList<Dispute> Of(MachineState state)
    {
        if (state.Sheet is not { } sheet || state.Readings.Count == 0)
            return [];
        return [.. Places(state, sheet), .. Facts(state, sheet).Where(d => !state.Settled.ContainsKey(d.Key))];
    }

    /// <summary>
    /// The places of a capture without those about which another source, or a person, already says something else: these become a
    /// dispute instead of being overwritten.
    /// </summary>
    public static IReadOnlyDictionary<Place, Unit?> WithoutContradicted(MachineState state, RecordFound found)
    {
        var kinds = SurveyFold.Kinds(found.By).ToList();
        var kept = new Dictionary<Place, Unit?>();
        foreach (var (place, unit) in found.Places)
        {
            var known = state.Found.GetValueOrDefault(place);
            var source = known is not null ? Source(known.Source) : state.EmptyBy.GetValueOrDefault(place);
            var other = source is not null && !SurveyFold.Kinds(source).Intersect(kinds).Any();
            if (other && !Same(known, unit))
                continue;
            // What another source knows more about stays; the same drive with its name in the system is worth more than its bay alone.
            kept[place] = other && known is not null && unit is not null ? SeenUnits.Joined(known, unit) : unit;
        }
        return kept;
    }

    private static string Source(string source) => Where(source) is { } at ? source[..^(at.Length + 2)] : source;

    /// <summary>True when two sources mean the same thing as far as both tell.</summary>
    public static bool Same(Unit? a, Unit? b)
    {
        if (a is null || b is null)
            return a is null && b is null;
        if (a.Serial is { } s && b.Serial is { } t && !string.Equals(s.Trim(), t.Trim(), StringComparison.OrdinalIgnoreCase))
            return false;
        if (a.Module is { } m && b.Module is { } n)
            return Agree(m.CapacityMiB, n.CapacityMiB) && Agree(m.Generation, n.Generation);
        if (a.Drive is { } d && b.Drive is { } e)
            // Tools round sizes; two drives of one size class count as the same when no serial number says otherwise.
            return d.Bytes is not { } x || e.Bytes is not { } y || Math.Abs(x - y) <= Math.Max(x, y) / 50;
        return true;
    }

    private static bool Agree<T>(T? a, T? b)
        where T : struct => a is null || b is null || a.Value.Equals(b.Value);

    private static IEnumerable<Dispute> Places(MachineState state, MachineSheet sheet)
    {
        var claims = new SortedDictionary<Place, List<SaidBy>>();
        void Claim(Place place, string by, Unit? unit)
        {
            if (!claims.TryGetValue(place, out var list))
                claims[place] = list = [];
            list.Add(
                new SaidBy(
                    by,
                    unit is null
                        ? "empty"
                        : unit.Long
                            + (unit.Serial is null ? "" : $", serial {unit.Serial}")
                            + (Where(unit.Source) is { } at ? $" ({at})" : ""),
                    unit
                )
            );
        }
        foreach (var (by, seen) in state.Readings)
        foreach (var (place, unit) in AsFound.From(sheet, seen, by).Places)
            Claim(place, by, unit);
        foreach (var (place, unit) in state.Found.Where(f => f.Value.Source == SurveyFold.ByHand))
            Claim(place, SurveyFold.ByHand, unit);
        foreach (var (place, _) in state.EmptyBy.Where(e => e.Value == SurveyFold.ByHand && state.FoundEmpty.Contains(e.Key)))
            Claim(place, SurveyFold.ByHand, null);
        foreach (var (place, said) in claims)
        {
            if (said.Count < 2 || state.Settled.ContainsKey(place.ToString()) || said.Skip(1).All(c => Same(c.Unit, said[0].Unit)))
                continue;
            var stands = state.Found.GetValueOrDefault(place);
            yield return new Dispute(
                place.ToString(),
                place.Name,
                place,
                said,
                said.FirstOrDefault(c => stands is null ? c.Unit is null : c.Unit is not null && Same(c.Unit, stands))?.By
            );
        }
    }

    private static string? Where(string source) =>
        source.LastIndexOf(", ", StringComparison.Ordinal) is > 0 and var at
        && source[(at + 2)..] is var tail
        && (tail.StartsWith("line ", StringComparison.Ordinal) || tail.StartsWith("byte ", StringComparison.Ordinal))
            ? tail
            : null;

    private static IEnumerable<Dispute> Facts(MachineState state, MachineSheet sheet)
    {
        var slots = sheet.Channels.Sum(c => c.Slots.Count);
        // A listing that names fitted modules only says nothing about how many slots there are.
        var counted = state.Readings.Where(r => r.Value.Devices.Any(d => d.IsEmpty) || r.Value.Devices.Count > slots).ToList();
        if (counted.Any(r => SystemDevices(r.Value) != slots))
            yield return new Dispute(
                Slots,
                "memory slots",
                null,
                [new("sheet", $"{slots}"), .. counted.Select(r => new SaidBy(r.Key, $"{SystemDevices(r.Value)}"))],
                "sheet"
            );
        foreach (var (key, subject, read, stands, _) in Scalars)
        {
            var said = state.Readings.Select(r => (r.Key, Value: read(r.Value))).Where(x => x.Value is not null).ToList();
            if (said.Select(x => x.Value!.Trim()).Distinct(StringComparer.OrdinalIgnoreCase).Count() > 1)
                yield return new Dispute(
                    key,
                    subject,
                    null,
                    [.. said.Select(x => new SaidBy(x.Key, x.Value!))],
                    said.FirstOrDefault(x => x.Value == stands(state.System)).Key
                );
        }
        foreach (var (by, seen) in state.Readings)
        foreach (var doubt in SheetDoubts.Against(sheet, seen).Where(d => d.Path != "/channels"))
            yield return new Dispute($"fact:{doubt.Path}", doubt.Text, null, [new("sheet", "says otherwise"), new(by, "as read")], "sheet");
    }

    private static int SystemDevices(Observation seen)
    {
        var main = seen.Arrays.Where(a => a.IsSystemMemory).Select(a => a.Handle).ToHashSet();
        return seen.Devices.Count(d => main.Count == 0 || d.ArrayHandle is null || main.Contains(d.ArrayHandle));
    }

    /// <summary>True for a fact of the machine, whatever its sheet says.</summary>
    internal static bool IsOfMachine(string key) => Scalars.Any(s => s.Key == key);

    /// <summary>What is decided about by a person's answer; null where captures tell nothing of the kind.</summary>
    /// <param name="path">Of the question, such as <c>system.serial</c>.</param>
    internal static string? Key(string path) =>
        path.StartsWith("system.", StringComparison.Ordinal) && "fact:" + path["system.".Length..] is var key && IsOfMachine(key)
            ? key
            : null;

    private const string Slots = "fact:slots";

    /// <summary>Facts that several captures tell: what they are called, where they are read, where they stand and how a decision puts them
    /// there.</summary>
    private static readonly (
        string Key,
        string Subject,
        Func<Observation, string?> Read,
        Func<SystemFacts, string?> Stands,
        Func<SystemFacts, string, SystemFacts> Put
    )[] Scalars =
    [
        ("fact:serial", "the machine's serial number", s => s.Serial, f => f.Serial, (f, v) => f with { Serial = v }),
        ("fact:firmware", "the firmware's version", s => s.FirmwareVersion, f => f.Firmware, (f, v) => f with { Firmware = v }),
        ("fact:hostName", "the machine's name in the network", s => s.HostName, f => f.HostName, (f, v) => f with { HostName = v }),
    ];

    /// <summary>Facts that a person decided stay as decided, whatever comes in after.</summary>
    internal static SystemFacts Decided(MachineState state, SystemFacts facts)
    {
        foreach (var (key, _, _, stands, put) in Scalars)
            if (state.Settled.ContainsKey(key) && stands(state.System) is { } decided)
                facts = put(facts, decided);
        return facts;
    }

    /// <summary>The facts after somebody is believed about one of them.</summary>
    internal static SystemFacts Put(SystemFacts facts, string key, SaidBy claim) =>
        Scalars.FirstOrDefault(s => s.Key == key).Put is { } put ? put(facts, claim.Says) : facts;

    /// <summary>Facts about which a newer capture says something else than the older one of its kind.</summary>
    internal static IEnumerable<string> Changed(Observation old, Observation seen)
    {
        foreach (var (key, _, read, _, _) in Scalars)
            if (read(seen) is { } now && now != read(old))
                yield return key;
        if (seen.Devices.Count > 0 && SystemDevices(seen) != SystemDevices(old))
            yield return Slots;
    }
}
