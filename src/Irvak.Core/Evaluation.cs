using Irvak.Core.Arrays;
using Irvak.Core.Boot;
using Irvak.Core.Caches;
using Irvak.Core.Controllers;
using Irvak.Core.Drives;
using Irvak.Core.Expectations;
using Irvak.Core.Lanes;
using Irvak.Core.Memory;
using Irvak.Core.Moving;
using Irvak.Core.Paths;
using Irvak.Core.Power;
using Irvak.Core.Processors;
using Irvak.Core.Runbooks;
using Irvak.Core.Verdicts;

namespace Irvak.Core;

/// <summary>Everything that follows from a sheet, a build, an aim, a policy and evidence. The one door to the whole computation.</summary>
public sealed record Evaluation(
    MemorySheet Memory, ArraySheet Arrays, LaneSheet Lanes, PathSheet Paths, PowerSheet Power, BootPlan? Boot, IReadOnlyList<CacheFigures> Caches, IReadOnlyList<EnduranceRow> Endurance, IReadOnlyList<MoveSubject> Moves, IReadOnlyList<LeavingDrive> Leaving, IReadOnlyList<Finding> Findings, IReadOnlyList<Distance> Ledge, ShoppingList Shopping, Runbook Runbook, IReadOnlyList<Expectation> Expectations)
{
    /// <summary>Evaluates a plan. Pure: the same question gives the same evaluation.</summary>
    public static Evaluation Evaluate(Question q)
    {
        var memory = MemorySheet.Of(q);
        var lanes = LaneSheet.Of(q);
        var paths = PathSheet.Of(q, lanes);
        var arrays = ArraySheet.Of(q, paths);
        var power = PowerSheet.Of(q);
        var boot = BootSheet.PlanOf(q);
        List<CacheFigures> caches = [.. q.Caches.Select(c => CacheFigures.Of(q, c))];
        var endurance = Drives.Endurance.Of(q, caches, boot);
        var moves = Moving.Moves.Of(q, arrays);
        var leaving = Wiping.Of(q);
        var shopping = ShoppingList.Of(q);
        IEnumerable<Finding> findings =
        [
            .. Finding.Joined(MemorySheet.Judge(q, memory), q.Changed),
            .. ProcessorFit.Judge(q),
            .. Finding.Joined([.. DriveFit.Judge(q), .. DriveManners.Judge(q), .. ControllerFit.Judge(q), .. BootSheet.Judge(q, boot), .. Drives.Endurance.Judge(endurance)], q.Changed),
            .. Finding.Joined([.. CardFit.Judge(q), .. LaneRules.Judge(q, lanes)], q.Changed),
            .. PathRules.Judge(q, paths),
            .. PowerRules.Judge(q, power),
            .. CacheRules.Judge(q, caches),
            .. ArraySheet.Judge(q, arrays),
            .. Moving.Moves.Judge(q, moves, arrays),
            .. Wiping.Judge(leaving),
            .. AimDistance.Judge(q, memory, arrays, shopping),
            .. ShoppingList.Judge(shopping),
        ];
        return new Evaluation(memory, arrays, lanes, paths, power, boot, caches, endurance, moves, leaving, Sort(q, findings), AimDistance.Of(q, memory, arrays, lanes, paths, shopping), shopping, Runbook.Of(q, arrays, moves), [.. ExpectedMemory.Of(q, memory), .. ExpectedDrives.Of(q, arrays), .. ExpectedLinks.Of(q, lanes, paths), .. ExpectedAir.Of(q, power)]);
    }

    public int Count(Severity severity) => Findings.Count(f => f.Severity == severity);

    private static List<Finding> Sort(Question q, IEnumerable<Finding> findings) =>
        [.. WithAsFound(q, findings.Select(f => q.Sheet.Claims.Count == 0 ? f : f with { Claims = SourcesDiffer.About(f.Rule, q.Sheet) }))
            .OrderByDescending(f => f.Severity).ThenBy(f => f.AsFoundToo).ThenBy(f => f.Rule.Code, StringComparer.Ordinal)];

    /// <summary>Every kind of finding, of the machine as it was found.</summary>
    private static List<Finding> Before(Question q)
    {
        var found = q with { Planned = q.Found, Arrays = q.FoundArrays, Splits = q.FoundSplits, Wiring = NoWiring, Boot = null, Caches = [], Moves = NoMoves };
        var (lanes, power) = (LaneSheet.Of(found), PowerSheet.Of(found));
        var paths = PathSheet.Of(found, lanes);
        var arrays = ArraySheet.Of(found, paths);
        return
        [
            .. Finding.Joined(MemorySheet.Judge(found, MemorySheet.Of(found)), q.Changed), .. ProcessorFit.Judge(found),
            .. Finding.Joined([.. DriveFit.Judge(found), .. DriveManners.Judge(found), .. ControllerFit.Judge(found), .. BootSheet.Judge(found, BootSheet.PlanOf(found)), .. Drives.Endurance.Judge(Drives.Endurance.Of(found, [], BootSheet.PlanOf(found)))], q.Changed),
            .. Finding.Joined([.. CardFit.Judge(found), .. LaneRules.Judge(found, lanes)], q.Changed), .. PathRules.Judge(found, paths), .. PowerRules.Judge(found, power), .. ArraySheet.Judge(found, arrays),
        ];
    }

    private static readonly Dictionary<string, string> NoWiring = [];

    private static readonly Dictionary<string, PlannedMove> NoMoves = [];

    /// <summary>A finding that the plan does not touch is as found when the machine as found had it at these places.</summary>
    private static IEnumerable<Finding> WithAsFound(Question q, IEnumerable<Finding> findings)
    {
        List<Finding>? before = null;
        foreach (var f in findings)
        {
            if (f.Places.Any(q.Changed.Contains)) { yield return f; continue; }
            // One that names no place says something of the whole machine: it was so before when the machine as found says the same.
            before ??= Before(q);
            yield return f with { AsFoundToo = before.Any(b => b.Rule.Code == f.Rule.Code && (f.Places.Count == 0 ? b.Sentence == f.Sentence : f.Places.All(b.Places.Contains))) };
        }
    }
}
