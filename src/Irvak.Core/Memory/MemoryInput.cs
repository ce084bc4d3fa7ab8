using Irvak.Core.Builds;
using Irvak.Core.Inputs;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Memory;

/// <summary>What the computations of memory look at.</summary>
public record MemoryInput : PlanInput
{
    public MemoryInput(PlanInput machine)
        : base(machine) { }

    /// <summary>How the firmware is to spend memory on safety.</summary>
    public MemoryMode Mode { get; init; }

    /// <summary>What the memory was seen to run at as found; null when no capture tells it of every module.</summary>
    public int? MeasuredMTs { get; init; }

    /// <summary>True for memory and processors as they were found, which the firmware saw running.</summary>
    public bool RunsAsFound(Build build) =>
        MeasuredMTs is not null && (ReferenceEquals(build, Found) || !Changes.Any(c => c.Place.IsSlot || c.Place.IsSocket));

    /// <summary>True when every slot behind a processor holds a module of known size, was found empty, or is changed by the plan.</summary>
    public bool AllSlotsKnown(Build build) =>
        Sheet
            .Channels.Where(c => build.HasProcessor(c.Socket))
            .SelectMany(c => c.Slots)
            .All(s =>
                Place.Slot(s) is var place
                && (
                    build.ModuleAt(s) is { } module
                        ? module.CapacityMiB is not null
                        : FoundEmpty.Contains(place) || (Changed.Contains(place) && !ReferenceEquals(build, Found))
                )
            );
}
