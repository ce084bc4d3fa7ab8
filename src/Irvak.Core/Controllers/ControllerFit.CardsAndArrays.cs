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
        var cards = q.Planned.Units.Values.Any(u => u.Card?.Controller is not null);
        foreach (var array in q.Arrays.Where(a => a.Host == ArrayHost.Controller))
        {
            if (Keepers(q, array) is { Count: > 1 } keepers)
            {
                yield return Finding.Of(Across, [.. array.Members], null, ("array", array.Name), ("keepers", Say.Words(keepers)));
                continue;
            }
            if (q.StillAs(array) is null && BayController.All(q.Sheet, q.Planned).Count == 0)
            {
                yield return Finding.Of(None, [.. array.Members], null, ("array", array.Name), ("places", Stated.At([.. array.Members])));
                continue;
            }
            if (
                Serves(q, array, q.ControllerOf) is { Sheet.MostMembers: { } most } keeper
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
            if (q.StillAs(array) is { } still)
            {
                var (was, now) = (Serves(q, still, q.FoundControllerOf), Serves(q, array, q.ControllerOf));
                if (was is not null && now is not null && was.Name != now.Name)
                    yield return Finding.Of(
                        Foreign,
                        [.. array.Members],
                        Worked.Sum(
                            "the plan",
                            new("members", $"{array.Members.Count}", true),
                            [.. array.Members.Select(m => new WorkedLine(m.Name, q.Planned.At(m)?.Short ?? "not known"))]
                        ),
                        ("array", array.Name),
                        ("old", was.Name),
                        ("new", now.Name),
                        ("count", array.Members.Count),
                        (
                            "family",
                            was.Card?.Maker is { } maker && maker == now.Card?.Maker
                                ? "same maker: look whether the family reads it, and at its firmware"
                                : "another maker: expect that it does not read it, and have the backup read back"
                        )
                    );
            }
            else if (!cards && Serves(q, array, q.ControllerOf) is { Card: null })
                yield return Finding.Of(Mode, [.. array.Members], null, ("array", array.Name));
        }
    }

    private static IEnumerable<Finding> OfCard(ControllerInput q, Place place, CardSheet card, ControllerSheet sheet)
    {
        if (sheet.IsGuarded)
        {
            var unit = Cabling.For(q.Shelf, card, AccessoryKind.CacheUnit);
            yield return Finding.Of(
                Guard,
                [place],
                null,
                ("controller", card.Name),
                ("unit", sheet.Protection!),
                (
                    "have",
                    unit is null
                        ? "see that it comes along, with its mounting and cable"
                        : $"{unit.Accessory!.Name} is on the list, with its mounting and cable"
                )
            );
        }
        if (sheet.Pairs.Count > 0)
            yield return Finding.Of(
                Pair,
                [place],
                null,
                ("controller", card.Name),
                ("pairs", Say.Words([.. sheet.Pairs.Select(p => $"{p.Firmware} with {p.Driver}")]))
            );
        if (sheet.DriverAtInstall == true)
            yield return Finding.Of(Driver, [place], null, ("controller", card.Name));
    }
}
