using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Power;
using Irvak.Core.Tests.Arrays;
using Irvak.Core.Tests.Lanes;

namespace Irvak.Core.Tests.Power;

public class PowerSheetTests
{
    private static PowerLine Disk(int n) => new(Place.Bay($"{n}"), "disk", 10, 5, 2, 0.8, "test");

    [Fact] // 2 A on 12 V and 0.8 A on 5 V each: 28 W while four of them spin up, one after another or at once
    public void Starting_one_after_another_lowers_the_peak_and_not_the_end()
    {
        PowerLine[] lines = [new(Place.None, "board", 50, 30, 0, 0, "test"), .. Enumerable.Range(1, 4).Select(Disk)];
        var (once, slow) = (PowerSheet.Curve(lines, 0, 10), PowerSheet.Curve(lines, 1, 12));
        // Processors rest until the disks are up.
        Assert.Equal(30 + (4 * 28), once.Max(p => p.Total), 0.001);
        // The last one starts while three run.
        Assert.Equal(50 + (4 * 10), slow.Max(p => p.Total), 0.001);
        Assert.Equal((90.0, 90.0), (once[^1].Total, slow[^1].Total));
        Assert.Equal((30, 50), (slow[0].Rest, slow[^1].Rest));
    }

    [Fact]
    public void Sixty_disks_of_a_shelf_get_the_largest_group_that_the_supply_carries()
    {
        var sheet = LaneBox.Sheet with
        {
            Bays = [LaneBox.Sheet.Bays[0] with { Names = [.. Enumerable.Range(1, 60).Select(n => $"{n}")] }],
            Supplies = [new("P1", 1500)],
        };
        var power = LaneBox
            .Empty(sheet)
            .With([.. Enumerable.Range(1, 60).Select(n => (Edit)new Fit(Place.Bay($"{n}"), LaneBox.Drive(DriveBox.Disk)))])
            .Evaluate()
            .Power;
        Assert.True(power.PeakWatt > 1200, $"{power.PeakWatt} W");
        var group = power.Suggested!.Value;
        double Peak(int g) => PowerSheet.Curve(power.Lines, g, 10).Max(p => p.Total);
        Assert.True(Peak(group) <= 1200 && Peak(group + 1) > 1200, $"{group}: {Peak(group)} W, one more {Peak(group + 1)} W");
    }

    [Theory] // gap ÷ (1 − compression), computed independently
    [InlineData(0.8, 0.2, 1.0)]
    [InlineData(0.7, 0.3, 1.0)]
    [InlineData(1.35, 0.1, 1.5)]
    public void A_pad_is_thicker_than_its_gap(double gap, double compression, double thick) =>
        Assert.Equal(thick, Padding.Thickness(gap, compression), 1e-9);

    [Fact]
    public void Of_the_shelf_comes_the_pad_that_is_pressed_enough_and_not_too_much()
    {
        static Core.Sheets.ShelfPart Pad(double mm) =>
            new()
            {
                Id = $"pad-{mm}",
                InStock = 3,
                Accessory = new()
                {
                    Name = $"Pad {mm}",
                    Kind = Core.Sheets.AccessoryKind.Pad,
                    ThickMm = mm,
                },
            };
        var evaluation = LaneBox
            .Empty()
            .With(new Fit(Place.M2("M1"), LaneBox.Drive(LaneBox.Module)), new PlanPad(Place.M2("M1"), 0.8))
            .Evaluate(null, Pad(0.5), Pad(1), Pad(1.5));
        var pad = Assert.Single(evaluation.Power.Pads);
        Assert.Equal(("pad-1", "Pad 1, pressed by 20 %"), (pad.ShelfPartId, pad.PadWords));
        Assert.Contains(evaluation.Shopping.Lines, l => l.ShelfPartId == "pad-1" && l.Count == 1);
        Assert.Contains(evaluation.Runbook.Steps, s =>
            s.Key == "in:m2:M1" && s.How.Any(h => h.StartsWith("Lay Pad 1, pressed by 20 % under its cooler", StringComparison.Ordinal))
        );
    }

    [Fact]
    public void A_socket_that_nobody_looked_at_is_told_and_not_counted()
    {
        Assert.Empty(LaneBox.Empty().Evaluate().Power.Unseen);
        Assert.Empty(LaneBox.Empty().Without2().Evaluate().Power.Unseen);
        Assert.Equal(
            ["CPU 1", "CPU 2"],
            EditFold.Apply(JobState.Start, new AdoptSheet(LaneBox.Sheet), Boards.Stamp).Evaluate().Power.Unseen
        );
    }

    [Fact]
    public void Of_two_supplies_one_must_carry_everything()
    {
        var power = LaneBox.Empty().Evaluate().Power;
        Assert.Equal((true, 2000.0, 1000.0), (power.Redundant, power.SupplyWatt!.Value, power.LimitWatt!.Value));
    }

    [Fact]
    public void Who_opened_it_sees_that_the_air_moves_before_it_goes_back()
    {
        var lines = LaneBox
            .Empty(LaneBox.Sheet with { AirDuct = true })
            .With(new Fit(Place.M2("M1"), LaneBox.Drive(LaneBox.Module)))
            .Evaluate()
            .Expectations.Where(e => e.Key.StartsWith("air.", StringComparison.Ordinal));
        Assert.Equal(["all 4 turn", "one in every empty place", "in its place, no cable under it"], lines.Select(l => l.Expected));
        Assert.DoesNotContain(LaneBox.Empty().Evaluate().Expectations, e => e.Key.StartsWith("air.", StringComparison.Ordinal));
    }

    [Theory]
    [InlineData(-1, 5, "/edit/drives")]
    [InlineData(513, 5, "/edit/drives")]
    [InlineData(512, 5, null)]
    [InlineData(4, 0, "/edit/seconds")]
    [InlineData(1, 0.4, "/edit/seconds")]
    [InlineData(1, 0.5, null)]
    [InlineData(1, 60, null)]
    [InlineData(1, 60.1, "/edit/seconds")]
    // All at once: there is nothing to wait for.
    [InlineData(0, 0, null)]
    public void A_start_that_can_not_be_is_refused(int drives, double seconds, string? path) =>
        Assert.Equal(path, EditFold.Refusal(LaneBox.Empty(), new StaggerStart(drives, seconds))?.Path);

    [Fact]
    public void What_the_machine_has_not_can_not_be_seen() =>
        Assert.Equal("/edit/part", EditFold.Refusal(LaneBox.Empty(), new SeeAir("fan:9", AirState.Well))?.Path);

    [Theory]
    [InlineData("bay:1", 1, 0.2, "/edit/place")]
    [InlineData("m2:M1", -1, 0.2, "/edit/gapMm")]
    [InlineData("m2:M1", 1, 0.9, "/edit/compression")]
    public void A_pad_that_can_not_be_is_refused(string place, double gap, double compression, string path) =>
        Assert.Equal(path, EditFold.Refusal(LaneBox.Empty(), new PlanPad(Place.Parse(place), gap, compression))?.Path);
}
