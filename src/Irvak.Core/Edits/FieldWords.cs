using System.Text.Json;
using System.Text.Json.Serialization;
using Irvak.Core.Places;

namespace Irvak.Core.Edits;

/// <summary>Fields in words, for history and clashes.</summary>
public static class FieldWords
{
    /// <summary>How a plan is written for changing single fields of it.</summary>
    internal static readonly JsonSerializerOptions Json = new(JsonSerializerDefaults.Web)
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        RespectNullableAnnotations = true,
    };

    /// <summary>A plan as its document.</summary>
    public static JsonElement Written(object thing) => JsonSerializer.SerializeToElement(thing, thing.GetType(), Json);

    // Names of fields as screens call them, with the unit of their numbers.
    private static readonly Dictionary<string, (string Name, string Unit)> Words = new()
    {
        ["level"] = ("level", ""),
        ["members"] = ("drives", ""),
        ["host"] = ("keeper", ""),
        ["groups"] = ("groups", ""),
        ["spares"] = ("spares", ""),
        ["stripKiB"] = ("strip", "KiB"),
        ["use"] = ("use", ""),
        ["scratch"] = ("scratch only", ""),
        ["backedUp"] = ("backed up", ""),
        ["writtenGBPerDay"] = ("written a day", "GB"),
        ["sparesForAll"] = ("spare for all arrays", ""),
        ["places"] = ("drives", ""),
        ["volumes"] = ("volumes", ""),
        ["writeBack"] = ("holds writes", ""),
        ["blockKiB"] = ("block", "KiB"),
        ["system"] = ("what is installed", ""),
        ["baseGB"] = ("system", "GB"),
        ["growthGBPerYear"] = ("growth a year", "GB"),
        ["stagingGB"] = ("room for updates", "GB"),
        ["sharedGB"] = ("other data", "GB"),
        ["sharedWrittenGBPerDay"] = ("written a day by other data", "GB"),
        ["diskFailures"] = ("share of disks that fail in a year", ""),
        ["flashFailures"] = ("share of flash drives that fail in a year", ""),
        ["diskExponent"] = ("exponent of unreadable sectors of a disk", ""),
        ["flashExponent"] = ("exponent of unreadable sectors of flash", ""),
        ["repairStartsHours"] = ("repair starts after", "h"),
        ["rebuildShare"] = ("share of the rate for a rebuild", ""),
        ["spareDays"] = ("an ordered drive comes in", "days"),
        ["spareTarget"] = ("share of cases in which spares last", ""),
        ["repairsAtOnce"] = ("drives of a group repaired at the same time", ""),
        ["onItTB"] = ("on it", "TB"),
        ["growthTB"] = ("more a year", "TB"),
        ["failures"] = ("failed drives to survive", ""),
        ["backedUpTo"] = ("backed up to", ""),
        ["requestKiB"] = ("request", "KiB"),
        ["inOrder"] = ("in order", ""),
        ["reads"] = ("share of reads", ""),
        ["requestsPerSecond"] = ("requests a second", ""),
        ["on"] = ("lies on", ""),
        ["kind"] = ("kind", ""),
        ["count"] = ("at once", ""),
        ["eachGiB"] = ("each", "GiB"),
        ["drives"] = ("disks that start together", ""),
        ["seconds"] = ("time between groups", "s"),
    };

    public static string Of(string field) => Words.TryGetValue(field, out var words) ? words.Name : field;

    /// <summary>Fields in which nothing usual stands in for what nobody said.</summary>
    private static readonly HashSet<string> Unsaid = ["onItTB", "growthTB", "failures", "backedUpTo", "requestsPerSecond"];

    public static bool Knows(string field) => Words.ContainsKey(field);

    /// <summary>A value of a field with its unit.</summary>
    public static string Value(string field, JsonElement? value) =>
        Unsaid.Contains(field) && (value is null || value.Value.ValueKind == JsonValueKind.Null) ? "nobody said"
        : value is { ValueKind: JsonValueKind.Number } && Words.TryGetValue(field, out var words) && words.Unit.Length > 0
            ? $"{Value(value)} {words.Unit}"
        : Value(value);

    /// <summary>Everything that is said of a thing, for telling two of a kind apart.</summary>
    public static string All(object thing) =>
        string.Join("; ", Written(thing).EnumerateObject().Where(p => Knows(p.Name)).Select(p => $"{Of(p.Name)} {Value(p.Name, p.Value)}"));

    /// <summary>A value as people write it.</summary>
    public static string Value(JsonElement? value) =>
        value switch
        {
            null or { ValueKind: JsonValueKind.Null } => "the usual",
            { ValueKind: JsonValueKind.True } => "yes",
            { ValueKind: JsonValueKind.False } => "no",
            { ValueKind: JsonValueKind.String } text => text.GetString()!,
            { ValueKind: JsonValueKind.Array } list => string.Join(
                ", ",
                list.EnumerateArray().Take(24).Select(e => e.ValueKind == JsonValueKind.String ? Place.NameIn(e.GetString()!) : Within(e))
            ),
            { } other => other.GetRawText(),
        };

    private static string Within(JsonElement element) =>
        element.ValueKind == JsonValueKind.Object
            ? string.Join(
                " ",
                element
                    .EnumerateObject()
                    .Select(p => p.Value.ValueKind == JsonValueKind.String ? p.Value.GetString()! : $"{p.Name} {p.Value.GetRawText()}")
            )
            : element.GetRawText();
}
