using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Serialization;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Drives;
using Irvak.Core.Power;
using Irvak.Core.Sheets;

namespace Irvak.Core.Plans;

/// <summary>What comes into a list and what goes from it.</summary>
public sealed record ListChange(IReadOnlyList<string> Add, IReadOnlyList<string> Drop);

/// <summary>
/// Changes single fields of something planned and nothing else of it, so that two hands at one array, or two quick changes of one
/// hand, take nothing of each other back.
/// </summary>
/// <param name="Subject">Whose: <c>array:NAME</c>, <c>cache:NAME</c>, <c>boot</c>, <c>figures</c> or <c>start</c>.</param>
/// <param name="To">New values by field; null leaves the usual one.</param>
/// <param name="Lists">Lists of places by field: what comes in, what goes.</param>
/// <param name="Was">Values before, which history tells; filled in when it is applied, whatever was sent.</param>
public sealed record ChangeFields(string Subject, IReadOnlyDictionary<string, JsonElement?> To, IReadOnlyDictionary<string, ListChange>? Lists = null, IReadOnlyDictionary<string, JsonElement?>? Was = null) : Edit
{
    private IReadOnlyDictionary<string, ListChange> InLists => Lists ?? new Dictionary<string, ListChange>();

    public override IEnumerable<string> Touches() =>
        [.. To.Keys.Select(f => Clashes.Part(Subject, f)), .. InLists.SelectMany(l => l.Value.Add.Concat(l.Value.Drop).Select(p => Clashes.Part(Subject, $"{l.Key} {p}")))];

    public override string ValueAt(string subject)
    {
        foreach (var (field, value) in To)
            if (Clashes.Part(Subject, field) == subject) return FieldWords.Value(field, value);
        foreach (var (field, change) in InLists)
            foreach (var place in change.Add.Concat(change.Drop))
                if (Clashes.Part(Subject, $"{field} {place}") == subject) return change.Add.Contains(place) ? "in it" : "not in it";
        return Tell();
    }

    public override string Tell()
    {
        var said = To.Select(t => $"{FieldWords.Of(t.Key)} {(Was?.ContainsKey(t.Key) == true ? $"from {FieldWords.Value(t.Key, Was[t.Key])} " : "")}to {FieldWords.Value(t.Key, t.Value)}")
            .Concat(InLists.SelectMany(l => l.Value.Add.Select(p => $"{FieldWords.Of(l.Key)}: {PlaceName.Short(p)} comes in").Concat(l.Value.Drop.Select(p => $"{FieldWords.Of(l.Key)}: {PlaceName.Short(p)} goes"))));
        return $"changes {SubjectWords.Of(Subject)}: {string.Join("; ", said)}";
    }
}

/// <summary>Fields in words, for history and clashes.</summary>
public static class FieldWords
{
    // Names of fields as screens call them, with the unit of their numbers.
    private static readonly Dictionary<string, (string Name, string Unit)> Words = new()
    {
        ["level"] = ("level", ""),
        ["members"] = ("drives", ""),
        ["host"] = ("keeper", ""),
        ["groups"] = ("groups", ""),
        ["spares"] = ("spares", ""),
        ["stripKiB"] = ("strip", "KiB"),
        ["use"] = ("use", ""),
        ["scratch"] = ("scratch only", ""),
        ["backedUp"] = ("backed up", ""),
        ["writtenGBPerDay"] = ("written a day", "GB"),
        ["sparesForAll"] = ("spare for all arrays", ""),
        ["places"] = ("drives", ""),
        ["volumes"] = ("volumes", ""),
        ["writeBack"] = ("holds writes", ""),
        ["blockKiB"] = ("block", "KiB"),
        ["baseGB"] = ("system", "GB"),
        ["growthGBPerYear"] = ("growth a year", "GB"),
        ["stagingGB"] = ("room for updates", "GB"),
        ["sharedGB"] = ("other data", "GB"),
        ["sharedWrittenGBPerDay"] = ("written a day by other data", "GB"),
        ["diskFailures"] = ("share of disks that fail in a year", ""),
        ["flashFailures"] = ("share of flash drives that fail in a year", ""),
        ["diskExponent"] = ("exponent of unreadable sectors of a disk", ""),
        ["flashExponent"] = ("exponent of unreadable sectors of flash", ""),
        ["repairStartsHours"] = ("repair starts after", "h"),
        ["rebuildShare"] = ("share of the rate for a rebuild", ""),
        ["spareDays"] = ("an ordered drive comes in", "days"),
        ["spareTarget"] = ("share of cases in which spares last", ""),
        ["drives"] = ("disks that start together", ""),
        ["seconds"] = ("time between groups", "s"),
    };

