using System.Globalization;
using System.Text;
using System.Text.Json;

namespace Irvak.Captures.Documents;

/// <summary>
/// A JSON value that knows its line. A document that stops in the middle gives what it holds up to there. Values are kept as
/// positions in the text and decoded when they are asked for, so that a large document costs little.
/// </summary>
internal sealed class JsonValue
{
    /// <summary>Deeper documents are no captures.</summary>
    public const int Deepest = 64;

    /// <summary>Most values of one document; keeps memory bounded.</summary>
    public const int MostValues = 400_000;

    private readonly byte[] _text;
    private readonly int _start, _length;
    private readonly bool _escaped;
    // Members and items hang together as a chain: a listing of a thousand drives would otherwise make a thousand lists.
    private JsonValue? _first, _last, _next;
    private string? _name;
    private List<JsonValue>? _items;

    private JsonValue(byte[] text, JsonTokenType kind, int start, int length, bool escaped, int line)
    {
        (_text, Kind, _start, _length, _escaped, Line) = (text, kind, start, length, escaped, line);
    }

    public JsonTokenType Kind { get; }

    /// <summary>Line of the text, from 1.</summary>
    public int Line { get; }

    public bool IsObject => Kind == JsonTokenType.StartObject;

    public bool IsArray => Kind == JsonTokenType.StartArray;

    public IReadOnlyList<JsonValue> Items
    {
        get
        {
            if (!IsArray || _first is null) return [];
            if (_items is null)
            {
                _items = [];
                for (var at = _first; at is not null; at = at._next) _items.Add(at);
            }
            return _items;
        }
    }

    /// <summary>The first of a list; null when it is empty or this is no list.</summary>
    public JsonValue? First => IsArray ? _first : null;

    /// <summary>The member of that name, whatever its case; null when there is none or this is no object.</summary>
    public JsonValue? this[string name]
    {
        get
        {
            if (!IsObject) return null;
            for (var at = _first; at is not null; at = at._next)
                if (at._name!.Equals(name, StringComparison.OrdinalIgnoreCase)) return at;
            return null;
        }
    }

    /// <summary>The value at a path of names with dots between.</summary>
    public JsonValue? At(string path)
    {
        JsonValue? at = this;
        foreach (var name in path.Split('.'))
            if ((at = at?[name]) is null) return null;
        return at;
    }

    /// <summary>Text of a string, digits of a number; null for anything else and for an empty string.</summary>
    public string? Text
    {
        get
        {
            if (Kind is not (JsonTokenType.String or JsonTokenType.Number)) return null;
            var raw = Encoding.UTF8.GetString(_text, _start, _length);
            if (_escaped)
                try
                {
                    raw = JsonSerializer.Deserialize<string>("\"" + raw + "\"") ?? "";
                }
                catch (JsonException)
                {
                    return null;
                }
            raw = raw.Trim();
            return raw.Length == 0 ? null : raw.Length > 500 ? raw[..500] : raw;
        }
    }

    public long? Long => Whole is { } whole ? whole : double.TryParse(Text, NumberStyles.Float, CultureInfo.InvariantCulture, out var d) && Math.Abs(d) < 9.2e18
        ? long.TryParse(Text, NumberStyles.Integer, CultureInfo.InvariantCulture, out var n) ? n : (long)d : null;

    /// <summary>A whole number straight from its digits; null for anything else.</summary>
    private long? Whole => Kind is JsonTokenType.String or JsonTokenType.Number && !_escaped
        && System.Buffers.Text.Utf8Parser.TryParse(_text.AsSpan(_start, _length), out long n, out var used) && used == _length ? n : null;

    public int? Int => Long is >= int.MinValue and <= int.MaxValue and var n ? (int)n : null;

    public double? Double => double.TryParse(Text, NumberStyles.Float, CultureInfo.InvariantCulture, out var d) && double.IsFinite(d) ? d : null;

    public bool? Bool => Kind switch
    {
        JsonTokenType.True => true,
        JsonTokenType.False => false,
        _ => Text switch { "true" or "1" => true, "false" or "0" => false, _ => null },
    };

    /// <summary>Every object of the document, from the outside in.</summary>
    public IEnumerable<JsonValue> Objects()
    {
        var left = new Stack<JsonValue>();
        left.Push(this);
        while (left.Count > 0)
        {
            var at = left.Pop();
            if (at.IsObject) yield return at;
            var inner = new Stack<JsonValue>();
            for (var child = at._first; child is not null; child = child._next)
                if (child.IsObject || child.IsArray) inner.Push(child);
            while (inner.TryPop(out var child)) left.Push(child);
        }
    }

