using Irvak.Core.Arrays;
using Irvak.Core.Controllers;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Boot;

/// <summary>A school of what a system starts from.</summary>
/// <param name="Here">Whether this machine and system can, in words.</param>
/// <param name="Can">False when they can't; null when it is not known.</param>
/// <param name="IsPlanned">True for the one that the plan follows.</param>
public sealed record BootSchool(string Key, string Name, string Gets, string Pays, string Here, bool? Can, bool IsPlanned);

/// <summary>Schools of boot drives, side by side. Common practice, no source.</summary>
public static class BootSchools
{
    // Up to so many places for drives a machine is small: its system mostly shares them. Common practice, no source.
    private const int Small = 4;

    public static IReadOnlyList<BootSchool> Of(BootInput q, BootPlan? plan)
    {
        var now = plan is null ? null : KeyOf(q, plan);
        BootSchool School(string key, string name, string gets, string pays, (bool? Can, string Words) here) =>
            new(key, name, gets, pays, here.Words, here.Can, key == now);
        return
        [
            School(
                "single",
                "One small drive, an image of it kept",
                "a bay and money saved",
                "a day out, and the restore",
                (true, "always")
            ),
            School(
                "system",
                "Mirrored by the system itself",
                "no controller; alarms in the system; it moves to another machine",
                "both boot partitions must be there, and the installer must do it",
                System(plan)
            ),
            School(
                "controller",
                "Mirrored by a controller or a carrier",
                "any system; it sees one drive",
                "its chip is single; alarms by its own program",
                Controller(q)
            ),
            School("board", "Mirrored by the board’s RAID", "costs nothing", "a driver; TRIM by version; tied to the board", Board(q)),
            School("sticks", "A pair of sticks or cards", "no bay", "they fail unseen; logs must lie elsewhere", Sticks(q, plan)),
            School(
                "shared",
                "On the data drives",
                "bays",
                "the same fate as the data; what both write adds up",
                plan?.System is { } kind && Installers.Of(kind).TakesAll
                    ? (false, $"{Installers.Of(kind).Name} leaves nothing of them to others")
                    : (true, Size(q))
            ),
        ];
    }

    /// <summary>The school that a plan follows; null for a stripe, which none of them is.</summary>
    private static string? KeyOf(BootInput q, BootPlan plan)
    {
        var drives = plan.Places.Select(p => q.Planned.At(p)?.Drive).OfType<DriveSheet>().ToList();
        if (plan.AsOneOf(q.Arrays) is { } array)
            return array.Level is ArrayLevel.Stripe or ArrayLevel.Span ? null
                : q.ControllerAt(array.Members[0]) is { Card: null } ? "board"
                : "controller";
        return plan.Places.Count > 1
            ? drives.Count > 0 && drives.All(PortMedia.IsFrail)
                ? "sticks"
                : "system"
            : plan.SharedGB > 0 || q.Arrays.Any(a => plan.Places.Any(a.Members.Contains))
                ? "shared"
                : "single";
    }

    private static string Size(BootInput q)
    {
        var places = q.Sheet.Bays.Sum(b => b.Names.Count) + q.Sheet.M2.Count;
        return places <= Small
            ? $"usual in a machine with {Say.Count(places, "place", "places")} for drives"
            : $"with {places} places for drives the system mostly gets drives of its own";
    }

    private static (bool?, string) System(BootPlan? plan) =>
        plan?.System is not { } kind
            ? (null, "what is installed is not said")
            : (Installers.Of(kind).Mirror == OwnMirror.No ? false : true, $"{Installers.Of(kind).Name}: {Installers.Of(kind).How}");

    private static (bool?, string) Controller(BootInput q)
    {
        List<BayController> cards = [.. BayController.Carriers(q.Planned), .. BayController.Cards(q.Planned)];
        if (cards.Count == 0)
            return (false, "no controller is in the plan");
        var mirrors = cards.Where(c => c.Levels?.Contains("1") == true && c.Sheet.Boots != false).ToList();
        var able = mirrors.Where(c => c.Sheet.Boots == true).ToList();
        return able.Count > 0 ? (true, Say.Words([.. able.Select(c => c.Name)]))
            : mirrors.Count > 0 ? (null, $"whether {mirrors[0].Name} starts a system is not known")
            : cards.FirstOrDefault(c => c.Levels is null) is { } open ? (null, $"which levels {open.Name} makes is not known")
            : (false, $"{cards[0].Name} makes no mirror that starts a system");
    }

    private static (bool?, string) Board(BootInput q)
    {
        var boards = BayController.Boards(q.Sheet).ToList();
        if (boards.Count == 0)
            return (false, "the sheet has no controller on the board");
        if (boards.FirstOrDefault(b => b.Raid is { Levels: { } levels, Boots: true } && levels.Contains("1")) is { } able)
            return (true, BayController.NameOf(able));
        if (boards.All(b => b.Raid is { Levels: { } levels } && (!levels.Contains("1") || b.Raid.Boots == false)))
            return (false, $"{BayController.NameOf(boards[0])} starts no system from a mirror");
        return (null, "what its firmware keeps, or whether it starts from that, is not known");
    }

    private static (bool?, string) Sticks(BootInput q, BootPlan? plan)
    {
        var ports = q.Sheet.Bays.Where(b => b.Form == PortMedia.Usb || PortMedia.IsCard(b.Form)).SelectMany(b => b.Names).ToList();
        if (plan?.System is { } kind && Installers.Of(kind).Logs)
            return (false, $"{Installers.Of(kind).Name} writes its log there every day");
        return ports.Count switch
        {
            0 => (null, "the sheet tells of no inner port for them"),
            1 => (false, $"one port: {ports[0]}"),
            _ => (plan?.System is null ? null : true, $"{ports.Count} ports: {Say.Words(ports)}"),
        };
    }
}
