using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Builds;

/// <summary>One thing that sits, or is to sit, in a place: a module, a processor, a drive, a card or something else.</summary>
public sealed record Unit
{
    public ModuleSheet? Module { get; init; }

    public ProcessorSheet? Processor { get; init; }

    public DriveSheet? Drive { get; init; }

    public CardSheet? Card { get; init; }

    public AccessorySheet? Accessory { get; init; }

    public string? Serial { get; init; }

    /// <summary>Name in the installed system, such as <c>/dev/sda</c> or <c>enp3s0</c>; null when not known.</summary>
    public string? SystemName { get; init; }

    /// <summary>Array or pool it is a member of, as the system names it; null when none or not known.</summary>
    public string? MemberOf { get; init; }

    /// <summary>What a worn part is worth; null when nothing was read.</summary>
    public UsedGrade? Grade { get; init; }

    /// <summary>Who says so: "listing, line 214", "by hand", "shelf".</summary>
    public required string Source { get; init; }

    /// <summary>The shelf part this unit is a piece of, when it comes from the shelf.</summary>
    public string? ShelfPartId { get; init; }

    public string Short => PartWords.Of(Module, Processor, Drive, Card, Accessory, false);

    public string Long => PartWords.Of(Module, Processor, Drive, Card, Accessory, true);

    /// <summary>Kinds of places that can hold this, the first the usual one; empty when nothing is known of it.</summary>
    public IReadOnlyList<PlaceKind> Homes =>
        this switch
        {
            { Module: not null } => [PlaceKind.Slot],
            { Processor: not null } => [PlaceKind.Socket],
            { Drive.Form: "m.2" or "msata" } => [PlaceKind.M2, PlaceKind.Bay, PlaceKind.Card, PlaceKind.Board],
            { Drive.Form: "aic" } => [PlaceKind.Card],
            { Drive: not null } => [PlaceKind.Bay, PlaceKind.M2],
            { Card: not null } => [PlaceKind.Card, PlaceKind.Board, PlaceKind.Bay],
            { Accessory.Kind: AccessoryKind.Supply } => [PlaceKind.Supply],
            { Accessory.Kind: AccessoryKind.Battery } => [PlaceKind.Battery],
            _ => [],
        };

    public static Unit Of(ShelfPart part) =>
        new()
        {
            Module = part.Module,
            Processor = part.Processor,
            Drive = part.Drive,
            Card = part.Card,
            Accessory = part.Accessory,
            Source = "shelf",
            ShelfPartId = part.Id,
        };
}
