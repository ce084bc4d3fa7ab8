using Irvak.Core.Drives;
using Irvak.Core.Observations;
using Irvak.Core.Sheets;

namespace Irvak.Core.Tests.Drives;

/// <summary>Thresholds: common practice, no source.</summary>
public sealed class UsedGradesTests
{
    private static readonly DriveSheet Disk = new() { Media = DriveMedia.Disk };
    private static readonly DriveSheet Flash = new() { Media = DriveMedia.Flash, RatedWritesTB = 1000 };

    private static UsedGrade? Of(SeenHealth health) => UsedGrades.Of(Disk, health);

    [Theory]
    [InlineData(19_999, Grade.A)]
    [InlineData(20_000, Grade.B)]
    [InlineData(59_999, Grade.C)]
    [InlineData(90_000, Grade.C)]
    public void Hours_alone_never_reject(long hours, Grade grade) =>
        Assert.Equal(grade, Of(new SeenHealth { PowerOnHours = hours })!.Grade);

    [Fact]
    public void The_worst_column_decides_and_stands_first()
    {
        var grade = Of(
            new SeenHealth
            {
                PowerOnHours = 100,
                Reallocated = 51,
                Pending = 0,
            }
        )!;
        Assert.Equal(Grade.Reject, grade.Grade);
        Assert.Contains("51", grade.Reasons[0].Text, StringComparison.Ordinal);
        Assert.Equal(3, grade.Reasons.Count);
    }

    [Fact]
    public void Temperature_alone_is_no_fault_of_the_drive()
    {
        Assert.Equal(Grade.A, UsedGrades.Of(Flash, new SeenHealth { CriticalWarning = 2, PercentUsed = 3 })!.Grade);
        Assert.Equal(Grade.Reject, UsedGrades.Of(Flash, new SeenHealth { CriticalWarning = 4, PercentUsed = 3 })!.Grade);
    }

    [Fact]
    public void Written_volume_counts_against_the_rated_one() =>
        Assert.Equal(Grade.B, UsedGrades.Of(Flash, new SeenHealth { BytesWritten = 300_000_000_000_000, PercentUsed = 8 })!.Grade);

    [Fact]
    public void Cable_errors_grade_nothing_and_are_said()
    {
        var grade = Of(new SeenHealth { PowerOnHours = 100, CableErrors = 4_000 })!;
        Assert.Equal(Grade.A, grade.Grade);
        Assert.Contains("cable", Assert.Single(grade.Doubts), StringComparison.Ordinal);
    }

    [Fact]
    public void A_counter_that_was_set_back_is_doubted() =>
        Assert.Contains(
            "reset",
            Assert.Single(Of(new SeenHealth { PowerOnHours = 12, PowerCycles = 900 })!.Doubts),
            StringComparison.Ordinal
        );

    [Fact]
    public void A_drive_that_told_nothing_has_no_grade() => Assert.Null(Of(new SeenHealth { Celsius = 30 }));

    [Fact]
    public void More_of_any_fault_never_makes_it_better()
    {
        foreach (
            var step in new Func<SeenHealth, long, SeenHealth>[]
            {
                (h, n) => h with { Reallocated = n },
                (h, n) => h with { GrownDefects = n },
                (h, n) => h with { MediaErrors = n },
                (h, n) => h with { PercentUsed = (int)n },
                (h, n) => h with { PowerOnHours = n * 1000 },
            }
        )
        {
            var last = Grade.A;
            for (long n = 0; n < 200; n++)
            {
                var now = Of(step(new SeenHealth(), n))!.Grade;
                Assert.True(now >= last, $"{n}: {now} after {last}");
                last = now;
            }
        }
    }
}
