using Irvak.Core.Observations;
using Irvak.Core.Sheets;

namespace Irvak.Core.Drives;

/// <summary>
/// Grades a used drive from what it says of itself. Thresholds are common practice, no source, and the shop's to change;
/// that reallocated and uncorrectable sectors foretell failure is Pinheiro, Weber, Barroso, FAST 2007 (from memory).
/// </summary>
public static class UsedGrades
{
    /// <summary>A column: its words and the greatest values for A, B and C; what is beyond C is a reject.</summary>
    private sealed record Column(string Words, string Unit, long A, long B, long C, bool RejectBeyond = true)
    {
        public Grade Of(long value) =>
            value <= A ? Grade.A
            : value <= B ? Grade.B
            : value <= C || !RejectBeyond ? Grade.C
            : Grade.Reject;

        public GradeReason Reason(long value)
        {
            var grade = Of(value);
            var limit = grade switch
            {
                Grade.A => A,
                Grade.B => B,
                Grade.C when value <= C => C,
                _ => -1,
            };
            var told = $"{Words}: {value:#,0}{Unit}".Replace(',', ' ');
            return new GradeReason(
                grade,
                limit >= 0 ? $"{told} (up to {limit:#,0} for {grade})".Replace(',', ' ') : $"{told} (beyond {C:#,0})".Replace(',', ' ')
            );
        }
    }

    // The policy of the shop decides on hours and written volume; they never reject by themselves.
    private static readonly Column Hours = new("power-on hours", " h", 19_999, 39_999, 59_999, RejectBeyond: false);
    private static readonly Column Reallocated = new("reallocated sectors", "", 0, 8, 50);
    private static readonly Column Grown = new("grown defects", "", 0, 10, 100);
    private static readonly Column Wear = new("rated life used", " %", 10, 50, 99);
    private static readonly Column Media = new("media errors", "", 0, 0, 2);
    private static readonly Column Loads = new("load cycles of 600 000 rated", " %", 29, 59, 150);
    private static readonly Column Written = new("written of the rated volume", " %", 10, 50, 99, RejectBeyond: false);

    /// <summary>Rated load cycles of a hard disk; common practice, no source.</summary>
    private const long RatedLoads = 600_000;

    /// <param name="sheet">What the drive is; its rated volume is used where it is known.</param>
    /// <returns>The grade; null when the drive told nothing that grades.</returns>
    public static UsedGrade? Of(DriveSheet sheet, SeenHealth health)
    {
        var reasons = new List<GradeReason>();
        void Add(Column column, long? value)
        {
            if (value is { } v and >= 0)
                reasons.Add(column.Reason(v));
        }
        if (sheet.Media != DriveMedia.Flash)
            Add(Hours, health.PowerOnHours);
        Add(Reallocated, health.Reallocated);
        Add(Grown, health.GrownDefects);
        Add(Wear, health.PercentUsed);
        Add(Media, health.MediaErrors);
        if (health.LoadCycles is { } loads && sheet.Media != DriveMedia.Flash)
            Add(Loads, loads * 100 / RatedLoads);
        if (health.BytesWritten is { } written && sheet.RatedWritesTB is > 0 and var rated)
            Add(Written, (long)(written / 1e12 * 100 / rated));
        AddFaults(health, reasons);
        if (reasons.Count == 0)
            return null;
        return new UsedGrade(reasons.Max(r => r.Grade), [.. reasons.OrderByDescending(r => r.Grade)], Doubts(health));
    }

    private static void AddFaults(SeenHealth health, List<GradeReason> reasons)
    {
        if (health.Pending is > 0 and var pending)
            reasons.Add(
                new(
                    Grade.C,
                    $"{pending} sectors wait to be read or replaced: write the drive full once; what is still pending then is a reject"
                )
            );
        else if (health.Pending is 0)
            reasons.Add(new(Grade.A, "no sector is pending"));
        if (health.Uncorrectable is > 0 and var lost)
            reasons.Add(new(Grade.Reject, $"{lost} errors that no correction could mend"));
        else if (health.Uncorrectable is 0)
            reasons.Add(new(Grade.A, "no uncorrected error"));
        if (health.SparePercent is { } spare && health.SpareThresholdPercent is { } least && spare < least)
            reasons.Add(new(Grade.Reject, $"spare blocks {spare} %, under the drive's own limit of {least} %"));
        // Bit 1 is temperature: it says something about the place, not about the drive.
        if (health.CriticalWarning is { } bits && (bits & ~2) != 0)
            reasons.Add(new(Grade.Reject, $"critical warning 0x{bits:x2} of the drive itself"));
        if (health.Passed is false)
            reasons.Add(new(Grade.Reject, "its own verdict: it expects to fail"));
        else if (health.Passed is true)
            reasons.Add(new(Grade.A, "its own verdict: passed"));
        if (health.SelfTestFailed is true)
            reasons.Add(new(Grade.Reject, "its last self-test failed"));
    }

    private static List<string> Doubts(SeenHealth health)
    {
        var doubts = new List<string>();
        if (health.CableErrors is > 0 and var crc)
            doubts.Add(
                $"{crc} transfer errors on the cable, counted since it was new: "
                    + "only growth counts. Change the cable or bay first, then look again."
            );
        // A drive that was switched on more often than it ran hours, or loaded its heads without running, has a counter that was set back.
        if (
            health.PowerOnHours is { } hours
            && (
                (health.PowerCycles is { } cycles && cycles > 100 && hours < cycles / 4)
                || (health.LoadCycles is { } loads && hours < 100 && loads > 10_000)
                || (health.BytesWritten is { } w && hours < 1_000 && w / 1e12 > 0.36 * Math.Max(1, hours))
            )
        )
            doubts.Add($"{hours:#,0} power-on hours don't go with its other counters: the counter may have been reset.".Replace(',', ' '));
        return doubts;
    }
}
