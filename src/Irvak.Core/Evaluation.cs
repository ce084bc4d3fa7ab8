using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Controllers;
using Irvak.Core.Distances;
using Irvak.Core.Drives;
using Irvak.Core.Expectations;
using Irvak.Core.Inputs;
using Irvak.Core.Lanes;
using Irvak.Core.Memory;
using Irvak.Core.Moving;
using Irvak.Core.Paths;
using Irvak.Core.Places;
using Irvak.Core.Power;
using Irvak.Core.Processors;
using Irvak.Core.Shopping;
using Irvak.Core.Steps;
using Irvak.Core.Verdicts;
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

    public required IReadOnlyList<Finding> Findings { get; init; }

    public required IReadOnlyList<Distance> Ledge { get; init; }

    public required ShoppingList Shopping { get; init; }

    public required Runbook Runbook { get; init; }

    public required IReadOnlyList<Expectation> Expectations { get; init; }

    /// <summary>Evaluates a plan. Pure: the same question gives the same evaluation.</summary>
    /// <param name="kept">Takes what was worked out before for the same input, and keeps what is worked out now; null to work out
    /// all.</param>
    public static Evaluation Evaluate(Question q, Kept? kept = null)
    {
        kept ??= new Kept();
        var of = Sheets.Of(q, kept);
        var (moves, moveFindings) = kept.Of("moves", (q.Moving, of.Arrays), static i =>
        {
            var moves = Moving.Moves.Of(i.Moving, i.Arrays);
            return (moves, Moving.Moves.Judge(i.Moving, moves, i.Arrays).ToList());
        });
        var leaving = Wiping.Of(q.Moving);
        var shopping = kept.Of("shopping", q.Steps, ShoppingList.Of);
        IEnumerable<Finding> findings =
        [
            .. of.Findings,
            .. CacheRules.Judge(q.Boot, of.Caches),
            .. moveFindings,
            .. Wiping.Judge(leaving),
            .. AimDistance.Judge(q.Distances, of.Memory, of.Arrays, shopping),
            .. ShoppingList.Judge(shopping),
        ];
        return new Evaluation(of.Memory, of.Arrays, of.Lanes, of.Paths, of.Power, of.Boot, of.Caches, of.Endurance)
        {
            Moves = moves,
            Leaving = leaving,
            Findings = Sort(q, findings, kept),
            Ledge = AimDistance.Of(q.Distances, of.Memory, of.Arrays, of.Lanes, of.Paths, shopping),
            Shopping = shopping,
            Runbook = kept.Of("runbook", (q.Steps, of.Arrays, moves), static i => Runbook.Of(i.Steps, i.Arrays, i.moves)),
            Expectations = kept.Of("expectations", (q.Machine, q.Storage, of.Memory, of.Arrays, of.Lanes, of.Paths, of.Power), static i =>
                (IReadOnlyList<Expectation>)
                    [
                        .. ExpectedMemory.Of(i.Machine, i.Memory),
                        .. ExpectedDrives.Of(i.Storage, i.Arrays),
                        .. ExpectedLinks.Of(i.Storage, i.Lanes, i.Paths),
                        .. ExpectedAir.Of(i.Storage, i.Power),
                    ]
            ),
        };
    }

    /// <summary>What follows for a machine, with or without a plan, and the findings that it can have without any.</summary>
    private sealed record Sheets(
        MemorySheet Memory,
        LaneSheet Lanes,
        PathSheet Paths,
        ArraySheet Arrays,
        PowerSheet Power,
        BootPlan? Boot,
        IReadOnlyList<CacheFigures> Caches,
        IReadOnlyList<EnduranceRow> Endurance
    )
    {
        public required IReadOnlyList<Finding> Findings { get; init; }

        public static Sheets Of(Question q, Kept kept)
        {
            var (memory, ofMemory) = kept.Of("memory", q.Memory, static i =>
            {
                var sheet = MemorySheet.Of(i);
                return (sheet, Finding.Joined(MemorySheet.Judge(i, sheet), i.Changed).ToList());
            });
            var (lanes, ofLanes) = kept.Of("lanes", q.Lanes, static i =>
            {
                var sheet = LaneSheet.Of(i);
                return (sheet, Finding.Joined([.. CardFit.Judge(i), .. LaneRules.Judge(i, sheet)], i.Changed).ToList());
            });
            // Memory only tells how large a test must be: a module that changes leaves the paths as they are.
            var (traced, ofPaths) = kept.Of("paths", (Paths: q.Paths with { MemoryMiB = null }, lanes), static (i, within) =>
            {
                var sheet = PathSheet.Of(i.Paths, i.lanes, within);
                return (sheet, PathRules.Judge(i.Paths, sheet).ToList());
            });
            var paths = traced.Tested(q.Paths);
            var boot = q.Boot;
            var plan = kept.Of("boot", boot, BootSheet.PlanOf);
            List<CacheFigures> caches = [.. boot.Caches.Select(c => CacheFigures.Of(boot, c, kept))];
            var (endurance, ofDrives) = kept.Of("drives", (boot, caches, plan), static i => Drives(i.boot, i.caches, i.plan));
            Place[] taken = [.. boot.Caches.SelectMany(c => c.Places), .. plan?.Places ?? []];
            var (arrays, ofArrays) = kept.Of("arrays", (Storage: q.Drives, Paces: paths.Paces(), taken), static (i, within) =>
            {
                var sheet = ArraySheet.Of(i.Storage, i.Paces, within) with { Fresh = FreshArray.Of(i.Storage, i.taken) };
                return (sheet, ArraySheet.Judge(i.Storage, sheet).ToList());
            });
            var (power, ofPower) = kept.Of("power", q.Power, static i =>
            {
                var sheet = PowerSheet.Of(i);
                return (sheet, PowerRules.Judge(i, sheet).ToList());
            });
            return new(memory, lanes, paths, arrays, power, plan, caches, endurance)
            {
                Findings = [.. ofMemory, .. ProcessorFit.Judge(q.Machine), .. ofDrives, .. ofLanes, .. ofPaths, .. ofPower, .. ofArrays],
            };
        }

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

    public int Count(Severity severity) => Findings.Count(f => f.Severity == severity);

    private static List<Finding> Sort(Question q, IEnumerable<Finding> findings, Kept kept) =>
        [
            .. WithAsFound(
                    q,
                    findings.Select(f =>
                        q.Machine.Sheet.Claims.Count == 0 ? f : f with { Claims = SourcesDiffer.About(f.Rule, q.Machine.Sheet) }
                    ),
                    kept
                )
                .OrderByDescending(f => f.Severity)
                .ThenBy(f => f.AsFoundToo)
                .ThenBy(f => f.Rule.Code, StringComparer.Ordinal),
        ];

    /// <summary>A finding that the plan does not touch is as found when the machine as found had it at these places.</summary>
    private static IEnumerable<Finding> WithAsFound(Question q, IEnumerable<Finding> findings, Kept kept)
    {
        IReadOnlyList<Finding>? before = null;
        foreach (var f in findings)
        {
            if (f.Places.Any(q.Machine.Changed.Contains))
            {
                yield return f;
                continue;
            }
            // One that names no place says something of the whole machine: it was so before when the machine as found says the same.
            before ??= kept.Of("found", q.AsFound(), static (found, within) => Sheets.Of(found, within).Findings);
            yield return f with
            {
                AsFoundToo = before.Any(b =>
                    b.Rule == f.Rule && (f.Places.Count == 0 ? b.Sentence == f.Sentence : f.Places.All(b.Places.Contains))
                ),
            };
        }
    }
}
