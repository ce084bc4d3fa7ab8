using System.Runtime.InteropServices;
using System.Text.Json;

namespace Irvak.Web;

/// <summary>
/// What turns one JSON document into another, as operations of RFC 6902 with paths of RFC 6901. Of a list the entries that are the same at
/// its beginning and at its end stay; between them they are compared one by one.
/// </summary>
internal static class JsonPatch
{
    /// <summary>Writes the operations into a list that is open.</summary>
    /// <param name="path">Of both documents, as a pointer.</param>
    public static void Write(Utf8JsonWriter ops, JsonElement before, JsonElement after, string path)
    {
        if (Same(before, after))
            return;
        if (before.ValueKind == JsonValueKind.Object && after.ValueKind == JsonValueKind.Object)
            Objects(ops, before, after, path);
        else if (before.ValueKind == JsonValueKind.Array && after.ValueKind == JsonValueKind.Array)
            Lists(ops, before, after, path);
        else
            Op(ops, "replace", path, after);
    }

    // Both come from the same writer: equal values are equal texts.
    private static bool Same(JsonElement a, JsonElement b) => JsonMarshal.GetRawUtf8Value(a).SequenceEqual(JsonMarshal.GetRawUtf8Value(b));

    private static void Objects(Utf8JsonWriter ops, JsonElement before, JsonElement after, string path)
    {
        foreach (var old in before.EnumerateObject())
            if (!after.TryGetProperty(old.Name, out _))
                Op(ops, "remove", At(path, old.Name), null);
        foreach (var now in after.EnumerateObject())
            if (before.TryGetProperty(now.Name, out var old))
                Write(ops, old, now.Value, At(path, now.Name));
            else
                Op(ops, "add", At(path, now.Name), now.Value);
    }

    private static void Lists(Utf8JsonWriter ops, JsonElement before, JsonElement after, string path)
    {
        JsonElement[] old = [.. before.EnumerateArray()],
            now = [.. after.EnumerateArray()];
        var (first, shorter) = (0, Math.Min(old.Length, now.Length));
        while (first < shorter && Same(old[first], now[first]))
            first++;
        var last = 0;
        while (last < shorter - first && Same(old[^(last + 1)], now[^(last + 1)]))
            last++;
        var both = shorter - first - last;
        for (var i = first; i < first + both; i++)
            Write(ops, old[i], now[i], $"{path}/{i}");
        for (var i = first + both; i < old.Length - last; i++)
            Op(ops, "remove", $"{path}/{first + both}", null);
        for (var i = first + both; i < now.Length - last; i++)
            Op(ops, "add", $"{path}/{i}", now[i]);
    }

    private static void Op(Utf8JsonWriter ops, string op, string path, JsonElement? value)
    {
        ops.WriteStartObject();
        ops.WriteString("op", op);
        ops.WriteString("path", path);
        if (value is { } given)
        {
            ops.WritePropertyName("value");
            given.WriteTo(ops);
        }
        ops.WriteEndObject();
    }

    private static string At(string path, string name) =>
        $"{path}/{name.Replace("~", "~0", StringComparison.Ordinal).Replace("/", "~1", StringComparison.Ordinal)}";
}
