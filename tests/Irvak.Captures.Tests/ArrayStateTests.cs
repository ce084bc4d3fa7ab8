using Irvak.Core.Observations;

namespace Irvak.Captures.Tests;

/// <summary>Arrays that are not whole, in each format. Shapes: md(4), mdadm(8), from memory.</summary>
public sealed class ArrayStateTests
{
    private static SeenRaid Read(string text) => Assert.Single(CaptureReader.Read(text).Seen.Raids);

    [Fact]
    public void Status_of_an_array_that_does_not_run()
    {
        var array = Read(
            "Personalities : [raid6] [raid5]\nmd127 : inactive sdc1[1](S) "
                + "sdb1[0](S)\n      3906762928 blocks super 1.2\n\nunused devices: <none>\n"
        );
        Assert.Equal([("sdc1", "unknown"), ("sdb1", "unknown")], array.Members.Select(m => (m.Name, m.Role)));
        Assert.Equal(RaidCondition.Failed, RaidHealth.Of(array).Condition);
    }

    [Theory]
    [InlineData(
        "md0 : active raid10 sda1[0] sdb1[1] sdc1[2] sdd1[3]\n      7813770240 blocks super 1.2 512K chunks 2 near-copies [4/4] [UUUU]\n",
        512,
        "UUUU",
        RaidCondition.Whole
    )]
    [InlineData(
        "md0 : active raid1 sda1[0] sdb1[1] sdc1[2] sdd1[3]\n      2490176 blocks [16/4] [UUUU____________]\n",
        null,
        "UUUU____________",
        RaidCondition.NeverFilled
    )]
    [InlineData(
        "md0 : active raid5 sda1[0] sdb1[1](F) sdc1[3]\n      7813772288 blocks super 1.2 level 5, 512k chunk, algorithm 2 [3/2] [U_U]\n",
        512,
        "U_U",
        RaidCondition.Degraded
    )]
    [InlineData(
        "md0 : active raid5 sdd1[4] sda1[0] sdc1[2]\n      7813772288 blocks super 1.2 level 5, 64k chunk, algorithm 2 "
            + "[3/2] [U_U]\n      [==>..................]  recovery = 12.6% (497664/3906886144) finish=127.5min speed=33440K/sec\n",
        64,
        "U_U",
        RaidCondition.Rebuilding
    )]
    [InlineData(
        "md0 : active (read-only) raid1 sda1[0] sdb1[1]\n      1953382400 blocks super 1.2 [2/2] [UU]\n      \tresync=PENDING\n",
        null,
        "UU",
        RaidCondition.Syncing
    )]
    [InlineData("md0 : broken raid0 sda1[0] sdb1[1]\n      7813770240 blocks super 1.2 512k chunks\n", 512, null, RaidCondition.Failed)]
    public void Status(string text, int? chunk, string? map, RaidCondition condition)
    {
        var array = Read(text);
        Assert.Equal((chunk, map, condition), (array.ChunkKiB, array.InStep, RaidHealth.Of(array).Condition));
    }

    private const string Head =
        "/dev/md0:\n           Version : 1.2\n        Raid Level : raid10\n        Array Size "
        + ": 7813770240 (7.28 TiB 8.00 TB)\n      Raid Devices : 4\n     Total Devices : 4\n";

    [Fact]
    public void Detail_of_a_whole_one_with_sets()
    {
        var reading = CaptureReader.Read(
            Head
                + "             State : clean\n    Active Devices : 4\n   Working "
                + "Devices : 4\n    Failed Devices : 0\n     Spare Devices : 0\n\n    "
                + "    Chunk Size : 512K\n\nConsistency Policy : bitmap\n\n    Number "
                + "  Major   Minor   RaidDevice State\n       0       8        1 "
                + "       0      active sync set-A   /dev/sda1\n       1       8    "
                + "   17        1      active sync set-B   /dev/sdb1\n       2     "
                + "  8       33        2      active sync set-A   /dev/sdc1\n       "
                + "3       8       49        3      active sync set-B   /dev/sdd1\n"
        );
        Assert.Empty(reading.Rest);
        var array = Assert.Single(reading.Seen.Raids);
        Assert.Equal(["sda1", "sdb1", "sdc1", "sdd1"], array.Members.Where(m => m.Role == "active").Select(m => m.Name));
        Assert.Equal(RaidCondition.Whole, RaidHealth.Of(array).Condition);
    }

    [Fact]
    public void Spares_are_no_members_in_step()
    {
        var array = Read(
            Head
                + "             State : clean, degraded, recovering\n    Active Devices : 3\n   Working "
                + "Devices : 4\n     Spare Devices : 1\n    Rebuild Status : 7% complete\n\n    Number  "
                + " Major   Minor   RaidDevice State\n       0       8        1        0      active sync "
                + "  /dev/sda1\n       4       8       65        1      spare rebuilding   /dev/sde1\n"
        );
        Assert.Equal((3, "rebuilding"), (array.Present, array.Members[1].Role));
        var health = RaidHealth.Of(array);
        Assert.Equal(
            (RaidCondition.Rebuilding, "is being rebuilt (rebuild at 7 %), 3 of 4 members in step", 1),
            (health.Condition, health.Words, health.Missing)
        );
    }

    [Fact]
    public void Detail_of_one_that_does_not_run_keeps_its_members()
    {
        var array = Read(
            "/dev/md127:\n           Version : 1.2\n        Raid Level : raid5\n     "
                + "Total Devices : 2\n             State : inactive\n   Working Devices : 2\n\n "
                + "   Number   Major   Minor   RaidDevice\n\n       -       8       33       "
                + " -        /dev/sdc1\n       -       8       17        -        /dev/sdb1\n"
        );
        Assert.Equal([("sdc1", "unknown"), ("sdb1", "unknown")], array.Members.Select(m => (m.Name, m.Role)));
        Assert.Equal(RaidCondition.Failed, RaidHealth.Of(array).Condition);
    }
}