    /// <summary>Reads one document.</summary>
    /// <param name="lines">Offsets at which lines begin.</param>
    /// <param name="end">Where the document ends, or where it could no longer be read.</param>
    /// <param name="trouble">Why it could not be read to its end; null when it could.</param>
    public static JsonValue? Parse(byte[] text, int from, LineStarts lines, out int end, out string? trouble)
    {
        trouble = null;
        var open = new Stack<JsonValue>();
        JsonValue? root = null;
        string? name = null;
        var count = 0;
        var names = new Names();
        var reader = new Utf8JsonReader(text.AsSpan(from), new JsonReaderOptions { MaxDepth = Deepest, AllowMultipleValues = true, AllowTrailingCommas = true });
        try
        {
            while (reader.Read())
            {
                var start = from + (int)reader.TokenStartIndex;
                switch (reader.TokenType)
                {
                    case JsonTokenType.PropertyName:
                        name = names.Of(ref reader);
                        continue;
                    case JsonTokenType.EndObject or JsonTokenType.EndArray:
                        open.Pop();
                        break;
                    default:
                        if (++count > MostValues) { trouble = $"more than {MostValues:N0} values".Replace(',', ' '); end = start; return root; }
                        var isText = reader.TokenType == JsonTokenType.String;
                        var value = new JsonValue(text, reader.TokenType, isText ? start + 1 : start, reader.ValueSpan.Length, reader.ValueIsEscaped, lines.LineOf(start));
                        root ??= value;
                        if (open.TryPeek(out var parent))
                        {
                            value._name = parent.IsObject ? name ?? "" : null;
                            if (parent._last is { } before) before._next = value;
                            else parent._first = value;
                            parent._last = value;
                        }
                        if (value.IsObject || value.IsArray) open.Push(value);
                        break;
                }
                if (open.Count == 0) { end = from + (int)reader.BytesConsumed; return root; }
            }
            trouble = "it stops in the middle";
        }
        catch (Exception e) when (e is JsonException or InvalidOperationException)
        {
            trouble = reader.CurrentDepth >= Deepest ? $"it is nested more than {Deepest} deep" : "it is broken off or damaged from here on";
        }
        end = from + (int)reader.BytesConsumed;
        return root;
    }
}

/// <summary>Where the lines of a text begin.</summary>
internal sealed class LineStarts
{
    private readonly List<int> _starts = [0];

    public LineStarts(ReadOnlySpan<byte> text)
    {
        var at = 0;
        while (text[at..].IndexOf((byte)'\n') is >= 0 and var next)
        {
            at += next + 1;
            _starts.Add(at);
        }
    }

    public int Count => _starts.Count;

    private int _last;

    /// <summary>Offset at which a line begins, from 1.</summary>
    public int Start(int line) => _starts[line - 1];

    /// <summary>Line from 1 that an offset lies in.</summary>
    public int LineOf(int offset)
    {
        // Values come in their order; the line is nearly always the last one or the next.
        for (var i = 0; i < 3 && _last < _starts.Count && _starts[_last] <= offset; i++, _last++)
            if (_last + 1 == _starts.Count || _starts[_last + 1] > offset) return _last + 1;
        var at = _starts.BinarySearch(offset);
        _last = at >= 0 ? at : ~at - 1;
        return _last + 1;
    }
}

/// <summary>Names of members, each kept once: a listing of a thousand drives repeats its dozen names.</summary>
internal sealed class Names
{
    private readonly HashSet<string> _kept = [];
    private readonly HashSet<string>.AlternateLookup<ReadOnlySpan<char>> _lookup;

    public Names() => _lookup = _kept.GetAlternateLookup<ReadOnlySpan<char>>();

    public string Of(ref Utf8JsonReader reader)
    {
        if (reader.ValueIsEscaped || reader.ValueSpan.Length > 64) return reader.GetString() ?? "";
        Span<char> buffer = stackalloc char[64];
        var name = buffer[..reader.CopyString(buffer)];
        if (_lookup.TryGetValue(name, out var kept)) return kept;
        var text = name.ToString();
        if (_kept.Count < 4096) _kept.Add(text);
        return text;
    }
}
