using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Drives;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Controllers;

/// <summary>One controller, for this machine and these drives.</summary>
/// <param name="PartId">Its shelf part; null for one that is in the machine.</param>
/// <param name="At">Where it is, or the first place it fits; null with <paramref name="NoPlace"/> when there is none.</param>
/// <param name="Runs">Drives of the plan that run behind it.</param>
/// <param name="Of">Drives of the plan in bays.</param>
public sealed record ControllerRow(string? PartId, string Name, string Kind, Place? At, string? NoPlace, bool IsNow, int Runs, int Of)
{
    /// <summary>Slowest link among those; null when none runs or it is not known.</summary>
    public required double? SlowestGbs { get; init; }

    /// <summary>Null when not known.</summary>
    public required IReadOnlyList<string>? Levels { get; init; }

    /// <summary>Arrays of the plan that it could keep; null when not known.</summary>
    public required int? Makes { get; init; }

    /// <summary>Arrays of the plan that a controller keeps.</summary>
    public required int Arrays { get; init; }

    /// <summary>0 for none; null when not known.</summary>
    public required int? CacheMiB { get; init; }

    public required string? Protection { get; init; }

    public required bool Guarded { get; init; }

    public required bool? Boots { get; init; }

    public required int? MostDrives { get; init; }

    public required bool Ends2TiB { get; init; }

    /// <summary>What its sheet says of rates, ports, bus, height and members, each in a few words.</summary>
    public required IReadOnlyList<string> Facts { get; init; }

    /// <summary>Cables that it wants, in words.</summary>
    public required IReadOnlyList<string> Cables { get; init; }

    /// <summary>Unit, keys, drivers, in words.</summary>
    public required IReadOnlyList<string> Needs { get; init; }

    /// <summary>What it changes against the controller that is planned now.</summary>
    public required IReadOnlyList<string> Changes { get; init; }

    public required int InStock { get; init; }

    /// <summary>Card, cables, and the parts that the plan needs of it; null when its own price is missing.</summary>
    public required decimal? Eur { get; init; }

    /// <summary>True when the shelf knows no price of something that goes with it: the sum is the least.</summary>
    public bool EurIsLeast { get; init; }

    /// <summary>What planning it means: the card in its slot, and the bays that hold drives cabled to it; null for one that is there
    /// or has no place.</summary>
    public Edit? Take { get; init; }
}

/// <summary>Every controller of the machine and of the shelf, side by side, for the drives of the plan.</summary>
public static class ControllerTable
{
    private static readonly Dictionary<string, string> Kinds = new()
    {
        ["firmware-assisted"] = "firmware-assisted",
        ["host-adapter"] = "plain host adapter",
        ["entry-raid"] = "entry RAID",
        ["cached-raid"] = "RAID with cache",
        ["ports"] = "ports only",
    };

    public static IReadOnlyList<ControllerRow> Of(ControllerInput q)
    {
        var drives = q
            .Sheet.Bays.SelectMany(b => b.Names.Select(n => (Bays: b, q.Planned.At(Place.Bay(n))?.Drive)))
            .Where(d => d.Drive is not null)
            .Select(d => (d.Bays, Drive: d.Drive!))
            .ToList();
        var served = q
            .Bays.Where(b => b.Names.Any(n => q.Planned.At(Place.Bay(n))?.Drive is not null))
            .Select(q.ControllerOf)
            .OfType<BayController>()
            .ToList();
        var now = served.GroupBy(c => c.Place).OrderByDescending(g => g.Count()).FirstOrDefault()?.First();
        var present = now is null ? null : Row(q, now, drives, null, null, null, null);
        var rows = new List<ControllerRow>();
        foreach (var inside in BayController.All(q.Sheet, q.Planned))
            rows.Add(Row(q, inside, drives, inside.Place, null, null, present) with { IsNow = inside.Place == now?.Place });
        foreach (var part in q.Shelf.Controllers)
        {
            var (at, why) = Slot(q, part.Card!);
            rows.Add(
                Row(q, new(at ?? Place.None, part.Card!.Name, part.Card.Controller!, part.Card), drives, at, why, part, present) with
                {
                    Take = at is null ? null : Taken(drives, part, at),
                }
            );
        }
        return
        [
            .. rows.OrderByDescending(r => r.IsNow)
                .ThenBy(r => r.At is null)
                .ThenByDescending(r => r.Runs)
                .ThenByDescending(r => r.Makes)
                .ThenByDescending(r => r.SlowestGbs ?? 0)
                .ThenBy(r => r.Eur ?? decimal.MaxValue)
                .ThenBy(r => r.Name, StringComparer.Ordinal),
        ];
    }

