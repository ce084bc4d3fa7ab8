using System.Collections.Immutable;
using System.Text.Json.Serialization;
using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Builds;
using Irvak.Core.Caches;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Evidence;
using Irvak.Core.Expectations;
using Irvak.Core.Lanes;
using Irvak.Core.Memory;
using Irvak.Core.Moving;
using Irvak.Core.Power;
using Irvak.Core.Running;
using Irvak.Core.Steps;
using Irvak.Core.Volumes;

namespace Irvak.Core.Plans;

/// <summary>
/// The state of a job: the fold of its edits. What is known of the machine and planned for its places, and of each capability the slice
/// that it owns. A stored state without one of them was written before there was that slice, and is folded again from the edits.
/// </summary>
public sealed record JobState : MachineState
{
    public static readonly JobState Start = new();

    [JsonRequired]
    public MemorySlice Memory { get; init; } = new();

    [JsonRequired]
    public DriveSlice Drives { get; init; } = new();

    [JsonRequired]
    public ArraySlice Arrays { get; init; } = new();

    [JsonRequired]
    public RunSlice Runs { get; init; } = new();

    [JsonRequired]
    public VolumeSlice Volumes { get; init; } = new();

    [JsonRequired]
    public ControllerSlice Controllers { get; init; } = new();

    [JsonRequired]
    public LaneSlice Lanes { get; init; } = new();

    [JsonRequired]
    public CacheSlice Caches { get; init; } = new();

    [JsonRequired]
    public BootSlice Boot { get; init; } = new();

    [JsonRequired]
    public PowerSlice Power { get; init; } = new();

    [JsonRequired]
    public MovingSlice Moving { get; init; } = new();

    [JsonRequired]
    public ProofSlice Proof { get; init; } = new();

    public Aim Aim { get; init; } = new();

    public Policy Policy { get; init; } = Policy.FieldProven;

    /// <summary>Steps and lines of lists that somebody ticked, by their keys.</summary>
    public ImmutableSortedDictionary<string, Tick> Ticks { get; init; } =
        ImmutableSortedDictionary.Create<string, Tick>(StringComparer.Ordinal);

    /// <summary>Who handed the machine over, and when; null while it is on the bench.</summary>
    public Tick? HandedOver { get; init; }
}
