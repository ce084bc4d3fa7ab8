using System.Text.Json.Serialization;
using Irvak.Core.Arrays;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Quantities;
using Irvak.Core.Sheets;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Moving;

/// <summary>How what is on old drives reaches new ones.</summary>
[JsonConverter(typeof(JsonStringEnumConverter<MoveWay>))]
public enum MoveWay
{
    [JsonStringEnumMemberName("fresh")]
    Fresh,

    [JsonStringEnumMemberName("clone")]
    Clone,

    [JsonStringEnumMemberName("copy")]
    Copy,

    [JsonStringEnumMemberName("restore")]
    Restore,

    [JsonStringEnumMemberName("nothing")]
    Nothing,
}

/// <summary>The decision about one subject.</summary>
public sealed record PlannedMove(MoveWay Way, string? To);

/// <summary>One way of moving, for this subject.</summary>
/// <param name="Hours">Until all is there, at most; null when it can't be told.</param>
/// <param name="DownHours">Of that, hours in which nobody can work.</param>
/// <param name="Rate">The narrowest point.</param>
/// <param name="Cannot">What it can't do, or why it is impossible here.</param>
public sealed record MoveOption(
    MoveWay Way,
    string Name,
    bool Possible,
    double? Hours,
    double? DownHours,
    Throughput? Rate,
    string Cannot,
    string Verify
)
{
    public required string NoReturn { get; init; }
}

/// <summary>Something whose drives leave, are erased or are made into something else.</summary>
/// <param name="Bytes">Most that can be on it.</param>
/// <param name="Planned">What was decided; null when nothing was.</param>
public sealed record MoveSubject(
    string Key,
    string Name,
    long Bytes,
    IReadOnlyList<Place> Places,
    bool IsSystem,
    PlannedMove? Planned,
    IReadOnlyList<MoveOption> Options,
    IReadOnlyList<string> Targets
);

/// <summary>Moving system and data: what must move, the ways with their hours, and what was decided.</summary>
public static class Moves
{
    /// <summary>How each way is called, what verifies it, and after what going back means restoring.</summary>
    internal static readonly Dictionary<MoveWay, (string Name, string Verify, string NoReturn)> Words = new()
    {
        [MoveWay.Fresh] = ("New installation", "start it, sign in, run what it is for", "when the old drive is wiped or put to other use"),
        [MoveWay.Clone] = (
            "Clone, block by block",
            "compare source and target, then start from the target with the source unplugged",
            "when the source is written to again, or wiped"
        ),
        [MoveWay.Copy] = (
            "Copy of the files",
            "count and compare by checksum, not by size alone; open a few",
            "when somebody works on the new side"
        ),
        [MoveWay.Restore] = (
            "Restore from the backup",
            "read a trial set back before anything is erased; compare checksums afterwards",
            "when the old array is erased: from then on only the backup holds it"
        ),
        [MoveWay.Nothing] = ("Nothing is kept", "the owner said so, in writing", "when its drives are erased"),
    };

    public static readonly Rule Unsaid = new(
        "MOVE-UNSAID",
        Family.Move,
        Severity.Care,
        "How the {size} of {what} reach their new home is not said.",
        "Its drives leave or are written over; choose a way, or say that nothing is kept.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule TooSmall = new(
        "MOVE-SMALL",
        Family.Move,
        Severity.Stop,
        "{what} may hold {size}; {target} takes {room}.",
        "A clone needs as many sectors as its source has; files need the room they take.",
        "arithmetic",
        Basis.Standard
    );

    public static readonly Rule SectorSize = new(
        "MOVE-SECTOR",
        Family.Move,
        Severity.Stop,
        "A clone from sectors of {from} bytes to sectors of {to} does not start: {what}.",
        "Partition tables and file systems count in sectors.",
        "common practice, no source",
        Basis.Practice
    );

    public static readonly Rule Never = new(
        "MOVE-TOGETHER",
        Family.Move,
        Severity.Stop,
        "{what} and {target} want the same bays: they are never in the machine together.",
        "Go by the backup, or put the old drives into other bays for the time.",
        "arithmetic of places",
        Basis.Standard
    );

    public static readonly Rule KeyFirst = new(
        "MOVE-KEY",
        Family.Move,
        Severity.Note,
        "Before {what} moves: see its recovery key, if it is encrypted, and try it.",
        "A volume locks itself when its drive, board or firmware changes.",
        "common practice, no source",
        Basis.Practice
    );

