using Irvak.Core.Arrays;
using Irvak.Core.Power;

namespace Irvak.Core.Expectations;

/// <summary>What eyes must see of the air before an opened machine goes back. No capture tells it.</summary>
public static class ExpectedAir
{
    public const string Screen = "By eye, at the machine";

    private const string Prefix = "air.";

    public static bool IsOne(string key) => key.StartsWith(Prefix, StringComparison.Ordinal);

    public static IEnumerable<Expectation> Of(ArrayInput q, PowerSheet power)
    {
        // Only who had the cover off can have left a fan unplugged.
        if (q.Changes.Count == 0 || HotBays.AllHot(q))
            yield break;
        var fans = power.Air.Count(a => AirParts.IsFan(a.Part));
        if (fans > 0)
            yield return Line("fans", fans == 1 ? "Fan" : "Fans", fans == 1 ? "it turns" : $"all {fans} turn");
        if (power.Air.Any(a => a.Part == AirParts.Blanks))
            yield return Line(AirParts.Blanks, "Blanks", "one in every empty place");
        if (power.Air.Any(a => a.Part == AirParts.Duct))
            yield return Line(AirParts.Duct, "Air duct", "in its place, no cable under it");
    }

    private static Expectation Line(string key, string what, string expected) =>
        new(Prefix + key, Screen, what, expected, 0, 0, "", []) { Source = "common practice, no source", Named = expected };
}
