using Irvak.Core.Builds;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Survey;

/// <summary>A drive that a capture shows and nobody has put into a bay yet.</summary>
/// <param name="Unit">The drive as it would stand in its bay.</param>
/// <param name="Homes">Free places that could hold it, the likely kind first.</param>
public sealed record LooseDrive(Unit Unit, IReadOnlyList<Place> Homes);

/// <summary>Drives whose bay no capture tells: they are shown beside the plate and put in their bays by hand, by the serial number on the
/// label.</summary>
public static class LooseDrives
{
    public static IReadOnlyList<LooseDrive> Of(MachineState state)
    {
        if (state.Sheet is not { } sheet)
            return [];
        var placed = state.Found.Values.Where(u => u.Drive is not null).ToList();
        var bays = sheet.Bays.SelectMany(g => g.Names.Select(n => (Place: Place.Bay(n), Group: g))).ToList();
        var loose = new List<LooseDrive>();
        foreach (var (by, seen) in state.Readings)
        foreach (var drive in seen.Drives)
        {
            var unit = SeenUnits.Of(drive, by, seen.CountsIn);
            if (placed.Any(p => IsSame(p, unit)) || loose.Any(l => IsSame(l.Unit, unit)) || drive.Transport == "usb")
                continue;
            var free = bays.Where(b =>
                    !state.Found.ContainsKey(b.Place) && (unit.Drive!.Form is not { } form || b.Group.Form == form || form == "2.5")
                )
                .Select(b => b.Place);
            var m2 = sheet.M2.Select(m => Place.M2(m.Id)).Where(p => !state.Found.ContainsKey(p));
            loose.Add(
                new LooseDrive(
                    unit,
                    [.. unit.Drive!.Protocol == DriveProtocol.Nvme ? m2.Concat(free) : free.Concat(unit.Drive.Rpm > 0 ? [] : m2)]
                )
            );
        }
        return loose;
    }

    /// <summary>Every drive that told its health, by any capture, with its grade.</summary>
    public static IEnumerable<(string Name, UsedGrade Grade)> Graded(MachineState state, Observation seen)
    {
        foreach (var drive in seen.Drives)
        {
            var unit = SeenUnits.Of(drive, "captures", "line");
            if (unit.Grade is not { } grade)
                continue;
            var bay = state.Found.FirstOrDefault(f => f.Value.Drive is not null && IsSame(f.Value, unit)).Key;
            yield return (bay is null ? drive.Serial ?? drive.Path ?? unit.Short : $"{bay.Name} ({drive.Serial ?? drive.Path})", grade);
        }
    }

    private static bool IsSame(Unit a, Unit b) =>
        a.Serial is { } s && b.Serial is { } t
            ? string.Equals(s, t, StringComparison.OrdinalIgnoreCase)
            : a.SystemName is { } n && n == b.SystemName;
}