    // A gigabit line carries so much of a backup, MB/s, where nobody said more. Common practice, no source.
    private static readonly Throughput Backup = new(110);

    // A copy runs beside the work; only what changed meanwhile is copied with everybody out. Common practice, no source.
    private const double LastCopyHours = 1;

    // A new installation with its updates, hours. Common practice, no source.
    private const double FreshHours = 2;

    public static IReadOnlyList<MoveSubject> Of(MoveInput q, ArraySheet arrays)
    {
        var subjects = new List<MoveSubject>();
        foreach (var found in arrays.Found.Where(f => f.Why is null && !q.Arrays.Any(a => a.IsMadeLike(f.Plan) || a.Grows(f.Plan))))
            subjects.Add(
                Subject(
                    q,
                    arrays,
                    "array:" + found.Plan.Name,
                    found.Plan.Name,
                    found.Capacity!.Usable,
                    found.Plan.Members,
                    found.ReadMBs * DriveDefaults.MeanOverSurface,
                    q.Found.At(found.Plan.Members[0])?.Drive
                )
            );
        var inArrays = q.FoundArrays.SelectMany(a => a.Members).ToHashSet();
        foreach (var change in DriveChanges.InOrder(q))
            if (
                change is { TakesPart: true, Out.Drive: { Bytes: > 0, Media: not DriveMedia.Tape } drive }
                && !inArrays.Contains(change.Place)
            )
                subjects.Add(
                    Subject(
                        q,
                        arrays,
                        change.Place.ToString(),
                        $"the {change.Out.Short} of {change.Place.Name}",
                        drive.Bytes!.Value,
                        [change.Place],
                        DriveDefaults.OverAPass(drive, DriveDefaults.Reads(drive).Value),
                        drive
                    )
                );
        return subjects;
    }

    private static MoveSubject Subject(
        MoveInput q,
        ArraySheet arrays,
        string key,
        string name,
        long bytes,
        IReadOnlyList<Place> places,
        Throughput? readMBs,
        DriveSheet? drive
    )
    {
        var planned = q.Moves.GetValueOrDefault(key);
        var system = places.Any(p => q.Found.At(p)?.MemberOf?.Split(", ").Contains("/") == true);
        List<string> targets =
        [
            .. arrays
                .Planned.Where(a => a.Why is null && "array:" + a.Plan.Name != key)
                .OrderByDescending(a => a.Capacity!.Usable)
                .Select(a => a.Plan.Name),
            .. q
                .Planned.Units.Where(u =>
                    u.Value.Drive is { Media: not DriveMedia.Tape } && u.Key.HoldsDrive && !q.Arrays.Any(a => a.Members.Contains(u.Key))
                )
                .Select(u => u.Key.ToString()),
        ];
        var to = Target(q, arrays, planned?.To ?? targets.FirstOrDefault(t => t != key));
        return new(
            key,
            name,
            bytes,
            places,
            system,
            planned,
            [
                .. Enum.GetValues<MoveWay>()
                    .Where(w => w != MoveWay.Fresh || system || planned?.Way == w)
                    .Select(w => Option(w, bytes, readMBs, drive, places, to)),
            ],
            targets
        );
    }

    private sealed record Goal(string Name, IReadOnlyList<Place> Places, long Bytes, Throughput? WriteMBs, int? SectorBytes);

    private static Goal? Target(MoveInput q, ArraySheet arrays, string? to)
    {
        if (to is null)
            return null;
        if (arrays.Planned.FirstOrDefault(a => a.Plan.Name == to && a.Why is null) is { } array)
            return new(
                array.Plan.Name,
                array.Plan.Members,
                array.Capacity!.Usable,
                array.WriteMBs * DriveDefaults.MeanOverSurface,
                q.Planned.At(array.Plan.Members[0])?.Drive?.SectorBytes
            );
        return Place.Parse(to) is var place && q.Planned.At(place)?.Drive is { } drive
            ? new(
                place.Name,
                [place],
                drive.Bytes ?? 0,
                DriveDefaults.OverAPass(drive, DriveDefaults.Writes(drive).Value),
                drive.SectorBytes
            )
            : null;
    }

