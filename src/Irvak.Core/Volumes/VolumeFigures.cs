using Irvak.Core.Arrays;
using Irvak.Core.Builds;

namespace Irvak.Core.Volumes;

/// <summary>The array that a volume lies on.</summary>
/// <param name="Array">Its name.</param>
/// <param name="UsableTB">Its space; null when it has no figures.</param>
/// <param name="FullInYears">Years until all that lies on it fills it, 0 when it is full already; infinite growth of nothing is null, as
/// is what is not known.</param>
/// <param name="Survives">Failed drives that it surely survives; null when not known.</param>
/// <param name="LossPercent">Chance of losing it or sectors of it within five years; null when not known.</param>
/// <param name="Requests">Requests a second that it answers, of the volume's mix of reading and writing; null when not known.</param>
public sealed record VolumeHome(string Array, double? UsableTB, double? FullInYears, int? Survives, double? LossPercent, double? Requests);

/// <summary>A wished volume with where it lies, as found and as planned.</summary>
/// <param name="NowTB">Data on it now, TB; null when nobody said.</param>
/// <param name="WishTB">Data on it after the years that are looked ahead, TB; null when not known.</param>
/// <param name="Shares">Other volumes on the planned array.</param>
/// <param name="Found">Null when no array as found is its own.</param>
/// <param name="Planned">Null when no array of the plan is its own.</param>
public sealed record VolumeFigures(
    WishedVolume Volume,
    double? NowTB,
    double? WishTB,
    IReadOnlyList<string> Shares,
    VolumeHome? Found,
    VolumeHome? Planned
)
{
    /// <param name="volumes">All volumes that are wished.</param>
    /// <param name="years">Years that are looked ahead.</param>
    public static IReadOnlyList<VolumeFigures> Of(IReadOnlyList<WishedVolume> volumes, int years, ArrayInput q, ArraySheet arrays) =>
        [
            .. volumes.Select(v =>
            {
                var home = HomeOf(v, volumes, arrays.Planned);
                return new VolumeFigures(
                    v,
                    v.OnItTB,
                    v.InTB(years),
                    home is null ? [] : [.. volumes.Where(o => o != v && HomeOf(o, volumes, arrays.Planned) == home).Select(o => o.Name)],
                    Home(v, volumes, arrays.Found, q.Found),
                    Home(v, volumes, arrays.Planned, q.Planned)
                );
            }),
        ];

    /// <summary>The array that it was said to lie on, else the one of its name; where there is one volume and one array, that.</summary>
    public static ArrayFigures? HomeOf(WishedVolume volume, IReadOnlyList<WishedVolume> volumes, IReadOnlyList<ArrayFigures> arrays) =>
        volume.On is { } on ? arrays.FirstOrDefault(a => a.Plan.Name == on)
        : arrays.FirstOrDefault(a => a.Plan.Name == volume.Name) is { } own ? own
        : volumes.Count == 1 && arrays.Count == 1 ? arrays[0]
        : null;

    private static VolumeHome? Home(
        WishedVolume volume,
        IReadOnlyList<WishedVolume> volumes,
        IReadOnlyList<ArrayFigures> arrays,
        Build build
    )
    {
        if (HomeOf(volume, volumes, arrays) is not { } array)
            return null;
        double? usable = array is { Why: null, Capacity: { } capacity } ? capacity.Usable / 1e12 : null;
        List<WishedVolume> on = [.. volumes.Where(v => HomeOf(v, volumes, arrays) == array)];
        return new(
            array.Plan.Name,
            usable,
            FullIn(usable, Sum(on, v => v.OnItTB), Sum(on, v => v.GrowthTB)),
            array.LeftNow,
            array.Loss?.Either * 100,
            Requests(volume, array, build)
        );
    }

    /// <summary>A sum of which one part is not known is not known.</summary>
    private static double? Sum(IReadOnlyList<WishedVolume> volumes, Func<WishedVolume, double?> of) =>
        volumes.Aggregate((double?)0, (sum, v) => sum + of(v));

    /// <summary>Years until so much grows to fill so much; null when not known, and for what does not grow.</summary>
    public static double? FullIn(double? usableTB, double? onItTB, double? growthTB) =>
        (usableTB, onItTB, growthTB) switch
        {
            ({ } room, { } on, _) when on >= room => 0,
            ({ } room, { } on, > 0 and { } growth) => (room - on) / growth,
            _ => null,
        };

    private static double? Requests(WishedVolume volume, ArrayFigures array, Build build) =>
        array.Why is null && ArrayFigures.Asked(array.Plan, build, null, false) is { Shape: { } shape, Drives: { Count: > 0 } drives }
            ? Arrays.Requests.PerSecond(shape, drives.Min(d => Irvak.Core.Drives.DriveDefaults.Requests(d).Value), volume.Work.Reads)
            : null;
}
