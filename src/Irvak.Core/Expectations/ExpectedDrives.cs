using Irvak.Core.Arrays;
using Irvak.Core.Observations;
using Irvak.Core.Quantities;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Expectations;

/// <summary>The lines of drives and arrays: what a change of them must show, and that those of a machine that was opened are all
/// back.</summary>
public static class ExpectedDrives
{
    public const string Screen = "Drives and arrays";

    private const string DrivesPrefix = "drives.",
        ArrayPrefix = "array.";

    // A full count of sectors may differ between makers by less; another size differs by more. Common practice, no source.
    private const double SizeTolerance = 0.005;

    // What file systems and keepers print of an array's size may lack their own share. Common practice, no source.
    private const double ArrayTolerance = 0.02;

    public static bool IsOne(string key) =>
        key.StartsWith(DrivesPrefix, StringComparison.Ordinal) || key.StartsWith(ArrayPrefix, StringComparison.Ordinal);

    public static bool IsArray(string key) => key.StartsWith(ArrayPrefix, StringComparison.Ordinal);

    public static IEnumerable<Expectation> Of(ArrayInput q, ArraySheet arrays)
    {
        var made = q.Made.Select(a => a.Name).ToHashSet();
        if (made.Count == 0 && q.Changes.Count == 0)
            yield break;
        var drives = q.Planned.Units.Where(u => u.Key.HoldsDrive && u.Value.Drive?.Bytes is > 0).ToList();
        // What a page rounded and what a label says are one size: they are counted together, as the comparison will.
        while (drives.Count > 0)
        {
            var bytes = drives.Max(u => u.Value.Drive!.Bytes!.Value);
            var group = drives.Where(u => IsSize(u.Value.Drive!.Bytes!.Value, bytes)).ToList();
            drives = [.. drives.Except(group)];
            yield return new(
                DrivesPrefix + bytes,
                Screen,
                $"Drives of {DiskSpace.Nominal(bytes)}, shown {DiskSpace.Binary(bytes)}",
                Say.Count(group.Count, "drive", "drives"),
                group.Count,
                group.Count,
                "drives",
                [.. group.Select(u => u.Key)]
            )
            {
                Source = "the drives planned; sizes by their count of sectors",
                EachBytes = bytes,
            };
        }
        foreach (var array in arrays.Planned.Where(a => a.Capacity is not null))
        {
            var tib = array.Capacity!.Usable / Math.Pow(2, 40);
            yield return new(
                ArrayPrefix + array.Plan.Name,
                Screen,
                $"Array {array.Plan.Name}",
                $"{array.Words.ToLowerInvariant()}, {DiskSpace.Binary(array.Capacity.Usable)}",
                tib * (1 - ArrayTolerance),
                tib * (1 + ArrayTolerance),
                "TiB",
                [.. array.Plan.Members]
            )
            {
                Source = "capacity step by step",
                Why = array.Capacity.Why,
                Array = array.Plan,
            };
        }
    }

    /// <summary>What words about an array make of its line, whatever its size; null where they leave that to the size.</summary>
    internal static LineState? Spoken(string typed, bool hasSize) =>
        RaidHealth
            .Of(
                new SeenRaid
                {
                    Name = "",
                    State = string.Join(", ", typed.Split([' ', ',', ';', ':'], StringSplitOptions.RemoveEmptyEntries)),
                }
            )
            .Condition switch
        {
            RaidCondition.Failed or RaidCondition.Degraded => LineState.Deviates,
            RaidCondition.Rebuilding or RaidCondition.Syncing => LineState.NotYet,
            RaidCondition.Whole when !hasSize => LineState.AsExpected,
            _ => null,
        };

    private static bool IsSize(double bytes, double expected) => Math.Abs(bytes - expected) <= SizeTolerance * expected;

    /// <summary>What a capture tells of such a line; null when it says nothing about it.</summary>
    internal static ComparedLine? Compare(Expectation e, Observation after)
    {
        if (e.EachBytes is { } each)
        {
            if (after.Drives.Count == 0)
                return null;
            var seen = after.Drives.Count(d => d.Bytes is { } b && IsSize(b, each));
            return new(e, e.Holds(seen) ? LineState.AsExpected : LineState.Deviates, Say.Count(seen, "drive", "drives"), "capture", seen);
        }
        if (e.Array is not { } array || after.Raids.Count == 0)
            return null;
        var raid = after.Raids.FirstOrDefault(r => string.Equals(r.Name, array.Name, StringComparison.OrdinalIgnoreCase))
            ?? after.Raids.Where(r => r.Bytes is not null && e.Holds(r.Bytes.Value / Math.Pow(2, 40))).FirstOrDefault();
        if (raid is null)
            return new(e, LineState.Deviates, "no array of that name or size", "capture", 0);
        var health = RaidHealth.Of(raid);
        var size = raid.Bytes / Math.Pow(2, 40);
        var told = JobArrays.LevelNamed(raid);
        var words = $"{raid.Level ?? "level not told"}{(raid.Bytes is { } bytes ? ", " + DiskSpace.Binary(bytes) : "")}; {health.Words}";
        var asPlanned = (told is null || told == array.Level) && (size is null || e.Holds(size.Value));
        var state = !asPlanned
            ? LineState.Deviates
            : health.Condition switch
            {
                RaidCondition.Whole or RaidCondition.NeverFilled => size is null ? LineState.NotYet : LineState.AsExpected,
                RaidCondition.Syncing or RaidCondition.Rebuilding or RaidCondition.Unknown => LineState.NotYet,
                _ => LineState.Deviates,
            };
        return new(e, state, words, "capture", size);
    }
}
