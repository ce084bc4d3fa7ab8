using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Inputs;
using Irvak.Core.Lanes;
using Irvak.Core.Lists;
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
internal sealed class WorkedSheets
{
    /// <summary>What was worked out of one capability, with its findings.</summary>
    private sealed record Worked<T>(T Sheet, IReadOnlyList<Finding> Findings);

    private readonly Question _question;
    private readonly Lazy<Worked<MemorySheet>> _memory;
    private readonly Lazy<Worked<LaneSheet>> _lanes;
    private readonly Lazy<Worked<PathSheet>> _traced;
    private readonly Lazy<PathSheet> _paths;
    private readonly Lazy<BootPlan?> _boot;
    private readonly Lazy<IReadOnlyList<CacheFigures>> _caches;
    private readonly Lazy<Worked<IReadOnlyList<EnduranceRow>>> _drives;
    private readonly Lazy<Worked<ArraySheet>> _arrays;
    private readonly Lazy<Worked<PowerSheet>> _power;

    public WorkedSheets(Question q, Kept kept)
    {
        _question = q;
        var boot = q.Boot;
        _memory = new(() => kept.Of("memory", q.Memory, OfMemory));
        _lanes = new(() => kept.Of("lanes", q.Lanes, OfLanes));
        // Memory only tells how large a test must be: a module that changes leaves the paths as they are.
        _traced = new(() => kept.Of("paths", (q.Paths with { MemoryMiB = null }, Lanes), OfPaths));
        _paths = new(() => _traced.Value.Sheet.Tested(q.Paths));
        _boot = new(() => kept.Of("boot", boot, BootSheet.PlanOf));
        _caches = new(() => [.. boot.Caches.Select(c => CacheFigures.Of(boot, c, kept))]);
        _drives = new(() => kept.Of("drives", (boot, Caches, Boot), OfDrives));
        _arrays = new(() => kept.Of("arrays", (q.Drives, Paths.Paces(), Taken(boot, Boot)), OfArrays));
        _power = new(() => kept.Of("power", q.Power, OfPower));
    }

    public MemorySheet Memory => _memory.Value.Sheet;

    public LaneSheet Lanes => _lanes.Value.Sheet;

    public PathSheet Paths => _paths.Value;

    public ArraySheet Arrays => _arrays.Value.Sheet;

    public PowerSheet Power => _power.Value.Sheet;

    /// <summary>What the machine drew as it was found.</summary>
    /// <param name="kept">What was kept of the same job.</param>
    public PowerSheet FoundPower(Kept kept) => kept.Within("found").Of("power", _question.AsFound().Power, OfPower).Sheet;

    public BootPlan? Boot => _boot.Value;

    public IReadOnlyList<CacheFigures> Caches => _caches.Value;

    public IReadOnlyList<EnduranceRow> Endurance => _drives.Value.Sheet;

    /// <summary>The findings of each capability, in the order in which they are told.</summary>
    private static readonly Func<WorkedSheets, IReadOnlyList<Finding>>[] Capabilities =
    [
        s => s._memory.Value.Findings,
        s => [.. ProcessorFit.Judge(s._question.Machine)],
        s => s._drives.Value.Findings,
        s => s._lanes.Value.Findings,
        s => s._traced.Value.Findings,
        s => s._power.Value.Findings,
        s => s._arrays.Value.Findings,
        s => [.. ListFit.Judge(s._question.Storage)],
    ];

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
                if (f.Places.Any(_question.Machine.Changed.Contains))
                    yield return f;
                else
                {
                    before ??= of(found ??= new(_question.AsFound(), kept.Within("found")));
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

    private static Worked<MemorySheet> OfMemory(MemoryInput q)
    {
        var sheet = MemorySheet.Of(q);
        return new(sheet, [.. Finding.Joined(MemorySheet.Judge(q, sheet), q.Changed)]);
    }

    private static Worked<LaneSheet> OfLanes(LaneInput q)
    {
        var sheet = LaneSheet.Of(q);
        return new(sheet, [.. Finding.Joined([.. CardFit.Judge(q), .. LaneRules.Judge(q, sheet)], q.Changed)]);
    }

    private static Worked<PathSheet> OfPaths((PathInput Q, LaneSheet Lanes) of, Kept kept)
    {
        var sheet = PathSheet.Of(of.Q, of.Lanes, kept);
        return new(sheet, [.. PathRules.Judge(of.Q, sheet)]);
    }

    private static Worked<IReadOnlyList<EnduranceRow>> OfDrives((BootInput Q, IReadOnlyList<CacheFigures> Caches, BootPlan? Plan) of)
    {
        var rows = Wear.Endurance.Of(of.Q, of.Caches, of.Plan);
        Finding[] all =
        [
            .. DriveFit.Judge(of.Q),
            .. DriveManners.Judge(of.Q),
            .. ControllerFit.Judge(of.Q),
            .. BootSheet.Judge(of.Q, of.Plan),
            .. Wear.Endurance.Judge(rows),
        ];
        return new(rows, [.. Finding.Joined(all, of.Q.Changed)]);
    }

    /// <summary>Places of drives that a cache or the system has.</summary>
    private static Place[] Taken(BootInput q, BootPlan? plan) => [.. q.Caches.SelectMany(c => c.Places), .. plan?.Places ?? []];

    private static Worked<ArraySheet> OfArrays((CacheInput Q, IReadOnlyList<ArrayPace> Paces, Place[] Taken) of, Kept kept)
    {
        var sheet = ArraySheet.Of(of.Q, of.Paces, kept) with
        {
            Fresh = FreshArray.Of(of.Q, of.Taken, plan => ControllerFit.CardFor(of.Q, plan)),
            Mend = MendArray.Of(of.Q, of.Taken),
        };
        return new(sheet, [.. ArraySheet.Judge(of.Q, sheet)]);
    }

    private static Worked<PowerSheet> OfPower(PowerInput q)
    {
        var sheet = PowerSheet.Of(q);
        return new(sheet, [.. PowerRules.Judge(q, sheet)]);
    }
}
