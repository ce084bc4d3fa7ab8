using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Contracts;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Edits;
using Irvak.Core.Evidence;
using Irvak.Core.Expectations;
using Irvak.Core.Lanes;
using Irvak.Core.Memory;
using Irvak.Core.Moving;
using Irvak.Core.Power;
using Irvak.Core.Running;
using Irvak.Core.Volumes;

namespace Irvak.Core.Plans;

/// <summary>One slice of a job's state: where it stands, and the edits that change it.</summary>
internal abstract class Slice
{
    /// <summary>Every slice. A new capability adds its own here.</summary>
    public static readonly IReadOnlyList<Slice> All =
    [
        new Slice<Aim>(s => s.Aim, (s, v) => s with { Aim = v }),
        new Slice<Policy>(s => s.Policy, (s, v) => s with { Policy = v }),
        new Slice<MemorySlice>(s => s.Memory, (s, v) => s with { Memory = v }),
        new Slice<DriveSlice>(s => s.Drives, (s, v) => s with { Drives = v }),
        new Slice<ArraySlice>(s => s.Arrays, (s, v) => s with { Arrays = v }),
        new Slice<RunSlice>(s => s.Runs, (s, v) => s with { Runs = v }),
        new Slice<VolumeSlice>(s => s.Volumes, (s, v) => s with { Volumes = v }),
        new Slice<ControllerSlice>(s => s.Controllers, (s, v) => s with { Controllers = v }),
        new Slice<LaneSlice>(s => s.Lanes, (s, v) => s with { Lanes = v }),
        new Slice<CacheSlice>(s => s.Caches, (s, v) => s with { Caches = v }),
        new Slice<BootSlice>(s => s.Boot, (s, v) => s with { Boot = v }),
        new Slice<PowerSlice>(s => s.Power, (s, v) => s with { Power = v }),
        new Slice<MovingSlice>(s => s.Moving, (s, v) => s with { Moving = v }),
        new Slice<ProofSlice>(s => s.Proof, (s, v) => s with { Proof = v }),
    ];

    /// <summary>The slice that an edit changes.</summary>
    /// <exception cref="ArgumentException">It changes none.</exception>
    public static Slice Of(Edit edit) =>
        All.FirstOrDefault(s => s.Takes(edit)) ?? throw new ArgumentException($"{edit.GetType().Name} changes no slice.", nameof(edit));

    public abstract bool Takes(Edit edit);

    public abstract SheetProblem? Refusal(JobState state, Edit edit);

    public abstract JobState Applied(JobState state, Edit edit, Stamp stamp);
}

internal sealed class Slice<TSlice>(Func<JobState, TSlice> get, Func<JobState, TSlice, JobState> set) : Slice
{
    public override bool Takes(Edit edit) => edit is SliceEdit<TSlice>;

    public override SheetProblem? Refusal(JobState state, Edit edit) => ((SliceEdit<TSlice>)edit).Refusal(state, get(state));

    public override JobState Applied(JobState state, Edit edit, Stamp stamp) =>
        set(state, ((SliceEdit<TSlice>)edit).Applied(state, get(state), stamp));
}
