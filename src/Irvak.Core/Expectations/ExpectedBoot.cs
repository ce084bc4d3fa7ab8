using Irvak.Core.Places;
using Irvak.Core.Steps;

namespace Irvak.Core.Expectations;

/// <summary>A system whose drives are new must be seen to start, from each half alone. No capture tells it.</summary>
public static class ExpectedBoot
{
    public const string Screen = "At the start";

    public static IEnumerable<Expectation> Of(StepInput q)
    {
        if (!BootSteps.IsEmpty(q) || q.Boot is not { } boot)
            return [];
        return boot.AsOneOf(q.Arrays) is { } array
            ? [Line(array.Name, $"The system, from {array.Name}", boot.Places)]
            : boot.Places.Select(p => Line(p.ToString(), $"The system, from {p.Name}{(boot.Places.Count > 1 ? " alone" : "")}", [p]));
    }

    private static Expectation Line(string key, string what, IReadOnlyList<Place> places) =>
        new("boot." + key, Screen, what, "starts", 0, 0, "", places) { Source = "the plan; common practice, no source", Named = "starts" };
}
