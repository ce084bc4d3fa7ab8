using Irvak.Core.Expectations;
using static Irvak.Core.Tests.Arrays.DriveBox;

namespace Irvak.Core.Tests.Expectations;

/// <summary>A typed value is what its screen means by it, or it is not understood; units by IEC 80000-13, habits of screens: common
/// practice, no source.</summary>
public class SeenNumberTests
{
    [Theory]
    [InlineData("480 GB", "MiB", 491_520)] // screens write GB and mean GiB
    [InlineData("49152 MB", "MiB", 49_152)]
    [InlineData("49 152", "MiB", 49_152)]
    [InlineData("49,152 MB", "MiB", 49_152)]
    [InlineData("1 TB", "MiB", 1_048_576)]
    [InlineData("4095", "MiB", 4_193_280)] // the last bare figure that is taken as GiB
    [InlineData("4096", "MiB", 4096)]
    [InlineData("0", "MiB", 0)]
    [InlineData("empty", "MiB", 0)]
    [InlineData("16 GB ECC", "MiB", 16_384)]
    [InlineData("3,7", "GiB", 3.7)]
    [InlineData("8191", "GiB", 8191)]
    [InlineData("8192", "GiB", 8)]
    [InlineData("4400 MT/s", "MT/s", 4400)]
    [InlineData("2666 MHz", "MT/s", 2666)]
    [InlineData("12 disks", "drives", 12)]
    [InlineData("×8", "lanes", 8)]
    [InlineData("x4", "lanes", 4)]
    [InlineData("1.2 GB/s", "MB/s", 1200)]
    [InlineData("87.28", "TiB", 87.28)]
    [InlineData("87.28 TiB", "TiB", 87.28)]
    public void A_typed_value_is_read_as_the_screen_means_it(string text, string unit, double value) =>
        Assert.Equal(value, SeenNumber.Readings(text, unit)![0], 9);

    [Theory]
    [InlineData("")]
    [InlineData("dunno")]
    [InlineData("none, it stays dark")]
    public void What_is_no_number_stays_words(string text) => Assert.Empty(SeenNumber.Readings(text, "MiB")!);

    [Theory]
    [InlineData("87.28banana", "TiB")]
    [InlineData("12 bananas", "drives")]
    [InlineData("480 W", "MiB")]
    [InlineData("4400 GB", "MT/s")]
    [InlineData("1.2.3", "TiB")]
    [InlineData("7x", "")]
    public void A_number_that_goes_on_as_none_is_not_understood(string text, string unit) => Assert.Null(SeenNumber.Readings(text, unit));

    [Fact]
    public void Terabytes_are_tried_in_both_meanings()
    {
        Assert.Equal([96, 87.31], SeenNumber.Readings("96 TB", "TiB")!.Select(v => Math.Round(v, 2)));
        Assert.Equal([16.384, 16_384], SeenNumber.Readings("16,384 MB", "MiB")!.Order());
    }

    // Two modules of 16 GiB: a screen that prints megabytes without saying so is read as it means, whether it is right or wrong.
    [Theory]
    [InlineData("firmware.total", "32768", LineState.AsExpected, "32 GiB")]
    [InlineData("firmware.total", "32", LineState.AsExpected, "32 GiB")]
    [InlineData("firmware.total", "2048", LineState.Deviates, "2 GiB")]
    [InlineData("firmware.slot.A1", "16384", LineState.AsExpected, "16 GiB")]
    [InlineData("firmware.slot.A1", "2048", LineState.Deviates, "2 GiB")]
    [InlineData("firmware.slot.A1", "8", LineState.Deviates, "8 GiB")]
    [InlineData("firmware.slot.A1", "0", LineState.Deviates, "0 MiB")]
    [InlineData("os.total", "32102", LineState.AsExpected, "31.35 GiB")]
    [InlineData("os.total", "16000", LineState.Deviates, "15.63 GiB")]
    public void A_bare_figure_of_memory_is_mega_or_gigabytes_whichever_is_nearer(string line, string typed, LineState state, string shown)
    {
        var job = Boards.Job(Boards.Server, "A1", "B1").With(new AnswerLine(line, SeenVerdict.Other, typed));
        var seen = Comparison.Of(job.Sheet!, job.Evaluate().Expectations, null, job.Proof.Answers).Single(l => l.Expected.Key == line);
        Assert.Equal((state, shown), (seen.State, seen.Seen));
    }

    // Four disks of 8 TB with one redundancy: 24 TB, 21.83 TiB.
    [Theory]
    [InlineData("21.83", LineState.AsExpected, "21.83 TiB")]
    [InlineData("24 TB", LineState.AsExpected, "24 TB")]
    [InlineData("21.8 TB", LineState.AsExpected, "21.8 TB")]
    [InlineData("16 TB", LineState.Deviates, "16 TB")]
    [InlineData("Optimal", LineState.AsExpected, "Optimal")]
    [InlineData("24 TB, degraded", LineState.Deviates, "24 TB, degraded")]
    [InlineData("24 TB degraded", LineState.Deviates, "24 TB degraded")]
    [InlineData("rebuilding", LineState.NotYet, "rebuilding")]
    [InlineData("no idea", LineState.Deviates, "no idea")]
    [InlineData("21.83banana", LineState.NotLookedAt, "“21.83banana” is no value in TiB: type the number with its unit, or words")]
    public void An_array_is_answered_by_its_size_and_its_state(string typed, LineState state, string shown)
    {
        var job = InArray(4, "raid5").With(New(3)).With(new AnswerLine("array.md0", SeenVerdict.Other, typed));
        var line = Comparison
            .Of(job.Sheet!, job.Evaluate().Expectations, null, job.Proof.Answers)
            .Single(l => l.Expected.Key == "array.md0");
        Assert.Equal((state, shown), (line.State, line.Seen));
    }
}
