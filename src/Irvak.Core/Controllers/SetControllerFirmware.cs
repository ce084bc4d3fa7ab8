using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Controllers;

/// <summary>Says which firmware a controller has, or plans its update.</summary>
/// <param name="At">Place of the card or on-board controller.</param>
/// <param name="Version">Null for not known, or for no update.</param>
/// <param name="AsFound">True for the version before the work.</param>
[EditName("setControllerFirmware")]
public sealed record SetControllerFirmware(Place At, string? Version, bool AsFound = false) : SliceEdit<ControllerSlice>
{
    public override IEnumerable<string> Touches() => [(AsFound ? "found-firmware:" : "firmware:") + At];

    public override string ValueAt(string subject) => Version ?? (AsFound ? "not known" : "no update");

    public override string Tell() =>
        (AsFound, Version) switch
        {
            (true, { } version) => $"finds firmware {version} in {At.Name}",
            (true, null) => $"leaves open which firmware {At.Name} has",
            (false, { } version) => $"plans firmware {version} for {At.Name}",
            (false, null) => $"leaves the firmware of {At.Name} as it is",
        };

    public override SheetProblem? Refusal(MachineState machine, ControllerSlice slice)
    {
        if (machine.Sheet is not { } sheet)
            return new("/edit", "The machine has no sheet yet.");
        if (BayController.At(sheet, machine.Planned, At) is null)
            return new("/edit/at", $"There is no controller in {At.Name}.");
        return Version is null || (Version.Trim() is { Length: > 0 and <= FirmwareVersion.Longest } && !Version.Any(char.IsControl))
            ? null
            : new("/edit/version", $"A version has 1 to {FirmwareVersion.Longest} letters.");
    }

    public override ControllerSlice Applied(MachineState machine, ControllerSlice slice, Stamp stamp)
    {
        var now = slice.Firmware.GetValueOrDefault(At.ToString()) ?? new(null, null);
        var version = Version?.Trim();
        var then = AsFound ? now with { Found = version } : now with { Planned = version == now.Found ? null : version };
        return slice with
        {
            Firmware = then is { Found: null, Planned: null }
                ? slice.Firmware.Remove(At.ToString())
                : slice.Firmware.SetItem(At.ToString(), then),
        };
    }
}
