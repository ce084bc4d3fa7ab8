using Irvak.Core.Arrays;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Controllers;

/// <summary>What controllers of a plan can't do, or need.</summary>
public static partial class ControllerFit
{
    public static readonly Rule Protocol = new(
        "CTL-PROTOCOL",
        Family.Controller,
        Severity.Stop,
        "{drive} in {place} speaks {its}; {controller} behind it speaks {theirs}.",
        "What runs is what bay, cable and controller have in common, never the bay alone.",
        "controller's sheet",
        Basis.Sheet
    );

    public static readonly Rule NoRate = new(
        "CTL-LINK-NONE",
        Family.Controller,
        Severity.Stop,
        "{drive} in {place} finds no rate in common with {controller}, which speaks {theirs} Gb/s.",
        "Newer controllers have dropped the oldest rates.",
        "controller's sheet; SATA, SAS",
        Basis.Sheet
    );

    public static readonly Rule Slower = new(
        "CTL-LINK",
        Family.Controller,
        Severity.Note,
        "{controller} runs {drive} in {place} at {rate} of {most} Gb/s: {lost}.",
        "A link comes up at the highest rate that drive, backplane and controller know.",
        "controller's sheet; SATA, SAS",
        Basis.Sheet
    );

    public static readonly Rule Addresses = new(
        "CTL-2TIB",
        Family.Controller,
        Severity.Stop,
        "{controller} counts sectors in 32 bits: of {drive} in {place} it sees {limit} at most.",
        "2³² sectors of 512 bytes are 2 199 023 255 552 bytes; beyond them some controllers wrap around and overwrite.",
        "controller's sheet; arithmetic",
        Basis.Sheet
    );

    public static readonly Rule TooMany = new(
        "CTL-COUNT",
        Family.Controller,
        Severity.Stop,
        "{controller} addresses {most} drives; {count} hang on it.",
        "Further drives don't appear.",
        "controller's sheet",
        Basis.Sheet
    );

    public static readonly Rule Ports = new(
        "CTL-PORTS",
        Family.Controller,
        Severity.Stop,
        "{controller} has {ports} ports for drives; the drives cabled to it want {wanted}.",
        "Without an expander every bay takes a port of its own.",
        "controller's and machine's sheet",
        Basis.Sheet
    );

    public static readonly Rule Unknown = new(
        "CTL-WHICH",
        Family.Controller,
        Severity.Note,
        "Which controller serves the {group} bays is not said: {cards} could.",
        "What drives run there, and how fast, depends on it.",
        "machine sheet",
        Basis.Sheet
    );

    public static readonly Rule Guard = new(
        "CTL-UNIT",
        Family.Controller,
        Severity.Care,
        "{controller} caches writes only behind its {unit}: {have}.",
        "Without a charged unit the cache writes through, and small writes wait for the drives.",
        "controller's sheet",
        Basis.Sheet
    );

    public static readonly Rule KeyAsked = new(
        "CTL-KEY-ASK",
        Family.Controller,
        Severity.Care,
        "Level {level} of {array} needs the key for it in {controller}: whether it is there is not known.",
        "A feature that is sold apart is refused by the controller's set-up until its key is on the card.",
        "controller's sheet",
        Basis.Sheet
    );

    public static readonly Rule Driver = new(
        "CTL-DRIVER",
        Family.Controller,
        Severity.Note,
        "An installer does not see drives behind {controller} without its driver: have it on a stick.",
        "Many installers lack drivers of RAID controllers.",
        "controller's sheet",
        Basis.Sheet
    );

    public static readonly Rule Pair = new(
        "CTL-PAIR",
        Family.Controller,
        Severity.Note,
        "{controller} wants firmware and driver of one pair: {pairs}; {now}.",
        "A new driver over old firmware, or the reverse, is a usual cause of drives that drop out.",
        "controller's sheet",
        Basis.Sheet
    );

    public static readonly Rule Members = new(
        "CTL-MEMBERS",
        Family.Controller,
        Severity.Stop,
        "{controller} keeps at most {most} drives in one array; {array} has {count}.",
        "Its firmware counts no further. Several arrays, or groups side by side, may do.",
        "controller's sheet",
        Basis.Sheet
    );

    public static readonly Rule Mode = new(
        "CTL-MODE",
        Family.Controller,
        Severity.Care,
        "{array} needs the RAID mode of {board}, and {now}: an installed "
            + "system will not start in another mode without its driver prepared.",
        "A system looks for its disk with the driver of the mode it was installed in.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Across = new(
        "CTL-ACROSS",
        Family.Controller,
        Severity.Stop,
        "{array} lies over {keepers}: none of them can keep it. Let the host keep it, or put all its drives behind one.",
        "A controller keeps arrays of the drives behind itself; it does not see those of another.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule None = new(
        "CTL-NONE",
        Family.Controller,
        Severity.Stop,
        "{array} is to be kept by a controller, and no controller is behind {places}.",
        "What keeps an array must be there.",
        "definition",
        Basis.Standard
    );

