using Irvak.Core.Arrays;
using Irvak.Core.Drives;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Arrays;

/// <summary>
/// Strips side by side. Drives touched by a request of q at sectors of 512 bytes: 1 + (q − 512) ÷ strip, as handbooks of arrays have it;
/// the sums beside it by hand.
/// </summary>
public class StripTableTests
{
    private static StripTable Of(ArrayLevel level, int drives, ArrayUse use, int? strip = null, ArrayHost host = ArrayHost.Kernel)
    {
        var job = Disks(drives).Array(level, drives, host, p => p with { Use = use, StripKiB = strip });
        return StripTable.Of(job.Arrays.Plans["M"]!, job.Planned);
    }

    [Fact]
    public void Small_requests_want_one_drive_large_ones_all()
    {
        // 8 KiB over four striped disks: at 16 KiB 1 + 7.5 ÷ 16 = 1.47 drives, at 32 KiB 1.23, at 1024 KiB 1.007.
        var database = Of(ArrayLevel.Stripe, 4, ArrayUse.Database);
        Assert.Equal([16, 32, 64, 128, 256, 512, 1024], database.Rows.Select(r => r.KiB));
        Assert.Equal([1.47, 1.23, 1.12], database.Rows.Take(3).Select(r => Math.Round(r.Touches, 2)));
        Assert.Equal(StripSchool.Between, database.Rows[0].School);
        Assert.All(database.Rows.Skip(1), r => Assert.Equal(StripSchool.EachOnOne, r.School));
        Assert.Equal(32, database.Rows.Single(r => r.Suggested).KiB);
        Assert.True(database.Rows[0].ReadsPerSecond < database.Rows[1].ReadsPerSecond);

        // 1 MiB: on all four up to strips of 256 KiB, on two to three of them at 512 KiB.
        var editing = Of(ArrayLevel.Stripe, 4, ArrayUse.Editing);
        Assert.Equal(
            [StripSchool.EachOnAll, StripSchool.EachOnAll, StripSchool.Between, StripSchool.Between],
            editing.Rows.Where(r => r.KiB is 64 or 256 or 512 or 1024).Select(r => r.School)
        );
        Assert.True(editing.Rows[0].AloneMilliseconds < editing.Rows[^1].AloneMilliseconds);
    }

    [Fact]
    public void Rates_are_those_of_the_drives()
    {
        // Four disks of 75 requests a second each: 300 over 1.23 drives; alone 1/75 s and 6.5 KiB at the rate of one.
        var row = Of(ArrayLevel.Stripe, 4, ArrayUse.Database).Rows[1];
        var each = DriveDefaults.Requests(Disk).Value;
        var rate = DriveDefaults.Reads(Disk).Value.MegabytesPerSecond;
        Assert.Equal(4 * each / (1 + (7.5 / 32)), row.ReadsPerSecond, 6);
        Assert.Equal((1000 / each) + (8192 / (1 + (7.5 / 32)) / rate / 1000), row.AloneMilliseconds, 3);
    }

    [Fact]
    public void A_full_stripe_is_the_strip_times_the_data_drives()
    {
        Assert.Equal([48L, 96L], Of(ArrayLevel.Parity1, 4, ArrayUse.Files).Rows.Take(2).Select(r => r.FullStripeKiB!.Value));
        Assert.All(Of(ArrayLevel.Pairs, 4, ArrayUse.Files).Rows, r => Assert.Null(r.FullStripeKiB));
    }

    [Fact]
    public void The_planned_one_is_marked_and_each_can_be_taken()
    {
        var rows = Of(ArrayLevel.Parity1, 4, ArrayUse.Files, 8).Rows;
        Assert.Equal(8, rows.Single(r => r.IsNow).KiB);
        Assert.Equal(8, rows.Count);
        Assert.Equal(64, Assert.IsType<MakeArray>(rows.Single(r => r.KiB == 64).Take).Array.StripKiB);
        Assert.True(Of(ArrayLevel.Parity1, 4, ArrayUse.Files).Rows.Single(r => r.Suggested).IsNow);
    }

    [Fact]
    public void Where_a_strip_changes_nothing_the_reason_is_told()
    {
        Assert.Equal("its data is not spread over drives: a strip changes nothing", Of(ArrayLevel.Mirror, 2, ArrayUse.Files).Why);
        Assert.StartsWith("a pool spreads", Of(ArrayLevel.Parity1, 4, ArrayUse.Files, host: ArrayHost.Pool).Why);
        var job = Disks(3).Array(ArrayLevel.Parity1, 4);
        Assert.Equal("a drive of it is not in its place", StripTable.Of(job.Arrays.Plans["M"]!, job.Planned).Why);
    }
}
