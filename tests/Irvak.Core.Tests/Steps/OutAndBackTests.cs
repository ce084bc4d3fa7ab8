using Irvak.Core.Builds;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Steps;

/// <summary>A machine that opens past its drives: all out by the map, all back into the same bays. Common practice, no source.</summary>
public sealed class OutAndBackTests
{
    /// <summary>Three disks in bays 1 to 3; the shell comes off once the drives are out.</summary>
    private static JobState Job(bool drivesOut = true, params Edit[] edits)
    {
        var state = Found(3, "md0");
        var sheet = Sheet with
        {
            Chassis = new(Core.Sheets.ChassisKind.Rack, 2),
            Opening =
            [
                new("Lift the shell back and off", Closing: "Shell on") { DrivesOut = drivesOut },
                new("Fan off", Closing: "Fan on"),
            ],
        };
        var found = state.Found.SetItems(
            Enumerable.Range(1, 3).Select(i => KeyValuePair.Create(Bay(i), state.Found[Bay(i)] with { Serial = $"EK{i}" }))
        );
        return (state with { Sheet = sheet, Found = found }).With(edits);
    }

    private static readonly Edit Memory = new Remove(Place.Slot("A1"));

    private static List<string> Keys(JobState job) => [.. job.Evaluate().Runbook.Steps.Select(s => s.Key)];

    [Fact]
    public void Drives_come_out_by_the_map_before_it_opens_and_go_back_once_it_is_closed()
    {
        var job = Job(true, Memory);
        var keys = Keys(job);
        Assert.Equal("off:map", keys[0]);
        Assert.Equal(
            ["open:drives:0", "open:0", "open:1", "out:slot:A1", "close:count", "close:1", "close:0", "close:drives:0"],
            keys.Where(k => !k.StartsWith("off:", StringComparison.Ordinal) && !k.StartsWith("start:", StringComparison.Ordinal))
        );
        var steps = job.Evaluate().Runbook.Steps;
        Assert.Contains("Bay and serial number: 1: EK1; 2: EK2; 3: EK3.", steps.Single(s => s.Key == "open:drives:0").How);
        Assert.Contains("By label and map: 1: EK1; 2: EK2; 3: EK3.", steps.Single(s => s.Key == "close:drives:0").How);
        Assert.True(job.Evaluate().Backup.Touched);
    }

    [Fact]
    public void Where_they_may_stay_nothing_is_drawn()
    {
        var keys = Keys(Job(false, Memory));
        Assert.DoesNotContain(keys, k => k.Contains("drives") || k == "off:map");
        Assert.False(Job(false, Memory).Evaluate().Backup.Touched);
        // Nothing was found in its bays: nothing comes out.
        Assert.DoesNotContain(Keys(Job(true, Memory) with { Found = Job().Found.RemoveRange(Bays(3)) }), k => k.Contains("drives"));
    }

    /// <summary>What goes for good is drawn with them, what comes comes last: its bay is there only once the shell is on.</summary>
    [Fact]
    public void One_that_leaves_leaves_before_and_one_that_comes_comes_after()
    {
        var job = Job(true, new Remove(Bay(2)), Memory, new Fit(Bay(5), new Unit { Drive = Disk, Source = "shelf" }));
        var keys = Keys(job);
        Assert.True(keys.IndexOf("out:bay:2") < keys.IndexOf("open:0"));
        Assert.True(keys.IndexOf("in:bay:5") > keys.IndexOf("close:0"));
        var steps = job.Evaluate().Runbook.Steps;
        Assert.Contains("Bay and serial number: 1: EK1; 3: EK3.", steps.Single(s => s.Key == "open:drives:0").How);
        // One group of steps after the other, none of them twice.
        var groups = steps.Select(s => s.Group).ToList();
        Assert.Equal(groups.Distinct().Count(), 1 + groups.Zip(groups.Skip(1)).Count(g => g.First != g.Second));
    }
}
