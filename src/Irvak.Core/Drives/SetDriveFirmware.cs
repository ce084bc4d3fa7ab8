using Irvak.Core.Builds;
using Irvak.Core.Contracts;
using Irvak.Core.Edits;
using Irvak.Core.Sheets;

namespace Irvak.Core.Drives;

/// <summary>Plans the update of all drives of a model.</summary>
/// <param name="Version">Null for no update.</param>
[EditName("setDriveFirmware")]
public sealed record SetDriveFirmware(string Model, string? Version) : SliceEdit<DriveSlice>
{
    public override IEnumerable<string> Touches() => ["drive-firmware:" + Model];

    public override string ValueAt(string subject) => Version ?? "no update";

    public override string Tell() =>
        Version is null ? $"leaves the firmware of {Model} drives as it is" : $"plans firmware {Version} for {Model} drives";

    public override SheetProblem? Refusal(MachineState machine, DriveSlice slice)
    {
        if (Version is not null && machine.Planned.Units.Values.All(u => u.Drive?.Model != Model))
            return new("/edit/model", $"The plan has no drive of model {Model}.");
        return Version is null || (Version.Trim() is { Length: > 0 and <= FirmwareVersion.Longest } && !Version.Any(char.IsControl))
            ? null
            : new("/edit/version", $"A version has 1 to {FirmwareVersion.Longest} letters.");
    }

    public override DriveSlice Applied(MachineState machine, DriveSlice slice, Stamp stamp) =>
        slice with
        {
            Firmware = Version is null ? slice.Firmware.Remove(Model) : slice.Firmware.SetItem(Model, Version.Trim()),
        };
}
