using Irvak.Core.Inputs;
using Irvak.Core.Places;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Arrays;

/// <summary>All arrays of a plan with their figures, and those that were found.</summary>
public sealed record ArraySheet(IReadOnlyList<ArrayFigures> Planned, IReadOnlyList<ArrayFigures> Found)
{
    /// <summary>The array that is offered first for drives that belong to none; null when no drive is free.</summary>
    public ArrayPlan? Fresh { get; init; }

    /// <summary>An array that lost drives, over the free ones that can make up for them; null when none lacks one, or none is
    /// free.</summary>
    public ArrayPlan? Mend { get; init; }

    /// <param name="paces">What the ways to the arrays let through; null to leave them out.</param>
    public static ArraySheet Of(ArrayInput q, IReadOnlyList<ArrayPace>? paces = null, Kept? kept = null)
    {
        kept ??= new Kept();
        var found = q
            .FoundArrays.Select(f =>
                q.NowOf(f.Name) is { Unplaced: > 0 } now
                    ? now.IsLostAway
                        ? Missing(q, f, now)
                        : Unplaced(f, now)
                    : ArrayFigures
                        .Of(f with { Reserve = q.ReserveOf(f, false) }, q.Found, q.Figures, keep: (kept, "found/" + f.Name))
                        .As(q.NowOf(f.Name)) with
                    {
                        Plan = f,
                    }
            )
            .ToList();
        return new([.. q.Arrays.Select(a => FiguresOf(q, a, found, paces?.FirstOrDefault(p => p.Name == a.Name), kept))], found);
    }

    /// <summary>
    /// An array that stays and misses a drive for a while is what it was; whether it lives through that is judged by
    /// <see cref="MemberPulled"/>.
    /// </summary>
    private static ArrayFigures FiguresOf(ArrayInput q, ArrayPlan plan, List<ArrayFigures> found, ArrayPace? pace, Kept kept)
    {
        var was = q.StillAs(plan) is { } still ? found.First(f => f.Plan == still) : null;
        if (was is not null && (was.Now?.Unplaced > 0 || plan.Members.Any(p => q.Planned.At(p)?.Drive is null)))
            return was with { Plan = plan };
        var figures = ArrayFigures.Of(
            plan with
            {
                Reserve = q.ReserveOf(plan, true),
            },
            q.Planned,
            q.Figures,
            SharedSpare(q, plan),
            pace?.RebuildMBs,
            pace?.ScrubHours,
            PlacesLeft(q, plan),
            (kept, "planned/" + plan.Name)
        ) with
        {
            Plan = plan,
        };
        return was is null || IsMended(q, was.Now) ? figures : figures.As(was.Now);
    }

    /// <summary>Bays and M.2 places free in the plan, of the groups that its members sit in.</summary>
    private static int PlacesLeft(ArrayInput q, ArrayPlan plan)
    {
        var groups = q.Sheet.Bays.Select(b => b.Names.Select(Place.Bay).ToList()).Append([.. q.Sheet.M2.Select(m => Place.M2(m.Id))]);
        return groups.Where(g => g.Any(plan.Members.Contains)).SelectMany(g => g).Count(p => q.Planned.At(p) is null);
    }

    /// <summary>True when every member that is out gives way to another drive in the plan.</summary>
    private static bool IsMended(ArrayInput q, ArrayNow? now) =>
        now is null
        || (
            now is { Condition: Observations.RaidCondition.Degraded or Observations.RaidCondition.Rebuilding, Out.Count: > 0 }
            && now.Missing == now.Out.Count
            && now.Out.All(p => q.IsNew(p) && q.Planned.At(p)?.Drive is not null)
        );

    // A keeper takes so much of a member at most. Common practice, no source.
    private const double MostReserved = 0.02;

    /// <summary>What it lost counts like its smallest member, where what the array holds shows that it was no smaller: nobody else knows.
    /// What lies beyond was not used.</summary>
    private static ArrayFigures Missing(ArrayInput q, ArrayPlan plan, ArrayNow now)
    {
        var drives = plan.Members.Select(p => q.Found.At(p)!.Drive!).ToList();
        var whole = plan with { Reserve = q.ReserveOf(plan, false) };
        var figures = ArrayFigures.Of(
            whole,
            [.. drives, .. Enumerable.Repeat(drives.MinBy(d => d.Bytes ?? 0)!, now.Unplaced)],
            false,
            q.Figures
        );
        var shown = figures with { Plan = plan };
        return figures.Capacity is not { } capacity || now.Bytes >= capacity.Usable * (1 - MostReserved)
            ? shown.As(now)
            : new(plan, shown.Words, shown.Code, "how large the drive was that it lost, nobody told: give it its new drive to have figures")
            {
                Now = now,
            };
    }

    /// <summary>Sums over some of the members would be sums of another array.</summary>
    private static ArrayFigures Unplaced(ArrayPlan plan, ArrayNow now) =>
        new(
            plan,
            LevelTable.Words(plan.Level, plan.Groups),
            LevelTable.Code(plan.Level, plan.Groups),
            $"it has {now.Wanted} members, {now.Members.Count} of them in places that "
                + "are known: say in Survey where the others sit, or which drive it lost"
        )
        {
            Now = now,
        };

    /// <summary>A spare of another array of the same keeper stands by for this one too, when it is large enough.</summary>
    public static bool SharedSpare(ArrayInput q, ArrayPlan plan) =>
        q.Arrays.Any(a =>
            a.SparesForAll
            && a.Name != plan.Name
            && a.Host == plan.Host
            && a.AllSpares.Any(s => SpareFit.Why(q.Planned.At(s)?.Drive, SpareFit.Members(plan, q.Planned)) is null)
        );

    /// <summary>Bytes of all arrays that hold data.</summary>
    /// <returns>Null when one of them has no figures.</returns>
    public static long? Usable(IReadOnlyList<ArrayFigures> arrays) =>
        arrays.Any(a => a.Why is not null)
            ? null
            : arrays.Aggregate(0L, (sum, a) =>
                sum > long.MaxValue - (a.Capacity?.Usable ?? 0) ? long.MaxValue : sum + (a.Capacity?.Usable ?? 0)
            );

    /// <summary>Failures that every array surely survives as it stands; null without an array, and when one is not known.</summary>
    public static int? Survives(IReadOnlyList<ArrayFigures> arrays) =>
        arrays.Where(a => !a.Plan.Scratch).ToList() is { Count: > 0 } kept && kept.All(a => a.LeftNow is not null)
            ? kept.Min(a => a.LeftNow)
            : null;

    public static IEnumerable<Finding> Judge(ArrayInput q, ArraySheet sheet)
    {
        foreach (var array in sheet.Planned)
        {
            foreach (var finding in ArrayRules.Judge(q, array))
                yield return finding;
            foreach (var finding in ArrayMixing.Judge(q, array))
                yield return finding;
            foreach (var finding in SpareFit.Judge(q, array.Plan))
                yield return finding;
        }
        foreach (var finding in ArrayRules.JudgeTogether(q))
            yield return finding;
        foreach (var finding in MemberPulled.Judge(q, sheet))
            yield return finding;
    }
}
