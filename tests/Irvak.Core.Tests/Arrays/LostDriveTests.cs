using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Observations;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Survey;
using Irvak.Core.Verdicts;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Arrays;

/// <summary>An array that lost a drive which somebody took away already. States of the kernel: md(4), mdadm(8).</summary>
public sealed class LostDriveTests
{
    /// <summary>Single parity over four disks of 8 TB, three of them in bays 1 to 3.</summary>
    private static JobState Gone()
    {
        SeenMember[] three = [new("sda1", "active"), new("sdb1", "active"), new("sdc1", "active")];
        var told = InArray(4, "raid5", three);
        return told with { Found = told.Found.Remove(Place.Bay("4")) };
    }

    /// <summary>The same, its listing telling what it holds.</summary>
    private static JobState Holding(JobState job, long? bytes) =>
        job with
        {
            Readings = job.Readings.SetItem(
                "arrays",
                job.Readings["arrays"] with
                {
                    Raids = [.. job.Readings["arrays"].Raids.Select(r => r with { Bytes = bytes })],
                }
            ),
        };

    private static bool Stops(Finding finding) => finding.Severity == Severity.Stop;

    [Theory]
    [InlineData(24_000, true)] // three times 8 TB: the lost one was no smaller
    [InlineData(23_530, true)]
    [InlineData(23_400, false)] // a little of each was not used: it was smaller
    [InlineData(12_000, false)] // it was one of 4 TB
    [InlineData(null, false)] // nobody told
    public void What_it_holds_is_known_where_its_listing_shows_how_large_the_lost_one_was(int? holdsGB, bool known)
    {
        var array = Holding(Gone(), holdsGB * 1_000_000_000L).Evaluate().Arrays.Found[0];
        Assert.Equal(known, array.Capacity is not null);
        Assert.Equal(known, array.Why is null);
        if (!known)
            Assert.StartsWith("how large the drive was that it lost, nobody told", array.Why);
    }

    /// <summary>What single parity holds over four alike: three of them. Definition of the level.</summary>
    [Fact]
    public void A_drive_that_is_gone_already_is_made_up_for_and_the_array_is_not_grown()
    {
        var gone = Holding(Gone(), 24 * TB);
        var each = gone.Found[Place.Bay("1")].Drive!.Bytes!.Value;
        var sheet = gone.Evaluate().Arrays;
        Assert.InRange(sheet.Found[0].Capacity!.Usable, (long)(2.98 * each), 3 * each);
        Assert.Equal((0, 1), (sheet.Found[0].LeftNow, sheet.Found[0].Surely));
        Assert.DoesNotContain(UnknownRegister.Of(gone), u => u.Path.StartsWith("array."));
        Assert.Equal("ARR-LOSE", Assert.Single(gone.With(new Remove(Place.Bay("2"))).Evaluate().Findings, Stops).Rule.Code);

        JobState Over(JobState job, params int[] bays) =>
            job.With(new MakeArray(sheet.Planned[0].Plan with { Members = [.. bays.Select(b => Place.Bay($"{b}"))] }));
        var mended = Over(gone.With(New(4)), 1, 2, 3, 4).Evaluate();
        Assert.DoesNotContain(mended.Findings, Stops);
        Assert.Equal((1, 4), (mended.Arrays.Planned[0].LeftNow, mended.Arrays.Planned[0].Plan.Members.Count));
        var step = Assert.Single(mended.Runbook.Steps, s => s.Key is "mend:md0" or "array:md0");
        Assert.Equal(("Give array md0 its new drive in 4", Place.Bay("4")), (step.Title, Assert.Single(step.Places)));
        Assert.Equal(mended.Arrays.Planned[0].Rebuild!.Hours, step.WaitHours);
        Assert.Null(step.TypeFirst);
        // What is free and large enough is offered; a smaller drive, or one of another kind, is not.
        Assert.Equal(mended.Arrays.Planned[0].Plan.Members, gone.With(New(4)).Evaluate().Arrays.Mend!.Members);
        Assert.Null(sheet.Mend);
        Assert.Null(mended.Arrays.Mend);
        foreach (var other in new[] { Disk with { Bytes = each - 1 }, Flash })
            Assert.Null(gone.With(new Fit(Place.Bay("4"), new Unit { Drive = other, Source = "shelf" })).Evaluate().Arrays.Mend);
        // One more than it lost: whole first, then grown by the other.
        var grown = Over(gone.With(New(4), New(5)), 1, 2, 3, 4, 5).Evaluate().Runbook.Steps.Where(s => s.Key is "mend:md0" or "array:md0");
        Assert.Equal(["mend:md0", "array:md0"], grown.Select(s => s.Key));
        Assert.Contains(grown.Last().How, d => d.StartsWith("Add 5 to it"));
    }
}
