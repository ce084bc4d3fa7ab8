using Irvak.Core.Contracts;

namespace Irvak.Core.Sheets;

/// <summary>A part on the shop's shelf (<c>irvak-part/1</c>): what it is, in exactly one of five sheets, and what the shop knows of
/// it.</summary>
public sealed record ShelfPart : KeepsMore
{
    public const string CurrentFormat = "irvak-part/1";

    public string Format { get; init; } = CurrentFormat;

    public required string Id { get; init; }

    public ModuleSheet? Module { get; init; }

    public ProcessorSheet? Processor { get; init; }

    public DriveSheet? Drive { get; init; }

    public CardSheet? Card { get; init; }

    public AccessorySheet? Accessory { get; init; }

    /// <summary>Pieces in stock, 0 or more.</summary>
    public int InStock { get; init; }

    public string? LiesIn { get; init; }

    /// <summary>Price of one piece in EUR; null when not known.</summary>
    public decimal? PriceEur { get; init; }

    public DateOnly? PriceDate { get; init; }

    /// <summary>Who asks this price.</summary>
    public string? PriceSource { get; init; }

    public IReadOnlyList<Claim> Claims { get; init; } = [];
}
