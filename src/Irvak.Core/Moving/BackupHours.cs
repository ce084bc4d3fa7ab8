using System.Text.Json.Serialization;
using Irvak.Core.Contracts;
using Irvak.Core.Lanes;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Moving;

/// <summary>Where a backup goes.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<BackupMedium>))]
public enum BackupMedium
{
    [JsonStringEnumMemberName("disk")]
    Disk,

    [JsonStringEnumMemberName("flash")]
    Flash,

    [JsonStringEnumMemberName("tape")]
    Tape,
}

/// <summary>A backup before a machine is opened.</summary>
/// <param name="DataGB">What is to be kept, GB.</param>
/// <param name="SourceMBs">What the old volume reads, MB/s; null when not known.</param>
/// <param name="NetworkGbs">Line between source and medium, Gb/s; 0 where they are in one machine.</param>
/// <param name="MediumGB">Size of one disk or flash drive, GB; null when not known.</param>
/// <param name="MediumMBs">What it writes, MB/s; null for what is usual.</param>
/// <param name="Verify">Whether all of it is read back and compared.</param>
public sealed record BackupQuestion(
    double DataGB,
    BackupMedium Medium = BackupMedium.Disk,
    double? SourceMBs = null,
    double NetworkGbs = 0,
    double? MediumGB = null,
    double? MediumMBs = null,
    bool Verify = true
)
{
    /// <summary>Generation of the tape cartridges.</summary>
    public int Cartridge { get; init; } = 8;

    /// <summary>Generation of the tape drive; null for that of the cartridges.</summary>
    public int? TapeDrive { get; init; }

    public bool HalfHeight { get; init; }

    /// <summary>What is wrong with the question, with a path; null when nothing is.</summary>
    [JsonIgnore]
    public SheetProblem? Problem =>
        DataGB is not (> 0 and <= 1e7) ? new("/dataGB", "A backup is of more than nothing and of at most 10 000 TB.")
        : SourceMBs is not (null or (> 0 and < 1e6)) ? new("/sourceMBs", "A volume reads more than 0 MB/s.")
        : NetworkGbs is not (>= 0 and <= 1600) ? new("/networkGbs", "A line carries 0 to 1600 Gb/s.")
        : MediumGB is not (null or (>= 1 and <= 1e6)) ? new("/mediumGB", "A medium holds 1 GB to 1000 TB.")
        : MediumMBs is not (null or (> 0 and < 1e6)) ? new("/mediumMBs", "A medium writes more than 0 MB/s.")
        : Cartridge < 1 || Cartridge > Tape.All.Count ? new("/cartridge", $"A generation of tape is 1 to {Tape.All.Count}.")
        : TapeDrive < 1 || TapeDrive > Tape.All.Count ? new("/tapeDrive", $"A generation of tape is 1 to {Tape.All.Count}.")
        : null;
}

/// <summary>How sure the hours of a backup are.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<BackupSureness>))]
public enum BackupSureness
{
    /// <summary>Every stage is known.</summary>
    [JsonStringEnumMemberName("known")]
    Known,

    /// <summary>A stage is not known: so long, or longer.</summary>
    [JsonStringEnumMemberName("at-least")]
    AtLeast,

    /// <summary>The medium is only what is usual: less or more.</summary>
    [JsonStringEnumMemberName("about")]
    About,
}

/// <summary>One stage of the way of a backup.</summary>
/// <param name="MBs">What it lets through, MB/s; null when it is not known.</param>
/// <param name="Pinch">True for the narrowest of those that are known.</param>
public sealed record BackupStage(string Name, Throughput? MBs, bool Pinch);

/// <param name="Stages">From the old volume to the medium, in order.</param>
/// <param name="WriteHours">Hours to write it; null where it can't be written.</param>
/// <param name="Hours">With reading it back, where that is asked for; null where it can't be written.</param>
/// <param name="Sure">Whether a stage is not known, or only what is usual.</param>
/// <param name="Media">How many media; null when the size of one is not known.</param>
/// <param name="LastFilled">Share of the last one that is written, 0 to 1; null when their number is not known.</param>
/// <param name="Cares">What to mind, one sentence each.</param>
public sealed record BackupAnswer(
    IReadOnlyList<BackupStage> Stages,
    double? WriteHours,
    double? Hours,
    BackupSureness Sure,
    int? Media,
    double? LastFilled,
    IReadOnlyList<string> Cares,
    string Verdict
)
{
    public required Worked Why { get; init; }

    /// <summary>The narrowest stage of those that are known; null where it can't be written.</summary>
    [JsonIgnore]
    public BackupStage? Pinch => Stages.FirstOrDefault(s => s.Pinch);

    /// <summary>Hours of it in words, with how sure they are, as a sentence begins.</summary>
    public string About(double hours) =>
        BackupHours.First(Sure) is { Length: > 0 } sure ? sure + Quantities.Hours.Words(hours) : Quantities.Hours.Words(hours);
}

