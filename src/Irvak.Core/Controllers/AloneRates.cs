using Irvak.Core.Arrays;
using Irvak.Core.Drives;
using Irvak.Core.Places;

namespace Irvak.Core.Controllers;

/// <summary>What the drives of arrays that are made read alone, by model and by what their links carry.</summary>
public static class AloneRates
{
    public static IReadOnlyList<AloneRate> Of(ControllerInput q) =>
        [
            .. q
                .Made.Where(a => a.Level != ArrayLevel.Single)
                .SelectMany(a => a.Members.Except(q.GrownFrom(a)?.Members ?? []))
                .Distinct()
                .Where(p => q.Planned.At(p)?.Drive is { Model: not null, Media: not null })
                .GroupBy(p => (q.Planned.At(p)!.Drive!.Model, Link: LinkGbs(q, p)))
                .OrderBy(g => g.Key.Model, StringComparer.Ordinal)
                .ThenBy(g => g.Key.Link)
                .Select(g =>
                    AloneRate.Of(
                        g.Key.Model!,
                        [.. g],
                        q.Planned.At(g.First())!.Drive!,
                        g.Key.Link is > 0 and var gbs ? BayWiring.Carried(gbs) : null
                    )
                ),
        ];

    private static double? LinkGbs(ControllerInput q, Place place) =>
        q.Sheet.Bays.FirstOrDefault(b => place.IsBay && b.Names.Contains(place.Name)) is { } bays && q.ControllerAt(place) is { } controller
            ? BayController.Link(BayWiring.Rates(q.Planned.At(place)!.Drive!), bays.LinkGbs, controller.Sheet.LinkGbs)
            : null;
}
