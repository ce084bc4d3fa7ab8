using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Handover;
using Irvak.Core.Places;
using Irvak.Core.Plans;
using Irvak.Core.Volumes;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Handover;

/// <summary>What was wished stands on the owner's page with what came of it. Definition, no source; the sums are by hand.</summary>
public class WishedLinesTests
{
    private static IReadOnlyList<WishedLine> Of(JobState job) => WishedLines.Of(job, job.Evaluate());

    private static WishedLine One(JobState job, WishKind wish, decimal value) => Assert.Single(Of(job.With(new SetWish(wish, value))));

    private static readonly JobState Two = Boards.Job(Boards.Server, "A1", "C1").With(Boards.Fit("B1"));

    [Theory]
    [InlineData(48, true)]
    [InlineData(49, false)]
    public void Memory_is_met_up_to_what_is_planned(int wish, bool met) =>
        Assert.Equal(new WishedLine("Memory", $"{wish} GiB", "48 GiB", met), One(Two, WishKind.MemoryGiB, wish));

    [Fact]
    public void What_is_not_known_is_neither_met_nor_missed()
    {
        // No array: how fast it reads nobody knows.
        Assert.Equal(new WishedLine("Read at the user’s end", "500 MB/s", "not known", null), One(Two, WishKind.ReadMBs, 500));
        var dark = Two with { FoundEmpty = Two.FoundEmpty.Remove(Place.Slot("D2")) };
        Assert.Null(One(dark, WishKind.MemoryGiB, 64).IsMet);
        Assert.StartsWith("at least", One(dark, WishKind.MemoryGiB, 64).Reached);
    }

    /// <summary>Of a limit the least that is known may be past it already: of a machine with places that nobody looked at.</summary>
    [Fact]
    public void A_limit_that_the_least_passes_is_missed()
    {
        var dark = Two with { FoundEmpty = Two.FoundEmpty.Remove(Place.Slot("D2")) };
        Assert.Equal((false, true), (One(dark, WishKind.Watts, 1).IsMet, One(dark, WishKind.Watts, 1).Reached.StartsWith("at least")));
        Assert.Null(One(dark, WishKind.Watts, 100_000).IsMet);
    }

    /// <summary>What passes a limit by little is not told as if it kept it.</summary>
    [Fact]
    public void Of_a_limit_what_is_reached_is_rounded_up()
    {
        var off = Two.Evaluate().Ledge.Single(d => d.Name == "Machine off").Planned!.Value;
        var limit = (decimal)(Math.Floor(off * 10) / 10);
        var line = One(Two, WishKind.AwayHours, limit);
        Assert.False(line.IsMet);
        Assert.Equal($"{limit + 0.1m:0.#} h", line.Reached);
    }

    [Fact]
    public void A_volume_tells_its_array_and_where_it_is_backed_up()
    {
        var job = Disks(4).Array(ArrayLevel.Parity2, 4);
        WishedLine Line(WishedVolume v) => Assert.Single(Of(job.With(new WishVolume(v))));
        var kept = Line(
            new WishedVolume("M")
            {
                OnItTB = 4,
                GrowthTB = 2,
                BackedUpTo = "tape",
            }
        );
        Assert.Equal(("Volume M", "14 TB in 5 years; backed up to tape", true), (kept.What, kept.Wish, kept.IsMet));
        Assert.StartsWith("array M, 15.9 TB, full in 5.9 years", kept.Reached);
        Assert.Equal("4 TB now; where it is backed up nobody said", Line(new WishedVolume("M") { OnItTB = 4 }).Wish);
        Assert.Null(Line(new WishedVolume("M") { OnItTB = 4 }).IsMet);
        Assert.Equal(
            "its space nobody said, scratch; where it is backed up nobody said",
            Line(new WishedVolume("M") { Scratch = true }).Wish
        );
        Assert.Equal("no array is its own", Line(new WishedVolume("X") { On = "gone" }).Reached);
        Assert.False(Line(new WishedVolume("M") { OnItTB = 4, GrowthTB = 3 }).IsMet);
    }

    [Theory]
    [InlineData(0.00005, "at most under 0.0001 %")]
    [InlineData(0.0012, "at most 0.0012 %")]
    [InlineData(0.5, "at most 0.5 %")]
    [InlineData(1.24, "at most 1.2 %")]
    [InlineData(12, "at most 12 %")]
    public void Small_chances_keep_the_figures_that_count(double percent, string words) =>
        Assert.Equal(words, One(Two, WishKind.LossPercent, (decimal)percent).Wish);

    [Fact]
    public void A_promised_day_is_met_by_the_day_of_handing_over()
    {
        var day = new DateOnly(2026, 12, 24);
        JobState Handed(int later) =>
            Two.With(new SetPromise(day)) with
            {
                HandedOver = new("Ines", new DateTimeOffset(day.AddDays(later), new TimeOnly(12, 0), TimeSpan.Zero), "handed over"),
            };
        Assert.Null(Assert.Single(Of(Two.With(new SetPromise(day)))).IsMet);
        Assert.Equal("Thu 24 Dec 2026", Assert.Single(Of(Handed(0))).Wish);
        Assert.Equal((true, false), (Assert.Single(Of(Handed(0))).IsMet, Assert.Single(Of(Handed(1))).IsMet));
        Assert.Empty(Of(Two.With(new SetPromise(day), new SetPromise(null))));
    }

    [Theory]
    [InlineData(1999, 12, 31, false)]
    [InlineData(2000, 1, 1, true)]
    [InlineData(2099, 12, 31, true)]
    [InlineData(2100, 1, 1, false)]
    public void A_day_of_another_century_is_a_typing_error(int year, int month, int day, bool taken) =>
        Assert.Equal(taken, EditFold.Refusal(Two, new SetPromise(new DateOnly(year, month, day))) is null);
}
