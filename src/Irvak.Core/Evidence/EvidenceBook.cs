using Irvak.Core.Sheets;
using MathNet.Numerics.Distributions;

namespace Irvak.Core.Evidence;

/// <summary>Where a part or limit stands between the maker's list and what people have run.</summary>
public enum Standing
{
    OnList,

    /// <summary>Three successes or more, no failure with this firmware.</summary>
    Proven,

    /// <summary>Fewer than three successes, or successes and failures.</summary>
    FewOrMixed,

    LastFailed,
}

/// <summary>Counts of logged outcomes and what they amount to.</summary>
/// <param name="Works">Successes, remarks included.</param>
/// <param name="Fails">Failures with the firmware at hand, or with any when it is not known.</param>
public sealed record Track(int Works, int Fails, bool LastFailed, IReadOnlyList<EvidenceRecord> Records)
{
    public const int ProvenFrom = 3;

    public Standing Standing =>
        LastFailed ? Standing.LastFailed
        : Works >= ProvenFrom && Fails == 0 ? Standing.Proven
        : Standing.FewOrMixed;

    /// <summary>"3 of 3 worked", counts before any rate.</summary>
    public string Counts => Works + Fails == 0 ? "nobody has logged it" : $"{Works} of {Works + Fails} worked";

    /// <summary>Equal-tailed 90 % interval of the success rate under Jeffreys' prior Beta(½, ½) (Brown, Cai, DasGupta 2001).</summary>
    public (double Low, double High) Interval => (Beta.InvCDF(Works + 0.5, Fails + 0.5, 0.05), Beta.InvCDF(Works + 0.5, Fails + 0.5, 0.95));
}

/// <summary>The shop's logged outcomes. Hearsay never enters: every record has a name and a date.</summary>
public sealed record EvidenceBook(IReadOnlyList<EvidenceRecord> Records)
{
    public static readonly EvidenceBook Empty = new([]);

    /// <summary>Tries of modules like this one in this machine. A larger module that worked speaks for a smaller one, never the
    /// reverse.</summary>
    public Track ForModule(string machineId, string? firmware, ModuleSheet module) =>
        Count(
            Records.Where(r =>
                r.MachineId == machineId
                && r.CapacityMiB is not null
                && r.Generation == module.Generation
                && r.Type == module.Type
                && (r.CapacityMiB == module.CapacityMiB || (r.Outcome != Outcome.Fails && r.CapacityMiB > module.CapacityMiB))
            ),
            firmware
        );

    /// <summary>Tries of a total of at least this much in this machine.</summary>
    public Track ForTotal(string machineId, string? firmware, long totalMiB) =>
        Count(
            Records.Where(r =>
                r.MachineId == machineId && r.TotalMiB is { } t && (r.Outcome == Outcome.Fails ? t == totalMiB : t >= totalMiB)
            ),
            firmware
        );

    /// <summary>Tries of drives of this size in this machine. A larger one that worked speaks for a smaller one, never the
    /// reverse.</summary>
    public Track ForDrive(string machineId, string? firmware, double terabytes) =>
        Count(
            Records.Where(r =>
                r.MachineId == machineId
                && r.DriveTB is { } tb
                && (Math.Abs(tb - terabytes) < 0.1 || (r.Outcome != Outcome.Fails && tb > terabytes))
            ),
            firmware
        );

    private static Track Count(IEnumerable<EvidenceRecord> records, string? firmware)
    {
        // A failure with other firmware than this machine's is shown, but doesn't count against it.
        var relevant = records.OrderBy(r => r.Date).ThenBy(r => r.Id, StringComparer.Ordinal).ToList();
        var counting = relevant
            .Where(r => r.Outcome != Outcome.Fails || firmware is null || r.Firmware is null || r.Firmware == firmware)
            .ToList();
        return new Track(
            counting.Count(r => r.Outcome != Outcome.Fails),
            counting.Count(r => r.Outcome == Outcome.Fails),
            counting.LastOrDefault()?.Outcome == Outcome.Fails,
            relevant
        );
    }
}
