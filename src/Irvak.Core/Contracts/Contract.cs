using System.Collections;
using System.Collections.Concurrent;
using System.Globalization;
using System.Reflection;
using System.Text.Json;
using System.Text.Json.Serialization;
using Irvak.Core.Places;
using Irvak.Core.Quantities;

namespace Irvak.Core.Contracts;

/// <summary>
/// The one contract of whatever comes in, by the interface, a document, a capture or a list: nothing missing where a value must be,
/// numbers finite and within <see cref="ContractTable"/>, texts and lists of bounded length, no control characters, only known kinds.
/// </summary>
public static class Contract
{
    /// <summary>Complaints collected before the rest is left alone.</summary>
    public const int MostProblems = 50;

    /// <param name="Ranges">False to leave out how large numbers are, and see only whether the document has its shape.</param>
    private sealed record Findings(int Most, bool Ranges = true)
    {
        public List<SheetProblem> All { get; } = [];

        public bool IsFull => All.Count >= Most;

        public void Add(SheetProblem problem) => All.Add(problem);
    }

    private sealed record Field(string Name, string Json, Func<object, object?> Get, NullabilityInfo Nullability, string Owner);

    private static readonly ConcurrentDictionary<Type, Field[]> Known = new();

    /// <summary>The first thing that is wrong with a value, with its JSON pointer; null when nothing is.</summary>
    public static SheetProblem? Problem(object? value, string path = "") => Problems(value, path, 1) is [var first, ..] ? first : null;

    /// <summary>What is wrong with a value; empty when nothing is.</summary>
    public static IReadOnlyList<SheetProblem> Problems(object? value, string path = "", int most = MostProblems)
    {
        var problems = new Findings(most);
        if (value is null)
            problems.Add(new(path.Length == 0 ? "/" : path, "A value must stand here."));
        else
            Walk(value, path, "", "", null, problems);
        return problems.All;
    }

    /// <summary>
    /// What is wrong with a document that has a check of its own: first what would break that check, then what it says in better
    /// words, then what it says nothing of.
    /// </summary>
    public static IReadOnlyList<SheetProblem> With(object document, Func<IReadOnlyList<SheetProblem>> own)
    {
        var shape = new Findings(MostProblems, Ranges: false);
        Walk(document, "", "", "", null, shape);
        if (shape.All.Count > 0)
            return shape.All;
        var said = own();
        return
        [
            .. said,
            .. Problems(document).Where(c => said.All(s => c.Path != s.Path && !c.Path.StartsWith(s.Path + "/", StringComparison.Ordinal))),
        ];
    }

    /// <summary>What is wrong with a single text that is not part of a document; null when nothing is.</summary>
    /// <param name="lines">True when it may have several lines.</param>
    public static SheetProblem? TextProblem(string? text, string path, int most = ContractTable.UsualText, bool lines = false) =>
        text is null ? null : Said(text, path, most, lines);

    /// <summary>A value of one text or number, as it stands in a document.</summary>
    private static object Plain(object value) =>
        value switch
        {
            Place place => place.ToString(),
            Throughput rate => rate.MegabytesPerSecond,
            _ => value,
        };

    private static void Walk(object value, string path, string owner, string name, NullabilityInfo? info, Findings problems)
    {
        if (problems.IsFull)
            return;
        switch (Plain(value))
        {
            case bool or Guid or DateOnly:
                return;
            case string or Enum or DateTimeOffset or JsonElement or double or float or decimal or int or long or short or byte or uint:
                if (Single(Plain(value), path, owner, name, problems.Ranges) is { } problem)
                    problems.Add(problem);
                return;
            case IDictionary map:
                Entries(map.Keys.Cast<object>().Select(k => (k, map[k])), path, owner, name, info, problems);
                return;
            case IEnumerable list when Pairs(list) is { } pairs:
                Entries(pairs, path, owner, name, info, problems);
                return;
            case IEnumerable list:
                Items(list, path, owner, name, Inner(info, 0), problems);
                return;
        }
        foreach (var field in Known.GetOrAdd(value.GetType(), Fields))
        {
            if (field.Get(value) is { } held)
                Walk(held, $"{path}/{field.Json}", field.Owner, field.Name, field.Nullability, problems);
            else if (field.Nullability.ReadState == NullabilityState.NotNull)
                problems.Add(new($"{path}/{field.Json}", "A value must stand here."));
            if (problems.IsFull)
                return;
        }
    }

