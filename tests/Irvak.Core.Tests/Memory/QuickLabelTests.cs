using Irvak.Core.Builds;
using Irvak.Core.Memory;
using Irvak.Core.Quick;
using Irvak.Core.Sheets;

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
    public void One_channel_carries_what_the_name_in_MBs_says(string label, double mbs) =>
        Assert.Equal(mbs, Sum(label).MBs!.Value.MegabytesPerSecond, 1);

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
    public void A_list_without_end_is_cut() =>
        Assert.Equal(
            ModuleLines.MostPieces,
            ModuleLines.Pieces(ModuleLines.Read(string.Concat(Enumerable.Repeat("16 x 8GB DDR4-2400\n", 500)))).Count
        );

    private static RateResult Clock(string labels, int perChannel = 1, int? processor = null, int? board = null)
    {
        var q = QuickBoard.Ask(QuickClock.Of(ModuleLines.Pieces(ModuleLines.Read(labels)), perChannel, processor, board));
        return Rate.Of(q.Memory, q.Machine.Planned);
    }

    [Theory]
    [InlineData("4GB 2Rx8 PC3-12800U", 1333, 1333)] // a 1600 module on a 1333 processor runs at 1333 (common practice, no source)
    [InlineData("16GB 2Rx4 PC4-2400T-R", 2133, 2133)] // a 2400 module on a 2133 processor runs at 2133 (common practice, no source)
    [InlineData("16GB 2Rx4 PC4-2133P-R", 2400, 2133)]
    [InlineData("16GB 2Rx4 PC4-2400T-R\n16GB 2Rx4 PC4-1866M-R", 2400, 1866)] // all channels run at one rate, that of the slowest
    public void Without_a_sheet_the_slowest_of_what_is_known_decides(string labels, int processor, int rate)
    {
        // The board's figure is not given: it could be less, so this is the most it can be; with it, it is the answer.
        Assert.Equal((null, rate), (Clock(labels, 1, processor).RateMTs, Clock(labels, 1, processor).HighMTs));
        Assert.Equal(rate, Clock(labels, 1, processor, 3200).RateMTs);
    }

    [Fact]
    public void More_in_a_channel_is_a_range_until_the_boards_figure_is_given()
    {
        var open = Clock("16GB 2Rx4 PC4-2400T-R", 2, 2400);
        Assert.Equal((null, 1866, 2400), (open.RateMTs, open.LowMTs, open.HighMTs)); // typical for this class, from memory
        Assert.Equal(2133, Clock("16GB 2Rx4 PC4-2400T-R", 2, 2400, 2133).RateMTs);
    }

    [Theory]
    [InlineData("8GB 2Rx8 PC3-12800R\n8GB 1Rx8 PC4-2400T-R", "DDR3 and DDR4 never share a board: the notch sits elsewhere in each.")]
    [InlineData(
        "8GB 1Rx8 PC4-2400T-U\n8GB 1Rx8 PC4-2400T-R",
        "Modules that are unbuffered and registered never run together: the machine does not start."
    )]
    [InlineData("8GB 1Rx8 PC4-2400T-U\n8GB 1Rx8 PC4-2400T-E", null)]
    public void What_can_not_work_together_is_said(string labels, string? against) =>
        Assert.Equal(against, QuickClock.Against(ModuleLines.Pieces(ModuleLines.Read(labels))));

    private static FillAnswer Fill(MachineSheet sheet, int count, int sockets = 0) =>
        QuickFill.Of(QuickBoard.Of(sheet, sockets, null, new SystemFacts()), count);

    [Fact]
    public void Channels_of_one_one_and_two_slots_take_A_B_C1_and_only_then_C2() // common practice, no source
    {
        var sheet = Boards.Server with
        {
            Sockets = [new("CPU")],
            Channels = [new("A", "CPU", ["A"]), new("B", "CPU", ["B"]), new("C", "CPU", ["C1", "C2"])],
        };
        Assert.Equal(["A", "B", "C1", "C2"], Fill(sheet, 4).Slots);
        Assert.Equal([3], Fill(sheet, 4).Even);
        // Four alike: three over three channels, the fourth on one of them alone: 4 / (3/3 + 1/1) of 3 channels.
        Assert.Equal(2.0 / 3, Fill(sheet, 4).Sockets[0].Share, 9);
        // one module per socket on three channels uses a third (common practice, no source)
        Assert.Equal(1.0 / 3, Fill(sheet, 1).Sockets[0].Share, 9);
    }

    [Fact]
    public void Two_processors_take_turns_and_an_empty_socket_takes_none()
    {
        var both = Fill(Boards.Server, 2);
        Assert.Equal([1, 1], both.Sockets.Select(s => s.Used));
        var one = Fill(Boards.Server, 99, 1);
        Assert.Equal(["CPU 1"], one.Sockets.Select(s => s.Socket));
        Assert.Equal(one.Order, one.Slots);
    }
}
