using Irvak.Core.Controllers;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Steps;

/// <summary>
/// The storage mode of a board's own controller: prepared while the system still runs, changed in the set-up, and entered again, because
/// arrays are offered only after a restart. Common practice, no source.
/// </summary>
internal static class ModeSteps
{
    /// <summary>The driver goes in before the mode changes: afterwards the system does not start to take it.</summary>
    public static IEnumerable<Step> Before(StepInput q)
    {
        foreach (var (board, mode) in Changed(q))
            yield return new(
                "mode:ready:" + board.Id,
                Runbook.Off,
                $"Prepare the installed system for {StorageModes.Words(mode)} mode of {board.Id}",
                [
                    "Is the backup read back? Some boards erase when the mode changes.",
                    $"Install the driver of {StorageModes.Words(mode)} mode, and set it to be loaded at the start.",
                    "If the disk is encrypted: suspend its protection for the next starts, and have the recovery key at hand.",
                    "No system on it, or a new one comes: skip this, and keep the driver for the installer.",
                ],
                "Without it the system does not start any more in the other mode; going back the same way helps.",
                [Place.Board(board.Id)],
                10
            );
    }

    public static IEnumerable<Step> Of(StepInput q)
    {
        foreach (var (board, mode) in Changed(q))
        {
            var raid = mode == StorageMode.Raid;
            yield return new(
                "mode:" + board.Id,
                Runbook.Start,
                $"Set {board.Id} to {StorageModes.Words(mode)} mode in the firmware",
                [
                    board.Raid?.Menu is { } menu ? $"In the set-up: {menu}." : "In the set-up, look under storage, SATA or devices.",
                    "Save and start again.",
                    .. raid ? new[] { "Enter the set-up once more: only now it offers arrays." } : [],
                ],
                "Look first which drives it shows: a mode that is wrong loses sight of them, it does not erase them by itself.",
                [Place.Board(board.Id)],
                8
            )
            {
                IsSetting = true,
            };
        }
    }

    /// <summary>The system comes up once what it starts from is there: in the mode that asks for least, then as always.</summary>
    public static IEnumerable<Step> After(StepInput q)
    {
        foreach (var (board, mode) in Changed(q))
            yield return new(
                "mode:start:" + board.Id,
                Runbook.Start,
                $"Start the system once with {board.Id} in {StorageModes.Words(mode)} mode",
                [
                    "An installed one: first in its safe or repair mode, then as always.",
                    "It does not start: set the mode back as it was, start, and see whether the driver is loaded at the start.",
                    "If the protection of an encrypted disk was suspended: switch it on again.",
                ],
                null,
                [Place.Board(board.Id)],
                5
            );
    }

    /// <summary>Controllers whose mode is to be another one than it is; where it is not known how it is, it is set.</summary>
    internal static IEnumerable<(BoardPlace Board, StorageMode Mode)> Changed(ControllerInput q) =>
        BayController
            .Boards(q.Sheet)
            .Select(b => (Board: b, Mode: q.ModeOf(b)))
            .Where(b => b.Mode is { } mode && mode != q.FoundModeOf(b.Board))
            .Select(b => (b.Board, b.Mode!.Value));
}
