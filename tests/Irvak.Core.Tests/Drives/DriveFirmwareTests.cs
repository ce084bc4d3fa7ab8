using Irvak.Core.Arrays;
using Irvak.Core.Drives;
using Irvak.Core.Expectations;
using Irvak.Core.Observations;
using Irvak.Core.Plans;
using Irvak.Core.Tests.Arrays;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Drives;

/// <summary>Firmware of drives, by model: told before, updated one after the other before they join anything, seen afterwards (common
/// practice, no source).</summary>
public class DriveFirmwareTests
{
    private static JobState Updated => Disks(3).Array(ArrayLevel.Parity1, 3).With(new SetDriveFirmware("EK-N8", " 0A05 "));

    private static Observation Seen(params string?[] versions) =>
        new()
        {
            Drives =
            [
                .. versions.Select(
                    (v, i) =>
                        new SeenDrive
                        {
                            Model = "Ekkelund EK-N8",
                            Firmware = v,
                            Serial = $"s{i}",
                        }
                ),
            ],
        };

    [Fact]
    public void The_update_is_a_step_before_the_array_and_a_line_of_the_stick()
    {
        var made = Updated.Evaluate();
        var keys = made.Runbook.Steps.Select(s => s.Key).ToList();
        var step = made.Runbook.Steps.Single(s => s.Key == "drive:firmware:EK-N8");
        Assert.Equal(("Update the firmware of 3 drives EK-N8 to 0A05", 14), (step.Title, step.Minutes));
        Assert.True(keys.IndexOf(step.Key) < keys.IndexOf("array:M"));
        Assert.Equal("Write down first which one is in.", step.How[0]);
        Assert.Contains(made.Shopping.TakeAlong, l => l.Text == "Firmware 0A05 for EK-N8 drives, with the tool that loads it");
        var read = (Updated with { Readings = Updated.Readings.SetItem("smart", Seen("0A02", "0A02", "0A03")) }).Evaluate();
        Assert.Equal("0A02 in 2, 0A03 in 1 was read before: keep its file.", read.Runbook.Steps.Single(s => s.Key == step.Key).How[0]);
        Assert.Equal("the plan; 0A02 in 2, 0A03 in 1 before", read.Expectations.Single(e => e.Key == "driveversion.EK-N8").Source);
    }

    [Theory]
    [InlineData(LineState.AsExpected, "0A05", "0A05", "0A05", "0A05")]
    [InlineData(LineState.Deviates, "0A02 in 1, 0A05 in 2", "0A05", "0A02", "0A05")]
    [InlineData(LineState.NotLookedAt, null, null, null, null)]
    public void All_of_them_must_show_it(LineState wanted, string? words, params string?[] versions)
    {
        var line = Comparison
            .Of(Updated.Sheet!, Updated.Evaluate().Expectations, Seen(versions), Updated.Proof.Answers)
            .Single(l => l.Expected.Key == "driveversion.EK-N8");
        Assert.Equal((wanted, words), (line.State, line.Seen));
    }

    /// <summary>Nothing else is planned: the version is still to be seen.</summary>
    [Fact]
    public void An_update_alone_is_proved_too()
    {
        var job = Found(2).With(new SetDriveFirmware("EK-N8", "0A05"));
        Assert.Contains(Progress.Of(job, job.Evaluate()).Lines, l => l.Expected.Key == "driveversion.EK-N8");
        Assert.Empty(Progress.Of(Found(2), Found(2).Evaluate()).Lines);
    }

    [Theory]
    [InlineData("EK-N8", true)]
    [InlineData("Ekkelund ek-n8", true)]
    [InlineData("EK-N8X", false)]
    [InlineData("XEK-N8", false)]
    [InlineData(null, false)]
    public void A_model_is_told_from_one_that_begins_like_it(string? printed, bool wanted) =>
        Assert.Equal(wanted, DriveVersions.Seen(new() { Drives = [new() { Model = printed, Firmware = "1" }] }, "EK-N8").Count == 1);

    [Fact]
    public void A_model_that_the_plan_lacks_and_a_version_of_nothing_are_refused()
    {
        Assert.Equal("/edit/model", new SetDriveFirmware("EK-X", "1").Refusal(Updated, Updated.Drives)!.Path);
        Assert.Equal("/edit/version", new SetDriveFirmware("EK-N8", " ").Refusal(Updated, Updated.Drives)!.Path);
        Assert.Null(new SetDriveFirmware("EK-X", null).Refusal(Updated, Updated.Drives));
        Assert.Empty(Updated.With(new SetDriveFirmware("EK-N8", null)).Drives.Firmware);
        Assert.DoesNotContain(Disks(3).Evaluate().Expectations, e => ExpectedVersions.IsOfDrives(e.Key));
    }
}
