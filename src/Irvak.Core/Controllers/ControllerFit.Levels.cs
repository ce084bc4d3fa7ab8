using Irvak.Core.Arrays;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Controllers;

/// <summary>What is to keep an array, and whether it makes its level.</summary>
public static partial class ControllerFit
{
    public static readonly Rule WriteThrough = new(
        "ARR-CACHE",
        Family.Array,
        Severity.Care,
        "{array} keeps parity on {controller}, which has no protected cache.",
        "Small writes wait for reading and writing again, and a power cut in the middle leaves data and parity apart.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Offered = new(
        "ARR-CONTROLLER",
        Family.Array,
        Severity.Stop,
        "What is to keep {array} does not make {level}: {controllers}.",
        "A controller makes the levels that its firmware has, some only with a key.",
        "controller's sheet",
        Basis.Sheet
    );

    /// <summary>A controller, where one RAID card stands behind all members and makes the level; null otherwise. Cards with a few ports are
    /// left to the person: their RAID is the system's at best.</summary>
    internal static ArrayHost? CardFor(ControllerInput q, ArrayPlan plan) =>
        plan.Members.Select(q.ControllerAt).DistinctBy(c => c?.Place).ToList() is [{ Card: not null, IsPortCard: false } card]
        && LevelTable.Digits(plan) is { } level
        && card.Levels?.Contains(level) == true
            ? ArrayHost.Controller
            : null;

    /// <summary>Where it is known what the drives hang on, that is looked at; else every card that may be it.</summary>
    private static IEnumerable<Finding> OfLevel(ControllerInput q, ArrayPlan array)
    {
        var known = array.Members.Select(q.ControllerAt).OfType<BayController>().DistinctBy(c => c.Place).ToList();
        var keepers = known.Count > 0 ? known : [.. BayController.Cards(q.Planned)];
        if (keepers.Count == 0)
            yield break;
        var able = keepers.Where(c => c.Makes(array) != false).ToList();
        if (able.Count == 0)
            yield return Finding.Of(
                Offered,
                [.. keepers.Select(c => c.Place)],
                null,
                ("array", array.Name),
                ("level", LevelTable.Code(array)!),
                ("controllers", Say.Words([.. keepers.Select(c => c.Name)]))
            );
        else if (LevelTable.Of(array.Level).Penalty >= 4 && !able.Any(c => c.Sheet.IsUnknown || c.Sheet.IsGuarded))
            yield return Finding.Of(WriteThrough, [able[0].Place], null, ("array", array.Name), ("controller", able[0].Name));
    }
}
