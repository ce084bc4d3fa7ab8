using Irvak.Core.Builds;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Power;

/// <summary>Temperatures that captures told of drives.</summary>
internal static class HeatBands
{
    /// <summary>Temperatures of the newest captures, with the drive's own warning value, by serial number.</summary>
    public static IReadOnlyDictionary<string, (int Celsius, int? Warn)> Seen(MachineState state)
    {
        var seen = new Dictionary<string, (int, int?)>();
        foreach (var drive in state.Readings.Values.SelectMany(r => r.Drives))
            if (drive is { Serial: { } serial, Health.Celsius: { } celsius })
                seen[serial] = (celsius, drive.Health.WarnCelsius);
        return seen;
    }

    // A disk by its temperature, °C; flash where the drive names no limit of its own. Common practice, no source.
    private const int DiskGood = 45,
        DiskCare = 55,
        DiskOut = 60,
        FlashCare = 70,
        FlashStop = 80;

    public static IEnumerable<HeatLine> Of(PowerInput q)
    {
        // In the order of the chassis, not of the letters of their names.
        foreach (var place in SheetPlaces.All(q.Sheet))
            if (
                q.Found.At(place) is { } unit
                && unit is { Drive: { } drive, Serial: { } serial }
                && q.Temperatures.TryGetValue(serial, out var seen)
            )
                yield return Band(place, unit.Short, drive, seen.Celsius, seen.Warn);
    }

    private static HeatLine Band(Place place, string name, DriveSheet drive, int at, int? warn)
    {
        if (drive.Media == DriveMedia.Flash)
        {
            var care = warn ?? FlashCare;
            var stop = drive.MostCelsius ?? (warn is null ? FlashStop : Math.Max(FlashStop, warn.Value + 5));
            return new(
                place,
                name,
                at,
                at >= stop ? HeatBand.Out
                    : at >= care ? HeatBand.Urgent
                    : at >= care - 8 ? HeatBand.Care
                    : HeatBand.Good,
                $"care from {care} °C, out of rating from {stop}",
                warn is null ? "common practice, no source" : "the drive's own warning value"
            );
        }
        // The drive's own limit comes first.
        var most = drive.MostCelsius ?? DiskOut;
        return new(
            place,
            name,
            at,
            at > most ? HeatBand.Out
                : at > Math.Min(DiskCare, most - 5) ? HeatBand.Urgent
                : at > DiskGood ? HeatBand.Care
                : HeatBand.Good,
            $"good to {DiskGood} °C, rated to {most}",
            drive.MostCelsius is null ? "common practice, no source" : "drive's sheet for the limit; bands: common practice, no source"
        );
    }
}
