using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;

namespace Irvak.Core.Controllers;

/// <summary>Sets the storage mode of a board’s own controller.</summary>
/// <param name="Board">The controller by its name on the sheet.</param>
/// <param name="Mode">Null for what arrays of the plan need, or for not known.</param>
/// <param name="AsFound">True to say how it is set before the work.</param>
[EditName("setStorageMode")]
public sealed record SetStorageMode(string Board, StorageMode? Mode, bool AsFound = false) : SliceEdit<ControllerSlice>
{
    public override IEnumerable<string> Touches() => [(AsFound ? "found-mode:" : "mode:") + Board];

    public override string ValueAt(string subject) => Mode is { } mode ? StorageModes.Words(mode) : Left;

    private string Left => AsFound ? "not known" : "as the arrays need it";

    public override string Tell() =>
        (AsFound, Mode) switch
        {
            (true, { } mode) => $"finds {Board} in {StorageModes.Words(mode)} mode",
            (true, null) => $"leaves open which mode {Board} is in",
            (false, { } mode) => $"plans {Board} in {StorageModes.Words(mode)} mode",
            (false, null) => $"leaves the mode of {Board} to the arrays",
        };

    public override SheetProblem? Refusal(MachineState machine, ControllerSlice slice)
    {
        if (machine.Sheet is not { } sheet)
            return new("/edit", "The machine has no sheet yet.");
        if (BayController.Boards(sheet).FirstOrDefault(b => b.Id == Board) is not { } board)
            return new("/edit/board", $"{Board} is no on-board controller of {sheet.FullName}.");
        return Mode == StorageMode.Raid && board.Raid is { Levels: { Count: 0 } }
            ? new("/edit/mode", $"The firmware of {Board} keeps no arrays: it has no RAID mode.")
            : null;
    }

    public override ControllerSlice Applied(MachineState machine, ControllerSlice slice, Stamp stamp) =>
        AsFound
            ? slice with
            {
                FoundModes = Mode is { } found ? slice.FoundModes.SetItem(Board, found) : slice.FoundModes.Remove(Board),
            }
            : slice with
            {
                Modes = Mode is { } planned ? slice.Modes.SetItem(Board, planned) : slice.Modes.Remove(Board),
            };
}
