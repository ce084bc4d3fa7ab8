using System.Text.Json.Serialization;
using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Controllers;

/// <summary>Whether a part of a controller is there.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<CardPartState>))]
public enum CardPartState
{
    /// <summary>Not in it, and not planned.</summary>
    [JsonStringEnumMemberName("absent")]
    Absent,

    /// <summary>Seen in it, or surely comes with it.</summary>
    [JsonStringEnumMemberName("there")]
    There,

    /// <summary>Bought and mounted with this job.</summary>
    [JsonStringEnumMemberName("comes")]
    Comes,
}

/// <summary>A part of a controller that is bought, mounted and seen apart: what guards its cache, a cache module, a key.</summary>
/// <param name="Name">unit, cache, key:levels or key: with its feature.</param>
/// <param name="Words">As it is called: "capacitor", "key for flash cache".</param>
public sealed record CardPart(string Name, string Words, AccessoryKind Kind, string? Opens = null)
{
    public const string Unit = "unit",
        Cache = "cache",
        LevelKey = "key:levels",
        KeyPrefix = "key:";

    /// <summary>What a controller's sheet says of such parts, in the order in which they are mounted.</summary>
    public static IReadOnlyList<CardPart> Of(ControllerSheet sheet) =>
        [
            .. sheet.KeyLevels is { Count: > 0 } levels
                ? new[] { new CardPart(LevelKey, $"key for level {string.Join(", ", levels)}", AccessoryKind.FeatureKey, "levels") }
                : [],
            .. sheet.Keys.Select(k => new CardPart(KeyPrefix + k, $"key for {k}", AccessoryKind.FeatureKey, k)),
            .. sheet.CacheOnModule == true ? new[] { new CardPart(Cache, "cache module", AccessoryKind.CacheModule) } : [],
            .. sheet.IsGuarded ? new[] { new CardPart(Unit, sheet.Protection!, AccessoryKind.CacheUnit) } : [],
        ];

    /// <summary>The cards of a build as they are with what was said of their parts: without its unit a cache is not guarded, without its
    /// key a level is none.</summary>
    public static Build In(Build build, IReadOnlyDictionary<string, CardPartState> said)
    {
        foreach (var (key, state) in said)
            if (
                Parse(key) is var of
                && build.At(of.At) is { Card: { Controller: { } sheet } card } unit
                && string.Equals(card.Name, of.Card, StringComparison.OrdinalIgnoreCase)
            )
                build = build.With(of.At, unit with { Card = card with { Controller = With(sheet, of.Part, state) } });
        return build;
    }

    private static ControllerSheet With(ControllerSheet sheet, string part, CardPartState state) =>
        (part, state) switch
        {
            (Unit, CardPartState.Absent) => sheet with { Protection = "none" },
            (Cache, CardPartState.Absent) => sheet with { CacheMiB = 0 },
            (LevelKey, CardPartState.Absent) => sheet with { Levels = [.. sheet.Levels.Except(sheet.KeyLevels ?? [])] },
            _ => sheet,
        };

    /// <summary>What a part is called by its name alone.</summary>
    public static string WordsOf(string name) =>
        name == Unit ? "unit that guards its cache"
        : name == Cache ? "cache module"
        : name.StartsWith(KeyPrefix, StringComparison.Ordinal) ? $"key for {name[KeyPrefix.Length..]}"
        : name;

    /// <summary>Name of a part of one controller, for what is stored: with its card, so that nothing said of one is taken for another that
    /// comes into its slot.</summary>
    public static string Key(Place at, string card, string part) => $"{at}|{part}|{card.ToUpperInvariant()}";

    public static (Place At, string Part, string Card) Parse(string key)
    {
        var parts = key.Split('|', 3);
        return (Place.Parse(parts[0]), parts[1], parts[2]);
    }
}
