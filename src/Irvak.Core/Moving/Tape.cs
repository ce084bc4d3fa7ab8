using Irvak.Core.Quantities;

namespace Irvak.Core.Moving;

/// <summary>
/// A generation of the half-inch tape that drives of several makers share (LTO; the first is ECMA-319). Native size and full-height rate:
/// the format's table of generations; rates of half-height drives: as their sheets usually have them, common practice, no source.
/// </summary>
/// <param name="NativeGB">What a cartridge holds without compression, GB.</param>
/// <param name="Full">Most that a full-height drive writes.</param>
/// <param name="Half">Most that a half-height drive writes; null where none is known.</param>
/// <param name="Writes">The oldest generation of cartridges that its drives write.</param>
public sealed record Tape(int Generation, double NativeGB, Throughput Full, Throughput? Half, int Writes)
{
    /// <summary>Below about this share of its rate a drive runs out of data and has to stop, wind back and start again. Likely, no
    /// source.</summary>
    public const double StreamsFrom = 1.0 / 3;

    /// <summary>From this generation on a new cartridge is measured out before its first use, 20 minutes to 2 hours each.</summary>
    public const int FirstMeasuredOut = 9;

    public static readonly IReadOnlyList<Tape> All =
    [
        new(1, 100, new(20), null, 1),
        new(2, 200, new(40), null, 1),
        new(3, 400, new(80), new(60), 2),
        new(4, 800, new(120), new(80), 3),
        new(5, 1500, new(140), new(140), 4),
        new(6, 2500, new(160), new(160), 5),
        new(7, 6000, new(300), new(300), 6),
        new(8, 12_000, new(360), new(300), 7),
        new(9, 18_000, new(400), new(300), 8),
        new(10, 30_000, new(400), null, 10),
    ];

    /// <param name="generation">1 to the last known.</param>
    public static Tape Of(int generation) => All[generation - 1];

    /// <summary>What a drive of this generation writes on a cartridge: its own rate, or the cartridge's when that is older.</summary>
    /// <returns>Null where the drive does not write it, or its rate is not known.</returns>
    public Throughput? On(Tape cartridge, bool halfHeight) =>
        cartridge.Generation < Writes || cartridge.Generation > Generation || (halfHeight ? Half : Full) is not { } own
            ? null
            : Throughput.Least(own, cartridge.Full);
}
