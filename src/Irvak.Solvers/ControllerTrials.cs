using Irvak.Core;
using Irvak.Core.Controllers;
using Irvak.Core.Distances;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers;

/// <summary>A figure of the aim with another controller.</summary>
/// <param name="Now">As planned now.</param>
/// <param name="Then">With this controller; its <see cref="Distance.Found"/> and wish are those of the job.</param>
public sealed record ControllerEffect(Distance Now, Distance Then);

/// <summary>What a controller does to the plan.</summary>
/// <param name="Effects">Figures that change; null where it is there already or has no place, so that nothing was tried.</param>
/// <param name="Stops">Stops of the plan with it; of one that is there, of the plan as it is.</param>
/// <param name="Short">Wishes that are missed, or of which it is not known, with what is short of them as shares of the wish.</param>
public sealed record TriedController(ControllerRow Row, IReadOnlyList<ControllerEffect>? Effects, int Stops, double Short);

/// <summary>Each controller of the comparison is planned on trial and worked out: what hurts the aim least comes first.</summary>
public static class ControllerTrials
{
    /// <summary>Controllers that are shown, and of those the first that are tried: a shelf may hold hundreds.</summary>
    public const int MostShown = 40,
        MostTried = 16;

    /// <param name="before">The job as it stands.</param>
    /// <param name="trials">On which each is tried; their order and number are those of <paramref name="rows"/>.</param>
    public static IReadOnlyList<TriedController> Of(IReadOnlyList<ControllerRow> rows, Evaluation before, Trials trials)
    {
        var tried = rows.Take(MostShown).Select((r, i) => Try(r, i, before, trials)).ToList();
        return
        [
            .. tried
                .OrderByDescending(t => t.Row.IsNow)
                .ThenBy(t => t.Row.At is null)
                .ThenBy(t => t.Row.Runs < t.Row.Of)
                // One that was not tried any more comes after those that were.
                .ThenBy(t => t is { Effects: null, Row.Take: not null })
                .ThenBy(t => t.Stops)
                .ThenBy(t => t.Short),
        ];
    }

    private static TriedController Try(ControllerRow row, int index, Evaluation before, Trials trials)
    {
        if (row.Take is null || index >= MostTried || trials.With(row.Take) is not var (_, after))
            return new(row, null, before.Count(Severity.Stop), Missed(before.Ledge));
        var effects =
            from then in after.Ledge
            let now = before.Ledge.FirstOrDefault(d => d.Name == then.Name)
            where now is not null && (now.Planned, now.AtLeast, now.AtMost) != (then.Planned, then.AtLeast, then.AtMost)
            select new ControllerEffect(now, then);
        return new(row, [.. effects], after.Count(Severity.Stop), Missed(after.Ledge));
    }

    /// <summary>Of what is known only as a least or a most that counts; a wish of which nothing is known is missed whole.</summary>
    private static double Missed(IReadOnlyList<Distance> ledge) =>
        ledge
            .Where(d => d.Wish is > 0)
            .Sum(d =>
                (d.Planned ?? d.AtLeast ?? d.AtMost) is not { } known ? 1
                : d.IsLimit ? Math.Max(0, known - d.Wish!.Value) / d.Wish!.Value
                : Math.Max(0, d.Wish!.Value - known) / d.Wish!.Value
            );
}
