namespace Irvak.Core.Verdicts;

/// <summary>The sheet of Fit that a rule is worked on.</summary>
public static class WorkingSheet
{
    public const string Memory = "memory", Arrays = "arrays", Cache = "cache", Boot = "boot", Lanes = "lanes", Path = "path", Power = "power";

    // By the first part of a rule's code.
    private static readonly Dictionary<string, string> ByFamily = new() { ["ARR"] = Arrays, ["DRV"] = Arrays, ["M2"] = Arrays, ["CTL"] = Arrays, ["MOVE"] = Arrays, ["WIPE"] = Arrays, ["CACHE"] = Cache, ["BOOT"] = Boot, ["CARD"] = Lanes, ["LANE"] = Lanes, ["PATH"] = Path, ["POWER"] = Power, ["HEAT"] = Power };

    private static readonly HashSet<string> WishesForSpace = ["AIM-SPACE", "AIM-FAILURES"];

    public static string Of(Rule rule) => WishesForSpace.Contains(rule.Code) ? Arrays : ByFamily.GetValueOrDefault(rule.Code.Split('-')[0], Memory);
}