/// <summary>How long a backup takes before a machine may be opened, and how many media it fills.</summary>
public static class BackupHours
{
    // What is usual where nobody said more: a disk in a dock over its whole surface, flash by USB at 10 Gb/s. Common practice, no source.
    private static readonly Throughput UsualDisk = new(110),
        UsualFlash = new(500);

    // A file system keeps about a twentieth of a disk to itself. Common practice, no source.
    private const double FileSystem = 0.95;

    /// <exception cref="ArgumentException">The question has a problem.</exception>
    public static BackupAnswer Of(BackupQuestion q)
    {
        if (q.Problem is { } problem)
            throw new ArgumentException(problem.Text, nameof(q));
        var writes = Writes(q);
        if (q.Medium == BackupMedium.Tape && writes is null)
            return Cannot(q);
        var stages = Stages(q, writes);
        var end = stages.Where(s => s.Pinch).Select(s => s.MBs!.Value).Single();
        // A rate that is only usual makes neither a least nor a most.
        var sure =
            q.Medium != BackupMedium.Tape && q.MediumMBs is null ? BackupSureness.About
            : stages.Any(s => s.MBs is null) ? BackupSureness.AtLeast
            : BackupSureness.Known;
        var holds = Holds(q);
        var write = end.HoursFor(q.DataGB * 1e9);
        var hours = q.Verify ? 2 * write : write;
        var media = holds is { } each ? (int)Math.Ceiling(Math.Round(q.DataGB / each, 9)) : (int?)null;
        return new(
            stages,
            write,
            hours,
            sure,
            media,
            media is { } n ? (q.DataGB / holds) - (n - 1) : null,
            [.. Cares(q, end, media)],
            Verdict(q, hours, sure, media)
        )
        {
            Why = Sum(q, end, write, hours, holds, media, sure),
        };
    }

    private static Throughput? Writes(BackupQuestion q) =>
        q.Medium == BackupMedium.Tape ? Tape.Of(q.TapeDrive ?? q.Cartridge).On(Tape.Of(q.Cartridge), q.HalfHeight)
        : q.MediumMBs is { } said ? new Throughput(said)
        : q.Medium == BackupMedium.Flash ? UsualFlash
        : UsualDisk;

    private static double? Holds(BackupQuestion q) =>
        q.Medium == BackupMedium.Tape ? Tape.Of(q.Cartridge).NativeGB : q.MediumGB * FileSystem;

    private static IReadOnlyList<BackupStage> Stages(BackupQuestion q, Throughput? writes)
    {
        var all = new List<(string Name, Throughput? MBs)> { ("old volume", q.SourceMBs is { } s ? new Throughput(s) : null) };
        if (q.NetworkGbs > 0)
            all.Add(($"network, {q.NetworkGbs:0.##} Gb/s", LinkRates.Ethernet(q.NetworkGbs)));
        all.Add((Name(q), writes));
        var least = all.Where(s => s.MBs is not null).Min(s => s.MBs!.Value);
        var narrow = all.FindIndex(s => s.MBs == least);
        return [.. all.Select((s, i) => new BackupStage(s.Name, s.MBs, i == narrow))];
    }

    private static string Name(BackupQuestion q) =>
        q.Medium switch
        {
            BackupMedium.Tape when q.TapeDrive is { } d && d != q.Cartridge => $"tape {q.Cartridge} in a drive {d}",
            BackupMedium.Tape => $"tape {q.Cartridge}",
            BackupMedium.Flash => q.MediumMBs is null ? "flash drive, as usual" : "flash drive",
            _ => q.MediumMBs is null ? "disk in a dock, as usual" : "disk",
        };

    /// <summary>So many media in words.</summary>
    public static string Units(BackupQuestion q, int n) =>
        q.Medium switch
        {
            BackupMedium.Tape => Say.Count(n, "cartridge", "cartridges"),
            BackupMedium.Flash => Say.Count(n, "flash drive", "flash drives"),
            _ => Say.Count(n, "disk", "disks"),
        };

    private static string Verdict(BackupQuestion q, double hours, BackupSureness sure, int? media)
    {
        var time = $"{First(sure)}{Hours.Words(hours)}{(q.Verify ? " with reading it back" : ", and nothing read back")}";
        return media is { } n ? $"{time}, on {Units(q, n)}." : $"{time}; how many media is not known: say the size of one.";
    }

