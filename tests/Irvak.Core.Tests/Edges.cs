using System.Globalization;
using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.RegularExpressions;
using Irvak.Core.Plans;
using Irvak.Core.Tests.Bounds;

namespace Irvak.Core.Tests;

/// <summary>Where what is said of a job becomes something else while one number of it grows.</summary>
/// <param name="Last">The last value that says the one.</param>
/// <param name="First">The first that says the other.</param>
internal sealed record Edge(double Last, double First)
{
    public override string ToString() => string.Create(CultureInfo.InvariantCulture, $"{Last:G7}|{First:G7}");
}

/// <summary>Looks for the edges of every number of a job: by steps, and between two that differ by halves.</summary>
internal static partial class Edges
{
    // From none to sixteen times of what it is, and the small numbers that count things.
    private static readonly double[] Times = [0.0625, 0.125, 0.25, 0.5, 0.75, 1, 1.5, 2, 3, 4, 8, 16];
    private static readonly double[] Few = [0, 1, 2, 3, 4, 6, 8, 12];

    // What is no count is halved until the edge is known to a millionth.
    private const double Near = 1e-6;

    /// <param name="said">What is said of a job; its figures are left out here, for they change with every number.</param>
    /// <param name="wanted">Which numbers are looked at, by their titles.</param>
    public static IEnumerable<(string Title, IReadOnlyList<Edge> Found)> Of(
        JobState job,
        Func<JobState, string> said,
        Func<string, bool> wanted
    )
    {
        var document = JsonSerializer.SerializeToNode(job, JsonSerializerOptions.Web)!;
        foreach (var path in Neighbours.Leaves(document, []).Where(p => IsNumber(JsonPaths.At(document, p))).DistinctBy(Neighbours.Title))
        {
            var title = Neighbours.Title(path);
            if (wanted(title))
                yield return (title, [.. Of(value => Said(job, document, path, title, value, said), JsonPaths.At(document, path)!)]);
        }
    }

    private static IEnumerable<Edge> Of(Func<double, string?> said, JsonNode now)
    {
        var value = now.GetValue<double>();
        // What is a whole number here may be none by its nature; halves are tried only where the number has some.
        var whole = value == Math.Floor(value);
        double[] ladder =
        [
            .. Times.Select(t => whole ? Math.Round(t * value) : t * value).Concat(value < 100 ? Few : [0]).Distinct().Order(),
        ];
        // Most numbers say nothing to most rules: a few steps show it. What nobody could have stored is the contract's edge, not a rule's.
        var here = said(value);
        if (new[] { 0, value / 2, 16 * value }.Select(v => whole ? Math.Round(v) : v).All(v => said(v) is not { } words || words == here))
            yield break;
        var steps = ladder.Select(v => (Value: v, Words: said(v))).Where(s => s.Words is not null).ToList();
        for (var i = 1; i < steps.Count; i++)
            if (steps[i].Words != steps[i - 1].Words)
                yield return Between(said, steps[i - 1].Value, steps[i].Value, steps[i - 1].Words!, whole);
    }

    private static Edge Between(Func<double, string?> said, double low, double high, string below, bool whole)
    {
        while (high - low > Math.Max(whole ? 1 : 0, Near * high))
        {
            var middle = whole ? Math.Floor((low + high) / 2) : (low + high) / 2;
            if (said(middle) == below)
                low = middle;
            else
                high = middle;
        }
        return new(low, high);
    }

    private static string? Said(
        JobState job,
        JsonNode document,
        IReadOnlyList<object> path,
        string title,
        double value,
        Func<JobState, string> said
    )
    {
        JsonNode there = value == Math.Floor(value) && value < 1e18 ? JsonValue.Create((long)value) : JsonValue.Create(value);
        if (Neighbours.Read(job, JsonPaths.With(document, path, there), title) is not { } read)
            return null;
        try
        {
            return Figures().Replace(said(read), "#");
        }
        catch (Exception e) when (e is not OutOfMemoryException)
        {
            throw new InvalidOperationException($"With {title} = {value} it can't be worked out.", e);
        }
    }

    private static bool IsNumber(JsonNode? leaf) => leaf is JsonValue v && v.GetValueKind() == JsonValueKind.Number;

    [GeneratedRegex(@"\d[\d., \u00A0\u202F]*")]
    private static partial Regex Figures();
}