    private static Together Taken(List<(BayGroup Bays, DriveSheet Drive)> drives, ShelfPart part, Place at) =>
        new(
            $"puts {part.Card!.Name} into {at.Name} and cables the bays to it",
            [new Fit(at, Unit.Of(part)), .. drives.Select(d => d.Bays.Group).Distinct().Select(g => new WireBays(g, at))]
        );

    private static ControllerRow Row(
        ControllerInput q,
        BayController c,
        List<(BayGroup Bays, DriveSheet Drive)> drives,
        Place? at,
        string? noPlace,
        ShelfPart? part,
        ControllerRow? now
    )
    {
        double? slowest = null;
        var runs = 0;
        foreach (var (bays, drive) in drives)
        {
            if ((drive.Protocol is { } p && !ControllerFit.Speaks(c.Sheet, p)) || !c.Reaches(drive))
                continue;
            var link = BayController.Link(BayWiring.Rates(drive), bays.LinkGbs, c.Sheet.LinkGbs);
            if (link == 0)
                continue;
            runs++;
            if (link is { } gbs)
                slowest = Math.Min(slowest ?? gbs, gbs);
        }
        var most = Math.Min(
            c.Sheet.MostDrives ?? int.MaxValue,
            c.Card is null || c.Sheet.InnerPorts is not { } ports || drives.Any(d => d.Bays.Expander == true) ? int.MaxValue : ports
        );
        runs = Math.Min(runs, most);
        var arrays = q.Arrays.Where(a => a.Host == ArrayHost.Controller).ToList();
        int? makes = c.Levels is null ? null : arrays.Count(a => c.Makes(a) == true);
        var groups = drives.Select(d => d.Bays).Distinct().ToList();
        var cables = c.Card is null ? [] : groups.Select(b => Cabling.Of(c, b, Cabling.Used(q, b))).OfType<CableNeed>().ToList();
        var parts = PartsOf(q, c, arrays);
        List<string> needs = NeedsOf(c, parts);
        var priced = cables.Select(n => (Need: n, Part: Cabling.Cable(q.Shelf, n))).ToList();
        decimal? eur =
            part is null ? 0
            : part.PriceEur is { } own
                ? own + priced.Sum(p => (p.Part?.PriceEur ?? 0) * p.Need.Count) + parts.Sum(p => p.Shelf?.PriceEur ?? 0)
            : null;
        var row = new ControllerRow(
            part?.Id,
            c.Name,
            Kinds.GetValueOrDefault(c.Sheet.Class ?? "", "controller"),
            at,
            noPlace,
            false,
            runs,
            drives.Count
        )
        {
            SlowestGbs = slowest,
            Levels = c.Levels,
            Makes = makes,
            Arrays = arrays.Count,
            CacheMiB = c.Sheet.CacheMiB ?? (c.Sheet.Class is "host-adapter" or "ports" or "entry-raid" or "firmware-assisted" ? 0 : null),
            Protection = c.Sheet.Protection,
            Guarded = c.Sheet.IsGuarded,
            Boots = c.Sheet.Boots,
            MostDrives = c.Sheet.MostDrives,
            Ends2TiB = c.Sheet.Addresses32 == true,
            Facts = ControllerFacts.Of(c),
            Cables =
            [
                .. priced
                    .GroupBy(p => (p.Need.From, p.Need.To))
                    .Select(g => (g.First().Need with { Count = g.Sum(p => p.Need.Count) }).Words),
            ],
            Needs = needs,
            Changes = [],
            InStock = part?.InStock ?? 1,
            Eur = eur,
            EurIsLeast = part is not null && (priced.Any(p => p.Part?.PriceEur is null) || parts.Any(p => p.Shelf?.PriceEur is null)),
        };
        return now is null ? row : row with { Changes = [.. Against(row, now)] };
    }

    /// <summary>What is bought with a card for this plan: of its keys those for levels of arrays that it would keep.</summary>
    private static List<(CardPart Part, ShelfPart? Shelf)> PartsOf(ControllerInput q, BayController c, IReadOnlyList<ArrayPlan> arrays) =>
        c.Card is not { } card
            ? []
            :
            [
                .. CardPart
                    .Of(c.Sheet)
                    .Where(p =>
                        p.Kind != AccessoryKind.FeatureKey
                        || (
                            p.Name == CardPart.LevelKey
                            && arrays.Any(a => LevelTable.Digits(a) is { } level && c.Sheet.KeyLevels!.Contains(level))
                        )
                    )
                    .Select(p => (p, Cabling.For(q.Shelf, card, p.Kind, p.Opens))),
            ];

