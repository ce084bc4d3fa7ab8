using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Distances;
using Irvak.Core.Expectations;
using Irvak.Core.Inputs;
using Irvak.Core.Lanes;
using Irvak.Core.Memory;
using Irvak.Core.Moving;
using Irvak.Core.Paths;
using Irvak.Core.Power;
using Irvak.Core.Running;
using Irvak.Core.Shopping;
using Irvak.Core.Steps;
using Irvak.Core.Verdicts;
using Irvak.Core.Volumes;
using Irvak.Core.Wear;

namespace Irvak.Core;

/// <summary>Everything that follows from a sheet, a build, an aim, a policy and evidence. The one door to the whole computation.</summary>
public sealed record Evaluation(
    MemorySheet Memory,
    ArraySheet Arrays,
    LaneSheet Lanes,
    PathSheet Paths,
    PowerSheet Power,
    BootPlan? Boot,
    IReadOnlyList<CacheFigures> Caches,
    IReadOnlyList<EnduranceRow> Endurance
)
{
    public required IReadOnlyList<MoveSubject> Moves { get; init; }

    public required IReadOnlyList<LeavingDrive> Leaving { get; init; }

    /// <summary>The backup before opening, and what may hold data.</summary>
    public required BackupBefore Backup { get; init; }

    public required IReadOnlyList<Finding> Findings { get; init; }

    public required IReadOnlyList<Distance> Ledge { get; init; }

    /// <summary>Memory that is needed by what runs on it and by what its load showed.</summary>
    public required MemoryNeed Need { get; init; }

    /// <summary>Wished volumes with the arrays they lie on.</summary>
    public required IReadOnlyList<VolumeFigures> Volumes { get; init; }

    public required ShoppingList Shopping { get; init; }

    public required Runbook Runbook { get; init; }

    public required IReadOnlyList<Expectation> Expectations { get; init; }

    /// <summary>Evaluates a plan. Pure: the same question gives the same evaluation.</summary>
    /// <param name="kept">Takes what was worked out before for the same input, and keeps what is worked out now; null to work out
    /// all.</param>
    public static Evaluation Evaluate(Question q, Kept? kept = null)
    {
        kept ??= new Kept();
        var of = new WorkedSheets(q, kept);
        var (moves, moveFindings) = kept.Of("moves", (q.Moving, of.Arrays), static i =>
        {
            var moves = Moving.Moves.Of(i.Moving, i.Arrays);
            return (moves, Moving.Moves.Judge(i.Moving, moves, i.Arrays).ToList());
        });
        var leaving = Wiping.Of(q.Moving);
        var shopping = kept.Of("shopping", q.Steps, ShoppingList.Of);
        var runbook = kept.Of("runbook", (q.Steps, of.Arrays, moves), static i => Runbook.Of(i.Steps, i.Arrays, i.moves));
        var touched = kept.Of("touched", q.Drives, static d => d.TouchesData) || runbook.Steps.Any(s => OutAndBack.IsOne(s.Key));
        var aims = new AimSheets(of.Memory, of.Arrays, of.Lanes, of.Paths)
        {
            Power = of.Power,
            FoundPower = of.FoundPower(kept),
            Shopping = shopping,
            Runbook = runbook,
            Need = MemoryNeed.Of(q.Runs),
            Volumes = VolumeFigures.Of(q.Volumes, q.Aim.Ahead, q.Drives, of.Arrays),
        };
        IEnumerable<Finding> ofPlans =
        [
            .. CacheRules.Judge(q.Boot, of.Caches),
            .. moveFindings,
            .. Wiping.Judge(leaving),
            .. AimDistance.Judge(q.Distances, aims),
            .. ShoppingList.Judge(shopping),
        ];
        return new Evaluation(of.Memory, of.Arrays, of.Lanes, of.Paths, of.Power, of.Boot, of.Caches, of.Endurance)
        {
            Moves = moves,
            Leaving = leaving,
            Backup = kept.Of("backup", (q.Moving, of.Arrays, touched), static i => BackupBefore.Of(i.Moving, i.Arrays, i.touched)),
            Findings = Sort(q, of.WithAsFound(kept).Concat(ofPlans)),
            Ledge = AimDistance.Of(q.Distances, aims),
            Need = aims.Need,
            Volumes = aims.Volumes,
            Shopping = shopping,
            Runbook = runbook,
            Expectations = Expected(q, of, kept),
        };
    }

    /// <summary>What must be seen afterwards, each part kept by what it looks at: a module changes nothing that is expected of
    /// drives.</summary>
    private static IReadOnlyList<Expectation> Expected(Question q, WorkedSheets of, Kept kept) =>
        [
            .. kept.Of("expected of memory", (q.Machine, of.Memory), static i => ExpectedMemory.Of(i.Machine, i.Memory).ToList()),
            .. kept.Of("expected of drives", (q.Storage, of.Arrays), static i =>
                (List<Expectation>)
                    [
                        .. ExpectedDrives.Of(i.Storage, i.Arrays),
                        .. ExpectedModes.Of(i.Storage),
                        .. ExpectedControllers.Of(i.Storage),
                        .. ExpectedVersions.Of(i.Storage),
                    ]
            ),
            .. kept.Of("expected of the start", q.Steps, static s => (List<Expectation>)[.. ExpectedBoot.Of(s), .. ExpectedFrames.Of(s)]),
            .. kept.Of("expected of each drive", q.Drives, static d => ExpectedAlone.Of(d).ToList()),
            .. kept.Of("expected of links", (q.Storage, of.Lanes, of.Paths), static i =>
                ExpectedLinks.Of(i.Storage, i.Lanes, i.Paths).ToList()
            ),
            .. kept.Of("expected of air", (q.Storage, of.Power), static i => ExpectedAir.Of(i.Storage, i.Power).ToList()),
        ];

    /// <summary>Findings of a severity, without those that are left aside.</summary>
    public int Count(Severity severity) => Findings.Count(f => f.Severity == severity && !f.Aside);

    private static List<Finding> Sort(Question q, IEnumerable<Finding> findings) =>
        [
            .. findings
                .Select(f => q.Machine.Sheet.Claims.Count == 0 ? f : f with { Claims = SourcesDiffer.About(f.Rule, q.Machine.Sheet) })
                .OrderByDescending(f => f.Severity)
                .ThenBy(f => f.AsFoundToo)
                .ThenBy(f => f.Rule.Code, StringComparer.Ordinal),
        ];
}
