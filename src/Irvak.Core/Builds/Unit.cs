using Irvak.Core.Sheets;

namespace Irvak.Core.Builds;

/// <summary>One thing that sits, or is to sit, in a place: a module or a processor.</summary>
public sealed record Unit
{
    public ModuleSheet? Module { get; init; }

    public ProcessorSheet? Processor { get; init; }

    public string? Serial { get; init; }

    /// <summary>Who says so: "listing, line 214", "by hand", "shelf".</summary>
    public required string Source { get; init; }

    /// <summary>The shelf part this unit is a piece of, when it comes from the shelf.</summary>
    public string? ShelfPartId { get; init; }

    public string Short => Module?.Short ?? Processor?.Name ?? "unknown";

    public string Long => Module?.Long ?? Processor?.Name ?? "an unknown part";
}
