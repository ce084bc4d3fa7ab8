using System.Globalization;
using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Plans;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Solvers;

/// <summary>
/// Wishes for space, failures and money that contradict each other in the free bays that may be touched. It is arithmetic over the kinds of
/// drive that the policy allows: so many as there is room or money for, at the level that survives the failures. Definition.
/// </summary>
public static class WishClashes
{
    /// <summary>A kind of drive with the room that it finds.</summary>
    /// <param name="Bytes">Of one drive.</param>
    /// <param name="Eur">Price of one; null when not known.</param>
    /// <param name="Most">So many find a bay.</param>
    public readonly record struct Room(long Bytes, decimal? Eur, int Most);

    /// <param name="found">Ideas for the same job, with the room for each kind.</param>
    public static IReadOnlyList<WishClash> Of(JobState state, SpaceIdeas.Found found) =>
        [.. new[] { SpaceAndFailures(state.Aim, found), SpaceAndMoney(state.Aim, found) }.OfType<WishClash>()];

    private static WishClash? SpaceAndFailures(Aim aim, SpaceIdeas.Found found)
    {
        if (found.NeedTB is not { } need || aim.Failures is not (> 0 and var failures) || IsMet(found, "Usable", "Survives"))
            return null;
        if (Most(found.Rooms, failures) is var most && most >= need)
            return null;
        // The most failures that leave room for the space.
        var fewer = Enumerable.Range(0, failures).Reverse().Where(f => Most(found.Rooms, f) >= need).Select(f => (int?)f).FirstOrDefault();
        return fewer is not { } survives
            ? null
            : new(
                WishKind.UsableTB,
                WishKind.Failures,
                $"{Tb(need)} and {Say.Count(failures, "failure", "failures")} to survive do not go together in {Bays(found)}: "
                    + (most > 0 ? $"surviving {failures} leaves {Tb(most)} at most; " : $"no array here survives {failures}; ")
                    + $"{Tb(need)} survive {(survives == 0 ? "none" : $"{survives} at most")}."
                    + Kinds(found),
                [.. Space(aim, most), new(WishKind.Failures, survives)]
            );
    }

    private static WishClash? SpaceAndMoney(Aim aim, SpaceIdeas.Found found)
    {
        if (found.NeedTB is not { } need || aim.MoneyLimitEur is not { } money || IsMet(found, "Usable", "Money"))
            return null;
        var (prices, failures) = (new List<decimal>(), found.Failures);
        foreach (var room in found.Rooms)
        {
            var (count, level) = SpaceIdeas.Arrangement(room.Most, room.Bytes, failures, need * 1e12);
            if (count == 0 || Usable(count, level, room.Bytes) < need)
                continue;
            // What a drive without a price would cost nobody knows: it may be within.
            if (room.Eur is not { } each)
                return null;
            prices.Add(each * count);
        }
        if (prices.Count == 0 || prices.Min() is var least && least <= money)
            return null;
        var most = found
            .Rooms.Where(r => r.Eur > 0)
            .Select(r => Usable(r with { Most = (int)Math.Min(r.Most, money / r.Eur!.Value) }, failures));
        var reached = most.DefaultIfEmpty(0).Max();
        return new(
            WishKind.UsableTB,
            WishKind.MoneyLimitEur,
            $"{Tb(need)} and {Eur(money)} do not go together: drives for {Tb(need)} cost {Eur(prices.Min())} at least; "
                + (reached > 0 ? $"for {Eur(money)} they hold {Tb(reached)} at most." : $"{Eur(money)} buy no array.")
                + Kinds(found),
            [.. Space(aim, reached), new(WishKind.MoneyLimitEur, (double)prices.Min())]
        );
    }

    private static IEnumerable<WishWay> Space(Aim aim, double most) =>
        aim.UsableTB is not null && most > 0 ? [new(WishKind.UsableTB, Math.Floor(most * 10) / 10)] : [];

    /// <summary>True when an idea that the policy allows misses none of them.</summary>
    private static bool IsMet(SpaceIdeas.Found found, params string[] distances) =>
        found.Open.Any(i => !i.Misses.Intersect(distances).Any());

    private static double Most(IReadOnlyList<Room> rooms, int? failures) => rooms.Select(r => Usable(r, failures)).DefaultIfEmpty(0).Max();

    private static double Usable(Room room, int? failures) =>
        SpaceIdeas.Arrangement(room.Most, room.Bytes, failures, null) is (> 0 and var count, var level)
            ? Usable(count, level, room.Bytes)
            : 0;

    private static double Usable(int count, ArrayLevel level, long bytes) =>
        ArrayShape.Of(level, ArrayHost.Kernel, [.. Enumerable.Repeat(bytes, count)]).Shape is { } shape
            ? ArrayCapacity.Of(shape).Usable / 1e12
            : 0;

    // A bay in which nobody looked counts as free here, and is called what it is.
    private static string Bays(SpaceIdeas.Found found) =>
        found.Unseen == 0 ? Say.Count(found.Free, "free bay", "free bays")
        : found.Unseen < found.Free ? $"{found.Free} bays, {found.Unseen} of them not looked into"
        : $"{Say.Count(found.Free, "bay", "bays")}, not looked into";

    // Only so many kinds are worked out: of the others nothing is claimed.
    private static string Kinds(SpaceIdeas.Found found) =>
        found.Kinds > SpaceIdeas.MostKinds ? $" That is of {SpaceIdeas.MostKinds} of {found.Kinds} kinds of drive." : "";

    private static string Tb(double tb) => string.Create(CultureInfo.InvariantCulture, $"{Math.Floor(tb * 10 + 1e-6) / 10:0.#} TB");

    private static string Eur(decimal eur) => Money.Euro(eur).ToString();
}