    public static string Of(string field) => Words.TryGetValue(field, out var words) ? words.Name : field;

    public static bool Knows(string field) => Words.ContainsKey(field);

    /// <summary>A value of a field with its unit.</summary>
    public static string Value(string field, JsonElement? value) => value is { ValueKind: JsonValueKind.Number } && Words.TryGetValue(field, out var words) && words.Unit.Length > 0 ? $"{Value(value)} {words.Unit}" : Value(value);

    /// <summary>Everything that is said of a thing, for telling two of a kind apart.</summary>
    public static string All(object thing) =>
        string.Join("; ", FieldFold.Written(thing).EnumerateObject().Where(p => Knows(p.Name)).Select(p => $"{Of(p.Name)} {Value(p.Name, p.Value)}"));

    /// <summary>A value as people write it.</summary>
    public static string Value(JsonElement? value) => value switch
    {
        null or { ValueKind: JsonValueKind.Null } => "the usual",
        { ValueKind: JsonValueKind.True } => "yes",
        { ValueKind: JsonValueKind.False } => "no",
        { ValueKind: JsonValueKind.String } text => text.GetString()!,
        { ValueKind: JsonValueKind.Array } list => string.Join(", ", list.EnumerateArray().Take(24).Select(e => e.ValueKind == JsonValueKind.String ? PlaceName.Short(e.GetString()!) : Within(e))),
        { } other => other.GetRawText(),
    };

    private static string Within(JsonElement element) => element.ValueKind == JsonValueKind.Object
        ? string.Join(" ", element.EnumerateObject().Select(p => p.Value.ValueKind == JsonValueKind.String ? p.Value.GetString()! : $"{p.Name} {p.Value.GetRawText()}"))
        : element.GetRawText();
}

/// <summary>Turns a change of fields into the edit that puts the whole thing, on the state as it is now.</summary>
internal static class FieldFold
{
    public const string BootSubject = "boot", FiguresSubject = "figures", StartSubject = "start";

