using Irvak.Core.Observations;

namespace Irvak.Captures.Tests;

/// <summary>
/// Arrays that the firmware of a board keeps and the kernel runs. Shapes: md(4), external metadata, and mdadm(8), detail of a container;
/// from memory.
/// </summary>
public sealed class FirmwareSetTests
{
    private const string Set = """
        Personalities : [raid1] [raid0]
        md126 : active raid1 sdb[1] sda[0]
              976759808 blocks super external:/md127/0 [2/2] [UU]

        md127 : inactive sdc[2](S) sdb[1](S) sda[0](S)
              15603 blocks super external:ddf

        unused devices: <none>

        """;

    [Fact]
    public void The_set_is_no_array_and_what_only_it_has_stands_by()
    {
        var array = Assert.Single(CaptureReader.Read(Set).Seen.Raids);
        Assert.Equal(("md126", "raid1", (bool?)true), (array.Name, array.Level, array.OfFirmware));
        Assert.Equal([("sdb", "active"), ("sda", "active"), ("sdc", "spare")], array.Members.Select(m => (m.Name, m.Role)));
        Assert.Equal(RaidCondition.Whole, RaidHealth.Of(array).Condition);
    }

    [Fact]
    public void Two_arrays_on_one_set_share_the_drives_and_none_stands_by()
    {
        var raids = CaptureReader
            .Read(
                Set.Replace("sdc[2](S) ", "")
                    .Replace(
                        "md127 :",
                        "md125 : active raid0 sdb[1] sda[0]\n      512000 blocks super external:-md127/1 128k chunks\n\nmd127 :"
                    )
            )
            .Seen.Raids;
        Assert.Equal(["md126", "md125"], raids.Select(r => r.Name));
        Assert.All(raids, r => Assert.True(r.OfFirmware));
        Assert.DoesNotContain(raids.SelectMany(r => r.Members), m => m.Role == "spare");
    }

    [Fact]
    public void The_kernels_own_beside_it_stays_the_kernels()
    {
        var own = "md0 : active raid1 sdf1[1] sde1[0]\n      1953382400 blocks super 1.2 [2/2] [UU]\n\nmd126 :";
        var raids = CaptureReader.Read(Set.Replace("md126 :", own)).Seen.Raids;
        Assert.Equal([("md0", null), ("md126", (bool?)true)], raids.Select(r => (r.Name, r.OfFirmware)));
    }

    [Fact]
    public void In_detail_a_container_is_no_array_and_its_volume_is_the_firmwares()
    {
        var array = Assert.Single(
            CaptureReader
                .Read(
                    "/dev/md127:\n           Version : ddf\n        Raid Level : container\n     Total Devices : 2\n\n"
                        + "    Number   Major   Minor   RaidDevice\n\n       -       8        0        -        /dev/sda\n"
                        + "/dev/md126:\n         Container : /dev/md/ddf0, member 0\n        Raid Level : raid1\n"
                        + "        Array Size : 976759808 (931.51 GiB 1000.20 GB)\n      Raid Devices : 2\n             State : clean\n\n"
                        + "    Number   Major   Minor   RaidDevice State\n       1       8        0        0      active sync   /dev/sda\n"
                )
                .Seen.Raids
        );
        Assert.Equal(("md126", (bool?)true, 976759808L * 1024), (array.Name, array.OfFirmware, array.Bytes));
    }
}
