using System.Text.Json.Nodes;

namespace Irvak.Web.Tests;

/// <summary>Applies operations as RFC 6902 defines them, section 4; paths as in RFC 6901.</summary>
internal static class Patched
{
    public static JsonNode Of(JsonNode document, JsonArray operations)
    {
        document = document.DeepClone();
        foreach (var operation in operations)
        {
            var steps = operation!["path"]!.GetValue<string>().Split('/')[1..].Select(Name).ToList();
            var parent = steps[..^1].Aggregate(document, (node, step) => node is JsonArray list ? list[int.Parse(step)]! : node[step]!);
            var value = operation["value"]?.DeepClone();
            var last = steps[^1];
            switch (operation["op"]!.GetValue<string>(), parent)
            {
                case ("replace", JsonArray list):
                    list[int.Parse(last)] = value;
                    break;
                case ("add", JsonArray list):
                    list.Insert(int.Parse(last), value);
                    break;
                case ("remove", JsonArray list):
                    list.RemoveAt(int.Parse(last));
                    break;
                case ("replace", JsonObject of):
                    if (!of.ContainsKey(last))
                        throw new InvalidOperationException($"There is no {last} to replace.");
                    of[last] = value;
                    break;
                case ("add", JsonObject of):
                    of[last] = value;
                    break;
                case ("remove", JsonObject of):
                    if (!of.Remove(last))
                        throw new InvalidOperationException($"There is no {last} to remove.");
                    break;
                default:
                    throw new InvalidOperationException(operation.ToJsonString());
            }
        }
        return document;
    }

    private static string Name(string step) => step.Replace("~1", "/").Replace("~0", "~");
}
