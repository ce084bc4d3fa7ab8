using Irvak.Core.Quick;

namespace Irvak.Core.Tests.Memory;

public class QuickLabelTests
{
    private static LabelSum Sum(string label) => LabelSum.Of(ModuleLines.Read(label)[0]);

    [Theory] // JESD79-4 and JESD79-3F: latency of the first word of usual bins
    [InlineData("16GB 2Rx4 PC4-1600K-R", 13.75)]
    [InlineData("16GB 2Rx4 PC4-2133P-R", 14.06)]
    [InlineData("16GB 2Rx4 PC4-2400T-R", 14.17)]
    [InlineData("16GB 2Rx4 PC4-2666V-R", 14.25)]
    [InlineData("16GB 2Rx4 PC4-3200AA-R", 13.75)]
    [InlineData("8GB 2Rx8 PC3-10600E-9-10-B0", 13.5)]
    [InlineData("8GB 2Rx8 PC3-12800E-11-13-B0", 13.75)]
    public void Latency_of_the_usual_bins(string label, double ns) => Assert.Equal(ns, Sum(label).LatencyNs!.Value, 0.01);

    [Theory] // module naming in MB/s: JEDEC for DDR3, trade names for DDR4 and DDR5
    [InlineData("PC3-12800R", 12_800)]
    [InlineData("PC4-2400T-R", 19_200)]
    [InlineData("PC5-4800B-R", 38_400)]
    public void One_channel_carries_what_the_name_in_MBs_says(string label, double mbs) => Assert.Equal(mbs, Sum(label).MBs!.Value, 1);

    [Fact]
    public void A_list_of_labels_is_so_many_modules_and_keeps_its_lines()
    {
        var lines = ModuleLines.Read("4 × 16GB 2Rx4 PC4-2400T-R\n\nnothing here\n8GB 1Rx8 PC4-2400T-R");
        Assert.Equal([1, 3, 4], lines.Select(l => l.Line));
        Assert.Equal(5, ModuleLines.Pieces(lines).Count);
    }

    [Fact]
    public void A_label_that_can_not_be_right_is_no_module() => Assert.Empty(ModuleLines.Pieces(ModuleLines.Read("16GB 2Rx4 PC4-1600R")));

    [Fact]
    public void A_list_without_end_is_cut() => Assert.Equal(ModuleLines.MostPieces, ModuleLines.Pieces(ModuleLines.Read(string.Concat(Enumerable.Repeat("16 x 8GB DDR4-2400\n", 500)))).Count);
}
