using System.Globalization;
using System.Text.Json.Serialization;
using Irvak.Core.Sheets;

namespace Irvak.Core.Shelf;

/// <summary>What a column of a stock or price list means.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<ShelfColumn>))]
public enum ShelfColumn
{
    [JsonStringEnumMemberName("none")]
    None,

    [JsonStringEnumMemberName("id")]
    Id,

    [JsonStringEnumMemberName("description")]
    Description,

    [JsonStringEnumMemberName("number")]
    Number,

    [JsonStringEnumMemberName("maker")]
    Maker,

    [JsonStringEnumMemberName("stock")]
    Stock,

    [JsonStringEnumMemberName("liesIn")]
    LiesIn,

    [JsonStringEnumMemberName("price")]
    Price,

    [JsonStringEnumMemberName("priceDate")]
    PriceDate,

    [JsonStringEnumMemberName("priceSource")]
    PriceSource,
}

/// <summary>One line of a list and what it would do.</summary>
/// <param name="Line">Line in the text, from 1.</param>
/// <param name="Part">The part as it would stand on the shelf; null when the line can't be taken.</param>
/// <param name="IsNew">True for a part that the shelf does not have yet.</param>
/// <param name="Problem">Why the line can't be taken.</param>
public sealed record ShelfLine(int Line, ShelfPart? Part, bool IsNew, string? Problem);

/// <summary>Turns the rows of a stock or price list into parts. A known part keeps its sheet and takes stock, place and price; a new one is
/// read from its description.</summary>
public static class ShelfTable
{
    // Common practice, no source: headings met in such lists.
    private static readonly (ShelfColumn Column, string[] Words)[] Headings =
    [
        (ShelfColumn.Id, ["id", "part", "sku", "article"]),
        (ShelfColumn.Number, ["part number", "number", "model", "mpn", "pn"]),
        (ShelfColumn.Description, ["description", "what", "name", "item", "label", "text"]),
        (ShelfColumn.Maker, ["maker", "manufacturer", "brand", "vendor"]),
        (ShelfColumn.Stock, ["stock", "in stock", "qty", "quantity", "count", "pieces"]),
        (ShelfColumn.LiesIn, ["lies in", "place", "location", "shelf", "bin", "box"]),
        (ShelfColumn.PriceDate, ["price date", "date", "price of"]),
        (ShelfColumn.PriceSource, ["price source", "source", "shop", "seller"]),
        (ShelfColumn.Price, ["price", "price eur", "eur", "each", "cost"]),
    ];

    /// <summary>The likely meaning of each heading, each meaning once.</summary>
    public static IReadOnlyList<ShelfColumn> Guess(IReadOnlyList<string> headings)
    {
        var guess = new List<ShelfColumn>();
        foreach (var heading in headings)
        {
            var plain = heading.Trim().ToLowerInvariant();
            var column = Headings.FirstOrDefault(h => h.Words.Contains(plain)).Column;
            guess.Add(guess.Contains(column) ? ShelfColumn.None : column);
        }
        return guess;
    }

    /// <param name="rows">Rows without the heading, each with its line.</param>
    /// <param name="shelf">Parts by id.</param>
    /// <param name="today">The date of a price that gives none.</param>
    public static IReadOnlyList<ShelfLine> Read(
        IReadOnlyList<(int Line, IReadOnlyList<string> Cells)> rows,
        IReadOnlyList<ShelfColumn> columns,
        IReadOnlyDictionary<string, ShelfPart> shelf,
        DateOnly today
    )
    {
        var byNumber = shelf
            .Values.Select(p => (Number: p.Module?.PartNumber ?? p.Drive?.Model, Part: p))
            .Where(x => !string.IsNullOrWhiteSpace(x.Number))
            .GroupBy(x => x.Number!, StringComparer.OrdinalIgnoreCase)
            .Where(g => g.Count() == 1)
            .ToDictionary(g => g.Key, g => g.First().Part, StringComparer.OrdinalIgnoreCase);
        var at = columns
            .Select((c, i) => (c, i))
            .Where(x => x.c != ShelfColumn.None)
            .GroupBy(x => x.c)
            .ToDictionary(g => g.Key, g => g.First().i);
        var taken = shelf.Keys.ToHashSet();
        var lines = new List<ShelfLine>(rows.Count);
        foreach (var (line, cells) in rows)
        {
            string? Cell(ShelfColumn c) =>
                at.TryGetValue(c, out var i) && i < cells.Count && cells[i].Trim() is { Length: > 0 } text ? text : null;
            lines.Add(One(line, Cell, shelf, byNumber, taken, today));
        }
        return lines;
    }

