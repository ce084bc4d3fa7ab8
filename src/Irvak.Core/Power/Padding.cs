using Irvak.Core.Quantities;
using Irvak.Core.Sheets;

namespace Irvak.Core.Power;

/// <summary>Thermal pads.</summary>
public static class Padding
{
    // A pad works while it is pressed together by so much. Common practice, no source.
    private const double LeastPress = 0.1,
        MostPress = 0.3;

    /// <summary>Thickness of a pad that fills a gap: gap ÷ (1 − compression).</summary>
    /// <param name="gapMm">mm, more than 0.</param>
    /// <param name="compression">Share, 0 to less than 1.</param>
    public static double Thickness(double gapMm, double compression) => gapMm / (1 - compression);

    internal static IEnumerable<PadLine> Of(PowerInput q)
    {
        foreach (var (place, pad) in q.Pads)
        {
            var thick = Thickness(pad.GapMm, pad.Compression);
            var part = q
                .Shelf.Accessories(AccessoryKind.Pad)
                .Where(p => p.Accessory is { ThickMm: { } t } && 1 - (pad.GapMm / t) is >= LeastPress and <= MostPress)
                .OrderBy(p => Math.Abs(p.Accessory!.ThickMm!.Value - thick))
                .ThenBy(p => p.Id, StringComparer.Ordinal)
                .FirstOrDefault();
            yield return new(
                place,
                q.Planned.At(place)?.Short ?? "nothing planned",
                pad.GapMm,
                pad.Compression,
                thick,
                part?.Id,
                part?.Accessory!.Name,
                part is null ? null : $"{part.Accessory!.Name}, pressed by {100 * (1 - (pad.GapMm / part.Accessory.ThickMm!.Value)):0} %"
            )
            {
                Why = Worked.Sum(
                    "pressed by 10 to 30 %: common practice, no source",
                    new WorkedLine("gap ÷ (1 − compression)", Mm(thick), true),
                    new WorkedLine("gap", Mm(pad.GapMm)),
                    new WorkedLine("compression", $"{100 * pad.Compression:0} %")
                ),
            };
        }
    }

    private static string Mm(double mm) => $"{mm:0.##} mm";
}
