using System.Text.Json.Nodes;
using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

/// <summary>
/// Carries documents of older formats to the present one, one step at a time; a document of a newer format than this program
/// knows is refused, never guessed at.
/// </summary>
public static class SheetUpgrade
{
    /// <summary>What a step does to a document, from the format it reads to the one it leaves.</summary>
    public sealed record Step(string From, string To, Action<JsonObject> Change);

    /// <summary>Steps so far: none, every format is at its first form. A change of a format adds its step here.</summary>
    public static readonly IReadOnlyList<Step> Steps = [];

    /// <summary>The document in the present format of its kind; a problem when there is no way there.</summary>
    /// <param name="present">Such as <c>irvak-machine/1</c>.</param>
    /// <param name="steps">The steps to go; <see cref="Steps"/> when left out.</param>
    public static SheetProblem? Bring(JsonObject document, string present, IReadOnlyList<Step>? steps = null)
    {
        steps ??= Steps;
        for (var turn = 0; turn <= steps.Count; turn++)
        {
            var format = document["format"] is JsonValue v && v.TryGetValue<string>(out var text) ? text : present;
            if (format == present)
            {
                document["format"] = present;
                return null;
            }
            if (steps.FirstOrDefault(s => s.From == format) is not { } step)
                break;
            step.Change(document);
            document["format"] = step.To;
        }
        return new(
            "/format",
            $"This document says {document["format"]?.ToJsonString() ?? "nothing"}; this "
                + $"program reads {present} and what leads to it. A newer program may have written it."
        );
    }
}