    private static MoveOption Option(MoveWay way, long bytes, Throughput? readMBs, DriveSheet? drive, IReadOnlyList<Place> places, Goal? to)
    {
        var (name, verify, noReturn) = Words[way];
        var together = to is not null && !to.Places.Any(places.Contains);
        Throughput? rate = way switch
        {
            MoveWay.Clone or MoveWay.Copy => readMBs is { } read && to?.WriteMBs is { } write ? Throughput.Least(read, write) : null,
            MoveWay.Restore => to is null ? Backup
            : to.WriteMBs is { } write ? Throughput.Least(Backup, write)
            : null,
            _ => null,
        };
        var hours =
            rate is { Passes: true } at ? at.HoursFor(bytes)
            : way == MoveWay.Fresh ? FreshHours
            : (double?)null;
        var (possible, cannot) = way switch
        {
            MoveWay.Nothing => (true, "everything on it is gone"),
            MoveWay.Fresh => (true, "programs and settings come back one by one; data is not in it"),
            _ when to is null => (false, "there is no new home in the plan yet"),
            MoveWay.Clone when drive?.SectorBytes is { } from && to.SectorBytes is { } its && from != its => (
                false,
                $"sectors of {from} and {its} bytes differ"
            ),
            MoveWay.Clone when to.Bytes < bytes => (false, "the target has fewer sectors"),
            MoveWay.Clone or MoveWay.Copy when !together => (false, "old and new want the same bays: never in the machine together"),
            MoveWay.Copy when to.Bytes < bytes => (true, $"only {DiskSpace.TB(to.Bytes)} fit; does not start a system"),
            MoveWay.Clone => (true, "carries faults and waste along; nobody may write meanwhile"),
            MoveWay.Copy => (true, "does not start a system; open files are missed"),
            _ => (true, "only as fresh and as whole as the backup"),
        };
        var down =
            way is MoveWay.Nothing ? 0
            : way == MoveWay.Copy ? Math.Min(hours ?? 0, LastCopyHours)
            : hours;
        return new(way, name, possible, way == MoveWay.Nothing ? 0 : hours, down, rate, cannot, verify) { NoReturn = noReturn };
    }

    public static IEnumerable<Finding> Judge(MoveInput q, IReadOnlyList<MoveSubject> subjects, ArraySheet arrays)
    {
        foreach (var s in subjects)
        {
            var what = ("what", s.Name);
            // A goal that is no longer in the plan is none.
            if (
                s.Planned is not { } planned
                || (planned.Way is MoveWay.Clone or MoveWay.Copy or MoveWay.Restore && Target(q, arrays, planned.To) is null)
            )
            {
                yield return Finding.Of(
                    Unsaid,
                    s.Places,
                    Worked.Sum("captures; sector counts of the drives", new WorkedLine("held there", DiskSpace.TB(s.Bytes), true)),
                    ("size", new DiskSpace(s.Bytes)),
                    what
                );
                continue;
            }
            if (planned.Way is MoveWay.Nothing)
                continue;
            yield return Finding.Of(KeyFirst, s.Places, null, what);
            if (Target(q, arrays, planned.To) is not { } to || planned.Way is MoveWay.Fresh)
                continue;
            var target = ("target", to.Name);
            if (planned.Way is MoveWay.Clone or MoveWay.Copy && to.Places.Any(s.Places.Contains))
                yield return Finding.Of(Never, s.Places, null, what, target);
            if (to.Bytes < s.Bytes && planned.Way == MoveWay.Clone)
                yield return Finding.Of(
                    TooSmall,
                    s.Places,
                    Worked.Against(TooSmall.Source, ("to move", DiskSpace.TB(s.Bytes)), ">", ("room there", DiskSpace.TB(to.Bytes))),
                    what,
                    ("size", new DiskSpace(s.Bytes)),
                    target,
                    ("room", new DiskSpace(to.Bytes))
                );
            if (
                planned.Way == MoveWay.Clone
                && q.Found.At(s.Places[0])?.Drive?.SectorBytes is { } from
                && to.SectorBytes is { } its
                && from != its
            )
                yield return Finding.Of(
                    SectorSize,
                    s.Places,
                    Worked.Against(
                        SectorSize.Source,
                        ("sectors there now", $"{from} bytes"),
                        "≠",
                        ("sectors of the new drive", $"{its} bytes")
                    ),
                    what,
                    ("from", from),
                    ("to", its)
                );
        }
    }
}
