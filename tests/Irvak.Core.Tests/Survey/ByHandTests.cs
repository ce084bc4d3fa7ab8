using Irvak.Core.Arrays;
using Irvak.Core.Controllers;
using Irvak.Core.Plans;
using Irvak.Core.Sheets;
using Irvak.Core.Survey;
using Irvak.Core.Tests.Controllers;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Survey;

/// <summary>Arrays and modes that no capture tells: what a person says of them counts as read. Common practice, no source.</summary>
public sealed class ByHandTests
{
    private static IReadOnlyList<string> Asked(JobState job) => [.. Progress.Of(job, job.Evaluate()).Unknowns.Select(u => u.Path)];

    [Theory]
    [InlineData("a controller, or the board’s firmware", ArrayHost.Controller)]
    [InlineData("the system’s kernel", ArrayHost.Kernel)]
    [InlineData("a pool of the file system", ArrayHost.Pool)]
    public void What_keeps_an_array_is_asked_and_believed(string word, ArrayHost host)
    {
        var job = Found(4, "tank").With(new AnswerUnknown("array.tank.level", "triple parity"));
        Assert.Contains("array.tank.keeper", Asked(job));
        var said = job.With(new AnswerUnknown("array.tank.keeper", word));
        Assert.DoesNotContain("array.tank.keeper", Asked(said));
        Assert.Equal((ArrayLevel.Parity3, host), JobArrays.Found(said).Single() is var a ? (a.Level, a.Host) : default);
    }

    [Fact]
    public void It_is_not_asked_where_it_is_known_or_nothing_follows()
    {
        // Nobody told the level yet: that comes first.
        Assert.DoesNotContain("array.tank.keeper", Asked(Found(4, "tank")));
        // The kernel's own name, a use that is no array, a listing that tells.
        Assert.DoesNotContain("array.md0.keeper", Asked(Found(4, "md0").With(new AnswerUnknown("array.md0.level", "level 5"))));
        Assert.DoesNotContain("array.tank.keeper", Asked(Found(4, "tank").With(new AnswerUnknown("array.tank.level", ArrayAnswers.None))));
        Assert.Equal("/edit/value", EditFold.Refusal(Found(4, "tank"), new AnswerUnknown("array.tank.keeper", "a friend"))?.Path);
    }

    private static JobState Board(BoardRaid? raid) =>
        Boards.Job(Sheet with { Boards = [new("SATA", BoardKind.Controller, "CPU 1", Ports: 12) { Raid = raid }] }, "A1");

    [Fact]
    public void The_mode_of_a_board_is_asked_where_it_has_two()
    {
        var job = Board(BoardRaidCases.Raid);
        Assert.Contains("mode.SATA", Asked(job));
        var said = job.With(new AnswerUnknown("mode.SATA", "RAID"));
        Assert.Equal(StorageMode.Raid, said.Controllers.FoundModes["SATA"]);
        Assert.DoesNotContain("mode.SATA", Asked(said));
        Assert.True(Progress.Of(job, job.Evaluate()).Unknowns.Single(u => u.Path == "mode.SATA").Optional);
    }

    [Fact]
    public void The_mode_is_not_asked_where_there_is_none_to_choose_or_it_is_known()
    {
        Assert.DoesNotContain("mode.SATA", Asked(Board(null)));
        Assert.DoesNotContain("mode.SATA", Asked(Board(new BoardRaid { Levels = [] })));
        // An array that no card keeps is the board's: it is in RAID mode.
        var kept = Board(BoardRaidCases.Raid) with { Found = Found(2, "Volume0").Found };
        Assert.Contains("mode.SATA", Asked(kept));
        var level = new AnswerUnknown("array.Volume0.level", "level 1");
        Assert.DoesNotContain("mode.SATA", Asked(kept.With(level)));
        // A card that somebody named may keep it, whatever else is known of that card.
        var card = new Core.Builds.Unit
        {
            Card = new() { Name = "Corvath C8", Role = CardRole.Controller },
            Source = "by hand",
        };
        var named = kept with { Found = kept.Found.SetItem(Core.Places.Place.Card("S1"), card) };
        Assert.Contains("mode.SATA", Asked(named.With(level)));
    }

    [Theory]
    [InlineData("mode.SATA", "both", "/edit/value")]
    [InlineData("mode.SAS", "RAID", "/edit/path")]
    [InlineData("mode.SATA", "RAID", "/edit/value")] // its firmware keeps none
    [InlineData("mode.SATA", "plain", null)]
    public void A_mode_that_can_not_be_is_refused(string path, string value, string? refused) =>
        Assert.Equal(refused, EditFold.Refusal(Board(new BoardRaid { Levels = [] }), new AnswerUnknown(path, value))?.Path);
}