    /// <summary>What is wrong with a value that has no parts; null when nothing is.</summary>
    private static SheetProblem? Single(object value, string path, string owner, string name, bool ranges) =>
        value switch
        {
            string when ContractTable.Raw.Contains($"{owner}.{name}") => null,
            string text => Said(
                text,
                path,
                ContractTable.Texts.GetValueOrDefault($"{owner}.{name}", ContractTable.UsualText),
                ContractTable.ManyLines.Contains($"{owner}.{name}")
            ),
            Enum kind => Enum.IsDefined(kind.GetType(), kind) ? null : new(path, $"“{kind}” is no kind that is known here."),
            JsonElement element => Unknown(element, path),
            DateTimeOffset at => at.UtcDateTime.Year is < 1970 or > 2200 ? new(path, "A time lies between the years 1970 and 2200.") : null,
            _ => ranges ? NumberProblem(Convert.ToDouble(value, CultureInfo.InvariantCulture), owner, name, path) : null,
        };

    private static void Items(IEnumerable list, string path, string owner, string name, NullabilityInfo? inner, Findings problems)
    {
        var room = ContractTable.Counts.GetValueOrDefault($"{owner}.{name}", ContractTable.UsualCount);
        var at = 0;
        foreach (var item in list)
        {
            if (at >= room)
            {
                problems.Add(new(path, $"There are at most {room} entries here."));
                return;
            }
            if (item is not null)
                Walk(item, $"{path}/{at}", owner, name, inner, problems);
            else if (inner is not { ReadState: NullabilityState.Nullable })
                problems.Add(new($"{path}/{at}", "An entry is missing here."));
            if (problems.IsFull)
                return;
            at++;
        }
    }

    private static void Entries(
        IEnumerable<(object Key, object? Value)> pairs,
        string path,
        string owner,
        string name,
        NullabilityInfo? info,
        Findings problems
    )
    {
        var more = name == nameof(KeepsMore.More);
        var room = more
            ? ContractTable.MostUnknownFields
            : ContractTable.Counts.GetValueOrDefault($"{owner}.{name}", ContractTable.UsualCount);
        var inner = Inner(info, 1);
        var count = 0;
        foreach (var (key, value) in pairs)
        {
            if (++count > room)
            {
                problems.Add(new(path, $"There are at most {room} entries here."));
                return;
            }
            var at = more ? $"{path[..^"/more".Length]}/{Escaped($"{key}")}" : $"{path}/{Escaped($"{key}")}";
            if (key is string or Place && $"{key}" is var text && Said(text, at, 200, false) is { } said)
                problems.Add(said with { Path = path });
            else if (value is not null)
                Walk(value, at, owner, name, inner, problems);
            else if (inner is not { ReadState: NullabilityState.Nullable })
                problems.Add(new(at, "A value must stand here."));
            if (problems.IsFull)
                return;
        }
    }

    /// <summary>What is wrong with a number of a field of a type; null when nothing is.</summary>
    public static SheetProblem? NumberProblem(double number, string owner, string name, string path)
    {
        var span = ContractTable.Numbers.GetValueOrDefault($"{owner}.{name}") ?? ContractTable.Numbers.GetValueOrDefault(name);
        var fits =
            double.IsFinite(number)
            && (span is null || (number >= span.Least && number <= span.Most && (number != 0 || !double.IsNegative(number))));
        if (fits)
            return null;
        return new(
            path,
            span is null || double.IsNaN(number)
                ? "A number must be finite."
                : $"It lies between {Grouped(span.Least)} and {Grouped(span.Most)}."
        );
    }

    private static string Grouped(double value) =>
        value.ToString(Math.Abs(value) >= 10_000 ? "#,0" : "0.######", CultureInfo.InvariantCulture).Replace(',', ' ');