    private static ShelfLine One(
        int line,
        Func<ShelfColumn, string?> cell,
        IReadOnlyDictionary<string, ShelfPart> shelf,
        Dictionary<string, ShelfPart> byNumber,
        HashSet<string> taken,
        DateOnly today
    )
    {
        var known =
            cell(ShelfColumn.Id) is { } id && shelf.TryGetValue(id, out var byId) ? byId
            : cell(ShelfColumn.Number) is { } number && byNumber.TryGetValue(number, out var found) ? found
            : null;
        var part = known;
        var count = 1;
        if (part is null)
        {
            if (cell(ShelfColumn.Description) is not { } words)
                return new(line, null, false, "This part is not on the shelf, and the line does not describe it.");
            var read = PartText.Read(words, cell(ShelfColumn.Maker), cell(ShelfColumn.Number));
            if (read.Part is null || read.Problem is not null)
                return new(line, null, false, read.Problem ?? "This can't be read as a part.");
            var wanted = cell(ShelfColumn.Id);
            part = read.Part with { Id = wanted ?? PartCheck.IdFor(read.Part, taken.Contains) };
            count = read.Count;
        }
        if (Filled(ref part, count, cell, today) is { } wrong)
            return new(line, null, false, wrong);
        if (PartCheck.Check(part) is [var first, ..])
            return new(line, null, false, first.Text);
        if (known is null && !taken.Add(part.Id))
            return new(line, null, false, $"The name {part.Id} stands twice in this list or on the shelf.");
        return new(line, part, known is null, null);
    }

    /// <summary>Takes what the other columns tell of the part; what can't be read, in words.</summary>
    private static string? Filled(ref ShelfPart part, int count, Func<ShelfColumn, string?> cell, DateOnly today)
    {
        if (cell(ShelfColumn.Stock) is { } stock)
        {
            if (!int.TryParse(stock, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var pieces))
                return $"“{stock}” is no count of pieces.";
            part = part with { InStock = (int)Math.Clamp((long)pieces * count, int.MinValue, int.MaxValue) };
        }
        if (cell(ShelfColumn.LiesIn) is { } lies)
            part = part with { LiesIn = lies };
        if (cell(ShelfColumn.Price) is { } price)
        {
            if (Money(price) is not { } eur)
                return $"“{price}” is no price.";
            // A kit's price is for the kit.
            part = part with { PriceEur = Math.Round(eur / count, 2), PriceDate = today };
        }
        if (cell(ShelfColumn.PriceDate) is { } date)
        {
            if (
                !DateOnly.TryParseExact(
                    date,
                    ["yyyy-MM-dd", "dd.MM.yyyy", "dd/MM/yyyy"],
                    CultureInfo.InvariantCulture,
                    DateTimeStyles.None,
                    out var day
                )
            )
                return $"“{date}” is no date: write 2026-11-02.";
            part = part with { PriceDate = day };
        }
        if (cell(ShelfColumn.PriceSource) is { } source)
            part = part with { PriceSource = source };
        return null;
    }

    /// <summary>"1 234,56", "1,234.56 €", "64": the last of point and comma with one or two digits behind it is the decimal sign.</summary>
    public static decimal? Money(string text)
    {
        var plain = new string([.. text.Where(c => char.IsAsciiDigit(c) || c is '.' or ',' or '-')]);
        var last = plain.LastIndexOfAny(['.', ',']);
        if (last >= 0)
        {
            var digits = plain.Length - last - 1;
            var whole = plain[..last].Replace(".", "").Replace(",", "");
            plain = digits is 1 or 2 ? $"{whole}.{plain[(last + 1)..]}" : whole + plain[(last + 1)..];
        }
        return
            decimal.TryParse(
                plain,
                NumberStyles.AllowDecimalPoint | NumberStyles.AllowLeadingSign,
                CultureInfo.InvariantCulture,
                out var money
            )
            && plain.Length > 0
            ? money
            : null;
    }
}
