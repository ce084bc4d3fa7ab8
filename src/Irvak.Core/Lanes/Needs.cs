using Irvak.Core.Builds;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Quantities;

namespace Irvak.Core.Lanes;

/// <summary>What devices could move.</summary>
public static class Needs
{
    /// <summary>What a device could move: lines of a network card, drives behind a controller; null when not known.</summary>
    public static Throughput? Of(LaneInput q, Place place, Unit unit)
    {
        if (unit.Drive is { } drive)
            return DriveDefaults.Reads(drive).Value;
        if (unit.Card?.Network is { RatesGbs.Count: > 0 } network)
            return network.Ports * LinkRates.Ethernet(network.RatesGbs.Max());
        if (unit.Card?.Controller is null)
            return null;
        var drives = q.BaysOf(place).Select(n => q.Planned.At(Place.Bay(n))?.Drive).Where(d => d is not null).ToList();
        return drives.Count == 0 ? null : Throughput.Sum(drives.Select(d => DriveDefaults.Reads(d).Value));
    }
}
