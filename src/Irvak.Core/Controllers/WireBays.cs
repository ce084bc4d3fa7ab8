using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Controllers;

/// <summary>Cables bays to another controller.</summary>
/// <param name="Group">Group of bays by its name on the sheet.</param>
/// <param name="To">Place of the card or on-board controller; empty for what the sheet says, or for single bays what their group
/// has.</param>
/// <param name="Bays">Names of single bays of the group; null for the whole group.</param>
[EditName("wireBays")]
public sealed record WireBays(string Group, Place To, IReadOnlyList<string>? Bays = null) : SliceEdit<ControllerSlice>
{
    public override IEnumerable<string> Touches() => Bays is null ? ["wiring:" + Group] : Bays.Select(b => "wire:" + b);

    public override string ValueAt(string subject) =>
        To != Place.None ? To.Name
        : Bays is null ? "as the sheet says"
        : "as its group";

    private string Words => Bays is null ? $"the {Group} bays" : Say.Range(Bays, "bay", "bays");

    public override string Tell() =>
        To != Place.None ? $"cables {Words} to {To.Name}"
        : Bays is null ? $"leaves the {Group} bays with their own controller"
        : $"cables {Words} as the rest of the {Group} bays";

    public override SheetProblem? Refusal(MachineState machine, ControllerSlice slice)
    {
        if (machine.Sheet is not { } sheet)
            return new("/edit", "The machine has no sheet yet.");
        if (sheet.Bays.FirstOrDefault(b => b.Group == Group) is not { } group)
            return new("/edit/group", $"{sheet.FullName} has no bays called {Group}.");
        if (Bays is { Count: 0 })
            return new("/edit/bays", "Say which bays.");
        for (var i = 0; i < (Bays?.Count ?? 0); i++)
            if (!group.Names.Contains(Bays![i]))
                return new($"/edit/bays/{i}", $"{Bays[i]} is none of the {Group} bays.");
        if (Bays is not null && Bays.Count < group.Names.Count && SharesCable(sheet, group) is { } why)
            return new("/edit/bays", why);
        return To == Place.None || BayController.At(sheet, machine.Planned, To) is { IsCarrier: false }
            ? null
            : new("/edit/to", $"There is no controller in {To.Name}.");
    }

    /// <summary>Why bays of a group can't be cabled one by one; null when they can.</summary>
    public static string? SharesCable(Sheets.MachineSheet sheet, Sheets.BayGroup group) =>
        sheet.Boards.FirstOrDefault(b => b.Id == group.Root)?.What == Sheets.BoardKind.Multiplier
            ? $"The {group.Group} bays share the cable of their port multiplier: cable the whole group."
        : group.Expander == true || sheet.Boards.FirstOrDefault(b => b.Id == group.Root)?.What == Sheets.BoardKind.Expander
            ? $"The {group.Group} bays share the cable of their expander: cable the whole group."
        : null;

    public override ControllerSlice Applied(MachineState machine, ControllerSlice slice, Stamp stamp) =>
        Bays is null
            ? slice with
            {
                Wiring = To == Place.None ? slice.Wiring.Remove(Group) : slice.Wiring.SetItem(Group, To),
            }
            : slice with
            {
                Bays = To == Place.None ? slice.Bays.RemoveRange(Bays) : slice.Bays.SetItems(Bays.Select(b => KeyValuePair.Create(b, To))),
            };
}
