namespace Irvak.Core.Sheets;

/// <summary>A part on the shop's shelf (<c>irvak-part/1</c>).</summary>
public sealed record ShelfPart
{
    public const string CurrentFormat = "irvak-part/1";

    public string Format { get; init; } = CurrentFormat;

    public required string Id { get; init; }

    public required ModuleSheet Module { get; init; }

    /// <summary>Pieces in stock, 0 or more.</summary>
    public int InStock { get; init; }

    public string? LiesIn { get; init; }

    /// <summary>Price of one piece in EUR; null when not known.</summary>
    public decimal? PriceEur { get; init; }

    public DateOnly? PriceDate { get; init; }
}
