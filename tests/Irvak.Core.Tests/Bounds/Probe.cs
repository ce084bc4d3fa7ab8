using System.Globalization;
using System.Security.Cryptography;
using System.Text;
using System.Text.Encodings.Web;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Irvak.Core.Contracts;

namespace Irvak.Core.Tests.Bounds;

/// <summary>
/// Where a document stops being taken: each number, text and list of it is changed alone, from far below to far above, and the value at
/// which what is said of it changes is searched to the last digit.
/// </summary>
/// <param name="Name">How the lines of this document begin.</param>
/// <param name="Document">One that is taken as it is.</param>
/// <param name="Refuse">What is wrong with it; null when nothing is.</param>
/// <param name="Answer">What follows from one that is taken; null where only the refusal counts.</param>
internal sealed partial record Probe(
    string Name,
    JsonNode Document,
    Func<JsonNode, SheetProblem?> Refuse,
    Func<JsonNode, object?>? Answer = null
)
{
    private static readonly JsonSerializerOptions Plain = new() { Encoder = JavaScriptEncoder.UnsafeRelaxedJsonEscaping };

    // Whole numbers that bounds are usually set at, with their neighbours; shares below one.
    private static readonly double[] Numbers =
    [
        .. Enumerable.Range(-2, 43).Select(i => (double)i),
        .. new[] { 0.001, 0.01, 0.1, 0.25, 0.5, 0.75, 0.9, 0.99, 1.5 },
        .. Enumerable.Range(6, 52).Select(i => Math.Pow(2, i)),
        .. Enumerable.Range(2, 14).SelectMany(i => new[] { Math.Pow(10, i), 3 * Math.Pow(10, i) }),
    ];

    // Values that an answer is looked at with: none, few, and many by halves of a power of ten.
    private static readonly double?[] Asked = [null, 0, 1, 2, 3, 4, 8, 16, 30, 64, 100, 300, 1000, 30_000, 1e6, 1e9, 1e12];

    private static readonly int[] Lengths = [0, 1, 2, 3, 5, 9, 17, 33, 65, 129, 257, 513, 1025, 2049, 4097, 10_001, 20_001];

    private static readonly int[] Counts = [0, 1, 2, 3, 4, 5, 9, 17, 33, 65, 129, 257, 513, 1025];

    public static Probe Of<T>(string name, T document, Func<T, SheetProblem?> refuse, Func<T, object?>? answer = null) =>
        new(
            name,
            JsonSerializer.SerializeToNode(document, JsonSerializerOptions.Web)!,
            n => refuse(n.Deserialize<T>(JsonSerializerOptions.Web)!),
            answer is null ? null : n => answer(n.Deserialize<T>(JsonSerializerOptions.Web)!)
        );

    /// <summary>One line for each part of the document whose path was not looked at before.</summary>
    /// <param name="seen">Paths that were, numbers of entries left out.</param>
    public IEnumerable<string> Lines(HashSet<string> seen) =>
        Leaves(Document, []).Where(l => seen.Add(Title(l))).ToList().AsParallel().AsOrdered().Select(Line);

    [GeneratedRegex("x{2,}")]
    private static partial Regex Filler();

    private string Title(IReadOnlyList<object> path) => $"{Name} /{string.Join('/', path.Select(p => p is int ? "*" : p))}";

    private static IEnumerable<IReadOnlyList<object>> Leaves(JsonNode? node, IReadOnlyList<object> path) =>
        node switch
        {
            JsonObject o => o.SelectMany(p => Leaves(p.Value, [.. path, p.Key])),
            JsonArray a => a.SelectMany((n, i) => Leaves(n, [.. path, i])).Prepend(path),
            JsonValue v when v.GetValueKind() is JsonValueKind.Number or JsonValueKind.String => [path],
            null => [path],
            _ => [],
        };

    private string Line(IReadOnlyList<object> path)
    {
        var leaf = JsonPaths.At(Document, path);
        return $"{Title(path)}: "
            + leaf switch
            {
                JsonArray list => Whole(path, Counts, n => Repeated(list, n)),
                JsonValue v when v.GetValueKind() == JsonValueKind.String => Whole(path, Lengths, n => new string('x', n)),
                _ => Number(path) + Answers(path),
            };
    }

    /// <summary>What is said of the document with this value there; numbers are left out of the words, for the value may stand in
    /// them.</summary>
    private string Said(IReadOnlyList<object> path, JsonNode? value)
    {
        try
        {
            return Refuse(JsonPaths.With(Document, path, value)) is { } problem
                ? $"{problem.Path} {string.Concat(Filler().Replace(problem.Text, "").Where(c => !char.IsDigit(c)).Take(60))}"
                : "taken";
        }
        catch (JsonException)
        {
            return "not read";
        }
        catch (InvalidOperationException)
        {
            return "not read";
        }
    }

    private static JsonArray Repeated(JsonArray list, int count)
    {
        var made = new JsonArray();
        for (var i = 0; i < count; i++)
            made.Add(
                i < list.Count ? list[i]!.DeepClone()
                : list.Count > 0 && list[0] is JsonValue v && v.TryGetValue<string>(out var text) ? $"{text}{i}"
                : list.Count > 0 ? list[0]!.DeepClone()
                : (JsonNode)$"bay:{i}"
            );
        return made;
    }

    private string Whole(IReadOnlyList<object> path, int[] grid, Func<int, JsonNode> make)
    {
        var line = new StringBuilder();
        string? last = null;
        for (var i = 0; i < grid.Length; i++)
        {
            var said = Said(path, make(grid[i]));
            if (said != last)
            {
                var (low, high) = (i == 0 ? grid[0] : grid[i - 1], grid[i]);
                while (i > 0 && high - low > 1)
                    if (Said(path, make((low + high) / 2)) == last)
                        low = (low + high) / 2;
                    else
                        high = (low + high) / 2;
                line.Append(CultureInfo.InvariantCulture, $"{(i == 0 ? "" : $" | {high} ")}{said}");
            }
            last = said;
        }
        return line.ToString();
    }

    private string Number(IReadOnlyList<object> path)
    {
        var line = new StringBuilder();
        string? last = null;
        var (before, grid) = (double.NaN, Numbers.Order().ToArray());
        foreach (var value in grid)
        {
            var said = Said(path, Node(value));
            // A share where a whole number is wanted is no step on the way.
            if (said == "not read" && value != Math.Floor(value))
                continue;
            if (said != last)
                line.Append(CultureInfo.InvariantCulture, $"{(last is null ? "" : $" | {Edge(path, before, value, last)} ")}{said}");
            (last, before) = (said, value);
        }
        return line.ToString();
    }

    private static JsonValue? Node(double? value) =>
        value is not { } n ? null
        : n == Math.Floor(n) && Math.Abs(n) < 1e18 ? JsonValue.Create((long)n)
        : JsonValue.Create(n);

    /// <summary>The first value of the next run, told as at or above a round number.</summary>
    private string Edge(IReadOnlyList<object> path, double low, double high, string last)
    {
        for (var i = 0; i < 80 && high - low > Math.Max(Math.Abs(high), 1e-9) * 1e-12; i++)
        {
            var middle = low + ((high - low) / 2);
            var said = Said(path, Node(middle));
            if (said == "not read" && middle != Math.Floor(middle))
                (middle, said) = (Math.Floor(middle), Said(path, Node(Math.Floor(middle))));
            if (middle <= low)
                break;
            (low, high) = said == last ? (middle, high) : (low, middle);
        }
        var round = Math.Round(high, Math.Clamp(9 - (int)Math.Ceiling(Math.Log10(Math.Abs(high) + 1)), 0, 9));
        return Said(path, Node(round)) == last
            ? $"above {round.ToString(CultureInfo.InvariantCulture)}"
            : $"{round.ToString(CultureInfo.InvariantCulture)}";
    }

    /// <summary>A mark of what follows with each of some values there.</summary>
    private string Answers(IReadOnlyList<object> path)
    {
        if (Answer is null)
            return "";
        var told = new StringBuilder();
        foreach (var value in Asked)
            if (Said(path, Node(value)) == "taken")
                told.AppendLine(JsonSerializer.Serialize(Answer(JsonPaths.With(Document, path, Node(value))), Plain));
        return $" => {Convert.ToHexString(SHA256.HashData(Encoding.UTF8.GetBytes(told.ToString())))[..6]}";
    }
}
