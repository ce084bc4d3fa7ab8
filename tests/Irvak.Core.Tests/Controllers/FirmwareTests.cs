using Irvak.Core.Arrays;
using Irvak.Core.Controllers;
using Irvak.Core.Edits;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Tests.Arrays;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Controllers;

/// <summary>
/// The firmware of controllers: what TRIM passes by version, which driver belongs to which, its update before arrays are made, both
/// versions told. Common practice, no source.
/// </summary>
public sealed class FirmwareTests
{
    private static readonly Place Io = Place.Board("SATA");

    private static readonly BoardRaid Raid = BoardRaidCases.Raid with
    {
        TrimLevels = ["0", "1"],
        TrimFrom = [new("1", "11.5")],
        Pairs = [new("11.2", "11.2.1"), new("12.0", "12.0.4")],
    };

    /// <summary>A mirror of two flash drives that the firmware of the board keeps.</summary>
    private static JobState Mirror(BoardRaid? raid = null) =>
        Boards
            .Job(Sheet with { Boards = [new("SATA", BoardKind.Controller, "CPU 1", Ports: 12) { Raid = raid ?? Raid }] }, "A1")
            .With([
                .. Enumerable
                    .Range(1, 2)
                    .Select(i => (Edit)new Fit(Bay(i), new() { Drive = Flash with { Form = "3.5", LinkGbs = 6 }, Source = "shelf" })),
            ])
            .Array(ArrayLevel.Mirror, 2, ArrayHost.Controller);

    private static SetControllerFirmware Found(string? version) => new(Io, version, true);

    private static SetControllerFirmware Update(string? version) => new(Io, version);

    private static string? Said(JobState job, string code) => job.Evaluate().Findings.SingleOrDefault(f => f.Rule.Code == code)?.Sentence;

    [Fact]
    public void TRIM_passes_a_level_from_a_version_on()
    {
        Assert.Equal(
            "Only with option ROM 11.5 or later, and which is in is not known, TRIM reaches the flash of M through on-board SATA.",
            Said(Mirror(), "CTL-TRIM")
        );
        Assert.Equal(
            "With option ROM 11.2 (from 11.5 on it would), TRIM does not reach the flash of M through on-board SATA.",
            Said(Mirror().With(Found("11.2")), "CTL-TRIM")
        );
        Assert.Null(Said(Mirror().With(Found("11.5")), "CTL-TRIM"));
        // What is planned counts, once it is in.
        Assert.Null(Said(Mirror().With(Found("11.2"), Update("12.0")), "CTL-TRIM"));
        Assert.StartsWith("Only with option ROM", Said(Mirror().With(Found("as delivered")), "CTL-TRIM"));
        // A level that it passes with every version.
        Assert.Null(Said(Mirror(Raid with { TrimFrom = [] }), "CTL-TRIM"));
    }

    [Fact]
    public void The_pair_is_told_with_the_version_that_is_in()
    {
        Assert.EndsWith("; which firmware is in is not known.", Said(Mirror(), "CTL-PAIR"));
        Assert.EndsWith("; 11.2 is in.", Said(Mirror().With(Found("11.2")), "CTL-PAIR"));
        Assert.EndsWith("; 11.3 is in, which is none of these.", Said(Mirror().With(Found("11.3")), "CTL-PAIR"));
    }

    [Fact]
    public void The_stick_carries_the_driver_that_belongs_to_it()
    {
        string Stick(JobState job) => job.Evaluate().Shopping.TakeAlong.Single(t => t.Key == "take:driver:SATA").Text;
        Assert.EndsWith("11.2.1 for option ROM 11.2", Stick(Mirror()));
        Assert.EndsWith("12.0.4 for option ROM 12.0", Stick(Mirror().With(Found("11.2"), Update("12.0"))));
        // No driver is named for a version that the sheet does not know.
        Assert.EndsWith("not the packed set-up", Stick(Mirror().With(Found("11.3"))));
    }

    [Fact]
    public void An_update_comes_before_the_array_and_both_versions_are_told()
    {
        var job = Mirror().With(Found("11.2"), Update("12.0")).Evaluate();
        var steps = job.Runbook.Steps.Select(s => s.Key).ToList();
        var update = steps.IndexOf("controller:firmware:board:SATA");
        Assert.InRange(update, steps.IndexOf("off:down") + 1, steps.IndexOf("array:M") - 1);
        Assert.Equal("Update the firmware of on-board SATA to 12.0", job.Runbook.Steps[update].Title);
        Assert.Contains("11.2 was read before: keep its file, as the way back.", job.Runbook.Steps[update].How);
        Assert.True(job.Runbook.Steps[update].IsSetting);
        var line = job.Expectations.Single(e => e.Key == "version.board:SATA");
        Assert.Equal(("12.0", "the plan; 11.2 before"), (line.Expected, line.Source));
        Assert.True(line.HoldsWords("Option ROM 12.0.1234"));
        Assert.False(line.HoldsWords("11.2"));
        Assert.Contains(job.Shopping.TakeAlong, t => t.Text == "Firmware 12.0 for on-board SATA, and 11.2 as the way back");
        var blind = Mirror().With(Update("12.0")).Evaluate();
        Assert.Contains(
            "Write down first which one is in.",
            blind.Runbook.Steps.Single(s => s.Key == "controller:firmware:board:SATA").How
        );
    }

    [Fact]
    public void Knowing_a_version_asks_for_no_work()
    {
        var job = Mirror().With(Found("11.2")).Evaluate();
        Assert.DoesNotContain(job.Runbook.Steps, s => s.Key.StartsWith("controller:firmware", StringComparison.Ordinal));
        Assert.DoesNotContain(job.Expectations, e => e.Key.StartsWith("version.", StringComparison.Ordinal));
        // To what is in already there is no update; taken back, nothing is left.
        Assert.Null(Mirror().With(Found("11.2"), Update("11.2")).Controllers.Firmware["board:SATA"].Planned);
        Assert.Empty(Mirror().With(Found("11.2"), Found(null)).Controllers.Firmware);
    }

    [Theory]
    [InlineData("board:IO", "1.0", "/edit/at")]
    [InlineData("bay:1", "1.0", "/edit/at")]
    [InlineData("board:SATA", "", "/edit/version")]
    [InlineData("board:SATA", "   ", "/edit/version")]
    [InlineData("board:SATA", "12345678901234567890123456789012345678901", "/edit/version")]
    [InlineData("board:SATA", "1234567890123456789012345678901234567890", null)]
    public void What_is_no_version_or_no_controller_is_refused(string at, string version, string? path) =>
        Assert.Equal(path, EditFold.Refusal(Mirror(), new SetControllerFirmware(Place.Parse(at), version))?.Path);

    [Fact]
    public void A_sheet_that_knows_a_version_of_a_level_that_TRIM_never_passes_is_wrong()
    {
        string? Path(BoardRaid raid) =>
            SheetCheck.Check(Mirror(raid).Sheet!).FirstOrDefault(p => p.Path.StartsWith("/boards/0/raid", StringComparison.Ordinal))?.Path;
        Assert.Null(Path(Raid));
        Assert.Equal("/boards/0/raid/trimFrom/0/level", Path(Raid with { TrimFrom = [new("5", "11.5")] }));
        Assert.Equal("/boards/0/raid/trimFrom/0/level", Path(Raid with { TrimLevels = null }));
        Assert.Equal("/boards/0/raid/trimFrom/0/firmware", Path(Raid with { TrimFrom = [new("1", "newest")] }));
    }
}
