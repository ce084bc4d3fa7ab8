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

    /// <summary>True when somebody looked at every slot that can be used, or the plan fills it.</summary>
    public bool AllSlotsSeen(Build build) => Usable(build).All(s => build.ModuleAt(s) is not null || IsEmpty(build, Place.Slot(s)));

    /// <summary>The same, and the size of every module is known: a total may be stated.</summary>
    public bool AllSlotsKnown(Build build) => AllSlotsSeen(build) && Usable(build).All(s => build.ModuleAt(s) is not { CapacityMiB: null });

    private IEnumerable<string> Usable(Build build) => Sheet.Channels.Where(c => build.HasProcessor(c.Socket)).SelectMany(c => c.Slots);

    private bool IsEmpty(Build build, Place place) =>
        FoundEmpty.Contains(place) || (Changed.Contains(place) && !ReferenceEquals(build, Found));
}
