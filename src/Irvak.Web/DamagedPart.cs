using System.Diagnostics;

namespace Irvak.Web;

/// <summary>Names the part of a job in which working it out failed, by the room of the core that threw.</summary>
internal static class DamagedPart
{
    private static readonly string Root = typeof(Core.Question).Namespace + ".";

    private static readonly Dictionary<string, string> Words = new()
    {
        ["Memory"] = "memory",
        ["Processors"] = "processors",
        ["Drives"] = "drives",
        ["Controllers"] = "controllers",
        ["Arrays"] = "arrays",
        ["Caches"] = "caches",
        ["Boot"] = "boot drive",
        ["Lanes"] = "lanes",
        ["Paths"] = "paths",
        ["Power"] = "power and heat",
        ["Moving"] = "moves and wipes",
        ["Runbooks"] = "lists and steps",
        ["Expectations"] = "proof",
        ["Survey"] = "survey",
        ["Observations"] = "captures",
        ["Evidence"] = "evidence",
        ["Plans"] = "plan",
        ["Builds"] = "parts",
        ["Sheets"] = "machine sheet",
    };

    public static string Of(Exception e)
    {
        foreach (var frame in new StackTrace(e).GetFrames())
            if (
                frame.GetMethod()?.DeclaringType?.Namespace is { } space
                && space.StartsWith(Root, StringComparison.Ordinal)
                && Words.TryGetValue(space[Root.Length..].Split('.')[0], out var word)
            )
                return word;
        return "plan";
    }
}
