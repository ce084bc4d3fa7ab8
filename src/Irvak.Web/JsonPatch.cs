using System.Text.Json;
using Irvak.Store;

namespace Irvak.Web;

/// <summary>
/// What turns one JSON document into another, as operations of RFC 6902 with paths of RFC 6901. Of a list the entries that are the same at
/// its beginning and at its end stay; between them they are compared one by one. Both documents come from the same writer: equal values are
/// equal bytes, and only what differs is looked into.
/// </summary>
internal static class JsonPatch
{
    /// <summary>Where a member of an object, or an entry of a list, stands in its text.</summary>
    /// <param name="Name">Of a member, as it is written between its quotes; empty of an entry.</param>
    private readonly record struct Piece(Range Name, Range Value);

    /// <summary>Writes the operations that turn a document's properties into another's into a list that is open.</summary>
    public static void Write(Utf8JsonWriter ops, IReadOnlyList<Part> before, IReadOnlyList<Part> after)
    {
        static Part? Named(string name, IReadOnlyList<Part> parts, int likely) =>
            likely < parts.Count && parts[likely].Name == name ? parts[likely] : parts.FirstOrDefault(p => p.Name == name);
        for (var i = 0; i < before.Count; i++)
            if (Named(before[i].Name, after, i) is null)
                Op(ops, "remove", "/" + before[i].Name, default);
        for (var i = 0; i < after.Count; i++)
            if (Named(after[i].Name, before, i) is { } old)
                Write(ops, old.Bytes, after[i].Bytes, "/" + after[i].Name);
            else
                Op(ops, "add", "/" + after[i].Name, after[i].Bytes);
    }

    /// <summary>Writes the operations into a list that is open.</summary>
    /// <param name="path">Of both documents, as a pointer.</param>
    public static void Write(Utf8JsonWriter ops, ReadOnlySpan<byte> before, ReadOnlySpan<byte> after, string path)
    {
        if (before.SequenceEqual(after))
            return;
        if (before[0] == '{' && after[0] == '{')
            Objects(ops, before, after, path);
        else if (before[0] == '[' && after[0] == '[')
            Lists(ops, before, after, path);
        else
            Op(ops, "replace", path, after);
    }

    private static void Objects(Utf8JsonWriter ops, ReadOnlySpan<byte> before, ReadOnlySpan<byte> after, string path)
    {
        var (old, now) = (Pieces(before), Pieces(after));
        for (var i = 0; i < old.Count; i++)
            if (IndexOf(now, after, before[old[i].Name], i) < 0)
                Op(ops, "remove", At(path, before[old[i].Name]), default);
        for (var i = 0; i < now.Count; i++)
            if (IndexOf(old, before, after[now[i].Name], i) is >= 0 and var at)
            {
                if (!before[old[at].Value].SequenceEqual(after[now[i].Value]))
                    Write(ops, before[old[at].Value], after[now[i].Value], At(path, after[now[i].Name]));
            }
            else
                Op(ops, "add", At(path, after[now[i].Name]), after[now[i].Value]);
    }

    private static void Lists(Utf8JsonWriter ops, ReadOnlySpan<byte> before, ReadOnlySpan<byte> after, string path)
    {
        var (old, now) = (Pieces(before), Pieces(after));
        var (first, shorter) = (0, Math.Min(old.Count, now.Count));
        while (first < shorter && before[old[first].Value].SequenceEqual(after[now[first].Value]))
            first++;
        var last = 0;
        while (last < shorter - first && before[old[^(last + 1)].Value].SequenceEqual(after[now[^(last + 1)].Value]))
            last++;
        var both = shorter - first - last;
        for (var i = first; i < first + both; i++)
            Write(ops, before[old[i].Value], after[now[i].Value], $"{path}/{i}");
        for (var i = first + both; i < old.Count - last; i++)
            Op(ops, "remove", $"{path}/{first + both}", default);
        for (var i = first + both; i < now.Count - last; i++)
            Op(ops, "add", $"{path}/{i}", after[now[i].Value]);
    }

    /// <summary>The members of an object, or the entries of a list; what is within them is passed over.</summary>
    private static List<Piece> Pieces(ReadOnlySpan<byte> json)
    {
        var reader = new Utf8JsonReader(json);
        reader.Read();
        var pieces = new List<Piece>();
        while (reader.Read() && reader.TokenType is not (JsonTokenType.EndObject or JsonTokenType.EndArray))
        {
            var name = 0..0;
            if (reader.TokenType == JsonTokenType.PropertyName)
            {
                var from = (int)reader.TokenStartIndex + 1;
                name = from..(from + reader.ValueSpan.Length);
                reader.Read();
            }
            var start = (int)reader.TokenStartIndex;
            reader.Skip();
            pieces.Add(new(name, start..(int)reader.BytesConsumed));
        }
        return pieces;
    }

    /// <summary>The member of a name; mostly it stands where it stood in the other.</summary>
    private static int IndexOf(List<Piece> pieces, ReadOnlySpan<byte> json, ReadOnlySpan<byte> name, int likely)
    {
        if (likely < pieces.Count && json[pieces[likely].Name].SequenceEqual(name))
            return likely;
        for (var i = 0; i < pieces.Count; i++)
            if (json[pieces[i].Name].SequenceEqual(name))
                return i;
        return -1;
    }

    /// <param name="value">As JSON; empty for none.</param>
    private static void Op(Utf8JsonWriter ops, string op, string path, ReadOnlySpan<byte> value)
    {
        ops.WriteStartObject();
        ops.WriteString("op", op);
        ops.WriteString("path", path);
        if (!value.IsEmpty)
        {
            ops.WritePropertyName("value");
            ops.WriteRawValue(value, skipInputValidation: true);
        }
        ops.WriteEndObject();
    }

    /// <param name="name">As it is written between its quotes.</param>
    private static string At(string path, ReadOnlySpan<byte> name) =>
        $"{path}/{Plain(name).Replace("~", "~0", StringComparison.Ordinal).Replace("/", "~1", StringComparison.Ordinal)}";

    private static string Plain(ReadOnlySpan<byte> written) =>
        written.Contains((byte)'\\')
            ? JsonSerializer.Deserialize<string>([(byte)'"', .. written, (byte)'"'])!
            : System.Text.Encoding.UTF8.GetString(written);
}
