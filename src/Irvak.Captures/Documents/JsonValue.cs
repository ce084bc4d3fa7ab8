using System.Globalization;
using System.Text;
using System.Text.Json;

namespace Irvak.Captures.Documents;

/// <summary>
/// A JSON value that knows its line. A document that stops in the middle gives what it holds up to there. A value is a place in
/// the document's table, decoded when it is asked for, so that a large document costs little.
/// </summary>
internal readonly struct JsonValue
{
    private readonly JsonTable _table;
    private readonly int _at;

    internal JsonValue(JsonTable table, int at) => (_table, _at) = (table, at);

    private ref readonly TableEntry Node => ref _table.Nodes[_at];

    public JsonTokenType Kind => Node.Kind;

    /// <summary>Line of the text, from 1.</summary>
    public int Line => Node.Line;

    public bool IsObject => Kind == JsonTokenType.StartObject;

    public bool IsArray => Kind == JsonTokenType.StartArray;

    public IReadOnlyList<JsonValue> Items
    {
        get
        {
            if (!IsArray)
                return [];
            var items = new List<JsonValue>();
            var end = Node.End;
            for (var at = _at + 1; at < end; at = _table.Nodes[at].End)
                items.Add(new JsonValue(_table, at));
            return items;
        }
    }

    /// <summary>The first of a list; null when it is empty or this is no list.</summary>
    public JsonValue? First => IsArray && _at + 1 < Node.End ? new JsonValue(_table, _at + 1) : null;

    /// <summary>The member of that name, whatever its case; null when there is none or this is no object.</summary>
    public JsonValue? this[string name] => Member(_table.Names.Known(name));

    private JsonValue? Member(int name)
    {
        if (name < 0 || !IsObject)
            return null;
        var nodes = _table.Nodes;
        var end = nodes[_at].End;
        for (var at = _at + 1; at < end; at = nodes[at].End)
            if (nodes[at].Name == name)
                return new JsonValue(_table, at);
        return null;
    }

    /// <summary>The value at a path of names with dots between.</summary>
    public JsonValue? At(string path)
    {
        JsonValue? at = this;
        foreach (var part in path.AsSpan().Split('.'))
            if ((at = at!.Value.Member(_table.Names.Known(path.AsSpan(part)))) is null)
                return null;
        return at;
    }

    private ReadOnlySpan<byte> Raw => _table.Text.AsSpan(Node.Start, Node.Length);

    /// <summary>Text of a string, digits of a number; null for anything else and for an empty string.</summary>
    public string? Text
    {
        get
        {
            if (Kind is not (JsonTokenType.String or JsonTokenType.Number))
                return null;
            var raw = Encoding.UTF8.GetString(Raw);
            if (Node.Escaped)
                try
                {
                    raw = JsonSerializer.Deserialize<string>("\"" + raw + "\"") ?? "";
                }
                catch (JsonException)
                {
                    return null;
                }
            raw = raw.Trim();
            return raw.Length == 0 ? null
                : raw.Length > 500 ? raw[..500]
                : raw;
        }
    }

    /// <summary>True when this is just that text; costs less than reading it.</summary>
    public bool Is(ReadOnlySpan<byte> text) => Kind == JsonTokenType.String && !Node.Escaped && Raw.SequenceEqual(text);

    /// <summary>True when this text begins so.</summary>
    public bool Begins(ReadOnlySpan<byte> text) => Kind == JsonTokenType.String && !Node.Escaped && Raw.StartsWith(text);

    public long? Long =>
        Whole is { } whole ? whole
        : double.TryParse(Text, NumberStyles.Float, CultureInfo.InvariantCulture, out var d) && Math.Abs(d) < 9.2e18
            ? long.TryParse(Text, NumberStyles.Integer, CultureInfo.InvariantCulture, out var n) ? n
                : (long)d
        : null;

    /// <summary>A whole number straight from its digits; null for anything else.</summary>
    private long? Whole =>
        Kind is JsonTokenType.String or JsonTokenType.Number
        && !Node.Escaped
        && System.Buffers.Text.Utf8Parser.TryParse(Raw, out long n, out var used)
        && used == Node.Length
            ? n
            : null;

    public int? Int => Long is >= int.MinValue and <= int.MaxValue and var n ? (int)n : null;

    public double? Double =>
        double.TryParse(Text, NumberStyles.Float, CultureInfo.InvariantCulture, out var d) && double.IsFinite(d) ? d : null;

    public bool? Bool =>
        Kind switch
        {
            JsonTokenType.True => true,
            JsonTokenType.False => false,
            _ => Text switch
            {
                "true" or "1" => true,
                "false" or "0" => false,
                _ => null,
            },
        };

    /// <summary>Every object of the document, from the outside in.</summary>
    public IEnumerable<JsonValue> Objects()
    {
        var end = Node.End;
        for (var at = _at; at < end; at++)
            if (_table.Nodes[at].Kind == JsonTokenType.StartObject)
                yield return new JsonValue(_table, at);
    }

    /// <summary>The first of these that is as asked; null when none is.</summary>
    public static JsonValue? FirstOf(IEnumerable<JsonValue> values, Func<JsonValue, bool> asked)
    {
        foreach (var value in values)
            if (asked(value))
                return value;
        return null;
    }

    /// <summary>Ends the use of the whole document.</summary>
    public void Free() => _table.Free();

    /// <summary>Reads one document.</summary>
    /// <param name="lines">Offsets at which lines begin.</param>
    /// <param name="names">The names met so far in the same text.</param>
    /// <param name="end">Where the document ends, or where it could no longer be read.</param>
    /// <param name="trouble">Why it could not be read to its end; null when it could.</param>
    public static JsonValue? Parse(byte[] text, int from, LineStarts lines, JsonNames names, out int end, out string? trouble) =>
        JsonTable.Read(text, from, lines, names, out end, out trouble);
}
