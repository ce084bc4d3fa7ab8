using System.Text.Json.Nodes;

namespace Irvak.Core.Tests.Bounds;

/// <summary>Parts of a document by their path: names of members and numbers of entries.</summary>
internal static class JsonPaths
{
    public static JsonNode? At(JsonNode node, IReadOnlyList<object> path) =>
        path.Aggregate((JsonNode?)node, (n, p) => p is int i ? n![i] : n![(string)p]);

    /// <summary>A copy of the document with another value there.</summary>
    public static JsonNode With(JsonNode document, IReadOnlyList<object> path, JsonNode? value)
    {
        if (path.Count == 0)
            return value!;
        var copy = document.DeepClone();
        var above = At(copy, [.. path.SkipLast(1)])!;
        if (path[^1] is int i)
            above[i] = value;
        else
            above[(string)path[^1]] = value;
        return copy;
    }
}