    public static readonly Rule Foreign = new(
        "CTL-FOREIGN",
        Family.Controller,
        Severity.Care,
        "{array} was made by {old} and meets {new}: import it as foreign, all {count} members in, {family}; never create it anew.",
        "Controllers read each other's arrays within a family, from older firmware to the same or newer.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Unguarded = new(
        "DRV-POWER",
        Family.Drive,
        Severity.Care,
        "{drive} in {place} loses what is in flight when the power goes; {controller} writes back and takes its word for it.",
        "The controller's guarded cache is of no use when the drive itself says “written” too early.",
        "drive's sheet",
        Basis.Sheet
    );

    internal static IEnumerable<Finding> Judge(ControllerInput q)
    {
        foreach (var finding in OfArrays(q).Concat(OfModes(q)))
            yield return finding;
        // What was found and is left alone is not judged anew.
        if (!q.TouchesStorage)
            yield break;
        var behind = new Dictionary<Place, (BayController Controller, int Drives, int Ports)>();
        foreach (var bays in q.Bays)
        {
            if (q.ControllerOf(bays) is not { } controller)
            {
                if (WhichOf(q, bays) is { } open)
                    yield return open;
                continue;
            }
            foreach (var finding in OfBays(q, bays, controller))
                yield return finding;
            var count = bays.Names.Count(n => q.Planned.At(Place.Bay(n))?.Drive is not null);
            var (_, drives, ports) = behind.GetValueOrDefault(controller.Place);
            behind[controller.Place] = (controller, drives + count, ports + PortsFor(q, bays, count));
        }
        foreach (var (place, (controller, drives, ports)) in behind)
        foreach (var finding in OfRoom(place, controller, drives, ports))
            yield return finding;
        foreach (var (place, unit) in q.Planned.Units)
            if (q.IsNew(place) && unit.Card is { Controller: { } sheet } card)
                foreach (var finding in OfCard(q, place, card, sheet))
                    yield return finding;
    }

    /// <summary>Several cards and nothing that tells which of them the bays hang on.</summary>
    private static Finding? WhichOf(ControllerInput q, BayGroup bays) =>
        bays.Root is null
        && BayController.All(q.Sheet, q.Planned).Where(c => c.Card is not null).ToList() is { Count: > 1 } cards
        && bays.Names.Any(n => q.Planned.At(Place.Bay(n)) is not null)
            ? Finding.Of(
                Unknown,
                [.. bays.Names.Select(Place.Bay)],
                null,
                ("group", bays.Group),
                ("cards", Say.Words([.. cards.Select(c => c.Name)]))
            )
            : null;

    private static IEnumerable<Finding> OfBays(ControllerInput q, BayGroup bays, BayController controller)
    {
        var other = q.FoundControllerOf(bays) is not { } was || was.Place != controller.Place || was.Name != controller.Name;
        foreach (var place in bays.Names.Select(Place.Bay))
        {
            if (q.Planned.At(place)?.Drive is not { } drive)
                continue;
            if ((other || q.IsNew(place)) && OfDrive(q, bays, place, drive, controller) is { } finding)
                yield return finding;
            if (q.IsNew(place) && drive is { Media: DriveMedia.Flash, PowerLossProtection: false } && controller.Sheet.IsGuarded)
                yield return Finding.Of(
                    Unguarded,
                    [place],
                    null,
                    ("place", Stated.At(place)),
                    ("drive", q.Planned.At(place)!.Short),
                    ("controller", controller.Name)
                );
        }
    }

    /// <summary>More drives than a controller takes, more ports than it has.</summary>
    private static IEnumerable<Finding> OfRoom(Place place, BayController controller, int drives, int ports)
    {
        if (controller.Sheet.MostDrives is { } takes && takes < drives)
            yield return Finding.Of(
                TooMany,
                [place],
                Worked.Against(TooMany.Source, ("drives on it", $"{drives}"), ">", ("drives it takes", $"{takes}")),
                ("controller", controller.Name),
                ("most", takes),
                ("count", drives)
            );
        if (controller.Sheet.InnerPorts is { } has && has < ports)
            yield return Finding.Of(
                Ports,
                [place],
                Worked.Against(Ports.Source, ("ports asked for", $"{ports}"), ">", ("ports inside", $"{has}")),
                ("controller", controller.Name),
                ("ports", has),
                ("wanted", ports)
            );
    }