    private static List<string> NeedsOf(BayController c, IReadOnlyList<(CardPart Part, ShelfPart? Shelf)> parts) =>
        [
            .. parts.Select(p => p.Shelf?.Accessory!.Name ?? $"its {p.Part.Words}"),
            .. c.Sheet.Keys.Select(k => $"key for {k}, if it is used"),
            .. c.Sheet.Pairs.Take(2).Select(p => $"firmware {p.Firmware} with driver {p.Driver}"),
            .. c.Sheet.DriverAtInstall == true ? new[] { $"driver for the installer{(c.Card is null ? ", in RAID mode" : "")}" } : [],
            .. c.Card?.NeedsAir == true ? new[] { "air over its heat sink" } : [],
        ];

    private static IEnumerable<string> Against(ControllerRow row, ControllerRow now)
    {
        if (row.Name == now.Name && row.At == now.At)
            yield break;
        if (row.Runs != now.Runs)
            yield return row.Runs > now.Runs
                ? $"{Say.Count(row.Runs - now.Runs, "drive", "drives")} more run"
                : $"{Say.Count(now.Runs - row.Runs, "drive", "drives")} stay silent";
        if (row.SlowestGbs != now.SlowestGbs && row.SlowestGbs is { } its && now.SlowestGbs is { } was)
            yield return $"links at {its:0.#} instead of {was:0.#} Gb/s";
        if (row.Makes is { } keeps && now.Makes is { } kept && keeps != kept)
            yield return keeps > kept
                ? $"keeps {keeps - kept} more of the planned arrays"
                : $"keeps {kept - keeps} fewer of the planned arrays";
        string[] gained = row.Levels is null || now.Levels is null ? [] : [.. row.Levels.Except(now.Levels)],
            lost = row.Levels is null || now.Levels is null ? [] : [.. now.Levels.Except(row.Levels)];
        if (gained.Length > 0)
            yield return $"adds levels {string.Join(", ", gained)}";
        if (lost.Length > 0)
            yield return $"loses levels {string.Join(", ", lost)}";
        if (row.Guarded != now.Guarded)
            yield return row.Guarded
                ? $"small writes wait for {row.CacheMiB} MiB of guarded cache, not for drives"
                : "small writes wait for the drives";
        if (row.Ends2TiB != now.Ends2TiB)
            yield return row.Ends2TiB ? "ends at 2 TiB a drive" : "reaches beyond 2 TiB";
        if (row.Boots == false && now.Boots != false)
            yield return "does not start a system";
        if (row.MostDrives is { } m && now.MostDrives is { } n && m != n)
            yield return $"addresses {m} drives instead of {n}";
    }

    /// <summary>The first free slot that a card fits into by bus, width, height and length; lanes are for the lane sheet to say.</summary>
    private static (Place? Place, string? Why) Slot(ControllerInput q, CardSheet card)
    {
        var bus = card.Bus ?? CardBus.Pcie;
        if (bus is CardBus.Ocp or CardBus.Mezzanine)
            return q.Sheet.Boards.FirstOrDefault(b => b.What == BoardKind.Mezzanine && q.Planned.At(Place.Board(b.Id)) is null) is { } board
                ? (Place.Board(board.Id), null)
                : (null, "no free mezzanine place");
        var slots = q.Sheet.Slots.Where(s => (s.Bus ?? CardBus.Pcie) == bus).ToList();
        if (slots.Count == 0)
            return (null, bus == CardBus.Pci ? "no conventional PCI slot" : "no slot");
        var fits = slots
            .Where(s =>
                (bus == CardBus.Pci || s.OpenEnd || s.Mech >= (card.Mech ?? 0))
                && !(s.Height == "low" && card.Height == "full")
                && !(s.LengthMm < card.LengthMm)
            )
            .ToList();
        if (fits.Count == 0)
            return (null, "no slot is wide, high and long enough");
        var free = fits.Where(s =>
                q.Planned.At(Place.Card(s.Id)) is null && (q.Sheet.Sockets.All(k => k.Id != s.Root) || q.Planned.HasProcessor(s.Root!))
            )
            .ToList();
        return free.Count == 0
            ? (null, "no free slot")
            : (Place.Card(free.OrderBy(s => s.Elec < (card.Elec ?? 0)).ThenBy(s => s.Elec).First().Id), null);
    }
}
