using Irvak.Core.Arrays;
using Irvak.Core.Builds;
using Irvak.Core.Lanes;
using Irvak.Core.Memory;
using Irvak.Core.Places;
using Irvak.Core.Sheets;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests;

/// <summary>A copy of a question with another part of it asks about that part; definition, no source outside.</summary>
public class QuestionTests
{
    private static readonly Question Asked = Disks(3).With(Boards.Fit("B1")).Ask();

    [Fact]
    public void What_is_gathered_from_changes_is_of_the_changes_that_stand_there()
    {
        var machine = Asked.Machine;
        Assert.Equal(
            (true, true, true),
            (machine.Changed.Contains(Place.Slot("B1")), machine.IsNew(Place.Slot("B1")), machine.BringsPart(Place.Slot("B1")))
        );
        var none = machine with { Changes = [] };
        Assert.Equal(
            (false, false, false),
            (none.Changed.Contains(Place.Slot("B1")), none.IsNew(Place.Slot("B1")), none.BringsPart(Place.Slot("B1")))
        );
        // And the first is what it was.
        Assert.True(machine.IsNew(Place.Slot("B1")));
    }

    [Fact]
    public void What_is_gathered_from_the_plan_is_of_the_plan_that_stands_there()
    {
        var q = Found(3, "md0").With(new Core.Edits.Remove(Bay(1))).Ask();
        Assert.DoesNotContain("1", q.Lanes.PlannedShort);
        Assert.Contains("1", q.AsFound().Lanes.PlannedShort);
        Assert.DoesNotContain("1", q.Lanes.PlannedShort);
    }

    [Fact]
    public void A_capability_sees_the_places_that_it_looks_at()
    {
        var q = Found(3, "md0").With(Boards.Fit("B1")).Ask();
        Assert.Equal([Place.Slot("B1")], q.Memory.Changes.Select(c => c.Place));
        Assert.DoesNotContain(Bay(1), q.Memory.Planned.Units.Keys);
        Assert.Empty(q.Lanes.Changes);
        Assert.Contains(Bay(1), q.Lanes.Planned.Units.Keys);
        Assert.DoesNotContain(Place.Slot("B1"), q.Drives.Planned.Units.Keys);
        // The machine as found is one object: what runs as found is known by it.
        var found = q.AsFound();
        Assert.Same(found.Memory.Found, found.Memory.Planned);
        Assert.Same(found.Lanes.Found, found.Lanes.Planned);
    }

    [Fact]
    public void Another_plan_reaches_every_capability()
    {
        var other = Asked.Planning(Build.Empty);
        Assert.All(
            new Core.Inputs.PlanInput[]
            {
                other.Machine,
                other.Memory,
                other.Storage,
                other.Lanes,
                other.Power,
                other.Boot,
                other.Paths,
                other.Paths.Lanes,
                other.Moving,
                other.Steps,
                other.Steps.Lanes,
                other.Steps.Power,
                other.Distances.Memory,
                other.Distances.Arrays,
            },
            input => Assert.Empty(input.Planned.Units)
        );
    }

    [Fact]
    public void The_machine_as_found_has_nothing_of_the_plan()
    {
        var q = Found(4, "md0")
            .With(
                new SetSplit("S1", [8, 8]),
                new MakeArray(new("N", ArrayLevel.Mirror, [Bay(1), Bay(2)])),
                new Core.Boot.PlanBoot(new([Bay(3)])),
                new Core.Caches.PlanCache(new("K", [Bay(4)], [new("N", 100)])),
                new SetMemoryMode(MemoryMode.Mirrored)
            )
            .Ask();
        Assert.True(q.Storage.TouchesStorage);
        var found = q.AsFound();
        Assert.False(found.Storage.TouchesStorage);
        Assert.Empty(found.Storage.Caches);
        Assert.Null(found.Boot.Boot);
        Assert.DoesNotContain(found.Storage.Arrays, a => a.Name == "N");
        Assert.Empty(found.Lanes.Splits);
        Assert.Same(found.Lanes, found.Paths.Lanes);
    }
}
