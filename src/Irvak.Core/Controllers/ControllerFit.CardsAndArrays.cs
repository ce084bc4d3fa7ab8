using Irvak.Core.Arrays;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Controllers;

public static partial class ControllerFit
{
    private static IEnumerable<Finding> OfArrays(ControllerInput q)
    {
        foreach (var array in q.Arrays.Where(a => a.Host == ArrayHost.Controller))
        {
            if (Keepers(q, array) is { Count: > 1 } keepers)
            {
                yield return Finding.Of(Across, [.. array.Members], null, ("array", array.Name), ("keepers", Say.Words(keepers)));
                continue;
            }
            foreach (var finding in OfLevel(q, array))
                yield return finding;
            if (q.StillAs(array) is null && BayController.All(q.Sheet, q.Planned).Count == 0 && Serves(array, q.ControllerAt) is null)
            {
                yield return Finding.Of(None, [.. array.Members], null, ("array", array.Name), ("places", Stated.At([.. array.Members])));
                continue;
            }
            if (
                Serves(array, q.ControllerAt) is { Sheet.MostMembers: { } most } keeper
                && most < array.Members.Count / array.Groups
                && q.StillAs(array) is null
            )
                yield return Finding.Of(
                    Members,
                    [.. array.Members],
                    Worked.Against(
                        Members.Source,
                        ("members of a group", $"{array.Members.Count / array.Groups}"),
                        ">",
                        ("members it takes", $"{most}")
                    ),
                    ("controller", keeper.Name),
                    ("most", most),
                    ("array", array.Name),
                    ("count", array.Members.Count / array.Groups)
                );
            if (q.StillAs(array) is null)
                foreach (var finding in OfParts(q, array))
                    yield return finding;
            if (q.StillAs(array) is not null)
            {
                if (ForeignArray.Of(q).FirstOrDefault(f => f.Array.Name == array.Name) is { } foreign)
                    yield return OfForeign(q, foreign);
            }
            else if (BayController.Boards(q.Sheet).FirstOrDefault(b => StorageModes.Keeps(b, array, q.ControllerAt)) is { } board)
                foreach (var finding in OfBoardArray(q, board, array))
                    yield return finding;
        }
    }

    private static Finding OfForeign(ControllerInput q, ForeignArray foreign) =>
        Finding.Of(
            Foreign,
            [.. foreign.Array.Members],
            Worked.Sum(
                "the plan",
                new("members", $"{foreign.Array.Members.Count}", true),
                [.. foreign.Array.Members.Select(m => new WorkedLine(m.Name, q.Planned.At(m)?.Short ?? "not known"))]
            ),
            ("array", foreign.Array.Name),
            ("old", foreign.Was.Name),
            ("new", foreign.Now.Name),
            ("count", foreign.Array.Members.Count),
            (
                "family",
                foreign.IsSameModel ? "the same model: look that its firmware is the same or newer"
                : foreign.Was.Card?.Maker is { } maker && maker == foreign.Now.Card?.Maker
                    ? "same maker: look whether the family reads it, and at its firmware"
                : "another maker: expect that it does not read it, and have the backup read back"
            )
        );

    /// <summary>What installers, and versions that belong together, ask of a controller.</summary>
    private static IEnumerable<Finding> OfVersions(ControllerInput q, Place place, string name, ControllerSheet sheet)
    {
        if (sheet.Pairs.Count > 0)
            yield return Finding.Of(
                Pair,
                [place],
                null,
                ("controller", name),
                ("pairs", Say.Words([.. sheet.Pairs.Select(p => $"{p.Firmware} with {p.Driver}")])),
                (
                    "now",
                    q.FirmwareAt(place) is not { } its ? "which firmware is in is not known"
                    : sheet.Pairs.Any(p => p.Firmware == its) ? $"{its} is in"
                    : $"{its} is in, which is none of these"
                )
            );
        if (sheet.DriverAtInstall == true)
            yield return Finding.Of(Driver, [place], null, ("controller", name));
    }

    private static IEnumerable<Finding> OfCard(ControllerInput q, Place place, CardSheet card, ControllerSheet sheet)
    {
        if (OfUnit(q, place, card, sheet) is { } unit)
            yield return unit;
        foreach (var finding in OfVersions(q, place, card.Name, sheet))
            yield return finding;
    }

    /// <summary>What guards a cache: without it the cache is none.</summary>
    private static Finding? OfUnit(ControllerInput q, Place place, CardSheet card, ControllerSheet sheet)
    {
        if (
            CardPart.Of(sheet).FirstOrDefault(p => p.Name == CardPart.Unit) is not { } part
            || q.StateOf(place, part) == CardPartState.There
        )
            return null;
        var unit = Cabling.For(q.Shelf, card, AccessoryKind.CacheUnit);
        return Finding.Of(
            Guard,
            [place],
            null,
            ("controller", card.Name),
            ("unit", sheet.Protection!),
            (
                "have",
                q.StateOf(place, part) switch
                {
                    null => "whether it is there and charged is not known",
                    _ when unit is null => "see that it comes along, with its mounting and cable",
                    _ => $"{unit.Accessory!.Name} is on the list, with its mounting and cable",
                }
            )
        );
    }

    /// <summary>What a card that was there already must have for an array that is made on it: its key, its unit.</summary>
    private static IEnumerable<Finding> OfParts(ControllerInput q, ArrayPlan array)
    {
        if (Serves(array, q.ControllerAt) is not { Card: { } card } keeper || q.IsNew(keeper.Place))
            yield break;
        if (
            LevelTable.Digits(array) is { } level
            && keeper.Sheet.KeyLevels?.Contains(level) == true
            && q.StateOf(keeper.Place, CardPart.Of(keeper.Sheet).Single(p => p.Name == CardPart.LevelKey)) is null
        )
            yield return Finding.Of(KeyAsked, [keeper.Place], null, ("level", level), ("array", array.Name), ("controller", keeper.Name));
        if (OfUnit(q, keeper.Place, card, keeper.Sheet) is { } unit)
            yield return unit;
    }
}
