using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Inputs;
using Irvak.Core.Lanes;
using Irvak.Core.Memory;
using Irvak.Core.Paths;
using Irvak.Core.Places;
using Irvak.Core.Power;
using Irvak.Core.Processors;
using Irvak.Core.Verdicts;
using Irvak.Core.Wear;

namespace Irvak.Core;

/// <summary>
/// What follows for a machine, with or without a plan, and the findings that it can have without any; each capability is worked out when it
/// is asked for.
/// </summary>
internal sealed class WorkedSheets(Question q, Kept kept)
{
    /// <summary>The findings of each capability, in the order in which they are told.</summary>
    private static readonly Func<WorkedSheets, IReadOnlyList<Finding>>[] Capabilities =
    [
        s => s.OfMemory.Findings,
        s => [.. ProcessorFit.Judge(s.Asked.Machine)],
        s => s.OfDrives.Findings,
        s => s.OfLanes.Findings,
        s => s.OfPaths.Findings,
        s => s.OfPower.Findings,
        s => s.OfArrays.Findings,
    ];

    private Question Asked => q;

    public MemorySheet Memory => OfMemory.Sheet;

    public LaneSheet Lanes => OfLanes.Sheet;

    public PathSheet Paths => _paths ??= OfPaths.Sheet.Tested(q.Paths);

    public ArraySheet Arrays => OfArrays.Sheet;

    public PowerSheet Power => OfPower.Sheet;

    public BootPlan? Boot => (_boot ??= new(kept.Of("boot", BootInput, BootSheet.PlanOf))).Plan;

    public IReadOnlyList<CacheFigures> Caches => CacheList;

    public IReadOnlyList<EnduranceRow> Endurance => OfDrives.Rows;

    /// <summary>The findings, those that the machine has as it was found marked as such.</summary>
    /// <param name="kept">What was kept of the same job.</param>
    public IEnumerable<Finding> WithAsFound(Kept kept)
    {
        // Of the machine as found only the capabilities are worked out that have something to say of it.
        WorkedSheets? found = null;
        foreach (var of in Capabilities)
        {
            IReadOnlyList<Finding>? before = null;
            foreach (var f in of(this))
                if (f.Places.Any(q.Machine.Changed.Contains))
                    yield return f;
                else
                {
                    before ??= of(found ??= new(q.AsFound(), kept.Within("found")));
                    yield return f with
                    {
                        AsFoundToo = before.Any(b => IsAlso(f, b)),
                    };
                }
        }
    }

    /// <summary>A finding that the plan does not touch is as found when the machine as found had it at these places. One that names no
    /// place says something of the whole machine: it was so before when the machine as found says the same.</summary>
    private static bool IsAlso(Finding f, Finding before) =>
        before.Rule == f.Rule && (f.Places.Count == 0 ? before.Sentence == f.Sentence : f.Places.All(before.Places.Contains));

    private sealed record Of<T>(T Sheet, List<Finding> Findings);

    private sealed record Booting(BootPlan? Plan);

    private Of<MemorySheet>? _memory;
    private Of<LaneSheet>? _lanes;
    private Of<PathSheet>? _traced;
    private PathSheet? _paths;
    private BootInput? _bootInput;
    private Booting? _boot;
    private List<CacheFigures>? _caches;
    private (IReadOnlyList<EnduranceRow> Rows, List<Finding> Findings)? _drives;
    private Of<ArraySheet>? _arrays;
    private Of<PowerSheet>? _power;

    private BootInput BootInput => _bootInput ??= q.Boot;

    private List<CacheFigures> CacheList => _caches ??= [.. BootInput.Caches.Select(c => CacheFigures.Of(BootInput, c, kept))];

    private Of<MemorySheet> OfMemory => _memory ??= kept.Of("memory", q.Memory, static i =>
        {
            var sheet = MemorySheet.Of(i);
            return new Of<MemorySheet>(sheet, [.. Finding.Joined(MemorySheet.Judge(i, sheet), i.Changed)]);
        });

    private Of<LaneSheet> OfLanes => _lanes ??= kept.Of("lanes", q.Lanes, static i =>
        {
            var sheet = LaneSheet.Of(i);
            return new Of<LaneSheet>(sheet, [.. Finding.Joined([.. CardFit.Judge(i), .. LaneRules.Judge(i, sheet)], i.Changed)]);
        });

    // Memory only tells how large a test must be: a module that changes leaves the paths as they are.
    private Of<PathSheet> OfPaths => _traced ??= kept.Of("paths", (Paths: q.Paths with { MemoryMiB = null }, Lanes), static (i, within) =>
        {
            var sheet = PathSheet.Of(i.Paths, i.Lanes, within);
            return new Of<PathSheet>(sheet, [.. PathRules.Judge(i.Paths, sheet)]);
        });

    private Of<ArraySheet> OfArrays =>
        _arrays ??= kept.Of("arrays", (Storage: q.Drives, Paces: Paths.Paces(), Taken: Taken()), static (i, within) =>
        {
            var sheet = ArraySheet.Of(i.Storage, i.Paces, within) with { Fresh = FreshArray.Of(i.Storage, i.Taken) };
            return new Of<ArraySheet>(sheet, [.. ArraySheet.Judge(i.Storage, sheet)]);
        });

    private Of<PowerSheet> OfPower => _power ??= kept.Of("power", q.Power, static i =>
        {
            var sheet = PowerSheet.Of(i);
            return new Of<PowerSheet>(sheet, [.. PowerRules.Judge(i, sheet)]);
        });

    private (IReadOnlyList<EnduranceRow> Rows, List<Finding> Findings) OfDrives =>
        _drives ??= kept.Of("drives", (BootInput, CacheList, Boot), static i => Drives(i.BootInput, i.CacheList, i.Boot));

    /// <summary>Places of drives that a cache or the system has.</summary>
    private Place[] Taken() => [.. BootInput.Caches.SelectMany(c => c.Places), .. Boot?.Places ?? []];

    private static (IReadOnlyList<EnduranceRow>, List<Finding>) Drives(BootInput q, List<CacheFigures> caches, BootPlan? plan)
    {
        var endurance = Wear.Endurance.Of(q, caches, plan);
        return (
            endurance,
            [
                .. Finding.Joined(
                    [
                        .. DriveFit.Judge(q),
                        .. DriveManners.Judge(q),
                        .. ControllerFit.Judge(q),
                        .. BootSheet.Judge(q, plan),
                        .. Wear.Endurance.Judge(endurance),
                    ],
                    q.Changed
                ),
            ]
        );
    }
}