    /// <summary>Ports that a group of bays takes of its controller: one for each drive, one behind a port multiplier, a cable of four
    /// behind an expander.</summary>
    internal static int PortsFor(ControllerInput q, BayGroup bays, int drives) =>
        drives == 0 ? 0
        : q.Sheet.Boards.FirstOrDefault(b => b.Id == bays.Root)?.What is BoardKind.Multiplier ? 1
        : bays.Expander == true || q.Sheet.Boards.FirstOrDefault(b => b.Id == bays.Root)?.What is BoardKind.Expander ? 4
        : drives;

    private static Finding? OfDrive(ControllerInput q, BayGroup bays, Place place, DriveSheet drive, BayController controller)
    {
        Place[] places = [place];
        var (name, at, its) = (("drive", q.Planned.At(place)!.Short), ("place", Stated.At(place)), ("controller", controller.Name));
        if (drive.Protocol is { } protocol && controller.Sheet.Protocols.Count > 0 && !Speaks(controller.Sheet, protocol))
            return Finding.Of(
                Protocol,
                places,
                null,
                name,
                at,
                its,
                ("its", Name(protocol)),
                ("theirs", Say.Words([.. controller.Sheet.Protocols.Select(Name)]))
            );
        if (!controller.Reaches(drive))
            return Finding.Of(
                Addresses,
                places,
                Worked.Against(
                    Addresses.Source,
                    ("size", drive.Bytes is { } b ? DiskSpace.TB(b) : "not known"),
                    ">",
                    ("limit", DiskSpace.TB(NominalSize.Limit32(drive.SectorBytes ?? 512)))
                ),
                name,
                at,
                its,
                ("limit", new DiskSpace(NominalSize.Limit32(drive.SectorBytes ?? 512)))
            );
        var rates = BayWiring.Rates(drive);
        var without = BayController.Link(rates, bays.LinkGbs, null);
        var with = BayController.Link(rates, bays.LinkGbs, controller.Sheet.LinkGbs);
        if (without is not > 0 || with == without)
            return null;
        if (with == 0)
            return Finding.Of(NoRate, places, null, name, at, its, ("theirs", Say.Words([.. controller.Sheet.LinkGbs.Select(Gbs)])));
        var reads = DriveDefaults.Reads(drive);
        var lost = Math.Max(0, 1 - (BayWiring.Carried(with!.Value) / reads.Value));
        return Finding.Of(
            Slower,
            places,
            Worked.Sum(
                reads.Source,
                new WorkedLine("lost", $"{100 * lost:0} %", true),
                new("drive reads", $"{reads.Value}"),
                new("link carries", $"{BayWiring.Carried(with.Value)}")
            ),
            name,
            at,
            its,
            ("rate", Gbs(with.Value)),
            ("most", Gbs(rates[0])),
            ("lost", lost < 0.005 ? "0 % lost, it is slower than that by itself" : $"{100 * lost:0} % of its reading lost")
        );
    }

    /// <summary>SAS controllers run SATA drives too.</summary>
    internal static bool Speaks(ControllerSheet sheet, DriveProtocol protocol) =>
        sheet.Protocols.Count == 0
        || sheet.Protocols.Contains(protocol)
        || (protocol == DriveProtocol.Sata && sheet.Protocols.Contains(DriveProtocol.Sas));

    /// <summary>What the members of an array hang on, each once: controllers by name, and the lanes of M.2 places, which no controller
    /// sees.</summary>
    private static List<string> Keepers(ControllerInput q, ArrayPlan array)
    {
        var keepers = new List<string>();
        foreach (var member in array.Members)
        {
            var name =
                q.ControllerAt(member) is { } own ? $"{own.Name}{(own.Card is null ? "" : $" in {own.Place.Name}")}"
                : member.Kind == PlaceKind.M2
                    ? q.Planned.At(member)?.Drive?.Protocol switch
                    {
                        null => null,
                        DriveProtocol.Nvme => "the lanes of its M.2 place",
                        _ => "the board",
                    }
                : q.Sheet.Bays.FirstOrDefault(b => b.Names.Any(n => Place.Bay(n) == member)) is { } bays
                && q.Sheet.Roots.Any(r => r.Id == bays.Root)
                    ? "the lanes of its bays"
                : null;
            // One of which it is not known what stands behind it says nothing.
            if (name is not null && !keepers.Contains(name))
                keepers.Add(name);
        }
        return keepers;
    }

    /// <summary>The controller behind the first member that has one.</summary>
    internal static BayController? Serves(ArrayPlan array, Func<Place, BayController?> at) =>
        array.Members.Select(at).FirstOrDefault(c => c is not null);

    internal static string Name(DriveProtocol protocol) =>
        protocol switch
        {
            DriveProtocol.Sata => "SATA",
            DriveProtocol.Sas => "SAS",
            DriveProtocol.Nvme => "NVMe",
            _ => "USB",
        };

    private static string Gbs(double rate) => rate.ToString("0.#");
}
