using Irvak.Core.Arrays;
using Irvak.Core.Contracts;
using Irvak.Core.Drives;
using Irvak.Core.Places;
using Irvak.Core.Sheets;

namespace Irvak.Core.Boot;

/// <summary>What the system starts from, and what it asks of it.</summary>
/// <param name="Places">One drive, or the two halves of a mirror.</param>
/// <param name="WrittenGBPerDay">Written a day, GB.</param>
/// <param name="BaseGB">System and boot partitions, GB.</param>
/// <param name="GrowthGBPerYear">What comes in a year, GB.</param>
/// <param name="StagingGB">Room for updates before they are installed, GB.</param>
/// <param name="SharedGB">Data that lies on the same drive, GB; 0 for a drive of its own.</param>
/// <param name="SharedWrittenGBPerDay">Written a day by that data, GB.</param>
public sealed record BootPlan(
    IReadOnlyList<Place> Places,
    double WrittenGBPerDay = BootLife.UsualWrittenGB,
    double BaseGB = 2.2,
    double GrowthGBPerYear = 2.5,
    double StagingGB = 10,
    double SharedGB = 0,
    double SharedWrittenGBPerDay = 0
)
{
    /// <summary>What is installed; null when nobody said.</summary>
    public InstallerKind? System { get; init; }

    /// <summary>The array that holds all that the system starts from and shows it as one disk: a controller's, or one without halves. Null
    /// where each place is a disk of its own.</summary>
    public ArrayPlan? AsOneOf(IEnumerable<ArrayPlan> arrays) =>
        arrays.FirstOrDefault(a =>
            a.Members.Count > 1
            && Places.All(a.Members.Contains)
            && (a.Host == ArrayHost.Controller || a.Level is ArrayLevel.Stripe or ArrayLevel.Span)
        );

    /// <summary>Life of a drive under these needs; shared needs add up.</summary>
    /// <param name="takenTB">Written to it already, TB; null when not known.</param>
    public BootLife LifeOn(DriveSheet drive, double? takenTB = null) =>
        BootLife.Of(
            new BootQuestion(
                drive.Bytes,
                WrittenGBPerDay + SharedWrittenGBPerDay,
                DriveDefaults.RatedTB(drive) ?? BootMedia.Of(drive).AssumedTB,
                null,
                5,
                BaseGB + SharedGB,
                GrowthGBPerYear,
                StagingGB
            )
            {
                TakenTB = takenTB,
                IsAssumed = DriveDefaults.RatedTB(drive) is null && BootMedia.Of(drive).AssumedTB is not null,
            }
        );

    /// <summary>What is wrong with its numbers, with a path; null when nothing is.</summary>
    internal SheetProblem? Problem =>
        Places.Count is 0 or > 4 ? new("/places", "A system starts from one drive, or from a mirror of up to four.")
        : new[] { WrittenGBPerDay, BaseGB, GrowthGBPerYear, StagingGB, SharedGB, SharedWrittenGBPerDay }.Any(n => n is not (>= 0 and < 1e6))
            ? new("/writtenGBPerDay", "Needs are 0 GB or more, less than a million.")
        : null;
}
