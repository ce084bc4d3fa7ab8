using Irvak.Core.Evidence;
using Irvak.Core.Verdicts;

namespace Irvak.Core.Tests.Evidence;

public class EvidenceBookTests
{
    [Theory]
    [InlineData(8, 0, 0.7925, 0.9998)] // Jeffreys' 90 % interval, computed independently with 60 digits
    [InlineData(3, 1, 0.3493, 0.9540)]
    [InlineData(0, 1, 0.0015, 0.7715)]
    public void Interval_is_Jeffreys(int works, int fails, double low, double high)
    {
        var interval = new Track(works, fails, false, []).Interval;
        Assert.Equal(low, interval.Low, 0.0001);
        Assert.Equal(high, interval.High, 0.0001);
    }

    [Theory]
    [InlineData(0, 7, 0.292)] // Brown, Cai, DasGupta 2001, table: n = 7, x = 0, 1, 2 at 95 %
    [InlineData(1, 6, 0.501)]
    [InlineData(2, 5, 0.648)]
    public void The_published_95_percent_table_is_met(int works, int fails, double high) =>
        Assert.Equal(high, MathNet.Numerics.Distributions.Beta.InvCDF(works + 0.5, fails + 0.5, 0.975), 0.001);

    [Fact]
    public void Larger_successes_speak_for_smaller_modules_never_the_reverse()
    {
        var book = new EvidenceBook([
            Boards.Tried(64, Outcome.Works, 1),
            Boards.Tried(128, Outcome.Works, 2),
            Boards.Tried(128, Outcome.Works, 3),
        ]);
        Assert.Equal(Standing.Proven, book.ForModule("server", "1.0", Boards.Module(64)).Standing);
        Assert.Equal(Standing.FewOrMixed, book.ForModule("server", "1.0", Boards.Module(128)).Standing);
        Assert.Equal(0, book.ForModule("server", "1.0", Boards.Module(256)).Works);
    }

    [Fact]
    public void A_failure_with_other_firmware_does_not_count_but_is_kept()
    {
        var book = new EvidenceBook([
            Boards.Tried(64, Outcome.Works, 1),
            Boards.Tried(64, Outcome.Works, 2),
            Boards.Tried(64, Outcome.Works, 3),
            Boards.Tried(64, Outcome.Fails, 4, "0.9"),
        ]);
        var track = book.ForModule("server", "1.0", Boards.Module(64));
        Assert.Equal(Standing.Proven, track.Standing);
        Assert.Equal(4, track.Records.Count);
        Assert.Equal(Standing.LastFailed, book.ForModule("server", "0.9", Boards.Module(64)).Standing);
    }

    // The policy table of the rulebook, row by row.
    [Theory]
    [InlineData(Standing.OnList, null, null, null)]
    [InlineData(Standing.Proven, Severity.Stop, Severity.Note, Severity.Note)]
    [InlineData(Standing.FewOrMixed, Severity.Stop, Severity.Care, Severity.Note)]
    [InlineData(Standing.LastFailed, Severity.Stop, Severity.Stop, Severity.Care)]
    public void Policy_and_evidence_give_the_severity(Standing standing, Severity? listed, Severity? proven, Severity? sound) =>
        Assert.Equal(
            (listed, proven, sound),
            (
                PolicyTable.SeverityOf(Policy.Listed, standing),
                PolicyTable.SeverityOf(Policy.FieldProven, standing),
                PolicyTable.SeverityOf(Policy.Sound, standing)
            )
        );
}
