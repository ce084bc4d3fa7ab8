using Irvak.Core.Arrays;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Controllers;

/// <summary>Arrays that the firmware of a board keeps, and the storage mode that it needs for them.</summary>
public static partial class ControllerFit
{
    public static readonly Rule ModeMissing = new(
        "CTL-MODE-PLAIN",
        Family.Controller,
        Severity.Stop,
        "{array} is to be kept by {board}, which is planned in plain mode: there it keeps nothing.",
        "A board’s own controller makes arrays only in its RAID mode.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule ModeAlone = new(
        "CTL-MODE-CHANGE",
        Family.Controller,
        Severity.Care,
        "The storage mode of {board} changes from {from} to {to}: an "
            + "installed system will not start without the driver of that mode prepared.",
        "A system looks for its disk with the driver of the mode it was installed in.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule ModeBack = new(
        "CTL-MODE-BACK",
        Family.Controller,
        Severity.Stop,
        "{array} was kept by {board}, which goes back to plain mode: {left}.",
        "Without the firmware’s driver the system sees members one by one, with the firmware’s record at their ends.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule BoardTrim = new(
        "CTL-TRIM",
        Family.Controller,
        Severity.Note,
        "{trim} the flash of {array} through {board}.",
        "It passes by level and by version of option ROM and driver; without it flash slows down as it fills.",
        "machine sheet",
        Basis.Sheet
    );

    public static readonly Rule BoardMoves = new(
        "CTL-BOARD-TIED",
        Family.Controller,
        Severity.Note,
        "{array} is read by boards of the same family with the same or newer option ROM: keep the backup for any other.",
        "The record on the drives is the firmware’s own.",
        "common practice, no source",
        Basis.Practice
    );

    /// <summary>An array that is made anew behind a board's own controller.</summary>
    private static IEnumerable<Finding> OfBoardArray(ControllerInput q, BoardPlace board, ArrayPlan array)
    {
        Place[] members = [.. array.Members];
        (string, Stated) name = ("array", array.Name),
            its = ("board", BayController.NameOf(board));
        if (q.Modes.TryGetValue(board.Id, out var planned) && planned == StorageMode.Plain)
            yield return Finding.Of(ModeMissing, members, null, name, its);
        else if (q.FoundModeOf(board) is var found && found != StorageMode.Raid)
            yield return Finding.Of(
                Mode,
                members,
                null,
                name,
                its,
                ("now", found is { } now ? $"it is in {StorageModes.Words(now)} mode" : "which mode it is in is not known")
            );
        if (array.Members.Any(m => q.Planned.At(m)?.Drive?.Media == DriveMedia.Flash) && Trim(q, board, array) is { } trim)
            yield return Finding.Of(BoardTrim, members, null, name, its, ("trim", trim));
        yield return Finding.Of(BoardMoves, members, null, name);
        foreach (
            var finding in OfVersions(
                q,
                Place.Board(board.Id),
                BayController.NameOf(board),
                BayController.At(q.Sheet, q.Planned, Place.Board(board.Id))!.Sheet
            )
        )
            yield return finding;
    }

    /// <summary>Null where it is known to.</summary>
    private static string? Trim(ControllerInput q, BoardPlace board, ArrayPlan array)
    {
        const string unknown = "It is not known whether TRIM reaches",
            never = "TRIM does not reach";
        if (board.Raid?.TrimLevels is not { } levels || LevelTable.Digits(array) is not { } level)
            return unknown;
        if (!levels.Contains(level))
            return never;
        if (board.Raid.TrimFrom.FirstOrDefault(f => f.Level == level)?.Firmware is not { } from)
            return null;
        var its = q.FirmwareAt(Place.Board(board.Id));
        return FirmwareVersion.IsOlder(its, from) switch
        {
            null => $"Only with option ROM {from} or later, and which is in is not known, TRIM reaches",
            true => $"With option ROM {its} (from {from} on it would), TRIM does not reach",
            false => null,
        };
    }

    /// <summary>Modes that change without an array that is made: under a system, or under an array that was there.</summary>
    private static IEnumerable<Finding> OfModes(ControllerInput q)
    {
        foreach (var board in BayController.Boards(q.Sheet))
        {
            if (!q.Modes.TryGetValue(board.Id, out var planned) || q.FoundModeOf(board) is var found && found == planned)
                continue;
            Place[] places = [Place.Board(board.Id)];
            var kept = q.FoundArrays.Where(a => StorageModes.Keeps(board, a, q.FoundControllerAt)).ToList();
            if (planned == StorageMode.Plain && kept.Count > 0)
                foreach (var array in kept)
                    yield return Finding.Of(
                        ModeBack,
                        places,
                        null,
                        ("board", BayController.NameOf(board)),
                        ("array", array.Name),
                        (
                            "left",
                            array.Level == ArrayLevel.Mirror
                                ? "each half is read by itself at best, and the two grow apart"
                                : "what is on it can’t be read any more"
                        )
                    );
            else if (!q.Arrays.Any(a => StorageModes.Keeps(board, a, q.ControllerAt) && q.StillAs(a) is null))
                yield return Finding.Of(
                    ModeAlone,
                    places,
                    null,
                    ("board", BayController.NameOf(board)),
                    ("from", found is { } was ? StorageModes.Words(was) : "one that is not known"),
                    ("to", StorageModes.Words(planned))
                );
        }
    }
}
