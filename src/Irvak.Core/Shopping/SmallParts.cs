using Irvak.Core.Caches;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Steps;

namespace Irvak.Core.Shopping;

/// <summary>Parts that nobody chooses and everybody needs: cables of a controller, the unit that guards its cache, keys, converters,
/// spacers.</summary>
internal static class SmallParts
{
    /// <summary>Lines for what the shop's shelf has a sheet of; the rest is only told (<see cref="Untold"/>).</summary>
    public static IEnumerable<ShoppingLine> Of(StepInput q) =>
        Needs(q)
            .Where(n => n.Part is not null)
            .GroupBy(n => n.Part!.Id)
            .OrderBy(g => g.Key, StringComparer.Ordinal)
            .Select(g =>
            {
                var (part, count) = (g.First().Part!, g.Sum(n => n.Count));
                return new ShoppingLine(
                    "buy:" + part.Id,
                    part.Accessory!.Name,
                    part.Id,
                    [.. g.SelectMany(n => n.Places).Distinct()],
                    count,
                    part.InStock,
                    part.LiesIn,
                    part.PriceEur
                )
                {
                    SumEur = part.PriceEur * count,
                };
            });

    /// <summary>Needs for which the shelf has no sheet.</summary>
    public static IEnumerable<TakeLine> Untold(StepInput q) =>
        Needs(q).Where(n => n.Part is null).Select(n => new TakeLine("take:small:" + n.Words, "Parts", n.Words));

    private sealed record Need(ShelfPart? Part, int Count, string Words, IReadOnlyList<Place> Places);

    private static IEnumerable<Need> Needs(StepInput q)
    {
        var shelf = q.Shelf;
        foreach (var pad in Power.Padding.Of(q.Power))
            yield return new(
                pad.ShelfPartId is { } id ? q.Shelf[id] : null,
                1,
                $"Thermal pad of {pad.ThickMm.ToString("0.##")} mm for {pad.Place.Name}",
                [pad.Place]
            );
        if (!q.TouchesStorage)
            yield break;
        foreach (var (bays, controller, cable) in Cabling.Needed(q))
            yield return new(Cabling.Cable(shelf, cable), cable.Count, $"{cable.Words}, for the {bays.Group} bays", [controller.Place]);
        foreach (var (place, unit) in q.Planned.Units)
            if (q.IsNew(place) && unit.Card is { Controller.IsGuarded: true } card)
                yield return new(
                    Cabling.For(shelf, card, AccessoryKind.CacheUnit),
                    1,
                    $"The {card.Controller!.Protection} for the cache of {card.Name}, with mounting and cable",
                    [place]
                );
        foreach (var locked in q.Caches.Select(c => CacheRules.Locked(q, c)).OfType<BayController>().DistinctBy(c => c.Place))
            yield return new(
                Cabling.For(shelf, locked.Card!, AccessoryKind.FeatureKey, CacheRules.FlashCache),
                1,
                $"The key for {CacheRules.FlashCache} of {locked.Name}",
                [locked.Place]
            );
        foreach (var bays in q.Sheet.Bays)
        foreach (var name in bays.Names)
        {
            var place = Place.Bay(name);
            if (!q.IsNew(place) || q.Planned.At(place) is not { Drive: { } drive } unit)
                continue;
            if (DriveFit.NeedsConverter(bays, unit))
                yield return new(
                    Small(shelf, AccessoryKind.Converter, a => a.Ends is [var bay, var its] && bay == bays.Form && its == drive.Form),
                    1,
                    $"Converter, {drive.Form} in {bays.Form}, for bay {name}",
                    [place]
                );
            if (DriveFit.NeedsSpacer(bays, unit))
                yield return new(
                    Small(shelf, AccessoryKind.Spacer, a =>
                        a.ThickMm is { } t && Math.Abs(t - (bays.HeightMm!.Value - drive.HeightMm!.Value)) < 0.3
                    ),
                    1,
                    $"Spacer for bay {name}",
                    [place]
                );
        }
    }

    private static ShelfPart? Small(ShelfBook shelf, AccessoryKind kind, Func<AccessorySheet, bool> fits) =>
        shelf.Accessories(kind).FirstOrDefault(p => fits(p.Accessory!));

    /// <summary>Trays, converters and spacers that the drives of the plan need.</summary>
    public static IEnumerable<TakeLine> Little(StepInput q)
    {
        // A bay whose drive is changed for another has its tray already.
        var coming = q.Changes.Where(c => c is { In.Drive: not null, Out: null } && c.Place.IsBay).Select(c => c.Place.Name).ToHashSet();
        foreach (var bay in q.Sheet.Bays.Where(b => b.Tray is not null))
            if (bay.Names.Count(coming.Contains) is > 0 and var n)
                yield return new(
                    "take:tray:" + bay.Tray,
                    "Small things",
                    $"{n} × {bay.Tray} with screws, for bays that have none{OnShelf(q, bay.Tray!)}"
                );
        foreach (var line in Untold(q))
            yield return line;
        foreach (var card in q.Planned.Units.Where(u => q.IsNew(u.Key) && u.Value.Card?.Controller?.DriverAtInstall == true))
            yield return new("take:driver:" + card.Key, "On the stick", $"Driver of {card.Value.Card!.Name} for the installer");
        if (coming.Count > 0)
            yield return new("take:labels", "Small things", "Labels: bay and serial number on every drive");
        if (q.Made.Any())
            yield return new("take:backup", "On paper", "Word that the backup was read back: creating an array erases its drives");
    }

    /// <summary>How many of a tray the shop has, and where; whether a bay has one is seen only when it is opened.</summary>
    private static string OnShelf(StepInput q, string tray) =>
        q
            .Shelf.Accessories(AccessoryKind.Tray)
            .FirstOrDefault(p => string.Equals(p.Accessory!.Name, tray, StringComparison.OrdinalIgnoreCase))
            is { } part
            ? $" ({part.InStock} on the shelf{(part.LiesIn is { } at ? ", " + at : "")})"
            : "";
}