    private static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web) { DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull, RespectNullableAnnotations = true };

    /// <summary>A plan as its document.</summary>
    public static JsonElement Written(object thing) => JsonSerializer.SerializeToElement(thing, thing.GetType(), Json);

    public static SheetProblem? Refusal(JobState state, ChangeFields change)
    {
        var (edit, problem) = Whole(state, change);
        return problem ?? (EditFold.Refusal(state, edit!) is { } inner ? inner with { Path = PathOf(inner.Path) } : null);
    }

    public static JobState Apply(JobState state, ChangeFields change, Stamp stamp) => EditFold.Apply(state, Whole(state, change).Edit!, stamp);

    /// <summary>The change with the values that stand there now, for history.</summary>
    public static ChangeFields Completed(JobState state, ChangeFields change)
    {
        var now = Current(state, change.Subject) is { } current ? Written(current) : default;
        JsonElement? Before(string field) => now.ValueKind == JsonValueKind.Object && now.TryGetProperty(field, out var value) ? value.Clone() : null;
        return change with { Was = change.To.Keys.ToDictionary(f => f, Before) };
    }

    /// <summary>Paths of the whole thing lead to the field: <c>/edit/array/stripKiB</c> to <c>/edit/to/stripKiB</c>.</summary>
    private static string PathOf(string path) => path.Split('/') is ["", "edit", "array" or "cache" or "boot" or "figures", .. var rest] ? $"/edit/to/{string.Join('/', rest)}" : path is "/edit" ? path : $"/edit/to{path["/edit".Length..]}";

    private static object? Current(JobState state, string subject) => subject switch
    {
        BootSubject => state.Boot,
        FiguresSubject => state.Figures,
        StartSubject => state.Stagger,
        _ when Named(subject, "array:") is { } name => JobArrays.Planned(state).FirstOrDefault(a => a.Name == name),
        _ when Named(subject, "cache:") is { } name => state.Caches.GetValueOrDefault(name),
        _ => null,
    };

    private static string? Named(string subject, string kind) => subject.StartsWith(kind, StringComparison.Ordinal) ? subject[kind.Length..] : null;

    private static (Edit? Edit, SheetProblem? Problem) Whole(JobState state, ChangeFields change)
    {
        if (change.To.Count == 0 && change.Lists is not { Count: > 0 }) return (null, new("/edit/to", "It changes nothing."));
        if (Current(state, change.Subject) is not { } current) return (null, new("/edit/subject", $"There is no {change.Subject.Replace(':', ' ')} in the plan."));
        var (type, node) = (current.GetType(), (JsonObject)JsonSerializer.SerializeToNode(current, current.GetType(), Json)!);
        var fields = Fields(type);
        foreach (var (field, value) in change.To)
        {
            if (!fields.Contains(field) || !FieldWords.Knows(field)) return (null, new("/edit/to/" + field, $"{field} is no field of it that can be changed."));
            if (value is null or { ValueKind: JsonValueKind.Null }) node.Remove(field);
            else node[field] = JsonNode.Parse(value.Value.GetRawText());
        }
        foreach (var (field, list) in change.Lists ?? new Dictionary<string, ListChange>())
        {
            if (field is not ("members" or "spares" or "places") || !fields.Contains(field)) return (null, new("/edit/lists/" + field, $"{field} is no list of places of it."));
            var now = (node[field] as JsonArray)?.Select(n => n!.GetValue<string>()).ToList() ?? [];
            node[field] = new JsonArray([.. InOrder(state, now, [.. now.Where(p => !list.Drop.Contains(p)).Concat(list.Add.Except(now))]).Select(p => (JsonNode)p)]);
        }
        try
        {
            var whole = node.Deserialize(type, Json)!;
            if (Contracts.Contract.Problem(whole, "/edit/to") is { } broken) return (null, broken);
            return (whole switch
            {
                ArrayPlan array => new MakeArray(array),
                CachePlan cache => new PlanCache(cache),
                BootPlan boot => new PlanBoot(boot),
                DriveFigures figures => new SetFigures(figures),
                StaggerStart start => start,
                _ => throw new ArgumentException($"{type.Name} is not changed by fields.", nameof(change)),
            }, null);
        }
        catch (JsonException e)
        {
            return (null, new("/edit/to" + (e.Path ?? "$")[1..].Replace('.', '/'), "The value has another shape than this field takes."));
        }
    }

    /// <summary>What comes in takes its place in the order of the chassis, unless somebody gave the list an order of its own.</summary>
    private static List<string> InOrder(JobState state, List<string> before, List<string> after)
    {
        var order = (state.Sheet is { } sheet ? PlaceName.All(sheet) : []).Select((p, i) => (p, i)).ToDictionary(x => x.p, x => x.i);
        List<string> Sorted(List<string> places) => [.. places.OrderBy(p => order.GetValueOrDefault(p, int.MaxValue))];
        return Sorted(before).SequenceEqual(before) ? Sorted(after) : after;
    }

    private static HashSet<string> Fields(Type type) => [.. type.GetProperties().Where(p => p.SetMethod is not null && p.Name != "Name").Select(p => JsonNamingPolicy.CamelCase.ConvertName(p.Name))];
}