    /// <summary>What it goes onto, in words: "disks of 4 TB each", "tape 8".</summary>
    public static string Onto(BackupQuestion q) =>
        (q.Medium, q.MediumGB) switch
        {
            (BackupMedium.Tape, _) => Name(q),
            (BackupMedium.Flash, { } each) => $"flash drives of {Space(each)} each",
            (BackupMedium.Flash, null) => "flash drives",
            (_, { } each) => $"disks of {Space(each)} each",
            _ => "disks",
        };

    /// <summary>What is kept and where, in words.</summary>
    public static string Words(BackupQuestion q) => $"{Space(q.DataGB)} onto {Onto(q)}{(q.Verify ? ", read back" : "")}";

    internal static string First(BackupSureness sure) =>
        sure switch
        {
            BackupSureness.AtLeast => "At least ",
            BackupSureness.About => "About ",
            _ => "",
        };

    private static BackupAnswer Cannot(BackupQuestion q)
    {
        var drive = Tape.Of(q.TapeDrive ?? q.Cartridge);
        var text =
            q.Cartridge >= drive.Writes && q.Cartridge <= drive.Generation
                ? $"What a half-height drive of generation {drive.Generation} writes is not known: none is common."
            : drive.Writes == drive.Generation ? $"A drive of generation {drive.Generation} writes cartridges of its own generation only."
            : $"A drive of generation {drive.Generation} writes cartridges of generation {drive.Writes} and {drive.Generation}, "
                + $"none of generation {q.Cartridge}.";
        return new([], null, null, BackupSureness.Known, null, null, [], text)
        {
            Why = new(
                [new("cartridge, generation", $"{q.Cartridge}"), new("drive, generation", $"{drive.Generation}")],
                new WorkedLine(
                    "writes generations",
                    drive.Writes == drive.Generation ? $"{drive.Writes}" : $"{drive.Writes} and {drive.Generation}",
                    true
                ),
                "the tape format's table of generations"
            ),
        };
    }

    private static IEnumerable<string> Cares(BackupQuestion q, Throughput end, int? media)
    {
        if (q.Medium == BackupMedium.Tape)
        {
            var full = Writes(q)!.Value;
            if (end / full < Tape.StreamsFrom)
                yield return $"The drive writes {full} and gets {end}: it stops, winds back and starts again, which wears it and the tape. "
                    + "Collect the data on a fast drive first.";
            else if (q.SourceMBs is null)
                yield return $"Below about {Math.Ceiling(Tape.StreamsFrom * full.MegabytesPerSecond):0} MB/s from the old volume "
                    + "the drive stops and starts.";
            if (q.Cartridge >= Tape.FirstMeasuredOut)
                yield return "A new cartridge is measured out at its first load: 20 minutes to 2 hours each, not counted here.";
        }
        if (q.Medium != BackupMedium.Tape && q.MediumMBs is null)
            yield return $"What one writes is only what is usual, {Writes(q)}"
                + (
                    q.SourceMBs is null
                        ? ", and what the old volume reads is not known: copy a few GB and take the time."
                        : ": say its own."
                );
        if (media > 1)
            yield return $"Somebody changes the medium {(media == 2 ? "once" : $"{media - 1} times")}; that is not counted here.";
        if (!q.Verify)
            yield return "A backup that nobody read back is none: open files from it before the machine is opened.";
    }

    private static Worked Sum(
        BackupQuestion q,
        Throughput end,
        double write,
        double hours,
        double? holds,
        int? media,
        BackupSureness sure
    ) =>
        new(
            [
                new("data", Space(q.DataGB)),
                new("narrowest of what is known", $"{end}", true),
                new("writing: data ÷ rate", $"{write:0.00} h"),
                new("reading back", q.Verify ? $"{write:0.00} h" : "none"),
                new(
                    q.Medium == BackupMedium.Tape ? "one holds, without compression" : "one holds: size × 0.95 for the file system",
                    holds is { } each ? Space(each) : "not known"
                ),
                new("media: data ÷ what one holds, rounded up", media is { } n ? $"{n}" : "not known"),
            ],
            new WorkedLine(
                sure == BackupSureness.Known ? "together" : "together, " + First(sure).Trim().ToLowerInvariant(),
                $"{hours:0.00} h",
                true
            ),
            "tape: the format's table of generations (ECMA-319 for the first); usual rates and shares: common practice, no source"
        );

    internal static string Space(double gigabytes) => DiskSpace.TB((long)Math.Round(gigabytes * 1e9));
}
