using System.Text.Json.Nodes;

namespace Irvak.Core.Sheets;

/// <summary>
/// Carries documents of older formats to the present one, one step at a time; a document of a newer format than this program
/// knows is refused, never guessed at.
/// </summary>
public static class SheetUpgrade
{
    /// <summary>What a step does to a document, from the format it reads to the one it leaves.</summary>
    public sealed record Step(string From, string To, Action<JsonObject> Change);

    /// <summary>
    /// Steps so far: the first form of machine sheets, in use before slots and bays had names of their own, wrote a count of bays; every
    /// later change of a format adds a step here.
    /// </summary>
    public static readonly IReadOnlyList<Step> Steps =
    [
        new("irvak-machine/0", "irvak-machine/1", document =>
        {
            if (document["bays"] is JsonValue count && count.TryGetValue<int>(out var n))
                document["bays"] = n is > 0 and <= 256
                    ? new JsonArray(new JsonObject { ["group"] = "front", ["form"] = "3.5", ["stance"] = "upright", ["cols"] = Math.Min(n, 8), ["bus"] = "SATA", ["names"] = new JsonArray([.. Enumerable.Range(1, n).Select(i => (JsonNode)$"{i}")]) })
                    : new JsonArray();
        }),
    ];

    /// <summary>The document in the present format of its kind; a problem when there is no way there.</summary>
    /// <param name="present">Such as <c>irvak-machine/1</c>.</param>
    public static SheetProblem? Bring(JsonObject document, string present)
    {
        for (var turn = 0; turn <= Steps.Count; turn++)
        {
            var format = document["format"] is JsonValue v && v.TryGetValue<string>(out var text) ? text : present;
            if (format == present) { document["format"] = present; return null; }
            if (Steps.FirstOrDefault(s => s.From == format) is not { } step) break;
            step.Change(document);
            document["format"] = step.To;
        }
        return new("/format", $"This document says {document["format"]?.ToJsonString() ?? "nothing"}; this program reads {present} and what leads to it. A newer program may have written it.");
    }
}
