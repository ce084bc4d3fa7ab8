using Irvak.Core.Builds;
using Irvak.Core.Sheets;

namespace Irvak.Core.Controllers;

/// <summary>A capture tells the name of a controller, not what it can: that stands on the shop's own sheet of it.</summary>
internal static class KnownCards
{
    // A controller of which nothing but its kind is known.
    private static readonly ControllerSheet Unknown = new();

    /// <summary>The build with the sheets of its controllers, by their names.</summary>
    public static Build In(Build build, IReadOnlyDictionary<string, ShelfPart> shelf)
    {
        foreach (var (place, unit) in build.Units)
        {
            // What a capture tells of other cards is their name and link: edge, current and ports stand on the shop's sheet.
            if (
                unit.Card is { Role: not CardRole.Controller, Mech: null } other
                && shelf
                    .Values.FirstOrDefault(p =>
                        p.Card is not null && string.Equals(p.Card.Name, other.Name, StringComparison.OrdinalIgnoreCase)
                    )
                    ?.Card
                    is { } same
            )
                build = build.With(place, unit with { Card = same });
            if (unit.Card is { Role: CardRole.Controller, Controller: null } card)
                build = build.With(
                    place,
                    unit with
                    {
                        Card = shelf
                            .Values.FirstOrDefault(p =>
                                p.Card?.Controller is not null && string.Equals(p.Card.Name, card.Name, StringComparison.OrdinalIgnoreCase)
                            )
                            ?.Card
                            ?? card with
                            {
                                Controller = Unknown,
                            },
                    }
                );
        }
        return build;
    }
}
