using Irvak.Core.Aims;
using Irvak.Core.Arrays;
using Irvak.Core.Plans;
using Irvak.Core.Tests.Arrays;
using Irvak.Core.Volumes;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Volumes;

public class VolumeTests
{
    private static JobState Four => Disks(4).Array(ArrayLevel.Parity2, 4);

    private static VolumeFigures One(JobState job, string name = "M") => job.Evaluate().Volumes.Single(v => v.Volume.Name == name);

    /// <summary>11.4 TB and 3.6 TB a year are 29.4 TB in five years: by hand.</summary>
    [Theory]
    [InlineData(11.4, 3.6, 5, 29.4)]
    [InlineData(11.4, 3.6, 1, 15.0)]
    [InlineData(11.4, 0.0, 5, 11.4)]
    [InlineData(null, 3.6, 5, null)]
    [InlineData(11.4, null, 5, null)]
    public void What_lies_on_it_later_is_known_only_where_both_are(double? on, double? growth, int years, double? wish)
    {
        var job = Four.With(new WishVolume(new WishedVolume("M") { OnItTB = on, GrowthTB = growth }), new SetWish(WishKind.Years, years));
        if (wish is { } tb)
            Assert.Equal(tb, One(job).WishTB!.Value, 1e-9);
        else
            Assert.Null(One(job).WishTB);
    }

    [Theory]
    [InlineData(16.0, 11.0, 1.0, 5.0)]
    [InlineData(16.0, 16.0, 1.0, 0.0)]
    [InlineData(16.0, 17.0, null, 0.0)]
    [InlineData(16.0, 11.0, 0.0, null)]
    [InlineData(16.0, null, 1.0, null)]
    [InlineData(null, 11.0, 1.0, null)]
    public void It_is_full_when_what_grows_reaches_its_space(double? room, double? on, double? growth, double? years) =>
        Assert.Equal(years, VolumeFigures.FullIn(room, on, growth));

    [Fact]
    public void It_lies_on_the_array_that_was_said_or_of_its_name_or_on_the_only_one()
    {
        Assert.Equal("M", One(Four.With(new WishVolume(new WishedVolume("archive"))), "archive").Planned!.Array);
        var two = Four.With(new WishVolume(new WishedVolume("archive")), new WishVolume(new WishedVolume("M")));
        Assert.Null(One(two, "archive").Planned);
        Assert.Equal("M", One(two).Planned!.Array);
        var said = two.With(new WishVolume(new WishedVolume("archive") { On = "M" }));
        Assert.Equal(("M", "M"), (One(said, "archive").Planned!.Array, Assert.Single(One(said, "archive").Shares)));
        Assert.Null(One(Four.With(new WishVolume(new WishedVolume("M") { On = "gone" }))).Planned);
    }

    /// <summary>Two volumes on one array fill it together: 8 + 6 TB and 1 TB a year each fill 16 TB in a year.</summary>
    [Fact]
    public void Volumes_on_one_array_fill_it_together()
    {
        var job = Four.With(
            new WishVolume(new WishedVolume("M") { OnItTB = 8, GrowthTB = 1 }),
            new WishVolume(
                new WishedVolume("S")
                {
                    OnItTB = 6,
                    GrowthTB = 1,
                    On = "M",
                }
            )
        );
        Assert.Equal(1.0, One(job).Planned!.FullInYears!.Value, 0.01);
        var finding = Assert.Single(job.Evaluate().Findings, f => f.Rule.Code == "AIM-VOLUME");
        Assert.StartsWith("M and S need 24.0 TB in 5 years", finding.Sentence, StringComparison.Ordinal);
        // Nobody knows how much lies on one of them: nobody knows when both fill it.
        Assert.Null(One(job.With(new WishVolume(new WishedVolume("S") { On = "M" }))).Planned!.FullInYears);
    }

