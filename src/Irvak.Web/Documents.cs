using System.ComponentModel;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using System.Text.Json.Serialization.Metadata;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Shelf;
using Irvak.Store;

namespace Irvak.Web;

/// <summary>A job as a document (<c>irvak-job/1</c>): its history, from which everything else follows.</summary>
public sealed record JobDocument(
    string Format,
    string Title,
    string Owner,
    string BegunBy,
    DateTimeOffset BegunAt,
    IReadOnlyList<JobDocumentEntry> Entries
)
{
    public const string CurrentFormat = "irvak-job/1";
}

/// <summary>One entry of a job's history: an edit, or an undo or redo of others by their numbers.</summary>
public sealed record JobDocumentEntry(int Number, string Who, DateTimeOffset At, EntryKind Kind, Edit? Edit, IReadOnlyList<int> Targets);

/// <summary>What a document turned out to hold.</summary>
public abstract record Imported
{
    public sealed record Machine(MachineSheet Sheet) : Imported;

    public sealed record Parts(IReadOnlyList<ShelfPart> All) : Imported;

    public sealed record Job(JobDocument Document) : Imported;
}

/// <summary>Reads and describes Irvak's own documents. Every complaint has the path of the value it is about.</summary>
public static class Documents
{
    public static readonly JsonSerializerOptions Pretty = new(Database.Json)
    {
        WriteIndented = true,
        TypeInfoResolver = Strictly.Resolver(),
    };

    /// <summary>Formats with the types behind them.</summary>
    public static readonly IReadOnlyDictionary<string, Type> Formats = new Dictionary<string, Type>
    {
        [MachineSheet.CurrentFormat] = typeof(MachineSheet),
        [ShelfPart.CurrentFormat] = typeof(ShelfPart),
        [JobDocument.CurrentFormat] = typeof(JobDocument),
    };

    // A place is written as one text; its own fields are no part of a format.
    private static readonly JsonSchemaExporterOptions AsTexts = new()
    {
        TreatNullObliviousAsNonNullable = true,
        TransformSchemaNode = (context, node) =>
        {
            if (context.TypeInfo.Type == typeof(Place))
                return new JsonObject
                {
                    ["type"] = context.PropertyInfo is { IsGetNullable: true } ? new JsonArray("string", "null") : "string",
                };
            if (context.TypeInfo.Type == typeof(Throughput) || Nullable.GetUnderlyingType(context.TypeInfo.Type) == typeof(Throughput))
                return new JsonObject
                {
                    ["type"] = context.TypeInfo.Type == typeof(Throughput) ? "number" : new JsonArray("number", "null"),
                };
            if (context.TypeInfo.ElementType == typeof(Place))
                node[context.TypeInfo.Kind == JsonTypeInfoKind.Dictionary ? "additionalProperties" : "items"] = new JsonObject
                {
                    ["type"] = "string",
                };
            if (
                context.PropertyInfo?.AttributeProvider?.GetCustomAttributes(typeof(DefaultValueAttribute), false).FirstOrDefault()
                is DefaultValueAttribute usual
            )
                node["default"] = JsonSerializer.SerializeToNode(usual.Value, context.TypeInfo);
            return node;
        },
    };

    /// <summary>JSON Schema (2020-12) of a format.</summary>
    public static JsonNode Schema(string format)
    {
        var node = JsonSchemaExporter.GetJsonSchemaAsNode(Pretty, Formats[format], AsTexts).AsObject();
        var schema = new JsonObject { ["$schema"] = "https://json-schema.org/draft/2020-12/schema", ["title"] = format };
        foreach (var (name, value) in node.ToList())
        {
            node.Remove(name);
            schema[name] = value;
        }
        return schema;
    }

    /// <summary>What a text holds: one machine sheet, one part or a list of parts, or a job.</summary>
    public static (Imported? Read, IReadOnlyList<SheetProblem> Problems) Read(string text)
    {
        try
        {
            return Whole(text);
        }
        // The reader of JSON says so when a text ends in half a character.
        catch (InvalidOperationException)
        {
            return (null, [new("/", "A text in it has half a character; it can’t be read.")]);
        }
    }

    private static (Imported? Read, IReadOnlyList<SheetProblem> Problems) Whole(string text)
    {
        JsonNode? node;
        try
        {
            node = JsonNode.Parse(
                text,
                null,
                new JsonDocumentOptions
                {
                    MaxDepth = 64,
                    AllowDuplicateProperties = false,
                    CommentHandling = JsonCommentHandling.Skip,
                    AllowTrailingCommas = true,
                }
            );
        }
        catch (ArgumentException)
        {
            return (null, [new("/", "A name stands twice in one object.")]);
        }
        catch (JsonException e)
        {
            return (null, [new("/", $"This is no JSON: line {e.LineNumber + 1}, character {e.BytePositionInLine + 1}.")]);
        }
        return node switch
        {
            JsonArray list => Parts(list),
            JsonObject document => One(document),
            _ => (null, [new("/", "A document is an object, or a list of parts.")]),
        };
    }

