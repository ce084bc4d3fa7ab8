using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Controllers;

/// <summary>What stands between bays and the rest of the machine.</summary>
/// <param name="Place">Its place: a card's or an on-board controller's.</param>
/// <param name="Name">As people call it.</param>
/// <param name="Sheet">What it can; of an on-board one what ports of a board can.</param>
/// <param name="Card">The card; null for one that is on the board.</param>
public sealed record BayController(Place Place, string Name, ControllerSheet Sheet, CardSheet? Card)
{
    /// <summary>Array levels that it makes, as sheets list them; empty for none, null when not known.</summary>
    public IReadOnlyList<string>? Levels { get; init; } = Sheet.IsUnknown ? null : Sheet.Levels;

    /// <summary>Whether it makes an array's level; a level without a number is made by all. Null when not known.</summary>
    public bool? Makes(Arrays.ArrayPlan array) => Arrays.LevelTable.Digits(array) is not { } level ? true : Levels?.Contains(level);

    /// <summary>True for cards with a few ports, and a RAID of their own at most.</summary>
    public bool IsPortCard => Card is { IsBootCarrier: false } && Sheet.Class is "ports" or "firmware-assisted";

    /// <summary>True for a carrier that keeps an array over the drives on it; no bay hangs on it.</summary>
    public bool IsCarrier => Card?.IsBootCarrier == true;

    /// <summary>The board's own controllers.</summary>
    public static IEnumerable<BoardPlace> Boards(MachineSheet sheet) => sheet.Boards.Where(b => b.What == BoardKind.Controller);

    /// <summary>How a board's own is called.</summary>
    public static string NameOf(BoardPlace board) => $"on-board {board.Id}";

    /// <summary>
    /// The controller behind a group of bays: the one it was cabled to, else what the sheet names, else the only card with inner ports,
    /// else
    /// the board's own. Null where bays hang on lanes directly, or where two cards could serve them and nobody said which.
    /// </summary>
    /// <param name="to">What they were cabled to; null for what the sheet says.</param>
    public static BayController? Of(MachineSheet sheet, Build build, Place? to, BayGroup bays, Build found)
    {
        if (to is not null && At(sheet, build, to) is { } chosen)
            return chosen;
        if (bays.Root is { } root && Named(sheet, build, root) is { } named)
            return named;
        if (bays.Root is not null && sheet.Roots.Any(r => r.Id == bays.Root))
            return null;
        var cards = Cards(build).Where(c => c.Sheet.InnerPorts is null or > 0).ToList();
        return cards.Count switch
        {
            1 => cards[0],
            > 1 => null,
            // Drives found there that a board's own ports can't run show that something else is behind the bays.
            _ => bays.Root is null
            && Boards(sheet).Select(OnBoard).FirstOrDefault() is { } own
            && bays.Names.All(n => found.At(Place.Bay(n))?.Drive?.Protocol is not { } speaks || ControllerFit.Speaks(own.Sheet, speaks))
                ? own
                : null,
        };
    }

    /// <summary>The controller at a place; null when there is none.</summary>
    public static BayController? At(MachineSheet sheet, Build build, Place place) =>
        build.At(place)?.Card is { Controller: { } controller } card ? new(place, card.Name, controller, card)
        : build.At(place)?.Card is { Role: CardRole.PortCard, Endpoints: { Count: > 0 } ends } ports
            ? new(
                place,
                ports.Name,
                new ControllerSheet
                {
                    Class = "ports",
                    Protocols = [DriveProtocol.Nvme],
                    InnerPorts = ends.Count,
                    Boots = true,
                },
                ports
            )
        : Boards(sheet).FirstOrDefault(b => Place.Board(b.Id) == place) is { } board ? OnBoard(board)
        : null;

    /// <summary>The first of the board's own that speaks so; null when none does.</summary>
    public static BayController? OfBoard(MachineSheet sheet, DriveProtocol protocol) =>
        Boards(sheet).Select(OnBoard).FirstOrDefault(c => c.Sheet.Protocols.Contains(protocol));

    /// <summary>Every controller that bays can be cabled to, cards first.</summary>
    public static IReadOnlyList<BayController> All(MachineSheet sheet, Build build) =>
        [
            .. Cards(build),
            .. build
                .Units.Where(u => u.Value.Card is { Role: CardRole.PortCard, Controller: null, Endpoints.Count: > 0 })
                .Select(u => At(sheet, build, u.Key)!),
            .. Boards(sheet).Select(OnBoard),
        ];

    /// <summary>Cards with arrays or ports of their own for bays.</summary>
    internal static IEnumerable<BayController> Cards(Build build) => WithController(build, false);

    /// <summary>Carriers that keep an array over the drives on them.</summary>
    internal static IEnumerable<BayController> Carriers(Build build) => WithController(build, true);

    private static IEnumerable<BayController> WithController(Build build, bool carriers) =>
        build
            .Units.Where(u => u.Value.Card is { Controller: not null } card && card.IsBootCarrier == carriers)
            .Select(u => new BayController(u.Key, u.Value.Card!.Name, u.Value.Card.Controller!, u.Value.Card));

    /// <summary>A root may name a board, or a slot whose card it is; an expander hands on to its own root.</summary>
    private static BayController? Named(MachineSheet sheet, Build build, string root)
    {
        if (At(sheet, build, Place.Board(root)) is { } board)
            return board;
        if (At(sheet, build, Place.Card(root)) is { } card)
            return card;
        return
            sheet.Boards.FirstOrDefault(b => b.Id == root && b.What is BoardKind.Expander or BoardKind.Multiplier) is { Root: { } next }
            && next != root
            ? Named(sheet, build, next)
            : null;
    }

    // Ports of a board of which nothing is told speak SATA at every rate up to 6 Gb/s, and each drive by itself starts a system. Common
    // practice, no source.
    private static BayController OnBoard(BoardPlace board) =>
        new(
            Place.Board(board.Id),
            NameOf(board),
            new ControllerSheet
            {
                Class = board.Raid?.Levels is { Count: > 0 } ? "firmware-assisted" : "ports",
                Protocols = board.Protocols ?? [DriveProtocol.Sata],
                LinkGbs = board.LinkGbs ?? (board.Protocols is null ? [1.5, 3, 6] : []),
                InnerPorts = board.Ports,
                Connector = "SATA",
                Levels = board.Raid?.Levels ?? [],
                MostMembers = board.Raid?.MostMembers,
                DriverAtInstall = board.Raid?.DriverAtInstall,
                Pairs = board.Raid?.Pairs ?? [],
                Boots = true,
            },
            null
        )
        {
            Levels = board.Raid?.Levels,
        };

    /// <summary>True when it addresses so many bytes: sector numbers of 32 bits end at 2³² sectors.</summary>
    public bool Reaches(DriveSheet drive) =>
        Sheet.Addresses32 != true || drive.Bytes is not { } bytes || bytes <= Drives.NominalSize.Limit32(drive.SectorBytes ?? 512);

    /// <summary>Highest rate that drive, backplane and controller have in common, Gb/s; null when a side is not known, 0 when there is
    /// none.</summary>
    public static double? Link(IReadOnlyList<double> drive, IReadOnlyList<double>? backplane, IReadOnlyList<double>? controller)
    {
        if (drive.Count == 0)
            return null;
        var common = drive.Where(r =>
            (backplane is not { Count: > 0 } || backplane.Contains(r)) && (controller is not { Count: > 0 } || controller.Contains(r))
        );
        return common.DefaultIfEmpty(0).Max();
    }
}
