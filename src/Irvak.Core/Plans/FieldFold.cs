using System.Text.Json;
using System.Text.Json.Nodes;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Contracts;
using Irvak.Core.Drives;
using Irvak.Core.Edits;
using Irvak.Core.Power;
using Irvak.Core.Running;
using Irvak.Core.Sheets;
using Irvak.Core.Volumes;

namespace Irvak.Core.Plans;

/// <summary>Turns a change of fields into the edit that puts the whole thing, on the state as it is now.</summary>
internal static class FieldFold
{
    public const string BootSubject = "boot",
        FiguresSubject = "figures",
        StartSubject = "start";

    public static SheetProblem? Refusal(JobState state, ChangeFields change)
    {
        var (edit, problem) = Whole(state, change);
        return problem ?? (EditFold.Refusal(state, edit!) is { } inner ? inner with { Path = PathOf(inner.Path) } : null);
    }

    public static JobState Apply(JobState state, ChangeFields change, Stamp stamp) =>
        EditFold.Apply(state, Whole(state, change).Edit!, stamp);

    /// <summary>The change with the values that stand there now, for history.</summary>
    public static ChangeFields Completed(JobState state, ChangeFields change)
    {
        var now = Current(state, change.Subject) is { } current ? FieldWords.Written(current) : default;
        JsonElement? Before(string field) =>
            now.ValueKind == JsonValueKind.Object && now.TryGetProperty(field, out var value) ? value.Clone() : null;
        return change with { Was = change.To.Keys.ToDictionary(f => f, Before) };
    }

    /// <summary>Paths of the whole thing lead to the field: <c>/edit/array/stripKiB</c> to <c>/edit/to/stripKiB</c>.</summary>
    private static string PathOf(string path) =>
        path.Split('/') is ["", "edit", "array" or "cache" or "boot" or "figures" or "volume" or "thing", .. var rest]
            ? $"/edit/to/{string.Join('/', rest)}"
        : path is "/edit" ? path
        : $"/edit/to{path["/edit".Length..]}";

    private static object? Current(JobState state, string subject) =>
        subject switch
        {
            BootSubject => state.Boot.Plan,
            FiguresSubject => state.Drives.Figures,
            StartSubject => state.Power.Stagger,
            _ when Named(subject, "array:") is { } name => JobArrays.Planned(state, state.Arrays).FirstOrDefault(a => a.Name == name),
            _ when Named(subject, "volume:") is { } name => state.Volumes.All.Find(v => v.Name == name),
            _ when Named(subject, "runs:") is { } name => state.Runs.All.Find(t => t.Name == name),
            _ when Named(subject, "cache:") is { } name => state.Caches.Plans.GetValueOrDefault(name),
            _ => null,
        };

    private static string? Named(string subject, string kind) =>
        subject.StartsWith(kind, StringComparison.Ordinal) ? subject[kind.Length..] : null;

    private static (Edit? Edit, SheetProblem? Problem) Whole(JobState state, ChangeFields change)
    {
        if (change.To.Count == 0 && change.Lists is not { Count: > 0 })
            return (null, new("/edit/to", "It changes nothing."));
        if (Current(state, change.Subject) is not { } current)
            return (null, new("/edit/subject", $"There is no {change.Subject.Replace(':', ' ')} in the plan."));
        var (type, node) = (current.GetType(), (JsonObject)JsonSerializer.SerializeToNode(current, current.GetType(), FieldWords.Json)!);
        var fields = Fields(type);
        if (Changed(state, change, node, fields) is { } wrong)
            return (null, wrong);
        try
        {
            var whole = node.Deserialize(type, FieldWords.Json)!;
            if (Contracts.Contract.Problem(whole, "/edit/to") is { } broken)
                return (null, broken);
            return (
                whole switch
                {
                    ArrayPlan array => new MakeArray(array),
                    CachePlan cache => new PlanCache(cache),
                    BootPlan boot => new PlanBoot(boot),
                    WishedVolume volume => new WishVolume(volume),
                    RunningThing thing => new SayRuns(thing),
                    DriveFigures figures => new SetFigures(figures),
                    StaggerStart start => start,
                    _ => throw new ArgumentException($"{type.Name} is not changed by fields.", nameof(change)),
                },
                null
            );
        }
        catch (JsonException e)
        {
            return (null, new("/edit/to" + (e.Path ?? "$")[1..].Replace('.', '/'), "The value has another shape than this field takes."));
        }
    }

    /// <summary>Changes the fields of the whole; what can't be changed, with its path.</summary>
    private static SheetProblem? Changed(JobState state, ChangeFields change, JsonObject node, HashSet<string> fields)
    {
        foreach (var (field, value) in change.To)
        {
            if (!fields.Contains(field) || !FieldWords.Knows(field))
                return new("/edit/to/" + field, $"{field} is no field of it that can be changed.");
            if (value is null or { ValueKind: JsonValueKind.Null })
                node.Remove(field);
            else
                node[field] = JsonNode.Parse(value.Value.GetRawText());
        }
        foreach (var (field, list) in change.Lists ?? new Dictionary<string, ListChange>())
        {
            if (field is not ("members" or "spares" or "places") || !fields.Contains(field))
                return new("/edit/lists/" + field, $"{field} is no list of places of it.");
            var now = (node[field] as JsonArray)?.Select(n => n!.GetValue<string>()).ToList() ?? [];
            node[field] = new JsonArray([
                .. InOrder(state, now, [.. now.Where(p => !list.Drop.Contains(p)).Concat(list.Add.Except(now))]).Select(p => (JsonNode)p),
            ]);
        }

        return null;
    }

    /// <summary>What comes in takes its place in the order of the chassis, unless somebody gave the list an order of its own.</summary>
    private static List<string> InOrder(JobState state, List<string> before, List<string> after)
    {
        var order = (state.Sheet is { } sheet ? SheetPlaces.All(sheet) : [])
            .Select((p, i) => (p, i))
            .ToDictionary(x => x.p.ToString(), x => x.i);
        List<string> Sorted(List<string> places) => [.. places.OrderBy(p => order.GetValueOrDefault(p, int.MaxValue))];
        return Sorted(before).SequenceEqual(before) ? Sorted(after) : after;
    }

    private static HashSet<string> Fields(Type type) =>
        [
            .. type.GetProperties()
                .Where(p => p.SetMethod is not null && p.Name != "Name")
                .Select(p => JsonNamingPolicy.CamelCase.ConvertName(p.Name)),
        ];
}
