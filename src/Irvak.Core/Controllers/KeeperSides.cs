using Irvak.Core.Arrays;
using Irvak.Core.Edits;
using Irvak.Core.Sheets;

namespace Irvak.Core.Controllers;

/// <summary>One keeper for an array at hand.</summary>
/// <param name="Name">The keeper by name: a card, a board's own, or the system.</param>
/// <param name="IsNow">True for the one that is planned.</param>
/// <param name="Why">Why it can't keep this array; null when it can, or when nobody knows that it can't.</param>
/// <param name="Unknown">What is not known of it, in words; null when nothing is missing.</param>
public sealed record KeeperSide(KeeperSchool School, string Name, ArrayHost Host, bool IsNow, string? Why, string? Unknown)
{
    /// <summary>Bytes of data; null without figures.</summary>
    public required long? Usable { get; init; }

    public required int? Surely { get; init; }

    /// <summary>Hours until a failed drive is made up for.</summary>
    public required double? RepairHours { get; init; }

    /// <summary>Chance of losing data within five years; null without figures.</summary>
    public required double? Loss { get; init; }

    /// <summary>What has to be bought or brought for it, in words.</summary>
    public required IReadOnlyList<string> Needs { get; init; }

    /// <summary>What plans it; null for the one that is planned, and for one that can't.</summary>
    public Edit? Take { get; init; }
}

/// <summary>Who can keep an array, side by side: what hangs behind its drives, and the host over plain ports.</summary>
public static class KeeperSides
{
    public static IReadOnlyList<KeeperSide> Of(ControllerInput q, ArrayPlan array)
    {
        var sides = new List<KeeperSide>();
        var behind = array.Members.Select(q.ControllerAt).ToList();
        if (behind.OfType<BayController>().DistinctBy(c => c.Place).ToList() is [var own] && behind.All(c => c is not null))
            sides.Add(Side(q, array, ArrayHost.Controller, School(own), own));
        else if (behind.OfType<BayController>().Any())
            sides.Add(
                Side(q, array, ArrayHost.Controller, KeeperSchools.Card, null) with
                {
                    Name = "a controller",
                    Why = "its drives hang on several: none of them can keep it",
                    Take = null,
                }
            );
        sides.Add(Side(q, array, ArrayHost.Kernel, KeeperSchools.Kernel, null));
        sides.Add(Side(q, array, ArrayHost.Pool, KeeperSchools.Pool, null));
        return sides;
    }

    private static KeeperSchool School(BayController c) =>
        c.Card is null ? KeeperSchools.Board
        : c.IsCarrier ? KeeperSchools.Carrier
        : c.IsPortCard ? KeeperSchools.PortCard
        : KeeperSchools.Card;

    private static KeeperSide Side(ControllerInput q, ArrayPlan array, ArrayHost host, KeeperSchool school, BayController? own)
    {
        var plan = array with { Host = host };
        var figures = ArrayFigures.Of(
            plan with
            {
                Reserve = q.ReserveOf(plan, true),
            },
            q.Planned,
            q.Figures,
            ArraySheet.SharedSpare(q, plan)
        );
        var cannot = figures.Why ?? (own is null ? null : Cannot(own, plan));
        var isNow = array.Host == host;
        return new(
            school,
            own?.Name ?? Keepers.Of(host).Name,
            host,
            isNow,
            cannot,
            own is { Levels: null } ? "which levels it makes" : null
        )
        {
            Usable = figures.Capacity?.Usable,
            Surely = figures.Why is null ? figures.Surely : null,
            RepairHours = figures.Why is null ? figures.RepairHours : null,
            Loss = figures.Loss?.Either,
            Needs = [.. Needs(q, own)],
            Take = isNow || cannot is not null ? null : new MakeArray(plan),
        };
    }

    private static string? Cannot(BayController own, ArrayPlan plan) =>
        own.Levels is { Count: 0 } ? "it keeps no arrays"
        : own.Makes(plan) == false ? $"it does not make level {LevelTable.Digits(plan)}"
        : own.Sheet.MostMembers is { } most && most < plan.Members.Count / plan.Groups ? $"it keeps at most {most} drives in one array"
        : null;

    private static IEnumerable<string> Needs(ControllerInput q, BayController? own)
    {
        if (own is null)
            yield break;
        if (own.Card is null)
            yield return "RAID mode in the set-up";
        if (own.Sheet.DriverAtInstall == true)
            yield return "its driver on the installer’s stick";
        if (own.Card is { Controller.IsGuarded: true } card)
            yield return Cabling.For(q.Shelf, card, AccessoryKind.CacheUnit) is { } unit
                ? $"{unit.Accessory!.Name}{(unit.PriceEur is { } eur ? $", € {eur:0}" : "")}"
                : $"its {own.Sheet.Protection}";
    }
}
