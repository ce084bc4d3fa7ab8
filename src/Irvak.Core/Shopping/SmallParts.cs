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
            yield return new(
                Cabling.Cable(shelf, cable),
                cable.Count,
                $"{cable.Words}, for {Cabling.Words(q.Sheet, bays)}",
                [controller.Place]
            );
        foreach (var (place, card, part) in q.PartsThatCome)
            yield return new(
                Cabling.For(shelf, card, part.Kind, part.Opens),
                1,
                part.Name == CardPart.Unit
                    ? $"The {part.Words} for the cache of {card.Name}, with mounting and cable"
                    : $"The {part.Words} of {card.Name}",
                [place]
            );
        foreach (var need in OfPower(q).Concat(OfCarriers(q)).Concat(OfBays(q)))
            yield return need;
    }

    /// <summary>Splitters, and a data cable for each drive that comes into a bay without backplane that had none.</summary>
    private static IEnumerable<Need> OfPower(StepInput q)
    {
        if (Power.Splitters.Of(q.Power) is { } split)
            yield return new(
                Small(q.Shelf, AccessoryKind.Splitter, a => a is { Moulded: false, Ways: 2 } && a.Ends.All(e => e == "SATA power")),
                split.Count,
                $"{split.Count} × power splitter, one SATA plug into two, crimped and not moulded",
                []
            );
        List<Place> cabled = [.. Feeds.DataCables(q)];
        if (cabled.Count > 0)
            yield return new(
                Small(q.Shelf, AccessoryKind.Cable, a => a.Ends is ["SATA", "SATA"]),
                cabled.Count,
                $"{cabled.Count} × SATA data cable with latch, for bay {string.Join(' ', cabled.Select(p => p.Name))}",
                cabled
            );
    }

    /// <summary>What drives need between them and a carrier.</summary>
    private static IEnumerable<Need> OfCarriers(StepInput q)
    {
        var shelf = q.Shelf;
        foreach (var m2 in q.Sheet.M2.Where(m => m.Form is not null && q.IsNew(Place.M2(m.Id))))
        {
            if (q.Planned.At(Place.M2(m2.Id))?.Drive is not { } drive)
                continue;
            if (M2Fit.NeedsConverter(m2, drive))
                yield return new(
                    Small(shelf, AccessoryKind.Converter, a => a.Ends is ["u.2", "m.2"]),
                    1,
                    $"Converter, M.2 in U.2, for {m2.Id}",
                    [Place.M2(m2.Id)]
                );
            if (m2.Form == "u.2")
                yield return new(
                    Small(shelf, AccessoryKind.Cable, a => a.Ends.Count == 2 && a.Ends[1] == "SFF-8639" && (a.Ways ?? 1) == 1),
                    1,
                    $"Cable from the carrier to the U.2 plug of {m2.Id}, with its power lead",
                    [Place.M2(m2.Id)]
                );
        }
    }

    /// <summary>What drives need between them and their bays.</summary>
    private static IEnumerable<Need> OfBays(StepInput q)
    {
        var shelf = q.Shelf;
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
        if (q.Backup is { Problem: null } backup && Moving.BackupHours.Of(backup) is { WriteHours: not null } answer)
            yield return new(
                "take:backup",
                "For the backup",
                answer.Media is { } media
                    ? $"{Moving.BackupHours.Units(backup, media)} for {Moving.BackupHours.Words(backup)}"
                    : $"{Moving.BackupHours.Onto(backup)}, how many is not known: {Moving.BackupHours.Words(backup)}"
            );
        // A bay whose drive is changed for another has its tray already.
        var coming = q.Changes.Where(c => c is { In.Drive: not null, Out: null } && c.Place.IsBay).Select(c => c.Place.Name).ToHashSet();
        foreach (var bay in q.Sheet.Bays.Where(b => b.Tray is not null))
            if (bay.Names.Count(coming.Contains) is > 0 and var n)
                yield return new(
                    "take:tray:" + bay.Tray,
                    "Small things",
                    $"{n} × {bay.Tray} with screws, for bays that have none{OnShelf(q, bay.Tray!)}"
                );
        foreach (var line in Screws(q).Concat(Untold(q)))
            yield return line;
        foreach (var card in q.Planned.Units.Where(u => q.IsNew(u.Key) && u.Value.Card?.Controller?.DriverAtInstall == true))
            yield return new("take:driver:" + card.Key, "On the stick", $"Driver of {card.Value.Card!.Name} for the installer");
        foreach (var board in BayController.Boards(q.Sheet).Where(b => q.ModeOf(b) == StorageMode.Raid && b.Raid?.DriverAtInstall != false))
            if (q.FoundModeOf(board) != StorageMode.Raid || q.Made.Any(a => StorageModes.Keeps(board, a, q.ControllerAt)))
                yield return new(
                    "take:driver:" + board.Id,
                    "On the stick",
                    $"Driver of {board.Id} in RAID mode for the installer: the folder of the bare driver, not the packed set-up"
                        + (Belonging(q, board) is { } pair ? $"; {pair.Driver} for option ROM {pair.Firmware}" : "")
                );
        foreach (var (at, name, its) in ControllerFirmwareSteps.Updates(q))
            yield return new(
                "take:firmware:" + at,
                "On the stick",
                $"Firmware {its.Planned} for {name}{(its.Found is { } was ? $", and {was} as the way back" : "")}"
            );
        if (IncomingTest.Of(q) is { } test)
            yield return new("take:incoming", "Before the day", test.Words);
        foreach (var version in q.DriveFirmware)
            yield return new(
                "take:firmware:" + version.Model,
                "On the stick",
                $"Firmware {version.Planned} for {version.Model} drives, with the tool that loads it"
                    + (version.Words is { } was ? $", and {was} as the way back where it takes one" : "")
            );
        if (BootSteps.IsEmpty(q))
            yield return new(
                "take:installer",
                "On the stick",
                "The installer of the system, on a stick of its own; or the image to put back"
            );
        if (coming.Count > 0)
            yield return new("take:labels", "Small things", "Labels: bay and serial number on every drive");
        if (q.Made.Any())
            yield return new("take:backup", "On paper", "Word that the backup was read back: creating an array erases its drives");
    }

    /// <summary>The pair of the option ROM that is in, else the first that the sheet tells; null when it tells none for it.</summary>
    private static FirmwarePair? Belonging(StepInput q, BoardPlace board) =>
        q.FirmwareAt(Place.Board(board.Id)) is { } its
            ? board.Raid?.Pairs.FirstOrDefault(p => p.Firmware == its)
            : (board.Raid?.Pairs is [var first, ..] ? first : null);

    /// <summary>Screws that nobody finds at the machine: of modules in places that were empty, of drives that a carrier reaches by a cable.
    /// Common practice, no source; M.2: PCI Express M.2 specification; 2.5 inch: SFF-8201.</summary>
    private static IEnumerable<TakeLine> Screws(StepInput q)
    {
        var coming = q.Changes.Where(c => c is { In.Drive: not null, Out: null } && c.Place.Kind == PlaceKind.M2).ToList();
        string? FormAt(Place place) => q.Sheet.M2.FirstOrDefault(m => m.Id == place.Name)?.Form;
        var modules = coming.Where(c => c.In!.Drive!.Form == "m.2" && FormAt(c.Place) is null).ToList();
        if (modules.Count > 0)
            yield return new(
                "take:screws:m2",
                "Small things",
                $"{Verdicts.Say.Count(modules.Count, "screw M2 × 3 with its stand-off", "screws M2 × 3 with their stand-offs")}, "
                    + $"for {Verdicts.Say.Words([.. modules.Select(m => m.Place.Name)])}: an empty place often has none"
            );
        if (coming.Count(c => FormAt(c.Place) == "u.2") is > 0 and var cabled)
            yield return new(
                "take:brackets:u2",
                "Small things",
                Verdicts.Say.Count(cabled, "bracket or free 2.5-inch bay", "brackets or free 2.5-inch bays")
                    + $" for drives that a cable reaches, {4 * cabled} screws M3"
            );
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
