using System.Text.Json;
using System.Text.Json.Nodes;
using Irvak.Core.Caches;
using Irvak.Core.Contracts;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Tests.Bounds;

namespace Irvak.Core.Tests;

/// <summary>A job that differs from another one in a single fact.</summary>
/// <param name="Title">Where the fact stands, numbers of entries and names of places left out.</param>
/// <param name="Value">What it became, as JSON.</param>
/// <param name="Was">The job before.</param>
/// <param name="Is">The job with it.</param>
internal sealed record Neighbour(string Title, string Value, JobState Was, JobState Is);

/// <summary>The neighbours of a job: each number a little less, a little more, half, twice and none; each word another one that stands
/// there elsewhere; each yes a no; each list without its first entry or empty; and everything that may be unknown, unknown.</summary>
internal static class Neighbours
{
    public static IEnumerable<Neighbour> Of(IReadOnlyList<JobState> jobs, int times)
    {
        var documents = jobs.Select(j => JsonSerializer.SerializeToNode(j, JsonSerializerOptions.Web)!).ToList();
        var words = documents
            .SelectMany(d =>
                Leaves(d, [])
                    .Where(l => JsonPaths.At(d, l) is JsonValue v && v.GetValueKind() == JsonValueKind.String)
                    .Select(l => (Title(l), JsonPaths.At(d, l)!.GetValue<string>()))
            )
            .ToLookup(x => x.Item1, x => x.Item2);
        var seen = new Dictionary<string, int>();
        for (var i = 0; i < jobs.Count; i++)
        {
            // One entry of each kind from every job; the next one that differs comes from another machine.
            foreach (var path in Leaves(documents[i], []).DistinctBy(Title))
            {
                var title = Title(path);
                if (seen.GetValueOrDefault(title) == times)
                    continue;
                seen[title] = seen.GetValueOrDefault(title) + 1;
                foreach (var value in Instead(JsonPaths.At(documents[i], path), words[title]))
                    if (Read(jobs[i], JsonPaths.With(documents[i], path, value), title) is { } job)
                        yield return new(title, value?.ToJsonString() ?? "null", jobs[i], job);
            }
        }
    }

    private static IEnumerable<JsonNode?> Instead(JsonNode? leaf, IEnumerable<string> words)
    {
        if (leaf is not null)
            yield return null;
        switch (leaf)
        {
            case JsonValue v when v.GetValueKind() == JsonValueKind.Number:
                var n = v.GetValue<double>();
                foreach (var other in new[] { n - 1, n + 1, Math.Floor(n / 2), n * 2, 0, n * 1.01 }.Distinct().Where(o => o >= 0 && o != n))
                    yield return other == Math.Floor(other) && other < 1e18 ? JsonValue.Create((long)other) : JsonValue.Create(other);
                break;
            case JsonValue v when v.GetValueKind() == JsonValueKind.String:
                foreach (var other in words.Distinct().Order(StringComparer.Ordinal).Where(w => w != v.GetValue<string>()).Take(6))
                    yield return JsonValue.Create(other);
                break;
            case JsonValue v:
                yield return JsonValue.Create(!v.GetValue<bool>());
                break;
            case JsonArray { Count: > 0 } list:
                yield return new JsonArray();
                yield return new JsonArray([.. list.Skip(1).Select(n => n?.DeepClone())]);
                break;
        }
    }

    /// <summary>The job that a document means; null where nobody could have stored it.</summary>
    public static JobState? Read(JobState was, JsonNode document, string title)
    {
        try
        {
            var job = document.Deserialize<JobState>(JsonSerializerOptions.Web)!;
            if (job.Sheet is not { } sheet || Contract.Problem(job) is not null)
                return null;
            // A machine becomes another one only by its sheet's being taken anew, and what no longer exists on it goes.
            if (title.StartsWith("sheet", StringComparison.Ordinal))
                return EditFold.Refusal(was, new AdoptSheet(sheet)) is null
                    ? EditFold.Apply(was, new AdoptSheet(sheet), Boards.Stamp)
                    : null;
            return job.Caches.Plans.Values.Any(c => EditFold.Refusal(job, new PlanCache(c)) is not null) ? null : job;
        }
        catch (Exception e) when (e is JsonException or InvalidOperationException or ArgumentException)
        {
            return null;
        }
    }

    public static string Title(IReadOnlyList<object> path) =>
        string.Join(
            '/',
            path.Select(p =>
                p is int ? "*"
                : p is string s && Place.Parse(s) is { Kind: not PlaceKind.Other } place ? $"{place.Kind}"
                : p
            )
        );

    public static IEnumerable<IReadOnlyList<object>> Leaves(JsonNode? node, IReadOnlyList<object> path) =>
        node switch
        {
            JsonObject o => o.SelectMany(p => Leaves(p.Value, [.. path, p.Key])),
            JsonArray a => a.SelectMany((n, i) => Leaves(n, [.. path, i])).Prepend(path),
            _ => [path],
        };
}
