using Irvak.Core.Arrays;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Arrays;

/// <summary>The array offered first; which level for how many: common practice, no source.</summary>
public class FreshArrayTests
{
    [Theory]
    [InlineData(1, ArrayLevel.Single)]
    [InlineData(2, ArrayLevel.Mirror)]
    [InlineData(3, ArrayLevel.Parity1)]
    [InlineData(5, ArrayLevel.Parity1)]
    [InlineData(6, ArrayLevel.Parity2)]
    [InlineData(60, ArrayLevel.Parity2)]
    public void So_many_drives_usually_get(int drives, ArrayLevel level) => Assert.Equal(level, FreshArray.LevelFor(drives));

    [Fact]
    public void It_takes_every_drive_that_belongs_to_no_array_in_the_order_of_the_chassis()
    {
        var fresh = Disks(11).Evaluate().Arrays.Fresh;
        Assert.Equal(Bays(11), fresh!.Members);
        Assert.Equal(("M", ArrayHost.Kernel, ArrayLevel.Parity2), (fresh.Name, fresh.Host, fresh.Level));
    }

    [Fact]
    public void Beside_another_array_it_has_another_name_the_same_keeper_and_the_drives_left()
    {
        var fresh = Disks(7).Array(ArrayLevel.Parity1, 4, ArrayHost.Pool, a => a with { Spares = [Bay(5)] }).Evaluate().Arrays.Fresh;
        Assert.Equal([Bay(6), Bay(7)], fresh!.Members);
        Assert.Equal(("N", ArrayHost.Pool, ArrayLevel.Mirror), (fresh.Name, fresh.Host, fresh.Level));
    }

    [Fact] // making an array erases its drives
    public void A_drive_that_the_system_starts_from_or_that_caches_is_not_free()
    {
        var job = Disks(6)
            .Array(ArrayLevel.Parity1, 3)
            .With(new Core.Boot.PlanBoot(new([Bay(4)])), new Core.Caches.PlanCache(new("K", [Bay(5)], [new("M", 100)])));
        Assert.Equal([Bay(6)], job.Evaluate().Arrays.Fresh!.Members);
    }

    [Fact]
    public void Without_a_free_drive_there_is_none()
    {
        Assert.Null(Disks(4).Array(ArrayLevel.Parity1, 4).Evaluate().Arrays.Fresh);
        Assert.Null(Boards.Job(Boards.Server, "A1").Evaluate().Arrays.Fresh);
        Assert.Equal([Bay(4)], Disks(4).Array(ArrayLevel.Parity1, 3).With(new Remove(Place.Slot("A1"))).Evaluate().Arrays.Fresh!.Members);
    }

    [Fact]
    public void It_takes_drives_that_are_alike_and_the_most_of_them()
    {
        var small = Disk with { Bytes = 4 * TB };
        Assert.Equal([Bay(2), Bay(4), Bay(5)], With(small, Disk, small, Disk, Disk).Evaluate().Arrays.Fresh!.Members);
        // Of two as many the larger.
        Assert.Equal([Bay(2), Bay(4)], With(small, Disk, small, Disk).Evaluate().Arrays.Fresh!.Members);
        // Makers count their sectors a little otherwise; one per cent is another size.
        Assert.Equal(2, With(Disk, Disk with { Bytes = 8 * TB - (8 * TB / 100) }).Evaluate().Arrays.Fresh!.Members.Count);
        Assert.Single(With(Disk, Disk with { Bytes = 8 * TB - (8 * TB / 100) - 1 }).Evaluate().Arrays.Fresh!.Members);
        Assert.Single(With(Disk, Disk with { Protocol = DriveProtocol.Sas }).Evaluate().Arrays.Fresh!.Members);
        Assert.Single(With(Disk, Disk with { Bytes = null }).Evaluate().Arrays.Fresh!.Members);
    }

    [Theory]
    [InlineData("cached-raid", "5", ArrayHost.Controller)]
    [InlineData("cached-raid", "1", ArrayHost.Kernel)]
    [InlineData("host-adapter", null, ArrayHost.Kernel)]
    [InlineData("firmware-assisted", "5", ArrayHost.Kernel)]
    public void The_RAID_card_that_is_there_keeps_it(string kind, string? level, ArrayHost wanted)
    {
        var card = new Core.Builds.Unit
        {
            Card = new()
            {
                Name = "Corvath R",
                Role = CardRole.Controller,
                Controller = new()
                {
                    Class = kind,
                    Protocols = [DriveProtocol.Sata],
                    Levels = level is null ? [] : [level],
                    InnerPorts = 8,
                },
            },
            Source = "shelf",
        };
        Assert.Equal(wanted, Disks(3).With(new Fit(Place.Card("S1"), card)).Evaluate().Arrays.Fresh!.Host);
    }
}
