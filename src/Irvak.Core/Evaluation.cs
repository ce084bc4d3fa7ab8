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
using Irvak.Core.Power;
using Irvak.Core.Processors;
using Irvak.Core.Shopping;
using Irvak.Core.Steps;
using Irvak.Core.Verdicts;
using Irvak.Core.Wear;

namespace Irvak.Core;

/// <summary>Everything that follows from a sheet, a build, an aim, a policy and evidence. The one door to the whole computation.</summary>
public sealed record Evaluation(
    MemorySheet Memory, ArraySheet Arrays, LaneSheet Lanes, PathSheet Paths, PowerSheet Power, BootPlan? Boot, IReadOnlyList<CacheFigures> Caches, IReadOnlyList<EnduranceRow> Endurance, IReadOnlyList<MoveSubject> Moves, IReadOnlyList<LeavingDrive> Leaving, IReadOnlyList<Finding> Findings, IReadOnlyList<Distance> Ledge, ShoppingList Shopping, Runbook Runbook, IReadOnlyList<Expectation> Expectations)
{
    /// <summary>Evaluates a plan. Pure: the same question gives the same evaluation.</summary>
    public static Evaluation Evaluate(Question q)
    {
        var memory = MemorySheet.Of(q.Memory);
        var lanes = LaneSheet.Of(q.Lanes);
        var paths = PathSheet.Of(q.Paths, lanes);
        var arrays = ArraySheet.Of(q.Controllers, paths.Paces());
        var power = PowerSheet.Of(q.Power);
        var boot = BootSheet.PlanOf(q.Boot);
        List<CacheFigures> caches = [.. q.Boot.Caches.Select(c => CacheFigures.Of(q.Boot, c))];
        var endurance = Wear.Endurance.Of(q.Boot, caches, boot);
        var moves = Moving.Moves.Of(q.Moving, arrays);
        var leaving = Wiping.Of(q.Moving);
        var shopping = ShoppingList.Of(q.Steps);
        IEnumerable<Finding> findings =
        [
            .. OfTheMachine(q, q.Machine.Changed, memory, lanes, paths, arrays, power, boot, endurance),
            .. CacheRules.Judge(q.Boot, caches),
            .. Moving.Moves.Judge(q.Moving, moves, arrays),
            .. Wiping.Judge(leaving),
            .. AimDistance.Judge(q.Distances, memory, arrays, shopping),
            .. ShoppingList.Judge(shopping),
        ];
        return new Evaluation(memory, arrays, lanes, paths, power, boot, caches, endurance, moves, leaving, Sort(q, findings),
            AimDistance.Of(q.Distances, memory, arrays, lanes, paths, shopping), shopping, Runbook.Of(q.Steps, arrays, moves),
            [.. ExpectedMemory.Of(q.Machine, memory), .. ExpectedDrives.Of(q.Controllers, arrays), .. ExpectedLinks.Of(q.Controllers, lanes, paths), .. ExpectedAir.Of(q.Controllers, power)]);
    }

    /// <summary>The findings that a machine can have without any plan.</summary>
    private static IEnumerable<Finding> OfTheMachine(
        Question q, IReadOnlySet<string> changed, MemorySheet memory, LaneSheet lanes, PathSheet paths, ArraySheet arrays, PowerSheet power, BootPlan? boot, IReadOnlyList<EnduranceRow> endurance) =>
    [
        .. Finding.Joined(MemorySheet.Judge(q.Memory, memory), changed),
        .. ProcessorFit.Judge(q.Machine),
        .. Finding.Joined([.. DriveFit.Judge(q.Machine), .. DriveManners.Judge(q.Machine), .. ControllerFit.Judge(q.Controllers), .. BootSheet.Judge(q.Boot, boot), .. Wear.Endurance.Judge(endurance)], changed),
        .. Finding.Joined([.. CardFit.Judge(q.Lanes), .. LaneRules.Judge(q.Lanes, lanes)], changed),
        .. PathRules.Judge(q.Paths, paths),
        .. PowerRules.Judge(q.Power, power),
        .. ArraySheet.Judge(q.Controllers, arrays),
    ];

    public int Count(Severity severity) => Findings.Count(f => f.Severity == severity);

    private static List<Finding> Sort(Question q, IEnumerable<Finding> findings) =>
        [.. WithAsFound(q, findings.Select(f => q.Machine.Sheet.Claims.Count == 0 ? f : f with { Claims = SourcesDiffer.About(f.Rule, q.Machine.Sheet) }))
            .OrderByDescending(f => f.Severity).ThenBy(f => f.AsFoundToo).ThenBy(f => f.Rule.Code, StringComparer.Ordinal)];

    /// <summary>Every kind of finding, of the machine as it was found.</summary>
    private static List<Finding> Before(Question q)
    {
        var found = q.AsFound();
        var (lanes, power, boot) = (LaneSheet.Of(found.Lanes), PowerSheet.Of(found.Power), BootSheet.PlanOf(found.Boot));
        var paths = PathSheet.Of(found.Paths, lanes);
        var arrays = ArraySheet.Of(found.Controllers, paths.Paces());
        return [.. OfTheMachine(found, q.Machine.Changed, MemorySheet.Of(found.Memory), lanes, paths, arrays, power, boot, Wear.Endurance.Of(found.Boot, [], boot))];
    }

    /// <summary>A finding that the plan does not touch is as found when the machine as found had it at these places.</summary>
    private static IEnumerable<Finding> WithAsFound(Question q, IEnumerable<Finding> findings)
    {
        List<Finding>? before = null;
        foreach (var f in findings)
        {
            if (f.Places.Any(q.Machine.Changed.Contains)) { yield return f; continue; }
            // One that names no place says something of the whole machine: it was so before when the machine as found says the same.
            before ??= Before(q);
            yield return f with { AsFoundToo = before.Any(b => b.Rule == f.Rule && (f.Places.Count == 0 ? b.Sentence == f.Sentence : f.Places.All(b.Places.Contains))) };
        }
    }
}
