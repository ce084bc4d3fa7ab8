using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Controllers;
using Irvak.Core.Distances;
using Irvak.Core.Drives;
using Irvak.Core.Expectations;
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
    public static Evaluation Evaluate(Question q)
    {
        var of = Sheets.Of(q);
        var moves = Moving.Moves.Of(q.Moving, of.Arrays);
        var leaving = Wiping.Of(q.Moving);
        var shopping = ShoppingList.Of(q.Steps);
        IEnumerable<Finding> findings =
        [
            .. of.Judge(q),
            .. CacheRules.Judge(q.Boot, of.Caches),
            .. Moving.Moves.Judge(q.Moving, moves, of.Arrays),
            .. Wiping.Judge(leaving),
            .. AimDistance.Judge(q.Distances, of.Memory, of.Arrays, shopping),
            .. ShoppingList.Judge(shopping),
        ];
        return new Evaluation(of.Memory, of.Arrays, of.Lanes, of.Paths, of.Power, of.Boot, of.Caches, of.Endurance)
        {
            Moves = moves,
            Leaving = leaving,
            Findings = Sort(q, findings),
            Ledge = AimDistance.Of(q.Distances, of.Memory, of.Arrays, of.Lanes, of.Paths, shopping),
            Shopping = shopping,
            Runbook = Runbook.Of(q.Steps, of.Arrays, moves),
            Expectations =
            [
                .. ExpectedMemory.Of(q.Machine, of.Memory),
                .. ExpectedDrives.Of(q.Storage, of.Arrays),
                .. ExpectedLinks.Of(q.Storage, of.Lanes, of.Paths),
                .. ExpectedAir.Of(q.Storage, of.Power),
            ],
        };
    }

    /// <summary>What follows for a machine, with or without a plan.</summary>
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
        public static Sheets Of(Question q)
        {
            var lanes = LaneSheet.Of(q.Lanes);
            var paths = PathSheet.Of(q.Paths, lanes);
            var input = q.Boot;
            var boot = BootSheet.PlanOf(input);
            List<CacheFigures> caches = [.. input.Caches.Select(c => CacheFigures.Of(input, c))];
            Place[] taken = [.. input.Caches.SelectMany(c => c.Places), .. boot?.Places ?? []];
            var arrays = ArraySheet.Of(q.Storage, paths.Paces()) with { Fresh = FreshArray.Of(q.Storage, taken) };
            return new(
                MemorySheet.Of(q.Memory),
                lanes,
                paths,
                arrays,
                PowerSheet.Of(q.Power),
                boot,
                caches,
                Wear.Endurance.Of(input, caches, boot)
            );
        }

        /// <summary>The findings that a machine can have without any plan.</summary>
        public IEnumerable<Finding> Judge(Question q) =>
            [
                .. Finding.Joined(MemorySheet.Judge(q.Memory, Memory), q.Machine.Changed),
                .. ProcessorFit.Judge(q.Machine),
                .. Finding.Joined(
                    [
                        .. DriveFit.Judge(q.Machine),
                        .. DriveManners.Judge(q.Machine),
                        .. ControllerFit.Judge(q.Storage),
                        .. BootSheet.Judge(q.Boot, Boot),
                        .. Wear.Endurance.Judge(Endurance),
                    ],
                    q.Machine.Changed
                ),
                .. Finding.Joined([.. CardFit.Judge(q.Lanes), .. LaneRules.Judge(q.Lanes, Lanes)], q.Machine.Changed),
                .. PathRules.Judge(q.Paths, Paths),
                .. PowerRules.Judge(q.Power, Power),
                .. ArraySheet.Judge(q.Storage, Arrays),
            ];
    }

    public int Count(Severity severity) => Findings.Count(f => f.Severity == severity);

    private static List<Finding> Sort(Question q, IEnumerable<Finding> findings) =>
        [
            .. WithAsFound(
                    q,
                    findings.Select(f =>
                        q.Machine.Sheet.Claims.Count == 0 ? f : f with { Claims = SourcesDiffer.About(f.Rule, q.Machine.Sheet) }
                    )
                )
                .OrderByDescending(f => f.Severity)
                .ThenBy(f => f.AsFoundToo)
                .ThenBy(f => f.Rule.Code, StringComparer.Ordinal),
        ];

    private static List<Finding> Before(Question found) => [.. Sheets.Of(found).Judge(found)];

    /// <summary>A finding that the plan does not touch is as found when the machine as found had it at these places.</summary>
    private static IEnumerable<Finding> WithAsFound(Question q, IEnumerable<Finding> findings)
    {
        List<Finding>? before = null;
        foreach (var f in findings)
        {
            if (f.Places.Any(q.Machine.Changed.Contains))
            {
                yield return f;
                continue;
            }
            // One that names no place says something of the whole machine: it was so before when the machine as found says the same.
            before ??= Before(q.AsFound());
            yield return f with
            {
                AsFoundToo = before.Any(b =>
                    b.Rule == f.Rule && (f.Places.Count == 0 ? b.Sentence == f.Sentence : f.Places.All(b.Places.Contains))
                ),
            };
        }
    }
}