    private static (Imported?, IReadOnlyList<SheetProblem>) One(JsonObject document)
    {
        var format = document["format"] is JsonValue v && v.TryGetValue<string>(out var f) ? f : "";
        if (format.StartsWith("irvak-job/", StringComparison.Ordinal))
        {
            var (job, wrong) = Typed<JobDocument>(document, JobDocument.CurrentFormat);
            if (job is null)
                return (null, wrong);
            return Contract.Problems(job) is { Count: > 0 } broken ? (null, broken) : (new Imported.Job(job), []);
        }
        if (format.StartsWith("irvak-part/", StringComparison.Ordinal))
            return Parts(new JsonArray(document.DeepClone()));
        // A machine sheet may leave its format out when it has what only machines have.
        if (
            format.StartsWith("irvak-machine/", StringComparison.Ordinal)
            || format.Length == 0 && (document["channels"] is not null || document["bays"] is not null || document["sockets"] is not null)
        )
        {
            var (sheet, problems) = Typed<MachineSheet>(document, MachineSheet.CurrentFormat);
            if (sheet is null)
                return (null, problems);
            var found = Check(sheet);
            return found.Count > 0 ? (null, found) : (new Imported.Machine(sheet), []);
        }
        return (null, [new("/format", $"A document names its format: {string.Join(", ", Formats.Keys)}.")]);
    }

    /// <summary>What must be mended before a sheet can be kept on the shelf.</summary>
    public static IReadOnlyList<SheetProblem> Check(MachineSheet sheet) =>
        IdProblem(sheet.Id) is { } id ? [id, .. SheetCheck.Check(sheet)] : SheetCheck.Check(sheet);

    // A sheet's id stands in addresses and file names.
    private static SheetProblem? IdProblem(string id) =>
        id.Length is 0 or > 80 || id.Any(c => !char.IsAsciiLetterOrDigit(c) && c is not ('-' or '.' or '_'))
            ? new("/id", "A sheet has a short name of letters, digits and dashes, at most 80.")
            : null;

    private static (Imported?, IReadOnlyList<SheetProblem>) Parts(JsonArray list)
    {
        if (list.Count is 0 or > 5000)
            return (null, [new("/", "A list holds 1 to 5000 parts.")]);
        var (parts, problems) = (new List<ShelfPart>(), new List<SheetProblem>());
        for (var i = 0; i < list.Count && problems.Count < 50; i++)
        {
            var at = list.Count == 1 ? "" : $"/{i}";
            if (list[i] is not JsonObject document)
            {
                problems.Add(new(at + "/", "A part is an object."));
                continue;
            }
            var (part, wrong) = Typed<ShelfPart>((JsonObject)document.DeepClone(), ShelfPart.CurrentFormat);
            if (part is not null)
                wrong = PartCheck.Check(part);
            problems.AddRange(wrong.Select(w => w with { Path = at + w.Path }));
            if (part is not null)
                parts.Add(part);
        }
        if (parts.GroupBy(p => p.Id).FirstOrDefault(g => g.Count() > 1) is { } twice)
            problems.Add(new("/", $"The part {twice.Key} stands twice in the list."));
        return problems.Count > 0 ? (null, problems) : (new Imported.Parts(parts), []);
    }

    private static (T?, IReadOnlyList<SheetProblem>) Typed<T>(JsonObject document, string present)
        where T : class
    {
        if (SheetUpgrade.Bring(document, present) is { } old)
            return (null, [old]);
        try
        {
            return document.Deserialize<T>(Database.Json) is { } value ? (value, []) : (null, [new("/", "It is empty.")]);
        }
        catch (JsonException e)
        {
            return (null, [new(Pointer(e.Path), Sentence(e))]);
        }
        catch (NotSupportedException)
        {
            return (null, [new("/", "An entry names a kind that is not known here.")]);
        }
    }

    /// <summary>"$.bays[0].names" as a JSON pointer.</summary>
    internal static string Pointer(string? path) =>
        string.IsNullOrEmpty(path) || path == "$"
            ? "/"
            : path.Replace("$.", "/", StringComparison.Ordinal)
                .Replace("$[", "/", StringComparison.Ordinal)
                .Replace("].", "/", StringComparison.Ordinal)
                .Replace("[", "/", StringComparison.Ordinal)
                .Replace("]", "", StringComparison.Ordinal)
                .Replace(".", "/", StringComparison.Ordinal);

    internal static string Sentence(JsonException e) =>
        e.Message.Contains("missing required properties", StringComparison.Ordinal)
            ? "Something that must be there is missing: "
                + string.Join(", ", e.Message.Split('\'').Where((_, i) => i % 2 == 1).Skip(1).Take(5))
                + "."
            : WantedWords.Of(e) ?? "The value has another shape than this field takes.";
}
