using Irvak.Core.Arrays;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Steps;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Shopping;

/// <summary>One kind of part that the plan brings in.</summary>
/// <param name="Places">Where the pieces go.</param>
/// <param name="InStock">Pieces on the shelf; 0 for a part that is not on it.</param>
public sealed record ShoppingLine(
    string Key,
    string Part,
    string? ShelfPartId,
    IReadOnlyList<Place> Places,
    int Count,
    int InStock,
    string? LiesIn,
    decimal? EachEur
)
{
    public required decimal? SumEur { get; init; }

    public int ToOrder => Math.Max(0, Count - InStock);
}

/// <summary>Something to have at hand.</summary>
public sealed record TakeLine(string Key, string Group, string Text);

/// <summary>Everything to buy and to take along.</summary>
public sealed record ShoppingList(IReadOnlyList<ShoppingLine> Lines, IReadOnlyList<TakeLine> TakeAlong, decimal TotalEur, int WithoutPrice)
{
    public static readonly Rule Short = new(
        "SHELF-SHORT",
        Family.Shelf,
        Severity.Note,
        "{count} × {part} to order: the shelf holds {stock}.",
        "The plan needs more pieces than lie on the shelf.",
        "stock of the shop",
        Basis.Sheet
    );

    public static ShoppingList Of(StepInput q)
    {
        var lines = q
            .Changes.Where(c => c.BringsPart)
            .GroupBy(c => c.In!.ShelfPartId ?? c.In!.Long)
            .OrderBy(g => g.Key, StringComparer.Ordinal)
            .Select(g => Line(q, g.Key, [.. g]))
            .Concat(SmallParts.Of(q))
            .ToList();
        return new ShoppingList(lines, TakeAlongOf(q, lines), lines.Sum(l => l.SumEur ?? 0), lines.Count(l => l.EachEur is null));
    }

    private static ShoppingLine Line(StepInput q, string key, IReadOnlyList<Builds.Change> changes)
    {
        var part = changes[0].In!.ShelfPartId is { } id ? q.Shelf.GetValueOrDefault(id) : null;
        return new ShoppingLine(
            "buy:" + key,
            changes[0].In!.Long,
            part?.Id,
            InOrder(q, changes),
            changes.Count,
            part?.InStock ?? 0,
            part?.LiesIn,
            part?.PriceEur
        )
        {
            SumEur = part?.PriceEur * changes.Count,
        };
    }

    /// <summary>Bays in the order of the chassis, not of the letters of their names.</summary>
    private static IReadOnlyList<Place> InOrder(StepInput q, IReadOnlyList<Builds.Change> changes) =>
        changes[0].Place.HoldsDrive
            ? [.. Sheets.SheetPlaces.InOrder(q.Sheet, changes, c => c.Place).Select(c => c.Place)]
            : [.. changes.Select(c => c.Place)];

    private static List<TakeLine> TakeAlongOf(StepInput q, List<ShoppingLine> lines)
    {
        var take = new List<TakeLine>();
        if (q.Changes.Count == 0)
            return [.. SmallParts.Little(q)];
        if (HotBays.AllHot(q))
            return [.. SmallParts.Little(q), new("take:plan", "On paper", "Step sheet, printed, or the tablet, charged")];
        take.Add(new("take:esd", "Tools", "Wrist strap and mat"));
        foreach (var tool in q.Sheet.Opening.Select(o => o.Tool).OfType<string>().Distinct())
            take.Add(new("take:tool:" + tool, "Tools", tool));
        var screws = q.Sheet.Opening.Sum(o => o.Screws);
        if (screws > 0)
            take.Add(new("take:cup", "Small things", $"Cup for {Say.Count(screws, "screw", "screws")}"));
        var leave = q.Changes.Count(c => c.TakesPart);
        if (leave > 0)
            take.Add(
                new("take:bags", "Small things", $"{Say.Count(leave, "antistatic bag", "antistatic bags")} and labels for what comes out")
            );
        if (lines.Count > 0)
            take.Add(
                new(
                    "take:parts",
                    "Parts",
                    lines.Sum(l => l.Count) is > 1 and var parts
                        ? $"{parts} parts from this list, still in their bags"
                        : "1 part from this list, still in its bag"
                )
            );
        var processors = q.Changes.Where(c => c.Place.IsSocket && c.In is not null).ToList();
        if (processors.Count > 0)
        {
            take.Add(
                new("take:paste", "Small things", "Thermal paste, enough for " + Say.Count(processors.Count, "processor", "processors"))
            );
            take.Add(new("take:alcohol", "Small things", "Cleaning alcohol and cloths that leave no lint"));
        }
        foreach (var second in processors.Where(c => c.Out is null))
            take.Add(
                new("take:cooler:" + second.Place, "Parts", $"Cooler with its screws for {second.Place.Name}, and its fan where it has one")
            );
        foreach (var card in CardSteps.NewNetwork(q))
            take.Add(
                new(
                    "take:line:" + card.Place,
                    "Small things",
                    $"Cable for {card.In!.Card!.Name}{Line(card.In.Card.Network)}, with what its port and the other end take"
                )
            );
        take.AddRange(SmallParts.Little(q));
        take.Add(new("take:stick", "On the stick", Stick(q)));
        take.Add(new("take:plan", "On paper", "Step sheet, printed, or the tablet, charged"));
        return take;
    }

    private static string Line(Sheets.NetworkSheet? network) =>
        network is { RatesGbs.Count: > 0 } ? $" ({(network.Socket is { } socket ? socket + ", " : "")}{network.RatesGbs.Max():0.#} Gb/s)"
        : network?.Socket is { } only ? $" ({only})"
        : "";

    /// <summary>A test for what changes, drivers for what is new, and what is needed to prove it. Common practice, no source.</summary>
    private static string Stick(StepInput q)
    {
        var cards = q.Changes.Where(c => c.In?.Card is not null).Select(c => c.In!.Short).Distinct().ToList();
        var memory = q.Changes.Any(c => c.Place.IsSlot || c.Place.IsSocket);
        return Say.Capital(
            Say.Words([
                .. memory ? ["memory test"] : Array.Empty<string>(),
                .. cards.Count > 0 ? [$"drivers of {Say.Words(cards)}"] : Array.Empty<string>(),
                "the two commands for the capture afterwards",
            ])
        );
    }

    public Worked Sum() =>
        new(
            [.. Lines.Select(l => new WorkedLine($"{l.Count} × {l.Part}", l.SumEur is { } s ? Money.Euro(s).ToString() : "no price"))],
            new WorkedLine(WithoutPrice > 0 ? $"sum, {WithoutPrice} without a price" : "sum", Money.Euro(TotalEur).ToString(), true),
            "price list of the shop"
        );

    public static IEnumerable<Finding> Judge(ShoppingList list) =>
        list
            .Lines.Where(l => l.ToOrder > 0)
            .Select(l =>
                Finding.Of(
                    Short,
                    l.Places,
                    Worked.Sum(
                        Short.Source,
                        new("to order", $"{l.ToOrder}", true),
                        new("wanted", $"{l.Count}"),
                        new WorkedLine("on the shelf", $"{l.InStock}")
                    ),
                    ("count", l.ToOrder),
                    ("part", l.Part),
                    ("stock", l.InStock)
                )
            );
}
