using System.Text.Json;
using System.Text.Json.Nodes;
using Irvak.Core.Contracts;
using Irvak.Core.Observations;
using Irvak.Store;

namespace Irvak.Web;

/// <summary>What a capture shows without the values that break the contract: one absurd figure of a drive does not cost the drive, nor the
/// capture.</summary>
internal static class Sifted
{
    /// <summary>Values left out before a capture is taken to be no capture.</summary>
    private const int Most = 200;

    /// <returns>What is left, with a sentence for each value that was left out.</returns>
    public static (Observation Seen, IReadOnlyList<string> Remarks) Of(Observation seen)
    {
        var remarks = new List<string>();
        while (remarks.Count < Most && Contract.Problem(seen) is { } problem)
        {
            if (Without(seen, problem.Path) is not { } less)
                return (new Observation(), [$"Nothing of it can be taken: {problem.Path} {problem.Text}"]);
            remarks.Add($"Left out: {problem.Path}. {problem.Text}");
            seen = less;
        }
        return (seen, remarks);
    }

    /// <summary>The reading without the value of a path; without what holds it, where the value alone can't be missing.</summary>
    private static Observation? Without(Observation seen, string path)
    {
        var names = path.Split('/', StringSplitOptions.RemoveEmptyEntries)
            .Select(n => n.Replace("~1", "/", StringComparison.Ordinal).Replace("~0", "~", StringComparison.Ordinal))
            .ToList();
        for (var depth = names.Count; depth > 0; depth--)
        {
            var root = JsonNode.Parse(Database.ToJson(seen))!;
            if (!Removed(root, names[..depth]))
                continue;
            try
            {
                return root.Deserialize<Observation>(Database.Json);
            }
            catch (JsonException)
            {
                // It must be there: what holds it goes.
            }
        }
        return null;
    }

    private static bool Removed(JsonNode root, List<string> names)
    {
        JsonNode? at = root;
        foreach (var name in names[..^1])
            at = at switch
            {
                JsonObject map => map[name],
                JsonArray list when int.TryParse(name, out var i) && i < list.Count => list[i],
                _ => null,
            };
        switch (at)
        {
            case JsonObject map:
                return map.Remove(names[^1]);
            case JsonArray list when int.TryParse(names[^1], out var i) && i < list.Count:
                list.RemoveAt(i);
                return true;
            default:
                return false;
        }
    }
}
