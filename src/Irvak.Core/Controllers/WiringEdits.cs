using Irvak.Core.Plans;
using Irvak.Core.Sheets;

namespace Irvak.Core.Controllers;

/// <summary>Whether bays can be cabled to a controller.</summary>
internal static class WiringEdits
{
    public static SheetProblem? Refusal(JobState state, WireBays wire)
    {
        if (state.Sheet is not { } sheet) return new("/edit", "The machine has no sheet yet.");
        if (sheet.Bays.All(b => b.Group != wire.Group)) return new("/edit/group", $"{sheet.FullName} has no bays called {wire.Group}.");
        return wire.To.Length == 0 || BayController.At(sheet, state.Planned, wire.To) is not null ? null : new("/edit/to", $"There is no controller in {PlaceName.Short(wire.To)}.");
    }
}