    private static SheetProblem? Said(string text, string path, int most, bool lines)
    {
        if (text.Length > most)
            return new(path, $"It is at most {most} characters long.");
        for (var i = 0; i < text.Length; i++)
        {
            var c = text[i];
            if (char.IsHighSurrogate(c) && i + 1 < text.Length && char.IsLowSurrogate(text[i + 1]))
            {
                i++;
                continue;
            }
            if (lines && c is ('\n' or '\r' or '\t'))
                continue;
            // Control characters can't be stored or shown; marks that turn the direction of writing would hide what stands there.
            if (char.IsControl(c) || char.IsSurrogate(c) || c is (>= '\u202A' and <= '\u202E') or (>= '\u2066' and <= '\u2069'))
                return new(path, $"Character {i + 1} can't be part of a text (U+{(int)c:X4}).");
        }
        return null;
    }

    /// <summary>Fields that are not known here travel along: they only must be storable.</summary>
    private static SheetProblem? Unknown(JsonElement element, string path)
    {
        if (element.GetRawText().Length > ContractTable.LongestUnknownField)
            return new(path, $"A field that is not known here has at most {ContractTable.LongestUnknownField} characters.");
        return element.ValueKind switch
        {
            JsonValueKind.String => Read(() => element.GetString()!, path, ContractTable.LongestUnknownField, true),
            JsonValueKind.Number => element.TryGetDouble(out var d) && double.IsFinite(d) ? null : new(path, "A number must be finite."),
            JsonValueKind.Array => element.EnumerateArray().Select((e, i) => Unknown(e, $"{path}/{i}")).FirstOrDefault(p => p is not null),
            JsonValueKind.Object => element
                .EnumerateObject()
                .Select(p => Read(() => p.Name, path, 200, false) ?? Unknown(p.Value, $"{path}/{Escaped(p.Name)}"))
                .FirstOrDefault(p => p is not null),
            _ => null,
        };
    }

    /// <summary>A text that is half a pair of surrogates passes the reader of JSON and can't be read out of it.</summary>
    private static SheetProblem? Read(Func<string> text, string path, int most, bool lines)
    {
        try
        {
            return Said(text(), path, most, lines);
        }
        catch (InvalidOperationException)
        {
            return new(path, "Half a character can't be part of a text.");
        }
    }

    /// <summary>Key and value of each pair of a dictionary that is no <see cref="IDictionary"/>; null for a plain list.</summary>
    private static IEnumerable<(object Key, object? Value)>? Pairs(IEnumerable list)
    {
        var pair = list.GetType()
            .GetInterfaces()
            .FirstOrDefault(i => i.IsGenericType && i.GetGenericTypeDefinition() == typeof(IReadOnlyDictionary<,>));
        if (pair is null)
            return null;
        var of = typeof(KeyValuePair<,>).MakeGenericType(pair.GetGenericArguments());
        var (key, value) = (of.GetProperty("Key")!, of.GetProperty("Value")!);
        return list.Cast<object>().Select(p => (key.GetValue(p)!, value.GetValue(p)));
    }

    private static NullabilityInfo? Inner(NullabilityInfo? info, int at) =>
        info is null
            ? null
            : info.ElementType
                ?? (info.GenericTypeArguments.Length > at ? info.GenericTypeArguments[at] : info.GenericTypeArguments.LastOrDefault());

    /// <summary>What JSON writes of a type: fields that can be given, not what is computed from them.</summary>
    private static Field[] Fields(Type type)
    {
        if (type.Namespace?.StartsWith("Irvak", StringComparison.Ordinal) != true)
            throw new ArgumentException($"{type} is no document of Irvak.", nameof(type));
        var nullability = new NullabilityInfoContext();
        return
        [
            .. type.GetProperties(BindingFlags.Public | BindingFlags.Instance)
                .Where(p =>
                    p.SetMethod is not null
                    && p.GetIndexParameters().Length == 0
                    && p.GetCustomAttribute<JsonIgnoreAttribute>() is not { Condition: JsonIgnoreCondition.Always }
                )
                .Select(p => new Field(
                    p.Name,
                    JsonNamingPolicy.CamelCase.ConvertName(p.Name),
                    p.GetValue,
                    nullability.Create(p),
                    type.Name
                )),
        ];
    }

    private static string Escaped(string key) =>
        key.Replace("~", "~0", StringComparison.Ordinal).Replace("/", "~1", StringComparison.Ordinal);
}
