using System.Buffers;
using System.Text.Json;

namespace Irvak.Captures.Documents;

/// <summary>One value of a document: where it stands, and where the next one beside it begins.</summary>
internal struct TableEntry
{
    public int Start,
        Length,
        Line,
        Name;

    /// <summary>Place in the table just after this value and all that it holds.</summary>
    public int End;
    public JsonTokenType Kind;
    public bool Escaped;
}

/// <summary>
/// A JSON document as one table: each value is followed by what it holds. A listing of a thousand drives is one array this way, not
/// a hundred thousand objects.
/// </summary>
internal sealed class JsonTable(byte[] text, JsonNames names)
{
    /// <summary>Deeper documents are no captures.</summary>
    public const int Deepest = 64;

    /// <summary>Most values of one document; keeps memory bounded.</summary>
    public const int MostValues = 400_000;

    // Rented: a fresh array of megabytes for each document would cost more than reading it.
    private TableEntry[] _nodes = ArrayPool<TableEntry>.Shared.Rent(128);
    private int _count;

    public byte[] Text => text;

    public TableEntry[] Nodes => _nodes;

    public JsonNames Names => names;

    private static readonly JsonReaderOptions Lenient = new()
    {
        MaxDepth = Deepest,
        AllowMultipleValues = true,
        AllowTrailingCommas = true,
    };

    public static JsonValue? Read(byte[] text, int from, LineStarts lines, JsonNames names, out int end, out string? trouble)
    {
        var table = new JsonTable(text, names);
        trouble = null;
        Span<int> open = stackalloc int[Deepest + 1];
        var (depth, name) = (0, -1);
        var reader = new Utf8JsonReader(text.AsSpan(from), Lenient);
        try
        {
            while (reader.Read())
            {
                if (reader.TokenType == JsonTokenType.PropertyName)
                {
                    name = table.Names.Of(ref reader);
                    continue;
                }
                var start = from + (int)reader.TokenStartIndex;
                if (!table.Take(ref reader, open, ref depth, (start, lines.LineOf(start), name)))
                {
                    (trouble, end) = (TooMany, start);
                    return table.Close(open[..depth]);
                }
                name = -1;
                if (depth == 0)
                {
                    end = from + (int)reader.BytesConsumed;
                    return table.Close([]);
                }
            }
            trouble = "it stops in the middle";
        }
        catch (Exception e) when (e is JsonException or InvalidOperationException)
        {
            trouble = Broken(reader.CurrentDepth);
        }
        end = from + (int)reader.BytesConsumed;
        return table.Close(open[..depth]);
    }

    private static readonly string TooMany = $"more than {MostValues:N0} values".Replace(',', ' ');

    private static string Broken(int depth) =>
        depth >= Deepest ? $"it is nested more than {Deepest} deep" : "it is broken off or damaged from here on";

    /// <summary>Takes the beginning or the end of a value; false where no further value has room.</summary>
    private bool Take(ref Utf8JsonReader reader, scoped Span<int> open, ref int depth, (int Start, int Line, int Name) at)
    {
        if (reader.TokenType is JsonTokenType.EndObject or JsonTokenType.EndArray)
        {
            _nodes[open[--depth]].End = _count;
            return true;
        }
        if (_count == MostValues)
            return false;
        open[depth] = Add(ref reader, at.Start, at.Line, at.Name);
        if (reader.TokenType is JsonTokenType.StartObject or JsonTokenType.StartArray)
            depth++;
        return true;
    }

    private int Add(ref Utf8JsonReader reader, int start, int line, int name)
    {
        var (kind, length, escaped) = (reader.TokenType, reader.ValueSpan.Length, reader.ValueIsEscaped);
        if (_count == _nodes.Length)
            Grow();
        ref var node = ref _nodes[_count];
        // The quotes are no part of a text.
        node.Start = kind == JsonTokenType.String ? start + 1 : start;
        (node.Length, node.Line, node.Name, node.Kind, node.Escaped, node.End) = (length, line, name, kind, escaped, _count + 1);
        return _count++;
    }

    private void Grow()
    {
        var larger = ArrayPool<TableEntry>.Shared.Rent(_count * 4);
        _nodes.CopyTo(larger, 0);
        ArrayPool<TableEntry>.Shared.Return(_nodes);
        _nodes = larger;
    }

    /// <summary>Gives the table back once everything wanted of the document was taken from it; its values mean nothing after
    /// that.</summary>
    public void Free()
    {
        ArrayPool<TableEntry>.Shared.Return(_nodes);
        _nodes = [];
    }

    /// <summary>What is still open when a document breaks off ends there.</summary>
    private JsonValue? Close(ReadOnlySpan<int> open)
    {
        foreach (var at in open)
            _nodes[at].End = _count;
        return _count == 0 ? null : new JsonValue(this, 0);
    }
}

/// <summary>Names of members by number, each kept once whatever its case, for all documents of a text: a thousand drives repeat a dozen
/// names.</summary>
internal sealed class JsonNames
{
    private readonly Dictionary<string, int> _known = new(StringComparer.OrdinalIgnoreCase);
    private readonly Dictionary<string, int>.AlternateLookup<ReadOnlySpan<char>> _lookup;

    // As spelled, and which name came next the last time: the same name mostly does so again, and costs no search then.
    private readonly List<(byte[] Spelled, int Number, int Next)> _spellings = [];
    private readonly Dictionary<string, int> _spelled = new(StringComparer.Ordinal);
    private int _last = -1;

    public JsonNames() => _lookup = _known.GetAlternateLookup<ReadOnlySpan<char>>();

    /// <summary>Number of a name; -1 when no member of the document has it.</summary>
    public int Known(ReadOnlySpan<char> name) => _lookup.TryGetValue(name, out var number) ? number : -1;

    public int Of(ref Utf8JsonReader reader)
    {
        if (reader.ValueIsEscaped)
            return Number(reader.GetString() ?? "");
        var span = reader.ValueSpan;
        if (_last >= 0 && _spellings[_last].Next is >= 0 and var next && span.SequenceEqual(_spellings[next].Spelled))
        {
            _last = next;
            return _spellings[next].Number;
        }
        var text = reader.GetString() ?? "";
        if (!_spelled.TryGetValue(text, out var at))
        {
            _spelled[text] = at = _spellings.Count;
            _spellings.Add((span.ToArray(), Number(text), -1));
        }
        if (_last >= 0)
            _spellings[_last] = _spellings[_last] with { Next = at };
        _last = at;
        return _spellings[at].Number;
    }

    private int Number(string name)
    {
        if (_known.TryGetValue(name, out var number))
            return number;
        _known[name] = number = _known.Count;
        return number;
    }
}