    /// <summary>n · each ÷ (reads + writes · penalty), common practice: 4 · 75 ÷ (0.7 + 0.3 · 6) = 120 of a file share.</summary>
    [Fact]
    public void Requests_are_those_of_the_volumes_own_mix()
    {
        Assert.Equal(120, One(Four.With(new WishVolume(new WishedVolume("M")))).Planned!.Requests!.Value, 1e-9);
        var reading = new WishedVolume("M") { Reads = 1 };
        Assert.Equal(300, One(Four.With(new WishVolume(reading))).Planned!.Requests!.Value, 1e-9);
    }

    [Fact]
    public void A_use_stands_in_for_what_nobody_said()
    {
        var archive = new WishedVolume("T", ArrayUse.Archive);
        Assert.Equal((1024, 0.2, true), (archive.Work.RequestKiB, archive.Work.Reads, archive.Work.InOrder));
        var own = archive with { RequestKiB = 64, InOrder = false };
        Assert.Equal((64, 0.2, false), (own.Work.RequestKiB, own.Work.Reads, own.Work.InOrder));
    }

    /// <summary>The space wished is what was said for the whole machine, else what all volumes need; not a part of it.</summary>
    [Fact]
    public void All_volumes_together_are_the_wish_for_space()
    {
        double? Wish(JobState job) => job.Evaluate().Ledge.Single(d => d.Name == "Usable").Wish;
        var one = Four.With(new WishVolume(new WishedVolume("M") { OnItTB = 2, GrowthTB = 1 }));
        Assert.Equal(7, Wish(one));
        Assert.Null(Wish(one.With(new WishVolume(new WishedVolume("S") { OnItTB = 1 }))));
        Assert.Equal(20, Wish(one.With(new SetWish(WishKind.UsableTB, 20))));
    }

    [Fact]
    public void It_can_be_called_otherwise_and_taken_away_and_refuses_what_is_no_volume()
    {
        var job = Four.With(new WishVolume(new WishedVolume("M") { OnItTB = 2 }), new WishVolume(new WishedVolume("S")));
        var named = job.With(new WishVolume(job.Volumes.All[0] with { Name = "T" }, "M"));
        Assert.Equal(["T", "S"], named.Volumes.All.Select(v => v.Name));
        Assert.Equal(2, named.Volumes.All[0].OnItTB);
        Assert.Equal(["S"], named.With(new DropVolume("T")).Volumes.All.Select(v => v.Name));
        string? Refused(Core.Edits.Edit edit) => EditFold.Refusal(job, edit)?.Path;
        Assert.Equal("/edit/volume/name", Refused(new WishVolume(new WishedVolume(" "))));
        Assert.Equal("/edit/volume/name", Refused(new WishVolume(new WishedVolume("S"), "M")));
        Assert.Equal("/edit/was", Refused(new WishVolume(new WishedVolume("T"), "gone")));
        Assert.Equal("/edit/name", Refused(new DropVolume("gone")));
        Assert.Equal("/edit/volume/onItTB", Refused(new WishVolume(new WishedVolume("M") { OnItTB = -0.1 })));
        Assert.Null(Refused(new WishVolume(new WishedVolume("M") { OnItTB = 0 })));
        Assert.Equal("/edit/volume/growthTB", Refused(new WishVolume(new WishedVolume("M") { GrowthTB = 1_000_001 })));
        Assert.Equal("/edit/volume/reads", Refused(new WishVolume(new WishedVolume("M") { Reads = 1.01 })));
        Assert.Equal("/edit/volume/requestKiB", Refused(new WishVolume(new WishedVolume("M") { RequestKiB = 0 })));
        Assert.Equal("/edit/volume/failures", Refused(new WishVolume(new WishedVolume("M") { Failures = 101 })));
        var full = Enumerable.Range(0, 22).Aggregate(job, (j, n) => j.With(new WishVolume(new WishedVolume($"v{n}"))));
        Assert.NotNull(EditFold.Refusal(full, new WishVolume(new WishedVolume("one more"))));
        Assert.Null(EditFold.Refusal(full, new WishVolume(new WishedVolume("M"))));
    }
}
